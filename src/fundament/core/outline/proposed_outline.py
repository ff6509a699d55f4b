"""Which subtopics an outline should have. Most of the frequent ones and never all: a page needs an angle of its own."""

from __future__ import annotations

import math
import statistics
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from fundament.core.yardstick.model import Subtopic

FREQUENT_SHARE = 1 / 3  # of the competitors have a heading for it
LEAST_PAGES = 3  # but never fewer, where there are as many
PROPOSED_SHARE = 0.8  # of the frequent subtopics
LEAST_SECTION = 40  # words
OUTLINE_SHARE = 0.85  # of the planned length
LEAST_FACTOR, MOST_FACTOR = 0.4, 1.8  # of the usual length of a section


@dataclass(frozen=True)
class Coverage:
    """How far an outline covers the frequent subtopics. Counts of subtopics; proposed: how many are enough."""

    covered: int
    frequent: int
    proposed: int


def frequent_subtopics(subtopics: Sequence[Subtopic], pages: int) -> list[Subtopic]:
    """The subtopics that many competitors head, the most shared first: on a third of the pages, and on three where there are so many. Dropped ones
    (weight 0) are none; what a person says must be there (`must`) is not known here."""
    least = max(min(LEAST_PAGES, pages), math.ceil(FREQUENT_SHARE * pages))
    found = [subtopic for subtopic in subtopics if subtopic.pages >= least and subtopic.weight > 0]
    return sorted(found, key=lambda s: (-s.pages, -s.weight, s.place, s.label))


def coverage(subtopics: Sequence[Subtopic], pages: int, keys: Iterable[str]) -> Coverage:
    """How far the subtopics with these keys cover the frequent ones."""
    frequent = [subtopic.key for subtopic in frequent_subtopics(subtopics, pages)]
    return Coverage(len(set(keys) & set(frequent)), len(frequent), math.ceil(PROPOSED_SHARE * len(frequent)))


def proposed_subtopics(subtopics: Sequence[Subtopic], pages: int, must: Iterable[str] = ()) -> list[Subtopic]:
    """The subtopics an outline is proposed to have, in the competitors' usual order: the most shared four fifths of the frequent ones, and those that must be there.

    must: keys.
    """
    frequent = frequent_subtopics(subtopics, pages)
    wanted = {subtopic.key for subtopic in frequent[: math.ceil(PROPOSED_SHARE * len(frequent))]} | set(must)
    return sorted((s for s in subtopics if s.key in wanted and s.weight > 0), key=lambda s: (s.place, s.label))


def proposed_words(subtopics: Sequence[Subtopic], planned: int, outline: Sequence[Subtopic] = ()) -> dict[str, int]:
    """Words for the section of each subtopic, by key, in tens: the median of the competitors' sections, made longer or shorter by one factor so that the whole outline takes
    OUTLINE_SHARE of the planned length; the rest is for the opening and for what nobody else has.

    outline: the subtopics a whole outline would have (without them these).
    """
    usual = {s.key: float(statistics.median([h.words for h in s.headings if h.words] or [0])) for s in (*outline, *subtopics)}
    whole = sum(usual[s.key] for s in (outline or subtopics))
    factor = min(MOST_FACTOR, max(LEAST_FACTOR, OUTLINE_SHARE * planned / whole)) if planned and whole else 1.0
    return {s.key: max(LEAST_SECTION, round(factor * usual[s.key] / 10) * 10) if usual[s.key] else 0 for s in subtopics}
