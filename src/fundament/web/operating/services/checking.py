"""What is set up, and what is missing, each in a sentence: for whoever runs the installation."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings
from django.db import DatabaseError, connection

from fundament.web.operating.services.readiness import readiness

SHORTEST_KEY = 50  # characters
# what PostgreSQL must not write into its log, for it holds what people wrote
QUIET = {"log_min_error_statement": ("fatal", "panic"), "log_statement": ("none",), "log_parameter_max_length_on_error": ("0",)}

MIGHTY = (
    "The database role of FUNDAMENT_DATABASE_USER may run programs on the database's machine: a backup from somebody else could do so with it. "
    "Make one that is no superuser (CREATE ROLE ... LOGIN NOSUPERUSER) and owns the database alone."
)


@dataclass(frozen=True)
class Finding:
    """level: "ok", "note" (works, but look at it) or "wrong" (do not run it for others like this)."""

    level: str
    sentence: str


def findings() -> Iterator[Finding]:
    """All of them, in the order one would put them right."""
    yield _judged(len(settings.SECRET_KEY) >= SHORTEST_KEY, "wrong", "FUNDAMENT_SECRET_KEY is set.",
                  f"FUNDAMENT_SECRET_KEY needs at least {SHORTEST_KEY} characters that nobody can guess.")  # fmt: skip
    yield _hosts()
    yield from _tls()
    yield from _database()
    yield _judged(bool(settings.MAIL_SET_UP), "note", "Mail is set up.",
                  "Mail is not set up: passwords are set anew by links that an owner hands out. See FUNDAMENT_MAIL_HOST.")  # fmt: skip
    yield _judged(bool(settings.RESULTS_ADDRESS or settings.SERVICES["results"]["mapping"]), "note", "A results service is named.",
                  "No results service is named (FUNDAMENT_RESULTS_ADDRESS): studies are opened from addresses.")  # fmt: skip


def _judged(is_right: Any, level: str, right: str, otherwise: str) -> Finding:
    return Finding("ok", right) if is_right else Finding(level, otherwise)


def _hosts() -> Finding:
    hosts = [host for host in settings.ALLOWED_HOSTS if host]
    if not hosts or "*" in hosts:
        return Finding("wrong", "FUNDAMENT_HOSTS has to name the hosts people reach this at, and not all hosts there are.")
    if set(hosts) <= {"127.0.0.1", "localhost", "testserver"}:
        return Finding("note", "FUNDAMENT_HOSTS names only this machine: nobody else can reach it.")
    return Finding("ok", f"Hosts: {', '.join(hosts)}.")


def _tls() -> Iterator[Finding]:
    address = urlsplit(settings.ADDRESS)
    yield _judged(settings.TLS, "wrong" if address.scheme == "https" else "note", "TLS is on: cookies go over it alone.",
                  "FUNDAMENT_TLS is not set: passwords and texts go over the network as they are, unless it is this machine alone.")  # fmt: skip
    if settings.TLS:
        yield _judged(bool(settings.PROXIES), "note", f"The proxies at {settings.PROXIES} say for whom they ask.",
                      "FUNDAMENT_PROXIES names no proxy: behind one all people share its address, and with it the delay after sign-ins that failed.")  # fmt: skip
        yield _judged(address.scheme == "https" and address.hostname in settings.ALLOWED_HOSTS, "wrong", f"People reach it at {settings.ADDRESS}.",
                      "With FUNDAMENT_TLS, FUNDAMENT_ADDRESS has to be an https address at one of FUNDAMENT_HOSTS; else forms are refused.")  # fmt: skip


def _database() -> Iterator[Finding]:
    found = readiness()
    if not found["database"]:
        yield Finding("wrong", "The database does not answer. See FUNDAMENT_DATABASE_HOST, _PORT, _NAME, _USER and _PASSWORD.")
        return
    yield Finding("ok", "The database answers.")
    yield _judged(
        found["migrations"], "wrong", "The database is of this version.", "The database is of another version. Say ./fundament migrate."
    )
    if found["migrations"]:
        yield _judged(found["worker"], "note", "A worker was seen lately.", "No worker was seen lately. Say ./fundament work.")
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT name, setting FROM pg_settings WHERE name = ANY(%s)", [list(QUIET)])
            loud = sorted(name for name, setting in cursor.fetchall() if setting not in QUIET[name])
            cursor.execute(
                "SELECT rolsuper OR pg_has_role(oid, 'pg_execute_server_program', 'usage') FROM pg_roles WHERE rolname = current_user"
            )
            ((is_mighty,),) = cursor.fetchall()
    except DatabaseError:
        return
    yield _judged(not is_mighty, "wrong", "The database role can do nothing but its own work.", MIGHTY)
    yield _judged(not loud, "note", "The database's log keeps statements to itself.",
                  f"The database's log may hold what people wrote. Set in postgresql.conf: {', '.join(f'{name} = {QUIET[name][0]}' for name in loud)}.")  # fmt: skip
