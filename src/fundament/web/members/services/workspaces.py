"""Workspaces: switching between them, and their name."""

from __future__ import annotations

import base64
from collections.abc import Mapping
from typing import Any

from django.http import HttpRequest
from django.urls import reverse

from fundament.files.pictures import load_pictures, logo_of
from fundament.web.accounts.models import Membership, Workspace, WorkspaceLogo
from fundament.web.accounts.requests import WORKSPACE, person_of
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.files_in_requests import read_file
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.typed import one_line

LOGO = "workspace.logo"  # the kind of errand
RENAME = verb("workspace.rename", role="owner", touches=(Workspace,))
LOGO_WORKSPACE = verb("workspace.logo", asks="workspace.rename", touches=(WorkspaceLogo,))


def switch(request: HttpRequest, workspace_id: int) -> None:
    """Work in another workspace from now on. Raises NotFoundError for one the person does not belong to."""
    if not Membership.objects.filter(user=person_of(request), workspace_id=workspace_id).exists():
        raise NotFoundError("error.not_found")
    request.session[WORKSPACE] = workspace_id


def rename(actor: Actor, name: str) -> None:
    """Give the workspace another name."""
    ask(actor, "workspace.rename")
    name = one_line(name)
    if not name or len(name) > 200:
        raise ApplicationError("error.name", most=200)
    with recorded(actor, RENAME, actor.workspace, name=name) as recording:
        recording.watch([actor.workspace], "name")
        actor.workspace.name = name
        actor.workspace.save(update_fields=["name"])


def ask_for_logo(actor: Actor, name: str, content: bytes) -> Errand:
    """Have `set_logo` done by a job."""
    ask(actor, "workspace.rename")
    return ask_for(actor, LOGO, name, {}, content)


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> str:
    """The errand itself: where the logo is seen."""
    set_logo(actor, content)
    return reverse("members")


def set_logo(actor: Actor, content: bytes | None) -> None:
    """Give the workspace's papers a logo, as a PNG made anew from a file; None takes it away. Raises FileError and ConfinedError."""
    ask(actor, "workspace.rename")
    png = base64.b64encode(read_file(actor.workspace.pk, logo_of, content, prepare=load_pictures)).decode() if content is not None else ""
    with recorded(actor, LOGO_WORKSPACE, actor.workspace) as recording:
        known = WorkspaceLogo.objects.filter(workspace=actor.workspace).first()
        if known is not None:
            recording.taken_away([known])
            known.delete()
        if png:
            recording.made(WorkspaceLogo.objects.create(workspace=actor.workspace, png=png))
