"""The score of a text against a yardstick, with a reason for every point."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.version import CORE_VERSION

STATES = ("absent", "below", "within", "above")
PART_WEIGHTS = {"terms": 40.0, "entities": 20.0, "subtopics": 20.0, "structure": 10.0, "placement": 10.0}


@dataclass(frozen=True)
class Part:
    """One of the five parts: points earned of `max`."""

    name: str
    points: float
    max: float


@dataclass(frozen=True)
class Item:
    """Where points of a part come from: a term, entity, subtopic or check, with its state and what would be right.

    value is the text's figure (uses, words, ...); low and high are the target (equal to value when there is none).
    """

    part: str
    subject: str
    points: float
    max: float
    state: str
    value: float
    low: float
    high: float
    reason: str


@dataclass(frozen=True)
class Score:
    """total: 0..100, the sum of the parts; every part is the sum of its items' points. own_headings: the text's headings with text below
    them that are of no subtopic of the competitors: its own angle."""

    total: float
    parts: tuple[Part, ...]
    items: tuple[Item, ...]
    aim: float
    enough: float
    words: int
    own_headings: tuple[str, ...] = ()
    version: str = CORE_VERSION

    def items_of(self, part: str) -> tuple[Item, ...]:
        """The items of one part, in the yardstick's order."""
        return tuple(item for item in self.items if item.part == part)
