"""The one place that turns typed errors into answers."""

from __future__ import annotations

import logging
import sys
from collections.abc import Callable

from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string

from fundament.core.errors import SaidError
from fundament.core.message import Message, message
from fundament.messages import say
from fundament.web.errors import ApplicationError
from fundament.web.logs import request_number

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
        template = {404: "404.html", 403: "403.html"}.get(status, "problem.html")
        return _for_script(request, sentence, status) or render(request, template, {"sentence": sentence}, status=status)


def fault(request: HttpRequest) -> HttpResponse:
    """The answer to an error that has no sentence of its own (Django's handler500, called while it is handled). Nothing here asks the database, for it may be
    that which is away."""
    error = sys.exc_info()[1]
    code, status = "error.fault", 500
    if isinstance(error, OperationalError | InterfaceError):
        cause = getattr(error.__cause__, "sqlstate", None)
        # 55P03: a row is locked; 57014: a statement took too long. All others: there is no connection, or it broke
        code, status = ("error.busy" if cause in ("55P03", "57014") else "error.database_away"), 503
    return sentence_answer(request, message(code), status)


def sentence_answer(request: HttpRequest, said: Message, status: int) -> HttpResponse:
    """An answer that is only a sentence. It needs neither a session nor the database."""
    sentence = say(said)
    answer = _for_script(request, sentence, status) or HttpResponse(
        render_to_string("500.html", {"sentence": sentence, "number": request_number.get() if status == 500 else ""}), status=status
    )
    if status == 503:
        answer["Retry-After"] = "5"
    return answer


def _for_script(request: HttpRequest, sentence: str, status: int) -> HttpResponse | None:
    """The answer in the form that a script or htmx wants; None where a page is wanted."""
    view = request.resolver_match.func if request.resolver_match else None
    if getattr(view, "answers_json", False):
        return JsonResponse({"problem": sentence}, status=status)
    if request.headers.get("HX-Request"):
        # htmx puts it where the page has room for it, and leaves what was asked for as it is
        answer = HttpResponse(render_to_string("parts/problem.html", {"sentence": sentence}), status=status)
        answer["HX-Retarget"], answer["HX-Reswap"] = "#trouble", "innerHTML"
        return answer
    return None
