"""How alike two sections of pages are in meaning: a heading with the text below it.

Four signs are weighed: vectors of the heading's own words, vectors of the text below, and the words the two share, weighted by
TF-IDF with the heading's words counted four times over (Salton and Buckley 1988); from all three the mean is taken off, or rare
words are favoured, so that the subject all sections share does not count. Two sections that are alike to the same others are drawn
together (shared-neighbour similarity, Jarvis and Patrick 1973, in a graded form). Sections of one page are pushed
apart, for a page seldom says a thing twice, and so, a little, are sections that stand at different places of their pages.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import Vectors, embed
from fundament.core.language.words import tokenize

Distances = NDArray[np.float64]

HEADING_WEIGHT, TEXT_WEIGHT, WORDS_WEIGHT = 0.2, 0.3, 0.5
HEADING_WORDS_COUNT = 4
NEIGHBOURS_SHARE = 0.4
SAME_PAGE_PENALTY = 0.8
PLACE_PENALTY = 0.1
HEADING_SHARE = 0.7  # of the vector a draft's heading is compared by; the rest is the text below


@dataclass(frozen=True)
class Section:
    """A heading (H2 or deeper) with the text below it, up to the next heading."""

    heading: str
    level: int
    place: float
    below: str  # its beginning
    text: str  # all of it; of a heading without text of its own, that of the headings under it


def section_distance(sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str) -> Distances:
    """Distances between sections, each given with the number of its page. Shape (n, n), at least 0, 0 on the diagonal."""
    headings = embed([plain_heading(section.heading, keyword_lemmas, language) for _, section in sections])
    texts = embed([section.text or section.heading for _, section in sections])
    similarity = (
        HEADING_WEIGHT * _cosine(headings) + TEXT_WEIGHT * _cosine(texts) + WORDS_WEIGHT * _shared_words(sections, keyword_lemmas, language)
    )
    profiles = similarity - similarity.mean(axis=0)
    lengths = np.linalg.norm(profiles, axis=1, keepdims=True)
    profiles = np.divide(profiles, lengths, out=np.zeros_like(profiles), where=lengths > 0)
    similarity = (1.0 - NEIGHBOURS_SHARE) * similarity + NEIGHBOURS_SHARE * (profiles @ profiles.T)
    page = np.array([number for number, _ in sections])
    place = np.array([section.place for _, section in sections])
    distance = (
        1.0 - similarity + SAME_PAGE_PENALTY * (page[:, None] == page[None, :]) + PLACE_PENALTY * np.abs(place[:, None] - place[None, :])
    )
    np.fill_diagonal(distance, 0.0)
    return np.asarray(np.clip(distance, 0.0, None), dtype=np.float64)


def _cosine(vectors: Vectors) -> Distances:
    centred = _normal(vectors - vectors.mean(axis=0, keepdims=True)).astype(np.float64)
    return np.asarray(centred @ centred.T)


def _shared_words(sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str) -> Distances:
    """Cosine of TF-IDF vectors: (1 + ln tf) * ln(1 + n / df) over content lemmas without the keyword's."""
    counts = []
    for _, section in sections:
        found = Counter(_content(section.text, keyword_lemmas, language))
        for lemma in _content(section.heading, keyword_lemmas, language):
            found[lemma] += HEADING_WORDS_COUNT
        counts.append(found)
    document_frequency = Counter(lemma for found in counts for lemma in found)
    column = {lemma: number for number, lemma in enumerate(sorted(document_frequency))}
    table = np.zeros((len(sections), len(column)))
    for row, found in enumerate(counts):
        for lemma, count in found.items():
            table[row, column[lemma]] = (1.0 + math.log(count)) * math.log(1.0 + len(sections) / document_frequency[lemma])
    lengths = np.linalg.norm(table, axis=1, keepdims=True)
    table = np.divide(table, lengths, out=np.zeros_like(table), where=lengths > 0)
    return np.asarray(table @ table.T)


def _content(text: str, keyword_lemmas: frozenset[str], language: str) -> list[str]:
    functional = function_words(language)
    return [
        token.lemma
        for token in tokenize(text, language)
        if len(token.lemma) > 2
        and not token.lemma[0].isdigit()
        and token.lemma not in keyword_lemmas
        and token.lemma not in functional
        and token.text.lower() not in functional
    ]


def plain_heading(text: str, keyword_lemmas: frozenset[str], language: str) -> str:
    """A heading without the keyword's own words and function words; as it is when nothing would remain."""
    functional = function_words(language)
    kept = [t.text.lower() for t in tokenize(text, language) if t.lemma not in keyword_lemmas and t.text.lower() not in functional]
    return " ".join(kept) if kept else text.lower()


def section_vectors(sections: Sequence[tuple[str, str]], keyword_lemmas: frozenset[str], language: str) -> Vectors:
    """Vectors (length 1) of (heading, text below), shape (n, dimensions)."""
    headings = embed([plain_heading(heading, keyword_lemmas, language) for heading, _ in sections])
    below = embed([text or heading for heading, text in sections])
    return _normal(HEADING_SHARE * headings + (1.0 - HEADING_SHARE) * below)


def _normal(vectors: Vectors) -> Vectors:
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    unit: Vectors = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return unit
