"""Whether a passage covers a subtopic, and how much of it that earns.

A passage is a section of a text (what stands under a heading, long ones cut at about 120 words). It covers a subtopic by the words that tell this subtopic from the others, and by the closest of its
sentences:

    value = share of the telling words (by weight) in the passage + CLOSENESS_SHARE x highest cosine of a sentence

A subtopic's telling words are the TELLING heaviest of those in its sections, by min(ln(share of its sections with the word / share of the others' with it), MOST_RATIO) x share of its sections
with it: smoothed log odds, as in keyness (Rayson and Garside 2000), bounded. Whoever only names a subtopic has few of them. From COVERED_FROM on it is covered, from PERHAPS_FROM on perhaps, which counts half: chosen on
a person's labels (docs/quality.md), so that half of what lies between is truly covered.

What it earns: the best passage's level, as far as substance leaves it, times the share of the words that are needed: the lower quartile of the competitors' sections, at the planned length, at most
MOST_NEEDED. A passage serves at most MOST_SERVED subtopics, and together at most its words / MOST_NEEDED of them.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words

Numbers = NDArray[np.float64]
Rows = NDArray[np.float32]
Masks = NDArray[np.uint16]
TELLING, MOST_RATIO, LEAST_RATIO, LEAST_SECTIONS = 12, 3.0, 0.5, 2
CLOSENESS_SHARE = 1.0
PERHAPS_FROM, COVERED_FROM, PERHAPS_CREDIT = 0.40, 0.50, 0.5
MOST_NEEDED, MOST_SERVED = 60.0, 3
NEEDED_IF_UNKNOWN = 30.0  # words of a section, where no competitor's is known
LEAST_BELOW, THIN_SHARE = 15.0, 0.1  # words under a heading, with fewer of which it earns a tenth of its share
NO_PASSAGES: Rows = np.zeros((0, 4), dtype=np.float32)
NO_HEADS: Rows = np.zeros((0, 2), dtype=np.float32)


def section_words(heading: str, below: str, language: str) -> frozenset[str]:
    """The lemmas of a section's content words."""
    functional = function_words(language)
    return frozenset(
        lemma
        for sentence in analyse_text(f"{heading}. {below}", language)
        for token, lemma in zip(sentence.tokens, sentence.lemmas, strict=True)
        if lemma[:1].isalpha() and lemma not in functional and token.text.lower() not in functional
    )


@dataclass(frozen=True, eq=False)
class TellingWords:
    """bits: by lemma, (subtopic, bit of its mask) of those it tells. shares: of each subtopic the share of its telling words that a mask has, shape (subtopics, 2^TELLING)."""

    bits: dict[str, tuple[tuple[int, int], ...]]
    shares: NDArray[np.float32]

    @staticmethod
    def of(sections: Sequence[frozenset[str]], owner: Sequence[int], subtopics: int) -> TellingWords:
        """sections: from `section_words`; owner: the number of each one's subtopic."""
        everywhere: Counter[str] = Counter(word for section in sections for word in section)
        of_subtopic: list[list[frozenset[str]]] = [[] for _ in range(subtopics)]
        for section, number in zip(sections, owner, strict=True):
            of_subtopic[number].append(section)
        bits: dict[str, list[tuple[int, int]]] = {}
        weights = np.zeros((subtopics, TELLING))
        for number, own in enumerate(of_subtopic):
            others = len(sections) - len(own) + 1
            found = []
            for word, uses in Counter(word for section in own for word in section).items():
                ratio = math.log(uses / len(own) * others / (everywhere[word] - uses + 0.5))
                if ratio > LEAST_RATIO and (uses >= LEAST_SECTIONS or len(own) <= LEAST_SECTIONS):
                    found.append((-min(ratio, MOST_RATIO) * uses / len(own), word))
            for bit, (weight, word) in enumerate(sorted(found)[:TELLING]):
                weights[number, bit] = -weight
                bits.setdefault(word, []).append((number, 1 << bit))
        has = (np.arange(1 << TELLING)[:, None] >> np.arange(TELLING)) & 1
        whole = weights.sum(axis=1, keepdims=True)
        shares = (weights / np.where(whole > 0.0, whole, 1.0)) @ has.T
        return TellingWords({word: tuple(places) for word, places in bits.items()}, shares.astype(np.float32))

    def mask(self, lemmas: Sequence[str]) -> Masks:
        """Which telling words of each subtopic are among these lemmas; shape (subtopics,)."""
        found = np.zeros(len(self.shares), dtype=np.uint16)
        for lemma in set(lemmas):
            for number, bit in self.bits.get(lemma, ()):
                found[number] |= bit
        return found


def passages_of(
    telling: TellingWords, sections: NDArray[np.int32], masks: Masks, similar: Rows, words: Numbers, factors: Numbers
) -> Rows:  # fmt: skip
    """What each passage of a text is to the subtopics: rows (subtopic, value, how much of its level counts, words), those of a subtopic together and the best first.

    sections: the number of each block's section, rising; masks, similar: of each block its telling words and the highest cosine of a sentence, shape (blocks, subtopics); words, factors: of each block its
    words in real sentences, and what substance leaves of them.
    """
    if not len(sections) or not masks.shape[1]:
        return NO_PASSAGES
    starts = np.flatnonzero(np.concatenate(([True], sections[1:] != sections[:-1])))
    together = np.bitwise_or.reduceat(masks, starts, axis=0)
    closest = np.maximum.reduceat(similar, starts, axis=0)
    length = np.add.reduceat(words, starts)
    kept = np.add.reduceat(words * factors, starts) / np.maximum(length, 1.0)
    values = telling.shares[np.arange(masks.shape[1]), together] + CLOSENESS_SHARE * np.maximum(closest, 0.0)
    values = np.where(length[:, None] > 0.0, values, 0.0)
    served = min(MOST_SERVED, values.shape[1])
    best = np.argsort(-values, axis=1, kind="stable")[:, :served]
    passage = np.repeat(np.arange(len(starts)), served)
    subtopic, value = best.ravel(), np.take_along_axis(values, best, axis=1).ravel()
    levels = levels_of(value)
    asked = np.bincount(passage, weights=levels, minlength=len(starts))
    room = np.minimum(1.0, length / MOST_NEEDED / np.maximum(asked, 1e-9))
    there = levels > 0.0
    rows = np.stack([subtopic, value, (room * kept)[passage], length[passage]], axis=1)[there]
    return rows[np.lexsort((-rows[:, 2] * levels[there], rows[:, 0]))].astype(np.float32)


def levels_of(values: Numbers | Rows) -> Numbers:
    """1 where covered, PERHAPS_CREDIT where perhaps, else 0."""
    return np.where(values >= COVERED_FROM, 1.0, np.where(values >= PERHAPS_FROM, PERHAPS_CREDIT, 0.0))


def best_levels(passages: Rows, subtopics: int) -> Numbers:
    """Of each subtopic the level of the best passage, whatever its length: whether the text covers it (1), perhaps does, or does not (0)."""
    found = np.zeros(subtopics)
    np.maximum.at(found, passages[:, 0].astype(np.int64), levels_of(passages[:, 1]))
    return found


def text_shares(passages: Rows, share: float, needed: Numbers) -> Numbers:
    """0..1 of each subtopic: what the text earns of its share for the text. share: q, with which a section is taken; needed: words, of each subtopic."""
    owner = passages[:, 0].astype(np.int64)
    levels = levels_of(passages[:, 1])
    words = share * np.bincount(owner, weights=passages[:, 3], minlength=len(needed)) / np.maximum(needed, 1.0)
    return np.asarray(_best_of(owner, levels * passages[:, 2], share, len(needed)) * np.minimum(1.0, words))


def heading_shares(heads: Rows, share: float, needed: Numbers) -> Numbers:
    """0..1 of each subtopic: 1 for a heading with text below it, THIN_SHARE for one with hardly any. heads: (subtopic, words below), a row for each section under a heading of it."""
    owner = heads[:, 0].astype(np.int64)
    enough = heads[:, 1] >= np.minimum(LEAST_BELOW, needed / 2.0)[owner]
    values = np.where(enough, 1.0, THIN_SHARE)
    order = np.lexsort((-values, owner))
    return _best_of(owner[order], values[order], share, len(needed))


def _best_of(owner: NDArray[np.int64], values: Numbers, share: float, size: int) -> Numbers:
    """The mean of the best of each owner's values, each there with the probability `share`; those of an owner together and in falling order."""
    if not len(owner):
        return np.zeros(size)
    first = np.flatnonzero(np.concatenate(([True], owner[1:] != owner[:-1])))
    place = np.arange(len(owner)) - np.repeat(first, np.diff(np.append(first, len(owner))))
    return np.asarray(np.bincount(owner, weights=values * share * (1.0 - share) ** place, minlength=size), dtype=float)


def needed_words(section_lengths: Sequence[Sequence[float]], scale: float) -> Numbers:
    """How many words each subtopic needs: the lower quartile of the competitors' sections on it, scaled to the planned length. section_lengths: words of each subtopic's sections."""
    found = [float(np.percentile(lengths, 25)) if len(lengths) else NEEDED_IF_UNKNOWN for lengths in section_lengths]
    return np.asarray(np.clip(scale * np.array(found, dtype=float), 1.0, MOST_NEEDED))
