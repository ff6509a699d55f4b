"""How alike two sections of pages are in meaning: a heading with the text below it.

Six signs are taken: vectors of the headings' own words; vectors of the texts; vectors of all words weighted by TF-IDF; the words the two share,
weighted by TF-IDF with the heading's words counted four times over (Salton and Buckley 1988); the words their headings share; and the
words of one's heading that stand in the other's text. From all vectors the mean is taken off, so that the subject all sections share does not count. Several
views weigh the signs differently; which is best depends on the pages, so all are used. Two sections that are alike to the same others are drawn
together (shared-neighbour similarity, Jarvis and Patrick 1973, in a graded form). Sections of one page are pushed apart, for a page seldom says a
thing twice, and so, a little, are sections that stand at different places of their pages.
"""

from __future__ import annotations

import functools
import itertools
import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import Vectors, embed, unit
from fundament.core.language.words import tokenize

Distances = NDArray[np.float64]

# shares of the six signs, in the order above, in each view
VIEWS = (
    (0.2, 0.3, 0.0, 0.5, 0.0, 0.0),
    (0.0, 0.0, 0.5, 0.5, 0.0, 0.0),
    (0.0, 0.0, 0.385, 0.385, 0.23, 0.0),
    (0.0, 0.0, 0.385, 0.385, 0.0, 0.23),
)
NEIGHBOURS_SHARES = (0.2, 0.5)  # of the similarity, one setting each
HEADING_WORDS_COUNT = 4
HEADING_WORDS_IN_VECTOR = 2
# what the words alone do not show, as words: (word, pattern, how often it is counted); patterns that begin with one set of characters are fast
_SIGNS = (
    ("money", re.compile(r"[£$€\d](?:(?<=[£$€])\s?\d|(?<=\d)\s?(?:£|€|\$|zł|euros?\b|pounds?\b|dollars?\b))"), 4),
    ("degrees", re.compile(r"[\dd](?:(?<=\d)\s?°|(?<=\bd)egrees\b)"), 2),
)
_NUMBERING = re.compile(
    r"^(?:(?:step|part|chapter|tip|lesson|section|no\.?)?\s*(?:\d+(?:\.\d+)*|one|two|three|four|five|six|seven|eight|nine|ten)\s*[.:)–-]\s+"
    r"|\d+(?:\.\d+)+\s+(?-i:(?=[A-Z“\"])))",
    re.IGNORECASE,
)
SAME_PAGE_PENALTY = 0.8
PLACE_PENALTY = 0.15
HEADING_SHARE = 0.7  # of the vector a draft's heading is compared by; the rest is the text below


@dataclass(frozen=True)
class Section:
    """A heading (H2 or deeper) with the text below it, up to the next heading."""

    heading: str
    level: int
    place: float
    below: str  # its beginning
    text: str  # all of it; of a heading without text of its own, that of the headings under it
    blocks: tuple[str, ...] = ()  # the texts of the blocks it is made of, where they are known


@dataclass(frozen=True, eq=False)
class SectionTables:
    """What both ways of comparing sections need of them, worked out once: their words, with `weights` where a heading's count HEADING_WORDS_COUNT times
    over; and, of shape (n, n), how alike headings, texts and words are."""

    words: SectionWords
    weights: Distances
    headings_alike: Distances
    texts_alike: Distances
    words_alike: Distances


def section_tables(sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str) -> SectionTables:
    """The tables of sections, each given with the number of its page."""
    headings = [plain_heading(section.heading, keyword_lemmas, language) for _, section in sections]
    words = words_of(sections, language)
    weights = words.weights(HEADING_WORDS_COUNT)
    return SectionTables(
        words,
        weights,
        centred_cosines(embed(headings).astype(np.float64)),
        centred_cosines(embed([section.text or section.heading for _, section in sections]).astype(np.float64)),
        cosines(weights),
    )


def section_distances(
    sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str, tables: SectionTables | None = None
) -> list[Distances]:
    """Distances between sections, each given with the number of its page, one matrix per view and share of neighbours.

    Each has shape (n, n), is at least 0, and 0 on the diagonal. tables: of the sections, where they are known.
    """
    tables = tables or section_tables(sections, keyword_lemmas, language)
    words = tables.words
    lemma_vectors = embed(words.lemmas)
    signs = (
        tables.headings_alike,
        tables.texts_alike,
        # after Arora, Liang and Ma 2017
        centred_cosines(unit((words.weights(HEADING_WORDS_IN_VECTOR).astype(np.float32) @ lemma_vectors).astype(np.float64))),
        tables.words_alike,
        *_heading_words(words),
    )
    page = np.array([number for number, _ in sections])
    place = np.array([section.place for _, section in sections])
    apart = SAME_PAGE_PENALTY * (page[:, None] == page[None, :]) + PLACE_PENALTY * np.abs(place[:, None] - place[None, :])
    distances = []
    for shares in VIEWS:
        similarity = sum((share * sign for share, sign in zip(shares, signs, strict=True)), start=np.zeros_like(apart))
        profiles = unit(similarity - similarity.mean(axis=0))
        for neighbours in NEIGHBOURS_SHARES:
            distance = 1.0 - (1.0 - neighbours) * similarity - neighbours * (profiles @ profiles.T) + apart
            np.fill_diagonal(distance, 0.0)
            distances.append(np.asarray(np.clip(distance, 0.0, None), dtype=np.float64))
    return distances


def centred_cosines(vectors: Distances) -> Distances:
    """The cosines between vectors from which their mean is taken, shape (n, n)."""
    centred = unit(vectors - vectors.mean(axis=0, keepdims=True))
    return np.asarray(centred @ centred.T)


def cosines(weights: Distances) -> Distances:
    """The cosines between rows of weights, shape (n, n). In numbers of half the size, which is twice as fast and enough for what they are compared with."""
    rows = unit(weights.astype(np.float32))
    return np.asarray(rows @ rows.T, dtype=np.float64)


@dataclass(frozen=True, eq=False)
class SectionWords:
    """Content lemmas of all sections: in order, with how often each is in the text and in the heading, shape (sections, lemmas)."""

    lemmas: list[str]
    in_text: Distances
    in_heading: Distances

    def heading_lemmas(self) -> tuple[Distances, Distances]:
        """Which of the lemmas that any heading has are in each heading, and in each heading or text, as 0 or 1: the rest says nothing of headings."""
        used = self.in_any_heading
        in_heading = self.in_heading[:, used] > 0
        return in_heading.astype(float), (in_heading | (self.in_text[:, used] > 0)).astype(float)

    @functools.cached_property
    def in_any_heading(self) -> NDArray[np.bool_]:
        """Of each lemma whether a heading has it."""
        return np.asarray((self.in_heading > 0).any(axis=0))

    def weights(self, heading_count: int) -> Distances:
        """(1 + ln tf) * ln(1 + n / df), with uses in the heading counted so many times over."""
        counts = self.in_text + heading_count * self.in_heading
        document_frequency = (counts > 0).sum(axis=0)
        damped = np.log(counts, out=np.zeros_like(counts), where=counts > 0) + (counts > 0)
        return np.asarray(damped * np.log(1.0 + len(counts) / np.maximum(document_frequency, 1)))


def words_of(sections: Sequence[tuple[int, Section]], language: str) -> SectionWords:
    """The content lemmas of the sections; sums of money and degrees are words too."""
    texts, headings = [], []
    for _, section in sections:
        found = Counter(itertools.chain.from_iterable(_content(text, language) for text in section.blocks or (section.text,)))
        for sign, times in _signs_in(f"{section.heading} {section.text}"):
            found[sign] += times
        texts.append(found)
        headings.append(Counter(_content(section.heading, language)))
    lemmas = sorted({lemma for found in (*texts, *headings) for lemma in found})
    column = {lemma: number for number, lemma in enumerate(lemmas)}

    def table(counted: list[Counter[str]]) -> Distances:
        values = np.zeros((len(counted), len(lemmas)))
        for row, found in enumerate(counted):
            values[row, [column[lemma] for lemma in found]] = list(found.values())
        return values

    return SectionWords(lemmas, table(texts), table(headings))


def _heading_words(words: SectionWords) -> tuple[Distances, Distances]:
    """Of the headings' content lemmas, each weighted by ln(1 + n / df): the share two headings have in common (Jaccard), and the share
    of each that stands anywhere in the other's section, on average of the two."""
    in_heading, in_section = words.heading_lemmas()
    weighted = in_heading * np.log(1.0 + len(in_heading) / np.maximum(in_heading.sum(axis=0), 1.0))
    whole = weighted.sum(axis=1)
    both = weighted @ in_heading.T
    either = whole[:, None] + whole[None, :] - both
    shared = np.divide(both, either, out=np.zeros_like(both), where=either > 0)
    inside = np.divide(weighted @ in_section.T, whole[:, None], out=np.zeros_like(both), where=whole[:, None] > 0)
    np.fill_diagonal(shared, 0.0)
    np.fill_diagonal(inside, 0.0)
    return shared, (inside + inside.T) / 2.0


@functools.lru_cache(maxsize=4_000)
def _content(text: str, language: str) -> tuple[str, ...]:
    functional = function_words(language)
    # sentence by sentence, for the sentences of a page are taken to words once
    return tuple(
        token.lemma
        for sentence in analyse_text(text, language)
        for token in sentence.tokens
        if len(token.lemma) > 2 and not token.lemma[0].isdigit() and token.lemma not in functional and token.text.lower() not in functional
    )


@functools.lru_cache(maxsize=4_000)
def _signs_in(text: str) -> tuple[tuple[str, int], ...]:
    return tuple((sign, times) for sign, pattern, times in _SIGNS if pattern.search(text))


def plain_label(heading: str) -> str:
    """A heading without its number: "Step 3: Fit the strip", "6. Lime lasts", "3.2 Locks"."""
    return _NUMBERING.sub("", heading).strip() or heading


@functools.lru_cache(maxsize=8_000)
def plain_heading(text: str, keyword_lemmas: frozenset[str], language: str) -> str:
    """A heading without its number, the keyword's own words and function words; as it is when nothing would remain."""
    functional = function_words(language)
    text = plain_label(text)
    kept = [t.text.lower() for t in tokenize(text, language) if t.lemma not in keyword_lemmas and t.text.lower() not in functional]
    return " ".join(kept) if kept else text.lower()


def section_vectors(sections: Sequence[tuple[str, str]], keyword_lemmas: frozenset[str], language: str) -> Vectors:
    """Vectors (length 1) of (heading, text below), shape (n, dimensions)."""
    headings = embed([plain_heading(heading, keyword_lemmas, language) for heading, _ in sections])
    below = embed([text or heading for heading, text in sections])
    return unit((HEADING_SHARE * headings + (1.0 - HEADING_SHARE) * below).astype(np.float32))
