"""What the panel beside the text holds: edits, or one part of the score."""

from __future__ import annotations

from collections import Counter
from typing import Any

from fundament.core.checks import checks
from fundament.core.checks.denied import DeniedSentences
from fundament.core.edits.next_edits import target_of
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.model import MOST_ON_WORD, Item, Score
from fundament.core.scoring.parts import PART, PARTS
from fundament.core.scoring.said import STATED, target_key
from fundament.messages import label, say, say_all, subject_of
from fundament.web.drafts.services.measuring import Measured

PANELS = ("edits", *(part.key for part in PARTS))
MOST_EDITS = 30
DENIED = "denied"  # in the place of a part: the sentences that earn nothing
LEAST_BOUND = 0.1  # points of an edit whose least and most are worth showing
_NARROW = "\u00a0"  # a space where no line breaks


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
    context["verdict"] = verdict_of(score)
    context["ticks"] = sorted(compiled.yardstick.page_scores.values())
    if panel == "edits":
        context["stated"] = STATED
        context["notes"] = [say(note) for note in score.notes]
        context["edits"] = [_edit_row(edit) for edit in measured.edits[:MOST_EDITS]]
        context["more_edits"] = max(0, len(measured.edits) - MOST_EDITS)
        context["faults"] = [(f.check, f.subject or subject_of(f), say_all(f.messages)) for f in measured.findings]
        return context
    part = PART[panel]
    items = score.items_of(panel)
    gains = {(e.finding.check, e.finding.subject_key): e.gain.middle for e in measured.edits}
    ceilings = [t.ceiling for t in compiled.yardstick.terms] if panel == "terms" else []
    context["part"] = part
    context["part_score"] = next(p for p in score.shown_parts if p.name == panel)
    context["rows"] = [
        {
            "item": item,
            "subject": subject_of(item),
            "reason": say_all(item.reason),
            "gain": _gain(item, gains),
            "missed": item.max - item.points,
            "ceiling": ceilings[number] if ceilings else item.high,
            "target": target_key(item.part, item.key),
        }
        for number, item in enumerate(items)
    ]
    counts = Counter(item.state for item in items)
    context["summary"] = ", ".join(f"{counts[state]} {state}" for state in part.states if counts[state])
    return context


def _edit_row(edit: Any) -> dict[str, Any]:
    finding = edit.finding
    check = checks()[finding.check]
    part = check.part if check.part in PART and PART[check.part].has_subjects and ":" not in finding.subject_key else ""
    if isinstance(check, DeniedSentences):
        part = DENIED
    return {
        "check": finding.check,
        "subject": subject_of(finding),
        "key": finding.subject_key,
        "part": part,
        "text": say_all(finding.messages),
        "target": target_of(finding),
        "is_count": finding.subject_key in STATED,
        "gain": f"{edit.gain.middle:+.1f}",
        "bounds": f"{edit.gain.sure:.1f} to {edit.gain.reach:.1f}" if edit.gain.reach >= LEAST_BOUND else "",
        "shares": ", ".join(
            f"{label(name)}{_NARROW}{gain:+.1f}".replace("-", "−") for name, gain in edit.shares
        ),  # put together here, for speed
    }


def _gain(item: Item, gains: dict[tuple[str, str], float]) -> float:
    kinds = {"terms": ("use_term", "take_out"), "entities": ("name_entity",), "subtopics": ("head_subtopic", "answer_subtopic")}
    return max((gains.get((kind, item.key), 0.0) for kind in kinds.get(item.part, ())), default=0.0)


def verdict_of(score: Score) -> str:
    """One sentence on where a text stands, with what holds back from calling it enough."""
    if not score.aim and score.as_proposed is not None and score.as_proposed.aim:
        return "So much was dropped that there is no aim left to reach. Put some of it back."
    if score.aim and score.is_aim_firm and score.total >= score.aim and not score.may_be_enough:
        proposed = score.as_proposed
        if proposed is not None and proposed.holds_back:
            return (
                f"The aim of {score.aim:.0f} as decided is reached. As proposed the text has {proposed.total:.0f} and the aim is {proposed.aim:.0f}: "
                "an editor can confirm the plan on the yardstick's page; until then this is not called enough."
            )
        rests = score.on_word + score.excused
        return (
            f"The aim of {score.aim:.0f} is reached, but {rests:.0f} points rest on somebody's word or are excused; "
            f"with more than {MOST_ON_WORD:.0f} nothing is called enough."
        )
    return verdict(score.total, score.aim, score.enough, is_firm=score.is_aim_firm)


def verdict(total: float, aim: float, enough: float, *, is_firm: bool = True) -> str:
    """One sentence on where the text stands."""
    if not aim:
        return "With one or two competitors there is no aim; choose five or more to have one."
    if not is_firm and total >= aim:
        place = "Above" if total > enough else "Among"
        return f"{place} the few competitors, who have {aim:.0f} to {enough:.0f}. With fewer than five nothing is called enough."
    against = f"the aim of {aim:.0f}" if is_firm else f"the few competitors, who have {aim:.0f} to {enough:.0f}"
    if total < aim:
        # what is shown is what can be taken off in the head: both figures stand beside it, rounded
        distance = round(aim) - round(total)
        if distance < 1:
            return f"Less than a point below {against}."
        return f"{distance} point{'' if distance == 1 else 's'} below {against}."
    if total <= enough:
        return f"Enough: the aim of {aim:.0f} is reached. More would be padding."
    return f"Above every competitor (enough ends at {enough:.0f}). Check that it still reads well."


def marks_for(measured: Measured, part: str, key: str) -> list[tuple[str, int, int]]:
    """Where a term or entity stands in the text: (id of the block, first character, last + 1), for marking. Characters are those of the block's text with
    white space folded."""
    compiled, reading = measured.compiled, measured.reading
    if compiled is None or reading is None:
        return []
    if part == DENIED and measured.score is not None:
        denied = [d for d in measured.score.denied if key in (d.source or d.guard, d.guard)]
        return [(reading.blocks[d.block].key, d.start, d.end) for d in denied]
    matcher, number = _matcher(compiled, part, key)
    if matcher is None:
        return []
    marks = []
    for block in reading.blocks:
        for sentence in analyse_text(block.text, compiled.language):
            for match in matcher.find(sentence.lemmas, sentence.joined):
                if match.phrase == number:
                    marks.append((block.key, *sentence.bounds(match.start, match.end)))
    return marks


def passages_for(measured: Measured, key: str) -> list[tuple[str, str]]:
    """(id of the block, its text) of each block with sentences that earn nothing for a reason, each once."""
    if measured.score is None or measured.reading is None:
        return []
    blocks = [
        measured.reading.blocks[denied.block] for denied in measured.score.denied if key in (denied.source or denied.guard, denied.guard)
    ]
    return list({block.key: block.text for block in blocks}.items())


def _matcher(compiled: CompiledYardstick, part: str, key: str) -> tuple[Any, int]:
    yardstick = compiled.yardstick
    if part == "terms":
        keys = [term.key for term in yardstick.terms]
        return (compiled.term_matcher, keys.index(key)) if key in keys else (None, -1)
    if part == "entities":
        keys = [entity.key for entity in yardstick.entities]
        return (compiled.entity_matcher, keys.index(key)) if key in keys else (None, -1)
    return None, -1


def evidence_for(measured: Measured, part: str, key: str) -> tuple[str, list[tuple[str, str]]]:
    """(name, (url, sentence or heading) from the competitors) for a term, entity or subtopic."""
    if measured.compiled is None:
        return "", []
    yardstick = measured.compiled.yardstick
    if part == DENIED:
        check = next(
            (c for c in checks().values() if isinstance(c, DeniedSentences) and (c.guard == key or (c.guard == "copied" and ":" in key))),
            None,
        )
        return (label(f"check.{check.id}"), []) if check is not None else ("", [])
    if part == "terms":
        term = next((t for t in yardstick.terms if t.key == key), None)
        return (term.name, list(term.first_sentences)) if term else ("", [])
    if part == "entities":
        entity = next((e for e in yardstick.entities if e.key == key), None)
        if entity is None:
            return "", []
        same = next((t for t in yardstick.terms if set(t.phrases) & set(entity.phrases)), None)
        return entity.name, list(same.first_sentences) if same else []
    if part == "subtopics":
        subtopic = next((s for s in yardstick.subtopics if s.key == key), None)
        return (
            (subtopic.label, [(h.url, f"{h.text}: {h.below}" if h.below else h.text) for h in subtopic.headings]) if subtopic else ("", [])
        )
    return "", []
