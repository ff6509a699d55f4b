"""The score of a text against a yardstick, with a reason for every point."""

from __future__ import annotations

from dataclasses import dataclass, replace

from fundament.core.message import Message
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.scoring.shown import in_tenths
from fundament.core.version import SCORE_VERSION

MOST_ON_WORD = 15.0  # points on somebody's word and excused together, above which nothing is called enough
STATES = ("absent", "below", "within", "above")
__all__ = ["PART_WEIGHTS", "STATES", "Item", "Part", "Score"]


@dataclass(frozen=True)
class Part:
    """One of the five parts: points earned of `max`."""

    name: str
    points: float
    max: float


@dataclass(frozen=True)
class Item:
    """Where points of a part come from: a term, entity, subtopic, measure or place, with its state and what would be right.

    key: of the thing, stable; subject: the name of a term, entity or subtopic ("" for a measure or place, whose name `fundament.messages` has by its key).
    value is the text's figure (uses, words, ...); low and high are the target (equal to value when there is none).
    """

    part: str
    key: str
    subject: str
    points: float
    max: float
    state: str
    value: float
    low: float
    high: float
    reason: tuple[Message, ...]


@dataclass(frozen=True)
class Denied:
    """A sentence that earns nothing. block: the number of its block; start, end: characters of the block's text; guard: of `guards.verdicts.GUARDS`; source: address of
    the competitor it is copied from, or ""."""

    block: int
    start: int
    end: int
    guard: str
    source: str = ""


@dataclass(frozen=True)
class AsProposed:
    """A text against what was proposed, where decisions have moved much of it. moved: points of 100 that they moved."""

    total: float
    aim: float
    enough: float
    is_aim_firm: bool
    moved: float
    is_confirmed: bool

    @property
    def holds_back(self) -> bool:
        """Whether the text is below the aim as proposed, and no editor has confirmed the plan."""
        return self.total < self.aim and not self.is_confirmed


@dataclass(frozen=True)
class Thin:
    """A block that says little beside its terms. block: its number; share: of its points that count, 0..1."""

    block: int
    share: float


@dataclass(frozen=True)
class Score:
    """total: 0..100, the sum of the parts; every part is the sum of its items' points. own_headings: the text's headings with text below
    them that are of no subtopic of the competitors: its own angle. is_aim_firm: see `aim`. on_word: points that rest on the word of a
    person; excused: points that competitors have on targets that are not for this page (see `said`). denied: sentences that earn nothing; doubted: sentences whose order of words a person should look at;
    thin: blocks that say little beside their terms; still_open: what must be there before a text is called enough, as "part:key"; notes: what is to be said of the whole."""

    total: float
    parts: tuple[Part, ...]
    items: tuple[Item, ...]
    aim: float
    enough: float
    words: int
    own_headings: tuple[str, ...] = ()
    is_aim_firm: bool = True
    on_word: float = 0.0
    excused: float = 0.0
    denied: tuple[Denied, ...] = ()
    notes: tuple[Message, ...] = ()
    as_proposed: AsProposed | None = None
    doubted: tuple[Denied, ...] = ()
    thin: tuple[Thin, ...] = ()
    still_open: tuple[str, ...] = ()
    version: str = SCORE_VERSION

    @property
    def shown_parts(self) -> tuple[Part, ...]:
        """The parts with points in tenths that add up to the total in tenths."""
        return tuple(
            replace(part, points=points) for part, points in zip(self.parts, in_tenths([p.points for p in self.parts]), strict=True)
        )

    @property
    def may_be_enough(self) -> bool:
        """Whether a text with this score may be called enough at all."""
        if self.as_proposed is not None and self.as_proposed.holds_back:
            return False
        if self.still_open or self.doubted:
            return False
        return self.is_aim_firm and self.on_word + self.excused <= MOST_ON_WORD

    @property
    def is_enough(self) -> bool:
        """Whether the text is called enough: the aim is reached, and nothing speaks against it."""
        return bool(self.aim) and self.total >= self.aim and self.may_be_enough

    def items_of(self, part: str) -> tuple[Item, ...]:
        """The items of one part, in the yardstick's order."""
        return tuple(item for item in self.items if item.part == part)
