"""What a text says beside its terms: the signs of substance, and the competitors' own level of them.

Fluent text that says nothing weaves every term into sensible sentences. Honest text has beside its terms concrete things, words that other pages on the subject use far above general language, own rare
words, names and numbers; empty text has importance, confidence and attention. The signs are taken over windows of WINDOW sentences of running text, where a word counts once:

    said     = (shared + min(own, shared)) / content words
    concrete = concrete nouns that are no word of a term / different content words
    abstract = abstract nouns / different content words

shared: of each word on two other pages or more log10 of how much more often than in general language, less 0.3, at most 1. own: 1 for a word that is rare in general language and in its list, 0.7 for a
number or acronym; a word in no list and on no page counts nothing. A window's value is the log odds of a logistic regression over the three signs, each divided by the pages' median, of abstract nouns only what is above 1.5 times it (docs/quality.md says on
which texts it was learned and tried). The value of a sentence is that of the better of its windows. Concrete and abstract nouns are told by WordNet's lexicographer files (first sense, wndb(5)), so a language without
them has no substance and nothing is taken there.
"""

from __future__ import annotations

import functools
import importlib
import math
import zlib
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence
from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of

Numbers = NDArray[np.float64]
WINDOW, LEAST_SENTENCES = 10, 8
LEAST_PAGES = 5  # with fewer nobody knows what is usual
CONCRETE = frozenset(
    ["artefact", "substance", "object", "body", "plant", "animal", "food", "quantity", "time", "location", "person", "phenomenon", "shape"]
)
ABSTRACT = frozenset(
    [
        "attribute",
        "cognition",
        "feeling",
        "relation",
        "state",
        "act",
        "communication",
        "event",
        "process",
        "motive",
        "group",
        "possession",
        "top",
    ]
)
SHARED_LESS, OTHER_PAGES = 0.3, 2
CONTENT_BELOW, RARE_BELOW = 10**-3.4, 10**-5.2  # shares of running words: Zipf values 5.6 and 3.8
KNOWN_FROM = 1.1e-8  # what wordfreq has no entry for is given less
OF_NUMBER = 0.7
WEIGHTS, CONSTANT = (7.07, 2.48, -6.34), -6.68
MOST_ABSTRACT = 1.5  # times the pages' median that advice and reports may have
MOST_SIGN = 2.5  # times the pages' median
FLOOR_SHARE, MARGIN = 0.05, 0.5  # of a page's sentences lie below its floor; the floor is so much lower, for honest texts of other manners
LEAST_FACTOR = 0.2
STEP = 0.2  # factors are taken in such steps


class SaidWord(NamedTuple):
    """A content word in a sentence. key: equal for equal lemmas; worth: (shared, own, concrete, abstract) where it counts for the first time in a window."""

    key: int
    worth: tuple[float, float, float, float]


@dataclass(frozen=True)
class Substance:
    """What the competitors say beside their terms.

    term_words: the lemmas of the terms as proposed; shared: worth of each word on two pages or more, 0..1; medians: of the three signs over the windows of all pages; floor: the value below which a
    text says less than the pages do.
    """

    term_words: tuple[str, ...] = ()
    shared: dict[str, float] = field(default_factory=dict)
    medians: tuple[float, float, float] = (1.0, 1.0, 1.0)
    floor: float = 0.0


def has_substance(language: str) -> bool:
    """Whether substance can be told in a language: where noun kinds and parts of speech are known, and it was shown on honest texts."""
    return bool(pack_of(language).substance)


@functools.lru_cache(maxsize=50_000)
def noun_class(lemma: str, senses: str) -> int:
    """1 for a concrete noun, -1 for an abstract one, 0 for what is none, by its most frequent sense. senses: module of the language package that knows them."""
    found = importlib.import_module(f"fundament.core.language.{senses}").noun_senses(lemma)
    kind = found[0].kind if found else ""
    return 1 if kind in CONCRETE else -1 if kind in ABSTRACT else 0


class Lexicon:
    """What the words of a study's sentences say; kept with the yardstick they are scored by."""

    def __init__(self, substance: Substance, language: str) -> None:
        self.shared, self.terms, self.language = substance.shared, frozenset(substance.term_words), language
        pack = pack_of(language)
        self._senses = pack.noun_senses
        self._tag = importlib.import_module(f"fundament.core.language.{pack.tagger}").tag_words
        self._functional = function_words(language)
        self._known: dict[tuple[str, bool, bool], SaidWord] = {}

    def words(self, sentence: Sentence) -> list[SaidWord]:
        """The content words of a sentence, in its order."""
        tags = self._tag([token.text for token in sentence.tokens], sentence.joined)
        found = []
        for token, lemma, tag in zip(sentence.tokens, sentence.lemmas, tags, strict=True):
            if token.text.lower() in self._functional or lemma in self._functional:
                continue
            key = lemma, tag in ("NOUN", "PROPN"), len(token.text) > 1 and token.text.isupper()
            word = self._known.get(key)
            if word is None:
                word = self._known[key] = self._word(*key)
            found.append(word)
        return found

    def _word(self, lemma: str, is_noun: bool, is_acronym: bool) -> SaidWord:
        key = zlib.crc32(lemma.encode("utf-8", "surrogatepass"))
        if not lemma[:1].isalpha():
            return SaidWord(key, (0.0, OF_NUMBER, 0.0, 0.0))
        kind = noun_class(lemma, self._senses) if is_noun else 0
        concrete, abstract = float(kind > 0 and lemma not in self.terms), float(kind < 0)
        shared = own = 0.0
        frequency = word_general_frequency(lemma, self.language)
        if lemma not in self.terms and frequency < CONTENT_BELOW:
            shared = self.shared.get(lemma, 0.0)
            if not shared:
                own = 1.0 if KNOWN_FROM < frequency < RARE_BELOW else OF_NUMBER if is_acronym else 0.0
        return SaidWord(key, (shared, own, concrete, abstract))


@dataclass(frozen=True, eq=False, slots=True)
class SaidWords:
    """The content words of several sentences. sentence: the number of each one's sentence; keys and worth: see SaidWord, worth of shape (words, 4)."""

    sentence: NDArray[np.int32]
    keys: NDArray[np.int64]
    worth: NDArray[np.float32]

    @staticmethod
    def of(sentences: Sequence[Sequence[SaidWord]]) -> SaidWords:
        """sentences: from `Lexicon.words`, each."""
        words = [word for sentence in sentences for word in sentence]
        return SaidWords(
            np.repeat(np.arange(len(sentences), dtype=np.int32), [len(sentence) for sentence in sentences]),
            np.array([word.key for word in words], dtype=np.int64),
            np.array([word.worth for word in words], dtype=np.float32).reshape(-1, 4),
        )

    @property
    def bytes(self) -> int:
        """What its arrays hold."""
        return self.sentence.nbytes + self.keys.nbytes + self.worth.nbytes


def signs(words: SaidWords, count: int) -> Numbers:
    """The three signs of each window of a text of so many sentences, at least LEAST_SENTENCES; shape (windows, 3)."""
    size = min(WINDOW, count)
    windows = count - size + 1
    sentence = words.sentence.astype(np.int64)
    order = np.lexsort((sentence, words.keys))
    keys, at = words.keys[order], sentence[order]
    before = np.where(np.concatenate(([False], keys[1:] == keys[:-1])), np.concatenate(([-1], at[:-1])), -1)
    # a word counts in the windows that hold it and not its use before: those that begin after that use
    first, last = np.maximum(np.maximum(at - size + 1, before + 1), 0), np.minimum(at, windows - 1)
    counts = first <= last
    values = np.concatenate((words.worth[order], np.ones((len(at), 1), dtype=np.float32)), axis=1)[counts].astype(float)
    edges = np.zeros((windows + 1, 5))
    np.add.at(edges, first[counts], values)
    np.add.at(edges, last[counts] + 1, -values)
    shared, own, concrete, abstract, different = np.cumsum(edges[:-1], axis=0).T
    running = np.concatenate(([0], np.cumsum(np.bincount(sentence, minlength=count))))
    everything = np.maximum(1, running[size:] - running[:-size])
    different = np.maximum(1.0, different)
    return np.stack([(shared + np.minimum(own, shared)) / everything, concrete / different, abstract / different], axis=1)


def sentence_values(found: Numbers, medians: Sequence[float], count: int) -> Numbers:
    """The value of each sentence of a text: that of the better of its windows. found: from `signs`."""
    relative = np.minimum(found / np.maximum(np.array(medians), 1e-6), [MOST_SIGN, MOST_SIGN, MOST_SIGN + MOST_ABSTRACT])
    relative[:, 2] = np.maximum(relative[:, 2] - MOST_ABSTRACT, 0.0)
    values = relative @ np.array(WEIGHTS) + CONSTANT
    size = min(WINDOW, count)
    padded = np.concatenate((np.full(size - 1, -np.inf), values, np.full(size - 1, -np.inf)))
    return np.asarray(np.lib.stride_tricks.sliding_window_view(padded, size).max(axis=1))


def factors_of(values: Numbers, floor: float) -> Numbers:
    """What is left of each sentence's credit: 1 from the floor on, below it max(LEAST_FACTOR, e^(value - floor))."""
    return np.asarray(np.clip(np.exp(np.minimum(values - floor, 0.0)), LEAST_FACTOR, 1.0))


def in_steps(factor: float) -> float:
    """A factor in steps of STEP."""
    return round(max(LEAST_FACTOR, round(factor / STEP) * STEP), 4)


def shared_words(counts: Sequence[Counter[str]], language: str, without: int = -1) -> dict[str, float]:
    """Worth (0..1) of the words on two of these pages or more. counts: uses of each word by page. without: the number of a page that is left out."""
    pages = [count for number, count in enumerate(counts) if number != without]
    words = 2 * sum(count.total() for count in pages)  # about half of running text are content words
    uses, on = Counter[str](), Counter[str]()
    for count in pages:
        uses.update(count)
        on.update(count.keys())
    found = {}
    for word, number in uses.items():
        if on[word] >= OTHER_PAGES:
            worth = math.log10(number / words / word_general_frequency(word, language)) - SHARED_LESS
            if worth > 0.0:
                found[word] = round(min(1.0, worth), 3)
    return found


def content_counts(sentences: Sequence[Sentence], language: str) -> Counter[str]:
    """Uses of each content word (its lemma) in sentences."""
    functional = function_words(language)
    return Counter(
        lemma
        for sentence in sentences
        for token, lemma in zip(sentence.tokens, sentence.lemmas, strict=True)
        if token.text[0].isalpha() and lemma not in functional and token.text.lower() not in functional
    )
