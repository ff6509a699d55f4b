"""What an owner sees of the running of their workspace."""

from __future__ import annotations

import time
from collections.abc import Iterable
from dataclasses import dataclass

from django.conf import settings
from django.db.models import F, Func, IntegerField, QuerySet, Sum

from fundament.core.errors import SaidError
from fundament.core.message import Message
from fundament.messages import label
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import NotFoundError
from fundament.web.operating.registry import SERVICES, STORES, Service


def stored_bytes(rows: QuerySet, column: str) -> int:
    """How many bytes a column of these rows takes, as they are stored."""
    size = Func(F(column), function="pg_column_size", output_field=IntegerField())
    return int(rows.order_by().aggregate(size=Sum(size))["size"] or 0)


def disk_used(actor: Actor) -> list[tuple[str, int]]:
    """(what, bytes) of the actor's workspace."""
    ask(actor, "workspace.operate")
    return [(label(f"store.{store.key}"), store.bytes_of(actor.workspace.pk)) for store in STORES]


def services(actor: Actor) -> Iterable[Service]:
    """All services, set up or not."""
    ask(actor, "workspace.operate")
    return SERVICES.values()


@dataclass(frozen=True)
class Tried:
    """What became of a question to a service."""

    service: Service
    worked: bool
    said: Message
    seconds: float


def service_of(actor: Actor, key: str) -> Service:
    """A service that is set up. Raises NotFoundError."""
    ask(actor, "workspace.operate")
    service = SERVICES.get(key)
    if service is None or not service.address():
        raise NotFoundError("error.not_found")
    return service


def try_now(actor: Actor, key: str) -> Tried:
    """Ask a service a small question, outside of any transaction. Raises NotFoundError."""
    service = service_of(actor, key)
    begin = time.monotonic()
    try:
        said, worked = service.try_now(), True
    except SaidError as error:
        said, worked = error.message, False
    return Tried(service, worked, said, time.monotonic() - begin)


def limits() -> list[tuple[str, int, str, str]]:
    """(what is bounded, how much, unit, the setting that changes it; "" for one that is fixed)."""
    return [
        (label("limit.STUDIES_AT_ONCE"), settings.STUDIES_AT_ONCE, "", "FUNDAMENT_STUDIES_AT_ONCE"),
        (label("limit.STUDIES_WAITING"), settings.STUDIES_WAITING, "", "FUNDAMENT_STUDIES_WAITING"),
        (label("limit.JOBS_AT_ONCE"), settings.JOBS_AT_ONCE, "", "FUNDAMENT_JOBS_AT_ONCE"),
        (label("limit.LARGEST_TEXT"), settings.LARGEST_TEXT // 1_000_000, "MB", "FUNDAMENT_LARGEST_TEXT"),
        (label("limit.REVISIONS_AN_HOUR"), settings.REVISIONS_AN_HOUR, "", "FUNDAMENT_REVISIONS_AN_HOUR"),
        (label("limit.RESULTS_QUOTA"), settings.SERVICES["results"]["quota"], "", "FUNDAMENT_RESULTS_QUOTA"),
        (label("limit.SIGN_IN_TRIES"), settings.SIGN_IN_TRIES, "", "FUNDAMENT_SIGN_IN_TRIES"),
    ]
