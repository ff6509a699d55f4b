"""How natural the order of the words of a sentence is, by trigrams over classes of words.

Function words are their own class; all others are told apart by what they may be (the pack's tagger) and their ending, or by their last letters where a
language has no tagger. A sentence's value is the mean over its places of log p(class | two before) / p(class), natural logarithms: near 0 or below for words
in any order, above for natural ones. The trigrams are smoothed down to bigrams and single classes (Witten and Bell 1991, method C) and were counted on texts
that have nothing to do with any study (`tools/make_word_order.py`). A value of one sentence says little; `scoring.guards.word_order` judges passages.

The values of natural sentences, and of sentences whose words were shuffled, lie about normally, the more closely the more places a sentence has. The evidence of a sentence is the logarithm of how
much likelier its value is in a passage half of whose sentences are shuffled than in a natural one; summed over a passage it is a mixture likelihood ratio.
"""

from __future__ import annotations

import functools
import importlib
import json
from collections.abc import Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import KEPT_SENTENCES, Sentence
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of

DATA = Path(__file__).with_name("data")
OPENING, END, BREAK, OTHER, NUMBER, NAME = "^", "$", ",", "?", "#", "&"
MOST_NAMES = 0.5  # of a sentence's words may have a capital as names do; where more have one, it says nothing
ENDING_LETTERS = 2  # of a word, where nothing else tells its class
ENDINGS = ("ing", "ed", "ly", "tion", "s")  # told apart where a tagger tells the class
WORST = -4.0  # of one place: one rare word must not decide
STEP = 0.05  # values are kept in such steps, as one byte
MOST_AGAINST, MOST_FOR = -6.0, 4.0  # log likelihood ratio of one sentence: no single one decides
SHUFFLED_SHARE = 0.5  # of a passage's sentences, where a passage without order is weighed against a natural one

Numbers = NDArray[np.float64]


class Values(NamedTuple):
    """How the values of sentences lie: their middle, and their variance, spread + by_place / places."""

    middle: float
    spread: float
    by_place: float

    def log_density(self, values: Numbers, places: Numbers) -> Numbers:
        """Logarithm of the normal density of the values of sentences with so many places, but for a constant."""
        variance = self.spread + self.by_place / places
        return np.asarray(-0.5 * (values - self.middle) ** 2 / variance - 0.5 * np.log(variance))


@dataclass(frozen=True)
class WordOrder:
    """The counts of one language, as logarithms.

    number: of a class. trigrams: by (a·N + b)·N + c, log p(c|a b) / p(c); bigrams: by b·N + c, (log p(c|b) / p(c), what a trigram that begins with them and
    was never seen takes off); single: by class, what a bigram that begins with it and was never seen has. natural, shuffled: see Values.
    bounds: by sentences in a passage, the evidence above which its words have no natural order. doubts: by sentences in a passage, the mean value below which that may
    be so. certain: whether it was shown on honest texts of many kinds and hands that hardly any is accused; else a passage is only warned of.
    """

    language: str
    number: dict[str, int]
    trigrams: dict[int, float]
    bigrams: dict[int, tuple[float, float]]
    single: list[float]
    natural: Values
    shuffled: Values
    bounds: dict[int, float]
    doubts: dict[int, float]
    certain: bool
    kept: dict[str, tuple[float, int]] = field(default_factory=dict, repr=False, compare=False)

    def evidence(self, sums: Numbers, places: Numbers) -> Numbers:
        """Of each sentence, by its value (sum, number of places): above 0 where it speaks for shuffled words."""
        values = sums / places
        ratio = self.shuffled.log_density(values, places) - self.natural.log_density(values, places)
        return np.asarray(np.log(1.0 - SHUFFLED_SHARE + SHUFFLED_SHARE * np.exp(np.clip(ratio, MOST_AGAINST, MOST_FOR))))

    def value(self, sentence: Sentence) -> tuple[float, int]:
        """(sum over its places, number of places); see the module."""
        return self.value_of(class_sequence(sentence, self.language))

    def value_by_text(self, sentence: Sentence, text: str) -> tuple[float, int]:
        """The same of a sentence with this text; kept, for a page is looked at again with each choice of competitors."""
        found = self.kept.get(text)
        if found is None:
            if len(self.kept) >= KEPT_SENTENCES:
                self.kept.clear()
            found = self.kept[text] = self.value(sentence)
        return found

    def value_of(self, classes: Sequence[str]) -> tuple[float, int]:
        """The same of a sequence of classes."""
        number, size = self.number, len(self.number)
        other, name = number[OTHER], number.get(NAME, -1)
        places = [number.get(name, other) for name in classes]
        total, counted = 0.0, 0
        before = places[0]
        pair = -1
        for place in places[1:]:
            following = before * size + place
            found = self.trigrams.get(pair * size + place) if pair >= 0 else None
            if found is None:
                known = self.bigrams.get(following)
                found = known[0] if known is not None else self.single[before]
                if pair >= 0:
                    less = self.bigrams.get(pair)
                    found += less[1] if less is not None else 0.0
            if place != name:  # a name says nothing: any word may be one
                total += max(WORST, found)
                counted += 1
            pair, before = following, place
        return total, max(1, counted)


def class_sequence(sentence: Sentence, language: str) -> list[str]:
    """The classes of a sentence's words, with what stands before, after and where a mark parts them."""
    capitals = sum([token.text[0].isupper() for token in sentence.tokens[1:]])
    with_names = not pack_of(language).nouns_in_capitals and capitals <= MOST_NAMES * (len(sentence.tokens) - 1)
    found = [OPENING]
    for token, joined in zip(sentence.tokens, sentence.joined, strict=True):
        if not joined and len(found) > 1:
            found.append(BREAK)
        is_name = with_names and token.text[0].isupper() and len(found) > 1 and token.text.lower() not in function_words(language)
        found.append(NAME if is_name else word_class(token.text, language))
    found.append(END)
    return found


@functools.lru_cache(maxsize=60_000)
def word_class(word: str, language: str) -> str:
    """The class of a word, wherever it stands."""
    lower = word.lower()
    if not word[0].isalpha():
        return NUMBER
    pack = pack_of(language)
    if pack.tagger:
        of_word: str = importlib.import_module(f"fundament.core.language.{pack.tagger}").class_of_word(lower)
        if of_word == lower:
            return lower
        ending = next((e for e in ENDINGS if lower.endswith(e) and len(lower) > len(e) + 2), "")
        return f"{of_word}-{ending}"
    if lower in function_words(language):
        return lower
    return f"{'A' if pack.nouns_in_capitals and word[0].isupper() else ''}-{lower[-ENDING_LETTERS:]}"


@functools.cache
def word_order(language: str) -> WordOrder | None:
    """What ships for a language, loaded once; None where nothing does."""
    path = file_of(language)
    if not path.is_file():
        return None
    with np.load(path) as tables:
        said = json.loads(bytes(tables["said"]).decode())
        values = STEP * tables["trigram_values"].astype(float)
        pairs = zip(
            (STEP * tables["bigram_values"].astype(float)).tolist(), (STEP * tables["bigram_less"].astype(float)).tolist(), strict=True
        )
        return WordOrder(
            language=language,
            number={name: place for place, name in enumerate(said["classes"])},
            trigrams=dict(zip(np.cumsum(tables["trigrams"]).tolist(), values.tolist(), strict=True)),
            bigrams=dict(zip(np.cumsum(tables["bigrams"]).tolist(), pairs, strict=True)),
            single=(STEP * tables["single"].astype(float)).tolist(),
            natural=Values(*said["natural"]),
            shuffled=Values(*said["shuffled"]),
            bounds={int(size): bound for size, bound in said["bounds"].items()},
            doubts={int(size): bound for size, bound in said["doubts"].items()},
            certain=said["certain"],
        )


def file_of(language: str) -> Path:
    """Where the counts of a language are."""
    return DATA / f"word_order_{language}.npz"
