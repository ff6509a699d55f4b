"""People, workspaces, and who belongs to which as what."""

from __future__ import annotations

import base64
import zoneinfo
from typing import ClassVar

from django.conf import settings
from django.contrib.auth.models import AbstractUser
from django.db import models

from fundament.messages import words
from fundament.web.templating import choices_of, key_field

TIME_ZONES = sorted(zoneinfo.available_timezones() - {"localtime", "Factory"})
INTERFACE_LANGUAGES = choices_of("interface_language", "en-gb")
ROLES = choices_of("role", "owner", "editor", "writer", "reader")


class Person(AbstractUser):
    """Somebody who signs in. Everything that shows or takes a time does so in their zone."""

    display_name = models.CharField(max_length=150, blank=True)
    time_zone = models.CharField(max_length=64, default="Europe/London")
    language = key_field(max_length=10, choices=INTERFACE_LANGUAGES, default="en-gb")
    memberships_of_request: list[Membership] | None = None  # where they came with the person, see PersonBackend

    @property
    def shown(self) -> str:
        """The name that others see."""
        return self.display_name or self.get_full_name() or self.username

    def __str__(self) -> str:
        return self.shown


class Workspace(models.Model):
    """People who share sites, studies and drafts."""

    name = models.CharField(max_length=200)
    created_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.name


class WorkspaceLogo(models.Model):
    """The logo that stands on a workspace's papers. png: in base64, so that the log can hold what it was before."""

    workspace = models.OneToOneField(Workspace, on_delete=models.CASCADE, related_name="logo")
    png = models.TextField()

    def __str__(self) -> str:
        return f"logo of {self.workspace}"

    def content(self) -> bytes:
        """The picture."""
        return base64.b64decode(self.png)


class Membership(models.Model):
    """A person in a workspace."""

    ROLES: ClassVar = ROLES

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="memberships")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    role = key_field(max_length=20, choices=ROLES, default="writer")

    class Meta:
        constraints = (models.UniqueConstraint(fields=["workspace", "user"], name="one_membership_each"),)

    def __str__(self) -> str:
        return f"{self.user} in {self.workspace}"


class Link(models.Model):
    """What a link that is handed out opens. Only a hash of its token is kept, so the database cannot be read for links that work."""

    token_hash = models.CharField(max_length=64, unique=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True


class Invitation(Link):
    """A link that makes whoever opens it a member."""

    workspace = models.ForeignKey(Workspace, on_delete=models.CASCADE, related_name="invitations")
    role = key_field(max_length=20, choices=ROLES, default="writer")
    note = models.CharField(max_length=200, blank=True)  # for whom it was made
    used_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")

    def __str__(self) -> str:
        return f"invitation to {self.workspace}"


class PasswordLink(Link):
    """A link with which a person sets a new password, handed out by an owner, or mailed (then created_by is empty)."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="password_links")

    def __str__(self) -> str:
        return f"new password for {self.person}"


class SignIn(models.Model):
    """A session of a person, so that they can see where they are signed in and end it."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sign_ins")
    session = models.OneToOneField("sessions.Session", on_delete=models.CASCADE, related_name="+")
    browser = models.CharField(max_length=200, blank=True)
    signed_in_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.person} since {self.signed_in_at}"

    @property
    def device(self) -> str:
        """On what, as far as the browser tells."""
        if not self.browser:
            return words("device.unknown")
        return words("device.small" if "Mobile" in self.browser or "Tablet" in self.browser else "device.computer")


class SignInTries(models.Model):
    """Sign-ins that failed, of one user name, address or device. Only a keyed hash of it is kept, for a name may be a password typed in the wrong field."""

    kind = models.CharField(max_length=10)
    key = models.CharField(max_length=64)
    failures = models.FloatField(default=0.0)  # they ease with time, see `members.services.tries`
    last_at = models.DateTimeField()

    class Meta:
        constraints = (models.UniqueConstraint(fields=["kind", "key"], name="sign_in_tries_once"),)

    def __str__(self) -> str:
        return f"{self.failures:g} of a {self.kind}"
