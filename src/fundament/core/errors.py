"""Errors that a person can do something about. They carry a message; its words are in `fundament.messages`."""

from __future__ import annotations

import functools
from collections.abc import Callable
from typing import Any

from fundament.core.message import Message


class SaidError(Exception):
    """Something went wrong that has a sentence; the message says what is wrong and what would be right."""

    def __init__(self, code: str, /, **values: Any) -> None:
        super().__init__(code, values)
        self.message = Message(code, values)

    def __reduce__(self) -> tuple[Callable[[], SaidError], tuple[()]]:
        """So that it goes from one process to another as it is."""
        return functools.partial(type(self), self.message.code, **self.message.values), ()


class CoreError(SaidError, ValueError):
    """Input the core cannot work with."""


class StoredValueError(CoreError):
    """A stored value of an unknown version, or that is not what its version says. It has to be made anew."""
