"""Taking back what was done, through the one log."""

from __future__ import annotations

from typing import Any

from django.apps import apps
from django.db import models, transaction

from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError, ChangedSinceError, NotFoundError
from fundament.web.history.models import ActionLog
from fundament.web.history.services.record import fetch
from fundament.web.history.verbs import VERBS


def undo(actor: Actor, action_id: int) -> ActionLog:
    """Put the rows an action changed back to how they were; the undoing is in the log too, and can itself be undone.

    Raises ChangedSinceError, and changes nothing, when one of these rows was changed since: what somebody did later is not taken back unseen.
    """
    with transaction.atomic():
        action = ActionLog.objects.select_for_update(of=("self",)).filter(pk=action_id, workspace=actor.workspace).first()
        if action is None:
            raise NotFoundError("error.not_found")
        verb = VERBS[action.verb]
        ask(actor, verb.asks)
        if not verb.can_be_undone:
            raise ApplicationError("error.cannot_be_undone")
        if ActionLog.objects.filter(undoes=action).exists():
            raise ChangedSinceError("error.undone_already")
        _check_unchanged(action)
        _put_back(action)
        undoing = ActionLog.objects.create(
            workspace=actor.workspace, actor=actor.person, actor_kind=actor.kind, verb=action.verb, thing=action.thing, values=action.values,
            before=action.after, after=action.before, undoes=action, group=action.group,
        )  # fmt: skip
        if verb.follow is not None:
            verb.follow(int(action.thing.partition(":")[2]))
    return undoing


def _check_unchanged(action: ActionLog) -> None:
    for row in action.after:
        model = apps.get_model(row["model"])
        if row["fields"] is None:
            continue
        now = fetch(model, row["pk"], tuple(row["fields"]))
        if now != row["fields"]:
            raise ChangedSinceError("error.changed_since")


def _put_back(action: ActionLog) -> None:
    """First what was made goes, the last first; then what changed changes back; then what went comes back. So no rule of the database is broken between."""
    gone = {(row["model"], row["pk"]) for row in action.after if row["fields"] is None}
    for row in reversed([row for row in action.before if row["fields"] is None]):
        _put(row)
    there = [row for row in action.before if row["fields"] is not None]
    for row in sorted(there, key=lambda row: (row["model"], row["pk"]) in gone):
        _put(row)


def _put(row: dict[str, Any]) -> None:
    """Make a row what it was: with these fields, or not there."""
    model: type[models.Model] = apps.get_model(row["model"])
    rows = model._default_manager.filter(pk=row["pk"])
    if row["fields"] is None:
        rows.delete()
        return
    values = {name: model._meta.get_field(name).to_python(value) if value is not None else None for name, value in row["fields"].items()}
    if rows.exists():
        rows.update(**{_attribute(model, name): value for name, value in values.items()})
    else:
        made = model(pk=row["pk"], **{_attribute(model, name): value for name, value in values.items()})
        made.save(force_insert=True)
        rows.update(**{_attribute(model, name): value for name, value in values.items()})  # times that are set by themselves too


def _attribute(model: type[models.Model], name: str) -> str:
    return str(getattr(model._meta.get_field(name), "attname", name))


def last_to_undo(actor: Actor, thing: str) -> ActionLog | None:
    """The last thing done that was not taken back yet, when it can be."""
    found = ActionLog.objects.filter(workspace=actor.workspace, thing=thing, undoes=None, undone_by=None).exclude(before=[])
    action = found.select_related("actor").first()
    return action if action is not None and action.can_be_undone else None


def history_of(actor: Actor, thing: str, most: int = 100) -> list[ActionLog]:
    """What was done to a thing, the last first."""
    found = ActionLog.objects.filter(workspace=actor.workspace, thing=thing).select_related("actor", "undone_by", "undoes")
    return list(found[:most])
