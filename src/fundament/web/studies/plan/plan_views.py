"""The plan of a study: on the screen, on paper, and as tables."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.safestring import mark_safe
from django.views.decorators.http import require_GET, require_POST

from fundament.core.yardstick.section_groups.statements import figures_side_by_side
from fundament.rendering.docx import docx_of
from fundament.rendering.html import inside
from fundament.rendering.markdown import markdown_of
from fundament.rendering.paper import Paper
from fundament.schemas.plan import Plan, to_json
from fundament.web.accounts.models import Membership
from fundament.web.accounts.requests import actor_of
from fundament.web.answers import on_to
from fundament.web.errands.services.running import ended
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.studies.decisions import deciding
from fundament.web.studies.decisions.opened import opened
from fundament.web.studies.decisions.ways import WAYS
from fundament.web.studies.plan import papers, planning
from fundament.web.table_formats import FORMATS
from fundament.web.typed import asked, number_typed, typed

WORD = "application/vnd.openxmlformats-officedocument.wordprocessingml.document"
PAPERS: dict[str, tuple[str, Callable[[Paper], bytes]]] = {
    "docx": (WORD, docx_of),
    "md": ("text/markdown; charset=utf-8", lambda paper: markdown_of(paper).encode()),
}
Rows = Callable[[Plan], list[Sequence[Any]]]
TABLES: dict[str, tuple[tuple[str, ...], Rows]] = {
    "sections": (
        ("level", "heading", "words", "notes", "terms", "entities", "competitors"),
        lambda p: [(s.level, s.heading, s.words, s.notes, "; ".join(s.terms), "; ".join(s.entities), s.pages) for s in p.sections],
    ),
    "terms": (
        ("term", "low", "high", "most", "weight", "competitors", "decision", "note"),
        lambda p: [(t.name, t.low, t.high, t.ceiling, t.weight, t.pages, t.decision, t.note) for t in p.terms],
    ),
    "entities": (
        ("entity", "kind", "weight", "competitors", "context", "decision", "note"),
        lambda p: [(e.name, e.kind, e.weight, e.pages, "; ".join(e.context), e.decision, e.note) for e in p.entities],
    ),
    "statements": (
        ("statement", "competitors", "decision", "url", "sentence", "figures"),
        lambda p: [(s.text, s.pages, s.decision, url, text, "; ".join(figures)) for s in p.statements for url, text, figures in s.stated],
    ),
    "questions": (("question", "competitors"), lambda p: [(q.text, q.answered) for q in p.questions]),
    "competitors": (
        ("rank", "url", "title", "words", "score"),
        lambda p: [(c.rank, c.url, c.title, c.words, c.score) for c in p.competitors],
    ),
}


@require_GET
def plan(request: HttpRequest, study_id: int) -> HttpResponse:
    """The plan as it would be on paper, with what is its own to fill in."""
    open_ = opened(request, study_id, "plan")
    context = dict(open_.context)
    if open_.compiled is not None:
        made = papers.paper_of(open_.study, open_.compiled, with_logo=False)
        context |= {
            "paper": mark_safe(inside(made[1])),  # noqa: S308  everything in it is escaped where it is made
            "plan": made[0],
            "members": Membership.objects.filter(workspace=open_.actor.workspace).select_related("user").order_by("user__display_name", "user__username"),
            "tables": TABLES,
            "statements": [
                (statement, figures_side_by_side(figures for _, _, figures in statement.stated)) for statement in made[0].statements
            ],
            "statement_ways": WAYS["statements"],
            "seen": deciding.decisions_stamp(open_.study), "pdf": ended(open_.actor, asked(request, "errand", 15), papers.PLAN),
        }  # fmt: skip
    return render(request, "studies/plan/plan.html", context)


@require_POST
def set_plan(request: HttpRequest, study_id: int) -> HttpResponse:
    """Say what the searcher wants, who writes, and until when."""
    planning.set_plan(
        actor_of(request), study_id, intent=typed(request, "intent"), assignee=number_typed(request, "assignee", 9),
        due=typed(request, "due").strip(),
    )  # fmt: skip
    return on_to(request, reverse("plan", args=[study_id]))


@require_GET
def export_plan(request: HttpRequest, study_id: int) -> HttpResponse:
    """The plan as a file: DOCX, Markdown, JSON; or one of its tables as CSV or XLSX."""
    open_ = opened(request, study_id, "plan")
    wanted, table = request.GET.get("format", ""), request.GET.get("table", "")
    if table and (table not in TABLES or wanted not in FORMATS):
        raise NotFoundError("error.not_found")
    if not table and wanted not in (*PAPERS, "json"):
        raise NotFoundError("error.not_found")
    if open_.compiled is None:
        raise ApplicationError("error.no_plan")
    found, paper = papers.paper_of(open_.study, open_.compiled)
    name = papers.file_name(open_.study)
    if table:
        heading, rows = TABLES[table]
        return FORMATS[wanted].file(f"{name}-{table}", heading, rows(found))
    if wanted == "json":
        return _file(to_json(found), "application/json", f"{name}.json")
    media, made_of = PAPERS[wanted]
    return _file(made_of(paper), media, f"{name}.{wanted}")


@require_POST
def set_pdf(request: HttpRequest, study_id: int) -> HttpResponse:
    """Have the plan set as PDF by a job."""
    return redirect("errand", papers.ask_for_pdf(actor_of(request), study_id).pk)


@require_GET
def plan_pdf(request: HttpRequest, errand_id: int) -> HttpResponse:
    """The PDF that was made."""
    name, content = papers.pdf_made(actor_of(request), errand_id)
    return _file(content, "application/pdf", name)


def _file(content: bytes, media: str, name: str) -> HttpResponse:
    answer = HttpResponse(content, content_type=media)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
