"""What scoring needs to know of a whole text: the sums and maxima of its blocks' features.

An edit is the same as adding a block at the end (`add_block`), or as putting other blocks in the place of some (`splice`), which is how gains are
worked out without reading the whole text again.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.reading.model import Reading
from fundament.core.scoring.block_features import BEST_SENTENCES, PlacedBlock, highest, place_block, place_blocks
from fundament.core.yardstick.build import OPENING_WORDS, keyword_share

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
LONG_PARAGRAPH = 130  # words; what is above it is held to be hard to read on a screen


@dataclass(frozen=True)
class PageParts:
    """What a text has beside its blocks."""

    title: str
    description: str
    images: int
    images_with_alt: int
    internal_links: int
    external_links: int


@dataclass(frozen=True, eq=False)
class DraftFeatures:
    """A whole text.

    structure: counts by name of measure, those that begin with counted_ without what does not count (crammed sentences; headings with no
    text below them). placement: share of the keyword in each zone, and lengths. heading: similarity of the closest heading that counts, per subtopic.
    open_headings: those at the end that text put there would give something below.
    """

    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    heading: Numbers
    structure: dict[str, float]
    placement: dict[str, float]
    opening: tuple[str, ...]
    blocks: tuple[PlacedBlock, ...]
    open_headings: tuple[PlacedBlock, ...]
    parts: PageParts


@dataclass(frozen=True)
class Splice:
    """Blocks (kind, level, text) put in the place of `removed` blocks, from block number `start` on."""

    start: int
    removed: int
    blocks: tuple[tuple[str, int, str], ...]


def draft_features(compiled: CompiledYardstick, draft: Reading) -> DraftFeatures:
    """The features of a whole text: those of its blocks, and of its title, description, images and links."""
    plain = [(b.kind, b.level, b.text) for b in draft.main_blocks()]
    parts = PageParts(
        title=draft.title,
        description=draft.description,
        images=len(draft.images),
        images_with_alt=sum(1 for image in draft.images if image.alt),
        internal_links=sum(1 for link in draft.links if link.internal),
        external_links=sum(1 for link in draft.links if not link.internal),
    )
    return combine(compiled, place_blocks(compiled, plain), parts)


def headings_with_text(blocks: Sequence[PlacedBlock]) -> tuple[list[PlacedBlock], list[PlacedBlock]]:
    """The headings that have text below them, before the next heading of their level or a higher one; and those still open at the end."""
    counted: list[PlacedBlock] = []
    waiting: list[PlacedBlock] = []
    for block in blocks:
        if block.is_heading:
            waiting = [other for other in waiting if other.level < block.level]
            waiting.append(block)
        elif block.is_text:
            counted += waiting
            waiting = []
    return counted, waiting


_Sums = tuple[Numbers, Numbers, Numbers]


def _sums(compiled: CompiledYardstick, blocks: Sequence[PlacedBlock]) -> _Sums:
    """Uses of terms, mentions of entities, recognised mentions, over the blocks."""
    if not blocks:
        nothing = np.zeros(len(compiled.entity_weight))
        return np.zeros(len(compiled.term_weight)), nothing, nothing
    features = [block.features for block in blocks]
    return (
        np.sum([f.terms for f in features], axis=0),
        np.sum([f.mentioned for f in features], axis=0),
        np.sum([f.recognised for f in features], axis=0),
    )


def combine(
    compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], parts: PageParts, sums: _Sums | None = None, best: Numbers | None = None
) -> DraftFeatures:
    """The features of a text made of these blocks. sums, best: those of `_sums` and the closest sentences, when they are known already."""
    subtopics = len(compiled.subtopic_weight)
    counted, waiting = headings_with_text(blocks)
    terms, mentioned, recognised = sums or _sums(compiled, blocks)
    if best is None:
        texts = [block.features.best for block in blocks if block.features.real]
        best = highest(*texts) if texts else np.zeros((BEST_SENTENCES, subtopics))
    heading = np.max([b.features.heading for b in counted], axis=0) if counted else np.zeros(subtopics)
    opening = _opening(blocks)
    return DraftFeatures(
        terms=terms,
        mentioned=mentioned,
        recognised=recognised,
        best=best,
        heading=heading,
        structure=_structure(blocks, counted, parts),
        placement=_placement(compiled, blocks, counted, opening, parts),
        opening=opening,
        blocks=tuple(blocks),
        open_headings=tuple(waiting),
        parts=parts,
    )


def _structure(blocks: Sequence[PlacedBlock], counted: Sequence[PlacedBlock], parts: PageParts) -> dict[str, float]:
    paragraphs = [b.features.words for b in blocks if b.kind in ("paragraph", "quote") and b.features.sentences]
    headings = [b for b in blocks if b.is_heading]
    return {
        "words": float(sum(b.features.words for b in blocks)),
        "counted_words": float(sum(b.features.counted_words for b in blocks)),
        "sentences": float(sum(b.features.sentences for b in blocks if b.kind in ("paragraph", "quote", "list_item"))),
        "paragraphs": float(len(paragraphs)),
        "paragraph_words": float(sum(paragraphs)),
        "long_paragraph_words": float(sum(max(0, words - LONG_PARAGRAPH) for words in paragraphs)),
        "h1": float(sum(1 for b in headings if b.level == 1)),
        "h2": float(sum(1 for b in headings if b.level == 2)),
        "counted_h2": float(sum(1 for b in counted if b.level == 2)),
        "h3": float(sum(1 for b in headings if b.level >= 3)),
        "counted_h3": float(sum(1 for b in counted if b.level >= 3)),
        "question_headings": float(sum(b.features.asks for b in headings)),
        "counted_question_headings": float(sum(b.features.asks for b in counted)),
        "images": float(parts.images),
        "images_with_alt": float(parts.images_with_alt),
        "list_items": float(sum(1 for b in blocks if b.kind == "list_item")),
        "table_cells": float(sum(1 for b in blocks if b.kind == "table_cell")),
        "internal_links": float(parts.internal_links),
        "external_links": float(parts.external_links),
    }


def _placement(
    compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], counted: Sequence[PlacedBlock], opening: tuple[str, ...], parts: PageParts
) -> dict[str, float]:
    lemmas, language = compiled.keyword_lemmas, compiled.language
    return {
        "title": keyword_share(parts.title, lemmas, language) if parts.title else 0.0,
        "title_length": float(len(parts.title)),
        "description": keyword_share(parts.description, lemmas, language) if parts.description else 0.0,
        "description_length": float(len(parts.description)),
        "h1": max((b.features.keyword for b in blocks if b.is_heading and b.level == 1), default=0.0),
        "h2": max((b.features.keyword for b in counted if b.level == 2), default=0.0),
        "opening": keyword_share(" ".join(opening), lemmas, language),
        "body_exact": float(sum(b.features.exact_keyword for b in blocks)),
    }


def add_block(compiled: CompiledYardstick, draft: DraftFeatures, kind: str, level: int, text: str) -> DraftFeatures:
    """The features after one more block is put at the end of the text: the same as `splice` gives there, in a fraction of the time."""
    block = place_block(compiled, kind, level, text)
    features = block.features
    structure, placement = dict(draft.structure), draft.placement
    structure["words"] += features.words
    structure["counted_words"] += features.counted_words
    if block.is_heading:
        structure["h1" if level == 1 else "h2" if level == 2 else "h3"] += 1
        structure["question_headings"] += features.asks
        if level == 1:
            placement = {**placement, "h1": max(placement["h1"], features.keyword)}
        waiting = (*(other for other in draft.open_headings if other.level < level), block)
        return replace(draft, structure=structure, placement=placement, open_headings=waiting)
    structure["sentences"] += features.sentences if kind in ("paragraph", "quote", "list_item") else 0
    structure["list_items"] += kind == "list_item"
    structure["table_cells"] += kind == "table_cell"
    if kind in ("paragraph", "quote") and features.sentences:
        structure["paragraphs"] += 1
        structure["paragraph_words"] += features.words
        structure["long_paragraph_words"] += max(0, features.words - LONG_PARAGRAPH)
    placement = {**placement, "body_exact": placement["body_exact"] + features.exact_keyword}
    opening = draft.opening
    if len(opening) < OPENING_WORDS:
        opening = (opening + features.opening)[:OPENING_WORDS]
        placement["opening"] = keyword_share(" ".join(opening), compiled.keyword_lemmas, compiled.language)
    heading, waiting = draft.heading, draft.open_headings
    if block.is_text:
        for opened in waiting:
            heading = np.maximum(heading, opened.features.heading)
            structure["counted_question_headings"] += opened.features.asks
            if opened.level == 2:
                placement["h2"] = max(placement["h2"], opened.features.keyword)
            if opened.level >= 2:
                structure["counted_h2" if opened.level == 2 else "counted_h3"] += 1
        waiting = ()
    return replace(
        draft,
        terms=draft.terms + features.terms,
        mentioned=draft.mentioned + features.mentioned,
        recognised=draft.recognised + features.recognised,
        best=highest(draft.best, features.best),
        heading=heading,
        structure=structure,
        placement=placement,
        opening=opening,
        open_headings=waiting,
    )


def splice(compiled: CompiledYardstick, draft: DraftFeatures, splices: Iterable[Splice]) -> DraftFeatures:
    """The features after blocks are put in the place of others. The splices must not overlap."""
    blocks = list(draft.blocks)
    removed: list[PlacedBlock] = []
    added: list[PlacedBlock] = []
    for change in sorted(splices, key=lambda s: -s.start):
        new = place_blocks(compiled, change.blocks)
        removed += blocks[change.start : change.start + change.removed]
        added += new
        blocks[change.start : change.start + change.removed] = new
    less, more = _sums(compiled, removed), _sums(compiled, added)
    sums = (draft.terms - less[0] + more[0], draft.mentioned - less[1] + more[1], draft.recognised - less[2] + more[2])
    best = None
    if not any(block.features.real for block in removed):
        best = highest(draft.best, *[block.features.best for block in added if block.features.real])
    return combine(compiled, blocks, draft.parts, sums, best)


def _opening(blocks: Sequence[PlacedBlock]) -> tuple[str, ...]:
    """The first OPENING_WORDS words of the real sentences."""
    opening: tuple[str, ...] = ()
    for block in blocks:
        opening += block.features.opening
        if len(opening) >= OPENING_WORDS:
            break
    return opening[:OPENING_WORDS]
