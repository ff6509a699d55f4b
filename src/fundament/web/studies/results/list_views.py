"""The list of studies with their drafts."""

from __future__ import annotations

from urllib.parse import urlencode

from django.core.paginator import Paginator
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import can
from fundament.web.numbers import page_number
from fundament.web.studies.figures.seeing import folders_of, studies_for
from fundament.web.studies.our_texts import our_texts
from fundament.web.tables import cleaned_search
from fundament.web.typed import storable

PER_PAGE = 50


@require_GET
def study_list(request: HttpRequest) -> HttpResponse:
    """All studies of the workspace with their drafts, a page at a time."""
    actor = actor_of(request)
    search, archived = cleaned_search(request), request.GET.get("archived") == "yes"
    folder = storable(request.GET.get("folder", ""))[:80]
    page = Paginator(studies_for(actor, search, archived=archived, folder=folder), PER_PAGE).get_page(
        page_number(request.GET.get("page", "1"))
    )
    drafts = our_texts().of_studies(actor, page.object_list)
    context = {
        "rows": [(study, drafts[study.pk]) for study in page.object_list], "page": page, "search": search, "archived": archived,
        "kept_query": "".join(f"{urlencode({name: value})}&" for name, value in (("archived", "yes" if archived else ""), ("folder", folder)) if value),
        "folder": folder, "folders": folders_of(actor), "may_choose": can(actor, "study.choose"), "may_open": can(actor, "study.open"), "may_archive": can(actor, "study.archive"),
    }  # fmt: skip
    return render(request, "studies/results/list.html", context)
