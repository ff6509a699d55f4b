"""What people add to a study's figures, join and split; secondary keywords; confirming a plan."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from fundament.core.consensus.keys import heading_member
from fundament.core.errors import CoreError
from fundament.core.yardstick.model import Yardstick
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk.panels import verdict_of
from fundament.web.drafts.measuring.measuring import measure, measure_stored
from fundament.web.drafts.models import Draft
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.studies.decisions import adding, deciding
from fundament.web.studies.figures.seeing import decisions_for
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Addition, CurrentConsensus, Decision, Identity, Study
from fundament.web.studies.results import choosing
from tests.web.conftest import make_draft, settle, text


def yardstick_of(study: Study) -> Yardstick:
    compiled = compiled_of(settle(study).pk)
    assert compiled is not None
    return compiled.yardstick


@pytest.fixture
def draft(study: Study, actor: Actor) -> Draft:
    return make_draft(
        actor, study, "<h1>Repointing brick with lime mortar</h1><p>Rake out the joints and pack them with lime mortar in thin layers.</p>"
    )


def undo_last(actor: Actor, study: Study) -> None:
    action = last_to_undo(actor, f"study:{study.pk}")
    assert action is not None
    undo(actor, action.pk)


def test_own_terms_count_from_now_on_and_can_be_taken_back(actor: Actor, study: Study) -> None:
    before = yardstick_of(study)
    added = adding.add_terms(actor, study.pk, ["garden gnome", "the", before.terms[0].name, "red wheelbarrow", "Garden gnome", " "])
    assert [row.name for row in added.rows] == ["garden gnome", "red wheelbarrow"]
    assert [message.code for _, message in added.refused] == [
        "error.no_term",
        "error.term_is_there",
        "error.added_already",
        "error.own_name",
    ]
    found = yardstick_of(study)
    own = {term.name: term for term in found.terms if term.own}
    assert set(own) == {"garden gnome", "red wheelbarrow"} and {term.key for term in own.values()} == {row.key for row in added.rows}
    measured = measure(study.pk, text("<p>The garden gnome by the wall was set on lime mortar and has stood there for years.</p>"))
    assert measured.score is not None
    assert next(item for item in measured.score.items_of("terms") if item.subject == "garden gnome").value == 1
    deciding.decide_on(actor, study.pk, own["garden gnome"].key, "own target", uses=(3, 5))
    assert next(t for t in yardstick_of(study).terms if t.name == "garden gnome").low == 3
    adding.take_back(actor, study.pk, added.rows[0].pk)
    assert [t.name for t in yardstick_of(study).terms if t.own] == ["red wheelbarrow"]
    assert [decision.key for decision in decisions_for(Study.objects.get(pk=study.pk)).lost] == [own["garden gnome"].key]
    undo_last(actor, study)
    assert next(t for t in yardstick_of(study).terms if t.name == "garden gnome").low == 3  # the decision came back with it


def test_a_figure_that_was_made_before_is_at_hand(actor: Actor, study: Study) -> None:
    first = adding.add_terms(actor, study.pk, ["garden gnome"]).rows[0]
    with_it = yardstick_of(study)
    adding.take_back(actor, study.pk, first.pk)
    undo_last(actor, study)
    study.refresh_from_db()
    assert study.figures == ""  # no job had to be asked
    assert yardstick_of(study) == with_it


def test_an_entity_of_ones_own(actor: Actor, study: Study) -> None:
    added = adding.add_entity(actor, study.pk, "Aunt Mabel", ["Mabel"], "person")
    assert not added.refused
    entity = next(e for e in yardstick_of(study).entities if e.own)
    assert (entity.name, entity.kind, entity.key) == ("Aunt Mabel", "person", added.rows[0].key)
    assert adding.add_entity(actor, study.pk, "Aunt Mabel").refused


def test_joined_subtopics_share_their_decisions(actor: Actor, study: Study) -> None:
    first, second, third = yardstick_of(study).subtopics[:3]
    deciding.decide_on(actor, study.pk, second.key, "must")
    adding.join(actor, study.pk, [first.key, second.key])
    joined = next(s for s in yardstick_of(study).subtopics if s.key == first.key)
    assert set(joined.headings) == {*first.headings, *second.headings}
    things = decisions_for(Study.objects.get(pk=study.pk))
    assert things.by_key[first.key].action == "must" and not things.lost
    deciding.decide_on(actor, study.pk, first.key, "may")
    assert [d.action for d in decisions_for(Study.objects.get(pk=study.pk)).contested] in (["must", "may"], ["may", "must"])
    adding.join(actor, study.pk, [third.key, first.key])  # what was joined before goes along
    assert Addition.objects.filter(study=study, what="join").count() == 1
    assert set(next(s for s in yardstick_of(study).subtopics if s.key == third.key).headings) == {
        *first.headings,
        *second.headings,
        *third.headings,
    }
    undo_last(actor, study)
    assert {first.key, third.key} <= {s.key for s in yardstick_of(study).subtopics}


def test_a_part_that_was_split_off_keeps_its_key_when_competitors_change(actor: Actor, study: Study) -> None:
    pages = len(yardstick_of(study).pages)
    whole = max((s for s in yardstick_of(study).subtopics if s.pages < pages), key=lambda s: len(s.headings))
    goes = [heading_member(h.url, h.text) for h in whole.headings[-2:]]
    made = adding.split_off(actor, study.pk, whole.key, goes, "A part")
    found = {s.key: s for s in yardstick_of(study).subtopics}
    assert found[made.key].label == "A part" and found[made.key].headings == whole.headings[-2:]
    assert found[whole.key].headings == whole.headings[:-2]
    deciding.decide_on(actor, study.pk, made.key, "must")
    other = next(r for r in study.results.filter(chosen=True) if r.read_url not in {h.url for h in whole.headings})
    settle(choosing.set_chosen(actor, study.pk, [other.pk], False))
    assert made.key in {s.key for s in yardstick_of(study).subtopics}
    settle(choosing.set_chosen(actor, study.pk, [other.pk], True))
    assert decisions_for(Study.objects.get(pk=study.pk)).by_key[made.key].action == "must"
    with pytest.raises(CoreError):
        adding.split_off(actor, study.pk, whole.key, [heading_member(h.url, h.text) for h in whole.headings])


def test_what_is_kept_stays_though_no_competitor_has_it(actor: Actor, study: Study) -> None:
    before = yardstick_of(study)
    rare = min((t for t in before.terms if t.pages == 2), key=lambda t: t.name)
    having = [page.url for page, count in zip(before.pages, rare.counts, strict=True) if count]
    rows = [r.pk for r in study.results.filter(chosen=True) if r.read_url in having]
    deciding.decide_on(actor, study.pk, rare.key, "kept")
    settle(choosing.set_chosen(actor, study.pk, rows, False))
    kept = next(t for t in yardstick_of(study).terms if t.key == rare.key)
    assert kept.kept and kept.weight == pytest.approx(min(t.weight for t in yardstick_of(study).terms), rel=0.01)
    deciding.decide_on(actor, study.pk, rare.key, "as proposed")
    assert rare.key not in {t.key for t in yardstick_of(study).terms}
    settle(choosing.set_chosen(actor, study.pk, rows, True))
    assert not next(t for t in yardstick_of(study).terms if t.key == rare.key).kept


def test_secondary_keywords_are_a_part_of_the_figures(actor: Actor, study: Study, signed_in: Client) -> None:
    before = yardstick_of(study)
    assert adding.set_secondary_keywords(actor, study.pk, ["lime mortar mix", " lime  mortar mix", study.keyword, ""]) == [
        "lime mortar mix"
    ]
    found = yardstick_of(study)
    assert found.settings.secondary_keywords == ("lime mortar mix",) and found != before
    page = signed_in.get(f"/studies/{study.pk}/yardstick/").content.decode()
    assert "Secondary keywords" in page and "lime mortar mix" in page
    with pytest.raises(CoreError):
        adding.set_secondary_keywords(actor, study.pk, [f"phrase {n}" for n in range(51)])
    assert adding.set_secondary_keywords(actor, study.pk, []) == []
    assert yardstick_of(study) == before


def test_a_plan_that_moved_much_is_confirmed_before_anything_is_enough(actor: Actor, study: Study, draft: Draft, signed_in: Client) -> None:
    measured = measure_stored(draft)
    assert measured.score is not None
    lacking = {i.key for i in measured.score.items if i.points < 0.5 * i.max and i.part in ("terms", "entities", "subtopics")}
    for key in sorted(lacking)[::2]:
        deciding.decide_on(actor, study.pk, key, "dropped")
    score = measure_stored(Draft.objects.get(pk=draft.pk)).score
    assert score is not None and score.as_proposed is not None and score.as_proposed.total == pytest.approx(measured.score.total, abs=0.01)
    page = signed_in.get(f"/studies/{study.pk}/yardstick/").content.decode()
    assert "points</strong>. Without your decisions the aim is" in page and "Confirm the plan" in page
    if score.total >= score.aim and score.as_proposed.holds_back:
        assert not score.may_be_enough and "confirm the plan" in verdict_of(score)
    assert signed_in.post(f"/studies/{study.pk}/yardstick/confirm/").status_code == 302
    score = measure_stored(Draft.objects.get(pk=draft.pk)).score
    assert score is not None and score.as_proposed is not None and score.as_proposed.is_confirmed
    deciding.decide_on(actor, study.pk, min(lacking), "as proposed")  # another plan is not the one that was confirmed
    score = measure_stored(Draft.objects.get(pk=draft.pk)).score
    assert score is not None and not (score.as_proposed and score.as_proposed.is_confirmed)
    undo_last(actor, study)
    score = measure_stored(Draft.objects.get(pk=draft.pk)).score
    assert score is not None and score.as_proposed is not None and score.as_proposed.is_confirmed


def test_the_aim_by_planned_length_is_drawn(signed_in: Client, study: Study) -> None:
    page = signed_in.get(f"/studies/{study.pk}/yardstick/aims/").content.decode()
    assert "Aim by planned length" in page and "polyline" in page


@pytest.mark.parametrize("role", ["reader", "writer"])
def test_only_editors_add(actor: Actor, study: Study, role: str) -> None:
    lower = Actor(actor.person, actor.workspace, role)
    identity = Identity.objects.filter(study=study).first()
    assert identity is not None
    tries: list[Any] = [
        lambda: adding.add_terms(lower, study.pk, ["gnome"]), lambda: adding.add_entity(lower, study.pk, "Mabel"),
        lambda: adding.join(lower, study.pk, [identity.key, identity.key]), lambda: adding.split_off(lower, study.pk, identity.key, []),
        lambda: adding.take_back(lower, study.pk, 1), lambda: adding.set_secondary_keywords(lower, study.pk, ["a"]),
        lambda: deciding.confirm_plan(lower, study.pk),
    ]  # fmt: skip
    for attempt in tries:
        with pytest.raises(NotAllowedError):
            attempt()
    assert not Addition.objects.exists() and not Decision.objects.exists()


def test_what_cannot_be_joined_or_taken_back_is_refused(actor: Actor, study: Study) -> None:
    found = yardstick_of(study)
    own = adding.add_terms(actor, study.pk, ["garden gnome"]).rows[0]
    for keys in ([found.terms[0].key], [found.terms[0].key, found.subtopics[0].key], [found.terms[0].key, own.key]):
        with pytest.raises(ApplicationError):
            adding.join(actor, study.pk, keys)
    for keys in (["t-none", found.terms[0].key], [found.terms[0].key, found.terms[0].key]):
        with pytest.raises(NotFoundError):
            adding.join(actor, study.pk, keys)
    with pytest.raises(NotFoundError):
        adding.take_back(actor, study.pk, 10**9)
    with pytest.raises(NotFoundError):
        adding.split_off(actor, study.pk, own.key, ["lemmas garden gnome"])
    CurrentConsensus.objects.filter(study=study).update(consensus=None)
    with pytest.raises(ApplicationError):
        adding.add_terms(actor, study.pk, ["another gnome"])
