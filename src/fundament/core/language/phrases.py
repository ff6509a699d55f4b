"""Finding many phrases in a sentence: longest match first, left to right, without overlaps.

A phrase inside a longer one is thereby counted only for its own uses.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

_ENDS = ""  # no lemma is empty, so this key can hold the number of the phrase that ends at a node
_Node = dict[str, Any]


class Match(NamedTuple):
    """A use of a phrase: the phrase's number and its token bounds in the sentence."""

    phrase: int
    start: int
    end: int


class PhraseMatcher:
    """Matches phrases given as lemma tuples; several tuples may share a number (variants of one term). A trie over lemmas."""

    def __init__(self, phrases: Iterable[tuple[tuple[str, ...], int]]) -> None:
        self._root: _Node = {}
        for lemmas, number in phrases:
            node = self._root
            for lemma in lemmas:
                node = node.setdefault(lemma, {})
            if lemmas:
                node.setdefault(_ENDS, number)

    def find(self, lemmas: Sequence[str], joined: Sequence[bool]) -> list[Match]:
        """All matches in one sentence; a phrase never crosses a comma or other mark between words."""
        matches: list[Match] = []
        length, free = len(lemmas), 0
        for position, node in enumerate(map(self._root.get, lemmas)):
            if node is None or position < free:
                continue
            found, found_end, end = node.get(_ENDS), position + 1, position + 1
            while end < length and joined[end] and (node := node.get(lemmas[end])) is not None:
                end += 1
                if _ENDS in node:
                    found, found_end = node[_ENDS], end
            if found is not None:
                matches.append(Match(found, position, found_end))
                free = found_end
        return matches
