"""The notes of the application to whoever is signed in."""

from __future__ import annotations

from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.web.accounts.requests import actor_of
from fundament.web.notices.services.noting import LISTED, all_seen, notices_for, seen_at, unseen
from fundament.web.typed import storable


@require_GET
def notices(request: HttpRequest) -> HttpResponse:
    """All of them; those that are new are marked once."""
    actor = actor_of(request)
    rows = list(notices_for(actor)[:LISTED])
    all_seen(actor)
    return render(request, "notices/list.html", {"rows": rows, "settings_tab": "notices", "unseen_notices": 0})


@require_GET
def count(request: HttpRequest) -> HttpResponse:
    """The link to them, with how many are new; what is open in the browser is no news."""
    actor = actor_of(request)
    seen_at(actor, storable(urlsplit(request.headers.get("HX-Current-URL", "")[:4_000]).path))
    return render(request, "notices/link.html", {"unseen_notices": unseen(actor)})
