"""What a change of a text gains, worked out on the features it is scored by.

No sentence is put into the text: a use is one that earns whole, a heading brings what sections of its subtopic usually bring. What all of it would earn is the *reach*
of an edit; people who make it by hand get less, and now and then more: *sure* and *middle* are the shares of it that edits made by hand did get (`Check.shares`,
measured by `bench/outside/gains.py`). While all points of a text count in part only, because it says little of the subject or repeats its sentences, reach and
middle are what is gained once they count whole, for the order of the edits must not depend on which comes first; sure is what is gained now.
"""

from __future__ import annotations

import functools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from fundament.core.checks import checks
from fundament.core.checks.model import Change
from fundament.core.edits.model import Gain
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.scoring.points import (
    OVERUSE_COST,
    PLACEMENT_POINTS,
    STRUCTURE_POINTS,
    TEXT_SHARE,
    excess_use,
    excess_use_of_one,
    placement_credit,
    points_of,
    structure_credit,
    use_credit,
    use_credit_of_one,
)

Numbers = NDArray[np.float64]
Key = TypeVar("Key", int, str)
WORDS_OF_USE, WORDS_OF_HEADING = 14, 6  # of a sentence that brings a use, of a heading; the text of a section is the writer's to choose
MORE_WORDS = 100  # with which the cost of one is worked out


@dataclass(frozen=True, eq=False)
class Gains:
    """The gains of changes of one text."""

    compiled: CompiledYardstick
    features: DraftFeatures

    @functools.cached_property
    def _of_subject(self) -> float:
        return float(points_of(self.compiled, self.features).of_subject)

    @functools.cached_property
    def _weights(self) -> tuple[list[float], list[float]]:
        """Of terms: weight, low end; as plain numbers, which are faster one at a time."""
        return self.compiled.term_weight.tolist(), self.compiled.term_low.tolist()

    @functools.cached_property
    def _weight(self) -> dict[str, float]:
        return {part: points / 100.0 for part, points in self.compiled.part_weight.items()}

    @functools.cached_property
    def _text_credit(self) -> Numbers:
        return self.features.figures.text_shares(self.compiled.subtopic_needed)

    @functools.cached_property
    def _headed(self) -> Numbers:
        return self.features.figures.headed(self.compiled.subtopic_needed)

    @functools.cached_property
    def _recognised(self) -> Numbers:
        return self.features.figures.recognised()

    def gain(self, check: str, full: float, displaced: float = 0.0, once: float | None = None) -> Gain:
        """The figures of an edit that would gain `full` if all of it earned. displaced: see Gain. once: what it would gain with one use of the term, where it asks for several: of that it is sure, for many
        stop after the first. Raises ValueError for a check without shares.
        """
        shares_of = checks()[check].shares
        if shares_of is None:
            raise ValueError(f"{check} has no shares")
        sure, middle = shares_of
        full = float(full)  # rounding numpy's own numbers takes ten times as long
        first = full if once is None else min(full, float(once))
        shares = (sure * self._of_subject * first, middle * full, full)
        least, usual, most = (round(max(0.0, share - displaced), 4) for share in shares)
        return Gain(middle=usual, sure=least, reach=most, displaced=round(displaced, 4))

    def displaced(self, change: Change) -> float:
        """Points that the words of a change take from the rest of the text: where it is longer than planned, each section is taken with a lower probability."""
        if self.features.share >= 1.0:
            return 0.0
        uses = sum(count for _, count in change.uses if count > 0)
        words = WORDS_OF_USE * max(uses, len(change.entities)) + WORDS_OF_HEADING * len(change.headings)
        return words * self._cost_of_a_word

    @functools.cached_property
    def _cost_of_a_word(self) -> float:
        """Points that a word costs a text longer than planned, by the exact difference of two scores."""
        figures = self.features.figures.longer_by(MORE_WORDS)
        longer = replace(self.features, figures=figures, share=figures.share)
        return max(0.0, points_of(self.compiled, self.features).total - points_of(self.compiled, longer).total) / MORE_WORDS

    def joint(self, changes: Sequence[Change]) -> float:
        """What several changes gain together; gains do not add."""
        return sum(self.by_part(joined(changes)).values())

    def by_part(self, change: Change) -> dict[str, float]:
        """What a change gains in each part of the score when all of it earns."""
        compiled, features = self.compiled, self.features
        weight = self._weight
        more = dict.fromkeys(PART_WEIGHTS, 0.0)
        for term, uses in change.uses:
            now, then = self._credit_now(term), self._term_credit(term, uses)
            more["terms"] += weight["terms"] * self._weights[0][term] * (then - now)
        for entity in dict.fromkeys(change.entities):
            left = self._unnamed(entity) if change.uses else 1.0 - self._recognised[entity]
            more["entities"] += weight["entities"] * compiled.entity_weight[entity] * features.share * left
        for subtopic in dict.fromkeys(change.headings):
            more["subtopics"] += (
                weight["subtopics"]
                * compiled.subtopic_weight[subtopic]
                * (1.0 - TEXT_SHARE)
                * features.substance
                * features.share
                * (1.0 - self._headed[subtopic])
            )
        for subtopic in dict.fromkeys(change.answers):
            more["subtopics"] += (
                weight["subtopics"] * compiled.subtopic_weight[subtopic] * TEXT_SHARE * features.share * (1.0 - self._text_credit[subtopic])
            )
        scale = compiled.part_scale * features.substance
        counts = _summed(change.counts)
        if change.long_words:
            counts = [*counts, ("words_per_paragraph", -float(change.long_words))]
        for name, added in counts:
            now, then = (structure_credit(compiled, features, name, value) for value in (0.0, added))
            more["structure"] += scale * STRUCTURE_POINTS[name] * (then - now)
        for name, credit in dict(change.placement).items():
            now = placement_credit(compiled, features, name)
            earning = features.earning_share if features.structure["words"] and name not in ("opening", "h2") else 1.0
            more["placement"] += scale * PLACEMENT_POINTS[name] * max(0.0, credit * earning - now)
        return more

    def _unnamed(self, entity: int) -> float:
        """What the use of a term brings an entity of its name: that it is recognised, which is half of it where the other half is for what is said with it."""
        left = 1.0 - float(self._recognised[entity])
        return left if self.compiled.entity_context[entity][3] is None else min(left, 0.5) if not self.features.recognised[entity] else 0.0

    def _credit_now(self, term: int) -> float:
        known = self._credits.get(term)
        if known is None:
            known = self._credits[term] = self._term_credit(term, 0.0)
        return known

    @functools.cached_property
    def _credits(self) -> dict[int, float]:
        return {}

    def _term_credit(self, term: int, more: float) -> float:
        """The mean credit of a term after so many more uses, which are in sections as probable as all others."""
        compiled, figures = self.compiled, self.features.figures
        low, ceiling = self._weights[1][term], max(1.0, float(compiled.term_ceiling[term]))

        added = figures.share * more
        earning = max(0.0, added)  # what is taken out takes no credit that is not there

        def credits_of(uses: Numbers) -> Numbers:
            return use_credit(np.array(low), np.maximum(0.0, uses + earning))

        def excesses(uses: Numbers) -> Numbers:
            return excess_use(np.array(ceiling), np.maximum(0.0, uses + added))

        credit = figures.one_mean("uses", term, lambda uses: use_credit_of_one(low, max(0.0, uses + earning)), credits_of)
        excess = figures.one_mean("over", term, lambda uses: excess_use_of_one(ceiling, max(0.0, uses + added)), excesses)
        return credit - OVERUSE_COST * excess


def joined(changes: Iterable[Change]) -> Change:
    """Several changes as one."""
    listed = list(changes)
    return Change(
        uses=tuple(_summed([use for change in listed for use in change.uses])),
        entities=tuple(dict.fromkeys(entity for change in listed for entity in change.entities)),
        headings=tuple(dict.fromkeys(subtopic for change in listed for subtopic in change.headings)),
        answers=tuple(dict.fromkeys(subtopic for change in listed for subtopic in change.answers)),
        counts=tuple(_summed([count for change in listed for count in change.counts])),
        long_words=sum(change.long_words for change in listed),
        placement=tuple({name: credit for change in listed for name, credit in change.placement}.items()),
    )


def _summed(pairs: Iterable[tuple[Key, float]]) -> list[tuple[Key, float]]:
    found: dict[Key, float] = {}
    for key, value in pairs:
        found[key] = found.get(key, 0.0) + value
    return list(found.items())
