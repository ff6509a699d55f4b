"""Weights of what a person added, or keeps though no competitor has it any more."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Numbers = NDArray[np.float64]
Mask = NDArray[np.bool_]
ADDED_SHARE = 0.1  # of a type's weight, at most, for all that was added together


def with_added(weights: Numbers, added: Mask, kept: Mask) -> Numbers:
    """Weights of one type's things, in any unit, with those of what was added and kept put in: added things weigh what the middle one of the proposed weighs,
    together at most ADDED_SHARE of all; kept ones as little as the lightest proposed.

    All arrays of shape (things,). Where nothing is proposed all weigh the same.
    """
    if not (added.any() or kept.any()):
        return weights
    proposed = weights[~(added | kept)]
    if not len(proposed):
        return np.ones(len(weights))
    found = weights.copy()
    found[kept] = proposed.min()
    if added.any():
        room = ADDED_SHARE / (1.0 - ADDED_SHARE) * (proposed.sum() + found[kept].sum()) / added.sum()
        found[added] = min(float(np.median(proposed)), room)
    return found
