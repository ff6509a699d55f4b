"""Members of a workspace: inviting, changing roles, letting go."""

from __future__ import annotations

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from fundament.web.accounts.models import ROLES, Invitation, Membership, PasswordLink, Person, Workspace
from fundament.web.accounts.roles import Actor, ask
from fundament.web.accounts.signals import rights_ended
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import LEFT, announce
from fundament.web.members.services.links import LASTS, new_token, opened
from fundament.web.typed import one_line

INVITE = verb("member.invite", role="owner", touches=(Invitation,))
END_INVITATION = verb("member.end_invitation", asks="member.invite", touches=(Invitation,))
CHANGE = verb("member.change", role="owner", touches=(Membership,))
REMOVE = verb("member.remove", asks="member.change", touches=(Membership,))
ACCEPT = verb("member.accept", asks="member.change", touches=(Invitation, Membership))


def invite(actor: Actor, role: str, note: str = "") -> tuple[Invitation, str]:
    """A link that makes whoever opens it a member with this role, for seven days and one person; the invitation and its token."""
    ask(actor, "member.invite")
    _check_role(role)
    token, token_hash = new_token()
    with recorded(actor, INVITE, actor.workspace, role=role, note=note[:200]) as recording:
        invitation = Invitation.objects.create(
            workspace=actor.workspace, role=role, note=one_line(note)[:200], token_hash=token_hash,
            created_by=actor.person, expires_at=timezone.now() + LASTS[Invitation],
        )  # fmt: skip
        recording.made(invitation)
    return invitation, token


def end_invitation(actor: Actor, invitation_id: int) -> None:
    """The invitation's link opens nothing any more."""
    ask(actor, "member.invite")
    invitation = Invitation.objects.filter(pk=invitation_id, workspace=actor.workspace, used_at=None).first()
    if invitation is None:
        raise NotFoundError("error.not_found")
    with recorded(actor, END_INVITATION, actor.workspace, note=invitation.note) as recording:
        recording.watch([invitation], "ended_at")
        invitation.ended_at = timezone.now()
        invitation.save(update_fields=["ended_at"])


def accept(token: str, person: Person) -> Workspace:
    """Become a member through an invitation's link. Who is a member already keeps their role, and the link stays for somebody else."""
    with transaction.atomic():
        invitation = opened(Invitation, token, locked=True)
        if Membership.objects.filter(workspace=invitation.workspace, user=person).exists():
            return invitation.workspace
        membership = Membership(workspace=invitation.workspace, user=person, role=invitation.role)
        with recorded(Actor(person, invitation.workspace, invitation.role), ACCEPT, invitation.workspace) as recording:
            recording.watch([invitation], "used_at", "used_by")
            membership.save()
            recording.made(membership)
            _end_password_links(person)
            invitation.used_at, invitation.used_by = timezone.now(), person
            invitation.save(update_fields=["used_at", "used_by"])
    return invitation.workspace


def register(token: str, *, username: str, display_name: str, password: str) -> Person:
    """A new account for somebody who has an invitation, as a member of its workspace."""
    username = username.strip()
    opened(Invitation, token)
    if not username or len(username) > 150 or "\x00" in username:
        raise ApplicationError("error.user_name")
    person = Person(username=username, display_name=one_line(display_name)[:150])
    _check_password(password, person)
    with transaction.atomic():
        if Person.objects.filter(username__iexact=username).exists():
            raise ApplicationError("error.user_name_taken")
        person.set_password(password)
        person.save()
        accept(token, person)
    return person


def change_role(actor: Actor, membership_id: int, role: str) -> None:
    """Give a member another role. The last owner stays one."""
    ask(actor, "member.change")
    _check_role(role)
    with recorded(actor, CHANGE, actor.workspace, role=role) as recording:
        membership = _membership(actor, membership_id)
        _keep_an_owner(membership, stays=role == "owner")
        recording.watch([membership], "role")
        recording.values["person"] = membership.user.shown
        membership.role = role
        membership.save(update_fields=["role"])
        _end_password_links(membership.user)
        if role != "owner":
            _end_what_they_made(membership)


def remove(actor: Actor, membership_id: int) -> None:
    """Let a member go. What they wrote stays; the links that they made, and their open screens, end. The last owner stays a member."""
    ask(actor, "member.change")
    with recorded(actor, REMOVE, actor.workspace) as recording:
        membership = _membership(actor, membership_id)
        _keep_an_owner(membership, stays=False)
        recording.values["person"] = membership.user.shown
        recording.taken_away([membership])
        membership.delete()
        _end_password_links(membership.user)
        _end_what_they_made(membership)
        announce(actor.workspace.pk, f"person:{membership.user_id}", what=LEFT, person=membership.user_id)


def _end_password_links(person: Person) -> None:
    """Links of owners to this account were made under other memberships."""
    PasswordLink.objects.filter(person=person, used_at=None, ended_at=None).exclude(created_by=None).update(ended_at=timezone.now())


def _end_what_they_made(membership: Membership) -> None:
    """Whoever goes, or is an owner no more, does not come back by what they made before."""
    now = timezone.now()
    made = Invitation.objects.filter(workspace=membership.workspace, created_by=membership.user, used_at=None, ended_at=None)
    made.update(ended_at=now)
    PasswordLink.objects.filter(created_by=membership.user, used_at=None, ended_at=None).update(ended_at=now)
    rights_ended.send(sender=Membership, workspace_id=membership.workspace_id, person_id=membership.user_id)


def _membership(actor: Actor, membership_id: int) -> Membership:
    # all of a workspace's memberships are locked in one order, so that two owners cannot each let the other go
    rows = list(Membership.objects.select_for_update().filter(workspace=actor.workspace).order_by("id"))
    for row in rows:
        if row.pk == membership_id:
            return row
    raise NotFoundError("error.not_found")


def _keep_an_owner(membership: Membership, *, stays: bool) -> None:
    others = Membership.objects.filter(workspace_id=membership.workspace_id, role="owner").exclude(pk=membership.pk)
    if membership.role == "owner" and not stays and not others.exists():
        raise ApplicationError("error.last_owner")


def _check_role(role: str) -> None:
    if role not in dict(ROLES):
        raise ApplicationError("error.no_such_role")


def _check_password(password: str, person: Person) -> None:
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise ApplicationError("error.password", reasons=" ".join(error.messages)) from None
