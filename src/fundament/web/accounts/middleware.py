"""Times are shown, and taken, in the person's own zone."""

from __future__ import annotations

import zoneinfo
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils import timezone


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
