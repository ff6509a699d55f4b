"""What scoring needs to know of a text, block by block, so that a keystroke costs one block.

BlockFeatures describe one block; DraftFeatures are their sums and maxima. An edit is the same as adding (or changing) the
features of one block, which is how gains are worked out without reading the whole text again.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.phrases import Match
from fundament.core.language.uses import is_crammed, uses_in
from fundament.core.language.vectors import embed
from fundament.core.reading.model import Block, Reading
from fundament.core.yardstick.build import OPENING_WORDS, contains, keyword_share
from fundament.core.yardstick.entities import CONTEXT_NEEDED
from fundament.core.yardstick.structure import is_question

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
BEST_SENTENCES = 3  # so many of the closest sentences stand for "covered in the text"
TEXT_KINDS = ("paragraph", "quote", "list_item", "table_cell", "caption")


@dataclass(frozen=True, eq=False)
class BlockFeatures:
    """One block. terms: counted uses; mentioned, recognised: mentions per entity; best: closest sentences per subtopic,
    shape (BEST_SENTENCES, subtopics), highest first; heading: similarity of the heading per subtopic."""

    words: int
    sentences: int
    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    heading: Numbers
    exact_keyword: int
    counted_words: int
    real_words: tuple[str, ...] = ()  # the first words of its real sentences, for what the text opens with


@dataclass(frozen=True, eq=False)
class DraftFeatures:
    """A whole text. structure: counts by name of measure; placement: share of the keyword in each zone, and lengths."""

    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    heading: Numbers
    structure: dict[str, float]
    placement: dict[str, float]
    opening: tuple[str, ...]


def block_features(compiled: CompiledYardstick, kind: str, level: int, text: str) -> BlockFeatures:
    """The features of one block, cached on the compiled yardstick."""
    key = (kind, level, text)
    known = compiled.blocks.get(key)
    if known is None:
        if len(compiled.blocks) > 20_000:
            compiled.blocks.clear()
        known = compiled.blocks[key] = _block_features(compiled, kind, level, text)
    return known


def _block_features(compiled: CompiledYardstick, kind: str, level: int, text: str) -> BlockFeatures:
    sentences = analyse_text(text, compiled.language)
    terms = np.zeros(len(compiled.term_weight))
    mentioned = np.zeros(len(compiled.entity_weight))
    recognised = np.zeros(len(compiled.entity_weight))
    subtopics = len(compiled.subtopic_weight)
    best = np.zeros((BEST_SENTENCES, subtopics))
    heading = np.zeros(subtopics)
    words = sum(len(sentence.tokens) for sentence in sentences)
    exact = 0
    counted_words = words
    real_words: tuple[str, ...] = ()
    if kind == "heading":
        if level >= 2:
            heading = compiled.heading_similarity(text)
    elif kind in TEXT_KINDS:
        counted, matches = uses_in(sentences, compiled.term_matcher, compiled.language)
        np.add.at(terms, counted, 1.0)
        crammed = _crammed(sentences, matches, compiled.language)
        real = [s for i, s in enumerate(sentences) if s.natural and i not in crammed]
        counted_words = words - sum(len(sentences[i].tokens) for i in crammed)
        _count_entities(compiled, sentences, crammed, mentioned, recognised)
        exact = sum(1 for s in real if contains(s.lemmas, compiled.keyword_lemmas))
        if real:
            similarity = compiled.sentence_similarity([text[s.start : s.end] for s in real])
            best = _highest(similarity, best)
        real_words = tuple(" ".join(text[s.start : s.end] for s in real).split()[:OPENING_WORDS])
    natural = sum(1 for sentence in sentences if sentence.natural)
    return BlockFeatures(words, natural, terms, mentioned, recognised, best, heading, exact, counted_words, real_words)


def _crammed(sentences: tuple[Sentence, ...], matches: list[tuple[int, Match]], language: str) -> set[int]:
    by_sentence: dict[int, list[Match]] = {}
    for index, match in matches:
        by_sentence.setdefault(index, []).append(match)
    return {i for i, found in by_sentence.items() if is_crammed(sentences[i], found, language)}


def _count_entities(
    compiled: CompiledYardstick, sentences: tuple[Sentence, ...], crammed: set[int], mentioned: Numbers, recognised: Numbers
) -> None:
    """A mention is recognised when two or more of the entity's context words stand in real sentences of its block.

    "Damp hessian" also names hessian: an entity that is the end of a longer one is named by it.
    """
    around = {lemma for i, s in enumerate(sentences) if s.natural and i not in crammed for lemma in s.lemmas}
    for index, sentence in enumerate(sentences):
        for match in compiled.entity_matcher.find(sentence.lemmas, sentence.joined):
            counts = sentence.natural and index not in crammed
            for number in compiled.entity_names[match.phrase]:
                mentioned[number] += 1
                context = compiled.entity_context[number]
                near = (around & context) - compiled.entity_own[number]
                if counts and len(near) >= min(CONTEXT_NEEDED, len(context)):
                    recognised[number] += 1


def _highest(*rows: Numbers) -> Numbers:
    """The BEST_SENTENCES highest values of each column over all rows given, highest first."""
    stacked = np.concatenate(rows)
    if len(stacked) == 1:
        return stacked
    return np.sort(stacked, axis=0)[::-1][:BEST_SENTENCES].copy()


def _embed_new_sentences(compiled: CompiledYardstick, blocks: list[Block]) -> None:
    """Have the vectors of all sentences of blocks not seen before made together, which is many times faster than one block at a time."""
    new = [b.text for b in blocks if b.kind in TEXT_KINDS and (b.kind, b.level, b.text) not in compiled.blocks]
    if len(new) > 1 and len(compiled.subtopic_weight):
        embed([text[s.start : s.end] for text in new for s in analyse_text(text, compiled.language) if s.natural])


def draft_features(compiled: CompiledYardstick, draft: Reading) -> DraftFeatures:
    """The features of a whole text: those of its blocks, and of its title, description, images and links."""
    blocks = [b for b in draft.main_blocks() if b.kind != "code"]
    _embed_new_sentences(compiled, blocks)
    features = [block_features(compiled, b.kind, b.level, b.text) for b in blocks]
    subtopics = len(compiled.subtopic_weight)
    if features:
        terms = np.sum([f.terms for f in features], axis=0)
        mentioned = np.sum([f.mentioned for f in features], axis=0)
        recognised = np.sum([f.recognised for f in features], axis=0)
        best = _highest(*[f.best for f in features])
        heading = np.max([f.heading for f in features], axis=0)
    else:
        terms = np.zeros(len(compiled.term_weight))
        mentioned = recognised = np.zeros(len(compiled.entity_weight))
        best, heading = np.zeros((BEST_SENTENCES, subtopics)), np.zeros(subtopics)
    paragraphs = [f.words for f, b in zip(features, blocks, strict=True) if b.kind in ("paragraph", "quote") and f.sentences]
    headings = [b for b in blocks if b.kind == "heading"]
    structure = {
        "words": float(sum(f.words for f in features)),
        "counted_words": float(sum(f.counted_words for f in features)),
        "sentences": float(
            sum(f.sentences for f, b in zip(features, blocks, strict=True) if b.kind in ("paragraph", "quote", "list_item"))
        ),
        "paragraphs": float(len(paragraphs)),
        "paragraph_words": float(sum(paragraphs)),
        "long_paragraph_words": float(sum(max(0, w - LONG_PARAGRAPH) for w in paragraphs)),
        "h1": float(sum(1 for b in headings if b.level == 1)),
        "h2": float(sum(1 for b in headings if b.level == 2)),
        "h3": float(sum(1 for b in headings if b.level >= 3)),
        "question_headings": float(sum(1 for b in headings if is_question(b.text))),
        "images": float(len(draft.images)),
        "images_with_alt": float(sum(1 for image in draft.images if image.alt)),
        "list_items": float(sum(1 for b in blocks if b.kind == "list_item")),
        "table_cells": float(sum(1 for b in blocks if b.kind == "table_cell")),
        "internal_links": float(sum(1 for link in draft.links if link.internal)),
        "external_links": float(sum(1 for link in draft.links if not link.internal)),
        "bold": float(sum(1 for b in blocks for m in b.marks if m.kind == "bold")),
    }
    opening = _opening(features)
    placement = _placement(compiled, draft, features, opening)
    return DraftFeatures(terms, mentioned, recognised, best, heading, structure, placement, opening)


LONG_PARAGRAPH = 130  # words; what is above it is held to be hard to read on a screen


def _opening(features: list[BlockFeatures]) -> tuple[str, ...]:
    """The first OPENING_WORDS words of the text's real sentences."""
    opening: tuple[str, ...] = ()
    for block in features:
        opening += block.real_words
        if len(opening) >= OPENING_WORDS:
            break
    return opening[:OPENING_WORDS]


def _placement(compiled: CompiledYardstick, draft: Reading, features: list[BlockFeatures], opening: tuple[str, ...]) -> dict[str, float]:
    lemmas, language = compiled.keyword_lemmas, compiled.language

    def share(texts: list[str]) -> float:
        return max((keyword_share(text, lemmas, language) for text in texts), default=0.0)

    return {
        "title": share([draft.title]) if draft.title else 0.0,
        "title_length": float(len(draft.title)),
        "description": share([draft.description]) if draft.description else 0.0,
        "description_length": float(len(draft.description)),
        "h1": share([b.text for b in draft.headings() if b.level == 1]),
        "h2": share([b.text for b in draft.headings() if b.level == 2]),
        "opening": share([" ".join(opening)]),
        "body_exact": float(sum(f.exact_keyword for f in features)),
    }


def add_block(compiled: CompiledYardstick, draft: DraftFeatures, kind: str, level: int, text: str) -> DraftFeatures:
    """The features after one more block is put at the end of the text."""
    block = block_features(compiled, kind, level, text)
    structure = dict(draft.structure)
    structure["words"] += block.words
    structure["counted_words"] += block.counted_words
    opening = draft.opening
    placement = draft.placement
    if kind == "heading":
        structure["h1" if level == 1 else "h2" if level == 2 else "h3"] += 1
        structure["question_headings"] += is_question(text)
        zone = f"h{level}"
        if zone in placement:
            share = keyword_share(text, compiled.keyword_lemmas, compiled.language)
            placement = {**placement, zone: max(placement[zone], share)}
    else:
        structure["sentences"] += block.sentences if kind in ("paragraph", "quote", "list_item") else 0
        if kind in ("paragraph", "quote") and block.sentences:
            structure["paragraphs"] += 1
            structure["paragraph_words"] += block.words
            structure["long_paragraph_words"] += max(0, block.words - LONG_PARAGRAPH)
        placement = {**placement, "body_exact": placement["body_exact"] + block.exact_keyword}
        if len(opening) < OPENING_WORDS:
            opening = (opening + block.real_words)[:OPENING_WORDS]
            placement["opening"] = keyword_share(" ".join(opening), compiled.keyword_lemmas, compiled.language)
    return replace(
        draft,
        terms=draft.terms + block.terms,
        mentioned=draft.mentioned + block.mentioned,
        recognised=draft.recognised + block.recognised,
        best=_highest(draft.best, block.best),
        heading=np.maximum(draft.heading, block.heading),
        structure=structure,
        placement=placement,
        opening=opening,
    )
