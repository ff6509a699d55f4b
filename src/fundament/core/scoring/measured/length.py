"""Every text is measured as if it had the planned length.

A text longer than planned is worth what a random choice of its sections, of the planned length, is worth on average: rarefaction, as ecologists compare
species counts of unequal samples (Sanders 1968; Hurlbert 1971), with sections in the place of individuals. Each section is taken with the probability
q = min(1, planned / words). Nothing is drawn: the mean credit is worked out exactly, over the distribution of the number of uses (the product of the
sections' generating functions), or, where the best of something counts, over the sections in falling order.
"""

from __future__ import annotations

import base64
import functools
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.measured.block_features import PlacedBlock

Numbers = NDArray[np.float64]
Counts = NDArray[np.int32]
Close = NDArray[np.float32]
SECTION_WORDS = 120
SIZES = (16, 64, 256, 1024, 4096, 65536)  # distributions of like size are worked out together


def share_of(words: float, planned: int) -> float:
    """q: the probability with which a section is taken."""
    return min(1.0, planned / words) if words else 1.0


def cut_into_sections(blocks: Sequence[PlacedBlock]) -> NDArray[np.int32]:
    """The number of the section that each block is in. A section begins with a heading (several together when no text is between them); a long one is cut
    before the block with which it would have more than SECTION_WORDS words."""
    sections = np.zeros(len(blocks), dtype=np.int32)
    number, words, has_text = 0, 0, False
    for place, block in enumerate(blocks):
        long = block.features.words
        if (block.is_heading and has_text) or (has_text and words + long > SECTION_WORDS):
            number, words, has_text = number + 1, 0, False
        sections[place] = number
        words += long
        has_text = has_text or not block.is_heading
    return sections


def counts_by_section(rows: Sequence[Counts], sections: NDArray[np.int32], width: int) -> Counts:
    """(place in the row, uses, sections with so many), shape (n, 3), from the counts of blocks. Sections are independent, so which ones does not matter."""
    if not rows:
        return np.zeros((0, 3), dtype=np.int32)
    owner = np.repeat(sections.astype(np.int64), [len(row) for row in rows])
    counts = np.concatenate(rows)
    keys, inverse = np.unique(counts[:, 0] * np.int64(len(rows) + 1) + owner, return_inverse=True)
    uses = np.bincount(inverse, weights=counts[:, 1]).astype(np.int64)
    return _with_how_many(keys // (len(rows) + 1), uses, width)


def _with_how_many(places: NDArray[np.int64], uses: NDArray[np.int64], width: int) -> Counts:
    keys, number = np.unique(uses * width + places, return_counts=True)
    return np.stack([keys % width, keys // width, number], axis=1).astype(np.int32)


@dataclass(frozen=True, eq=False)
class Distribution:
    """How probable each number of uses is. groups: (places in the row, probabilities of 0, 1, 2, ... uses, shape (places, numbers))."""

    groups: tuple[tuple[NDArray[np.int64], Numbers], ...]

    @staticmethod
    def of(counts: Counts, share: float) -> Distribution:
        """counts: from `counts_by_section`. share: q."""
        if not len(counts):
            return Distribution(())
        places, inverse = np.unique(counts[:, 0], return_inverse=True)
        most = np.bincount(inverse, weights=counts[:, 1] * counts[:, 2]).astype(np.int64) + 1
        groups = []
        lower = 0
        for size in SIZES:
            own = np.flatnonzero((most > lower) & (most <= size))
            if len(own):
                groups.append((places[own].astype(np.int64), _probabilities(counts, inverse, own, size, share)))
            lower = size
        return Distribution(tuple(groups))

    def mean(self, size: int, credit: Callable[[NDArray[np.int64], Numbers], Numbers]) -> Numbers:
        """The mean of a credit for the first `size` places; 0 for those that are never used. credit: (places, numbers of uses of shape (1, n)) -> shape (places, n)."""
        found = np.zeros(size)
        for places, probable in self.groups:
            own = places < size
            if own.any():
                uses = np.arange(probable.shape[1], dtype=float)[None, :]
                found[places[own]] = (probable[own] * credit(places[own], uses)).sum(axis=1)
        return found

    def mean_at(self, place: int, credit: Callable[[Numbers], Numbers]) -> float:
        """The mean of a credit of the uses at one place; that of no uses where there are none."""
        found = self._at.get(place)
        if found is None:
            return float(credit(np.zeros(1))[0])
        probable = self.groups[found[0]][1][found[1]]
        return float(probable @ credit(np.arange(len(probable), dtype=float)))

    @functools.cached_property
    def _at(self) -> dict[int, tuple[int, int]]:
        """The group and the row of each place."""
        return {place: (group, row) for group, (places, _) in enumerate(self.groups) for row, place in enumerate(places.tolist())}


def _probabilities(counts: Counts, inverse: NDArray[np.int64], own: NDArray[np.int64], size: int, share: float) -> Numbers:
    """The coefficients of the product over sections of (1 - q + q z^uses), by its values at the roots of unity."""
    row = np.full(int(inverse.max()) + 1, -1)
    row[own] = np.arange(len(own))
    mine = row[inverse] >= 0
    uses, column = np.unique(counts[mine, 1], return_inverse=True)
    number = np.zeros((len(own), len(uses)))
    np.add.at(number, (row[inverse[mine]], column), counts[mine, 2])
    angle = 2j * np.pi * np.outer(uses, np.arange(size // 2 + 1)) / size
    factor = 1.0 - share + share * np.exp(angle)
    logarithm = np.log(np.where(np.abs(factor) < 1e-12, 1e-12, factor))
    values = np.exp(number @ logarithm)
    return np.clip(np.fft.irfft(np.conj(values), n=size, axis=1), 0.0, 1.0)


def best_of(values: Numbers, share: float) -> Numbers:
    """The mean of the best of some values, each there with probability `share`: sum of q (1 - q)^i v_i over them in falling order. Along the first axis."""
    ordered = np.sort(values, axis=0)[::-1]
    return np.asarray((share * (1.0 - share) ** np.arange(len(ordered))) @ ordered)


def any_of(number: Numbers, share: float) -> Numbers:
    """The probability that any of so many sections is there."""
    return np.asarray(1.0 - (1.0 - share) ** number)


def packed(*arrays: NDArray[np.generic]) -> str:
    """Arrays of integers or of similarities as one string."""
    return ".".join(
        f"{array.dtype.str[1:]}{'x'.join(map(str, array.shape))}:{base64.b64encode(array.tobytes()).decode()}" for array in arrays
    )


@functools.lru_cache(maxsize=400)
def unpacked(text: str) -> tuple[NDArray[np.generic], ...]:
    """What `packed` made a string of. The arrays are not to be written to."""
    found = []
    for part in text.split("."):
        said, _, encoded = part.partition(":")
        shape = tuple(map(int, said[2:].split("x")))
        found.append(np.frombuffer(base64.b64decode(encoded), dtype=f"<{said[:2]}").reshape(shape))
    return tuple(found)
