"""Points as they are shown: in tenths that add up."""

from __future__ import annotations

import math
from collections.abc import Sequence


def in_tenths(points: Sequence[float]) -> list[float]:
    """Points rounded to tenths so that they add up to their rounded sum: the method of largest remainders (Hamilton). What is nothing stays nothing.

    points: at least 0 each. Among equal remainders the first is raised.
    """
    tenths = [10.0 * value for value in points]
    lower = [math.floor(value + 1e-9) for value in tenths]
    left = math.floor(sum(tenths) + 0.5 + 1e-9) - sum(lower)
    by_remainder = sorted(range(len(tenths)), key=lambda place: lower[place] - tenths[place])
    for place in by_remainder[: max(0, left)]:
        lower[place] += 1
    return [value / 10.0 for value in lower]
