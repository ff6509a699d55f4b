"""How decisions move weights and targets, in arrays: the same for the yardstick and for every competitor against the others."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

Numbers = NDArray[np.float64]


@dataclass(frozen=True)
class Weighting:
    """factors: by part, number of the term, entity or subtopic -> what its weight is multiplied by; all others 1. targets: number of the term -> (low,
    high, ceiling) in uses, a person's own."""

    factors: Mapping[str, Mapping[int, float]] = field(default_factory=dict)
    targets: Mapping[int, tuple[int, int, int]] = field(default_factory=dict)

    def weigh(self, part: str, weights: Numbers, numbers: Sequence[int] | None = None) -> Numbers:
        """The weights, which sum to 100 again: what one loses goes to the others of its part. numbers: of the things weighed, where not all are there."""
        factors = self.factors.get(part)
        if not factors:
            return weights
        places = range(len(weights)) if numbers is None else numbers
        moved = weights * np.array([factors.get(number, 1.0) for number in places])
        whole = moved.sum()
        return np.asarray(100.0 * moved / whole if whole else moved)

    def secondary_factors(self, keywords: int) -> Numbers | None:
        """How much each of so many secondary keywords counts; None where nothing was decided on them."""
        factors = self.factors.get("secondary")
        return np.array([factors.get(number, 1.0) for number in range(keywords)]) if factors else None

    def own_targets(self, low: Numbers, ceiling: Numbers, numbers: Sequence[int]) -> tuple[Numbers, Numbers]:
        """Low ends and ceilings with a person's own in their places."""
        if not self.targets:
            return low, ceiling
        low, ceiling = low.copy(), ceiling.copy()
        for place, number in enumerate(numbers):
            if number in self.targets:
                low[place], _, ceiling[place] = self.targets[number]
        return low, ceiling
