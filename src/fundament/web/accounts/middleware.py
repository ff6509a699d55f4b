"""What holds for every request: the person's own time zone, and that nobody else keeps the answer."""

from __future__ import annotations

import secrets
import zoneinfo
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.cache import patch_cache_control

from fundament.web.logs import audit, request_number
from fundament.web.policies import NOTHING_OF


class PersonsTimeMiddleware:
    """Activates the time zone of who asks for as long as the request lasts."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        zone = getattr(request.user, "time_zone", "") if request.user.is_authenticated else ""
        if not zone:
            return self.get_response(request)
        try:
            with timezone.override(zoneinfo.ZoneInfo(zone)):
                return self.get_response(request)
        except zoneinfo.ZoneInfoNotFoundError:  # of an older list of zones
            return self.get_response(request)


class RequestNumberMiddleware:
    """Gives each request a number, under which the logs tell of it, and notes exports."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        number = secrets.token_hex(6)
        known = request_number.set(number)
        try:
            response = self.get_response(request)
            if "attachment" in response.get("Content-Disposition", ""):
                view = request.resolver_match.view_name if request.resolver_match else ""
                things = request.resolver_match.kwargs.values() if request.resolver_match else ()
                audit("export", person=request.user.pk, view=view, thing=" ".join(str(thing) for thing in things if isinstance(thing, int)))
        finally:
            request_number.reset(known)
        response["X-Request-Number"] = number
        return response


class PrivateMiddleware:
    """Answers are for who asked, and are kept nowhere: neither on the way nor by the browser, where they could be read after signing out."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        if not response.has_header("Cache-Control"):
            patch_cache_control(response, private=True, no_store=True)
        response["Permissions-Policy"] = NOTHING_OF
        return response
