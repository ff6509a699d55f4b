"""What a language has for looking at prose: its syllables, filler words, passive forms, and the name of its dictionary. One declaration per language, in its pack."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

MANY_VOWELS = "aeiouyàáâãäåæèéêëìíîïòóôõöøùúûüÿąęœ"


@dataclass(frozen=True)
class Prose:
    """syllables: of a word in small letters. fillers: words and phrases that mostly add nothing, in small letters. passive: matches a passive form in a sentence in small letters; None where none is
    known. dictionary: the name of a spelling dictionary, "" where the language is checked otherwise or not at all. dictionaries: others by country. questions: the heading over a block of them."""

    syllables: Callable[[str], int]
    fillers: frozenset[str] = frozenset()
    passive: re.Pattern[str] | None = None
    dictionary: str = ""
    dictionaries: Mapping[str, str] = field(default_factory=dict)
    questions: str = "Questions and answers"


def by_vowels(vowels: str, apart: str = "") -> Callable[[str], int]:
    """Syllables counted as runs of vowels. apart: pairs of vowels side by side that are two syllables, parted by blanks."""
    known, pairs = frozenset(vowels), frozenset(apart.split())

    def syllables(word: str) -> int:
        runs = sum(sign in known and (not place or word[place - 1] not in known) for place, sign in enumerate(word))
        return max(1, runs + (sum(word[place : place + 2] in pairs for place in range(len(word) - 1)) if pairs else 0))

    return syllables


def pairs(first: str, second: str) -> str:
    """All pairs of a letter of each."""
    return " ".join(one + other for one in first for other in second)


def fillers(words: str) -> frozenset[str]:
    """A list of words and phrases parted by commas."""
    return frozenset(" ".join(word.split()) for word in words.split(","))


PLAIN = Prose(by_vowels(MANY_VOWELS))
