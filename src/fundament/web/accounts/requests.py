"""Who is asking, and in which workspace."""

from __future__ import annotations

from importlib import import_module
from io import BytesIO
from typing import Any, cast

from django.conf import settings
from django.contrib.auth import get_user
from django.contrib.auth.models import AnonymousUser
from django.core.handlers.asgi import ASGIRequest
from django.db import connection
from django.http import HttpRequest

from fundament.web.accounts.models import Membership, Person
from fundament.web.accounts.roles import Actor
from fundament.web.errors import NotAllowedError

WORKSPACE = "workspace"  # in the session: the one the person works in now
VISITS = "visits"  # in the session of a visitor by link: number of the visit by number of the draft


def person_of(request: HttpRequest) -> Person:
    """Who is signed in. Raises NotAllowedError for nobody."""
    if isinstance(request.user, AnonymousUser):
        raise NotAllowedError("error.signed_out")
    return cast(Person, request.user)


def actor_of(request: HttpRequest) -> Actor:
    """The person in the workspace they work in now: the one they chose, or the first they belong to. Memberships came with the person.

    Raises NotAllowedError for a person without a workspace.
    """
    known = getattr(request, "_actor", None)
    if known is not None:
        return cast(Actor, known)
    person = person_of(request)
    memberships = person.memberships_of_request
    if memberships is None:  # a person who just signed in
        memberships = list(Membership.objects.filter(user=person).select_related("workspace").order_by("id"))
    if not memberships:
        raise NotAllowedError("error.no_workspace")
    wanted = request.session.get(WORKSPACE)
    here = next((m for m in memberships if m.workspace_id == wanted), memberships[0])
    actor = Actor(person, here.workspace, here.role)
    request._actor = actor  # type: ignore[attr-defined]
    request._workspaces = [m.workspace for m in memberships]  # type: ignore[attr-defined]
    return actor


def is_known(scope: dict[str, Any]) -> bool:
    """Whether a bare ASGI request comes from somebody who is signed in, or who came by a link and said their name; the connection is given back at once."""
    try:
        request = _request_of(scope)
        return bool(request.session.get(VISITS)) or _workspace_of(request) is not None
    finally:
        connection.close()


def screen_of_scope(scope: dict[str, Any]) -> tuple[int, int] | None:
    """(workspace, person) of the sender of a bare ASGI request; None for nobody. For what is no view; the connection is given back at once."""
    try:
        request = _request_of(scope)
        workspace = _workspace_of(request)
        return None if workspace is None else (workspace, int(person_of(request).pk))
    finally:
        connection.close()


def _request_of(scope: dict[str, Any]) -> ASGIRequest:
    request = ASGIRequest(scope, BytesIO())
    request.session = import_module(settings.SESSION_ENGINE).SessionStore(request.COOKIES.get(settings.SESSION_COOKIE_NAME))
    return request


def _workspace_of(request: ASGIRequest) -> int | None:
    request.user = get_user(request)
    try:
        return int(actor_of(request).workspace.pk)
    except NotAllowedError:
        return None
