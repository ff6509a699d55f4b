"""What the pages of a consensus have, as tables with a column per page; and what is left of it when one page is not counted."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.yardstick.build import structure_table
from fundament.core.yardstick.entity_finding.entities import worth_of
from fundament.core.yardstick.model import Consensus
from fundament.core.yardstick.section_groups.subtopics import on_pages
from fundament.core.yardstick.term_finding.terms import added_masks, use_tables

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]


@dataclass(frozen=True, eq=False)
class PageTables:
    """What the yardstick's pages have, a column per page: uses and prominence of terms, salience of entities, subtopics, structure."""

    counts: Numbers
    prominent: Numbers
    specific: Numbers
    heads: Mask
    salience: Numbers
    subtopics: Mask
    structure: Numbers
    words: Numbers
    own_terms: Mask
    kept_terms: Mask
    own_entities: Mask
    kept_entities: Mask
    entity_worth: Numbers
    kept_subtopics: Mask


def tables_of(yardstick: Consensus) -> PageTables:
    """The tables of a consensus."""
    own_terms, kept_terms = added_masks(yardstick.terms)
    own_entities, kept_entities = added_masks(yardstick.entities)
    pages = yardstick.pages
    shape = (0, len(pages))
    counts, prominent = use_tables(yardstick.terms) if yardstick.terms else (np.zeros(shape), np.zeros(shape))
    return PageTables(
        counts=counts,
        prominent=prominent,
        specific=np.array([term.telling for term in yardstick.terms]),
        heads=np.array([term.head for term in yardstick.terms], dtype=bool),
        salience=np.array([entity.salience for entity in yardstick.entities], dtype=float).reshape(-1, len(pages)),
        subtopics=on_pages(yardstick.subtopics, pages),
        structure=structure_table(pages),
        words=np.array([page.words for page in pages], dtype=float),
        own_terms=own_terms,
        kept_terms=kept_terms,
        own_entities=own_entities,
        kept_entities=kept_entities,
        entity_worth=worth_of(yardstick.entities),
        kept_subtopics=added_masks(yardstick.subtopics)[1],
    )


def remaining(tables: PageTables, left_out: int) -> tuple[Mask, Mask, Mask]:
    """Which terms, entities and subtopics the other pages share. What a person added or keeps stays, whoever has it."""
    keep = np.arange(len(tables.words)) != left_out
    least = min(2, int(keep.sum()))
    terms = ((tables.counts[:, keep] > 0).sum(axis=1) >= least) | tables.own_terms | tables.kept_terms
    entities = ((tables.salience[:, keep] > 0).sum(axis=1) >= least) | tables.own_entities | tables.kept_entities
    subtopics = (tables.subtopics[:, keep].sum(axis=1) >= least) | tables.kept_subtopics
    return terms, entities, subtopics
