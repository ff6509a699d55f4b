"""What a screen is answered after something was done: what it was, with its undo beside it. The screen asks for its tables itself."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fundament.web.accounts.requests import actor_of
from fundament.web.history.services.undo import last_to_undo


def told(request: HttpRequest, study_id: int, screen: str, **more: Any) -> HttpResponse:
    """screen: where one goes without scripts. more: further events for the screen."""
    if not request.headers.get("HX-Request"):
        return redirect(screen, study_id)
    action = last_to_undo(actor_of(request), f"study:{study_id}")
    answer = render(request, "studies/done_part.html", {"action": action})
    answer["HX-Retarget"], answer["HX-Reswap"] = "#decided", "innerHTML"
    answer["HX-Trigger"] = json.dumps({"live": {"target": "#decidables"}, "outlined": {}, **more})
    return answer
