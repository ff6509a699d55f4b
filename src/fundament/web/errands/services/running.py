"""Errands asked for, carried out, and looked at."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any, NamedTuple

from django.db import IntegrityError, transaction
from django.utils import timezone

from fundament.core.errors import SaidError
from fundament.core.message import Message, message
from fundament.messages import say
from fundament.web.accounts.models import Membership
from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errands.queueing import queue_errand
from fundament.web.errors import NotFoundError, TooOftenError
from fundament.web.live.notify import announce
from fundament.web.operating.services.readiness import readiness
from fundament.web.templating import message_of


@dataclass(frozen=True)
class Kept:
    """A result with a content that is kept beside it, as long as the errand is: pictures to choose from."""

    result: dict[str, Any]
    content: bytes


Outcome = str | dict[str, Any] | Kept
KEPT = timedelta(days=2)  # when it is at its end
PATIENCE = timedelta(seconds=15)  # to wait for a worker without a word


class OutcomeSentence(NamedTuple):
    """A result as a sentence. is_problem: whether it says that something did not work."""

    message: Message
    is_problem: bool


@dataclass(frozen=True)
class KindOfErrand:
    """key: of it. work: does it, as whoever asked, with what was typed and the file, and gives the address of its result, or the result itself; raises SaidError with what is wrong. asked_at: the address of the form, where what is wrong is said. said: a result as a sentence, for the screen it goes on to; None for none."""

    key: str
    work: Callable[[Actor, Mapping[str, Any], bytes | None], Outcome]
    asked_at: Callable[[Mapping[str, Any]], str]
    said: Callable[[Mapping[str, Any]], OutcomeSentence] | None = None


_kinds: dict[str, KindOfErrand] = {}


def declare(kind: KindOfErrand) -> None:
    """Make a kind known; called once by its app."""
    _kinds[kind.key] = kind


def ask_for(actor: Actor, kind: str, about: str, arguments: Mapping[str, Any], content: bytes | None = None) -> Errand:
    """Have it done by a job. Whether the actor may do it is asked before, and again by the work itself. Raises TooOftenError while one of its kind is under way."""

    assert kind in _kinds and actor.person is not None
    Errand.objects.filter(workspace=actor.workspace, asked_at__lt=timezone.now() - KEPT).exclude(state__in=Errand.UNDER_WAY).delete()
    # what the last one of this kind kept goes with the next: pictures to choose from take megabytes
    mine = Errand.objects.filter(workspace=actor.workspace, person=actor.person, kind=kind, content__isnull=False)
    mine.exclude(state__in=Errand.UNDER_WAY).delete()
    try:
        with transaction.atomic():
            errand = Errand.objects.create(
                workspace=actor.workspace, person=actor.person, kind=kind, about=about[:200], arguments=dict(arguments), content=content
            )
            queue_errand(errand)
    except IntegrityError:
        raise TooOftenError("error.one_at_a_time") from None
    return errand


def ask_or_join(actor: Actor, kind: str, about: str, arguments: Mapping[str, Any]) -> Errand:
    """The same, for a part of a screen: what is under way with the same arguments is joined. Raises TooOftenError while another of its kind is."""
    mine = Errand.objects.filter(workspace=actor.workspace, person=actor.person, kind=kind, arguments=dict(arguments))
    return mine.filter(state__in=Errand.UNDER_WAY).first() or ask_for(actor, kind, about, arguments)


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


def content_of(actor: Actor, errand_id: int, kind: str) -> tuple[dict[str, Any], bytes]:
    """The result of an errand of one's own and the content kept beside it. Raises NotFoundError."""
    found = Errand.objects.filter(pk=errand_id, workspace=actor.workspace, person=actor.person, kind=kind, state="done").first()
    if found is None or found.content is None:
        raise NotFoundError("error.not_found")
    return found.result or {}, bytes(found.content)


def outcome_sentence(errand: Errand) -> OutcomeSentence | None:
    """Its result as a sentence, where its kind has one."""
    said = _kinds[errand.kind].said
    return said(errand.result or {}) if said is not None else None


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


def of_number(actor: Actor, number: int | str, kind: str) -> Errand:
    """An errand of one's own of this kind, by its number as an address has it. Raises NotFoundError."""
    found = _mine(actor, str(number), kind)
    if found is None:
        raise NotFoundError("error.not_found")
    return found


def failed(actor: Actor, number: str, kind: str) -> Errand | None:
    """The errand of this kind by its number as a form is given it, when it failed; None for any other."""
    found = _mine(actor, number, kind)
    return found if found is not None and found.state == "failed" else None


def has_worker(errand: Errand) -> bool:
    """False when it has been waiting for a while and no worker was seen: then its screen has to say so."""
    return errand.state != "waiting" or timezone.now() - errand.asked_at < PATIENCE or readiness()["worker"]


def ended(actor: Actor, number: str, kind: str) -> Errand | None:
    """The errand of this kind by its number as a screen is given it, when it is at its end; None for any other."""
    found = _mine(actor, number, kind)
    return found if found is not None and not found.is_under_way else None


def _mine(actor: Actor, number: str, kind: str) -> Errand | None:
    if not (number.isascii() and number.isdigit()) or len(number) > 15:
        return None
    return Errand.objects.defer("content").filter(pk=int(number), workspace=actor.workspace, person=actor.person, kind=kind).first()


def _end(errand: Errand, *, problem: Message | None = None, outcome: Outcome = "") -> None:
    kept = outcome.content if isinstance(outcome, Kept) else None
    told = outcome.result if isinstance(outcome, Kept) else outcome
    go_to, result = (told, None) if isinstance(told, str) else ("", told)
    with transaction.atomic():
        state, said = ("failed", [problem.code, problem.values]) if problem is not None else ("done", None)
        Errand.objects.filter(pk=errand.pk).update(state=state, problem=said, go_to=go_to, result=result, content=kept)
        announce(errand.workspace_id, f"errand:{errand.pk}")
