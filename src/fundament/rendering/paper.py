"""A paper as a list of blocks. Every format renders the same blocks, so that no format says more or less than another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field


@dataclass(frozen=True)
class Heading:
    """level: 1 is the paper's title."""

    level: int
    text: str


@dataclass(frozen=True)
class Paragraph:
    """lead: the answer, set larger. muted: a remark."""

    text: str
    lead: bool = False
    muted: bool = False


@dataclass(frozen=True)
class Facts:
    """Names with what they are, as lines."""

    rows: Sequence[tuple[str, str]]


@dataclass(frozen=True)
class Points:
    """A list."""

    items: Sequence[str]


@dataclass(frozen=True)
class Table:
    """headings: of the columns. numbers: which of them are numbers, and set right. widths: shares of the width, together 1."""

    headings: Sequence[str]
    rows: Sequence[Sequence[str]]
    numbers: frozenset[int] = frozenset()
    widths: Sequence[float] = ()


@dataclass(frozen=True)
class Section:
    """A section of an outline: its heading as the writer's text will have it, facts about it in one line, and notes."""

    level: int
    heading: str
    facts: str = ""
    notes: str = ""
    meant: Sequence[tuple[str, str]] = ()


Block = Heading | Paragraph | Facts | Points | Table | Section


@dataclass(frozen=True)
class Paper:
    """title: also of the file. source: whose it is, in the footer. language: a code. logo: a PNG, or nothing."""

    title: str
    source: str
    language: str
    blocks: Sequence[Block] = field(default_factory=list)
    logo: bytes = b""
