"""What scoring needs to know of a whole text: the sums and maxima of what its blocks earn, at the planned length.

First the guards say which sentences earn nothing; a block is then counted as if they were not in it. A text longer than planned is measured over the
choices of its sections (`length`).
"""

from __future__ import annotations

import functools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.reading.model import Reading
from fundament.core.scoring.guards.items import is_short_item
from fundament.core.scoring.guards.verdicts import CRAMMED, NO_EXEMPTIONS, Exemptions, Verdict, doubted_sentences, variety_of, verdicts_of
from fundament.core.scoring.measured.block_features import COUNTED, TALLY, PlacedBlock, place_blocks, place_fine
from fundament.core.scoring.measured.headings import CountedHeadings, count_headings
from fundament.core.scoring.measured.length import cut_into_sections, share_of
from fundament.core.scoring.measured.substance import Factors, factors_of_blocks, is_judged
from fundament.core.scoring.measured.text_figures import Figures, Sections, text_passages
from fundament.core.scoring.statements import COUNTABLE, NO_STATEMENTS, Statements
from fundament.core.yardstick.build import OPENING_WORDS, keyword_share
from fundament.core.yardstick.structure import Beside, beside_of, structure_from

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]


@dataclass(frozen=True)
class PageParts:
    """Title tag, meta description, and what a text has beside its blocks."""

    title: str
    description: str
    beside: Beside


@dataclass(frozen=True, eq=False)
class DraftFeatures:
    """A whole text.

    blocks: as they were written; earning: each without its sentences that earn nothing, which verdicts tells. terms: uses of each term that earn; all_terms: all of
    them; mentioned, recognised, told: mentions of entities. headings: those with earning text below.
    structure: the MEASURES as they are of any text, with what their credit needs beside; counts that begin with counted_ are of what earns. placement: share of
    the keyword in each zone, and lengths. keyword: uses of each of its words that earn. variety: see `guards.verdicts`. earning_share: of the words, those in sentences that are not denied. share: q, see `length`. figures: what the points are worked out from. secondary: share of each secondary keyword in title, description, H1 and opening; empty without any.
    doubted: sentences that are to be looked at and lose nothing, see `guards.verdicts`. factors: what substance leaves of each block's credit, () where all is left; substance: their mean over
    the words that are judged, see `scoring.substance`.
    """

    blocks: tuple[PlacedBlock, ...]
    earning: tuple[PlacedBlock, ...]
    verdicts: tuple[Verdict, ...]
    parts: PageParts
    terms: Numbers
    all_terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    told: Numbers
    headings: CountedHeadings
    structure: dict[str, float]
    placement: dict[str, float]
    keyword: Numbers
    variety: float
    earning_share: float
    share: float
    figures: Figures
    secondary: dict[str, Numbers]
    doubted: tuple[Verdict, ...] = ()
    factors: Factors = ()
    substance: float = 1.0

    @functools.cached_property
    def denied_terms(self) -> tuple[frozenset[int], ...]:
        """The terms in each sentence that earns nothing, as the verdicts stand."""
        found: list[frozenset[int]] = []
        of_block: dict[int, dict[int, set[int]]] = {}
        for verdict in self.verdicts:
            known = of_block.get(verdict.block)
            if known is None:
                features = self.blocks[verdict.block].features
                starts = features.real[:, 0].tolist()
                known = of_block[verdict.block] = {}
                for sentence, term in features.matches[:, :2].tolist():
                    known.setdefault(starts[sentence], set()).add(term)
            found.append(frozenset(known.get(verdict.start, ())))
        return tuple(found)

    @property
    def heading(self) -> Numbers:
        """Similarity of the closest heading that counts, per subtopic."""
        return self.headings.similarity


def draft_features(
    compiled: CompiledYardstick,
    draft: Reading,
    exemptions: Exemptions = NO_EXEMPTIONS,
    planned_words: int = 0,
    statements: Statements = NO_STATEMENTS,
) -> DraftFeatures:
    """The features of a whole text: those of its blocks, and of its title, description, images and links.

    exemptions: what is known of the text that the guards cannot see. planned_words: other than the yardstick's. statements: of a person, see there.
    """
    parts = PageParts(draft.title, draft.description, beside_of(draft))
    exemptions = exemptions_with(exemptions, statements)
    fine = exemptions.fine_passages
    own = compiled.page_number.get(draft.url) if draft.url else None
    if own is not None:
        exemptions = replace(exemptions, own_pages=exemptions.own_pages | {own})
    blocks = tuple(place_blocks(compiled, [(b.kind, b.level, b.text) for b in draft.main_blocks()]))
    if fine:
        blocks = tuple(place_fine(compiled, block) if block.text in fine else block for block in blocks)
    features = combine(compiled, blocks, parts, exemptions, planned_words)
    return _with_statements(compiled, features, statements, planned_words or compiled.planned_words) if statements.adds else features


def exemptions_with(exemptions: Exemptions, statements: Statements) -> Exemptions:
    """What is known of a text together with what a person claimed for it."""
    return replace(
        exemptions,
        own_pages=exemptions.own_pages | statements.exemptions.own_pages,
        own_passages=exemptions.own_passages | statements.exemptions.own_passages,
        fine_passages=exemptions.fine_passages | statements.exemptions.fine_passages,
    )


def _with_statements(compiled: CompiledYardstick, features: DraftFeatures, statements: Statements, planned_words: int) -> DraftFeatures:
    """The features with what a person said is there already or settled."""
    more = tuple(place_blocks(compiled, [("paragraph", 0, text) for text in statements.texts])) if statements.texts else ()
    beside = features.parts.beside
    beside = replace(
        beside, **{name: getattr(beside, name) + int(statements.counts[name]) for name in COUNTABLE if name in statements.counts}
    )
    found = assembled(
        compiled,
        (*features.blocks, *more),
        (*features.earning, *more),
        features.verdicts,
        replace(features.parts, beside=beside),
        planned_words,
        factors_of_blocks((*features.blocks, *more), compiled.substance, statements.exemptions.fine_passages),
    )
    found = replace(found, doubted=features.doubted)
    texts = {block.text for block in features.blocks}
    settled = {
        number: statements.settled[subtopic.key].covered
        for number, subtopic in enumerate(compiled.yardstick.subtopics)
        if subtopic.key in statements.settled and statements.settled[subtopic.key].block in texts
    }
    return replace(found, figures=replace(found.figures, settled=settled)) if settled else found


def combine(
    compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], parts: PageParts, exemptions: Exemptions = NO_EXEMPTIONS, planned_words: int = 0,
    factors: Factors | None = None,
) -> DraftFeatures:  # fmt: skip
    """The features of a text made of these blocks. factors: what substance leaves of each, where it is known."""
    verdicts = verdicts_of(
        blocks,
        compiled.word_order,
        exemptions,
        compiled.copies.words,
        compiled.page_blocks.starts if compiled.page_blocks is not None else None,
    )
    blocks = tuple(blocks)
    earning = without_denied(compiled, blocks, verdicts) if verdicts else blocks
    factors = factors_of_blocks(blocks, compiled.substance, exemptions.fine_passages) if factors is None else factors
    features = assembled(compiled, blocks, earning, verdicts, parts, planned_words or compiled.planned_words, factors)
    return replace(features, doubted=doubted_sentences(blocks, compiled.word_order, verdicts, exemptions))


def again_with(compiled: CompiledYardstick, features: DraftFeatures) -> DraftFeatures:
    """The features of the same text with another yardstick, with the sentences that earn nothing as they were found."""
    blocks = tuple(place_blocks(compiled, [(block.kind, block.level, block.text) for block in features.blocks]))
    earning = without_denied(compiled, blocks, features.verdicts)
    return assembled(compiled, blocks, earning, features.verdicts, features.parts, compiled.planned_words, features.factors)


def without_denied(compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], verdicts: Sequence[Verdict]) -> tuple[PlacedBlock, ...]:
    """The blocks without the sentences that earn nothing."""
    cut: dict[int, list[Verdict]] = {}
    for verdict in verdicts:
        if verdict.guard == CRAMMED:
            continue  # earns nothing where it stands
        cut.setdefault(verdict.block, []).append(verdict)
    if not cut:
        return blocks if isinstance(blocks, tuple) else tuple(blocks)
    new = []
    for place, denied in cut.items():
        text, at = [], 0
        for verdict in denied:
            text.append(blocks[place].text[at : verdict.start])
            at = verdict.end
        text.append(blocks[place].text[at:])
        new.append((blocks[place].kind, blocks[place].level, " ".join(part.strip() for part in text if part.strip())))
    found = list(blocks)
    for place, block in zip(cut, place_blocks(compiled, new), strict=True):
        found[place] = block
    return tuple(found)


def assembled(
    compiled: CompiledYardstick, blocks: tuple[PlacedBlock, ...], earning: tuple[PlacedBlock, ...], verdicts: tuple[Verdict, ...], parts: PageParts,
    planned_words: int, factors: Factors = (),
) -> DraftFeatures:  # fmt: skip
    """The features of a text when it is known what of it earns, and what substance leaves of each block."""
    row, subtopics = compiled.row, len(compiled.subtopic_weight)
    sums = row.sum(earning)
    everything = sums if earning is blocks else row.sum(blocks)
    terms, mentioned, recognised, told, counts, keyword = row.parts(sums)
    all_terms, _, _, _, all_counts, _ = row.parts(everything)
    headings = count_headings(earning, subtopics)
    tally, written = dict(zip(TALLY, counts.tolist(), strict=True)), dict(zip(TALLY, all_counts.tolist(), strict=True))
    structure = structure_from(written, parts.beside)
    for name in ("long_paragraph_words", *COUNTED):
        structure[name] = tally[name]
    structure["counted_list_items"] = tally["list_items"]
    structure["counted_h2"] = float(headings.h2)
    structure["counted_h3"] = float(headings.h3)
    structure["counted_question_headings"] = float(headings.questions)
    lemmas, language = compiled.keyword_lemmas, compiled.language
    opening = _opening(earning)
    placement = {
        "title": keyword_share(parts.title, lemmas, language) if parts.title else 0.0,
        "title_length": float(len(parts.title)),
        "description": keyword_share(parts.description, lemmas, language) if parts.description else 0.0,
        "description_length": float(len(parts.description)),
        "h1": headings.h1_keyword,
        "h2": headings.h2_keyword,
        "opening": keyword_share(" ".join(opening), lemmas, language),
        "body_exact": tally["counted_exact_keyword"],
    }
    secondary = _secondary(compiled, parts, headings, opening)
    share = share_of(structure["words"], planned_words)
    earning_share = tally["words"] / written["words"] if written["words"] else 0.0
    running = sums - row.sum([block for block in earning if is_short_item(block.kind, block.features.words)])
    if share < 1.0:
        figures = Figures.by_section(
            row, Sections.of(blocks, earning, headings, compiled.telling, factors), structure["words"], planned_words, factors
        )
    else:
        figures = Figures.whole(
            row,
            sums,
            everything,
            running,
            text_passages(compiled.telling, cut_into_sections(blocks), earning, factors),
            headings,
            [block.features.secondary for block in earning if not block.is_heading],
        )
        if factors:
            figures = figures.with_factors(earning, factors)
    return DraftFeatures(
        blocks=blocks, earning=earning, verdicts=verdicts, parts=parts, terms=terms, all_terms=all_terms, mentioned=mentioned, recognised=recognised, told=told,
        headings=headings, structure=structure, placement=placement, keyword=keyword, variety=variety_of(blocks, verdicts), earning_share=earning_share, share=share, figures=figures,
        secondary=secondary, factors=factors, substance=mean_factor(blocks, factors),
    )  # fmt: skip


def mean_factor(blocks: Sequence[PlacedBlock], factors: Factors) -> float:
    """The mean of what substance leaves, over the words of the blocks that are judged; 1 where all is left."""
    if not factors:
        return 1.0
    words = np.array([block.features.words if is_judged(block.kind, block.features.words) else 0 for block in blocks], dtype=float)
    return round(float(np.array(factors) @ words / words.sum()), 4) if words.any() else 1.0


def _secondary(compiled: CompiledYardstick, parts: PageParts, headings: CountedHeadings, opening: Sequence[str]) -> dict[str, Numbers]:
    keywords = compiled.secondary_keywords
    if not len(keywords):
        return {}
    return {
        "title": keywords.in_text(parts.title, compiled.language),
        "description": keywords.in_text(parts.description, compiled.language),
        "h1": np.zeros(len(keywords)) if headings.h1_secondary is None else headings.h1_secondary.astype(float),
        "opening": keywords.in_text(" ".join(opening), compiled.language),
    }


def _opening(blocks: Sequence[PlacedBlock]) -> tuple[str, ...]:
    """The first OPENING_WORDS words of the real sentences."""
    opening: tuple[str, ...] = ()
    for block in blocks:
        if len(block.features.real):
            opening += block.opening
            if len(opening) >= OPENING_WORDS:
                return opening[:OPENING_WORDS]
    return opening
