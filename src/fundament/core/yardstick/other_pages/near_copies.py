"""Which pages are nearly the same page: by the runs of words they share (shingles, Broder 1997).

Copies of one text on several hosts would say the same thing twice in every count, and lift each other's score.
"""

from __future__ import annotations

import re
import zlib
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from fundament.core.reading.model import Reading

Shingles = NDArray[np.uint64]

SHINGLE_WORDS = 6
LEAST_SHINGLES = 80  # a page of fewer words is no copy of another, whatever it shares
NEAR_COPY = 0.6  # of the shorter one's shingles that the other has (containment): a text with a new beginning and end is still the same
_WORD = re.compile(r"\w+")
_BASE = np.uint64(1_099_511_628_211)


def shingles_of(reading: Reading) -> Shingles:
    """The different runs of SHINGLE_WORDS words in the running text of a page's main content, as 64-bit hashes in rising order. Headings are left out:
    pages of one site share the form."""
    words = _WORD.findall("\n".join(block.text for block in reading.main_blocks() if block.kind not in ("heading", "code")).lower())
    if len(words) < SHINGLE_WORDS:
        return np.zeros(0, dtype=np.uint64)
    number = {word: zlib.crc32(word.encode("utf-8", "surrogatepass")) for word in set(words)}
    numbers = np.array([number[word] for word in words], dtype=np.uint64)
    runs = np.zeros(len(words) - SHINGLE_WORDS + 1, dtype=np.uint64)
    for place in range(SHINGLE_WORDS):  # unsigned numbers wrap around, which is meant
        runs = runs * _BASE + numbers[place : place + len(runs)]
    return np.unique(runs)


def copied_from(readings: Sequence[Reading]) -> list[int | None]:
    """Of each page the number of the page it is nearly a copy of, or None. readings: in rank order.

    Pages that are near-copies of one are one lot; its original is the earliest when all state a date, else the one that ranks first.
    """
    shingles = [shingles_of(reading) for reading in readings]
    lots: list[list[int]] = []
    for number in range(len(readings)):
        lot = next((lot for lot in lots if _is_near_copy(shingles[number], shingles[lot[0]])), None)
        if lot is None:
            lots.append([number])
        else:
            lot.append(number)
    found: list[int | None] = [None] * len(readings)
    for lot in lots:
        dates = [readings[number].published[:10] for number in lot]
        original = min(zip(dates, lot, strict=True))[1] if all(dates) else lot[0]
        for number in lot:
            found[number] = original if number != original else None
    return found


def _is_near_copy(one: Shingles, other: Shingles) -> bool:
    least = min(len(one), len(other))
    return least >= LEAST_SHINGLES and len(np.intersect1d(one, other, assume_unique=True)) >= NEAR_COPY * least
