"""What every page shows of notes."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest

from fundament.web.accounts.requests import actor_of
from fundament.web.errors import ApplicationError
from fundament.web.notices.services.noting import unseen


def waiting(request: HttpRequest) -> dict[str, Any]:
    """How many notes are new; nothing for nobody, and for parts of pages."""
    if request.headers.get("HX-Request") or not getattr(request, "user", None) or not request.user.is_authenticated:
        return {}
    try:
        return {"unseen_notices": unseen(actor_of(request))}
    except ApplicationError:
        return {}
