"""Score a text against a yardstick: the third stage of the pipeline. The only scoring function there is."""

from __future__ import annotations

from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, draft_features
from fundament.core.scoring.headings import headings_with_text
from fundament.core.scoring.model import Item, Part, Score
from fundament.core.scoring.points import (
    COUNTED,
    HEADED_AT,
    PLACEMENT_POINTS,
    STRUCTURE_POINTS,
    Points,
    placement_target,
    points_of,
    structure_target,
    text_credit,
)
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.structure import MEASURES

PLACEMENT_NAMES = {
    "title": "keyword in the title tag",
    "title_length": "length of the title tag",
    "h1": "keyword in the H1",
    "opening": "keyword in the first 100 words",
    "h2": "keyword in an H2",
    "body_exact": "exact keyword in the text",
    "description": "keyword in the meta description",
    "description_length": "length of the meta description",
}


def score(draft: Reading, yardstick: Yardstick | CompiledYardstick) -> Score:
    """Score a text, 0..100, with a reason for every point.

    draft: from `read_draft` or `read_page`. Pass a CompiledYardstick when scoring again and again. Never raises on an empty draft.
    """
    compiled = yardstick if isinstance(yardstick, CompiledYardstick) else CompiledYardstick(yardstick)
    return score_features(compiled, draft_features(compiled, draft))


def score_features(compiled: CompiledYardstick, features: DraftFeatures, *, with_items: bool = True) -> Score:
    """Score features and name the source of every point.

    with_items: False leaves the single points out, which is most of the work; total and parts are the same.
    """
    points = points_of(compiled, features)
    items = [
        *_term_items(compiled, features, points),
        *_entity_items(compiled, features, points),
        *_subtopic_items(compiled, features, points),
        *_structure_items(compiled, features, points),
        *_placement_items(compiled, features, points),
    ] if with_items else []  # fmt: skip
    sums = points.parts
    yardstick = compiled.yardstick
    return Score(
        total=points.total,
        parts=tuple(Part(name, sums[name], weight) for name, weight in compiled.part_weight.items()),
        items=tuple(items),
        aim=yardstick.aim,
        enough=yardstick.enough,
        words=int(features.structure["words"]),
        own_headings=_own_headings(features),
    )


def _own_headings(features: DraftFeatures) -> tuple[str, ...]:
    """Headings from H2 on, with text below them, that are close to no subtopic's headings."""
    counted, _ = headings_with_text(features.blocks)
    own = [b.text for b in counted if b.level >= 2 and float(b.features.heading.max(initial=0.0)) < HEADED_AT]
    return tuple(dict.fromkeys(own))


def why(result: Score) -> tuple[Item, ...]:
    """Every point earned or missed and its source, largest loss first. Their points add up to the total."""
    return tuple(sorted(result.items, key=lambda item: (item.points - item.max, item.part, item.subject)))


def _uses(count: float) -> str:
    return "1 use" if count == 1 else f"{count:g} uses"


def _span(low: float, high: float) -> str:
    return f"{low:g}" if low == high else f"{low:g} to {high:g}"


def _term_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    for number, term in enumerate(compiled.yardstick.terms):
        count = int(features.terms[number])
        state = "absent" if not count else "below" if count < term.low else "within" if count <= term.ceiling else "above"
        reason = f"{_uses(count)}; {term.pages} of {pages} competitors use it, {_span(term.low, term.high)} at this length."
        if state == "above":
            reason += f" From {term.ceiling} uses on it costs a little."
        items.append(Item("terms", term.name, float(points.terms[number]), term.weight * compiled.part_weight["terms"] / 100.0,
                          state, count, term.low, term.high, reason))  # fmt: skip
    return items


def _entity_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    for number, entity in enumerate(compiled.yardstick.entities):
        mentioned, recognised = int(features.mentioned[number]), int(features.recognised[number])
        state = "recognised" if recognised else "only mentioned" if mentioned else "absent"
        reason = {
            "recognised": f"Named {mentioned} times with what belongs to it.",
            "only mentioned": "The words are there, but nothing near them shows that this is meant. "
            f"Competitors write of it with {', '.join(entity.context[:4])}.",
            "absent": f"Not named; {entity.pages} of {pages} competitors do.",
        }[state]
        items.append(Item("entities", entity.name, float(points.entities[number]),
                          entity.weight * compiled.part_weight["entities"] / 100.0, state, mentioned, 1, 1, reason))  # fmt: skip
    return items


def _subtopic_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    text = text_credit(features)
    for number, subtopic in enumerate(compiled.yardstick.subtopics):
        headed = features.heading[number] >= HEADED_AT
        covered = text[number] >= 0.5
        state = "headed" if headed else "covered" if covered else "absent"
        reason = {
            "headed": "A heading of its own" + (", with the text to it." if covered else ", but little text that answers it."),
            "covered": "Answered in the text, without a heading.",
            "absent": f"Not covered; {subtopic.pages} of {pages} competitors give it a heading.",
        }[state]
        items.append(Item("subtopics", subtopic.label, float(points.subtopics[number]),
                          subtopic.weight * compiled.part_weight["subtopics"] / 100.0, state,
                          round(100.0 * float(text[number])), 50, 100, reason))  # fmt: skip
    return items


def _state(value: float, low: float, high: float) -> str:
    if value < low:
        return "absent" if value == 0 else "below"
    return "within" if value <= high else "above"


def _structure_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    for name, most in STRUCTURE_POINTS.items():
        low, high = structure_target(compiled, name)
        if name == "words_per_paragraph":
            count = features.structure["paragraphs"]
            value = round(features.structure["paragraph_words"] / count, 1) if count else 0.0
        else:
            value = features.structure[name]
        low, high = round(low, 1), round(high, 1)
        reason = f"{value:g} {MEASURES[name]}; most competitors have {_span(low, high)}."
        idle = value - features.structure[COUNTED[name]] if name in COUNTED else 0
        if idle > 0:
            reason += f" {idle:g} of them count nothing: " + (
                "they stand in lists of phrases." if name == "words" else "there is no text below."
            )
        items.append(
            Item(
                "structure",
                MEASURES[name],
                points.structure[name],
                compiled.part_scale * most,
                _state(value, low, high),
                value,
                low,
                high,
                reason,
            )
        )
    return items


def _placement_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    for name, most in PLACEMENT_POINTS.items():
        value = features.placement[name]
        low, high = placement_target(compiled, name)
        if name.endswith("_length"):
            reason = f"{value:g} characters; {low:g} to {high:g} are shown whole."
        elif name == "body_exact":
            reason = f"{value:g} sentences hold the exact keyword; usual are {_span(low, high)}."
        else:
            share = compiled.yardstick.zones.get(name, 0.0)
            reason = "It is there word for word." if value >= 1 else "Part of it is there." if value > 0 else "It is not there."
            reason += f" On the competitors' pages {share:.0%} of it is, on average."
        items.append(Item("placement", PLACEMENT_NAMES[name], points.placement[name], compiled.part_scale * most,
                          _state(value, low, high), round(value, 2), low, high, reason))  # fmt: skip
    return items
