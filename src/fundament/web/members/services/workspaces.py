"""Workspaces: switching between them, and their name."""

from __future__ import annotations

from django.http import HttpRequest

from fundament.web.accounts.models import Membership
from fundament.web.accounts.requests import WORKSPACE, person_of
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded


def switch(request: HttpRequest, workspace_id: int) -> None:
    """Work in another workspace from now on. Raises NotFoundError for one the person does not belong to."""
    if not Membership.objects.filter(user=person_of(request), workspace_id=workspace_id).exists():
        raise NotFoundError("error.not_found")
    request.session[WORKSPACE] = workspace_id


def rename(actor: Actor, name: str) -> None:
    """Give the workspace another name."""
    ask(actor, "workspace.rename")
    name = " ".join(name.replace("\x00", "").split())
    if not name or len(name) > 200:
        raise ApplicationError("error.name", most=200)
    with recorded(actor, "workspace.rename", actor.workspace, name=name) as recording:
        recording.watch([actor.workspace], "name")
        actor.workspace.name = name
        actor.workspace.save(update_fields=["name"])
