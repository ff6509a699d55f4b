"""What repeats a frame earns twice, then nothing.

The frame of a sentence is what is left when the phrases that earn (terms, entities) and the figures are taken out of it. Two sentences need not have the
whole frame in common: it is compared by its runs of GRAM words, of which those count that hold a word of content, since "of the ..." and "it is a ..." belong
to nobody. A run is *worn* from its third sentence on, in the order of the text; a sentence of which WORN_SHARE of the runs are worn, or whose whole frame has
been there twice before, earns nothing, if there is a phrase in it: what has none cannot be filled with others. The runs are those of shingling (Broder 1997), within one text instead of between two.
"""

from __future__ import annotations

import functools
import zlib
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import Sentence
from fundament.core.language.phrases import Match

Hashes = NDArray[np.uint64]
GRAM = 3
FREE_USES = 2  # sentences with a frame that earn
WORN_SHARE = 0.6
LEAST_RUNS = 3  # of a sentence, below which only its whole frame is compared
SLOT, FIGURE, EDGE = 1, 2, 3  # in the place of a phrase, a figure, and before the first and after the last word
_MIX = np.array([0x9E3779B97F4A7C15, 0xC2B2AE3D27D4EB4F, 0x165667B19E3779F9], dtype=np.uint64)


@dataclass(frozen=True, eq=False, slots=True)
class Frames:
    """The frames of a block's real sentences. whole: of each; runs: those with a word of content of all of them, one after the other; counts: how many each
    sentence has; filled: whether there is a phrase in it."""

    whole: Hashes
    runs: Hashes
    counts: NDArray[np.int32]
    filled: NDArray[np.bool_]

    @property
    def bytes(self) -> int:
        """What its arrays hold."""
        return self.whole.nbytes + self.runs.nbytes + self.counts.nbytes


@functools.lru_cache(maxsize=60_000)
def _word(lemma: str) -> int:
    return FIGURE if lemma[:1].isdigit() else zlib.crc32(lemma.encode()) | 1 << 32


class Frame(NamedTuple):
    """The frame of a sentence. whole: of all of it; runs: those with a word of content; is_filled: whether there is a phrase in it."""

    whole: int
    runs: Hashes
    is_filled: bool


def frame_of(sentence: Sentence, matches: Sequence[Match], functional: frozenset[str]) -> Frame:
    """The frame of a sentence with the phrases in it that earn."""
    words, content = _frame(sentence, matches, functional)
    sequence = np.array(words, dtype=np.uint64)
    grams = sequence[:-2] * _MIX[0] ^ sequence[1:-1] * _MIX[1] ^ sequence[2:] * _MIX[2]
    says = np.array(content, dtype=bool)
    return Frame(zlib.crc32(sequence.tobytes()) << 16 | len(words), grams[says[:-2] | says[1:-1] | says[2:]], bool(matches))


def frames_together(frames: Sequence[Frame]) -> Frames:
    """The frames of a block's sentences, at least one."""
    return Frames(
        np.array([frame.whole for frame in frames], dtype=np.uint64),
        np.concatenate([frame.runs for frame in frames]),
        np.array([len(frame.runs) for frame in frames], dtype=np.int32),
        np.array([frame.is_filled for frame in frames], dtype=bool),
    )


def _frame(sentence: Sentence, matches: Sequence[Match], functional: frozenset[str]) -> tuple[list[int], list[bool]]:
    """The words of a frame as numbers with an edge at both ends, and which are words of content."""
    words, content = [EDGE], [False]
    inside: dict[int, int] = {}
    for match in matches:
        inside[match.start] = max(inside.get(match.start, 0), match.end)
    place = 0
    while place < len(sentence.tokens):
        if place in inside:
            if words[-1] != SLOT:
                words.append(SLOT)
                content.append(False)
            place = max(inside[place], place + 1)
            continue
        number = _word(sentence.lemmas[place])
        words.append(number)
        content.append(number != FIGURE and sentence.tokens[place].text.lower() not in functional)
        place += 1
    words.append(EDGE)
    content.append(False)
    return words, content


def worn_sentences(frames: Sequence[Frames]) -> NDArray[np.bool_]:
    """Which sentences of a text earn nothing because their frame was there before. frames: of its blocks, in order."""
    whole = np.concatenate([f.whole for f in frames]) if frames else np.zeros(0, dtype=np.uint64)
    count = len(whole)
    if count <= FREE_USES:
        return np.zeros(count, dtype=bool)
    repeated = _from_the_third(whole, np.arange(count))
    runs = np.concatenate([f.runs for f in frames])
    owner = np.repeat(np.arange(count), np.concatenate([f.counts for f in frames]))
    filled = np.concatenate([f.filled for f in frames])
    if not len(runs):
        return np.asarray(repeated & filled)
    worn = np.bincount(owner, weights=_from_the_third(runs, owner), minlength=count)
    of_all = np.bincount(owner, minlength=count)
    return np.asarray(filled & (repeated | ((of_all >= LEAST_RUNS) & (worn >= WORN_SHARE * of_all))))


def _from_the_third(hashes: Hashes, owner: NDArray[np.int64]) -> NDArray[np.bool_]:
    """Which of the hashes stand in at least FREE_USES sentences before. owner: the sentence of each, rising."""
    order = np.argsort(hashes, kind="stable")
    ordered, owners = hashes[order], owner[order]
    new_hash = np.concatenate(([True], ordered[1:] != ordered[:-1]))
    new_owner = new_hash | np.concatenate(([True], owners[1:] != owners[:-1]))
    nth = np.cumsum(new_owner.astype(np.int64))
    nth -= np.maximum.accumulate(np.where(new_hash, nth, 0))  # sentences before, with this hash
    found = np.zeros(len(hashes), dtype=bool)
    found[order] = nth >= FREE_USES
    return found
