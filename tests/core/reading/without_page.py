"""The yardstick of the other competitors, written down plainly: what the fast leave-one-out scores are held against."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from fundament.core.errors import CoreError
from fundament.core.yardstick.build import structure_ranges, zone_shares
from fundament.core.yardstick.entity_finding.entities import weigh_entities
from fundament.core.yardstick.model import Yardstick, proposed_words
from fundament.core.yardstick.section_groups.subtopics import weigh_subtopics
from fundament.core.yardstick.term_finding.terms import use_tables, with_targets, with_weights


def without_page(yardstick: Yardstick, url: str) -> Yardstick:
    """The yardstick of the other competitors: what one page gave is taken out of every count, range and weight.

    Terms and entities that the others share on too few pages go. The other pages' candidates are not gathered anew.
    """
    keep = [n for n, page in enumerate(yardstick.pages) if page.url != url]
    pages = tuple(yardstick.pages[n] for n in keep)
    if not pages:
        raise CoreError("No competitor would remain.")
    planned = proposed_words(pages)
    least = min(2, len(pages))
    counts, prominent = use_tables(yardstick.terms) if yardstick.terms else (np.zeros((0, len(keep))), np.zeros((0, len(keep))))
    counts, prominent = counts[:, keep], prominent[:, keep]
    shared = np.flatnonzero((counts > 0).sum(axis=1) >= least)
    terms = with_targets(with_weights([yardstick.terms[n] for n in shared], pages, counts[shared], prominent[shared]), planned)
    entities = [replace(entity, salience=tuple(entity.salience[n] for n in keep)) for entity in yardstick.entities]
    subtopics = [replace(s, headings=tuple(h for h in s.headings if h.url != url)) for s in yardstick.subtopics]
    return replace(
        yardstick,
        planned_words=planned,
        pages=pages,
        terms=terms,
        entities=weigh_entities([e for e in entities if e.own or sum(1 for value in e.salience if value > 0) >= least]),
        subtopics=weigh_subtopics([s for s in subtopics if len({h.url for h in s.headings}) >= least], pages),
        structure=structure_ranges(pages),
        zones=zone_shares(pages),
    )
