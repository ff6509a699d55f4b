"""The kinds of common nouns in the languages that WordNet does not have: a table that `tools/make_noun_kinds.py` makes from what words mean across languages."""

from __future__ import annotations

import functools
import gzip
from pathlib import Path

DATA = Path(__file__).parent / "data" / "noun_kinds.txt.gz"
LEAST_TAIL = 4  # letters of the noun that a compound ends in


@functools.cache
def _kinds() -> dict[str, dict[str, str]]:
    """Kind by word by language."""
    found: dict[str, dict[str, str]] = {}
    with gzip.open(DATA, "rt", encoding="utf-8") as lines:
        for line in lines:
            language, kind, *words = line.split()
            found.setdefault(language, {}).update(dict.fromkeys(words, kind))
    return found


def noun_kind(word: str, language: str, *, compounds: bool = False) -> str:
    """The kind of a noun, given in small letters, one of WordNet's; "" where none is known. compounds: whether what a word ends in says it too."""
    table = _kinds().get(language, {})
    if word in table or not compounds:
        return table.get(word, "")
    ends = (word[place:] for place in range(1, len(word) - LEAST_TAIL + 1))
    return next((table[end] for end in ends if end in table), "")
