"""What scoring needs to know of one block of a text. Cached on the compiled yardstick, so that a keystroke costs one block."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.phrases import Match
from fundament.core.language.uses import is_crammed, uses_in
from fundament.core.language.vectors import embed
from fundament.core.yardstick.build import OPENING_WORDS, contains, keyword_share
from fundament.core.yardstick.entities import CONTEXT_NEEDED
from fundament.core.yardstick.structure import is_question

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
BEST_SENTENCES = 3  # so many of the closest sentences stand for "covered in the text"
TEXT_KINDS = ("paragraph", "quote", "list_item", "table_cell", "caption")
MOST_KEPT = 20_000  # blocks


@dataclass(frozen=True, eq=False)
class BlockFeatures:
    """One block. sentences: the real ones, natural and not crammed; terms: counted uses; mentioned, recognised: mentions per entity; best: closest sentences per subtopic,
    shape (BEST_SENTENCES, subtopics), highest first; heading: similarity of the heading per subtopic; keyword: share of the keyword in a heading;
    asks: whether a heading is a question;
    says: whether it is text to a heading above it."""

    words: int
    sentences: int
    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    heading: Numbers
    keyword: float
    asks: bool
    says: bool
    exact_keyword: int
    counted_words: int
    real_words: tuple[str, ...] = ()  # the first words of its real sentences, for what the text opens with


@dataclass(frozen=True, eq=False)
class PlacedBlock:
    """A block in its place in a text, with its features."""

    kind: str
    level: int
    text: str
    features: BlockFeatures

    @property
    def is_heading(self) -> bool:
        """Whether it is a heading of any level."""
        return self.kind == "heading"

    @property
    def is_text(self) -> bool:
        """Whether a heading above it has something below it: a real sentence, code, or an item or cell that is more than a term."""
        return self.features.says


def place_block(compiled: CompiledYardstick, kind: str, level: int, text: str) -> PlacedBlock:
    """A block with its features."""
    return PlacedBlock(kind, level, text, block_features(compiled, kind, level, text))


def block_features(compiled: CompiledYardstick, kind: str, level: int, text: str) -> BlockFeatures:
    """The features of one block, cached on the compiled yardstick."""
    key = (kind, level, text)
    known = compiled.blocks.get(key)
    if known is None:
        if len(compiled.blocks) > MOST_KEPT:
            compiled.blocks.clear()
        known = compiled.blocks[key] = _block_features(compiled, kind, level, text)
    return known


def embed_new_sentences(compiled: CompiledYardstick, blocks: Sequence[tuple[str, int, str]]) -> None:
    """Have the vectors of all sentences of blocks not seen before made together, which is many times faster than one block at a time."""
    new = [block[2] for block in blocks if block[0] in TEXT_KINDS and block not in compiled.blocks]
    if len(new) > 1 and len(compiled.subtopic_weight):
        embed([text[s.start : s.end] for text in new for s in analyse_text(text, compiled.language) if s.natural])


def highest(*rows: Numbers) -> Numbers:
    """The BEST_SENTENCES highest values of each column over all rows given, highest first."""
    stacked = np.concatenate(rows)
    if len(stacked) <= 2 * BEST_SENTENCES:
        return np.sort(stacked, axis=0)[::-1][:BEST_SENTENCES].copy()
    least = len(stacked) - BEST_SENTENCES
    return np.sort(np.partition(stacked, least, axis=0)[least:], axis=0)[::-1].copy()


def _block_features(compiled: CompiledYardstick, kind: str, level: int, text: str) -> BlockFeatures:
    terms = np.zeros(len(compiled.term_weight))
    mentioned = np.zeros(len(compiled.entity_weight))
    recognised = np.zeros(len(compiled.entity_weight))
    subtopics = len(compiled.subtopic_weight)
    best = np.zeros((BEST_SENTENCES, subtopics))
    heading = np.zeros(subtopics)
    if kind == "code":
        return BlockFeatures(0, 0, terms, mentioned, recognised, best, heading, 0.0, False, True, 0, 0)
    sentences = analyse_text(text, compiled.language)
    words = sum(len(sentence.tokens) for sentence in sentences)
    exact = 0
    keyword = 0.0
    counted_words = words
    real_sentences = 0
    says = False
    real_words: tuple[str, ...] = ()
    if kind == "heading":
        keyword = keyword_share(text, compiled.keyword_lemmas, compiled.language)
        if level >= 2:
            heading = compiled.heading_similarity(text)
    elif kind in TEXT_KINDS:
        counted, matches = uses_in(sentences, compiled.term_matcher, compiled.language)
        np.add.at(terms, counted, 1.0)
        crammed = _crammed(sentences, matches, compiled.language)
        real = [s for i, s in enumerate(sentences) if s.natural and i not in crammed]
        counted_words = words - sum(len(sentences[i].tokens) for i in crammed)
        _count_entities(compiled, sentences, crammed, mentioned, recognised)
        real_sentences = len(real)
        inside = sum(match.end - match.start for _, match in matches)
        says = bool(real) or (kind in ("list_item", "table_cell") and inside < words)
        exact = sum(1 for s in real if contains(s.lemmas, compiled.keyword_lemmas))
        if real:
            similarity = compiled.sentence_similarity([text[s.start : s.end] for s in real])
            best = highest(similarity, best)
        real_words = tuple(" ".join(text[s.start : s.end] for s in real).split()[:OPENING_WORDS])
    return BlockFeatures(
        words,
        real_sentences,
        terms,
        mentioned,
        recognised,
        best,
        heading,
        keyword,
        kind == "heading" and is_question(text),
        says,
        exact,
        counted_words,
        real_words,
    )


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
