"""Ranges that one freak cannot bend: far-off values are dropped before the quantiles are taken.

A value is far off when its modified z-score on a logarithmic scale, 0.6745 * |x - median| / MAD, is above 3.5
(Iglewicz and Hoaglin 1993). The MAD has a floor, so that pages which agree closely do not make freaks of each other.
Quantiles are the usual linear ones (Hyndman and Fan 1996, type 7).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from fundament.core.yardstick.model import Range

Numbers = NDArray[np.float64]
FAR_OFF = 3.5
MAD_FLOOR = 0.2  # on the natural-log scale: about 22 per cent
SHARES = (0.0, 0.10, 0.25, 0.50, 0.75, 0.90, 0.95, 1.0)  # of a Range, in order
PRIOR_PAGES = 3.0  # so much the usual among all terms counts for one that no page uses
LEAST_VALUES = 4  # with fewer values nobody can say which one is the freak


def is_usual(values: Sequence[float]) -> list[bool]:
    """For each value (at least 0) whether it is within the usual spread of the others.

    What many pages lack (a table, an image) is judged among the pages that have it: a zero is always usual.
    """
    there = sorted(math.log1p(value) for value in values if value > 0)
    if len(there) < LEAST_VALUES:
        return [True] * len(values)
    middle = quantile(there, 0.5)
    spread = max(quantile(sorted(abs(x - middle) for x in there), 0.5), MAD_FLOOR)
    return [value <= 0 or 0.6745 * abs(math.log1p(value) - middle) / spread <= FAR_OFF for value in values]


def quantile(ordered: Sequence[float], share: float) -> float:
    """The quantile of values in rising order, linear between neighbours (type 7). At least one value."""
    place = share * (len(ordered) - 1)
    below = int(place)
    above = min(below + 1, len(ordered) - 1)
    return ordered[below] + (ordered[above] - ordered[below]) * (place - below)


def robust_range(values: Sequence[float]) -> Range:
    """The range of a measure over the competitors, far-off values left out. Empty input gives zeros.

    In plain Python: these lists have 3 to 30 values, and thousands of them are taken for one yardstick.
    """
    if not values:
        return Range(0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0)
    kept = sorted(float(value) for value, usual in zip(values, is_usual(values), strict=True) if usual)
    least, p10, p25, median, p75, p90, p95, most = (round(quantile(kept, share), 4) for share in SHARES)
    return Range(least, p10, p25, median, p75, p90, p95, most, len(kept))


def robust_ranges(rows: Numbers) -> list[Range]:
    """The ranges of many measures at once: one row per measure, one column per page, NaN where a page has no value.

    The same as `robust_range` of each row's values, for hundreds of rows in the time of a few.
    """
    if not rows.size:
        return [robust_range([]) for _ in rows]
    there = np.where(rows > 0, np.log1p(np.where(rows > 0, rows, 0.0)), np.nan)
    counts = np.sum(~np.isnan(there), axis=1)
    middle = _quantiles(np.sort(there, axis=1), counts, (0.5,))[:, 0]
    away = np.abs(there - middle[:, None])
    spread = np.maximum(_quantiles(np.sort(away, axis=1), counts, (0.5,))[:, 0], MAD_FLOOR)
    far = (0.6745 * away / spread[:, None] > FAR_OFF) & (counts >= LEAST_VALUES)[:, None]
    kept = np.sort(np.where(far, np.nan, rows), axis=1)
    sizes = np.sum(~np.isnan(kept), axis=1)
    values = np.round(_quantiles(kept, sizes, SHARES), 4)
    ranges = []
    for (least, p10, p25, median, p75, p90, p95, most), pages in zip(values.tolist(), sizes.tolist(), strict=True):
        ranges.append(Range(least, p10, p25, median, p75, p90, p95, most, pages) if pages else robust_range([]))
    return ranges


def _quantiles(ordered: Numbers, sizes: NDArray[np.int64], shares: Sequence[float]) -> Numbers:
    """Linear quantiles (type 7) of rows in rising order, of which the first `sizes` values count; NaN for rows without values."""
    row = np.arange(len(ordered))
    columns = []
    for share in shares:
        place = share * np.maximum(sizes - 1, 0)
        below = place.astype(int)
        above = np.minimum(below + 1, np.maximum(sizes - 1, 0))
        low = ordered[row, below]
        columns.append(low + (ordered[row, above] - low) * (place - below))
    return np.stack(columns, axis=1)


def drawn_to_the_usual(quantiles: Numbers, users: NDArray[Any], pages: float) -> Numbers:
    """Densities of terms that few pages use, drawn down towards what is usual among all terms, as far as so few pages say little.

    Pages without a term do not count in its range, so a name that two of nine pages repeat would ask for as many uses as they have. The logarithm of a
    density is taken to be known from `users` pages beside PRIOR_PAGES times the share of pages without it that say the usual, which is the median over
    the terms (the mean of a normal prior with known variances, Gelman et al. 2013, section 2.5). What is below the usual stays.
    quantiles: per 1,000 words, a row per term, shape (n, m); users: how many pages use each term; pages: how many there are.
    """
    if not len(quantiles):
        return quantiles
    used = users > 0  # what a person added and nobody uses says nothing of the usual
    usual = np.median(quantiles[used] if used.any() else quantiles, axis=0)
    prior = PRIOR_PAGES * (1.0 - users / pages)
    share = (users / np.maximum(users + prior, 1e-9))[:, None]
    drawn = np.exp(share * np.log(np.maximum(quantiles, 1e-9)) + (1.0 - share) * np.log(np.maximum(usual, 1e-9)))
    return np.where(quantiles > usual, drawn, quantiles)


def target_uses(per_thousand: Range, planned_words: int) -> tuple[int, int, int]:
    """Target range (low, high) and ceiling in whole uses at a planned length: the middle half, and the 95th percentile."""
    quartiles = np.array([[per_thousand.p25, per_thousand.p75, per_thousand.p95]])
    low, high, ceiling = targets_of(quartiles, planned_words)[0].astype(int).tolist()
    return low, high, ceiling


def targets_of(quantiles: Numbers, planned_words: int) -> Numbers:
    """The same for many: from 25th, 75th and 95th percentiles per 1,000 words to low, high and ceiling, each of shape (n, 3)."""
    low, high, ceiling = np.round(quantiles * planned_words / 1000.0).T
    low = np.maximum(1.0, low)
    high = np.maximum(low, high)
    return np.stack([low, high, np.maximum(high + 1.0, ceiling)], axis=1)
