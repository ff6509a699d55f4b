"""A remark on a text's language, and whoever checks spelling."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Protocol

from fundament.core.message import Message

KINDS = ("spelling", "grammar", "long_sentence", "passive", "filler", "nesting")


@dataclass(frozen=True)
class Remark:
    """kind: of KINDS. block: id of the block. start, end: characters of its text. text: what stands there. message: why. suggestions: what could stand there instead."""

    kind: str
    block: str
    start: int
    end: int
    text: str
    message: Message
    suggestions: tuple[str, ...] = ()
    around: str = ""  # the sentence, by which a remark that was hushed is known again

    @property
    def key(self) -> str:
        """Stable as long as the sentence is."""
        return f"{self.kind}:{hashlib.sha256(f'{self.text} {self.around}'.encode('utf-8', errors='replace')).hexdigest()[:20]}"


class SpellerLateError(Exception):
    """A dictionary has not looked at all words in time. What it has looked at it knows when it is asked again."""


class Speller(Protocol):
    """Whoever knows which words are none."""

    def unknown(self, words: tuple[str, ...]) -> dict[str, tuple[str, ...]]:
        """Of some words those that are misspelt, each with what was perhaps meant, the likeliest first. Raises SpellerLateError."""
