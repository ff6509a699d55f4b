"""The aim: the upper quartile of the competitors' scores, each measured against the others and never against itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import draft_features
from fundament.core.scoring.points import points_of
from fundament.core.yardstick.build import without_page
from fundament.core.yardstick.model import ComparedPage, Yardstick

ABOVE_BEST = 3.0  # "enough" ends this much above the best competitor
AIM_OF_FEW = 60.0  # with fewer than three competitors there is no quartile to take


def page_score(page: ComparedPage, yardstick: Yardstick) -> float:
    """The score of one competitor against the yardstick of the others, 0..100."""
    compiled = CompiledYardstick(without_page(yardstick, page.reading.url))
    return points_of(compiled, draft_features(compiled, page.reading)).total


def with_aim(yardstick: Yardstick, pages: Sequence[ComparedPage]) -> Yardstick:
    """The yardstick with every competitor's score, the aim and where "enough" ends.

    pages: the same pages the yardstick was built from.
    """
    chosen = [page for page in pages if any(page.reading.url == summary.url for summary in yardstick.pages)]
    scores: dict[str, float] = {}
    if len(chosen) >= 3:
        for page in chosen:
            scores[page.reading.url] = round(page_score(page, yardstick), 2)
        aim = float(np.percentile(list(scores.values()), 75))
        enough = max(scores.values()) + ABOVE_BEST
    else:
        aim, enough = AIM_OF_FEW, AIM_OF_FEW + 10.0
    return replace(yardstick, page_scores=scores, aim=round(aim, 2), enough=round(min(enough, 100.0), 2))
