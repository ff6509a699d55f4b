"""The subtopics of a study and the outline made of them."""

from __future__ import annotations

from collections.abc import Mapping

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.yardstick.model import Subtopic, Yardstick
from fundament.web.studies.models import Study
from fundament.web.studies.opened import decision_column, opened, opener
from fundament.web.studies.services.seeing import decisions_for
from fundament.web.tables import Column, table_of


def _columns(study: Study, found: Yardstick, decided: Mapping[str, CoreDecision]) -> tuple[Column, ...]:
    pages = len(found.pages)
    return (
        Column(
            "subtopic",
            lambda s: s.label.lower(),
            lambda s: opener("subtopic", study, s.key, s.label, _standing(s)),
            {"subtopic": lambda s: s.label},
            number=False,
            heads_row=True,
        ),
        Column("place", lambda s: (s.place, s.label), lambda s: f"{s.place:.0%}", {"place": lambda s: s.place}, number=False),
        Column("level", lambda s: s.level, lambda s: f"H{s.level}", {"level": lambda s: s.level}, number=False),
        Column("headed_on", lambda s: (s.pages, s.label), lambda s: f"{s.pages} of {pages}", {"pages": lambda s: s.pages}, wraps=False),
        Column("weight", lambda s: s.weight, lambda s: f"{s.weight:.1f}"),
        Column("matrix", lambda s: s.pages, lambda s: _pages_with(s, found), {}, number=False, sorts=False),
        decision_column(decided),
    )


def _standing(subtopic: Subtopic) -> str:
    return "asked as a question" if subtopic.is_question else ""


def _pages_with(subtopic: Subtopic, found: Yardstick) -> SafeString:
    there = {heading.url for heading in subtopic.headings}
    cells = format_html_join("", '<i class="cell step-{}" title="{}"></i>', ((4 if p.url in there else 0, p.url) for p in found.pages))
    return format_html(
        '<span class="matrix" role="img" aria-label="on {} of {} competitors">{}</span>', subtopic.pages, len(found.pages), cells
    )


@require_GET
def outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """The subtopics, in the competitors' usual order unless asked otherwise, with every wording."""
    open_ = opened(request, study_id, "outline", "subtopics")
    study, found, context = open_.study, open_.yardstick, open_.context
    if found is None:
        return render(request, "studies/outline.html", context)
    decided = decisions_for(study).by_key
    table = table_of(
        request, found.subtopics, _columns(study, found, decided), first="place",
        text=lambda s: " ".join([s.label, *(h.text for h in s.headings)]),
    )  # fmt: skip
    if request.GET.get("format") == "csv":
        return table.csv(f"outline-{study.pk}")
    context |= {
        "table": table,
        "decided": sum(1 for s in found.subtopics if s.key in decided),
        "most_shared": max(found.subtopics, key=lambda s: s.pages, default=None),
    }
    return render(request, "studies/outline.html", context)


@require_GET
def subtopic(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """A subtopic in the competitors' own headings, with the text below them."""
    open_ = opened(request, study_id, "outline")
    _, chosen = open_.thing("subtopics", key)
    return render(request, "studies/subtopic_part.html", {**open_.context, "subtopic": chosen})
