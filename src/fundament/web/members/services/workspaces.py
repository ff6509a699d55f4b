"""Workspaces: switching between them, and their name."""

from __future__ import annotations

import base64
import io

from django.http import HttpRequest
from PIL import Image

from fundament.web.accounts.models import Membership, WorkspaceLogo
from fundament.web.accounts.requests import WORKSPACE, person_of
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded

MOST_LOGO_BYTES, MOST_PIXELS, LOGO_SIZE = 2_000_000, 20_000_000, (800, 300)


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


def set_logo(actor: Actor, content: bytes) -> None:
    """Give the workspace's papers a logo, as a PNG made anew from what came; nothing takes it away."""
    ask(actor, "workspace.rename")
    png = base64.b64encode(_as_png(content)).decode() if content else ""
    with recorded(actor, "workspace.logo", actor.workspace) as recording:
        known = WorkspaceLogo.objects.filter(workspace=actor.workspace).first()
        if known is not None:
            recording.taken_away([known])
            known.delete()
        if png:
            recording.made(WorkspaceLogo.objects.create(workspace=actor.workspace, png=png))


def _as_png(content: bytes) -> bytes:
    """A picture from outside, made small. Raises ApplicationError for anything else than a PNG or JPEG of a sane size."""
    try:
        if len(content) > MOST_LOGO_BYTES:
            raise ValueError("too large")
        with Image.open(io.BytesIO(content), formats=("PNG", "JPEG")) as image:
            if image.width * image.height > MOST_PIXELS:
                raise ValueError("too many pixels")
            image.thumbnail(LOGO_SIZE)
            held = io.BytesIO()
            image.convert("RGBA").save(held, "PNG")
            return held.getvalue()
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise ApplicationError("error.logo", megabytes=MOST_LOGO_BYTES / 1_000_000) from error
