"""Which results are proposed as competitors, and why others are not. A person decides in the end."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import dataclass

LEAST_WORDS = 120
GIANT = 3.5  # times the median

_KIND_NAMES = {
    "product": "a product page",
    "category": "a shop's category page",
    "forum": "a thread written by users",
    "video": "a video page",
    "home": "a home page",
    "encyclopaedia": "an encyclopaedia entry",
}


@dataclass(frozen=True)
class Candidate:
    """What the proposal needs to know of a result that was read."""

    kind: str
    words: int
    language: str


def advice_for(candidates: Sequence[Candidate], language: str) -> list[str]:
    """For each candidate the reason to leave it out, as a sentence, or ""."""
    kinds = [c.kind for c in candidates]
    usual = max(sorted(set(kinds)), key=lambda kind: (kinds.count(kind), kind == "article"), default="article")
    lengths = [c.words for c in candidates if c.kind == usual and c.words >= LEAST_WORDS]
    median = statistics.median(lengths) if lengths else 0
    return [_advice(c, usual, median, language) for c in candidates]


def _advice(candidate: Candidate, usual: str, median: float, language: str) -> str:
    if candidate.words == 0:
        return "No text of its own was found on it."
    if candidate.language != language:
        return f"It is in another language ({candidate.language})."
    if candidate.kind != usual and candidate.kind in _KIND_NAMES:
        return (
            f"It is {_KIND_NAMES[candidate.kind]}, and most of the results are {usual}s."
            if usual != "other"
            else f"It is {_KIND_NAMES[candidate.kind]}."
        )
    if candidate.words < LEAST_WORDS:
        return f"It has only {candidate.words} words of text."
    if median and candidate.words > GIANT * median:
        return f"It is a one-off giant: {candidate.words} words, where {median:.0f} is usual."
    return ""
