"""Undoing from the screen."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.http import require_POST

from fundament.web.accounts.requests import actor_of
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.typed import typed


@require_POST
def undo_action(request: HttpRequest, action_id: int) -> HttpResponse:
    """Take back something that was done, and go back to where one was."""
    actor = actor_of(request)
    action = undo(actor, action_id)
    if request.headers.get("HX-Request"):  # who shows the thing asks for it anew
        answer = render(request, "parts/undone.html", {"action": action, "before": last_to_undo(actor, action.thing)})
        answer["HX-Trigger"] = json.dumps({"live": {"target": "#decidables"}, "decided": {}, "outlined": {}})
        return answer
    back = typed(request, "back")
    return redirect(back if url_has_allowed_host_and_scheme(back, allowed_hosts=None) else "studies")
