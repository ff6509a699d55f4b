"""The sentence of a page that stands closest to a sentence of a text: what is laid beside it when the two are said to be alike."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

_WORD = re.compile(r"\w+")
LOOKED_AT = 12  # sentences with most words in common, whose runs of words are looked for


@dataclass(frozen=True)
class SourceSentence:
    """text: the sentence; start, end: characters of it that hold the longest run of words that both have."""

    text: str
    start: int
    end: int


def source_sentence(sentence: str, candidates: Sequence[str]) -> SourceSentence | None:
    """The candidate with most of the sentence's words, the longest common run first; None where none shares a word with it. Equal input gives the equal answer."""
    ours = _words(sentence)
    wanted = {word for word, *_ in ours}
    if not wanted:
        return None
    sets = [{word for word, *_ in _words(candidate)} for candidate in candidates]
    shared = [len(wanted & words) / len(wanted | words) if words else 0.0 for words in sets]
    nearest = sorted(range(len(candidates)), key=lambda number: (-shared[number], number))[:LOOKED_AT]
    best: tuple[float, SourceSentence] | None = None
    for number in nearest:
        if not shared[number]:
            break
        theirs = _words(candidates[number])
        run = SequenceMatcher(None, [w for w, *_ in ours], [w for w, *_ in theirs], autojunk=False).find_longest_match()
        value = run.size / len(ours) + shared[number]
        if run.size and (best is None or value > best[0]):
            best = value, SourceSentence(candidates[number], theirs[run.b][1], theirs[run.b + run.size - 1][2])
    return best[1] if best is not None else None


def _words(text: str) -> list[tuple[str, int, int]]:
    return [(found.group().casefold(), found.start(), found.end()) for found in _WORD.finditer(text)]
