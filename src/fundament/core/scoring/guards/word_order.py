"""Passages without natural order of words earn nothing.

Judged over at least four sentences of running text, never over one; headings between are skipped, items and cells that are not short (`items`) are judged with
it. A sentence earns nothing when it lies in a passage of any of the sizes of PASSAGES whose value is below the language's bound, and its own is below that of a
usual sentence. The longer a passage, the nearer its value is to the mean, so its bound lies higher: exchanged content words show over thirty sentences and
not over four. Source of the values: `core.language.word_order`.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.word_order import WordOrder
from fundament.core.scoring.guards.pieces import in_passages

Numbers = NDArray[np.float64]
PASSAGES = (4, 7, 10, 15, 20, 30)  # sentences


def without_order(sums: Numbers, places: Numbers, order: WordOrder) -> NDArray[np.bool_]:
    """Which sentences of a text, in its order, earn nothing. sums, places: of each, see `WordOrder.value`; shape (sentences,)."""
    count = len(sums)
    flagged = np.zeros(count, dtype=bool)
    running, running_places = np.concatenate(([0.0], np.cumsum(sums))), np.concatenate(([0.0], np.cumsum(places)))
    for size, bound in order.bounds.items():
        if count < size:
            break
        values = (running[size:] - running[:-size]) / (running_places[size:] - running_places[:-size])
        flagged |= in_passages(values < bound, size, count)
    return np.asarray(flagged & (sums < order.usual * places))
