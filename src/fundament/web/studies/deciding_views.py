"""What a person decides on a yardstick: its terms, the planned length, that the plan stands."""

from __future__ import annotations

from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse, QueryDict
from django.shortcuts import redirect
from django.urls import reverse
from django.views.decorators.http import require_POST

from fundament.web.accounts.requests import actor_of
from fundament.web.errors import ApplicationError
from fundament.web.numbers import whole_number
from fundament.web.studies.services import deciding

MOST_QUERY, MOST_NOTE = 500, 500  # characters


@require_POST
def confirm_plan(request: HttpRequest, study_id: int) -> HttpResponse:
    """An editor confirms what was decided."""
    deciding.confirm_plan(actor_of(request), study_id)
    return redirect("yardstick", study_id)


@require_POST
def plan_length(request: HttpRequest, study_id: int) -> HttpResponse:
    """Set the planned length, or take the competitors' median again."""
    words = 0 if request.POST.get("median") else _whole(request.POST.get("words", ""))
    if words is None or (not words and not request.POST.get("median")):
        raise ApplicationError("error.planned_length", most=deciding.MOST_WORDS)
    deciding.plan_length(actor_of(request), study_id, words)
    return _on_to(request, reverse("yardstick", args=[study_id]))


@require_POST
def decide_on_term(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """Decide on a term; the table is shown as it was sorted and searched."""
    action = request.POST.get("action", "")
    uses = None
    if action == "own target":
        low, high = _whole(request.POST.get("low", "")), _whole(request.POST.get("high", "") or request.POST.get("low", ""))
        if low is None or high is None:
            raise ApplicationError("error.own_target", most=deciding.MOST_USES)
        uses = low, high
    note = request.POST.get("note", "").replace("\x00", "")[:MOST_NOTE]
    deciding.decide_on(actor_of(request), study_id, key, action, uses=uses, note=note)
    shown = urlencode(list(QueryDict(request.POST.get("query", "")[:MOST_QUERY]).items()))
    return _on_to(request, reverse("terms", args=[study_id]) + (f"?{shown}" if shown else ""))


def _on_to(request: HttpRequest, address: str) -> HttpResponse:
    """All figures have changed: the whole screen is shown anew."""
    if not request.headers.get("HX-Request"):
        return redirect(address)
    answer = HttpResponse(status=204)
    answer["HX-Redirect"] = address
    return answer


def _whole(typed: str) -> int | None:
    """A whole number as people write it ("1,200"); None for anything else."""
    return whole_number(typed.replace(",", "").replace(" ", ""), 8)
