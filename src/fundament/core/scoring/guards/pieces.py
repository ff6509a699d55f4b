"""Passages put together from pieces of competitors' pages earn nothing.

Text made word by word from what follows what on the competitors' pages (a Markov chain) has a natural order and no long run of any one page, and says nothing. It
shows in the share of its pairs of neighbouring words that stand on some competitor's page: two fifths on honest pages on the same subject, seven tenths where one hand wrote text
and pages, never over eight tenths in any six sentences, and nearly all in such text. Judged over passages like the order of words; a sentence earns nothing when it lies in a passage
above the bound of its size and has itself more than a usual share.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Numbers = NDArray[np.float64]
BOUNDS = {6: 0.92, 12: 0.89, 24: 0.87}  # share of the pairs, by sentences in a passage
HIGHEST = 0.97
USUAL = 0.7
# competitors' words, above which a bound lies higher by so much for every tenfold: the more pages, the more pairs they have by chance
LARGE, MORE = 30_000, 0.05


def pieced_together(there: Numbers, of_all: Numbers, page_words: int) -> NDArray[np.bool_]:
    """Which sentences of a text, in its order, earn nothing. there, of_all: of each, its pairs of words that stand on a competitor's page, and all;
    page_words: of all competitors."""
    count = len(there)
    flagged = np.zeros(count, dtype=bool)
    higher = MORE * max(0.0, math.log10(max(1, page_words) / LARGE))
    running, running_all = np.concatenate(([0.0], np.cumsum(there))), np.concatenate(([0.0], np.cumsum(of_all)))
    for size, bound in BOUNDS.items():
        if count < size:
            break
        shares = (running[size:] - running[:-size]) / np.maximum(1.0, running_all[size:] - running_all[:-size])
        flagged |= in_passages(shares > min(HIGHEST, bound + higher), size, count)
    return np.asarray(flagged & (there > USUAL * of_all))


def in_passages(chosen: NDArray[np.bool_], size: int, count: int) -> NDArray[np.bool_]:
    """Which of `count` sentences lie in a chosen passage. chosen: by the first sentence of each passage of so many sentences."""
    edges = np.zeros(count + 1, dtype=np.int64)
    starts = np.flatnonzero(chosen)
    np.add.at(edges, starts, 1)
    np.add.at(edges, starts + size, -1)
    return np.asarray(np.cumsum(edges[:-1]) > 0)
