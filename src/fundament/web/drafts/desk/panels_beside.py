"""Panels beside the parts of the score: why the score is what it is, title and description, language. Each is one declaration; the desk's buttons follow it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from fundament.core.outline.outline_progress import Planned, outline_progress
from fundament.core.outline.title_words import shared_title_words
from fundament.core.proofreading.model import KINDS, Remark
from fundament.core.scoring.model import Item, Score
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH
from fundament.core.scoring.shown import in_tenths
from fundament.core.scoring.statements import Statements, target_key
from fundament.core.yardstick.section_groups.statements import figures_side_by_side
from fundament.messages import label, say, say_all, subject_of
from fundament.rendering.text_width import DESCRIPTION_SIZE, ENTRIES, TITLE_SIZE, cut_off, text_width
from fundament.web.drafts.desk.language import checked_by_hand, language_of
from fundament.web.drafts.measuring.measuring import Measured
from fundament.web.drafts.models import Draft
from fundament.web.drawings.states import EXCUSED, ON_WORD
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Study
from fundament.web.studies.plan.outlining import sections_of

MOST_MISSED = 60  # listed at once; the others fold away
MOST_REMARKS = 120


@dataclass(frozen=True)
class BesidePanel:
    """key: in addresses; its name is the label "panel.KEY". template: what shows it. context: what that needs, of a measured draft with a score."""

    key: str
    template: str
    context: Callable[[Draft, Measured, Score], dict[str, Any]]
    is_for_guests: bool = True  # whether whoever came by a link sees it


def _why(draft: Draft, measured: Measured, score: Score) -> dict[str, Any]:
    """Every point earned and missed, the largest loss first; tenths that add up to the total and to what it lacks."""
    items = score.items
    earned, missed = in_tenths([item.points for item in items]), in_tenths([max(0.0, item.max - item.points) for item in items])
    words = statements_by_target(measured.statements)
    rows: list[dict[str, Any]] = [
        {
            "word": words.get(target_key(item.part, item.key), ""),
            "item": item,
            "subject": subject_of(item),
            "part": label(item.part),
            "earned": got,
            "missed": lost,
            "reason": _reason(item),
        }
        for item, got, lost in zip(items, earned, missed, strict=True)
    ]
    rows.sort(key=lambda row: (-row["missed"], -row["earned"], row["subject"]))
    first = min(MOST_MISSED, sum(row["missed"] > 0 for row in rows))
    shown, others = rows[:first], [row for row in rows[first:] if row["earned"] or row["missed"]]
    return {"rows": shown, "others": others, "earned": sum(earned), "missed": sum(missed), "parts": score.shown_parts}


def statements_by_target(statements: Statements) -> dict[str, str]:
    """What people said of targets, as the marks of their states know it."""
    found = {target_key("structure", measure): ON_WORD for measure in statements.counts}
    found |= {target_key("subtopics", key): ON_WORD for key in statements.settled}
    return found | dict.fromkeys(statements.not_for_page, EXCUSED)


def _reason(item: Item) -> str:
    return say_all(item.reason)


def _entry(draft: Draft, measured: Measured, score: Score) -> dict[str, Any]:
    """Title and description: characters, pixels, where they are cut off, and what the competitors have."""
    reading, compiled = measured.reading, measured.compiled
    title, description = (reading.title, reading.description) if reading else ("", "")
    pages = [page.reading for page in compared_pages(chosen_of(Study.objects.get(pk=draft.measured_by)))]
    shared = shared_title_words([page.title for page in pages], compiled.language if compiled else "en", [page.url for page in pages])
    own = title.lower()
    entries = [
        {
            "key": entry.key, "title": cut_off(title, TITLE_SIZE, entry.title), "description": cut_off(description, DESCRIPTION_SIZE, entry.description),
            "title_room": entry.title, "description_room": entry.description,
            "title_cut": text_width(title, TITLE_SIZE) > entry.title, "description_cut": text_width(description, DESCRIPTION_SIZE) > entry.description,
        }
        for entry in ENTRIES
    ]  # fmt: skip
    return {
        "entries": entries, "title_pixels": text_width(title, TITLE_SIZE), "description_pixels": text_width(description, DESCRIPTION_SIZE),
        "title_characters": len(title), "description_characters": len(description), "title_usual": TITLE_LENGTH, "description_usual": DESCRIPTION_LENGTH,
        "shared": [(word, count, word.lower() in own) for word, count in shared], "of": len(pages),
        "theirs": [(page.url, page.title, page.description, text_width(page.title, TITLE_SIZE)) for page in pages],
        "items": [(item, subject_of(item), say_all(item.reason)) for item in score.items_of("placement") if item.key.partition("_")[0] in ("title", "description")],
    }  # fmt: skip


def _language(draft: Draft, measured: Measured, score: Score) -> dict[str, Any]:
    """Readability, remarks by kind, and what is checked by hand."""
    found = language_of(draft, measured)
    if found is None:
        return {}
    counts = {kind: sum(remark.kind == kind for remark in found.remarks) for kind in KINDS}
    return {
        "found": found, "remarks": [_remark(remark) for remark in found.remarks[:MOST_REMARKS]], "more": max(0, len(found.remarks) - MOST_REMARKS),
        "counts": [(kind, count) for kind, count in counts.items() if count], "by_hand": checked_by_hand(draft),
        "figures": [
            {"key": key, "ours": ours, "range": usual, "low": min(usual.p25, usual.p75), "high": max(usual.p25, usual.p75)} for key, ours, usual in found.figures
        ],
    }  # fmt: skip


def _plan(draft: Draft, measured: Measured, score: Score) -> dict[str, Any]:
    """The outline of the study that the text is measured against, with what the text has of it."""
    reading, compiled, features = measured.reading, measured.compiled, measured.features
    study = Study.objects.get(pk=draft.measured_by)
    nodes = [
        (node, level) for section in sections_of(study) for node, level in ((section.node, 2), *((under, 3) for under in section.under))
    ]
    if not nodes or reading is None or compiled is None or features is None:
        return {"plan_study": study, "plan": []}
    planned = [
        Planned(node.key, node.heading, level, node.covers, node.planned_words, node.holds_terms, node.holds_entities)
        for node, level in nodes
    ]
    rows = [
        {"standing": one, "notes": node.notes}
        for one, (node, _) in zip(outline_progress(planned, compiled, reading, features), nodes, strict=True)
    ]
    return {"plan_study": study, "plan": rows, "plan_there": sum(bool(row["standing"].block) for row in rows)}


def _statements(draft: Draft, measured: Measured, score: Score) -> dict[str, Any]:
    """What several competitors say, with all their sentences, but for what was dropped."""
    found = measured.compiled.yardstick.statements if measured.compiled is not None else ()
    kept = [statement for statement in found if statement.decision != "dropped"]
    rows = [
        {"statement": one, "figures": figures_side_by_side(stated.figures for stated in one.stated)}
        for one in sorted(kept, key=lambda one: one.decision != "kept")
    ]
    return {
        "shared": rows,
        "dropped_statements": len(found) - len(kept),
        "statements_of": draft.measured_by,
        "statement_pages": len(measured.compiled.yardstick.pages) if measured.compiled else 0,
    }


def beside_panels(*, for_guest: bool = False) -> tuple[str, ...]:
    """The keys of those that whoever looks may see."""
    return tuple(key for key, panel in BESIDE.items() if panel.is_for_guests or not for_guest)


def _remark(remark: Remark) -> dict[str, Any]:
    return {"kind": remark.kind, "key": remark.key, "block": remark.block, "start": remark.start, "end": remark.end, "text": remark.text,
            "why": say(remark.message), "suggestions": remark.suggestions}  # fmt: skip


BESIDE = {
    panel.key: panel
    for panel in (
        BesidePanel("why", "drafts/desk/why_part.html", _why),
        BesidePanel("entry", "drafts/desk/entry_part.html", _entry),
        BesidePanel("language", "drafts/desk/language_part.html", _language),
        BesidePanel("statements", "drafts/desk/statements_part.html", _statements),
        BesidePanel("plan", "drafts/desk/plan_part.html", _plan, is_for_guests=False),
    )
}


def beside_context(draft: Draft, measured: Measured, panel: str) -> dict[str, Any]:
    """The context of a panel beside, {} for one that is none or where there is no score."""
    found = BESIDE.get(panel)
    if found is None or measured.score is None:
        return {}
    return {"beside": found.template, **found.context(draft, measured, measured.score)}
