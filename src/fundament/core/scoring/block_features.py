"""What scoring needs to know of one block of a text. Kept on the compiled yardstick, so that a keystroke costs one block."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.phrases import Match
from fundament.core.language.uses import NO_USES, Uses, uses_in
from fundament.core.language.words import count_words
from fundament.core.yardstick.build import OPENING_WORDS, keyword_share
from fundament.core.yardstick.structure import COUNTS, PARAGRAPH_KINDS, contains, count_block, is_question

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick

Numbers = NDArray[np.float64]
PlainBlock = tuple[str, int, str]  # kind, level, text
BEST_SENTENCES = 3  # so many of the closest sentences stand for "covered in the text"
TEXT_KINDS = ("paragraph", "quote", "list_item", "table_cell", "caption")
MOST_KEPT_BYTES = 12_000_000  # of the blocks in one generation of the cache
OBJECT_BYTES = 1_200  # of a block beside its arrays and text, by estimate
# what of a block's counts earns: words and uses of the keyword outside crammed sentences, paragraphs with a sentence that is not crammed
COUNTED = ("counted_words", "counted_paragraphs", "counted_paragraph_words", "counted_exact_keyword")
TALLY = (*COUNTS, *COUNTED)  # counts of a block that are summed over a text


@dataclass(frozen=True, eq=False)
class BlockFeatures:
    """One block.

    real: its real sentences, natural and not crammed. sums: what is summed over a text, in one row: terms (counted uses), mentioned and recognised
    (mentions per entity), and the counts of TALLY. best: closest sentences per subtopic, shape (BEST_SENTENCES, subtopics), highest first. heading:
    similarity of the heading per subtopic. keyword: share of the keyword in a heading. asks: whether a heading is a question. says: whether it
    is text to a heading above it. matches: of terms, counted or not, with the numbers of their sentences.
    """

    words: int
    real: tuple[str, ...]
    sums: Numbers
    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    heading: Numbers
    keyword: float
    asks: bool
    says: bool
    exact_keyword: int
    matches: tuple[tuple[int, Match], ...] = ()

    @property
    def bytes(self) -> int:
        """What its arrays take."""
        return int(self.sums.nbytes + self.best.nbytes + self.heading.nbytes)

    @property
    def opening(self) -> tuple[str, ...]:
        """The first words of its real sentences, for what the text opens with."""
        return tuple(" ".join(self.real).split()[:OPENING_WORDS])


@dataclass(frozen=True, eq=False)
class PlacedBlock:
    """A block of a text with its features. is_text: whether a heading above it has something below it: a real sentence, code, or an item or cell
    that is more than a term."""

    kind: str
    level: int
    text: str
    features: BlockFeatures
    is_heading: bool
    is_text: bool


class BlockCache:
    """Blocks as they were last worked out. When a generation is full the one before it is let go, so that what is in use stays. Who holds many caches calls
    `let_go` on all of them when their young blocks together are too many."""

    def __init__(self) -> None:
        self._young: dict[PlainBlock, PlacedBlock] = {}
        self._old: dict[PlainBlock, PlacedBlock] = {}
        self._young_bytes = self._old_bytes = 0

    @property
    def bytes(self) -> int:
        """What the blocks take, by estimate: their arrays and twice their texts."""
        return self._young_bytes + self._old_bytes

    @property
    def young_bytes(self) -> int:
        """The same, of those asked for since `let_go` was last called."""
        return self._young_bytes

    def get(self, block: PlainBlock) -> PlacedBlock | None:
        """The block, when it is known."""
        found = self._young.get(block)
        if found is None:
            found = self._old.get(block)
            if found is not None:
                self.keep(block, found)
        return found

    def let_go(self) -> None:
        """Let go of what was not asked for since this was last called."""
        self._old, self._young = self._young, {}
        self._old_bytes, self._young_bytes = self._young_bytes, 0

    def keep(self, block: PlainBlock, placed: PlacedBlock) -> None:
        """Remember a block."""
        if self._young_bytes >= MOST_KEPT_BYTES:
            self.let_go()
        if block not in self._young:
            self._young_bytes += OBJECT_BYTES + 2 * len(block[2]) + placed.features.bytes
        self._young[block] = placed


def place_block(compiled: CompiledYardstick, kind: str, level: int, text: str) -> PlacedBlock:
    """A block with its features."""
    return place_blocks(compiled, [(kind, level, text)])[0]


def place_blocks(compiled: CompiledYardstick, blocks: Sequence[PlainBlock]) -> list[PlacedBlock]:
    """Blocks with their features, those not seen before worked out together, which is many times faster than one at a time."""
    known = {block: compiled.blocks.get(block) for block in blocks}
    new = [block for block, placed in known.items() if placed is None]
    if new:
        for block, features in zip(new, _features_of(compiled, new), strict=True):
            new_block = PlacedBlock(*block, features, block[0] == "heading", features.says)
            known[block] = new_block
            compiled.blocks.keep(block, new_block)
    return [placed for block in blocks if (placed := known[block]) is not None]


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
    read = [analyse_text(text, compiled.language) if kind != "code" else () for kind, _, text in blocks]
    uses = [
        uses_in(s, compiled.term_matcher, compiled.language) if b[0] in TEXT_KINDS else NO_USES for b, s in zip(blocks, read, strict=True)
    ]
    real = [_real_sentences(block, sentences, used) for block, sentences, used in zip(blocks, read, uses, strict=True)]
    # all sentences are compared together: one product of matrices instead of one for each block
    similarity = compiled.sentence_similarity([sentence for of_block in real for sentence in of_block])
    found = []
    at = 0
    for block, sentences, used, of_block in zip(blocks, read, uses, real, strict=True):
        best = highest(similarity[at : at + len(of_block)], compiled.nothing.best) if of_block else compiled.nothing.best
        at += len(of_block)
        if block[0] in TEXT_KINDS:
            found.append(_text_features(compiled, block, sentences, used, of_block, best))
        else:
            found.append(_other_features(compiled, block, sum([s.words for s in sentences]), of_heading))
    return found


def _real_sentences(block: PlainBlock, sentences: tuple[Sentence, ...], used: Uses) -> tuple[str, ...]:
    """The sentences that are natural and not crammed."""
    kind, _, text = block
    if kind not in TEXT_KINDS:
        return ()
    return tuple([text[s.start : s.end] for i, s in enumerate(sentences) if s.natural and i not in used.crammed])


def _text_features(
    compiled: CompiledYardstick, block: PlainBlock, sentences: tuple[Sentence, ...], used: Uses, real: tuple[str, ...], best: Numbers
) -> BlockFeatures:
    """The features of a block of text, with what is known of its sentences."""
    nothing = compiled.nothing
    kind = block[0]
    words = sum([sentence.words for sentence in sentences])
    counts = _counts(compiled, block)
    inside = sum([match.end - match.start for _, match in used.matches])
    exact = sum([s.natural and i not in used.crammed and contains(s.lemmas, compiled.keyword_lemmas) for i, s in enumerate(sentences)])
    crammed_words = sum([count_words(block[2][sentences[i].start : sentences[i].end]) for i in used.crammed])
    paragraph = bool(real) and kind in PARAGRAPH_KINDS
    counted = (max(0, counts[0] - crammed_words), int(paragraph), counts[0] if paragraph else 0, exact)
    sums, terms, mentioned, recognised = _sums(nothing, (*counts, *counted))
    if used.counted:
        terms[:] = np.bincount(used.counted, minlength=len(terms))
    _count_entities(compiled, sentences, used.crammed, mentioned, recognised)
    says = bool(real) or (kind in ("list_item", "table_cell") and inside < words)
    return BlockFeatures(
        words, real, sums, terms, mentioned, recognised, best, nothing.heading, 0.0, False, says, exact, tuple(used.matches)
    )


def _other_features(compiled: CompiledYardstick, block: PlainBlock, words: int, of_heading: dict[str, Numbers]) -> BlockFeatures:
    """The features of a heading, code, or what is neither. of_heading: similarity of headings."""
    nothing = compiled.nothing
    kind, level, text = block
    counts = _counts(compiled, block)
    sums, terms, mentioned, recognised = _sums(nothing, (*counts, 0 if kind == "code" else counts[0], 0, 0, 0))
    if kind != "heading":
        return replace(nothing, words=words, sums=sums, terms=terms, mentioned=mentioned, recognised=recognised, says=kind == "code")
    asks = is_question(text)
    heading = of_heading.get(text, nothing.heading) if level >= 2 else nothing.heading
    keyword = keyword_share(text, compiled.keyword_lemmas, compiled.language)
    return BlockFeatures(words, (), sums, terms, mentioned, recognised, nothing.best, heading, keyword, asks, False, 0)


def _counts(compiled: CompiledYardstick, block: PlainBlock) -> tuple[int, ...]:
    return count_block(*block, compiled.language, compiled.keyword_lemmas)


def _sums(nothing: BlockFeatures, tally: Sequence[int]) -> tuple[Numbers, Numbers, Numbers, Numbers]:
    """A row of sums with these counts and no term or entity as yet, and its parts to be filled: terms, mentioned, recognised."""
    terms, entities = len(nothing.terms), len(nothing.mentioned)
    sums = np.zeros(len(nothing.sums))
    sums[terms + 2 * entities :] = tally
    return sums, sums[:terms], sums[terms : terms + entities], sums[terms + entities : terms + 2 * entities]


def no_features(terms: int, entities: int, subtopics: int) -> BlockFeatures:
    """The features of a block that has nothing in it. They are shared, and not to be written to."""
    sums = np.zeros(terms + 2 * entities + len(TALLY))
    best, heading = np.zeros((BEST_SENTENCES, subtopics)), np.zeros(subtopics)
    for shared in (sums, best, heading):
        shared.flags.writeable = False
    of_entities = sums[:entities]
    return BlockFeatures(0, (), sums, sums[:terms], of_entities, of_entities, best, heading, 0.0, False, False, 0)


def _count_entities(
    compiled: CompiledYardstick, sentences: tuple[Sentence, ...], crammed: set[int], mentioned: Numbers, recognised: Numbers
) -> None:
    """Count mentions, and those recognised: with two or more of the entity's context words in real sentences of its block.

    "Damp hessian" also names hessian: an entity that is the end of a longer one is named by it.
    """
    found = [(i, m.phrase) for i, s in enumerate(sentences) for m in compiled.entity_matcher.find(s.lemmas, s.joined)]
    if not found:
        return
    around = {lemma for i, s in enumerate(sentences) if s.natural and i not in crammed for lemma in s.lemmas}
    for index, phrase in found:
        counts = sentences[index].natural and index not in crammed
        for number in compiled.entity_names[phrase]:
            mentioned[number] += 1
            if counts:
                context, needed = compiled.entity_context[number]
                recognised[number] += len(around & context) >= needed
