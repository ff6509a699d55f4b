"""The aim: the upper quartile of the competitors' scores, each measured against the others and never against itself."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

ABOVE_BEST = 3.0  # "enough" ends this much above the best competitor
AIM_OF_FEW = 60.0  # with fewer than three competitors there is no quartile to take
LEAST_PAGES = 3


def aim_of(scores: Mapping[str, float]) -> tuple[float, float]:
    """(aim, where "enough" ends) from the competitors' scores; with fewer than LEAST_PAGES a convention."""
    if len(scores) < LEAST_PAGES:
        return AIM_OF_FEW, AIM_OF_FEW + 10.0
    aim = float(np.percentile(list(scores.values()), 75))
    return round(aim, 2), round(min(max(scores.values()) + ABOVE_BEST, 100.0), 2)
