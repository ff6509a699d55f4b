"""What a text's features are held against, as arrays: weights, ranges and the share of each part. Points are worked out from this alone."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.yardstick.model import Range

Numbers = NDArray[np.float64]


@dataclass(eq=False, repr=False)
class Targets:
    """Weights of terms, entities and subtopics (each sums to 100 or is empty), low end and ceiling of the terms' ranges in uses, shape (terms,),
    and the structure of the competitors' pages.

    part_weight: points of each part, together 100; the weight of a part of which there is nothing (no subtopics, say) goes to the others.
    spans: (low, high) by structure measure, kept when first asked for.
    """

    term_weight: Numbers
    term_low: Numbers
    term_ceiling: Numbers
    entity_weight: Numbers
    subtopic_weight: Numbers
    structure: dict[str, Range]
    planned_words: int
    item_share: float = 0.2  # of the points for terms and entities, at most from short items and cells
    usual_evidence: float = 0.0  # share of the points for terms and entities that the median competitor earns; 0 where nobody knows
    keyword_presence: Numbers = field(default_factory=lambda: np.zeros(0))  # how far the competitors use each word of the keyword
    secondary: dict[str, Numbers] = field(
        default_factory=dict
    )  # what is asked of each secondary keyword, by zone, see `secondary_keywords`
    subtopic_needed: Numbers = field(default_factory=lambda: np.zeros(0))  # words on each subtopic, see `coverage.needed_words`
    secondary_factors: Numbers | None = None  # how much each of them counts; None: as proposed, 1 each
    part_scale: float = field(init=False)
    part_weight: dict[str, float] = field(init=False)
    spans: dict[str, tuple[float, float]] = field(init=False, default_factory=dict)

    @property
    def length_scale(self) -> float:
        """What counts of the competitors' pages are multiplied by, so that they are those of a text of the planned length."""
        words = self.structure["words"].median if "words" in self.structure else 0.0
        return self.planned_words / words if words else 1.0

    def __post_init__(self) -> None:
        there = {"terms": self.term_weight, "entities": self.entity_weight, "subtopics": self.subtopic_weight}
        empty = {name for name, weights in there.items() if not weights.any()}  # there is nothing, or all was dropped
        self.part_scale = 100.0 / sum(weight for name, weight in PART_WEIGHTS.items() if name not in empty)
        self.part_weight = {name: 0.0 if name in empty else weight * self.part_scale for name, weight in PART_WEIGHTS.items()}
