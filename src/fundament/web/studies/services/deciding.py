"""Decisions on terms, entities and subtopics, and the planned length."""

from __future__ import annotations

import uuid

from django.db import transaction

from fundament.core.consensus.decide import ACTIONS
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.live.notify import announce
from fundament.web.studies.models import Addition, CurrentConsensus, Decision, Identity, Study
from fundament.web.studies.services.figures import follow, proposed_by_key
from fundament.web.studies.services.yardsticks import decided_of, decisions_hash
from fundament.web.studies.signals import figures_changed

MOST_WORDS = 40_000
MOST_USES = 1_000


def decide_on(
    actor: Actor, study_id: int, key: str, action: str, *, uses: tuple[int, int] | None = None, note: str = ""
) -> Decision | None:
    """Decide on a term, entity or subtopic by its key; "as proposed" takes a decision back. From now on its identity is what it stands for today."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if action not in (*ACTIONS, "as proposed"):
        raise ApplicationError("error.no_such_decision")
    if (action == "own target") != (uses is not None) or (uses and not 0 <= uses[0] <= uses[1] <= MOST_USES):
        raise ApplicationError("error.own_target", most=MOST_USES)
    with recorded(actor, "study.decide", study, action=action) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        identity = Identity.objects.filter(study=study, key=key).first()
        if identity is None:
            raise NotFoundError("error.not_found")
        recording.values["name"] = identity.name
        known = Decision.objects.filter(study=study, key=key).first()
        if action == "as proposed":
            if known is not None:
                recording.taken_away([known])
                known.delete()
            return None
        now = proposed_by_key(study).get(key)
        if now is not None:
            identity.members, identity.pages, identity.name = sorted(now[0].members), now[1], now[0].name[:500]
            identity.save(update_fields=["members", "pages", "name"])
        low, high = uses or (None, None)
        if known is None:
            known = Decision(study=study, kind=identity.kind, key=key)
            known.action, known.low, known.high, known.note, known.by = action, low, high, note[:500], actor.person
            known.save()
            recording.made(known)
        else:
            recording.watch([known], "action", "low", "high", "note", "by")
            known.action, known.low, known.high, known.note, known.by = action, low, high, note[:500], actor.person
            known.save()
    return known


def plan_length(actor: Actor, study_id: int, words: int) -> Study:
    """Set the planned length in words; 0 for what is proposed."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    if words and not 50 <= words <= MOST_WORDS:
        raise ApplicationError("error.planned_length", most=MOST_WORDS)
    with recorded(actor, "study.plan_length", study, words=words) as recording:
        recording.watch([study], "planned_words")
        study.planned_words = words
        study.save(update_fields=["planned_words"])
    return study


def confirm_plan(actor: Actor, study_id: int) -> Study:
    """Confirm what was decided and added, as it is now: a text may then be called enough by it, though it is below the aim as proposed."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    with recorded(actor, "study.confirm", study) as recording:
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
