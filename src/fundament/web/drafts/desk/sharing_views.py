"""Links to one draft: made, renewed and ended by members; opened by visitors, who write in the same desk and see nothing else."""

from __future__ import annotations

import json
from typing import Any

from django.conf import settings
from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from fundament.web.accounts.requests import VISITS, actor_of
from fundament.web.accounts.roles import ask
from fundament.web.answers import answers_json
from fundament.web.assets.views import picture
from fundament.web.bodies import takes_bodies_of
from fundament.web.drafts.desk import desk_views as views
from fundament.web.drafts.measuring.seeing import draft_for
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import sharing
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.numbers import whole_number
from fundament.web.typed import typed

MOST_VISITS = 20


@require_http_methods(["GET", "POST"])
def shares(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The draft's links; POST makes one, which is shown once."""
    actor = actor_of(request)
    ask(actor, "draft.share")
    draft = draft_for(actor, draft_id, with_text=False)
    link, problem = "", None
    if request.method == "POST":
        try:
            _, token = sharing.share(actor, draft_id, hours=_hours(request), with_scores=typed(request, "scores", 5) != "no")
            link = request.build_absolute_uri(reverse("shared", args=[token]))
        except ApplicationError as error:
            problem = error
    context = {
        "draft": draft,
        "study": draft.study,
        "tab": "drafts",
        "shares": sharing.shares_of(draft),
        "link": link,
        "hours": sharing.USUAL_HOURS,
        "problem": problem,
        "typed_hours": typed(request, "hours", 9),
    }
    return render(request, "drafts/desk/shares.html", context, status=422 if problem else 200)


@require_POST
def renew_share(request: HttpRequest, draft_id: int, share_id: int) -> HttpResponse:
    """Let a link last on."""
    sharing.renew(actor_of(request), draft_id, share_id, _hours(request))
    return redirect("shares", draft_id)


@require_POST
def end_share(request: HttpRequest, draft_id: int, share_id: int) -> HttpResponse:
    """End a link."""
    sharing.end(actor_of(request), draft_id, share_id)
    return redirect("shares", draft_id)


def _hours(request: HttpRequest) -> int:
    return whole_number(typed(request, "hours", 9) or str(sharing.USUAL_HOURS)) or 0


@login_not_required
@require_http_methods(["GET", "POST"])
def shared(request: HttpRequest, token: str) -> HttpResponse:
    """What a link opens: a visitor says their name and goes on to the desk, at an address without the token."""
    found = sharing.opened(token, str(request.META.get("REMOTE_ADDR", "")))
    problem, name = None, ""
    if request.method == "POST":
        name = typed(request, "name", 200)
        try:
            visit = sharing.enter(found, name)
            kept = dict(list(request.session.get(VISITS, {}).items())[-MOST_VISITS + 1 :])
            request.session[VISITS] = {**kept, str(found.draft_id): visit.pk}
            return _unreferred(redirect("guest-desk", found.draft_id))
        except ApplicationError as error:
            problem = error
    context = {"share": found, "problem": problem, "name": name}
    return _unreferred(render(request, "drafts/desk/shared.html", context, status=422 if problem else 200))


def _unreferred(answer: HttpResponse) -> HttpResponse:
    """An answer whose address, which has the token in it, is told to nobody: not more than the origin goes along, which the check of forms needs."""
    answer["Referrer-Policy"] = "strict-origin"
    return answer


def _as_guest(request: HttpRequest, draft_id: int) -> tuple[Any, int]:
    """(the share, number of the visit); the request is the visitor's from now on. Raises NotFoundError."""
    visit = request.session.get(VISITS, {}).get(str(draft_id))
    if not isinstance(visit, int):
        raise NotFoundError("error.link_over")
    actor, found = sharing.guest_of(visit, draft_id)
    request._actor = actor  # type: ignore[attr-defined]
    return found, visit


@login_not_required
@require_GET
def guest_desk(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The writing screen for a visitor."""
    found, _ = _as_guest(request, draft_id)
    at = {
        "save": reverse("guest-save", args=[draft_id]),
        "panel": reverse("guest-panel", args=[draft_id]),
        "poll": reverse("guest-version", args=[draft_id]),
        "shown": reverse("guest-desk", args=[draft_id]).rstrip("/"),
    }
    return views.desk(
        request,
        draft_id,
        "drafts/desk/guest_desk.html",
        {"share": found, "at": at, "is_guest": True, "is_text_alone": not found.with_scores},
    )


@login_not_required
@answers_json
@takes_bodies_of(settings.LARGEST_TEXT)
@require_POST
def guest_save(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Save what a visitor typed; with scores it is measured as for everybody."""
    found, visit = _as_guest(request, draft_id)
    sharing.note_save(visit)
    answer = views.save(request, draft_id)
    return answer if found.with_scores else _text_alone(answer)


@login_not_required
@answers_json
@require_GET
def guest_panel(request: HttpRequest, draft_id: int) -> HttpResponse:
    """A panel for a visitor who sees scores."""
    found, _ = _as_guest(request, draft_id)
    if not found.with_scores:
        raise NotFoundError("error.not_found")
    return views.panel(request, draft_id)


def _text_alone(answer: HttpResponse) -> HttpResponse:
    """What is told of a save to whoever sees no scores."""
    told = json.loads(answer.content)
    kept = {name: told[name] for name in ("words", "version", "conflict", "revision", "as_sent") if name in told}
    return JsonResponse({**kept, "core": "", "panel": "", "marks": [], "problem": ""}, status=answer.status_code)


@login_not_required
@require_GET
def guest_picture(request: HttpRequest, draft_id: int, asset_id: int, hash: str) -> HttpResponse:
    """A picture of the draft, for a visitor."""
    _as_guest(request, draft_id)
    return picture(sharing.picture_for(actor_of(request), draft_id, asset_id, hash))


@login_not_required
@answers_json
@require_GET
def guest_version(request: HttpRequest, draft_id: int) -> JsonResponse:
    """Which version is stored, for a visitor whose page is told nothing by itself."""
    _as_guest(request, draft_id)
    return JsonResponse({"version": Draft.objects.values_list("version", flat=True).get(pk=draft_id)})
