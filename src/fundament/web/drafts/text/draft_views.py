"""The drafts of a study: listed, begun, named, put away, and what each is measured against."""

from __future__ import annotations

from typing import Any

from django.core.paginator import Paginator
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.messages import say
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import can
from fundament.web.drafts.measuring.seeing import draft_for, drafts_of
from fundament.web.drafts.text import outlines, saving
from fundament.web.drafts.text.bringing import BRING
from fundament.web.errands.services.running import failed
from fundament.web.numbers import page_number
from fundament.web.studies.figures.seeing import studies_for, study_for
from fundament.web.tables import cleaned_search
from fundament.web.templating import message_of
from fundament.web.typed import number_typed, ticked, typed

PER_PAGE = 50


@require_GET
def draft_list(request: HttpRequest, study_id: int) -> HttpResponse:
    """The drafts of a study, a page at a time."""
    return list_of_drafts(request, study_id)


def list_of_drafts(request: HttpRequest, study_id: int, status: int = 200, **more: Any) -> HttpResponse:
    """The same, where something is to be said beside."""
    actor = actor_of(request)
    study, archived = study_for(actor, study_id), request.GET.get("archived") == "yes"
    page = Paginator(drafts_of(actor, study, archived=archived), PER_PAGE).get_page(page_number(request.GET.get("page", "1")))
    errand = failed(actor, request.GET.get("errand", ""), BRING)
    if errand is not None:
        more = {"problem": say(message_of(errand.problem)), "brought": errand.arguments, **more}
    context = {
        "study": study, "tab": "drafts", "page": page, "archived": archived, "may_write": can(actor, "draft.create"),
        "may_decide": can(actor, "study.decide"), **more,
    }  # fmt: skip
    return render(request, "drafts/text/list.html", context, status=status)


@require_POST
def new_draft(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft."""
    draft = saving.create_draft(actor_of(request), study_id, name=typed(request, "name"))
    return redirect("draft", draft.pk)


@require_POST
def from_outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft with the headings of the outline."""
    return redirect("draft", outlines.draft_from_outline(actor_of(request), study_id).pk)


@require_POST
def to_outline(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Make the outline what the headings of this draft are."""
    actor = actor_of(request)
    outlines.outline_from_draft(actor, draft_id)
    return redirect("outline", draft_for(actor, draft_id, with_text=False).study_id)


@require_POST
def rename(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Give the draft another name."""
    draft = saving.rename(actor_of(request), draft_id, typed(request, "name"))
    return redirect("drafts", draft.study_id)


@require_POST
def archive(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Put the draft away, or take it back."""
    draft = saving.archive(actor_of(request), draft_id, away=ticked(request, "away"))
    return redirect("drafts", draft.study_id)


@require_GET
def measured_against(request: HttpRequest, draft_id: int) -> HttpResponse:
    """What the draft is measured against, and the workspace's other studies to choose from."""
    actor = actor_of(request)
    draft, search = draft_for(actor, draft_id, with_text=False), cleaned_search(request)
    page = Paginator(studies_for(actor, search, archived=False), PER_PAGE).get_page(page_number(request.GET.get("page", "1")))
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "page": page, "search": search, "may_write": can(actor, "draft.write"),
    }  # fmt: skip
    return render(request, "drafts/text/measured_against.html", context)


@require_POST
def measure_against(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Have the draft measured against another study."""
    draft = saving.measure_against(actor_of(request), draft_id, number_typed(request, "study") or 0)
    return redirect("draft", draft.pk)
