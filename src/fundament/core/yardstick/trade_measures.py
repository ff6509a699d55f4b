"""The trade's own measures of a term: TF-IDF, WDF*IDF and BM25, for a text against the mean of all competitors and of the first five.

With f uses of a term in a document of L words, N documents, df of them with the term, and M the mean of L:

    TF-IDF   f * (ln((1 + N) / (1 + df)) + 1), each document's values scaled to length 1 (the smooth form of scikit-learn)
    WDF*IDF  log2(f + 1) / log2(L) * log10(1 + N / df)   (within-document frequency: Harman 1986)
    BM25     ln(1 + (N - df + 0.5) / (df + 0.5)) * f * (k1 + 1) / (f + k1 * (1 - b + b * L / M)), k1 = 1.2, b = 0.75 (Robertson and Zaragoza 2009)

They are shown beside the target ranges and count nothing in the score. N and df are those of the competitors, for the text as well.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.yardstick.model import Yardstick

Numbers = NDArray[np.float64]
K1, B = 1.2, 0.75
FIRST = 5
LONGEST = 3  # words of the terms that are measured
MEASURES = {"tf_idf": "TF-IDF", "wdf_idf": "WDF*IDF", "bm25": "BM25"}


@dataclass(frozen=True)
class Measured:
    """One measure of one term. own: of the text, None without one; mean, first: means of all competitors and of the first FIRST of them."""

    own: float | None
    mean: float
    first: float


@dataclass(frozen=True)
class TermMeasures:
    """words: how many the term has; measures: by the names of MEASURES."""

    term: str
    words: int
    measures: dict[str, Measured]


def trade_measures(yardstick: Yardstick, uses: Sequence[float] | None = None, words: int = 0) -> tuple[TermMeasures, ...]:
    """The measures of every term of one to LONGEST words, in the yardstick's order.

    uses: of every term of the yardstick in the text, in the same order; words: the text's length. Without them there is no own value.
    """
    terms = yardstick.terms
    if not terms:
        return ()
    counts = np.array([term.counts for term in terms], dtype=float).T
    lengths = np.array([page.words for page in yardstick.pages], dtype=float)
    tables = measure_tables(counts, lengths)
    own = None
    if uses is not None:
        own = {
            name: table[-1]
            for name, table in measure_tables(
                np.vstack([counts, np.asarray(uses, dtype=float)]), np.append(lengths, words), len(counts)
            ).items()
        }
    found = []
    for number, term in enumerate(terms):
        size = len(term.phrases[0])
        if size > LONGEST:
            continue
        measures = {
            name: Measured(
                round(float(own[name][number]), 6) if own else None,
                round(float(table[:, number].mean()), 6),
                round(float(table[:FIRST, number].mean()), 6),
            )
            for name, table in tables.items()
        }
        found.append(TermMeasures(term.name, size, measures))
    return tuple(found)


def measure_tables(counts: Numbers, lengths: Numbers, documents: int = 0) -> dict[str, Numbers]:
    """The measures as tables of the shape of counts (documents, terms). lengths: words of each document, at least 1.

    documents: how many of the first rows the frequencies N, df and M are taken from (0: all).
    """
    known = counts[: documents or len(counts)]
    size = len(known)
    frequency = (known > 0).sum(axis=0)
    length = np.maximum(lengths, 2.0)[:, None]
    tf_idf = counts * (np.log((1.0 + size) / (1.0 + frequency)) + 1.0)
    norms = np.linalg.norm(tf_idf, axis=1, keepdims=True)
    tf_idf = np.divide(tf_idf, norms, out=np.zeros_like(tf_idf), where=norms > 0)
    wdf_idf = np.log2(counts + 1.0) / np.log2(length) * np.log10(1.0 + size / np.maximum(frequency, 1))
    relative = length / float(lengths[:size].mean() or 1.0)
    bm25 = np.log(1.0 + (size - frequency + 0.5) / (frequency + 0.5)) * counts * (K1 + 1.0) / (counts + K1 * (1.0 - B + B * relative))
    return {"tf_idf": tf_idf, "wdf_idf": wdf_idf, "bm25": bm25}
