"""Every competitor's score against the yardstick of the others.

A page must not be held against itself: what it gave is taken out of every count, range and weight before it is scored. What it has of what the others
share is a part of the consensus (`competitor_features`), so that a decision asks for points only.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.guards.items import LEAST_SHARE
from fundament.core.scoring.guards.subject import usual_presence
from fundament.core.scoring.measured.coverage import needed_words
from fundament.core.scoring.measured.page_tables import PageTables, tables_of
from fundament.core.scoring.measured.text_figures import Figures, figures_at
from fundament.core.scoring.points import Points, earned_share, evidence_points, points_of, structure_credits, word_points
from fundament.core.scoring.targets import Targets
from fundament.core.scoring.weighting import Weighting
from fundament.core.yardstick.entity_finding.entities import entity_weights
from fundament.core.yardstick.model import CompetitorFeatures, Consensus, Term, proposed_words
from fundament.core.yardstick.ranges import drawn_to_the_usual, robust_ranges, targets_of
from fundament.core.yardstick.secondary_keywords import secondary_targets
from fundament.core.yardstick.section_groups.subtopics import subtopic_weights
from fundament.core.yardstick.term_finding.terms import ceilings_of, densities_of, quartiles_of, term_weights, with_targets

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]
FIGURES_UNPACKED = 4  # times their size as they are kept, by estimate
BYTES_OF_TARGETS = 20_000  # of a page: the structure's ranges and what else is no array, by estimate


class Competition(NamedTuple):
    """How the competitors stand, each against the others: scores (0..100) by address; points: of each by target ("part:key"), rounded to 4 digits;
    usual_evidence: the share of the points for terms and entities that the
    median of them earns; keyword_presence: how far they use each word of the keyword; item_share: see `guards.items`."""

    scores: dict[str, float]
    points: dict[str, dict[str, float]]
    usual_evidence: float = 0.0
    keyword_presence: tuple[float, ...] = ()
    item_share: float = LEAST_SHARE


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

    @property
    def substance(self) -> float:
        return self.page.substance


@dataclass(frozen=True, eq=False)
class Ground:
    """What decisions are made on, the same for all of them: for each page the targets that the others give, before anybody decided anything, and the page as if it had the planned length (structure: its credits). Kept by whoever decides
    more than once on a consensus; it is most of the work.

    planned_words: 0 for the median of the others. terms: with their targets at that length. numbers: of the terms, entities and subtopics that each page is held against. presence: how far the others use each word of the keyword, and how far all do.
    bytes: what it takes in memory, by estimate.
    """

    planned_words: int
    terms: tuple[Term, ...]
    targets: tuple[Targets, ...]
    texts: tuple[_Scorable, ...]
    structure: tuple[dict[str, float], ...]
    numbers: tuple[tuple[list[int], list[int], list[int]], ...]
    presence: tuple[Numbers, ...]
    whole_presence: tuple[float, ...]

    @property
    def bytes(self) -> int:
        """See the class."""
        arrays = [
            array
            for own in self.targets
            for array in (own.term_weight, own.term_low, own.term_ceiling, own.entity_weight, own.subtopic_weight)
        ]
        return (
            sum(array.nbytes for array in arrays)
            + FIGURES_UNPACKED * sum(len(text.page.figures) for text in self.texts)
            + BYTES_OF_TARGETS * len(self.targets)
        )


def ground_of(consensus: Consensus, planned_words: int) -> Ground:
    """The ground of a consensus at a planned length (0: the median of the others)."""
    tables = tables_of(consensus) if consensus.competitors else None
    targets = tuple(
        _targets_without(consensus, tables, n, page, planned_words) for n, page in enumerate(consensus.competitors) if tables is not None
    )
    texts = tuple(
        _Scorable(figures_at(page.figures, own.planned_words), page) for own, page in zip(targets, consensus.competitors, strict=True)
    )
    words = [text.figures.share * text.keyword for text in texts]
    count = len(texts[0].keyword) if texts else 0
    return Ground(
        planned_words=planned_words,
        terms=with_targets(consensus.terms, planned_words or proposed_words(consensus.pages)),
        targets=targets,
        texts=texts,
        structure=tuple(structure_credits(own, text) for own, text in zip(targets, texts, strict=True)),
        numbers=tuple((list(page.terms), list(page.entities), list(page.subtopics)) for page in consensus.competitors),
        presence=tuple(usual_presence([others for n, others in enumerate(words) if n != number], count) for number in range(len(words))),
        whole_presence=tuple(usual_presence(words, count).round(4).tolist()) if words else (),
    )


def competition(ground: Ground, weighting: Weighting, names: Mapping[str, Sequence[str]], secondary: int = 0) -> Competition:
    """Each page against the others. names: what each term, entity and subtopic is called as a target, by part. secondary: how many secondary keywords there are."""
    if not ground.texts:
        return Competition({}, {})
    targets = [_decided(own, numbers, weighting, secondary) for own, numbers in zip(ground.targets, ground.numbers, strict=True)]
    words = [word_points(own, text.figures) for own, text in zip(targets, ground.texts, strict=True)]
    items = float(np.percentile([earned.item_share for earned in words], 75))
    evidence = np.array(
        [
            earned_share(own, *evidence_points(own, text.figures, earned))
            for own, text, earned in zip(targets, ground.texts, words, strict=True)
        ]
    )
    found, by_target = {}, {}
    for number, (own, text) in enumerate(zip(targets, ground.texts, strict=True)):
        own.item_share = max(LEAST_SHARE, items)
        own.usual_evidence = float(np.median(np.delete(evidence, number)))
        own.keyword_presence = ground.presence[number]
        points = points_of(own, text, words[number], ground.structure[number])
        found[text.page.url] = points.total
        by_target[text.page.url] = _by_target(text.page, points, names)
    return Competition(found, by_target, float(np.median(evidence)), ground.whole_presence, round(max(LEAST_SHARE, items), 4))


def _decided(own: Targets, numbers: tuple[list[int], list[int], list[int]], weighting: Weighting, secondary: int) -> Targets:
    """A page's targets with what was decided."""
    terms, entities, subtopics = numbers
    low, ceiling = weighting.own_targets(own.term_low, own.term_ceiling, terms)
    found = Targets(
        term_weight=weighting.weigh("terms", own.term_weight, terms), term_low=low, term_ceiling=ceiling,
        entity_weight=weighting.weigh("entities", own.entity_weight, entities), subtopic_weight=weighting.weigh("subtopics", own.subtopic_weight, subtopics),
        structure=own.structure, planned_words=own.planned_words, secondary=own.secondary, subtopic_needed=own.subtopic_needed, secondary_factors=weighting.secondary_factors(secondary),
    )  # fmt: skip
    found.spans = own.spans  # of the structure, which nobody decides on
    return found


def _by_target(page: CompetitorFeatures, points: Points, names: Mapping[str, Sequence[str]]) -> dict[str, float]:
    found = {f"structure:{name}": round(value, 4) for name, value in points.structure.items()}
    found |= {f"placement:{name}": round(value, 4) for name, value in points.placement.items()}
    for part, numbers, values in (
        ("terms", page.terms, points.terms),
        ("entities", page.entities, points.entities),
        ("subtopics", page.subtopics, points.subtopics),
    ):
        called = names[part]
        found |= {called[number]: round(value, 4) for number, value in zip(numbers, values.tolist(), strict=True) if value > 0.0}
    return found


def _targets_without(consensus: Consensus, tables: PageTables, left_out: int, page: CompetitorFeatures, planned_words: int) -> Targets:
    """The targets that the other pages give."""
    keep = np.arange(len(consensus.pages)) != left_out
    pages = [page for page, kept in zip(consensus.pages, keep, strict=True) if kept]
    terms, entities, subtopics = list(page.terms), list(page.entities), list(page.subtopics)
    counts, prominent = tables.counts[:, keep][terms], tables.prominent[:, keep][terms]
    ranges = robust_ranges(np.concatenate((tables.structure[:, keep], densities_of(counts, tables.words[keep]))))  # together, for speed
    structure, densities = ranges[: len(tables.structure)], ranges[len(tables.structure) :]
    planned = planned_words or proposed_words(pages)
    uses = targets_of(drawn_to_the_usual(quartiles_of(densities), (counts > 0).sum(axis=1), len(pages)), planned)
    return Targets(
        term_weight=term_weights(counts, prominent, tables.specific[terms], pages, tables.own_terms[terms], tables.kept_terms[terms]),
        term_low=uses[:, 0],
        term_ceiling=ceilings_of(uses, tables.heads[terms]),
        entity_weight=entity_weights(
            tables.salience[:, keep][entities], tables.own_entities[entities], tables.kept_entities[entities], tables.entity_worth[entities]
        ),
        subtopic_weight=subtopic_weights(tables.subtopics[:, keep][subtopics], pages, tables.kept_subtopics[subtopics]),
        structure=dict(zip(pages[0].structure, structure, strict=True)),
        planned_words=planned,
        secondary=secondary_targets(pages, consensus.settings.secondary_keywords),
        subtopic_needed=needed_words(
            [[float(h.words) for h in consensus.subtopics[n].headings if h.words and h.url != page.url] for n in subtopics],
            planned / usual if (usual := structure[0].median) else 1.0,
        ),
    )
