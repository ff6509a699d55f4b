"""What every page shows of who is asking."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest

from fundament.web.accounts.requests import actor_of
from fundament.web.errors import ApplicationError


def where(request: HttpRequest) -> dict[str, Any]:
    """The actor and the workspaces they can switch to; empty for nobody, and for parts of pages, which show neither."""
    if request.headers.get("HX-Request") or not getattr(request, "user", None) or not request.user.is_authenticated:
        return {}
    try:
        actor = actor_of(request)
    except ApplicationError:
        return {}
    return {"actor": actor, "workspaces": getattr(request, "_workspaces", [])}
