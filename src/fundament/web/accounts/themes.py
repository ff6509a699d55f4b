"""Light or dark, as this browser has it: a cookie, so that it holds before anybody has signed in, and on the pages that a visitor sees."""

from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from fundament.web.templating import choices_of

THEMES = choices_of("theme", "", "light", "dark")  # "" is what the system has
COOKIE = "theme"
LASTS = timedelta(days=400)


def theme_of(request: HttpRequest) -> str:
    """The theme that was chosen in this browser; "" for what the system has."""
    chosen = request.COOKIES.get(COOKIE, "")
    return chosen if chosen in dict(THEMES) else ""


def choose_theme(answer: HttpResponse, theme: str) -> None:
    """Keep the choice in the browser that gets the answer; an unknown one is what the system has."""
    if theme and theme in dict(THEMES):
        answer.set_cookie(COOKIE, theme, max_age=LASTS, secure=settings.TLS, httponly=True, samesite="Lax")
    else:
        answer.delete_cookie(COOKIE, samesite="Lax")


def theme(request: HttpRequest) -> dict[str, str]:
    """For every page."""
    return {"theme": theme_of(request)}
