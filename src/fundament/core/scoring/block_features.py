"""What scoring needs to know of one block of a text. Cached on the compiled yardstick, so that a keystroke costs one block."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.uses import uses_in
from fundament.core.yardstick.build import OPENING_WORDS, contains, keyword_share
from fundament.core.yardstick.structure import is_question

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
PlainBlock = tuple[str, int, str]  # kind, level, text
BEST_SENTENCES = 3  # so many of the closest sentences stand for "covered in the text"
TEXT_KINDS = ("paragraph", "quote", "list_item", "table_cell", "caption")
MOST_KEPT = 20_000  # blocks


@dataclass(frozen=True, eq=False)
class BlockFeatures:
    """One block. real: its real sentences, natural and not crammed; terms: counted uses; mentioned, recognised: mentions per entity; best: closest
    sentences per subtopic, shape (BEST_SENTENCES, subtopics), highest first; heading: similarity of the heading per subtopic; keyword: share of the
    keyword in a heading; asks: whether a heading is a question; says: whether it is text to a heading above it."""

    words: int
    real: tuple[str, ...]
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

    @property
    def sentences(self) -> int:
        """How many real sentences it has."""
        return len(self.real)

    @property
    def opening(self) -> tuple[str, ...]:
        """The first words of its real sentences, for what the text opens with."""
        return tuple(" ".join(self.real).split()[:OPENING_WORDS])


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
    return place_blocks(compiled, [(kind, level, text)])[0]


def place_blocks(compiled: CompiledYardstick, blocks: Sequence[PlainBlock]) -> list[PlacedBlock]:
    """Blocks with their features, those not seen before worked out together, which is many times faster than one at a time."""
    known = compiled.blocks
    if len(known) > MOST_KEPT:
        known.clear()
    new = [block for block in dict.fromkeys(blocks) if block not in known]
    if new:
        known.update(zip(new, _features_of(compiled, new), strict=True))
    return [PlacedBlock(*block, known[block]) for block in blocks]


def highest(*rows: Numbers) -> Numbers:
    """The BEST_SENTENCES highest values of each column over all rows given, highest first."""
    stacked = np.concatenate(rows)
    if len(stacked) <= 2 * BEST_SENTENCES:
        return np.sort(stacked, axis=0)[::-1][:BEST_SENTENCES].copy()
    least = len(stacked) - BEST_SENTENCES
    return np.sort(np.partition(stacked, least, axis=0)[least:], axis=0)[::-1].copy()


def _features_of(compiled: CompiledYardstick, blocks: Sequence[PlainBlock]) -> list[BlockFeatures]:
    headings = [text for kind, level, text in blocks if kind == "heading" and level >= 2]
    of_heading = dict(zip(headings, compiled.heading_similarity(headings), strict=True))
    found = [_features_alone(compiled, block, of_heading) for block in blocks]
    similarity = compiled.sentence_similarity([sentence for features in found for sentence in features.real])
    at = 0
    for number, features in enumerate(found):
        if features.real:
            best = highest(similarity[at : at + len(features.real)], features.best)
            at += len(features.real)
            found[number] = replace(features, best=best)
    return found


def _features_alone(compiled: CompiledYardstick, block: PlainBlock, of_heading: dict[str, Numbers]) -> BlockFeatures:
    """The features of a block but for how close its sentences are to the subtopics. of_heading: similarity of headings."""
    kind, level, text = block
    nothing = compiled.nothing
    if kind == "code":
        return replace(nothing, says=True)
    sentences = analyse_text(text, compiled.language)
    words = sum(len(sentence.tokens) for sentence in sentences)
    if kind == "heading":
        return replace(
            nothing,
            words=words,
            counted_words=words,
            heading=of_heading.get(text, nothing.heading) if level >= 2 else nothing.heading,
            keyword=keyword_share(text, compiled.keyword_lemmas, compiled.language),
            asks=is_question(text),
        )
    if kind not in TEXT_KINDS:
        return replace(nothing, words=words, counted_words=words)
    counted, matches, crammed = uses_in(sentences, compiled.term_matcher, compiled.language)
    mentioned, recognised = _count_entities(compiled, sentences, crammed)
    real = [s for i, s in enumerate(sentences) if s.natural and i not in crammed]
    inside = sum([match.end - match.start for _, match in matches])
    return BlockFeatures(
        words=words,
        real=tuple([text[s.start : s.end] for s in real]),
        terms=np.bincount(counted, minlength=len(nothing.terms)).astype(float) if counted else nothing.terms,
        mentioned=mentioned,
        recognised=recognised,
        best=nothing.best,
        heading=nothing.heading,
        keyword=0.0,
        asks=False,
        says=bool(real) or (kind in ("list_item", "table_cell") and inside < words),
        exact_keyword=sum([contains(s.lemmas, compiled.keyword_lemmas) for s in real]),
        counted_words=words - sum([len(sentences[i].tokens) for i in crammed]),
    )


def no_features(terms: int, entities: int, subtopics: int) -> BlockFeatures:
    """The features of a block that has nothing in it."""
    of_entities, of_subtopics = np.zeros(entities), np.zeros(subtopics)
    best = np.zeros((BEST_SENTENCES, subtopics))
    return BlockFeatures(0, (), np.zeros(terms), of_entities, of_entities, best, of_subtopics, 0.0, False, False, 0, 0)


def _count_entities(compiled: CompiledYardstick, sentences: tuple[Sentence, ...], crammed: set[int]) -> tuple[Numbers, Numbers]:
    """Mentions, and those recognised: with two or more of the entity's context words in real sentences of its block.

    "Damp hessian" also names hessian: an entity that is the end of a longer one is named by it.
    """
    found = [(i, m.phrase) for i, s in enumerate(sentences) for m in compiled.entity_matcher.find(s.lemmas, s.joined)]
    if not found:
        return compiled.nothing.mentioned, compiled.nothing.recognised
    mentioned, recognised = np.zeros(len(compiled.entity_weight)), np.zeros(len(compiled.entity_weight))
    around = {lemma for i, s in enumerate(sentences) if s.natural and i not in crammed for lemma in s.lemmas}
    for index, phrase in found:
        counts = sentences[index].natural and index not in crammed
        for number in compiled.entity_names[phrase]:
            mentioned[number] += 1
            if counts:
                context, needed = compiled.entity_context[number]
                recognised[number] += len(around & context) >= needed
    return mentioned, recognised
