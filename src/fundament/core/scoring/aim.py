"""The aim: the upper quartile of the competitors' scores, each measured against the others and never against itself.

Three or four competitors have no quartile worth the name: the aim is then an interval, from their lowest score to their highest. One or two have none.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import NamedTuple

import numpy as np

ABOVE_BEST = 3.0  # "enough" ends this much above the best competitor
LEAST_PAGES = 3  # with fewer competitors there is no aim
FIRM_FROM = 5  # competitors; with fewer the aim is an interval, and nothing is called enough


class Aim(NamedTuple):
    """aim: from here on a text is as good as it should be; enough: where that ends. is_firm: whether a text may be called enough; otherwise the two are the
    ends of an interval, or both 0 where there is no aim."""

    aim: float
    enough: float
    is_firm: bool


def aim_of(scores: Mapping[str, float]) -> Aim:
    """The aim from the competitors' scores by address."""
    values = list(scores.values())
    if len(values) < LEAST_PAGES:
        return Aim(0.0, 0.0, False)
    if len(values) < FIRM_FROM:
        return Aim(round(min(values), 2), round(max(values), 2), False)
    return Aim(round(float(np.percentile(values, 75)), 2), round(min(max(values) + ABOVE_BEST, 100.0), 2), True)
