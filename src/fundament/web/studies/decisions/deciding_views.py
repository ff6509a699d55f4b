"""What a person decides on a yardstick: its terms, entities and subtopics, the planned length, that the plan stands."""

from __future__ import annotations

import json

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_POST

from fundament.messages import say, say_error
from fundament.web.accounts.requests import actor_of
from fundament.web.answers import on_to
from fundament.web.errors import ApplicationError
from fundament.web.numbers import whole_number
from fundament.web.studies.decisions import adding, deciding
from fundament.web.studies.decisions.own_terms import MOST_CHARACTERS, own_terms_in
from fundament.web.studies.decisions.telling import told
from fundament.web.studies.decisions.ways import SCREENS
from fundament.web.studies.figures.seeing import decided_keys, decision_on, study_for
from fundament.web.studies.models import Study
from fundament.web.studies.our_texts import our_texts
from fundament.web.typed import MOST, all_typed, has_field, number_typed, ticked, typed

MOST_NOTE = 500  # characters
MOST_MEMBERS = 200
SENT_AGAIN = ("kind", "key", "action", "low", "high", "note")
MOST_KEY, MOST_MEMBER = 40, 3_000  # characters


@require_POST
def confirm_plan(request: HttpRequest, study_id: int) -> HttpResponse:
    """An editor confirms what was decided."""
    deciding.confirm_plan(actor_of(request), study_id)
    return redirect("yardstick", study_id)


@require_POST
def plan_length(request: HttpRequest, study_id: int) -> HttpResponse:
    """Set the planned length, or take the competitors' median again."""
    words = 0 if ticked(request, "median") else _whole(typed(request, "words"))
    if words is None or (not words and not ticked(request, "median")):
        raise ApplicationError("error.planned_length", most=deciding.MOST_WORDS)
    deciding.plan_length(actor_of(request), study_id, words)
    draft = number_typed(request, "draft")  # asked for at a desk, which is shown again
    return on_to(request, reverse("draft", args=[draft]) if draft else reverse("yardstick", args=[study_id]))


@require_POST
def decide(request: HttpRequest, study_id: int) -> HttpResponse:
    """Decide on one thing or on several of one kind; "all" puts every one of the kind back. The screen asks for its table itself."""
    actor = actor_of(request)
    kind = typed(request, "kind")
    if kind not in SCREENS:
        raise ApplicationError("error.no_such_decision")
    action = "as proposed" if ticked(request, "all") else typed(request, "action")
    keys = all_typed(request, "key", MOST_KEY, deciding.MOST_AT_ONCE + 1)
    if ticked(request, "all"):
        keys = decided_keys(study_for(actor, study_id), kind)[: deciding.MOST_AT_ONCE]
    if action == "as typed":
        action = _as_typed(request, study_for(actor, study_id), keys)
    uses = None
    if action == "own target":
        low, high = _whole(typed(request, "low")), _whole(typed(request, "high") or typed(request, "low"))
        if low is None or high is None:
            raise ApplicationError("error.own_target", most=deciding.MOST_USES)
        uses = low, high
    note = typed(request, "note", MOST_NOTE) if has_field(request, "note") else None
    before = our_texts().noted_scores(study_id)
    seen = typed(request, "seen", 40) if has_field(request, "seen") and not ticked(request, "over") else None
    try:
        decisions = deciding.decide_on_all(actor, study_id, keys, action, uses=uses, note=note, seen=seen)
    except deciding.DecidedMeanwhileError as error:
        if not request.headers.get("HX-Request"):
            raise
        return _asked_about(request, study_id, error)
    if not request.headers.get("HX-Request"):
        return redirect(SCREENS[kind], study_id)
    if kind in ("secondary", "statements"):  # its screen is shown anew as a whole
        return on_to(request, reverse(SCREENS[kind], args=[study_id]))
    answer = render(
        request,
        "studies/decisions/decided_part.html",
        {
            "study_id": study_id,
            "action": actor.done[-1] if actor.done else None,
            "way": action,
            "count": len(decisions),
            "was": ",".join(f"{pk}:{total:.2f}" for pk, total in before),
        },
    )
    answer["HX-Trigger"] = json.dumps({"live": {"target": "#decidables"}, "decided": {}})
    return answer


def _asked_about(request: HttpRequest, study_id: int, error: deciding.DecidedMeanwhileError) -> HttpResponse:
    """Somebody else decided otherwise meanwhile: both are shown, and which holds is this person's to say. The tables are shown anew behind it."""
    sent = [(name, value) for name in SENT_AGAIN for value in all_typed(request, name, MOST, deciding.MOST_AT_ONCE)]
    context = {"study_id": study_id, "sentence": say_error(error), "sent": sent, "way": typed(request, "action", MOST_KEY)}
    answer = render(request, "studies/decisions/conflict_part.html", context)
    answer["HX-Trigger"] = json.dumps({"live": {"target": "#decidables"}})
    return answer


def _as_typed(request: HttpRequest, study: Study, keys: list[str]) -> str:
    """What Enter in a field of the form means: the target that was typed, else the decision as it is, with the note."""
    if typed(request, "low").strip() or typed(request, "high").strip():
        return "own target"
    known = decision_on(study, keys[0]) if keys else None
    if known is None:
        raise ApplicationError("error.note_alone")
    return known.action


@require_POST
def add_terms(request: HttpRequest, study_id: int) -> HttpResponse:
    """Add terms of one's own, one a line, with their uses where they are given. Those that cannot be taken stay in the field, each with the reason."""
    pasted = typed(request, "terms", MOST_CHARACTERS + 1)
    if len(pasted) > MOST_CHARACTERS:
        raise ApplicationError("error.too_many_characters", most=MOST_CHARACTERS)
    lines = own_terms_in(pasted)
    if not lines:
        raise ApplicationError("error.no_own_term")
    uses = {line.name: line.uses for line in lines}
    added = adding.add_terms(actor_of(request), study_id, list(uses), uses)
    context = {
        "study": study_for(actor_of(request), study_id),
        "added": [row.name for row in added.rows],
        "refused": [(name, say(why)) for name, why in added.refused],
        "typed": "\n".join(line.typed for line in lines if line.name in {name for name, _ in added.refused}),
        "may_decide": True,
    }
    if not request.headers.get("HX-Request") and not added.refused:
        return redirect("terms", study_id)
    return render(request, "studies/decisions/own_terms_part.html", context)


@require_POST
def take_back(request: HttpRequest, study_id: int) -> HttpResponse:
    """Take back what was added, joined or split off."""
    addition = number_typed(request, "addition")
    kind = adding.take_back(actor_of(request), study_id, addition or 0)
    return on_to(request, reverse(SCREENS[kind], args=[study_id]))


@require_POST
def set_secondary(request: HttpRequest, study_id: int) -> HttpResponse:
    """The study's secondary keywords, one a line, in place of those it had."""
    pasted = typed(request, "phrases", MOST_CHARACTERS + 1)
    if len(pasted) > MOST_CHARACTERS:
        raise ApplicationError("error.too_many_characters", most=MOST_CHARACTERS)
    adding.set_secondary_keywords(actor_of(request), study_id, pasted.splitlines())
    return on_to(request, reverse("yardstick", args=[study_id]))


@require_POST
def join(request: HttpRequest, study_id: int) -> HttpResponse:
    """Take the ticked ones as one; the first of them stays."""
    kind = typed(request, "kind")
    if kind not in SCREENS:
        raise ApplicationError("error.join")
    adding.join(actor_of(request), study_id, all_typed(request, "key", MOST_KEY, deciding.MOST_AT_ONCE))
    return told(request, study_id, SCREENS[kind], decided={})


@require_POST
def split(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """Let the ticked headings, or ways to write it, stand by themselves."""
    members = all_typed(request, "member", MOST_MEMBER, MOST_MEMBERS)
    if not members:
        raise ApplicationError("error.split_unticked")
    made = adding.split_off(actor_of(request), study_id, key, members, typed(request, "name", 300))
    return told(request, study_id, SCREENS[made.kind], decided={})


@require_POST
def call(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """Give a subtopic or entity another name or kind."""
    name, kind = typed(request, "name", 500), typed(request, "shown_kind", 100)
    called = deciding.call(actor_of(request), study_id, key, name=name, kind=kind)
    return told(request, study_id, SCREENS[called.kind], decided={})


@require_POST
def add_entity(request: HttpRequest, study_id: int) -> HttpResponse:
    """Add an entity of one's own."""
    aliases = [alias.strip()[: adding.MOST_NAME] for alias in typed(request, "aliases", 2_000).split(",") if alias.strip()]
    added = adding.add_entity(
        actor_of(request), study_id, typed(request, "name", 300), aliases, typed(request, "shown_kind", 40)
    )  # fmt: skip
    for _, why in added.refused:
        raise ApplicationError(why.code, **why.values)
    return on_to(request, reverse("entities", args=[study_id]))


def _whole(typed: str) -> int | None:
    """A whole number as people write it ("1,200"); None for anything else."""
    return whole_number(typed.replace(",", "").replace(" ", ""), 8)
