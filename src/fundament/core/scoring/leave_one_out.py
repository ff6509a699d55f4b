"""Every competitor's score against the yardstick of the others.

A page must not be held against itself: what it gave is taken out of every count, range and weight before it is scored, and its sections out of the
subtopics. What the others share on too few pages goes. The other pages' candidates are not gathered anew, and the page's own features are
those with the yardstick of all, unless a phrase goes that it uses; so nineteen scores cost little more than nineteen texts. These features are a part of the
consensus, so that a decision asks for points only.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.vectors import embed
from fundament.core.scoring.block_features import PlacedBlock, Row, place_block
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, draft_features
from fundament.core.scoring.figures import Figures, Sections, figures_at
from fundament.core.scoring.guards.items import LEAST_SHARE
from fundament.core.scoring.guards.subject import usual_presence
from fundament.core.scoring.guards.verdicts import Claims
from fundament.core.scoring.length import Close, Counts
from fundament.core.scoring.points import Points, points_of
from fundament.core.scoring.subtopic_vectors import Sections as OfSubtopics
from fundament.core.scoring.subtopic_vectors import SubtopicVectors
from fundament.core.scoring.targets import Targets
from fundament.core.scoring.weighting import Weighting
from fundament.core.yardstick.build import structure_table, usual_words
from fundament.core.yardstick.entities import entity_weights
from fundament.core.yardstick.model import ComparedPage, CompetitorFeatures, Consensus, Yardstick
from fundament.core.yardstick.ranges import drawn_to_the_usual, robust_ranges, targets_of
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


def competitor_features(consensus: Consensus, pages: Sequence[ComparedPage]) -> tuple[CompetitorFeatures, ...]:
    """What each page has of what the others share, in the consensus' order. pages: all of those the consensus was made from, at least two.

    The guards judge a competitor as they judge a draft, but for copies: who of two competitors copied whom is not known.
    """
    tables = _tables_of(consensus)
    page_of = {page.reading.url: page for page in pages}
    everything = plain_yardstick(consensus)
    plain = CompiledYardstick(everything)
    keyword_lemmas = frozenset(plain.keyword_lemmas)
    sections = OfSubtopics.of(consensus.subtopics, keyword_lemmas, consensus.language)
    section_page = np.array([h.url for s in consensus.subtopics for h in s.headings], dtype=object)
    unblamed = Claims(own_pages=frozenset(range(len(consensus.pages))))
    found = []
    for number, summary in enumerate(consensus.pages):
        features = draft_features(plain, page_of[summary.url].reading, unblamed)
        terms, entities, subtopics = _remaining(tables, number)
        row, counts, all_counts = _counts_with_only(plain, features, terms, entities)
        vectors = SubtopicVectors(_sections_without(sections, section_page != summary.url, subtopics), int(subtopics.sum()))
        sentences, headings = _closeness(vectors, features, keyword_lemmas, consensus.language)
        text = replace(
            Sections.of(features.blocks, features.earning, features.headings),
            counts=counts, all_counts=all_counts, sentences=sentences, heading_similarity=headings,
        )  # fmt: skip
        found.append(
            CompetitorFeatures(
                url=summary.url,
                terms=tuple(np.flatnonzero(terms).tolist()),
                entities=tuple(np.flatnonzero(entities).tolist()),
                subtopics=tuple(np.flatnonzero(subtopics).tolist()),
                figures=Figures.by_section(row, text, features.structure["words"], 0).pack(),
                structure=dict(features.structure),
                placement=dict(features.placement),
                keyword=tuple(features.keyword.tolist()),
                variety=features.variety,
                earning_share=features.earning_share,
            )
        )
    return tuple(found)


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
    tables = _tables_of(consensus)
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


def plain_yardstick(consensus: Consensus) -> Yardstick:
    """A consensus as a yardstick without subtopics, targets and aim: enough to find terms and entities in a text."""
    return Yardstick(
        keyword=consensus.keyword, language=consensus.language, planned_words=usual_words(consensus.pages), pages=consensus.pages,
        terms=consensus.terms, entities=consensus.entities, subtopics=(), structure=consensus.structure, zones=consensus.zones,
        settings=consensus.settings,
    )  # fmt: skip


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
    def variety(self) -> float:
        return self.page.variety

    @property
    def earning_share(self) -> float:
        return self.page.earning_share


def _counts_with_only(
    plain: CompiledYardstick, features: DraftFeatures, terms: Mask, entities: Mask
) -> tuple[Row, list[Counts], list[Counts]]:
    """The counts of a text's blocks, of what earns and of all, when only these terms and entities are looked for.

    Where a block uses a phrase that is none any more, shorter phrases inside it count and its sentences are judged anew; all other blocks stay as they
    are, also a sentence that such a phrase helped to cram. The words of the subject are those of all pages.
    """
    row = Row(int(terms.sum()), int(entities.sum()), plain.row.keyword)
    stays = np.concatenate((terms, entities, entities, np.ones(plain.row.width - len(terms) - 2 * len(entities), dtype=bool)))
    place_now = np.cumsum(stays) - 1
    reduced = None
    known: dict[int, Counts] = {}

    def counts_of(block: PlacedBlock) -> Counts:
        nonlocal reduced
        if id(block) not in known:
            counts = block.features.counts
            if not stays[counts[:, 0]].all() or (~terms)[block.features.matches[:, 1]].any():
                if reduced is None:
                    reduced = CompiledYardstick(_with_only(plain.yardstick, terms, entities))
                known[id(block)] = place_block(reduced, block.kind, block.level, block.text).features.counts
            else:
                known[id(block)] = np.stack([place_now[counts[:, 0]], counts[:, 1]], axis=1).astype(np.int32)
        return known[id(block)]

    counts = [counts_of(block) for block in features.earning]
    return row, counts, counts if features.earning is features.blocks else [counts_of(block) for block in features.blocks]


def _with_only(yardstick: Yardstick, terms: Mask, entities: Mask) -> Yardstick:
    """The yardstick with these terms and entities, for finding them in a text; its weights and ranges are still those of all pages."""
    return replace(
        yardstick,
        terms=tuple(itertools.compress(yardstick.terms, terms)),
        entities=tuple(itertools.compress(yardstick.entities, entities)),
        subtopics=(),
    )


def _tables_of(yardstick: Consensus) -> _Tables:
    pages = yardstick.pages
    shape = (0, len(pages))
    counts, prominent = use_tables(yardstick.terms) if yardstick.terms else (np.zeros(shape), np.zeros(shape))
    return _Tables(
        counts=counts,
        prominent=prominent,
        specific=np.array([term.telling for term in yardstick.terms]),
        heads=np.array([term.head for term in yardstick.terms], dtype=bool),
        salience=np.array([entity.salience for entity in yardstick.entities], dtype=float).reshape(-1, len(pages)),
        own=np.array([entity.own for entity in yardstick.entities], dtype=bool),
        subtopics=on_pages(yardstick.subtopics, pages),
        structure=structure_table(pages),
        words=np.array([page.words for page in pages], dtype=float),
    )


def _remaining(tables: _Tables, left_out: int) -> tuple[Mask, Mask, Mask]:
    """Which terms, entities and subtopics the other pages share."""
    keep = np.arange(len(tables.words)) != left_out
    least = min(2, int(keep.sum()))
    terms = (tables.counts[:, keep] > 0).sum(axis=1) >= least
    entities = ((tables.salience[:, keep] > 0).sum(axis=1) >= least) | tables.own
    subtopics = tables.subtopics[:, keep].sum(axis=1) >= least
    return terms, entities, subtopics


def _targets_without(
    consensus: Consensus, tables: _Tables, left_out: int, page: CompetitorFeatures, planned_words: int, weighting: Weighting
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
        term_weight=weighting.weigh("terms", term_weights(counts, prominent, tables.specific[terms], pages), terms),
        term_low=low,
        term_ceiling=ceiling,
        entity_weight=weighting.weigh("entities", entity_weights(tables.salience[:, keep][entities], tables.own[entities]), entities),
        subtopic_weight=weighting.weigh("subtopics", subtopic_weights(tables.subtopics[:, keep][subtopics], pages), subtopics),
        structure=dict(zip(pages[0].structure, structure, strict=True)),
        planned_words=planned,
    )


def _sections_without(sections: OfSubtopics, others: Mask, subtopics: Mask) -> OfSubtopics:
    """The sections of the other pages in the subtopics that remain, these numbered anew."""
    keep = others & subtopics[sections.owner] if len(sections.owner) else np.zeros(0, dtype=bool)
    number = np.cumsum(subtopics) - 1
    return OfSubtopics(sections.headings[keep], sections.texts[keep], number[sections.owner[keep]])


def _closeness(
    vectors: SubtopicVectors, features: DraftFeatures, keyword_lemmas: frozenset[str], language: str
) -> tuple[list[Close], Numbers]:
    """Similarity to subtopic vectors: of the earning sentences of each block, and of the headings that count."""
    sentences = [block.real_sentences if len(block.features.real) else [] for block in features.earning]
    together = [sentence for of_block in sentences for sentence in of_block]
    similar = vectors.sentence_similarity(embed(together)) if together else np.zeros((0, vectors.count), dtype=np.float32)
    ends = np.cumsum([len(of_block) for of_block in sentences])
    by_block = [similar[end - len(of_block) : end] for end, of_block in zip(ends.tolist(), sentences, strict=True)]
    headings = [(features.earning[place].text, features.earning[place].text) for place in features.headings.places]
    if not headings or not vectors.count:
        return by_block, np.zeros((len(headings), vectors.count))
    return by_block, np.asarray(vectors.heading_similarity(section_vectors(headings, keyword_lemmas, language)), dtype=float)
