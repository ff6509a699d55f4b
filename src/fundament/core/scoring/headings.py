"""What the headings of a text count for: those that have text below them earn points, the others none."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.block_features import PlacedBlock

Numbers = NDArray[np.float64]


@dataclass(frozen=True, eq=False)
class CountedHeadings:
    """The headings with text below them: how many of level 2 and deeper, how many ask, similarity of the closest per subtopic, and the largest share
    of the keyword in one of level 2. h1_keyword: the largest share in any H1. waiting: those at the end that text put there would give something
    below."""

    h2: int
    h3: int
    questions: int
    similarity: Numbers
    h2_keyword: float
    h1_keyword: float
    waiting: tuple[PlacedBlock, ...]

    def with_heading(self, block: PlacedBlock) -> CountedHeadings:
        """After one more heading at the end."""
        h1 = max(self.h1_keyword, block.features.keyword) if block.level == 1 else self.h1_keyword
        return replace(self, h1_keyword=h1, waiting=(*(other for other in self.waiting if other.level < block.level), block))

    def with_text(self) -> CountedHeadings:
        """After text was put at the end: what was waiting counts now."""
        return _counting(self, self.waiting) if self.waiting else self


def headings_with_text(blocks: Sequence[PlacedBlock]) -> tuple[list[PlacedBlock], list[PlacedBlock]]:
    """The headings that have text below them, before the next heading of their level or a higher one; and those still open at the end."""
    counted: list[PlacedBlock] = []
    waiting: list[PlacedBlock] = []
    for block in blocks:
        if block.is_heading:
            waiting = [other for other in waiting if other.level < block.level]
            waiting.append(block)
        elif waiting and block.is_text:
            counted += waiting
            waiting = []
    return counted, waiting


def count_headings(blocks: Sequence[PlacedBlock], subtopics: int) -> CountedHeadings:
    """The headings of a whole text."""
    counted, waiting = headings_with_text(blocks)
    h1 = max([b.features.keyword for b in blocks if b.is_heading and b.level == 1], default=0.0)
    return _counting(CountedHeadings(0, 0, 0, np.zeros(subtopics), 0.0, h1, tuple(waiting)), counted, tuple(waiting))


def _counting(known: CountedHeadings, more: Sequence[PlacedBlock], waiting: tuple[PlacedBlock, ...] = ()) -> CountedHeadings:
    if not more:
        return replace(known, waiting=waiting)
    second = [b.features.keyword for b in more if b.level == 2]
    return CountedHeadings(
        h2=known.h2 + len(second),
        h3=known.h3 + sum([b.level > 2 for b in more]),
        questions=known.questions + sum([b.features.asks for b in more]),
        similarity=np.maximum(known.similarity, np.max([b.features.heading for b in more], axis=0)),
        h2_keyword=max([known.h2_keyword, *second]),
        h1_keyword=known.h1_keyword,
        waiting=waiting,
    )
