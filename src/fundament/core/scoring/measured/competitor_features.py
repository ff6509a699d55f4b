"""What every competitor has of what the others share, so that it can be scored against them.

A page's own sections are out of the subtopics it is compared with, and what the others share on too few pages goes. The other pages' candidates are not
gathered anew, and the page's own features are those with the yardstick of all, unless a phrase goes that it uses; so nineteen scores cost little more than
nineteen texts. After a person added something, or put a grouping right, only counts are taken again (`recounted`), not what the guards judge.
"""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.vectors import embed
from fundament.core.language.words import tokenize
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.copies import Copies
from fundament.core.scoring.guards.verdicts import CRAMMED, Exemptions, Verdict
from fundament.core.scoring.measured.block_features import PlacedBlock, Row, place_block, place_blocks
from fundament.core.scoring.measured.coverage import Rows, TellingWords, passages_of, section_words
from fundament.core.scoring.measured.features import DraftFeatures, draft_features, mean_factor, without_denied
from fundament.core.scoring.measured.headings import count_headings
from fundament.core.scoring.measured.length import Counts, cut_into_sections
from fundament.core.scoring.measured.page_tables import remaining, tables_of
from fundament.core.scoring.measured.substance import Factors
from fundament.core.scoring.measured.subtopic_vectors import Sections as OfSubtopics
from fundament.core.scoring.measured.subtopic_vectors import SubtopicVectors
from fundament.core.scoring.measured.text_figures import Figures, Sections, figures_at
from fundament.core.yardstick.model import ComparedPage, CompetitorFeatures, Consensus, Yardstick, proposed_words
from fundament.core.yardstick.page_words import words_of_texts
from fundament.core.yardstick.section_groups.section_similarity import section_vectors

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]


def competitor_features(
    consensus: Consensus, pages: Sequence[ComparedPage], factors: Mapping[str, Factors] | None = None
) -> tuple[CompetitorFeatures, ...]:
    """What each page has of what the others share, in the consensus' order. pages: all of those the consensus was made from, at least two. factors: what substance leaves of
    the blocks of each, by its address.

    The guards judge a competitor as they judge a draft, but for copies, which are not looked for: who of two competitors copied whom is not known.
    """
    page_of = {page.reading.url: page for page in pages}
    others, plain = _Others(consensus), CompiledYardstick(plain_yardstick(consensus), copies=Copies.of([]))
    return tuple(
        others.features(number, plain, page_of[summary.url], (factors or {}).get(summary.url, ()))
        for number, summary in enumerate(consensus.pages)
    )


def without_sentences(
    consensus: Consensus, pages: Sequence[ComparedPage], taken: Mapping[int, Sequence[str]]
) -> tuple[CompetitorFeatures, ...]:
    """The features of the competitors where some of them have sentences from elsewhere, which earn them nothing. taken: these sentences, by the number of
    the competitor that has them; whoever has none of them stays as it is."""
    page_of = {page.reading.url: page for page in pages}
    others, found = _Others(consensus), list(consensus.competitors)
    for number, sentences in taken.items():
        # where they come from stands as one more page, the only one that a page can have copied from
        source = Copies.of([*[""] * len(consensus.pages), words_of_texts(sentences, consensus.language)])
        plain = CompiledYardstick(plain_yardstick(consensus), copies=source)
        found[number] = others.features(number, plain, page_of[consensus.pages[number].url], consensus.competitors[number].factors)
    return tuple(found)


class _Others:
    """What the pages of a consensus share, for each of them without its own sections."""

    def __init__(self, consensus: Consensus) -> None:
        self.consensus = consensus
        self.tables = tables_of(consensus)
        self.keyword_lemmas = frozenset(token.lemma for token in tokenize(consensus.keyword, consensus.language))
        self.sections = OfSubtopics.of(consensus.subtopics, self.keyword_lemmas, consensus.language)
        self.section_page = np.array([h.url for s in consensus.subtopics for h in s.headings], dtype=object)
        self.section_words = [section_words(h.text, h.below, consensus.language) for s in consensus.subtopics for h in s.headings]
        self.unblamed = Exemptions(own_pages=frozenset(range(len(consensus.pages))))

    def telling_without(self, others: Mask, subtopics: Mask) -> TellingWords:
        """The words that tell the subtopics that remain, from the sections of the other pages."""
        return _telling(self.section_words, self.sections.owner, others, subtopics)

    def features(self, number: int, plain: CompiledYardstick, page: ComparedPage, factors: Factors) -> CompetitorFeatures:
        """Of the page of that number. plain: the consensus' yardstick (see `plain_yardstick`), compiled. factors: what substance leaves of its blocks."""
        consensus, url = self.consensus, self.consensus.pages[number].url
        features = draft_features(plain, page.reading, self.unblamed)
        terms, entities, subtopics = remaining(self.tables, number)
        row, counts, all_counts = _counts_with_only(plain, features, terms, entities)
        vectors = SubtopicVectors(_sections_without(self.sections, self.section_page != url, subtopics), int(subtopics.sum()))
        others = self.section_page != url
        passages, headings = _of_subtopics(
            vectors, self.telling_without(others, subtopics), features.blocks, features.earning, features.headings.places, self.keyword_lemmas, consensus.language,
            factors,
        )  # fmt: skip
        text = replace(
            Sections.of(features.blocks, features.earning, features.headings, plain.telling),
            counts=counts, all_counts=all_counts, passages=passages, heading_similarity=headings,
        )  # fmt: skip
        return CompetitorFeatures(
            url=url,
            terms=_numbers(terms),
            entities=_numbers(entities),
            subtopics=_numbers(subtopics),
            figures=Figures.by_section(row, text, features.structure["words"], 0, factors).pack(),
            structure=dict(features.structure),
            placement=dict(features.placement),
            keyword=tuple(features.keyword.tolist()),
            variety=features.variety,
            earning_share=features.earning_share,
            secondary={zone: tuple(shares.round(4).tolist()) for zone, shares in features.secondary.items()},
            denied=tuple((v.block, v.start, v.end) for v in features.verdicts if v.guard != CRAMMED),
            factors=factors,
            substance=mean_factor(features.blocks, factors),
        )


def recounted(consensus: Consensus, pages: Sequence[ComparedPage], before: Consensus) -> tuple[CompetitorFeatures, ...]:
    """The features of the competitors after terms, entities or subtopics of a consensus changed. before: the same pages with what was known of them; what
    the guards found there stands."""
    tables = tables_of(consensus)
    page_of = {page.reading.url: page for page in pages}
    everything = replace(plain_yardstick(consensus), pages=())
    keyword_lemmas = frozenset(token.lemma for token in tokenize(consensus.keyword, consensus.language))
    is_grouped_anew = [s.headings for s in consensus.subtopics] != [s.headings for s in before.subtopics]
    sections = OfSubtopics.of(consensus.subtopics if is_grouped_anew else (), keyword_lemmas, consensus.language)
    section_page = np.array([h.url for s in consensus.subtopics for h in s.headings] if is_grouped_anew else [], dtype=object)
    words = [section_words(h.text, h.below, consensus.language) for s in consensus.subtopics for h in s.headings] if is_grouped_anew else []
    found = []
    for number, known in enumerate(before.competitors):
        terms, entities, subtopics = remaining(tables, number)
        own = CompiledYardstick(_with_only(everything, terms, entities), with_guards=False, copies=Copies.of([]))
        blocks = tuple(place_blocks(own, [(b.kind, b.level, b.text) for b in page_of[known.url].reading.main_blocks()]))
        earning = without_denied(own, blocks, [Verdict(*place, "frame") for place in known.denied])
        headings = count_headings(earning, 0)
        text = Sections.of(blocks, earning, headings, own.telling)
        if is_grouped_anew:
            others = section_page != known.url
            vectors = SubtopicVectors(_sections_without(sections, others, subtopics), int(subtopics.sum()))
            telling = _telling(words, sections.owner, others, subtopics)
            passages, similar = _of_subtopics(
                vectors, telling, blocks, earning, headings.places, keyword_lemmas, consensus.language, known.factors
            )  # fmt: skip
            text = replace(text, passages=passages, heading_similarity=similar)
        figures = Figures.by_section(own.row, text, known.structure["words"], 0, known.factors)
        if not is_grouped_anew:
            figures = figures.with_subtopics_of(figures_at(known.figures, 0))
        found.append(
            replace(known, terms=_numbers(terms), entities=_numbers(entities), subtopics=_numbers(subtopics), figures=figures.pack())
        )
    return tuple(found)


def _numbers(mask: Mask) -> tuple[int, ...]:
    return tuple(np.flatnonzero(mask).tolist())


def plain_yardstick(consensus: Consensus) -> Yardstick:
    """A consensus as a yardstick without subtopics, targets and aim: enough to find terms and entities in a text."""
    return Yardstick(
        keyword=consensus.keyword, language=consensus.language, planned_words=proposed_words(consensus.pages), pages=consensus.pages,
        terms=consensus.terms, entities=consensus.entities, subtopics=(), structure=consensus.structure, zones=consensus.zones,
        settings=consensus.settings,
    )  # fmt: skip


def _counts_with_only(
    plain: CompiledYardstick, features: DraftFeatures, terms: Mask, entities: Mask
) -> tuple[Row, list[Counts], list[Counts]]:
    """The counts of a text's blocks, of what earns and of all, when only these terms and entities are looked for.

    Where a block uses a phrase that is none any more, shorter phrases inside it count and its sentences are judged anew; all other blocks stay as they
    are, also a sentence that such a phrase helped to cram. The words of the subject are those of all pages.
    """
    row = Row(int(terms.sum()), int(entities.sum()), plain.row.keyword)
    stays = np.concatenate((terms, *[entities] * 3, np.ones(plain.row.width - plain.row.tally, dtype=bool)))
    place_now = np.cumsum(stays) - 1
    reduced = None
    known: dict[int, Counts] = {}

    def counts_of(block: PlacedBlock) -> Counts:
        nonlocal reduced
        if id(block) not in known:
            counts = block.features.counts
            if not stays[counts[:, 0]].all() or (~terms)[block.features.matches[:, 1]].any():
                if reduced is None:
                    reduced = CompiledYardstick(_with_only(plain.yardstick, terms, entities), with_guards=False, copies=plain.copies)
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


def _sections_without(sections: OfSubtopics, others: Mask, subtopics: Mask) -> OfSubtopics:
    """The sections of the other pages in the subtopics that remain, these numbered anew."""
    keep = others & subtopics[sections.owner] if len(sections.owner) else np.zeros(0, dtype=bool)
    number = np.cumsum(subtopics) - 1
    return OfSubtopics(sections.headings[keep], sections.texts[keep], number[sections.owner[keep]])


def _telling(words: Sequence[frozenset[str]], owner: NDArray[np.int64], others: Mask, subtopics: Mask) -> TellingWords:
    """The words that tell the subtopics that remain, these numbered anew, from the sections of other pages."""
    keep = others & subtopics[owner] if len(owner) else np.zeros(0, dtype=bool)
    number = np.cumsum(subtopics) - 1
    return TellingWords.of([words[place] for place in np.flatnonzero(keep).tolist()], number[owner[keep]].tolist(), int(subtopics.sum()))


def _of_subtopics(
    vectors: SubtopicVectors, telling: TellingWords, blocks: Sequence[PlacedBlock], earning: Sequence[PlacedBlock], places: Sequence[int],
    keyword_lemmas: frozenset[str], language: str, factors: Factors,
) -> tuple[Rows, Numbers]:  # fmt: skip
    """What the passages of a page are to these subtopics, and the similarity to them of the headings that count, which stand at these places."""
    chosen = [place for place, block in enumerate(earning) if len(block.features.real)]
    sentences = [earning[place].real_sentences for place in chosen]
    together = [sentence for of_block in sentences for sentence in of_block]
    similar = vectors.sentence_similarity(embed(together)) if together else np.zeros((0, vectors.count), dtype=np.float32)
    starts = np.concatenate(([0], np.cumsum([len(of_block) for of_block in sentences])))[:-1].astype(np.int64)
    passages = passages_of(
        telling, cut_into_sections(blocks)[chosen],
        np.stack([telling.mask([lemma for s in analyse_text(" ".join(of_block), language) for lemma in s.lemmas]) for of_block in sentences])
        if sentences else np.zeros((0, vectors.count), dtype=np.uint16),
        np.maximum.reduceat(similar, starts, axis=0) if len(starts) and vectors.count else np.zeros((len(starts), vectors.count), dtype=np.float32),
        np.array([earning[place].features.real_words for place in chosen], dtype=float),
        np.array([factors[place] for place in chosen]) if factors else np.ones(len(chosen)),
    )  # fmt: skip
    headings = [(earning[place].text, earning[place].text) for place in places]
    if not headings or not vectors.count:
        return passages, np.zeros((len(headings), vectors.count))
    return passages, np.asarray(vectors.heading_similarity(section_vectors(headings, keyword_lemmas, language)), dtype=float)
