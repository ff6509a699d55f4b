"""Finding many phrases in a sentence: longest match first, left to right, without overlaps.

A phrase inside a longer one is thereby counted only for its own uses.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import NamedTuple


class Match(NamedTuple):
    """A use of a phrase: the phrase's number and its token bounds in the sentence."""

    phrase: int
    start: int
    end: int


class PhraseMatcher:
    """Matches phrases given as lemma tuples; several tuples may share a number (variants of one term)."""

    def __init__(self, phrases: Iterable[tuple[tuple[str, ...], int]]) -> None:
        self._by_first: dict[str, list[tuple[tuple[str, ...], int]]] = {}
        for lemmas, number in phrases:
            if lemmas:
                self._by_first.setdefault(lemmas[0], []).append((lemmas, number))
        for entries in self._by_first.values():
            entries.sort(key=lambda entry: (-len(entry[0]), entry[0]))

    def find(self, lemmas: Sequence[str], joined: Sequence[bool]) -> list[Match]:
        """All matches in one sentence; a phrase never crosses a comma or other mark between words."""
        matches: list[Match] = []
        position = 0
        length = len(lemmas)
        by_first = self._by_first
        while position < length:
            for phrase, number in by_first.get(lemmas[position], ()):
                end = position + len(phrase)
                if end <= length and tuple(lemmas[position:end]) == phrase and all(joined[position + 1 : end]):
                    matches.append(Match(number, position, end))
                    position = end
                    break
            else:
                position += 1
        return matches
