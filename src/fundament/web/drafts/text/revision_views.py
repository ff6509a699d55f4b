"""Revisions of a draft: listed, compared, named, taken over; the curve of its score, and where the text is published."""

from __future__ import annotations

import datetime
import re

from django.core.paginator import Paginator
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from fundament.core.documents.difference import Passage
from fundament.core.documents.html_out import html_of
from fundament.core.documents.merging import CHOICES, passages
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import can
from fundament.web.drafts.measuring.seeing import draft_for, revisions_of
from fundament.web.drafts.text import publishing, revising, saving
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.undo import history_of
from fundament.web.numbers import page_number, whole_number
from fundament.web.typed import fields_typed, typed

PER_PAGE = 50
MOST_STEPS_LISTED = 20  # of the score's curve, the newest first
MOST_SHOWN = 1_500  # passages on one screen
_CHOICE = re.compile(r"p[0-9]{1,6}")  # the name of a choice: the number of its passage


@require_GET
def compare_revisions(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Two versions of a draft beside one another."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id, with_text=False)
    found = revising.compare_versions(actor, draft_id, request.GET.get("one", ""), request.GET.get("other", revising.NOW))
    passages = [
        passage for place, passage in enumerate(found.passages[:MOST_SHOWN]) if passage.how != "same" or _is_beside(found.passages, place)
    ]
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "compared": found, "shown": passages, "is_coarse": any(passage.is_coarse for passage in passages),
        "same": sum(passage.how == "same" for passage in found.passages), "changed": sum(passage.how != "same" for passage in found.passages),
        "parts": [(name, before, after, after - before, most) for name, before, after, most in found.parts],
        "may_write": can(actor, "draft.write"),
    }  # fmt: skip
    return render(request, "drafts/text/compare_revisions.html", context)


def _is_beside(passages: list[Passage], place: int) -> bool:
    """Whether a passage that stayed stands right beside one that did not, or heads it."""
    return any(passages[near].how != "same" for near in (place - 1, place + 1) if 0 <= near < len(passages))


@require_POST
def keep_revision(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Keep the text as it is under a name."""
    revising.keep_named(actor_of(request), draft_id, typed(request, "name", 300))
    return redirect("revisions", draft_id)


@require_http_methods(["GET", "POST"])
def merge_revision(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """The stored text and a revision side by side; POST makes one text of both, passage by passage."""
    actor = actor_of(request)
    problem = None
    if request.method == "POST":
        choices = {int(name[1:]): value for name, value in fields_typed(request) if _CHOICE.fullmatch(name) and value in CHOICES}
        try:
            revising.merge(actor, draft_id, revision_id, whole_number(typed(request, "version", 12)) or 0, choices)
            return redirect("draft", draft_id)
        except ApplicationError as error:
            problem = error
    draft, revision, stretches = revising.sides_of(actor, draft_id, revision_id)
    rows = [(number, stretch.differs, *passages(stretch)) for number, stretch in enumerate(stretches)]
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "revision": revision, "rows": rows, "choices": CHOICES, "differing": sum(row[1] for row in rows),
        "may_write": can(actor, "draft.write"), "problem": problem,
    }  # fmt: skip
    return render(request, "drafts/text/merge.html", context, status=422 if problem else 200)


@require_GET
def revisions(request: HttpRequest, draft_id: int) -> HttpResponse:
    """All revisions of a draft, a page at a time."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id, with_text=False)
    page = Paginator(revisions_of(draft), PER_PAGE).get_page(page_number(request.GET.get("page", "1")))
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "page": page, "may_write": can(actor, "draft.write"),
        "actions": history_of(actor, f"draft:{draft.pk}"), "publications": (publications := publishing.publications_of(draft)), "is_reading": any(one.is_asked for one in publications), "today": timezone.localdate(),
        "steps": (steps := revising.curve_of(draft))[::-1][:MOST_STEPS_LISTED], "curve": [(step.at, step.total, step.aim) for step in steps],
    }  # fmt: skip
    return render(request, "drafts/text/revisions.html", context)


@require_POST
def published(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Say that the text as it is now is at an address since a day."""
    try:
        since = datetime.date.fromisoformat(typed(request, "since"))
    except ValueError:
        raise ApplicationError("error.no_day") from None
    publishing.publish_at(actor_of(request), draft_id, typed(request, "address"), since)
    return redirect("revisions", draft_id)


@require_POST
def read_publication(request: HttpRequest, draft_id: int, publication_id: int) -> HttpResponse:
    """Have the page read, and compared with what was published."""
    publishing.ask_to_read(actor_of(request), draft_id, publication_id)
    return redirect("revisions", draft_id)


@require_GET
def revision(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """One revision, to read."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id, with_text=False)
    found = draft.revisions.filter(pk=revision_id).first()
    if found is None:
        raise NotFoundError("error.not_found")
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "revision": found, "body": html_of(found.document),
        "may_write": can(actor, "draft.write"),
    }  # fmt: skip
    return render(request, "drafts/text/revision.html", context)


@require_POST
def take_over(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """Make a revision the draft's text; what was there becomes a revision."""
    draft = saving.take_over(actor_of(request), draft_id, revision_id)
    return redirect("draft", draft.pk)
