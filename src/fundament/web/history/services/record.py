"""Doing something so that it is in the log and can be undone."""

from __future__ import annotations

import datetime
import uuid
from collections.abc import Iterable, Iterator, Sequence
from contextlib import contextmanager
from typing import Any

from django.db import models, transaction

from fundament.web.accounts.roles import Actor
from fundament.web.history.models import ActionLog
from fundament.web.history.verbs import Verb
from fundament.web.logs import audit

Row = dict[str, Any]


class Recording:
    """What changes while something is done. Rows are watched from before they change; rows that are made are told afterwards."""

    def __init__(self, verb: Verb) -> None:
        self._verb = verb
        self.values: dict[str, Any] = {}
        self.before: list[Row] = []
        self._watched: list[tuple[type[models.Model], int, tuple[str, ...]]] = []
        self._made: list[tuple[type[models.Model], int, tuple[str, ...]]] = []

    def watch(self, rows: Iterable[models.Model], *fields: str) -> None:
        """These fields of these rows may change."""
        for row in rows:
            self._watch(row, fields)

    def made(self, *rows: models.Model) -> None:
        """These rows were made."""
        for row in rows:
            fields = _fields(self._checked(row))
            self._made.append((type(row), int(row.pk), fields))
            self.before.append(_row(type(row), int(row.pk), None))

    def taken_away(self, rows: Iterable[models.Model]) -> None:
        """These rows are about to be deleted; call it before."""
        for row in rows:
            self._watch(row, _fields(row))

    def _watch(self, row: models.Model, fields: tuple[str, ...]) -> None:
        self._watched.append((type(self._checked(row)), int(row.pk), fields))
        self.before.append(_row(type(row), int(row.pk), _values(row, fields)))

    def _checked(self, row: models.Model) -> models.Model:
        if not isinstance(row, self._verb.touches):
            raise TypeError(f"{self._verb.key} does not say that it touches a {type(row).__name__}")
        return row

    def after(self) -> list[Row]:
        """The rows as they are now, those that did not change left out (and out of `before`)."""
        now = [_row(model, pk, fetch(model, pk, fields)) for model, pk, fields in (*self._watched, *self._made)]
        then = {(row["model"], row["pk"]): row for row in self.before}
        changed = [row for row in now if then[row["model"], row["pk"]] != row]
        kept = {(row["model"], row["pk"]) for row in changed}
        self.before = [row for row in self.before if (row["model"], row["pk"]) in kept]
        return changed


@contextmanager
def recorded(actor: Actor, verb: Verb, thing: models.Model, *, group: uuid.UUID | None = None, **values: Any) -> Iterator[Recording]:
    """Do something in one transaction, note it in the log, and bring along what depends on it. Nothing is noted when nothing changed."""
    with transaction.atomic():
        recording = Recording(verb)
        recording.values = values
        yield recording
        after = recording.after()
        if not after:
            return
        action = ActionLog.objects.create(
            workspace=actor.workspace, actor=actor.person, actor_kind=actor.kind, verb=verb.key, thing=thing_key(thing), values=recording.values,
            before=recording.before, after=after, group=group,
        )  # fmt: skip
        actor.done.append(action)
        person = actor.person.pk if actor.person else None
        audit(verb.key, person=person, by=actor.kind, workspace=actor.workspace.pk, thing=thing_key(thing))
        if verb.follow is not None:
            verb.follow(int(thing.pk))


def thing_key(thing: models.Model) -> str:
    """ "study:12"."""
    return f"{thing._meta.model_name}:{thing.pk}"


def fetch(model: type[models.Model], pk: int, fields: Sequence[str]) -> dict[str, Any] | None:
    """The fields of a row as they are stored now; None when there is no such row."""
    row = model._default_manager.filter(pk=pk).first()
    return None if row is None else _values(row, fields)


def _fields(row: models.Model) -> tuple[str, ...]:
    return tuple(field.attname for field in row._meta.concrete_fields if not field.primary_key)


def _values(row: models.Model, fields: Sequence[str]) -> dict[str, Any]:
    return {name: _plain(getattr(row, row._meta.get_field(name).attname)) for name in fields}


def _plain(value: Any) -> Any:
    """A field's value as JSON has it, without loss."""
    if isinstance(value, datetime.datetime | datetime.date):
        return value.isoformat()
    return str(value) if isinstance(value, uuid.UUID) else value


def _row(model: type[models.Model], pk: int, fields: dict[str, Any] | None) -> Row:
    return {"model": model._meta.label_lower, "pk": pk, "fields": fields}
