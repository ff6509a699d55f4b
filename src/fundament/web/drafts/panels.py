"""What the panel beside the text holds: edits, or one part of the score."""

from __future__ import annotations

from typing import Any

from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.model import STATES, Item
from fundament.web.drafts.services import Measured

PANELS = ("edits", "terms", "entities", "subtopics", "structure", "placement")
MOST_EDITS = 30


def panel_name(asked: str) -> str:
    """The panel that is asked for; the edits when there is none of that name."""
    return asked if asked in PANELS else "edits"


def panel_context(measured: Measured, panel: str) -> dict[str, Any]:
    """The context of the panel's template."""
    panel = panel_name(panel)
    context: dict[str, Any] = {"panel": panel, "measured": measured, "score": measured.score, "panels": PANELS}
    score, compiled = measured.score, measured.compiled
    if score is None or compiled is None:
        return context
    context["distance"] = score.aim - score.total
    context["verdict"] = verdict(score.total, score.aim, score.enough)
    context["ticks"] = sorted(compiled.yardstick.page_scores.values())
    if panel == "edits":
        context["edits"] = measured.edits[:MOST_EDITS]
        context["more_edits"] = max(0, len(measured.edits) - MOST_EDITS)
    else:
        items = score.items_of(panel)
        gains = {(edit.kind, edit.subject): edit.gain for edit in measured.edits}
        context["rows"] = [(item, _gain(item, gains), number) for number, item in enumerate(items)]
        context["ceilings"] = [t.ceiling for t in compiled.yardstick.terms] if panel == "terms" else []
        context["summary"] = _summary(panel, items)
    return context


def _gain(item: Item, gains: dict[tuple[str, str], float]) -> float:
    kinds = {"terms": ("use_term", "take_out"), "entities": ("name_entity",), "subtopics": ("head_subtopic", "answer_subtopic")}
    return max((gains.get((kind, item.subject), 0.0) for kind in kinds.get(item.part, ())), default=0.0)


def _summary(panel: str, items: tuple[Item, ...]) -> str:
    counts: dict[str, int] = {}
    for item in items:
        counts[item.state] = counts.get(item.state, 0) + 1
    order = {"entities": ("recognised", "only mentioned", "absent"), "subtopics": ("headed", "covered", "absent")}.get(
        panel, tuple(reversed(STATES))
    )
    return ", ".join(f"{counts[state]} {state}" for state in order if counts.get(state))


def verdict(total: float, aim: float, enough: float) -> str:
    """One sentence on where the text stands."""
    if total < aim:
        # what is shown is what can be taken off in the head: both figures stand beside it, rounded
        distance = round(aim) - round(total)
        if distance < 1:
            return f"Less than a point below the aim of {aim:.0f}."
        return f"{distance} point{'' if distance == 1 else 's'} below the aim of {aim:.0f}."
    if total <= enough:
        return f"Enough: the aim of {aim:.0f} is reached. More would be padding."
    return f"Above every competitor (enough ends at {enough:.0f}). Check that it still reads well."


def marks_for(measured: Measured, part: str, subject: str) -> list[list[int]]:
    """Where a term or entity stands in the text: (block with text, first character, last + 1), for marking."""
    compiled, reading = measured.compiled, measured.reading
    if compiled is None or reading is None:
        return []
    matcher, number = _matcher(compiled, part, subject)
    if matcher is None:
        return []
    marks = []
    for position, block in enumerate(reading.blocks):
        for sentence in analyse_text(block.text, compiled.language):
            for match in matcher.find(sentence.lemmas, sentence.joined):
                if match.phrase == number:
                    marks.append([position, sentence.tokens[match.start].start, sentence.tokens[match.end - 1].end])
    return marks


def _matcher(compiled: CompiledYardstick, part: str, subject: str) -> tuple[Any, int]:
    yardstick = compiled.yardstick
    if part == "terms":
        names = [term.name for term in yardstick.terms]
        return (compiled.term_matcher, names.index(subject)) if subject in names else (None, -1)
    if part == "entities":
        names = [entity.name for entity in yardstick.entities]
        return (compiled.entity_matcher, names.index(subject)) if subject in names else (None, -1)
    return None, -1


def evidence_for(measured: Measured, part: str, subject: str) -> list[tuple[str, str]]:
    """(url, sentence or heading) from the competitors for a term, entity or subtopic."""
    if measured.compiled is None:
        return []
    yardstick = measured.compiled.yardstick
    if part in ("terms", "entities"):
        term = next((t for t in yardstick.terms if t.name == subject), None)
        return list(term.first_sentences) if term else []
    if part == "subtopics":
        subtopic = next((s for s in yardstick.subtopics if s.label == subject), None)
        return [(h.url, f"{h.text}: {h.below}" if h.below else h.text) for h in subtopic.headings] if subtopic else []
    return []
