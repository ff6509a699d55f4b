"""What somebody has decided in the demo's studies, so that a newcomer sees decisions at work. Every study is half decided: there is something left to do."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta

from django.utils import timezone

from fundament.core.outline.proposed_outline import frequent_subtopics
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.web.accounts.roles import Actor
from fundament.web.studies.decisions.deciding import decide_on, plan_length
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.plan.planning import set_plan

SECONDARY = ("repointing brick cost", "how to repair lime mortar", "lime pointing", "lime mortar near me")
INTENT = (
    "Owners of brick houses built before about 1920 who have seen crumbling joints. They want to know whether to act, whether they can do it themselves, "
    "and what it costs when somebody else does."
)
ANGLE = "What our masons find behind cement pointing"
ANGLE_NOTES = "Two cases from our own site diary, with a photograph each. Say what the owner paid and what it would have cost ten years earlier. Nobody else has this."
NOTES = "Begin with the finger test: the reader should know after ten lines whether to go on."


def _compiled(study: Study) -> CompiledYardstick:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    return compiled


def decide_main(actor: Actor, study: Study) -> None:
    """The main study: a plan that could be handed over, with a few terms, entities and subtopics decided on."""
    found = _compiled(study).yardstick
    plan_length(actor, study.pk, 1_200)
    terms = [term for term in found.terms if not term.head]
    decide_on(actor, study.pk, terms[0].key, "kept", note="It is what people ask us on the telephone.")
    decide_on(actor, study.pk, terms[3].key, "own target", uses=(2, 4), note="Two of our own jobs need it.")
    decide_on(actor, study.pk, terms[-1].key, "dropped", note="Not on our page.")
    decide_on(actor, study.pk, found.entities[-1].key, "dropped", note="A passing mention, no part of the subject.")
    rare = min(found.subtopics, key=lambda s: (s.pages, s.label))
    decide_on(actor, study.pk, frequent_subtopics(found.subtopics, len(found.pages))[0].key, "must")
    decide_on(actor, study.pk, rare.key, "may", note="Only if there is room.")
    decide_on(actor, study.pk, secondary_key(SECONDARY[0]), "must", note="It is the first question of every owner.")
    decide_on(actor, study.pk, secondary_key(SECONDARY[-1]), "dropped", note="Another page of ours is for them.")
    nodes = outlining.add_proposed(actor, study.pk)
    _note(actor, study, nodes[0].key, NOTES, nodes[0].planned_words)
    own = outlining.add_heading(actor, study.pk, ANGLE, after=nodes[len(nodes) // 2].key)
    _note(actor, study, own.key, ANGLE_NOTES, 180)
    set_plan(
        actor, study.pk, intent=INTENT, assignee=actor.person.pk if actor.person else None,
        due=(timezone.localdate() + timedelta(days=14)).isoformat(),
    )  # fmt: skip


def _note(actor: Actor, study: Study, key: str, notes: str, words: int) -> None:
    node = outlining.node_for(study, key)
    outlining.change(
        actor, study.pk, key, seen=outlining.node_stamp(node), heading=node.heading, notes=notes, planned_words=words, terms=node.terms,
        entities=node.entities,
    )  # fmt: skip


def _decide_terms(actor: Actor, study: Study) -> None:
    """A study whose outline was begun and whose terms are looked through."""
    found = _compiled(study).yardstick
    for term in _lightest(found):
        decide_on(actor, study.pk, term, "dropped")
    first = frequent_subtopics(found.subtopics, len(found.pages))[:2]
    for subtopic in first:
        outlining.add_heading(actor, study.pk, "", subtopic=subtopic.key)


def _decide_little(actor: Actor, study: Study) -> None:
    """A study that was only just read: one decision, no outline."""
    found = _compiled(study).yardstick
    decide_on(actor, study.pk, found.terms[0].key, "kept")


def _lightest(found: Yardstick) -> list[str]:
    return [term.key for term in found.terms[-3:]]


OTHERS: dict[str, Callable[[Actor, Study], None]] = {
    "draughtproofing sash windows": _decide_terms,
    "insulating a suspended timber floor": _decide_little,
}
