"""From features to points: the fast, numeric heart of the score. docs/method.md gives every formula."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from fundament.core.scoring.guards.items import allowed_share
from fundament.core.scoring.guards.subject import evidence_of, factor_of, there_at_all
from fundament.core.scoring.measured.text_figures import COUNTED_ROWS, HEADING_COUNTS, Figures
from fundament.core.scoring.targets import Targets
from fundament.core.yardstick.measures import EARNING, MEASURE
from fundament.core.yardstick.model import Range
from fundament.core.yardstick.secondary_keywords import credit_of, share_of_check

Numbers = NDArray[np.float64]

FIRST_USE_EXPONENT = 0.7  # below the range the first uses pay more than the last
OVERUSE_COST = 0.15  # of a term's points at most, reached at twice the ceiling
TEXT_SHARE = 0.6  # of a subtopic's points for the text; the rest for the heading

STRUCTURE_POINTS = {measure.key: measure.points for measure in EARNING}
# check -> points of the ten for placement with title and description
PLACEMENT_POINTS = {
    "title": 2.5, "title_length": 1.0, "h1": 2.0, "opening": 1.5, "h2": 0.75, "body_exact": 0.75,
    "description": 1.0, "description_length": 0.5,
}  # fmt: skip
SAMPLED = (*HEADING_COUNTS, *COUNTED_ROWS)  # counts that are worked out section by section
FAR_ABOVE, LEAST_HIGH, FAR_COST = 2.0, 3.0, 0.5  # from twice the range on (of at least 3) a count costs, half of its points at four times
SECONDARY_OF = {
    "title": "title",
    "description": "description",
    "h1": "h1",
    "h2": "h2",
    "opening": "opening",
    "body_exact": "body",
}  # check -> zone
LEAST_ALLOWED, STUFFING_COST = (
    4.0,
    0.7,
)  # sentences with the exact keyword that cost nothing; of the credit of its places, reached at twice as many
OF_THE_WHOLE = ("title", "description", "h1")  # they count by the share of the words that earn
TITLE_LENGTH = (30, 60)  # characters
DESCRIPTION_LENGTH = (70, 160)


class Scorable(Protocol):
    """What the points of a text are worked out from; see DraftFeatures."""

    @property
    def figures(self) -> Figures: ...
    @property
    def structure(self) -> dict[str, float]: ...
    @property
    def placement(self) -> dict[str, float]: ...
    @property
    def keyword(self) -> Numbers: ...
    @property
    def variety(self) -> float: ...
    @property
    def earning_share(self) -> float: ...
    @property
    def substance(self) -> float: ...
    @property
    def secondary(self) -> Mapping[str, Numbers]: ...


@dataclass(frozen=True, eq=False)
class Points:
    """Points earned, per term, entity, subtopic, structure measure and placement check."""

    terms: Numbers
    entities: Numbers
    subtopics: Numbers
    structure: dict[str, float]
    placement: dict[str, float]
    of_subject: float = 1.0  # what the evidence of the subject leaves of all points
    item_share: float = 0.0  # of the points for terms and entities, from short items and cells
    evidence: float = 0.0  # share of the points for terms and entities, before it

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


class WordPoints(NamedTuple):
    """What a text's terms and entities earn before its subject is looked at: of each term and entity, the same of running text alone, and what the over-use of each term costs."""

    terms: Numbers
    entities: Numbers
    running_terms: Numbers
    running_entities: Numbers
    overuse: Numbers

    @property
    def item_share(self) -> float:
        """The share of the points that stands in short items, 0..1."""
        everything = float(self.terms.sum() + self.entities.sum())
        return (everything - self._running) / everything if everything else 0.0

    @property
    def _running(self) -> float:
        return float(self.running_terms.sum() + self.running_entities.sum())

    def counted(self, most_in_items: float) -> tuple[Numbers, Numbers]:
        """The points of each term and of each entity. most_in_items: the share of them that may stand in short items."""
        terms, entities = self.terms, self.entities
        if self.running_terms is not self.terms:
            counts = allowed_share(float(terms.sum() + entities.sum()), self._running, most_in_items)
            terms = self.running_terms + counts * (terms - self.running_terms)
            entities = self.running_entities + counts * (entities - self.running_entities)
        return terms - self.overuse, entities


def word_points(targets: Targets, figures: Figures) -> WordPoints:
    """What the terms and entities of a text earn."""
    terms, entities = _term_points(targets, figures, "uses"), _entity_points(targets, figures, "uses")
    running_terms, running_entities = terms, entities
    if figures.running is not figures.uses:
        running_terms, running_entities = _term_points(targets, figures, "running"), _entity_points(targets, figures, "running")
    return WordPoints(terms, entities, running_terms, running_entities, _overuse(targets, figures))


def points_of(targets: Targets, text: Scorable, words: WordPoints | None = None, structure: Mapping[str, float] | None = None) -> Points:
    """All points a text earns. The weight of a part of which the yardstick has nothing (no subtopics, say) goes to the others. words: what its terms and entities earn, and structure:
    its `structure_credits`, where they are known."""
    figures = text.figures
    words = words or word_points(targets, figures)
    structure = structure_credits(targets, text) if structure is None else structure
    terms, entities = words.counted(targets.item_share)
    evidence = evidence_points(targets, figures, words)
    of_subject = subject_factor(targets, text, *evidence)
    scale = of_subject * targets.part_scale * text.substance
    return Points(
        terms=of_subject * terms,
        entities=of_subject * entities,
        subtopics=of_subject
        * targets.part_weight["subtopics"]
        / 100.0
        * targets.subtopic_weight
        * subtopic_credit(targets, figures, text.substance),
        structure={name: scale * points * structure[name] for name, points in STRUCTURE_POINTS.items()},
        placement={name: scale * points * placement_credit(targets, text, name) for name, points in PLACEMENT_POINTS.items()},
        of_subject=of_subject,
        item_share=words.item_share,
        evidence=earned_share(targets, *evidence),
    )


def evidence_points(targets: Targets, figures: Figures, words: WordPoints) -> tuple[float, float]:
    """What terms and entities earn as evidence of the subject: as if all of the text had substance, for one fault costs once."""
    plain = words if figures.plain is figures else word_points(targets, figures.plain)
    terms, entities = plain.counted(targets.item_share)
    return float(terms.sum()), float(entities.sum())


def subject_factor(targets: Targets, text: Scorable, terms: float, entities: float) -> float:
    """What the evidence of the subject, and the variety of the sentences, leave of all points. terms, entities: points earned before it."""
    words = text.figures.share * text.keyword
    evidence = evidence_of(earned_share(targets, terms, entities), targets.usual_evidence, words, targets.keyword_presence)
    left = factor_of(evidence)
    if left < 1.0:
        left = factor_of(evidence, there_at_all(share_there(targets, text.figures.plain), words, targets.keyword_presence))
    return text.variety * left


def share_there(targets: Targets, figures: Figures) -> float:
    """0..1: the share, by points, of the terms that a text has at all."""
    used = figures.term_mean("uses", lambda _, uses: np.minimum(1.0, uses))
    return float(targets.term_weight @ used) / (float(targets.term_weight.sum()) or 1.0)


def earned_share(targets: Targets, terms: float, entities: float) -> float:
    """Of the points for terms and entities, what is earned."""
    most = targets.part_weight["terms"] + targets.part_weight["entities"]
    return (terms + entities) / most if most else 0.0


def _term_points(targets: Targets, figures: Figures, table: str) -> Numbers:
    low = targets.term_low
    credit = figures.term_mean(table, lambda places, uses: use_credit(low[places][:, None], uses))
    return np.asarray(targets.part_weight["terms"] / 100.0 * targets.term_weight * credit)


def _overuse(targets: Targets, figures: Figures) -> Numbers:
    """What uses above the ceiling cost: all uses, also those that earn nothing."""
    ceiling = np.maximum(targets.term_ceiling, 1.0)
    if not (figures.totals("over") > targets.term_ceiling).any():
        return np.zeros(len(ceiling))
    excess = figures.term_mean("over", lambda places, uses: excess_use(ceiling[places][:, None], uses))
    return np.asarray(OVERUSE_COST * targets.part_weight["terms"] / 100.0 * targets.term_weight * excess)


def _entity_points(targets: Targets, figures: Figures, table: str) -> Numbers:
    return np.asarray(targets.part_weight["entities"] / 100.0 * targets.entity_weight * figures.recognised(table))


def use_credit(low: Numbers, uses: Numbers) -> Numbers:
    """0..1 of a term's uses that earn: (uses / low)^0.7 below the range, 1 from its low end on."""
    return np.asarray((np.minimum(uses, low) / np.maximum(low, 1.0)) ** FIRST_USE_EXPONENT)


def use_credit_of_one(low: float, uses: float) -> float:
    """`use_credit` of plain numbers, which is many times faster for one."""
    return float((min(uses, low) / max(low, 1.0)) ** FIRST_USE_EXPONENT)


def excess_use(ceiling: Numbers, uses: Numbers) -> Numbers:
    """0..1 of how far uses are above a ceiling: 1 at twice the ceiling and beyond."""
    return np.asarray(np.clip(uses / ceiling - 1.0, 0.0, 1.0))


def excess_use_of_one(ceiling: float, uses: float) -> float:
    """`excess_use` of plain numbers."""
    return min(1.0, max(0.0, uses / ceiling - 1.0))


def subtopic_credit(targets: Targets, figures: Figures, substance: float = 1.0) -> Numbers:
    """0..1 per subtopic: TEXT_SHARE for the text, the rest for a heading of its own. substance: of the whole text, for the headings."""
    needed = targets.subtopic_needed
    return np.asarray(TEXT_SHARE * figures.text_shares(needed) + (1.0 - TEXT_SHARE) * substance * figures.headed(needed))


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
    scale = targets.length_scale
    if name == "words":
        return round(wanted.p25 * scale), round(wanted.p75 * scale)
    low = round(wanted.p25 * scale)
    return low, max(low, round(wanted.p75 * scale))


def structure_credits(targets: Targets, text: Scorable) -> dict[str, float]:
    """0..1 for each measure of structure."""
    return {name: structure_credit(targets, text, name) for name in STRUCTURE_POINTS}


def structure_credit(targets: Targets, text: Scorable, name: str, more: float = 0.0) -> float:
    """0..1: what is there of the low end of the range, and far above the range less; over-long paragraphs cost by the share of their words.

    more: so many more are there; of words_per_paragraph so many more words beyond the length of a long paragraph, below 0 for fewer.
    """
    values, figures = text.structure, text.figures
    if name == "words_per_paragraph":
        words = values["counted_paragraph_words"]
        return 1.0 - min(1.0, 2.0 * max(0.0, values["long_paragraph_words"] + more) / words) if words else 0.0
    low, high = structure_target(targets, name)
    counted = MEASURE[name].counted or name
    if name == "words" or counted not in SAMPLED:
        return min(1.0, figures.share * (values[counted] + more) / low) if low > 0 else float(values["counted_words"] > 0)
    most = FAR_ABOVE * max(high, LEAST_HIGH)

    def credit(counts: Numbers) -> Numbers:
        counts = counts + figures.share * more
        reached = np.minimum(1.0, counts / low) if low > 0 else np.ones(len(counts))
        return np.asarray(reached * (1.0 - FAR_COST * np.clip(counts / most - 1.0, 0.0, 1.0)))

    return figures.count_mean(counted, credit) if values["counted_words"] > 0 else 0.0


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


def placement_credit(targets: Targets, text: Scorable, name: str) -> float:
    """0..1 for one placement check. Title, description and H1 count by the share of the text's words that earn. Secondary keywords have a part of it where
    competitors have them in that place. Where the exact keyword stands in far more sentences than usual, all its places count less."""
    credit = _keyword_credit(targets, text, name)
    if not name.endswith("_length"):
        credit *= 1.0 - STUFFING_COST * excess_use_of_one(*_keyword_uses(targets, text))
    zone = SECONDARY_OF.get(name)
    wanted = targets.secondary.get(zone) if zone else None
    if wanted is None:
        return credit
    factors = targets.secondary_factors
    found = credit_of(secondary_shares(text, zone or "", len(wanted)), wanted, factors)
    if found is None:
        return credit
    share = share_of_check(len(wanted) if factors is None else float(factors.sum()))
    return (1.0 - share) * credit + share * (text.earning_share * found if name in OF_THE_WHOLE else found)


def _keyword_uses(targets: Targets, text: Scorable) -> tuple[float, float]:
    """(sentences with the exact keyword that a text of the planned length may have before it costs, those that it has)."""
    wanted = targets.structure.get("exact_keyword")
    usual = wanted.p95 * targets.length_scale if wanted is not None else 0.0
    return max(LEAST_ALLOWED, FAR_ABOVE * usual), text.figures.share * text.structure["exact_keyword"]


def secondary_shares(text: Scorable, zone: str, keywords: int) -> Numbers:
    """What a text has of each secondary keyword in a zone."""
    found = text.figures.best_secondary(zone) if zone in ("h2", "body") else text.secondary.get(zone)
    return found if found is not None and len(found) == keywords else np.zeros(keywords)


def _keyword_credit(targets: Targets, text: Scorable, name: str) -> float:
    value = text.placement[name]
    low, high = placement_target(targets, name)
    if name == "body_exact":
        return text.figures.count_mean("exact_keyword", lambda counts: np.minimum(1.0, counts / low))
    if name == "h2":
        return text.figures.best_h2()
    if name == "opening":
        return min(1.0, value / low)
    if not name.endswith("_length"):
        return text.earning_share * min(1.0, value / low)
    if value < low:
        return text.earning_share * value / low
    return text.earning_share * (max(0.0, 1.0 - (value - high) / high) if value > high else 1.0)
