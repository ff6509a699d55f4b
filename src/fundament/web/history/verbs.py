"""The verbs of the log, each declared once, beside the service that does it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from fundament.web.accounts.roles import ALLOWED_FROM


@dataclass(frozen=True)
class Verb:
    """Something that is done to a thing. See `verb`."""

    key: str
    asks: str
    touches: tuple[Any, ...]
    can_be_undone: bool
    follow: Callable[[int], Any] | None


VERBS: dict[str, Verb] = {}


def verb(
    key: str, *, touches: tuple[Any, ...], role: str = "", asks: str = "", can_be_undone: bool = True, follow: Callable[[int], Any] | None = None
) -> Verb:  # fmt: skip
    """Declare a verb. Its label stands with the messages as `verb.<key>`.

    key: stable, "study.choose". touches: the models of the rows it changes; doing it to others is an error. role: the lowest role that may do and undo it; asks: in its place another rule of
    `accounts.roles` that decides so. can_be_undone: False for what has left the house. follow: called with the thing's number after it was done or undone, in the same transaction: what depends on it
    is brought along. Raises ValueError for a key that is declared twice, and for one that has neither role nor rule.
    """
    if key in VERBS or bool(role) == bool(asks):
        raise ValueError(f"{key}: declared once, with a role or with a rule")
    if role:
        ALLOWED_FROM[key] = role
    VERBS[key] = Verb(key, asks or key, touches, can_be_undone, follow)
    return VERBS[key]
