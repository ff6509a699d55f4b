"""Secondary keywords: phrases that a text should answer beside its keyword. Their words count in placement, in part.

A text has a share (0..1) of each: 1 word for word, else 0.8 times the share of its words, as with the keyword itself. In the body that is one sentence.
"""

from __future__ import annotations

import functools
import hashlib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.errors import CoreError
from fundament.core.language.words import tokenize
from fundament.core.yardstick.model import PageSummary, Yardstick
from fundament.core.yardstick.structure import contains

Numbers = NDArray[np.float64]
MOST = 50
IN_PART = 0.8  # of a keyword: all its words, but not as it is
EACH, TOGETHER = 0.05, 0.25  # of a placement check's points: for each of them, and for all of them at most


def cleaned(keywords: Iterable[str], keyword: str = "") -> tuple[str, ...]:
    """The phrases without white space around them, doubles, and the keyword itself, in their order. Raises CoreError for more than MOST."""
    found: dict[str, str] = {}
    for phrase in keywords:
        plain = " ".join(phrase.split())
        if plain and plain.lower() != " ".join(keyword.split()).lower():
            found.setdefault(plain.lower(), plain)
    if len(found) > MOST:
        raise CoreError("error.too_many_secondary", count=len(found), most=MOST)
    return tuple(found.values())


def secondary_key(phrase: str) -> str:
    """The key that decisions on a secondary keyword hang on: that of its words, however they are spaced and capitalised."""
    return f"k-{hashlib.sha256(' '.join(phrase.lower().split()).encode()).hexdigest()[:12]}"


def share_of_check(keywords: float) -> float:
    """What part of a placement check's points so many secondary keywords have (one that counts half is half a keyword); the keyword has the rest."""
    return min(EACH * keywords, TOGETHER)


def moved_share(factors: Sequence[float]) -> float:
    """What part of a placement check's points decisions moved between the secondary keywords and the keyword (half the sum of the differences, 0..1)."""
    then = share_of_check(len(factors))
    now = share_of_check(sum(factors))
    each_then = [then / len(factors)] * len(factors) if factors else []
    whole = sum(factors)
    each_now = [now * factor / whole if whole else 0.0 for factor in factors]
    return 0.5 * (abs(now - then) + sum(abs(after - before) for after, before in zip(each_now, each_then, strict=True)))


@dataclass(frozen=True, eq=False)
class SecondaryKeywords:
    """phrases: the lemmas of each. holding: for each lemma the numbers of the phrases it is in. sizes: how many different lemmas each has."""

    phrases: tuple[tuple[str, ...], ...]
    holding: Mapping[str, tuple[int, ...]]
    sizes: Numbers

    def __len__(self) -> int:
        return len(self.phrases)

    def shares(self, lemmas: Sequence[str]) -> Numbers | None:
        """The share of each phrase in some words; None where there is nothing of any."""
        here = self.holding.keys() & set(lemmas)
        if not here:
            return None
        words = np.zeros(len(self.phrases))
        for lemma in here:
            for number in self.holding[lemma]:
                words[number] += 1.0
        found: Numbers = IN_PART * words / self.sizes
        for number in np.flatnonzero(words == self.sizes).tolist():
            if contains(lemmas, self.phrases[number]):
                found[number] = 1.0
        return found

    def in_text(self, text: str, language: str) -> Numbers:
        """The share of each phrase in a short text."""
        found = self.shares([token.lemma for token in tokenize(text, language)]) if text else None
        return np.zeros(len(self.phrases)) if found is None else found


@functools.lru_cache(maxsize=50)
def secondary_keywords(keywords: tuple[str, ...], language: str) -> SecondaryKeywords:
    """Phrases made ready to be looked for. One without a word is in no text."""
    phrases = tuple(tuple(token.lemma for token in tokenize(keyword, language)) for keyword in keywords)
    holding: dict[str, tuple[int, ...]] = {}
    for number, phrase in enumerate(phrases):
        for lemma in dict.fromkeys(phrase):
            holding[lemma] = (*holding.get(lemma, ()), number)
    return SecondaryKeywords(phrases, holding, np.array([max(1, len(set(phrase))) for phrase in phrases], dtype=float))


def secondary_targets(pages: Sequence[PageSummary], keywords: Sequence[str]) -> dict[str, Numbers]:
    """What is asked of each phrase, by zone: what the competitors have there in the mean, at most all its words; in the body, all its words in one sentence."""
    pages = [page for page in pages if page.secondary]
    if not keywords or not pages:
        return {}
    found = {zone: np.minimum(np.mean([page.secondary[zone] for page in pages], axis=0), IN_PART) for zone in pages[0].secondary}
    return found | {"body": np.full(len(keywords), IN_PART)}


@dataclass(frozen=True)
class SecondaryRow:
    """How the competitors stand to a secondary keyword. whole: on how many pages it is word for word in a sentence; in_part: on how many others all its words are in one
    sentence; headed: on how many all its words are in the title tag, H1 or an H2; pages: of how many. key: see `secondary_key`."""

    phrase: str
    whole: int
    in_part: int
    headed: int
    pages: int

    @property
    def key(self) -> str:
        """What decisions on it hang on."""
        return secondary_key(self.phrase)


def secondary_rows(yardstick: Yardstick) -> list[SecondaryRow]:
    """The secondary keywords of a yardstick, in order."""
    pages = [page.secondary for page in yardstick.pages if page.secondary]
    rows = []
    for number, phrase in enumerate(yardstick.settings.secondary_keywords):
        in_body = [page["body"][number] for page in pages]
        headed = sum(max(page[zone][number] for zone in ("title", "h1", "h2")) >= IN_PART - 1e-6 for page in pages)
        whole = sum(share >= 1.0 for share in in_body)
        rows.append(SecondaryRow(phrase, whole, sum(IN_PART - 1e-6 <= share < 1.0 for share in in_body), headed, len(pages)))
    return rows


def credit_of(shares: Numbers, wanted: Numbers, factors: Numbers | None = None) -> float | None:
    """0..1 of what is asked in a zone; None where nothing is. factors: how much each phrase counts, 1 unless decided otherwise."""
    weights = np.ones(len(wanted)) if factors is None else factors
    whole = float((weights * wanted).sum())
    return float((weights * np.minimum(shares, wanted)).sum()) / whole if whole else None
