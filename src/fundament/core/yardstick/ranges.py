"""Ranges that one freak cannot bend: far-off values are dropped before the quantiles are taken.

A value is far off when its modified z-score on a logarithmic scale, 0.6745 * |x - median| / MAD, is above 3.5
(Iglewicz and Hoaglin 1993). The MAD has a floor, so that pages which agree closely do not make freaks of each other.
Quantiles are the usual linear ones (Hyndman and Fan 1996, type 7).
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from fundament.core.yardstick.model import Range

FAR_OFF = 3.5
MAD_FLOOR = 0.2  # on the natural-log scale: about 22 per cent
LEAST_VALUES = 4  # with fewer values nobody can say which one is the freak


def is_usual(values: Sequence[float]) -> NDArray[np.bool_]:
    """For each value (at least 0) whether it is within the usual spread of the others."""
    array = np.log1p(np.asarray(values, dtype=float))
    usual = np.ones(len(array), dtype=bool)
    there = array > 0  # what many pages lack (a table, an image) is judged among the pages that have it
    if there.sum() < LEAST_VALUES:
        return usual
    distance = np.abs(array[there] - np.median(array[there]))
    spread = max(float(np.median(distance)), MAD_FLOOR)
    usual[there] = 0.6745 * distance / spread <= FAR_OFF
    return usual


def robust_range(values: Sequence[float]) -> Range:
    """The range of a measure over the competitors, far-off values left out. Empty input gives zeros."""
    array = np.asarray(values, dtype=float)
    if len(array) == 0:
        return Range(0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0)
    array = array[is_usual(values)]
    points = np.percentile(array, [0, 10, 25, 50, 75, 90, 95, 100])
    least, p10, p25, median, p75, p90, p95, most = (round(float(p), 4) for p in points)
    return Range(least, p10, p25, median, p75, p90, p95, most, len(array))


def target_uses(per_thousand: Range, planned_words: int) -> tuple[int, int, int]:
    """Target range (low, high) and ceiling in whole uses at a planned length: the middle half, and the 95th percentile."""
    scale = planned_words / 1000.0
    low = max(1, round(per_thousand.p25 * scale))
    high = max(low, round(per_thousand.p75 * scale))
    ceiling = max(high + 1, round(per_thousand.p95 * scale))
    return low, high, ceiling
