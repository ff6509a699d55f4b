"""What scoring needs to know of a whole text: the sums and maxima of its blocks' features.

An edit is the same as adding a block at the end (`add_block`), or as putting other blocks in the place of some (`splice`). Both take off and put on
what the blocks concerned give, which is how gains are worked out without reading the whole text again.
"""

from __future__ import annotations

import functools
import itertools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from fundament.core.reading.model import Reading
from fundament.core.scoring.block_features import BEST_SENTENCES, COUNTED, TALLY, PlacedBlock, highest, place_block, place_blocks
from fundament.core.scoring.headings import CountedHeadings, count_headings
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

    sums: of the blocks' counts (see Row); terms, mentioned, recognised are parts of it. best: closest sentences per subtopic, see BlockFeatures.
    structure: the MEASURES as they are of any text, with what their credit needs beside; counts that begin with counted_ are without what does not count
    (crammed sentences; headings with no text below them). placement: share of the keyword in each zone, and lengths. opening: its first words, which the first opening_blocks blocks hold.
    """

    sums: Numbers
    terms: Numbers
    mentioned: Numbers
    recognised: Numbers
    best: Numbers
    headings: CountedHeadings
    structure: dict[str, float]
    placement: dict[str, float]
    opening: tuple[str, ...]
    opening_blocks: int
    blocks: tuple[PlacedBlock, ...]
    parts: PageParts

    @functools.cached_property
    def ordered_closest(self) -> tuple[Numbers, NDArray[np.int64]]:
        """What each block has in `best`, in falling order per subtopic, and the number of the block; each of shape (rows, subtopics). The last rows are
        zeros of no block (-1)."""
        places = [number for number, block in enumerate(self.blocks) if len(block.features.real)]
        values = np.concatenate([*(self.blocks[number].features.best for number in places), np.zeros_like(self.best)])
        block_of = np.concatenate((np.repeat(places, BEST_SENTENCES), np.full(BEST_SENTENCES, -1))).astype(np.int64)
        order = np.argsort(-values, axis=0, kind="stable")
        return np.take_along_axis(values, order, axis=0), block_of[order]

    @property
    def heading(self) -> Numbers:
        """Similarity of the closest heading that counts, per subtopic."""
        return self.headings.similarity


@dataclass(frozen=True)
class Splice:
    """Blocks (kind, level, text) put in the place of `removed` blocks, from block number `start` on."""

    start: int
    removed: int
    blocks: tuple[tuple[str, int, str], ...]


def draft_features(compiled: CompiledYardstick, draft: Reading) -> DraftFeatures:
    """The features of a whole text: those of its blocks, and of its title, description, images and links."""
    parts = PageParts(draft.title, draft.description, beside_of(draft))
    return combine(compiled, place_blocks(compiled, [(b.kind, b.level, b.text) for b in draft.main_blocks()]), parts)


def combine(compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], parts: PageParts) -> DraftFeatures:
    """The features of a text made of these blocks."""
    return assembled(compiled, blocks, parts, compiled.row.sum(blocks))


def assembled(compiled: CompiledYardstick, blocks: Sequence[PlacedBlock], parts: PageParts, sums: Numbers) -> DraftFeatures:
    """The features of a text made of these blocks, when the sums of their counts are known."""
    subtopics = len(compiled.subtopic_weight)
    return _assembled(
        compiled, tuple(blocks), parts, sums, _closest(blocks, subtopics), count_headings(blocks, subtopics), _opening(blocks)
    )


def _closest(blocks: Sequence[PlacedBlock], subtopics: int) -> Numbers:
    texts = [block.features.best for block in blocks if len(block.features.real)]
    return highest(*texts) if texts else np.zeros((BEST_SENTENCES, subtopics))


def _opening(blocks: Sequence[PlacedBlock]) -> tuple[tuple[str, ...], int]:
    """The first OPENING_WORDS words of the real sentences, and how many blocks it took to have them (all, when the text is shorter)."""
    opening: tuple[str, ...] = ()
    for number, block in enumerate(blocks, 1):
        if len(block.features.real):
            opening += block.opening
            if len(opening) >= OPENING_WORDS:
                return opening[:OPENING_WORDS], number
    return opening, len(blocks)


def _assembled(
    compiled: CompiledYardstick, blocks: tuple[PlacedBlock, ...], parts: PageParts, sums: Numbers, best: Numbers, headings: CountedHeadings,
    opening: tuple[tuple[str, ...], int],
) -> DraftFeatures:  # fmt: skip
    terms, mentioned, recognised, counts = compiled.row.parts(sums)
    tally = dict(zip(TALLY, counts.tolist(), strict=True))
    structure = structure_from(tally, parts.beside)
    for name in ("long_paragraph_words", *COUNTED):
        structure[name] = tally[name]
    structure["counted_h2"] = float(headings.h2)
    structure["counted_h3"] = float(headings.h3)
    structure["counted_question_headings"] = float(headings.questions)
    lemmas, language = compiled.keyword_lemmas, compiled.language
    placement = {
        "title": keyword_share(parts.title, lemmas, language) if parts.title else 0.0,
        "title_length": float(len(parts.title)),
        "description": keyword_share(parts.description, lemmas, language) if parts.description else 0.0,
        "description_length": float(len(parts.description)),
        "h1": headings.h1_keyword,
        "h2": headings.h2_keyword,
        "opening": keyword_share(" ".join(opening[0]), lemmas, language),
        "body_exact": tally["counted_exact_keyword"],
    }
    return DraftFeatures(
        sums=sums,
        terms=terms,
        mentioned=mentioned,
        recognised=recognised,
        best=best,
        headings=headings,
        structure=structure,
        placement=placement,
        opening=opening[0],
        opening_blocks=opening[1],
        blocks=blocks,
        parts=parts,
    )


def add_block(compiled: CompiledYardstick, draft: DraftFeatures, kind: str, level: int, text: str) -> DraftFeatures:
    """The features after one more block is put at the end of the text: the same as `splice` gives there."""
    block = place_block(compiled, kind, level, text)
    blocks = (*draft.blocks, block)
    headings = draft.headings.with_heading(block) if block.is_heading else draft.headings.with_text() if block.is_text else draft.headings
    best = highest(draft.best, block.features.best) if len(block.features.real) else draft.best
    opening = draft.opening, draft.opening_blocks
    if len(draft.opening) < OPENING_WORDS:
        opening = (draft.opening + block.opening)[:OPENING_WORDS], len(blocks)
    return _assembled(compiled, blocks, draft.parts, compiled.row.changed(draft.sums, [block]), best, headings, opening)


def splice(compiled: CompiledYardstick, draft: DraftFeatures, splices: Iterable[Splice]) -> DraftFeatures:
    """The features after blocks are put in the place of others. The splices must not overlap."""
    changes = sorted(splices, key=lambda s: -s.start)
    placed = iter(place_blocks(compiled, [block for change in changes for block in change.blocks]))
    blocks = list(draft.blocks)
    gone: list[int] = []
    went: list[PlacedBlock] = []
    came: list[PlacedBlock] = []
    same_headings, same_opening = True, len(draft.opening) >= OPENING_WORDS
    for change in changes:
        end = change.start + change.removed
        old, new = blocks[change.start : end], list(itertools.islice(placed, len(change.blocks)))
        blocks[change.start : end] = new
        went += old
        came += new
        gone += [number for number, block in enumerate(old, change.start) if len(block.features.real)]
        same_headings = same_headings and _leaves_headings(old, new)
        same_opening = same_opening and change.start >= draft.opening_blocks
    headings = draft.headings if same_headings else count_headings(blocks, len(compiled.subtopic_weight))
    opening = (draft.opening, draft.opening_blocks) if same_opening else _opening(blocks)
    sums = compiled.row.changed(draft.sums, came, went)
    return _assembled(compiled, tuple(blocks), draft.parts, sums, _closest_after(draft, gone, came), headings, opening)


def _leaves_headings(old: Sequence[PlacedBlock], new: Sequence[PlacedBlock]) -> bool:
    """Whether an exchange of blocks leaves as they were the headings, and which of them have text below."""
    if len(old) == len(new) == 1:  # what most exchanges are
        return not (old[0].is_heading or new[0].is_heading) and old[0].is_text == new[0].is_text
    no_heading = not any(block.is_heading for block in (*old, *new))
    return no_heading and any(block.is_text for block in old) == any(block.is_text for block in new)


def _closest_after(draft: DraftFeatures, gone: Sequence[int], come: Sequence[PlacedBlock]) -> Numbers:
    """`best` after blocks with real sentences, given by their numbers, went and others came."""
    best = draft.best
    if gone:
        values, block_of = draft.ordered_closest
        rows = BEST_SENTENCES * (len(gone) + 1)  # so many at most are needed to have enough that stay
        is_gone = np.zeros(len(draft.blocks) + 1, dtype=bool)  # the last is for no block
        is_gone[list(gone)] = True
        stays = ~is_gone[block_of[:rows]]
        first = stays & (np.cumsum(stays, axis=0) <= BEST_SENTENCES)
        best = values[:rows].T[first.T].reshape(-1, BEST_SENTENCES).T
    more = [block.features.best for block in come if len(block.features.real)]
    return highest(best, *more) if more else best
