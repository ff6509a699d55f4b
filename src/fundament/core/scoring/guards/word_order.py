"""Passages without natural order of words earn nothing, in a language where it was shown that honest texts are not accused; elsewhere they are warned of.

Judged over at least eight sentences of running text; headings between are skipped, items and cells that are not short (`items`) are judged with it. A sentence earns nothing when it lies in a
passage of any of the language's sizes whose evidence is above the bound of its size, and its own evidence speaks for shuffled words. Alternating with natural sentences
shuffled ones show too, for the evidence is that of a passage half of whose sentences are shuffled. Content words exchanged among their places are nearer to honest text than to shuffled: a
passage whose mean value is below that of nearly all honest ones is warned of and loses nothing. Source of the values: `core.language.word_order`.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.word_order import WordOrder
from fundament.core.scoring.guards.pieces import in_passages

Numbers = NDArray[np.float64]
PASSAGES = (8, 12, 16, 24, 32)  # sentences
DOUBTED_PASSAGES = (8, 12, 20, 30)


def without_order(sums: Numbers, places: Numbers, order: WordOrder) -> NDArray[np.bool_]:
    """Which sentences of a text, in its order, have no natural order of words. sums, places: of each, see `WordOrder.value`; shape (sentences,)."""
    count = len(sums)
    flagged = np.zeros(count, dtype=bool)
    if count < min(order.bounds, default=count + 1):
        return flagged
    evidence = order.evidence(sums, places)
    running = np.concatenate(([0.0], np.cumsum(evidence)))
    for size, bound in order.bounds.items():
        if count >= size:
            flagged |= in_passages(running[size:] - running[:-size] > bound, size, count)
    return np.asarray(flagged & (evidence > 0.0))


def of_doubtful_order(sums: Numbers, places: Numbers, order: WordOrder) -> NDArray[np.bool_]:
    """Which sentences of a text, in its order, lie in a passage that is to be looked at, and are below a natural sentence themselves."""
    count = len(sums)
    flagged = np.zeros(count, dtype=bool)
    running, running_places = np.concatenate(([0.0], np.cumsum(sums))), np.concatenate(([0.0], np.cumsum(places)))
    for size, bound in order.doubts.items():
        if count >= size:
            values = (running[size:] - running[:-size]) / (running_places[size:] - running_places[:-size])
            flagged |= in_passages(values < bound, size, count)
    return np.asarray(flagged & (sums < order.natural.middle * places))
