"""Every competitor's score against the yardstick of the others.

A page must not be held against itself: what it gave is taken out of every count, range and weight before it is scored. What it has of what the others
share is a part of the consensus (`competitor_features`), so that a decision asks for points only.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.figures import Figures, figures_at
from fundament.core.scoring.guards.items import LEAST_SHARE
from fundament.core.scoring.guards.subject import usual_presence
from fundament.core.scoring.page_tables import PageTables, tables_of
from fundament.core.scoring.points import Points, points_of
from fundament.core.scoring.targets import Targets
from fundament.core.scoring.weighting import Weighting
from fundament.core.yardstick.build import usual_words
from fundament.core.yardstick.entities import entity_weights
from fundament.core.yardstick.model import CompetitorFeatures, Consensus
from fundament.core.yardstick.ranges import drawn_to_the_usual, robust_ranges, targets_of
from fundament.core.yardstick.secondary_keywords import secondary_targets
from fundament.core.yardstick.subtopics import subtopic_weights
from fundament.core.yardstick.terms import ceilings_of, densities_of, quartiles_of, term_weights

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]


class Competition(NamedTuple):
    """How the competitors stand, each against the others: scores (0..100) by address; points: of each by "part:key", terms, entities and subtopics by
    their numbers; usual_evidence: the share of the points for terms and entities that the
    median of them earns; keyword_presence: how far they use each word of the keyword; item_share: see `guards.items`."""

    scores: dict[str, float]
    points: dict[str, dict[str, float]]
    usual_evidence: float = 0.0
    keyword_presence: tuple[float, ...] = ()
    item_share: float = LEAST_SHARE


def competition(consensus: Consensus, planned_words: int, weighting: Weighting) -> Competition:
    """Each page as if it had the planned length (0: the median of the others)."""
    if not consensus.competitors:
        return Competition({}, {})
    tables = tables_of(consensus)
    targets = [_targets_without(consensus, tables, n, page, planned_words, weighting) for n, page in enumerate(consensus.competitors)]
    texts = [_Scorable(figures_at(page.figures, own.planned_words), page) for own, page in zip(targets, consensus.competitors, strict=True)]
    first = [points_of(own, text) for own, text in zip(targets, texts, strict=True)]
    items = float(np.percentile([points.item_share for points in first], 75))
    evidence = np.array([points.evidence for points in first])
    words = [text.figures.share * text.keyword for text in texts]
    found, by_target = {}, {}
    for number, (own, text) in enumerate(zip(targets, texts, strict=True)):
        own.item_share = max(LEAST_SHARE, items)
        own.usual_evidence = float(np.median(np.delete(evidence, number)))
        own.keyword_presence = usual_presence([others for n, others in enumerate(words) if n != number], len(text.keyword))
        points = points_of(own, text)
        found[text.page.url] = points.total
        by_target[text.page.url] = _by_target(text.page, points)
    presence = usual_presence(words, len(texts[0].keyword))
    return Competition(found, by_target, float(np.median(evidence)), tuple(presence.round(4).tolist()), round(max(LEAST_SHARE, items), 4))


def _by_target(page: CompetitorFeatures, points: Points) -> dict[str, float]:
    found = {f"structure:{name}": value for name, value in points.structure.items()} | {
        f"placement:{name}": value for name, value in points.placement.items()
    }
    for part, numbers, values in (
        ("terms", page.terms, points.terms),
        ("entities", page.entities, points.entities),
        ("subtopics", page.subtopics, points.subtopics),
    ):
        found |= {f"{part}:{number}": value for number, value in zip(numbers, values.tolist(), strict=True) if value > 0.0}
    return found


@dataclass(frozen=True, eq=False)
class _Scorable:
    """A competitor's features as the points are worked out from them."""

    figures: Figures
    page: CompetitorFeatures

    @property
    def structure(self) -> dict[str, float]:
        return self.page.structure

    @property
    def placement(self) -> dict[str, float]:
        return self.page.placement

    @property
    def keyword(self) -> Numbers:
        return np.array(self.page.keyword)

    @property
    def secondary(self) -> dict[str, Numbers]:
        return {zone: np.array(shares) for zone, shares in self.page.secondary.items()}

    @property
    def variety(self) -> float:
        return self.page.variety

    @property
    def earning_share(self) -> float:
        return self.page.earning_share


def _targets_without(
    consensus: Consensus, tables: PageTables, left_out: int, page: CompetitorFeatures, planned_words: int, weighting: Weighting
) -> Targets:
    """The targets that the other pages give."""
    keep = np.arange(len(consensus.pages)) != left_out
    pages = [page for page, kept in zip(consensus.pages, keep, strict=True) if kept]
    terms, entities, subtopics = list(page.terms), list(page.entities), list(page.subtopics)
    counts, prominent = tables.counts[:, keep][terms], tables.prominent[:, keep][terms]
    ranges = robust_ranges(np.concatenate((tables.structure[:, keep], densities_of(counts, tables.words[keep]))))  # together, for speed
    structure, densities = ranges[: len(tables.structure)], ranges[len(tables.structure) :]
    planned = planned_words or usual_words(pages)
    uses = targets_of(drawn_to_the_usual(quartiles_of(densities), (counts > 0).sum(axis=1), len(pages)), planned)
    low, ceiling = weighting.own_targets(uses[:, 0], ceilings_of(uses, tables.heads[terms]), terms)
    return Targets(
        term_weight=weighting.weigh(
            "terms",
            term_weights(counts, prominent, tables.specific[terms], pages, tables.own_terms[terms], tables.kept_terms[terms]),
            terms,
        ),
        term_low=low,
        term_ceiling=ceiling,
        entity_weight=weighting.weigh(
            "entities",
            entity_weights(tables.salience[:, keep][entities], tables.own_entities[entities], tables.kept_entities[entities]),
            entities,
        ),
        subtopic_weight=weighting.weigh(
            "subtopics", subtopic_weights(tables.subtopics[:, keep][subtopics], pages, tables.kept_subtopics[subtopics]), subtopics
        ),
        structure=dict(zip(pages[0].structure, structure, strict=True)),
        planned_words=planned,
        secondary=secondary_targets(pages, consensus.settings.secondary_keywords),
        secondary_factors=weighting.secondary_factors(len(consensus.settings.secondary_keywords)),
    )
