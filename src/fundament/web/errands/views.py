"""How far an errand is."""

from __future__ import annotations

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET

from fundament.messages import say
from fundament.web.accounts.requests import actor_of
from fundament.web.errands.services import running


@require_GET
def errand(request: HttpRequest, errand_id: int) -> HttpResponse:
    """Under way; else on to its result, or back to the form, which says what is wrong. A script is told the same as JSON."""
    found = running.errand_for(actor_of(request), errand_id)
    if request.headers.get("Accept") == "application/json":
        return JsonResponse(running.told_of(found))
    if found.state == "done":
        said = running.outcome_sentence(found)
        if said is not None:
            messages.add_message(request, messages.WARNING if said.is_problem else messages.SUCCESS, say(said.message))
        return redirect(found.go_to or running.form_of(found))
    if found.state == "failed":
        return redirect(running.form_of(found))
    return render(request, "errands/one.html", {"errand": found, "has_worker": running.has_worker(found)})
