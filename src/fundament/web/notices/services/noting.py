"""Notes of the application: making, listing and having seen them."""

from __future__ import annotations

from datetime import timedelta

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from fundament.core.message import Message
from fundament.web.accounts.models import Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.live.notify import announce
from fundament.web.notices.models import Notice

KEPT = timedelta(days=60)
LISTED = 50


def note(person: Person | None, workspace: Workspace, said: Message, *, address: str, thing: str) -> None:
    """Tell a person that something is done; nobody is told where a job began it."""
    if person is None:
        return
    with transaction.atomic():
        Notice.objects.filter(person=person, workspace=workspace, thing=thing, seen_at=None).delete()
        Notice.objects.filter(person=person, made_at__lt=timezone.now() - KEPT).delete()
        Notice.objects.create(person=person, workspace=workspace, said=[said.code, dict(said.values)], address=address, thing=thing)
        announce(workspace.pk, f"notices:{person.pk}", what="notice")


def notices_for(actor: Actor) -> QuerySet[Notice]:
    """The notes for the actor in this workspace, the newest first."""
    return Notice.objects.filter(person=actor.person, workspace=actor.workspace)


def unseen(actor: Actor) -> int:
    """How many of them were not seen yet."""
    return notices_for(actor).filter(seen_at=None).count()


def all_seen(actor: Actor) -> None:
    """They were looked at."""
    notices_for(actor).filter(seen_at=None).update(seen_at=timezone.now())


def seen_at(actor: Actor, address: str) -> None:
    """The screen that notes are about is open. address: its path."""
    notices_for(actor).filter(address=address, seen_at=None).update(seen_at=timezone.now())
