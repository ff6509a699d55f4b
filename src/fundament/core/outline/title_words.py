"""What the competitors' title tags have in common."""

from __future__ import annotations

import re
import statistics
from collections import Counter
from collections.abc import Sequence
from itertools import zip_longest
from urllib.parse import urlsplit

from fundament.core.language.function_words import function_words
from fundament.core.language.words import tokenize

LEAST_SHARE = 1 / 3  # of the titles
MOST_WORDS = 10
LEAST_OF_NAME = 4  # letters of a word that is told to be a name by the host
_PARTS = re.compile(r" [|–—·:-] ")


def shared_title_words(titles: Sequence[str], language: str, addresses: Sequence[str] = ()) -> list[tuple[str, int]]:
    """Words that at least a third of the titles have (two at least), as they are mostly written there, with the number of titles; the most shared first.

    addresses: of the pages, in the titles' order. A part of a title that is mostly in the host is the name of who is there, and counts for nothing.
    """
    functional = function_words(language)
    in_titles: Counter[str] = Counter()
    forms: dict[str, Counter[str]] = {}
    for title, address in zip_longest(titles, addresses[: len(titles)], fillvalue=""):
        seen = set()
        for token in tokenize(_without_name(title, urlsplit(address).hostname or ""), language):
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


def _without_name(title: str, host: str) -> str:
    """A title of several parts without those whose long words mostly stand in the host."""
    parts = _PARTS.split(title)
    letters = host.lower().replace("-", "")
    kept = parts[:1]  # what a page is about mostly stands first
    for part in parts[1:]:
        long = [word for word in part.lower().split() if len(word) >= LEAST_OF_NAME]
        if not (long and letters and 2 * sum(word in letters for word in long) > len(long)):
            kept.append(part)
    return " ".join(kept)


def usual_title_length(titles: Sequence[str]) -> int:
    """Characters, the median of the titles there are; 0 without any."""
    lengths = [len(title) for title in titles if title]
    return round(statistics.median(lengths)) if lengths else 0
