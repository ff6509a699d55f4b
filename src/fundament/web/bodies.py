"""How large the body of a request may be: small, unless the view says otherwise (`takes_bodies_of`) and whoever sends it is signed in.

A body is refused before it is read, or as soon as it grows too large. The refusal goes through Django with an empty body, so that it is a page, a part or JSON
like every other, under the same policies.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any, TypeVar

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import Resolver404, resolve

from fundament.core.message import Message
from fundament.web.errors import ApplicationError
from fundament.web.sentences import sentence_answer

View = TypeVar("View", bound=Callable[..., Any])
REFUSED = "fundament.refused"  # in the scope: (status, message)


def takes_bodies_of(most_bytes: int) -> Callable[[View], View]:
    """Declare that a view takes bodies of so many bytes from those who are signed in."""

    def declared(view: View) -> View:
        view.most_body = most_bytes  # type: ignore[attr-defined]
        return view

    return declared


def most_body_of(path: str) -> int:
    """How large a body of a request to this path may be, when it comes from somebody who is signed in."""
    try:
        return int(getattr(resolve(path).func, "most_body", settings.SMALL_BODY))
    except Resolver404:
        return int(settings.SMALL_BODY)


def body_of(request: HttpRequest) -> dict[str, Any]:
    """The JSON object of a request. Raises ApplicationError where there is none."""
    try:
        body = json.loads(request.body)
    except (ValueError, RecursionError):
        raise ApplicationError("error.document_malformed") from None
    if not isinstance(body, dict):
        raise ApplicationError("error.document_malformed")
    return body


class RefusedMiddleware:
    """Answers what was refused before its body was read."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        refused: tuple[int, Message] | None = getattr(request, "scope", {}).get(REFUSED)
        if refused is None:
            return self.get_response(request)
        try:
            request.resolver_match = resolve(request.path_info)
        except Resolver404:
            request.resolver_match = None
        answer = sentence_answer(request, refused[1], refused[0])
        answer["Connection"] = "close"  # the rest of the body is not read
        return answer
