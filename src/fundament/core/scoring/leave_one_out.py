"""Every competitor's score against the yardstick of the others.

A page must not be held against itself: what it gave is taken out of every count, range and weight before it is scored, and its sections out of the
subtopics. What the others share on too few pages goes. The other pages' candidates are not gathered anew, and the page's own features are
those with the yardstick of all, unless a phrase goes that it uses; so nineteen scores cost little more than nineteen texts.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.vectors import embed
from fundament.core.scoring.block_features import BEST_SENTENCES, highest
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, draft_features
from fundament.core.scoring.headings import headings_with_text
from fundament.core.scoring.points import points_of
from fundament.core.scoring.subtopic_vectors import Sections, SubtopicVectors
from fundament.core.scoring.targets import Targets
from fundament.core.yardstick.build import structure_table, usual_words
from fundament.core.yardstick.entities import entity_weights
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.ranges import robust_ranges, targets_of
from fundament.core.yardstick.section_similarity import section_vectors
from fundament.core.yardstick.subtopics import on_pages, subtopic_weights
from fundament.core.yardstick.terms import ceilings_of, densities_of, quartiles_of, term_weights, use_tables

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]


@dataclass(frozen=True, eq=False)
class _Tables:
    """What the yardstick's pages have, a column per page: uses and prominence of terms, salience of entities, subtopics, structure."""

    counts: Numbers
    prominent: Numbers
    specific: Numbers
    heads: Mask
    salience: Numbers
    own: Mask
    subtopics: Mask
    structure: Numbers
    words: Numbers


def competitor_scores(yardstick: Yardstick, pages: Sequence[ComparedPage]) -> dict[str, float]:
    """The score (0..100) of each page by its address, against the others. pages: all of those the yardstick was built from, at least two."""
    tables = _tables_of(yardstick)
    page_of = {page.reading.url: page for page in pages}
    plain = CompiledYardstick(replace(yardstick, subtopics=()))  # these differ from page to page
    keyword_lemmas = frozenset(plain.keyword_lemmas)
    sections = Sections.of(yardstick.subtopics, keyword_lemmas, yardstick.language)
    section_page = np.array([h.url for s in yardstick.subtopics for h in s.headings], dtype=object)
    scores = {}
    for number, summary in enumerate(yardstick.pages):
        reading = page_of[summary.url].reading
        features = draft_features(plain, reading)
        targets, terms, entities, subtopics = _targets_without(yardstick, tables, number)
        if _goes_with_it(features, terms, entities):
            features = draft_features(CompiledYardstick(_with_only(yardstick, terms, entities)), reading)
        else:
            features = replace(
                features, terms=features.terms[terms], mentioned=features.mentioned[entities], recognised=features.recognised[entities]
            )
        vectors = SubtopicVectors(_sections_without(sections, section_page != summary.url, subtopics), int(subtopics.sum()))
        best, heading = _closeness(vectors, features, keyword_lemmas, yardstick.language)
        scores[summary.url] = points_of(
            targets, replace(features, best=best, headings=replace(features.headings, similarity=heading))
        ).total
    return scores


def _goes_with_it(features: DraftFeatures, terms: Mask, entities: Mask) -> bool:
    """Whether a page uses a phrase that is none without it: shorter phrases inside it then count, and its sentences are judged anew."""
    return bool(features.mentioned[~entities].any() or features.terms[~terms].any())


def _with_only(yardstick: Yardstick, terms: Mask, entities: Mask) -> Yardstick:
    """The yardstick with these terms and entities, for finding them in a text; its weights and ranges are still those of all pages."""
    return replace(
        yardstick,
        terms=tuple(itertools.compress(yardstick.terms, terms)),
        entities=tuple(itertools.compress(yardstick.entities, entities)),
        subtopics=(),
    )


def _tables_of(yardstick: Yardstick) -> _Tables:
    pages = yardstick.pages
    shape = (0, len(pages))
    counts, prominent = use_tables(yardstick.terms) if yardstick.terms else (np.zeros(shape), np.zeros(shape))
    return _Tables(
        counts=counts,
        prominent=prominent,
        specific=np.array([term.specificity for term in yardstick.terms]),
        heads=np.array([term.head for term in yardstick.terms], dtype=bool),
        salience=np.array([entity.salience for entity in yardstick.entities], dtype=float).reshape(-1, len(pages)),
        own=np.array([entity.own for entity in yardstick.entities], dtype=bool),
        subtopics=on_pages(yardstick.subtopics, pages),
        structure=structure_table(pages),
        words=np.array([page.words for page in pages], dtype=float),
    )


def _targets_without(yardstick: Yardstick, tables: _Tables, left_out: int) -> tuple[Targets, Mask, Mask, Mask]:
    """The targets that the other pages give, and which terms, entities and subtopics remain."""
    keep = np.arange(len(yardstick.pages)) != left_out
    pages = [page for page, kept in zip(yardstick.pages, keep, strict=True) if kept]
    planned = usual_words(pages, yardstick.settings)
    least = min(2, len(pages))
    counts, salience, there = tables.counts[:, keep], tables.salience[:, keep], tables.subtopics[:, keep]
    terms = (counts > 0).sum(axis=1) >= least
    entities = ((salience > 0).sum(axis=1) >= least) | tables.own
    subtopics = there.sum(axis=1) >= least
    counts, prominent = counts[terms], tables.prominent[:, keep][terms]
    ranges = robust_ranges(np.concatenate((tables.structure[:, keep], densities_of(counts, tables.words[keep]))))  # together, for speed
    structure, densities = ranges[: len(tables.structure)], ranges[len(tables.structure) :]
    uses = targets_of(quartiles_of(densities), planned)
    targets = Targets(
        term_weight=term_weights(counts, prominent, tables.specific[terms], pages),
        term_low=uses[:, 0],
        term_ceiling=ceilings_of(uses, tables.heads[terms]),
        entity_weight=entity_weights(salience[entities], tables.own[entities]),
        subtopic_weight=subtopic_weights(there[subtopics], pages),
        structure=dict(zip(pages[0].structure, structure, strict=True)),
        planned_words=planned,
    )
    return targets, terms, entities, subtopics


def _sections_without(sections: Sections, others: Mask, subtopics: Mask) -> Sections:
    """The sections of the other pages in the subtopics that remain, these numbered anew."""
    keep = others & subtopics[sections.owner] if len(sections.owner) else np.zeros(0, dtype=bool)
    number = np.cumsum(subtopics) - 1
    return Sections(sections.headings[keep], sections.texts[keep], number[sections.owner[keep]])


def _closeness(vectors: SubtopicVectors, features: DraftFeatures, keyword_lemmas: frozenset[str], language: str) -> tuple[Numbers, Numbers]:
    """`best` and `heading` of features (see DraftFeatures) for subtopic vectors."""
    nothing = np.zeros((BEST_SENTENCES, vectors.count))
    real = [sentence for block in features.blocks for sentence in block.features.real]
    best = highest(vectors.sentence_similarity(embed(real)), nothing) if real else nothing
    counted, _ = headings_with_text(features.blocks)
    headings = [(block.text, block.text) for block in counted if block.level >= 2]
    if not headings or not vectors.count:
        return best, np.zeros(vectors.count)
    found = section_vectors(headings, keyword_lemmas, language)
    return best, np.asarray(vectors.heading_similarity(found).max(axis=0))
