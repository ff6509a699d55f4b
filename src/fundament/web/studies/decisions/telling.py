"""What a screen is answered after something was done: what it was, with its undo beside it. The screen asks for its tables itself."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fundament.web.accounts.requests import actor_of


def told(request: HttpRequest, study_id: int, screen: str, *, closes_form: bool = False, **more: Any) -> HttpResponse:
    """screen: where one goes without scripts. more: further events for the screen. closes_form: it was saved in a form beside the table, which goes when this is shown."""
    if not request.headers.get("HX-Request"):
        return redirect(screen, study_id)
    done = actor_of(request).done
    answer = render(request, "studies/decisions/done_part.html", {"action": done[-1] if done else None})
    answer["HX-Trigger"] = json.dumps({"live": {"target": "#decidables"}, "outlined": {}, **more})
    if closes_form:  # only after the swap: the browser looks for the other place from the form
        answer["HX-Retarget"], answer["HX-Reswap"] = "#decided", "innerHTML"
        answer["HX-Trigger-After-Swap"] = "section-saved"
    return answer
