"""Which way the sentences around a phrase lean: VADER (Hutto and Gilbert 2014), a lexicon with rules made for short English messages.

Weak by nature on factual prose: most sentences are neutral, and words such as "old" or "hard" lean where nothing is meant. It is shown with examples and counts nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

LEANS_FROM = 0.35  # of the compound value, -1..1; the method's own 0.05 calls half of all factual sentences good or bad
LANGUAGES = ("en",)
MOST_EXAMPLES = 2


@dataclass(frozen=True)
class Tone:
    """How many sentences lean good, lean nowhere, lean bad; the strongest of those that lean."""

    good: int
    neutral: int
    bad: int
    good_examples: tuple[str, ...]
    bad_examples: tuple[str, ...]


@lru_cache(maxsize=1)
def _analyser() -> Any:
    from vaderSentiment.vaderSentiment import SentimentIntensityAnalyzer  # loads its lexicon: only where it is asked for

    return SentimentIntensityAnalyzer()


def tone_of(sentences: Sequence[str], language: str) -> Tone | None:
    """The tone of sentences; None in a language that has no lexicon, or without any."""
    if language not in LANGUAGES or not sentences:
        return None
    leanings = sorted(
        ((float(_analyser().polarity_scores(text)["compound"]), text) for text in dict.fromkeys(sentences)),
        key=lambda pair: (pair[0], pair[1]),
    )
    bad = [text for value, text in leanings if value <= -LEANS_FROM]
    good = [text for value, text in reversed(leanings) if value >= LEANS_FROM]
    return Tone(len(good), len(leanings) - len(good) - len(bad), len(bad), tuple(good[:MOST_EXAMPLES]), tuple(bad[:MOST_EXAMPLES]))
