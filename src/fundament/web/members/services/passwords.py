"""Passwords: changing one's own, and a link to set a new one, from an owner or by mail."""

from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.core.mail import send_mail
from django.core.validators import validate_email
from django.db import transaction
from django.db.models import Q
from django.urls import reverse
from django.utils import timezone

from fundament.core.message import message
from fundament.messages import say
from fundament.web.accounts.models import Membership, PasswordLink, Person
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.members.services.links import LASTS, new_token, opened
from fundament.web.typed import storable

MAILED_LASTS = timedelta(hours=2)
MAIL_EVERY = timedelta(minutes=5)
MOST_ACCOUNTS = 10  # of one mail address
PASSWORD = verb("member.password", role="owner", touches=(PasswordLink,))


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
    with recorded(actor, PASSWORD, actor.workspace, person=membership.user.shown) as recording:
        PasswordLink.objects.filter(person=membership.user, used_at=None, ended_at=None).update(ended_at=timezone.now())
        link = PasswordLink.objects.create(
            person=membership.user, token_hash=token_hash, created_by=actor.person, expires_at=timezone.now() + LASTS[PasswordLink]
        )
        recording.made(link)
    return membership.user, token


def people_of(name_or_mail: str) -> list[Person]:
    """The accounts that may be mailed a link: those of this user name or mail address that have a mail address."""
    asked = storable(name_or_mail).strip()
    if not asked:
        return []
    named = Q(username__iexact=asked) | Q(email__iexact=asked)
    return list(Person.objects.filter(named, is_active=True).exclude(email="").order_by("id")[:MOST_ACCOUNTS])


def mail_link(name_or_mail: str) -> int:
    """Mail a link for a new password to the accounts of this user name or mail address; how many mails were sent. An account gets one in MAIL_EVERY, whoever
    asks and how often. The token is nowhere but in the mail."""
    sent = 0
    for person in people_of(name_or_mail):
        now = timezone.now()
        with transaction.atomic():
            Person.objects.select_for_update().get(pk=person.pk)
            mailed = PasswordLink.objects.filter(person=person, created_by=None)
            if mailed.filter(created_at__gt=now - MAIL_EVERY).exists():
                continue
            mailed.filter(used_at=None, ended_at=None).update(ended_at=now)
            token, token_hash = new_token()
            made = PasswordLink.objects.create(person=person, token_hash=token_hash, expires_at=now + MAILED_LASTS)
        words = message(
            "mail.password", name=person.shown, username=person.username, link=f"{settings.ADDRESS}{reverse('new-password', args=[token])}"
        )
        try:
            send_mail(say(message("mail.password.subject")), say(words), None, [person.email])
        except OSError:  # of the mail server, as all of smtplib's are; the next attempt makes a link of its own
            made.delete()
            raise
        sent += 1
    return sent


def opened_link(token: str, *, locked: bool = False) -> PasswordLink:
    """The link of a token. Raises NotFoundError for one that is over, and for one of an owner whose account it no longer is to open: they are no owner of the person's only workspace any more."""
    link = opened(PasswordLink, token, locked=locked)
    maker = link.created_by
    if maker is not None:
        workspaces = set(Membership.objects.filter(user=link.person).values_list("workspace", flat=True))
        owns = set(Membership.objects.filter(user=maker, role="owner", workspace__in=workspaces).values_list("workspace", flat=True))
        if len(workspaces) != 1 or owns != workspaces:
            raise NotFoundError("error.link_over")
    return link


def set_by_link(token: str, new: str) -> Person:
    """Set a new password with a link; all sessions of the account end."""
    with transaction.atomic():
        link = opened_link(token, locked=True)
        _set(link.person, new)
        link.used_at = timezone.now()
        link.save(update_fields=["used_at"])
    return link.person


def change_mail(person: Person, password: str, mail: str) -> None:
    """Change where links for a new password go; asked with the password, for whoever reads that mail can open the account."""
    if not person.check_password(password):
        raise ApplicationError("error.old_password")
    mail = mail.strip()
    if mail:
        try:
            validate_email(mail)
        except ValidationError:
            raise ApplicationError("error.mail") from None
    with transaction.atomic():
        PasswordLink.objects.filter(person=person, created_by=None, used_at=None, ended_at=None).update(ended_at=timezone.now())
        person.email = mail
        person.save(update_fields=["email"])


def _set(person: Person, new: str) -> None:
    try:
        validate_password(new, person)
    except ValidationError as error:
        raise ApplicationError("error.password", reasons=" ".join(error.messages)) from None
    with transaction.atomic():
        person.set_password(new)
        person.save(update_fields=["password"])
        Session.objects.filter(session_key__in=person.sign_ins.values("session_id")).delete()
