"""How long a sign-in has to wait after others failed: a delay that grows, never a lock for good.

Each failure of a user name, and of an address, makes the next try wait, from so many failures on twice as long each time and never longer than LONGEST. A try that comes too early is not looked at and
counts nothing. Failures ease with time, one in EASES. A browser that signed in to the account before, or that set its password by a link, is a *known device*: it has a count of its own, so nobody
else's failures keep a person out. A success takes back the failures of its name, but never those of its address, from where others may be tried.
"""

from __future__ import annotations

from datetime import datetime
from math import ceil
from typing import NamedTuple

from django.conf import settings
from django.core import signing
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import get_random_string, salted_hmac

from fundament.web.accounts.models import Person, SignInTries
from fundament.web.typed import storable

LONGEST, EASES = 900.0, 600.0  # seconds
DEVICE, DEVICE_LASTS = "fundament_device", 365 * 24 * 3600  # the cookie, and seconds
_SALT = "fundament.device"


class Source(NamedTuple):
    """Where a sign-in comes from: a known device of the account, or a name and an address."""

    username: str
    address: str
    device: str = ""

    @property
    def counted(self) -> list[tuple[str, str]]:
        """(kind, key) of what its failures count for."""
        if self.device:
            return [("device", _hash("device", self.device))]
        return [("name", _hash("name", self.username.casefold())), ("address", _hash("address", self.address))]


def source_of(request: HttpRequest, username: str) -> Source:
    """Where a sign-in as somebody comes from."""
    username = storable(username)[:150]
    return Source(username, request.META.get("REMOTE_ADDR", ""), _device_of(request, username))


def seconds_to_wait(source: Source) -> int:
    """Seconds until a try from there is looked at; 0 for at once."""
    now = timezone.now()
    waits = [_wait(row, now) for row in _rows(source)]
    return ceil(max(waits, default=0.0))


def note_failure(source: Source) -> None:
    """A try from there failed."""
    now = timezone.now()
    with transaction.atomic():
        for kind, key in source.counted:
            row, _ = SignInTries.objects.select_for_update().get_or_create(kind=kind, key=key, defaults={"last_at": now})
            row.failures, row.last_at = _eased(row, now) + 1.0, now
            row.save(update_fields=["failures", "last_at"])


def note_success(source: Source) -> None:
    """Somebody signed in from there."""
    of_person = [("name", _hash("name", source.username.casefold())), *(one for one in source.counted if one[0] == "device")]
    for kind, key in of_person:
        SignInTries.objects.filter(kind=kind, key=key).delete()


def remember_device(answer: HttpResponse, person: Person) -> None:
    """Have the browser known as one of this person's."""
    value = signing.dumps([person.pk, get_random_string(20)], salt=_SALT)
    answer.set_cookie(DEVICE, value, max_age=DEVICE_LASTS, secure=settings.TLS, httponly=True, samesite="Lax")


def _device_of(request: HttpRequest, username: str) -> str:
    try:
        number, device = signing.loads(request.COOKIES.get(DEVICE, ""), salt=_SALT, max_age=DEVICE_LASTS)
    except (signing.BadSignature, ValueError, TypeError):
        return ""
    return str(device) if Person.objects.filter(pk=number, username=username).exists() else ""


def _rows(source: Source) -> list[SignInTries]:
    return [row for kind, key in source.counted if (row := SignInTries.objects.filter(kind=kind, key=key).first()) is not None]


def _eased(row: SignInTries, now: datetime) -> float:
    return max(0.0, row.failures - (now - row.last_at).total_seconds() // EASES)


def _wait(row: SignInTries, now: datetime) -> float:
    """Seconds that are left of the delay after the last failure."""
    free = settings.SIGN_IN_TRIES if row.kind == "address" else max(1, settings.SIGN_IN_TRIES // 3)
    beyond = row.failures - free
    delay = min(LONGEST, 2.0 ** min(beyond, 20.0)) if beyond >= 0.0 else 0.0
    return max(0.0, delay - (now - row.last_at).total_seconds())


def _hash(kind: str, value: str) -> str:
    return salted_hmac(f"fundament.tries.{kind}", value, algorithm="sha256").hexdigest()
