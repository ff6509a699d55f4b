"""What people search for around a study that no competitor answers yet."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.shortcuts import render
from django.urls import reverse
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import CoreError
from fundament.messages import words
from fundament.web.accounts.requests import actor_of
from fundament.web.errors import ApplicationError
from fundament.web.studies.decisions import adding
from fundament.web.studies.decisions.opened import opened
from fundament.web.studies.decisions.telling import told
from fundament.web.studies.figures.demand import DemandRow, demand_of
from fundament.web.studies.plan import outlining
from fundament.web.tables import Column, exported, table_of
from fundament.web.templating import said_later
from fundament.web.typed import typed

MOST_PHRASE, PER_PAGE = 200, 60


def _number(value: float | None) -> str:
    return "–" if value is None else f"{value:,.0f}"


_TAKING = """<form class="in-line" method="post" action="{0}" hx-post="{0}" hx-target="#decided"><input type="hidden" name="csrfmiddlewaretoken" value="{1}"><input type="hidden" name="phrase" value="{2}">
<button class="btn btn-sm btn-outline-secondary" name="to" value="terms" aria-label="{2} to the terms">To the terms</button> <button class="btn btn-sm btn-outline-secondary" name="to" value="outline" aria-label="{2} to the outline">To the outline</button></form>"""
STANDINGS = {where: said_later(f"demand_standing.{where}") for where in ("term", "outline", "secondary")}


def _columns(request: HttpRequest, study_id: int, pages: int, may_decide: bool) -> tuple[Column, ...]:
    address, token = reverse("take-up", args=[study_id]), get_token(request)

    def taking(row: DemandRow) -> SafeString:
        standing = format_html('<span class="muted">{}</span> ', STANDINGS[row.standing]) if row.standing else SafeString("")
        return (
            standing + format_html(_TAKING, address, token, row.phrase)
            if may_decide and row.standing not in ("term", "outline")
            else standing
        )

    return (
        Column("searched", lambda row: row.phrase, number=False, heads_row=True),
        Column("searches", lambda row: row.volume or 0, lambda row: _number(row.volume), {"searches a month": lambda row: row.volume}),
        Column("difficulty", lambda row: row.difficulty or 0, lambda row: _number(row.difficulty), {"difficulty": lambda row: row.difficulty}, rises=True),
        Column("closeness", lambda row: row.closeness, lambda row: f"{row.closeness:.2f}"),
        Column("answered_by", lambda row: row.answered, lambda row: words("number.of", of=row.answered, all=pages), rises=True),
        Column("taken_up", lambda row: row.standing, taking, number=False, wraps=False),
    )  # fmt: skip


@require_GET
def demand(request: HttpRequest, study_id: int) -> HttpResponse:
    """The keywords of the catalogue that are close to the study's own: those that no competitor answers, or all."""
    open_ = opened(request, study_id, "demand")
    every = request.GET.get("show") == "all"
    rows = demand_of(open_.study, open_.yardstick, unused_only=not every)
    pages = len(open_.yardstick.pages) if open_.yardstick else 0
    table = table_of(
        request,
        rows,
        _columns(request, study_id, pages, open_.context["may_decide"]),
        first="searches",
        text=lambda row: row.phrase,
        keep=("show",),
        per_page=PER_PAGE,
    )
    file = exported(request, table, f"demand-{study_id}")
    if file is not None:
        return file
    unused: list[DemandRow] = [row for row in rows if not row.answered]
    context = {**open_.context, "table": table, "every": every, "unused": len(unused), "searches": sum(row.volume or 0 for row in unused)}
    return render(request, "studies/plan/demand.html", context)


@require_POST
def take_up(request: HttpRequest, study_id: int) -> HttpResponse:
    """Take a phrase up: as a term of one's own, or as a heading of the outline."""
    actor = actor_of(request)
    phrase, to = typed(request, "phrase", MOST_PHRASE), typed(request, "to")
    if to == "outline":
        heading = phrase[:1].upper() + phrase[1:]
        outlining.add_heading(actor, study_id, heading)
    elif to == "terms":
        added = adding.add_terms(actor, study_id, [phrase])
        if added.refused:
            raise CoreError(added.refused[0][1].code, **added.refused[0][1].values)
    else:
        raise ApplicationError("error.no_such_action")
    return told(request, study_id, "demand")
