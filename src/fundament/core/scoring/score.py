"""Score a text against a yardstick: the third stage of the pipeline. The only scoring function there is."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import replace

from fundament.core.message import Message, message
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.evidence import evidence_sentence
from fundament.core.scoring.guards.taken import Taken, taken_by_competitors
from fundament.core.scoring.guards.verdicts import GUARDS, NO_EXEMPTIONS, Exemptions
from fundament.core.scoring.measured.features import DraftFeatures, again_with, draft_features, exemptions_with
from fundament.core.scoring.measured.headings import HEADED_AT
from fundament.core.scoring.model import AsProposed, Denied, Item, Part, Score, Thin
from fundament.core.scoring.points import (
    PLACEMENT_POINTS,
    SECONDARY_OF,
    Points,
    placement_target,
    points_of,
    secondary_shares,
    structure_target,
)
from fundament.core.scoring.statements import NO_STATEMENTS, Statements, lowered_aim, target_key
from fundament.core.scoring.uncounted import told_of, uncounted_uses
from fundament.core.yardstick.measures import EARNING
from fundament.core.yardstick.model import Yardstick


def score(draft: Reading, yardstick: Yardstick | CompiledYardstick, statements: Statements = NO_STATEMENTS) -> Score:
    """Score a text, 0..100, with a reason for every point.

    draft: from `read_draft` or `read_page`. Pass a CompiledYardstick when scoring again and again. statements: of a person. Never raises on an empty draft.
    """
    compiled = yardstick if isinstance(yardstick, CompiledYardstick) else CompiledYardstick(yardstick)
    return score_with(compiled, draft, statements)[1]


def score_with(
    compiled: CompiledYardstick, draft: Reading, statements: Statements = NO_STATEMENTS, exemptions: Exemptions = NO_EXEMPTIONS, *, with_items: bool = True,
    without: Callable[[Taken], Yardstick] | None = None,
) -> tuple[DraftFeatures, Score]:  # fmt: skip
    """The same with the features it was worked out from. exemptions: what is known of the text beside what was said of it. with_items: as in `score_features`.
    without: gives the yardstick with the scores that competitors have without sentences of this text, for its aim; asked only where some have them.
    """
    features = draft_features(compiled, draft, exemptions, statements=statements)
    result = score_features(compiled, features, with_items=with_items or bool(statements.not_for_page))
    if not statements.is_empty:
        without_statements = draft_features(compiled, draft, exemptions)
        result = replace(result, on_word=max(0.0, result.total - score_features(compiled, without_statements, with_items=False).total))
    bar = compiled.yardstick
    if without is not None and (taken := taken_by_competitors(compiled, exemptions_with(exemptions, statements))):
        bar = without(taken)
        lower = lowered_aim(bar, {}, (), compiled.yardstick)
        by_word = result.aim - lower.aim if statements.exemptions.own_passages else 0.0
        result = replace(result, aim=lower.aim, enough=lower.enough, excused=by_word)
    if statements.not_for_page:
        result = with_excuses(bar, result, statements.not_for_page)
    return features, result


def with_excuses(yardstick: Yardstick, result: Score, not_for_page: frozenset[str]) -> Score:
    """The score with the aim that is left when some targets are not for this page. The score itself stays what it is. yardstick: with the competitors'
    scores that the aim is of."""
    items = {target_key(item.part, item.key): item for item in result.items}
    aim = lowered_aim(yardstick, {target: item.points for target, item in items.items()}, not_for_page, result)
    excused = sum(items[target].max - items[target].points for target in sorted(not_for_page) if target in items)
    still_open = tuple(target for target in result.still_open if target not in not_for_page)
    return replace(result, aim=aim.aim, enough=aim.enough, excused=result.excused + excused, still_open=still_open)


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
        is_aim_firm=yardstick.is_aim_firm,
        denied=tuple(
            Denied(v.block, v.start, v.end, v.guard, yardstick.pages[v.page].url if v.page >= 0 else "") for v in features.verdicts
        ),
        doubted=tuple(Denied(v.block, v.start, v.end, v.guard, "") for v in features.doubted),
        thin=tuple(Thin(place, factor) for place, factor in enumerate(features.factors) if factor < 1.0),
        still_open=tuple(_still_open(compiled, features)),
        notes=tuple(_notes(compiled, features, points)),
        as_proposed=_as_proposed(compiled, features),
    )


def _as_proposed(compiled: CompiledYardstick, features: DraftFeatures) -> AsProposed | None:
    """How the text stands to what was proposed; what the guards found in it stays."""
    targets, yardstick = compiled.as_proposed, compiled.yardstick
    proposed = yardstick.as_proposed
    if targets is None or proposed is None:
        return None
    if isinstance(targets, CompiledYardstick):
        features = again_with(targets, features)
    total = points_of(targets, features).total
    return AsProposed(total, proposed.aim, proposed.enough, proposed.is_aim_firm, yardstick.moved, yardstick.is_confirmed)


def _still_open(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[str]:
    """What must be there before a text is called enough: title and description, and every subtopic that half of the pages have or that is required."""
    for place in ("title", "description"):
        if not getattr(features.parts, place).strip():
            yield target_key("placement", place)
    pages = len(compiled.yardstick.pages)
    levels = features.figures.levels(len(compiled.subtopic_weight))
    for number, subtopic in enumerate(compiled.yardstick.subtopics):
        is_asked = 2 * subtopic.pages >= pages or subtopic.key in compiled.yardstick.required
        if is_asked and subtopic.weight > 0.0 and not levels[number] and features.heading[number] < HEADED_AT:
            yield target_key("subtopics", subtopic.key)


def _notes(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> Iterator[Message]:
    """What is to be said of the whole score."""
    if features.share < 1.0:
        yield message("score.measured_as", planned=compiled.planned_words)
    if features.structure["words"] and features.variety < 1.0:
        yield message("score.monotonous", share=features.variety)
    elif features.structure["words"] and points.of_subject < 1.0:
        yield message("score.no_subject", share=points.of_subject)
    counts = Counter(verdict.guard for verdict in features.verdicts)
    if compiled.substance is None:
        yield message("score.lacks.substance")
    elif features.factors:
        yield message("score.substance", share=features.substance)
    if features.doubted:
        yield message("score.doubted", sentences=len(features.doubted))
    for guard in GUARDS:
        if counts[guard]:
            yield message(f"score.denied.{guard}", sentences=counts[guard])
    if compiled.word_order is None:
        yield message("score.lacks.order")
    elif not compiled.word_order.certain:
        yield message("score.lacks.certain_order")


def _own_headings(features: DraftFeatures) -> tuple[str, ...]:
    """Headings from H2 on, with text below them, that are close to no subtopic's headings."""
    counted = [features.blocks[place] for place in features.headings.places]
    own = [b.text for b in counted if b.level >= 2 and float(b.features.heading.max(initial=0.0)) < HEADED_AT]
    return tuple(dict.fromkeys(own))


def why(result: Score) -> tuple[Item, ...]:
    """Every point earned or missed and its source, largest loss first. Their points add up to the total."""
    return tuple(sorted(result.items, key=lambda item: (item.points - item.max, item.part, item.key)))


def _term_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    uncounted = uncounted_uses(compiled, features)
    for number, term in enumerate(compiled.yardstick.terms):
        count, everything = int(features.terms[number]), int(features.all_terms[number])
        counted = features.share * count
        state = (
            "absent"
            if not count
            else "below"
            if counted < term.low - 0.5
            else "within"
            if features.share * everything <= term.ceiling
            else "above"
        )
        reason = [message("reason.term", uses=count, pages=term.pages, of=pages, target=[term.low, term.high])]
        if number in uncounted:
            reason += told_of(compiled, uncounted[number])
        if state == "above":
            reason.append(message("reason.term_above", ceiling=term.ceiling))
        most = term.weight * compiled.part_weight["terms"] / 100.0
        items.append(
            Item("terms", term.key, term.name, float(points.terms[number]), most, state, count, term.low, term.high, tuple(reason))
        )
    return items


def _entity_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    for number, entity in enumerate(compiled.yardstick.entities):
        mentioned, recognised = int(features.mentioned[number]), int(features.recognised[number])
        if recognised:
            told = bool(features.told[number])
            words = message("reason.entity_told", uses=mentioned, context=list(entity.beside[:4])) if not told else None
            state, reason = "recognised", words or message("reason.entity_recognised", uses=mentioned)
        elif mentioned:
            state, reason = "only mentioned", message("reason.entity_mentioned", uses=mentioned, context=list(entity.context[:4]))
        else:
            state, reason = "absent", message("reason.entity_absent", pages=entity.pages, of=pages)
        most = entity.weight * compiled.part_weight["entities"] / 100.0
        if not entity.worth and not most:
            reason = message("reason.entity_everyday")
        items.append(Item("entities", entity.key, entity.name, float(points.entities[number]), most, state, mentioned, 1, 1, (reason,)))
    return items


def _subtopic_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    pages = len(compiled.yardstick.pages)
    text = features.figures.levels(len(compiled.subtopic_weight))
    for number, subtopic in enumerate(compiled.yardstick.subtopics):
        headed = features.heading[number] >= HEADED_AT
        covered, perhaps = text[number] == 1.0, text[number] > 0.0
        state = "headed" if headed else "covered" if covered else "perhaps covered" if perhaps else "absent"
        if perhaps and not covered:
            sentence = evidence_sentence(compiled, features, number)
            shown = "" if sentence else "_by_words"
            reason = message(f"reason.subtopic_{'headed_' if headed else ''}perhaps{shown}", sentence=sentence)
        elif headed:
            reason = message("reason.subtopic_headed" if covered else "reason.subtopic_headed_only")
        elif covered:
            reason = message("reason.subtopic_covered")
        else:
            reason = message("reason.subtopic_absent", pages=subtopic.pages, of=pages)
        most = subtopic.weight * compiled.part_weight["subtopics"] / 100.0
        value = round(100.0 * float(text[number]))
        items.append(
            Item("subtopics", subtopic.key, subtopic.label, float(points.subtopics[number]), most, state, value, 100, 100, (reason,))
        )
    return items


def _state(value: float, low: float, high: float) -> str:
    if value < low:
        return "absent" if value == 0 else "below"
    return "within" if value <= high else "above"


def _structure_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    for measure in EARNING:
        name = measure.key
        low, high = structure_target(compiled, name)
        value, low, high = round(features.structure[name], 1), round(low, 1), round(high, 1)
        reason = [message("reason.structure", measure=name, value=value, target=[low, high])]
        idle = value - features.structure[measure.counted] if measure.counted else 0
        if idle > 0:
            reason.append(message("reason.idle_headings" if name.endswith(("h2", "h3", "headings")) else "reason.idle_text", count=idle))
        most = compiled.part_scale * measure.points
        items.append(Item("structure", name, "", points.structure[name], most, _state(value, low, high), value, low, high, tuple(reason)))
    return items


def _placement_items(compiled: CompiledYardstick, features: DraftFeatures, points: Points) -> list[Item]:
    items = []
    for name, most in PLACEMENT_POINTS.items():
        value = features.placement[name]
        low, high = placement_target(compiled, name)
        if name.endswith("_length"):
            reason = [message("reason.length", characters=value, target=[low, high])]
        elif name == "body_exact":
            usual = [round(bound, 1) for bound in structure_target(compiled, "exact_keyword")]
            reason = [message("reason.body_exact", sentences=value, target=[low, high], usual=usual)]
        else:
            there = "whole" if value >= 1 else "in_part" if value > 0 else "absent"
            reason = [message(f"reason.keyword_{there}"), message("reason.keyword_share", share=compiled.yardstick.zones.get(name, 0.0))]
        reason += _secondary_reason(compiled, features, name)
        items.append(
            Item(
                "placement", name, "", points.placement[name], compiled.part_scale * most, _state(value, low, high), round(value, 2), low, high,
                tuple(reason),
            )
        )  # fmt: skip
    return items


def _secondary_reason(compiled: CompiledYardstick, features: DraftFeatures, name: str) -> list[Message]:
    """How many of the secondary keywords that are asked for in a place are there."""
    zone = SECONDARY_OF.get(name, "")
    wanted = compiled.secondary.get(zone)
    if wanted is None or not wanted.any():
        return []
    enough = secondary_shares(features, zone, len(wanted)) >= wanted - 1e-6
    return [message("reason.secondary", found=int(enough[wanted > 0].sum()), asked=int((wanted > 0).sum()))]
