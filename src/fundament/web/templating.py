"""Messages in templates and lists: they are stored as [code, values]."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from fundament.core.message import Message


def message_of(stored: Message | Sequence[Any]) -> Message:
    """A message as it is stored, as the core's value."""
    code, values = stored
    return Message(str(code), dict(values))
