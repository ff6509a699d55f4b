"""Answers that several screens give."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect


def on_to(request: HttpRequest, address: str) -> HttpResponse:
    """What was asked for is done, and everything on the screen may have changed: it is shown anew."""
    if not request.headers.get("HX-Request"):
        return redirect(address)
    answer = HttpResponse(status=204)
    answer["HX-Redirect"] = address
    return answer
