"""Who may do what. Every service asks here, and every list goes through `seen_by`.

An action is named after its thing and its verb. A role may do what is listed for it and what lower roles may.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from django.db.models import QuerySet

from fundament.web.accounts.models import Person, Workspace
from fundament.web.errors import NotAllowedError, NotFoundError

LOWEST_FIRST = ("reader", "writer", "editor", "owner")
# what no verb of the log is named after; a verb brings its own rule (`history.verbs`)
ALLOWED_FROM = {
    "workspace.see": "reader",
    "study.see": "reader",
    "draft.see": "reader",
    "draft.write": "writer",
    "study.correct": "editor",
    "keywords.see": "reader",
    "keywords.change": "editor",
    "site.see": "reader",
    "draft.state": "writer",
    "action.undo": "writer",
    "workspace.operate": "owner",
}


GUEST = "guest"  # the role of whoever comes by a link: they may do these things with one draft, and nothing else is there for them
GUEST_MAY = frozenset(["draft.see", "draft.write"])
GUEST_THING = "drafts.draft"


@dataclass(frozen=True)
class Actor:
    """Somebody who does something in a workspace. person is None for a job of the application itself, and for a guest, whose name is guest and for whom there is one draft, by its number. done: the
    entries of the log made for them, in this request."""

    person: Person | None
    workspace: Workspace
    role: str
    guest: str = ""
    draft: int = 0
    done: list[Any] = field(default_factory=list, compare=False, repr=False)

    @property
    def kind(self) -> str:
        """ "person", "guest" or "job"."""
        return "person" if self.person is not None else "guest" if self.role == GUEST else "job"

    @property
    def number(self) -> int:
        """Of the person; 0 for a guest and for a job."""
        return self.person.pk if self.person is not None else 0


def job_in(workspace: Workspace) -> Actor:
    """The application at work by itself: it may do what an owner may."""
    return Actor(None, workspace, "owner")


def can(actor: Actor, action: str, thing: Any = None) -> bool:
    """Whether the actor may do this, to a thing of their workspace. Raises KeyError for an action that is not declared."""
    lowest = ALLOWED_FROM[action]
    if thing is not None and workspace_id_of(thing) != actor.workspace.pk:
        return False
    if actor.role == GUEST:
        return action in GUEST_MAY and (thing is None or (thing._meta.label_lower == GUEST_THING and thing.pk == actor.draft))
    return LOWEST_FIRST.index(actor.role) >= LOWEST_FIRST.index(lowest)


def ask(actor: Actor, action: str, thing: Any = None) -> None:
    """Raise what is right when the actor may not do this: a thing of another workspace is not there for them."""
    if thing is not None and workspace_id_of(thing) != actor.workspace.pk:
        raise NotFoundError("error.not_found")
    if not can(actor, action, thing):
        raise NotAllowedError("error.not_allowed", role=actor.role, least=ALLOWED_FROM[action])


def seen_by(actor: Actor, things: QuerySet) -> QuerySet:
    """Of these things those of the actor's workspace. Every model that people see has a `workspace`."""
    if actor.role == GUEST:
        return (
            things.filter(workspace_id=actor.workspace.pk, pk=actor.draft)
            if things.model._meta.label_lower == GUEST_THING
            else things.none()
        )
    return things.filter(workspace_id=actor.workspace.pk)


def get_for(actor: Actor, action: str, things: QuerySet, **by: Any) -> Any:
    """One thing of the actor's workspace, for this action. Raises NotFoundError, NotAllowedError."""
    found = seen_by(actor, things).filter(**by).first()
    if found is None:
        raise NotFoundError("error.not_found")
    ask(actor, action)
    return found


def workspace_id_of(thing: Any) -> int:
    """The workspace a thing belongs to."""
    return int(thing.pk if isinstance(thing, Workspace) else thing.workspace_id)
