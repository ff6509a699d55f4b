"""The verbs of the log, each declared once by the app whose thing it does something to."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class Verb:
    """key: stable, "study.choose". asks: the action of `roles` that doing and undoing need. can_be_undone: False for what has left the house. follow: called
    with the thing's number after it was done or undone, in the same transaction: what depends on it is brought along."""

    key: str
    asks: str
    can_be_undone: bool = True
    follow: Callable[[int], Any] | None = None


VERBS: dict[str, Verb] = {}


def declare(*verbs: Verb) -> None:
    """Make verbs known; called once by each app when it is ready."""
    for verb in verbs:
        VERBS[verb.key] = verb
