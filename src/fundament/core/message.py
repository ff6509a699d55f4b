"""What is to be said to a person, before it is put into words: a code with its values. `fundament.messages` has the words, one place per language."""

from __future__ import annotations

from typing import Any, NamedTuple


class Message(NamedTuple):
    """code: stable, such as "edit.use_term.missing". values: plain JSON values by the names that the words ask for; a range is a list [low, high]."""

    code: str
    values: dict[str, Any] = {}  # noqa: RUF012 - never written to


def message(code: str, /, **values: Any) -> Message:
    """A message with its values by name."""
    return Message(code, values)
