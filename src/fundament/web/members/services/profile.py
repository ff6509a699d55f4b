"""What a person sets for themselves, and where they are signed in."""

from __future__ import annotations

from django.contrib.auth.signals import user_logged_in, user_login_failed
from django.contrib.sessions.models import Session
from django.http import HttpRequest

from fundament.web.accounts.models import INTERFACE_LANGUAGES, TIME_ZONES, Person, SignIn
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.logs import audit
from fundament.web.typed import one_line, storable


def save_profile(person: Person, *, display_name: str, time_zone: str, language: str) -> None:
    """The name others see, and in which zone and language things are shown."""
    if time_zone not in TIME_ZONES:
        raise ApplicationError("error.time_zone")
    if language not in dict(INTERFACE_LANGUAGES):
        raise ApplicationError("error.language")
    person.display_name = one_line(display_name)[:150]
    person.time_zone, person.language = time_zone, language
    person.save(update_fields=["display_name", "time_zone", "language"])


def end_sign_in(person: Person, sign_in_id: int) -> None:
    """End a session of one's own."""
    found = SignIn.objects.filter(pk=sign_in_id, person=person).first()
    if found is None:
        raise NotFoundError("error.not_found")
    Session.objects.filter(pk=found.session_id).delete()


def note_sign_in(sender: object, request: HttpRequest, user: Person, **_: object) -> None:
    """Remember a session when somebody signs in."""
    request.session.save()
    audit("sign-in", person=user.pk, address=request.META.get("REMOTE_ADDR", ""))
    browser = storable(request.headers.get("User-Agent", ""))[:200]
    SignIn.objects.update_or_create(session_id=request.session.session_key, defaults={"person": user, "browser": browser})


def note_failed(sender: object, request: HttpRequest | None = None, **_: object) -> None:
    """Note a sign-in that failed; not for whom, for a name may be a password typed in the wrong field."""
    audit("sign-in failed", address=request.META.get("REMOTE_ADDR", "") if request is not None else "")


def connect() -> None:
    """Have sign-ins noted; called once when the app is ready."""
    user_logged_in.connect(note_sign_in, dispatch_uid="note_sign_in")
    user_login_failed.connect(note_failed, dispatch_uid="note_failed")
