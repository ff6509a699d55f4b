"""How far decisions moved what was proposed."""

from __future__ import annotations

from fundament.core.scoring.parts import PARTS, ScorePart
from fundament.core.scoring.points import FIRST_USE_EXPONENT
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.secondary_keywords import moved_share

MOST_MOVED = 10.0  # points of 100; beyond it score and aim as proposed stand beside those that were decided


def moved_points(decided: Yardstick, proposed: Yardstick) -> float:
    """How many of the proposed 100 points decisions have moved, 0..100.

    Of weights half the sum of the differences (total variation), part by part. A term whose own target asks for other numbers of uses moved by what a text that
    just meets the one lacks of the other. Of placement what secondary keywords have more or less.
    """
    placement = sum(part.points for part in PARTS if part.key == "placement") * moved_share(decided.secondary_factors)
    return placement + sum(part.points / 100.0 * _moved(part, decided, proposed) for part in PARTS if part.has_subjects)


def _moved(part: ScorePart, decided: Yardstick, proposed: Yardstick) -> float:
    now = {thing.key: thing.weight for thing in getattr(decided, part.key)}
    then = {thing.key: thing.weight for thing in getattr(proposed, part.key)}
    moved: float = 0.5 * sum(abs(now.get(key, 0.0) - then.get(key, 0.0)) for key in {*now, *then})
    if part.key == "terms":
        low_then = {term.key: term.low for term in proposed.terms}
        for term in decided.terms:
            lower, higher = sorted((max(1, term.low), max(1, low_then.get(term.key, term.low))))
            if lower < higher:
                moved += min(term.weight, then[term.key]) * (1.0 - (lower / higher) ** FIRST_USE_EXPONENT)
    return min(moved, 100.0)
