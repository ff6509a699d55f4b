"""Passwords: changing one's own, and a link from an owner to set a new one."""

from __future__ import annotations

from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from fundament.web.accounts.models import Membership, PasswordLink, Person
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.members.services.links import LASTS, new_token, opened


def change_password(person: Person, old: str, new: str) -> None:
    """Change one's own password; all other sessions end."""
    if not person.check_password(old):
        raise ApplicationError("error.old_password")
    _set(person, new)


def make_link(actor: Actor, membership_id: int) -> tuple[Person, str]:
    """A link with which a member sets a new password, for a day: the member and the token. An account that belongs to other workspaces too is not one
    owner's to open."""
    ask(actor, "member.password")
    membership = Membership.objects.filter(pk=membership_id, workspace=actor.workspace).select_related("user").first()
    if membership is None:
        raise NotFoundError("error.not_found")
    if Membership.objects.filter(user=membership.user).exclude(workspace=actor.workspace).exists():
        raise NotAllowedError("error.in_other_workspaces")
    token, token_hash = new_token()
    with recorded(actor, "member.password", actor.workspace, person=membership.user.shown) as recording:
        PasswordLink.objects.filter(person=membership.user, used_at=None, ended_at=None).update(ended_at=timezone.now())
        link = PasswordLink.objects.create(
            person=membership.user, token_hash=token_hash, created_by=actor.person, expires_at=timezone.now() + LASTS[PasswordLink]
        )
        recording.made(link)
    return membership.user, token


def set_by_link(token: str, new: str) -> Person:
    """Set a new password with a link; all sessions of the account end."""
    with transaction.atomic():
        link = opened(PasswordLink, token, locked=True)
        _set(link.person, new)
        link.used_at = timezone.now()
        link.save(update_fields=["used_at"])
    return link.person


def _set(person: Person, new: str) -> None:
    try:
        validate_password(new, person)
    except ValidationError as error:
        raise ApplicationError("error.password", reasons=" ".join(error.messages)) from None
    with transaction.atomic():
        person.set_password(new)
        person.save(update_fields=["password"])
        Session.objects.filter(session_key__in=person.sign_ins.values("session_id")).delete()
