"""Decisions on terms, entities and subtopics, and the planned length."""

from __future__ import annotations

import datetime
import uuid
from collections.abc import Sequence
from typing import NamedTuple

from django.db import transaction

from fundament.core.consensus.decide import ACTIONS
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.core.yardstick.section_groups.statements import sentence_key
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError, ChangedSinceError, NotFoundError
from fundament.web.history.services.record import Recording, recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.studies.figures.making import follow, proposed_by_key, secondary_of
from fundament.web.studies.figures.yardsticks import compiled_of, decided_of, decisions_hash
from fundament.web.studies.models import Addition, CurrentConsensus, Decision, Identity, Study
from fundament.web.studies.signals import figures_changed
from fundament.web.typed import one_line

MOST_WORDS = 40_000
MOST_USES = 1_000
MOST_AT_ONCE = 300
MOST_NAME, MOST_KIND = 200, 40  # characters
Uses = tuple[int, int]


def decide_on(actor: Actor, study_id: int, key: str, action: str, *, uses: Uses | None = None, note: str = "") -> Decision | None:
    """Decide on one thing; see `decide_on_all`."""
    return decide_on_all(actor, study_id, [key], action, uses=uses, note=note)[0]


def decide_on_all(
    actor: Actor,
    study_id: int,
    keys: Sequence[str],
    action: str,
    *,
    uses: Uses | None = None,
    note: str | None = "",
    seen: str | None = None,
) -> list[Decision | None]:
    """Decide on terms, entities, subtopics, secondary keywords or shared statements by their keys, all or none; "as proposed" takes decisions back. From now on their identities are what they stand for today.

    note: None leaves the notes as they are. seen: what `decisions_stamp` gave when the screen was shown that is decided on; None where one decides whatever others did. Raises DecidedMeanwhileError, and changes nothing,
    where somebody else decided otherwise since.
    """
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if action not in (*ACTIONS, "as proposed"):
        raise ApplicationError("error.no_such_decision")
    if (action == "own target") != (uses is not None) or (uses and not 0 <= uses[0] <= uses[1] <= MOST_USES):
        raise ApplicationError("error.own_target", most=MOST_USES)
    wanted = list(dict.fromkeys(keys))
    if not wanted or len(wanted) > MOST_AT_ONCE:
        raise ApplicationError("error.decide_on_none", most=MOST_AT_ONCE)
    with recorded(actor, DECIDE, study, action=action) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        identities = {row.key: row for row in Identity.objects.filter(study=study, key__in=wanted)}
        phrases = {secondary_key(phrase): phrase for phrase in secondary_of(study)} if len(identities) < len(wanted) else {}
        statements = {} if set(wanted) <= {*identities, *phrases} else _statements_of(study)
        if not set(wanted) <= {*identities, *phrases, *statements} or (action == "own target" and not set(wanted) <= {*identities}):
            raise NotFoundError("error.not_found")
        subjects = {
            **{key: _Subject(identity.kind, identity.name) for key, identity in identities.items()},
            **{key: _Subject("secondary", phrases[key]) for key in wanted if key in phrases},
            **{key: _Subject("statements", statements[key]) for key in wanted if key in statements},
        }
        known = {row.key: row for row in Decision.objects.filter(study=study, key__in=wanted).select_related("by")}
        _ask_about_others(actor, [row for row in known.values() if seen is not None and _stamp(row) > seen], subjects, action, uses)
        if action == "as proposed":
            recording.taken_away(known.values())
            Decision.objects.filter(pk__in=[row.pk for row in known.values()]).delete()
            found: list[Decision | None] = [None] * len(wanted)
        else:
            _stand_for_today(study, identities)
            found = [_decided(actor, study, key, subjects[key].kind, known.get(key), action, uses, note, recording) for key in wanted]
        names = [subjects[key].name for key in wanted]
        recording.values |= {"name": names[0]} if len(names) == 1 else {"names": names[:5], "count": len(names)}
    return found


def _statements_of(study: Study) -> dict[str, str]:
    """What several competitors say, by the key of every sentence that says it."""
    compiled = compiled_of(study.pk)
    found = compiled.yardstick.statements if compiled is not None else ()
    return {sentence_key(one.text): statement.text for statement in found for one in statement.stated}


class _Subject(NamedTuple):
    """What is decided on: its kind, and what people call it."""

    kind: str
    name: str


class DecidedMeanwhileError(ChangedSinceError):
    """Somebody else decided otherwise on the same thing, and this person had not seen it. decision: that one."""

    def __init__(self, decision: Decision, name: str) -> None:
        super().__init__("error.decided_meanwhile", name=name[:120], by=decision.who, action=decision.action, note=decision.note)
        self.decision = decision


def decisions_stamp(study: Study) -> str:
    """How far the decisions of a study are; whoever is shown them sends it back with theirs."""
    latest = Decision.objects.filter(study=study).order_by("-decided_at").first()
    return _stamp(latest) if latest is not None else ""


def _stamp(decision: Decision) -> str:
    return decision.decided_at.astimezone(datetime.UTC).isoformat(timespec="microseconds")


def _ask_about_others(actor: Actor, unseen: Sequence[Decision], subjects: dict[str, _Subject], action: str, uses: Uses | None) -> None:
    for row in unseen:
        is_same = row.action == action and (uses is None or (row.low, row.high) == uses)
        if row.by_id != (actor.person.pk if actor.person else None) and not is_same:
            raise DecidedMeanwhileError(row, subjects[row.key].name)


def _stand_for_today(study: Study, identities: dict[str, Identity]) -> None:
    """Identities are from now on what they stand for today, so that nothing drifts."""
    now = proposed_by_key(study)
    changed = []
    for key, identity in identities.items():
        if key in now:
            identity.members, identity.pages, identity.name = sorted(now[key][0].members), now[key][1], now[key][0].name[:500]
            changed.append(identity)
    Identity.objects.bulk_update(changed, ["members", "pages", "name"])


def _decided(
    actor: Actor, study: Study, key: str, kind: str, known: Decision | None, action: str, uses: Uses | None, note: str | None, recording: Recording
) -> Decision:  # fmt: skip
    decision = known or Decision(study=study, kind=kind, key=key)
    if known is not None:
        recording.watch([known], "action", "low", "high", "note", "by")
    decision.action, decision.by = action, actor.person
    decision.low, decision.high = uses or (None, None)
    decision.note = decision.note if note is None else note[:500]
    decision.save()
    if known is None:
        recording.made(decision)
    return decision


def call(actor: Actor, study_id: int, key: str, *, name: str, kind: str = "") -> Identity:
    """Give a subtopic or entity another name, and an entity another kind; "" takes what was proposed again. No figure changes."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    name, kind = (one_line(text) for text in (name, kind))
    if len(name) > MOST_NAME or len(kind) > MOST_KIND:
        raise ApplicationError("error.given_name", most=MOST_NAME, kind=MOST_KIND)
    with recorded(actor, CALL, study) as recording:
        identity = Identity.objects.filter(study=study, key=key).exclude(kind="terms").first()
        if identity is None:
            raise NotFoundError("error.not_found")
        recording.watch([identity], "given_name", "given_kind")
        identity.given_name, identity.given_kind = name, kind if identity.kind == "entities" else ""
        identity.save(update_fields=["given_name", "given_kind"])
        recording.values["name"] = name or identity.name
    return identity


def plan_length(actor: Actor, study_id: int, words: int) -> Study:
    """Set the planned length in words; 0 for what is proposed."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if words and not 50 <= words <= MOST_WORDS:
        raise ApplicationError("error.planned_length", most=MOST_WORDS)
    with recorded(actor, PLAN_LENGTH, study, words=words) as recording:
        recording.watch([study], "planned_words")
        study.planned_words = words
        study.save(update_fields=["planned_words"])
    return study


def confirm_plan(actor: Actor, study_id: int) -> Study:
    """Confirm what was decided and added, as it is now: a text may then be called enough by it, though it is below the aim as proposed."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, CONFIRM, study) as recording:
        current = CurrentConsensus.objects.select_related("extended").filter(study=study).first()
        if current is None:
            raise ApplicationError("error.nothing_to_confirm")
        recording.watch([study], "confirmed")
        study.confirmed = decisions_hash(decided_of(list(Decision.objects.filter(study=study)), current), current)
        study.save(update_fields=["confirmed"])
    return study


def _keeps_others(study_id: int) -> bool:
    """Whether what is kept though no competitor has it is not what the figures were made with."""
    current = CurrentConsensus.objects.filter(study_id=study_id).first()
    if current is None or current.consensus_id is None:
        return False
    proposed = {key for kind in current.keys.values() for key in kind}
    added = set(Addition.objects.filter(study_id=study_id).values_list("key", flat=True))
    kept = set(Decision.objects.filter(study_id=study_id, action="kept").values_list("key", flat=True))
    now = {key for kind in current.used_keys.values() for key in kind}
    return kept - proposed - added - set(current.joined) != now - proposed - added


def follow_decisions(study_id: int) -> None:
    """The figures of a study after its decisions changed: nothing is made anew but the yardstick, in whatever process asks for it."""
    with transaction.atomic():
        if _keeps_others(study_id):
            follow(study_id)
            return
        CurrentConsensus.objects.filter(study_id=study_id).update(stamp=uuid.uuid4())
        study = Study.objects.get(pk=study_id)
        announce(study.workspace_id, f"study:{study_id}", what="decisions")
        figures_changed.send(sender=Study, study_id=study_id)


DECIDE = verb("study.decide", role="editor", follow=follow_decisions, touches=(Decision,))
CALL = verb("study.call", asks="study.decide", follow=follow_decisions, touches=(Identity,))
PLAN_LENGTH = verb("study.plan_length", asks="study.decide", follow=follow_decisions, touches=(Study,))
CONFIRM = verb("study.confirm", asks="study.decide", follow=follow_decisions, touches=(Study,))
