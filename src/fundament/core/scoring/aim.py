"""The aim: the upper quartile of the competitors' scores, each measured against the others and never against itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from fundament.core.scoring.leave_one_out import competitor_scores
from fundament.core.yardstick.model import ComparedPage, Yardstick

ABOVE_BEST = 3.0  # "enough" ends this much above the best competitor
AIM_OF_FEW = 60.0  # with fewer than three competitors there is no quartile to take
LEAST_PAGES = 3


def with_aim(yardstick: Yardstick, pages: Sequence[ComparedPage]) -> Yardstick:
    """The yardstick with every competitor's score, the aim and where "enough" ends.

    pages: the same pages the yardstick was built from.
    """
    if len(yardstick.pages) < LEAST_PAGES:
        return replace(yardstick, page_scores={}, aim=AIM_OF_FEW, enough=AIM_OF_FEW + 10.0)
    scores = {url: round(value, 2) for url, value in competitor_scores(yardstick, pages).items()}
    aim = float(np.percentile(list(scores.values()), 75))
    enough = min(max(scores.values()) + ABOVE_BEST, 100.0)
    return replace(yardstick, page_scores=scores, aim=round(aim, 2), enough=round(enough, 2))
