"""The subtopics of a study and the outline made of them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.consensus.keys import heading_member
from fundament.core.outline.proposed_outline import coverage
from fundament.core.yardstick.model import Entity, Subtopic, Term, Yardstick
from fundament.messages import say_error, words
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError, ChangedSinceError
from fundament.web.numbers import whole_number
from fundament.web.studies.decisions.opened import decision_column, opened, opener
from fundament.web.studies.decisions.telling import told
from fundament.web.studies.figures.seeing import decisions_for
from fundament.web.studies.models import Addition, OutlineNode, Study
from fundament.web.studies.plan import outlining
from fundament.web.tables import Column, exported, table_of
from fundament.web.templating import said_later
from fundament.web.typed import all_typed, ticked, typed

MOVES = tuple(
    (move, sign, said_later(f"outline_move.{move}"))
    for move, sign in (("up", "↑"), ("down", "↓"), ("in", "→"), ("out", "←"), ("remove", "✕"))
)
MOST_KEY = 40
MOST_TYPED = 5_000  # characters of a heading that are looked at, to say how long it is


def _columns(
    study: Study, found: Yardstick, decided: Mapping[str, CoreDecision], there: Mapping[str, int], may_decide: bool
) -> tuple[Column, ...]:
    pages = len(found.pages)
    return (
        Column("subtopic", lambda s: s.label.lower(), lambda s: opener("subtopic", study, s.key, s.label, _standing(s)), {"subtopic": lambda s: s.label}, number=False, heads_row=True),
        Column("place", lambda s: (s.place, s.label), lambda s: f"{s.place:.0%}", {"place": lambda s: s.place}, number=False),
        Column("level", lambda s: s.level, lambda s: f"H{s.level}", {"level": lambda s: s.level}, shown=False),
        Column("headed_on", lambda s: (s.pages, s.label), lambda s: words("number.of", of=s.pages, all=pages), {"pages": lambda s: s.pages}, wraps=False),
        Column("weight", lambda s: s.weight, lambda s: f"{s.weight:.1f}"),
        Column("headings_of", lambda s: len(s.headings), None, {"headings": lambda s: "; ".join(h.text for h in s.headings)}, shown=False),
        decision_column(decided),
        Column("in_outline", lambda s: there.get(s.key, 0), lambda s: _sends(study, s, there.get(s.key, 0), may_decide), {"in_outline": lambda s: s.key in there}, number=False, wraps=False),
    )  # fmt: skip


def _sends(study: Study, subtopic: Subtopic, level: int, may_decide: bool) -> SafeString:
    """Where it is in the outline, or the button that sends it there."""
    if level:
        return format_html('<span class="muted">H{}</span>', level)
    if not may_decide:
        return SafeString("")
    return format_html(
        '<button class="btn btn-sm btn-outline-secondary" data-row-key="o" hx-post="{}" hx-vals=\'{{"subtopic": "{}"}}\' hx-target="#decided" aria-label="{}">{}</button>',
        reverse("add-heading", args=[study.pk]), subtopic.key, words("outline_send.named", name=subtopic.label), words("outline_send.short"),
    )  # fmt: skip


def _standing(subtopic: Subtopic) -> str:
    return words("subtopic.is_asked") if subtopic.is_question else ""


def _tree(study: Study, found: Yardstick) -> dict[str, Any]:
    """The outline as its templates show it, with how far it covers what is frequent."""
    sections = outlining.sections_of(study)
    nodes = [node for section in sections for node in (section.node, *section.under)]
    covered = coverage(found.subtopics, len(found.pages), [node.covers for node in nodes if node.covers])
    here = {subtopic.key for subtopic in found.subtopics}
    return {
        "sections": sections,
        "coverage": covered,
        "own_alone": sum(1 for node in nodes if not node.subtopic),
        "lost": {node.key for node in nodes if node.covers and node.covers not in here},
        "words_given": sum(node.planned_words for node in nodes),
        "moves": MOVES,
        "level_of": {node.covers: node.level for node in nodes if node.covers},
    }


@require_GET
def outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """The subtopics, in the competitors' usual order unless asked otherwise, and our outline beside them."""
    open_ = opened(request, study_id, "outline", "subtopics")
    study, found, context = open_.study, open_.yardstick, open_.context
    if found is None:
        return render(request, "studies/plan/outline.html", context)
    decided = decisions_for(study).by_key
    tree = _tree(study, found)
    columns = _columns(study, found, decided, tree["level_of"], context["may_decide"])
    table = table_of(request, found.subtopics, columns, first="place", text=lambda s: " ".join([s.label, *(h.text for h in s.headings)]))
    file = exported(request, table, f"subtopics-{study.pk}")
    if file is not None:
        return file
    most_shared = max(found.subtopics, key=lambda s: s.pages, default=None)
    context |= {
        "table": table,
        "decided": sum(1 for s in found.subtopics if s.key in decided),
        "most_shared": most_shared,
        "additions": Addition.objects.filter(study=study, kind="subtopics"),
        **tree,
    }
    return render(request, "studies/plan/outline.html", context)


@require_POST
def add_heading(request: HttpRequest, study_id: int) -> HttpResponse:
    """Add a heading of one's own, a subtopic, or all that are proposed."""
    actor = actor_of(request)
    if ticked(request, "proposed"):
        outlining.add_proposed(actor, study_id)
    else:
        subtopic = typed(request, "subtopic", MOST_KEY)
        heading = typed(request, "heading", MOST_TYPED)
        outlining.add_heading(
            actor, study_id, heading, subtopic=subtopic, after=typed(request, "after", MOST_KEY), level=3 if typed(request, "level") == "3" else 2
        )  # fmt: skip
    return told(request, study_id, "outline")


@require_POST
def move_heading(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """Move a heading one step, or to another place by dragging it; or take it out."""
    actor = actor_of(request)
    way = typed(request, "way")
    if way == "remove":
        outlining.remove(actor, study_id, key)
    elif way == "after":
        outlining.move_after(actor, study_id, key, typed(request, "after", MOST_KEY), level=3 if typed(request, "level") == "3" else 2)
    else:
        outlining.move(actor, study_id, key, way)
    return told(request, study_id, "outline")


@require_http_methods(["GET", "POST"])
def outline_node(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """What a section is to hold: its heading, notes, words, terms and entities. When somebody else changed it meanwhile both are shown."""
    open_ = opened(request, study_id, "outline")
    context = {**open_.context, "theirs": None}
    if request.method == "POST":
        node = _changed(request, open_.actor, study_id, key)
        if isinstance(node, OutlineNode):
            return told(request, study_id, "outline", closes_form=True)
        context |= {"theirs": outlining.node_for(open_.study, key), "problem": node}
    node = context["theirs"] or outlining.node_for(open_.study, key)
    is_sent = request.method == "POST"
    found = open_.yardstick
    subtopic = next((s for s in found.subtopics if s.key == node.covers), None) if found else None
    context |= {
        "node": node,
        "seen": outlining.node_stamp(node),
        "heading": typed(request, "heading") if is_sent else node.heading,
        "notes": typed(request, "notes") if is_sent else node.notes,
        "planned_words": typed(request, "planned_words") if is_sent else node.planned_words or "",
        "subtopic": subtopic,
        "terms": _meant(
            found.terms if found else (), all_typed(request, "term", MOST_KEY, outlining.MOST_MEANT) if is_sent else node.holds_terms
        ),
        "entities": _meant(
            found.entities if found else (),
            all_typed(request, "entity", MOST_KEY, outlining.MOST_MEANT) if is_sent else node.holds_entities,
        ),
    }
    return render(request, "studies/plan/outline_node_part.html", context)


def _meant(things: Sequence[Term | Entity], keys: Sequence[str]) -> dict[str, list[Term | Entity]]:
    """What is meant for a section, and what else could be."""
    chosen = set(keys)
    return {
        "chosen": [thing for thing in things if thing.key in chosen],
        "others": [thing for thing in things if thing.key not in chosen and thing.weight > 0],
    }


def _changed(request: HttpRequest, actor: Actor, study_id: int, key: str) -> OutlineNode | str:
    """The node with what was typed, or why it was not changed: somebody else did."""
    words = whole_number(typed(request, "planned_words").replace(",", "").replace(" ", "") or "0", 5)
    if words is None:
        raise ApplicationError("error.outline_node", characters=outlining.MOST_NOTES, words=outlining.MOST_SECTION_WORDS)
    try:
        return outlining.change(
            actor, study_id, key, seen=typed(request, "seen"), heading=typed(request, "heading", MOST_TYPED),
            notes=typed(request, "notes", outlining.MOST_NOTES + 1), planned_words=words, terms=all_typed(request, "term", MOST_KEY, outlining.MOST_MEANT), entities=all_typed(request, "entity", MOST_KEY, outlining.MOST_MEANT),
        )  # fmt: skip
    except ChangedSinceError as error:
        return say_error(error)


@require_GET
def subtopic(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """A subtopic in the competitors' own headings, with the text below them."""
    open_ = opened(request, study_id, "outline")
    _, chosen = open_.thing("subtopics", key)
    members = [(heading_member(heading.url, heading.text), heading) for heading in chosen.headings]
    return render(request, "studies/plan/subtopic_part.html", {**open_.context, "subtopic": chosen, "members": members})
