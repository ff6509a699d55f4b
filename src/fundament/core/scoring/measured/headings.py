"""What the headings of a text count for: those that have text below them earn points, the others none."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.measured.block_features import PlacedBlock, Similarities
from fundament.core.scoring.measured.coverage import NO_HEADS, Rows

Numbers = NDArray[np.float64]
HEADED_AT = 0.55  # similarity from which a heading is held to be of a subtopic


@dataclass(frozen=True, eq=False)
class CountedHeadings:
    """The headings with text below them. places: the numbers of their blocks, rising. h2, h3 (level 3 and deeper), questions: how many. similarity: of the closest
    per subtopic. h2_keyword: the largest share of the keyword in one of level 2; h1_keyword: in any H1. h1_secondary, h2_secondary: the same of the
    secondary keywords, of each H2. words_below: words of the text below each, before the next heading of its level or a higher one; heads: (subtopic, these) of each heading of a subtopic."""

    places: tuple[int, ...]
    h2: int
    h3: int
    questions: int
    similarity: Numbers
    h2_keyword: float
    h1_keyword: float
    h1_secondary: Similarities | None
    h2_secondary: tuple[Similarities, ...]
    words_below: tuple[int, ...] = ()
    heads: Rows = field(default_factory=lambda: NO_HEADS)


def headings_with_text(blocks: Sequence[PlacedBlock]) -> list[int]:
    """The numbers of the headings that have text below them, before the next heading of their level or a higher one."""
    counted: list[int] = []
    waiting: list[int] = []
    for place, block in enumerate(blocks):
        if block.is_heading:
            waiting = [other for other in waiting if blocks[other].level < block.level]
            waiting.append(place)
        elif waiting and block.is_text:
            counted += waiting
            waiting = []
    return counted


def _highest(blocks: Sequence[PlacedBlock]) -> Similarities | None:
    shares = [block.features.secondary for block in blocks if block.features.secondary is not None]
    return np.asarray(np.max(shares, axis=0)) if shares else None


def count_headings(blocks: Sequence[PlacedBlock], subtopics: int) -> CountedHeadings:
    """The headings of a whole text."""
    places = headings_with_text(blocks)
    counted = [blocks[place] for place in places]
    below = words_below(blocks, places)
    similarity = np.array([b.features.heading if b.level >= 2 else np.zeros(subtopics) for b in counted]).reshape(len(counted), subtopics)
    headed = np.argwhere(similarity >= HEADED_AT)
    return CountedHeadings(
        places=tuple(places),
        h2=sum([b.level == 2 for b in counted]),
        h3=sum([b.level > 2 for b in counted]),
        questions=sum([b.features.asks for b in counted]),
        similarity=np.max([b.features.heading for b in counted], axis=0, initial=0.0) if counted else np.zeros(subtopics),
        h2_keyword=max([b.features.keyword for b in counted if b.level == 2], default=0.0),
        h1_keyword=max([b.features.keyword for b in blocks if b.is_heading and b.level == 1], default=0.0),
        h1_secondary=_highest([b for b in blocks if b.is_heading and b.level == 1]),
        h2_secondary=tuple(b.features.secondary for b in counted if b.level == 2 and b.features.secondary is not None),
        words_below=below,
        heads=np.stack([headed[:, 1], np.array(below, dtype=float)[headed[:, 0]]], axis=1).astype(np.float32) if len(headed) else NO_HEADS,
    )


def words_below(blocks: Sequence[PlacedBlock], places: Sequence[int]) -> tuple[int, ...]:
    """Words of the text below each of these headings, before the next heading of its level or a higher one."""
    running = np.concatenate(([0], np.cumsum([block.features.real_words for block in blocks])))
    ends: dict[int, int] = {}
    waiting: list[int] = []
    for place, block in enumerate(blocks):
        if block.is_heading:
            while waiting and blocks[waiting[-1]].level >= block.level:
                ends[waiting.pop()] = place
            waiting.append(place)
    return tuple(int(running[ends.get(place, len(blocks))] - running[place]) for place in places)
