"""How probable it is that two sections of different pages are about the same thing, in absolute terms.

Likeness among the sections of one study is relative: there is always a closest pair, also where nothing belongs together. Here a logistic regression over
eight signs says how probable it is that a pair belongs together, whatever else is there. Its weights were learned from pairs labelled by hand, of the demo's
studies and of outside pages (`bench/outside/fit_sections.py` makes them and reports them on sets it has not seen).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.frequencies import word_general_frequency
from fundament.core.yardstick.section_groups.section_similarity import Section, SectionTables, SectionWords, cosines, section_tables

Table = NDArray[np.float64]

SIGNS = (
    "headings in meaning", "texts in meaning", "texts' specific words", "headings' specific words", "heading in text", "heading in text, less likely way",
    "heading's share of text", "words",
)  # fmt: skip
MEANS = (-0.0137, -0.0194, 0.0286, 0.0068, 0.1310, 0.0432, 0.0137, 0.0392)
SCALES = (0.1203, 0.1361, 0.0539, 0.0603, 0.1932, 0.1268, 0.0344, 0.0520)
WEIGHTS = (0.6266, 0.3313, 0.6696, -0.2043, 0.0128, 0.1490, 0.0728, -0.0154)
CONSTANT = -4.0135
RAREST = 7.5  # Zipf values at which a word says nothing; below, it says as much as is missing


def pair_signs(
    sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str, tables: SectionTables | None = None
) -> list[Table]:
    """The signs of every pair, each of shape (n, n), in the order of SIGNS.

    sections: with the number of their page; keyword_lemmas: those that all have, which say nothing; tables: of the sections, where they are known.
    """
    tables = tables or section_tables(sections, keyword_lemmas, language)
    specific = _specificity(tables.words.lemmas, keyword_lemmas, language)
    shared, inside, inside_least, density = _headings_in_texts(tables.words, specific)
    return [
        tables.headings_alike, tables.texts_alike, cosines(tables.weights * specific), shared, inside, inside_least, density, tables.words_alike,
    ]  # fmt: skip


def probabilities(
    sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str, tables: SectionTables | None = None
) -> Table:
    """The probability 0..1 that two sections belong together, shape (n, n); 0 for two of one page, which seldom says a thing twice."""
    logits = np.full((len(sections), len(sections)), CONSTANT)
    for sign, mean, scale, weight in zip(pair_signs(sections, keyword_lemmas, language, tables), MEANS, SCALES, WEIGHTS, strict=True):
        logits += (sign - mean) * (weight / scale)
    found: Table = 1.0 / (1.0 + np.exp(-logits))
    page = np.array([number for number, _ in sections])
    found[page[:, None] == page[None, :]] = 0.0
    return found


def _specificity(lemmas: Sequence[str], keyword_lemmas: frozenset[str], language: str) -> Table:
    """How much rarer than the commonest each word is in general language (powers of ten); nothing for the keyword's own."""
    values = [
        0.0
        if lemma in keyword_lemmas
        else max(0.0, RAREST - 9.0 - math.log10(word_general_frequency(lemma, language)))
        if lemma.isalpha()
        else 3.0
        for lemma in lemmas
    ]
    return np.array(values)


def _headings_in_texts(words: SectionWords, specific: Table) -> tuple[Table, Table, Table, Table]:
    """The share of specific words that two headings have in common; the share of one's words that stand in the other's section, on average of the two and of
    the less likely way; how much of the other's text they are."""
    used = words.in_any_heading
    in_heading, in_section = words.heading_lemmas()
    rarity = np.log(1.0 + len(in_heading) / np.maximum(in_heading.sum(axis=0), 1.0))

    def share(weighted: Table, others: Table) -> Table:
        whole = weighted.sum(axis=1)[:, None]
        found = weighted @ others.T
        shares: Table = np.divide(found, whole, out=np.zeros_like(found), where=whole > 0)
        return shares

    weighted = in_heading * rarity * specific[used]
    whole = weighted.sum(axis=1)
    both = weighted @ in_heading.T
    either = whole[:, None] + whole[None, :] - both
    shared = np.divide(both, either, out=np.zeros_like(both), where=either > 0)
    inside = share(in_heading * rarity, in_section)
    uses = np.log1p(words.in_text)
    density = share(weighted, uses[:, used] / np.maximum(1.0, np.linalg.norm(uses, axis=1, keepdims=True)))
    return shared, (inside + inside.T) / 2.0, np.minimum(inside, inside.T), (density + density.T) / 2.0
