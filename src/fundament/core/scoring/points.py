"""From features to points: the fast, numeric heart of the score. docs/method.md gives every formula."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.features import DraftFeatures
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.scoring.targets import Targets
from fundament.core.yardstick.measures import EARNING, MEASURE
from fundament.core.yardstick.model import Range

Numbers = NDArray[np.float64]

FIRST_USE_EXPONENT = 0.7  # below the range the first uses pay more than the last
OVERUSE_COST = 0.15  # of a term's points at most, reached at twice the ceiling
HEADED_AT = 0.55  # similarity from which a heading is held to be of a subtopic
# mean similarity of the closest sentences from which a text perhaps covers a subtopic, and from which it covers it. Chosen on sections labelled from
# outside pages: between the two about half are truly covered
PERHAPS_FROM, COVERED_FROM = 0.18, 0.32
PERHAPS_CREDIT = 0.5
TEXT_SHARE = 0.6  # of a subtopic's points for the text; the rest for the heading

STRUCTURE_POINTS = {measure.key: measure.points for measure in EARNING}
# check -> points of the ten for placement with title and description
PLACEMENT_POINTS = {
    "title": 2.5, "title_length": 1.0, "h1": 2.0, "opening": 1.5, "h2": 0.75, "body_exact": 0.75,
    "description": 1.0, "description_length": 0.5,
}  # fmt: skip
TITLE_LENGTH = (30, 60)  # characters
DESCRIPTION_LENGTH = (70, 160)


class Scorable(Protocol):
    """What the points of a text are worked out from; see DraftFeatures."""

    @property
    def terms(self) -> Numbers: ...
    @property
    def recognised(self) -> Numbers: ...
    @property
    def best(self) -> Numbers: ...
    @property
    def heading(self) -> Numbers: ...
    @property
    def structure(self) -> dict[str, float]: ...
    @property
    def placement(self) -> dict[str, float]: ...


@dataclass(frozen=True, eq=False)
class Points:
    """Points earned, per term, entity, subtopic, structure measure and placement check."""

    terms: Numbers
    entities: Numbers
    subtopics: Numbers
    structure: dict[str, float]
    placement: dict[str, float]

    @property
    def parts(self) -> dict[str, float]:
        """The sum per part."""
        return {
            "terms": float(self.terms.sum()),
            "entities": float(self.entities.sum()),
            "subtopics": float(self.subtopics.sum()),
            "structure": sum(self.structure.values()),
            "placement": sum(self.placement.values()),
        }

    @property
    def total(self) -> float:
        """The score, 0..100."""
        return sum(self.parts.values())


def points_of(targets: Targets, features: Scorable) -> Points:
    """All points a text earns. The weight of a part of which the yardstick has nothing (no subtopics, say) goes to the others."""
    return Points(
        terms=targets.part_weight["terms"] / 100.0 * targets.term_weight * term_credit(targets, features.terms),
        entities=targets.part_weight["entities"] / 100.0 * targets.entity_weight * (features.recognised > 0),
        subtopics=targets.part_weight["subtopics"] / 100.0 * targets.subtopic_weight * subtopic_credit(features),
        structure={
            name: targets.part_scale * points * structure_credit(targets, features, name) for name, points in STRUCTURE_POINTS.items()
        },
        placement={
            name: targets.part_scale * points * placement_credit(targets, features, name) for name, points in PLACEMENT_POINTS.items()
        },
    )


def parts_of(targets: Targets, base: DraftFeatures, variants: Sequence[DraftFeatures]) -> Numbers:
    """The points of each part for many texts that differ little from `base`: the same as `points_of(...).parts` of each, taken together.

    Shape (texts, parts), the parts in the order of PART_WEIGHTS.
    """
    if not variants:
        return np.zeros((0, len(PART_WEIGHTS)))
    weight = targets.part_weight
    terms = term_credit(targets, np.stack([v.terms for v in variants])) @ targets.term_weight
    entities = (np.stack([v.recognised for v in variants]) > 0) @ targets.entity_weight
    best = np.stack([v.best for v in variants]).mean(axis=1)
    heading = np.stack([v.heading for v in variants])
    subtopics = _subtopic_credit(best, heading) @ targets.subtopic_weight
    known = points_of(targets, base)
    structure, placement = [], []
    for variant in variants:
        changed = variant.structure is not base.structure
        structure.append(sum([
            targets.part_scale * points * structure_credit(targets, variant, name)
            if changed and _measured_by(name, variant) != _measured_by(name, base) else known.structure[name]
            for name, points in STRUCTURE_POINTS.items()
        ]))  # fmt: skip
        placement.append(sum([
            targets.part_scale * points * placement_credit(targets, variant, name)
            if variant.placement[name] != base.placement[name] else known.placement[name]
            for name, points in PLACEMENT_POINTS.items()
        ]))  # fmt: skip
    weighed = {"terms": weight["terms"] / 100.0 * terms, "entities": weight["entities"] / 100.0 * entities,
               "subtopics": weight["subtopics"] / 100.0 * subtopics, "structure": np.array(structure), "placement": np.array(placement)}  # fmt: skip
    return np.stack([weighed[part] for part in PART_WEIGHTS], axis=1)


def _measured_by(name: str, features: Scorable) -> tuple[float, ...]:
    """The values a structure measure's credit depends on."""
    values = features.structure
    if name == "words_per_paragraph":
        return values["counted_paragraph_words"], values["long_paragraph_words"]
    return (values[MEASURE[name].counted or name],)


def term_credit(targets: Targets, counts: Numbers) -> Numbers:
    """0..1 per term: (uses / low)^0.7 below the range, 1 within and up to the ceiling, then down by at most OVERUSE_COST."""
    below = (np.minimum(counts, targets.term_low) / np.maximum(targets.term_low, 1.0)) ** FIRST_USE_EXPONENT
    excess = np.clip((counts - targets.term_ceiling) / np.maximum(targets.term_ceiling, 1.0), 0.0, 1.0)
    return np.asarray(below - OVERUSE_COST * excess)


def text_credit(features: Scorable) -> Numbers:
    """Per subtopic: 1 when the closest sentences of the text answer it, PERHAPS_CREDIT when they perhaps do, else 0."""
    return _text_credit(features.best.mean(axis=0))


def _text_credit(closeness: Numbers) -> Numbers:
    return np.select([closeness >= COVERED_FROM, closeness >= PERHAPS_FROM], [1.0, PERHAPS_CREDIT], 0.0)


def subtopic_credit(features: Scorable) -> Numbers:
    """0..1 per subtopic: TEXT_SHARE for the text, the rest for a heading of its own."""
    return _subtopic_credit(features.best.mean(axis=0), features.heading)


def _subtopic_credit(closeness: Numbers, heading: Numbers) -> Numbers:
    return TEXT_SHARE * _text_credit(closeness) + (1.0 - TEXT_SHARE) * (heading >= HEADED_AT)


def structure_target(targets: Targets, name: str) -> tuple[float, float]:
    """The middle half over the competitors; counts are scaled to the planned length, averages are not."""
    known = targets.spans.get(name)
    if known is None:
        known = targets.spans[name] = _structure_target(targets, name)
    return known


def _structure_target(targets: Targets, name: str) -> tuple[float, float]:
    wanted: Range = targets.structure[name]
    if MEASURE[name].is_mean:
        return wanted.p25, wanted.p75
    words = targets.structure["words"].median
    scale = targets.planned_words / words if words else 1.0
    if name == "words":
        return round(wanted.p25 * scale), round(wanted.p75 * scale)
    low = round(wanted.p25 * scale)
    return low, max(low, round(wanted.p75 * scale))


def structure_credit(targets: Targets, features: Scorable, name: str) -> float:
    """0..1: what is there of the low end of the range. More than the range never costs; only over-long paragraphs do."""
    values = features.structure
    if name == "words_per_paragraph":
        words = values["counted_paragraph_words"]
        return 1.0 - min(1.0, 2.0 * values["long_paragraph_words"] / words) if words else 0.0
    low, _ = structure_target(targets, name)
    value = values[MEASURE[name].counted or name]
    return 1.0 if low <= 0 else min(1.0, value / low)


def placement_target(targets: Targets, name: str) -> tuple[float, float]:
    """What a placement check wants: a share of the keyword (1: word for word), characters, or sentences."""
    if name == "title_length":
        return TITLE_LENGTH
    if name == "description_length":
        return DESCRIPTION_LENGTH
    if name == "body_exact":
        low, high = structure_target(targets, "exact_keyword")
        return max(1.0, low), max(1.0, high)
    return 1.0, 1.0


def placement_credit(targets: Targets, features: Scorable, name: str) -> float:
    """0..1 for one placement check."""
    value = features.placement[name]
    low, high = placement_target(targets, name)
    if name.endswith("_length"):
        if value < low:
            return value / low
        return max(0.0, 1.0 - (value - high) / high) if value > high else 1.0
    return min(1.0, value / low)
