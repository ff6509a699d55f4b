"""The one place that turns typed errors into answers."""

from __future__ import annotations

import logging
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string

from fundament.core.errors import SaidError
from fundament.messages import say
from fundament.web.errors import ApplicationError

logger = logging.getLogger(__name__)


class SentenceMiddleware:
    """An error with a sentence, raised anywhere in a view, becomes an answer in the form the request wants: JSON for scripts, a part for htmx, else a
    page."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        """Called by Django for what a view raises."""
        if not isinstance(error, SaidError):
            return None
        status = error.status if isinstance(error, ApplicationError) else 422
        sentence = say(error.message)
        view = request.resolver_match.func if request.resolver_match else None
        if getattr(view, "answers_json", False):
            return JsonResponse({"problem": sentence}, status=status)
        if request.headers.get("HX-Request"):
            # htmx puts it where the page has room for it, and leaves what was asked for as it is
            answer = HttpResponse(render_to_string("parts/problem.html", {"sentence": sentence}), status=status)
            answer["HX-Retarget"], answer["HX-Reswap"] = "#trouble", "innerHTML"
            return answer
        template = {404: "404.html", 403: "403.html"}.get(status, "problem.html")
        return render(request, template, {"sentence": sentence}, status=status)
