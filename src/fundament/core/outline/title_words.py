"""What the competitors' title tags have in common."""

from __future__ import annotations

import statistics
from collections import Counter
from collections.abc import Sequence

from fundament.core.language.function_words import function_words
from fundament.core.language.words import tokenize

LEAST_SHARE = 1 / 3  # of the titles
MOST_WORDS = 10


def shared_title_words(titles: Sequence[str], language: str) -> list[tuple[str, int]]:
    """Words that at least a third of the titles have (two at least), as they are mostly written there, with the number of titles; the most shared first."""
    functional = function_words(language)
    in_titles: Counter[str] = Counter()
    forms: dict[str, Counter[str]] = {}
    for title in titles:
        seen = set()
        for token in tokenize(title, language):
            word = token.text.lower()
            if word in functional or not word[0].isalpha() or len(word) < 2:
                continue
            forms.setdefault(token.lemma, Counter())[word] += 1
            seen.add(token.lemma)
        in_titles.update(seen)
    least = max(2.0, LEAST_SHARE * len(titles))
    found = [(lemma, count) for lemma, count in in_titles.items() if count >= least]
    found.sort(key=lambda pair: (-pair[1], pair[0]))
    return [(forms[lemma].most_common(1)[0][0], count) for lemma, count in found[:MOST_WORDS]]


def usual_title_length(titles: Sequence[str]) -> int:
    """Characters, the median of the titles there are; 0 without any."""
    lengths = [len(title) for title in titles if title]
    return round(statistics.median(lengths)) if lengths else 0
