"""Errands asked for, carried out, and looked at."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone

from fundament.core.errors import SaidError
from fundament.core.message import Message, message
from fundament.messages import say
from fundament.web.accounts.models import Membership
from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errors import NotFoundError, TooOftenError
from fundament.web.live.notify import announce
from fundament.web.templating import message_of

Outcome = str | dict[str, Any]
KEPT = timedelta(days=2)  # when it is at its end


@dataclass(frozen=True)
class KindOfErrand:
    """key: of it. work: does it, as whoever asked, with what was typed and the file, and gives the address of its result, or what the script that asked is told; raises SaidError with what is wrong. asked_at: the address of the form, where what is wrong is said."""

    key: str
    work: Callable[[Actor, Mapping[str, Any], bytes | None], Outcome]
    asked_at: Callable[[Mapping[str, Any]], str]


_kinds: dict[str, KindOfErrand] = {}


def declare(kind: KindOfErrand) -> None:
    """Make a kind known; called once by its app."""
    _kinds[kind.key] = kind


def ask_for(actor: Actor, kind: str, about: str, arguments: Mapping[str, Any], content: bytes | None = None) -> Errand:
    """Have it done by a job. Whether the actor may do it is asked before, and again by the work itself. Raises TooOftenError while one of its kind is under way."""
    from fundament.web.errands.tasks import queue_errand

    assert kind in _kinds and actor.person is not None
    Errand.objects.filter(workspace=actor.workspace, asked_at__lt=timezone.now() - KEPT).exclude(state__in=Errand.UNDER_WAY).delete()
    try:
        with transaction.atomic():
            errand = Errand.objects.create(
                workspace=actor.workspace, person=actor.person, kind=kind, about=about[:200], arguments=dict(arguments), content=content
            )
            queue_errand(errand)
    except IntegrityError:
        raise TooOftenError("error.one_at_a_time") from None
    return errand


def carry_out(errand_id: int) -> None:
    """Do it, as whoever asked for it is now. What is wrong is its end, too."""
    errand = Errand.objects.select_related("workspace", "person").filter(pk=errand_id, state__in=Errand.UNDER_WAY).first()
    if errand is None:
        return
    Errand.objects.filter(pk=errand.pk).update(state="working")
    announce(errand.workspace_id, f"errand:{errand.pk}")
    membership = Membership.objects.filter(workspace=errand.workspace, user=errand.person).first()
    if membership is None:
        _end(errand, problem=message("error.not_found"))
        return
    content = bytes(errand.content) if errand.content is not None else None
    try:
        outcome = _kinds[errand.kind].work(Actor(errand.person, errand.workspace, membership.role), errand.arguments, content)
    except SaidError as error:
        _end(errand, problem=error.message)
        return
    _end(errand, outcome=outcome)


def give_up(errand_id: int) -> None:
    """It cannot be done."""
    errand = Errand.objects.filter(pk=errand_id, state__in=Errand.UNDER_WAY).first()
    if errand is not None:
        _end(errand, problem=message("error.errand"))


def errand_for(actor: Actor, errand_id: int) -> Errand:
    """An errand of one's own. Raises NotFoundError."""
    found = Errand.objects.defer("content").filter(pk=errand_id, workspace=actor.workspace, person=actor.person).first()
    if found is None:
        raise NotFoundError("error.not_found")
    return found


def told_of(errand: Errand) -> dict[str, Any]:
    """What the script that asked is told: that it is under way, its result, or what is wrong."""
    if errand.is_under_way:
        return {"underWay": True}
    if errand.problem is not None:
        return {"problem": say(message_of(errand.problem))}
    return errand.result or {"goTo": errand.go_to}


def form_of(errand: Errand) -> str:
    """The address of the form it was asked for in, which then says what is wrong with it."""
    address = _kinds[errand.kind].asked_at(errand.arguments)
    return f"{address}{'&' if '?' in address else '?'}errand={errand.pk}"


def failed(actor: Actor, number: str, kind: str) -> Errand | None:
    """The errand of this kind by its number as a form is given it, when it failed; None for any other."""
    if not (number.isascii() and number.isdigit()) or len(number) > 15:
        return None
    return (
        Errand.objects.defer("content")
        .filter(pk=int(number), workspace=actor.workspace, person=actor.person, kind=kind, state="failed")
        .first()
    )


def _end(errand: Errand, *, problem: Message | None = None, outcome: Outcome = "") -> None:
    go_to, result = (outcome, None) if isinstance(outcome, str) else ("", outcome)
    with transaction.atomic():
        state, said = ("failed", [problem.code, problem.values]) if problem is not None else ("done", None)
        Errand.objects.filter(pk=errand.pk).update(state=state, problem=said, go_to=go_to, result=result, content=None)
        announce(errand.workspace_id, f"errand:{errand.pk}")
