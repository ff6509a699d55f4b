"""Answers that several screens give."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect

View = TypeVar("View", bound=Callable[..., Any])


def answers_json(view: View) -> View:
    """Declare that a view answers JSON, also when something is wrong: see `sentences`."""
    view.answers_json = True  # type: ignore[attr-defined]
    return view


def on_to(request: HttpRequest, address: str) -> HttpResponse:
    """What was asked for is done, and everything on the screen may have changed: it is shown anew."""
    if not request.headers.get("HX-Request"):
        return redirect(address)
    answer = HttpResponse(status=204)
    answer["HX-Redirect"] = address
    return answer
