"""Whether a phrase is a term of the subject or a word of the kind of text ("default", "specified", "usage").

A logistic regression over signs of a phrase: nearness in meaning to the keyword and to the centre of the other candidates; specificity; burstiness, which is how
often a word comes again in the paragraph that has it (Church and Gale 1995, "Poisson mixtures"); headings; length; parts of speech; frequency in general
language; how many pages have it; and whether it is written with a capital. Its weights were learned from terms of outside pages labelled by hand
(`bench/outside/fit_terms.py` makes them and reports them on sets they were not learned from).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.vectors import embed

Table = NDArray[np.float64]

SIGNS = (
    "keyword",
    "centre",
    "specificity",
    "burstiness",
    "headings",
    "several words",
    "verb",
    "adjective",
    "frequency",
    "pages",
    "capital",
)
MEANS = (0.1174, 0.2224, 2.8070, 0.0845, 0.0907, 0.2875, 0.1217, 0.0475, -5.1565, 0.4304, 0.2000)
SCALES = (0.2001, 0.1754, 0.8230, 0.1255, 0.1744, 0.4526, 0.2948, 0.1933, 1.1954, 0.2167, 0.4000)
WEIGHTS = (0.1519, 0.3511, 1.1091, -0.0434, 0.5757, 0.1398, -0.7219, -0.1286, 0.0521, -0.3905, -0.0124)
CONSTANT = 2.7300
CENTRE_OF = 60  # candidates, the most promising ones
MOST_SPECIFIC = 4.0


@dataclass(frozen=True)
class Phrase:
    """What the signs are taken of. lemmas: of the phrase; uses: on all pages; paragraphs: that have it; shares are of pages (headings, pages) or uses (verb, adjective)."""

    name: str
    lemmas: tuple[str, ...]
    specificity: float
    uses: int
    paragraphs: int
    heading_share: float
    page_share: float
    verb_share: float
    adjective_share: float


def term_signs(phrases: Sequence[Phrase], keyword: str, language: str) -> Table:
    """The signs of phrases, the most promising first, shape (phrases, len(SIGNS))."""
    vectors = embed([phrase.name for phrase in phrases]).astype(np.float64)
    rank = 1.0 / np.arange(1, len(phrases) + 1) ** 0.5
    centre = (vectors * rank[:, None])[:CENTRE_OF].sum(axis=0)
    centre /= np.linalg.norm(centre) or 1.0
    rows = [
        (
            min(phrase.specificity, MOST_SPECIFIC), math.log(max(1.0, phrase.uses / max(1, phrase.paragraphs))), phrase.heading_share, float(len(phrase.lemmas) > 1),
            phrase.verb_share, phrase.adjective_share, math.log10(max(word_general_frequency(lemma, language) for lemma in phrase.lemmas)),
            phrase.page_share, float(phrase.name[:1].isupper()),
        )
        for phrase in phrases
    ]  # fmt: skip
    return np.column_stack([vectors @ embed([keyword])[0].astype(np.float64), vectors @ centre, np.array(rows)])


def termhood(phrases: Sequence[Phrase], keyword: str, language: str) -> Table:
    """The probability 0..1 that each phrase is a term of the subject, shape (phrases,)."""
    if not phrases:
        return np.zeros(0)
    scaled = (term_signs(phrases, keyword, language) - np.array(MEANS)) / np.array(SCALES)
    return np.asarray(1.0 / (1.0 + np.exp(-(CONSTANT + scaled @ np.array(WEIGHTS)))))
