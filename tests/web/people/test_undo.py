"""Every verb: done, a neighbour touched by somebody else, undone, and the rows compared."""

from __future__ import annotations

import datetime
from collections.abc import Callable
from typing import Any

import pytest
from django.forms.models import model_to_dict
from django.test import Client
from django.urls import reverse

from fundament.core.consensus.keys import heading_member
from fundament.messages import spoken
from fundament.web.accounts.models import Membership, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk import language, proposing
from fundament.web.drafts.measuring import stating
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import publishing, saving, sharing
from fundament.web.errors import ApplicationError, ChangedSinceError, NotAllowedError, NotFoundError
from fundament.web.history.models import ActionLog
from fundament.web.history.services.record import recorded
from fundament.web.history.services.undo import undo
from fundament.web.history.verbs import VERBS, verb
from fundament.web.keywords.models import KeywordList
from fundament.web.keywords.services import lists as keyword_lists
from fundament.web.members.services import members, passwords, workspaces
from fundament.web.sites.models import Page, Site
from fundament.web.sites.services import sites
from fundament.web.studies.decisions import adding, deciding, entities
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import (
    CompetitorChoice,
    Identity,
    Study,
)
from fundament.web.studies.plan import outlining, planning
from fundament.web.studies.results import choosing, correcting, opening, pages, purposes, rereading
from fundament.web.study_files import duplicating
from fundament.web.study_files.opening import open_study_file
from fundament.web.study_files.writing import study_file_of
from tests.web.conftest import make_draft, member, picture, settle, text
from tests.web.studies.test_corrections import TURTLE, blocks_of, chosen_result

# drafts and identities are looked at below, by what a person decides of them; a list that is made is put away when that is undone
WATCHED = sorted(
    {model for verb in VERBS.values() for model in verb.touches} - {Draft, Identity, KeywordList}, key=lambda model: model.__name__
)
MOVES_ON = {"version", "updated_at", "score", "figures", "figures_problem", "kept_at", "words", "last_login"}


def rows() -> dict[str, list[Any]]:
    """What is stored of everything a person decides; of drafts their names and texts."""
    found = {model.__name__: [_plain(row) for row in model.objects.order_by("pk")] for model in WATCHED}
    found["Draft"] = list(Draft.objects.order_by("pk").values("name", "document", "title_tag", "archived_at", "measured_study_id"))
    found["Given"] = list(Identity.objects.exclude(given_name="", given_kind="").order_by("pk").values("key", "given_name", "given_kind"))
    return found


def _plain(row: Any) -> dict[str, Any]:
    more = {"since": row.since, "until": row.until} if isinstance(row, CompetitorChoice) else {}
    return {name: value for name, value in {**model_to_dict(row), **more, "pk": row.pk}.items() if name not in MOVES_ON}


class World:
    """A study with everything on which something can be done, and somebody else in it."""

    def __init__(self, actor: Actor, study: Study) -> None:
        self.actor, self.study = actor, study
        self.other = member(actor.workspace, "bea", "owner")
        self.third = Membership.objects.get(user=member(actor.workspace, "cleo", "writer").person)
        self.draft = make_draft(actor, study, "<p>Keep the lime mortar damp for a week.</p>")
        self.neighbour = make_draft(actor, study, "<p>Another text.</p>", name="Neighbour")
        saving.save(actor, self.draft.pk, text("<p>A second text.</p>"), 1)
        self.revision = self.draft.revisions.get()
        self.result = chosen_result(study)
        self.block = blocks_of(self.result)[1]
        self.invitation, self.token = members.invite(actor, "reader", "for the reader")
        self.page = Page.objects.create(
            workspace=actor.workspace,
            url="https://marl.example/a",
            site=Site.objects.create(workspace=actor.workspace, host="marl.example"),
        )
        self.keywords = keyword_lists.create_list(actor, "A list")
        keyword_lists.add_phrases(actor, self.keywords.pk, "lime mortar")
        compiled = compiled_of(study.pk)
        assert compiled is not None
        self.term = compiled.yardstick.terms[3].key
        self.subtopics = [subtopic.key for subtopic in compiled.yardstick.subtopics[:2]]
        first = compiled.yardstick.subtopics[0].headings[0]
        self.heading = heading_member(first.url, first.text)
        self.nodes = [
            outlining.add_heading(actor, study.pk, text, level=level) for text, level in (("First", 2), ("Under it", 3), ("Third", 2))
        ]
        self.second_study = Study.objects.create(workspace=actor.workspace, keyword="another", state="ready")


def _register(world: World) -> None:
    from fundament.web.accounts.models import Person

    members.accept(world.token, Person.objects.create_user("dora"))


DO: dict[str, Callable[[World], Any]] = {
    "workspace.rename": lambda w: workspaces.rename(w.actor, "Marl and Quoin"),
    "workspace.logo": lambda w: workspaces.set_logo(w.actor, picture()),
    "study.plan": lambda w: planning.set_plan(w.actor, w.study.pk, intent="To do it.", assignee=w.third.user_id, due="2026-12-24"),
    "member.invite": lambda w: members.invite(w.actor, "writer"),
    "member.end_invitation": lambda w: members.end_invitation(w.actor, w.invitation.pk),
    "member.accept": _register,
    "member.change": lambda w: members.change_role(w.actor, w.third.pk, "reader"),
    "member.remove": lambda w: members.remove(w.actor, w.third.pk),
    "member.password": lambda w: passwords.make_link(w.actor, w.third.pk),
    "study.open": lambda w: opening.open_study(w.actor, keyword="another wall", country="gb", language="en", device="desktop", depth=10),
    "study.duplicate": lambda w: duplicating.duplicate(w.actor, w.study.pk),
    "study.open_file": lambda w: open_study_file(w.actor, study_file_of(w.actor, w.study.pk)[1]),
    "study.reread": lambda w: rereading.reread(w.study.pk, w.actor.person.pk),
    "study.add_page": lambda w: pages.add_page(w.actor, w.study.pk, "https://further.example/"),
    "study.read_page": lambda w: pages.read_page_again(w.actor, w.study.pk, w.result.pk),
    "study.bring_page": lambda w: pages.bring_page(w.actor, w.study.pk, w.result.pk, ("a.html", b"<html><body><p>A page.</p></body></html>")),
    "study.defaults": lambda w: opening.set_defaults(w.actor, country="de", language="de", device="mobile", depth=30, folder="Rat"),
    "study.folder": lambda w: opening.to_folder(w.actor, [w.study.pk], "Advice"),
    "study.read_again": lambda w: opening.read_again(w.actor, w.study.pk),
    "study.choose": lambda w: choosing.set_chosen(w.actor, w.study.pk, [w.result.pk], False, "no rival"),
    "study.as_proposed": lambda w: (
        choosing.set_chosen(w.actor, w.study.pk, [w.result.pk], False), choosing.as_proposed(w.actor, w.study.pk)
    ),
    "study.overrule": lambda w: correcting.overrule(w.actor, w.study.pk, w.result.pk, w.block, False),
    "study.as_read": lambda w: (
        correcting.overrule(w.actor, w.study.pk, w.result.pk, w.block, False), correcting.as_it_was_read(w.actor, w.study.pk, w.result.pk)
    ),
    "study.bring_entities": lambda w: entities.bring_entities(w.actor, w.study.pk, TURTLE, "own.ttl"),
    "study.drop_entities": lambda w: (
        entities.bring_entities(w.actor, w.study.pk, TURTLE, "own.ttl"), entities.drop_entities(w.actor, w.study.pk)
    ),
    "study.decide": lambda w: deciding.decide_on(w.actor, w.study.pk, w.term, "own target", uses=(2, 4), note="as briefed"),
    "keywords.create": lambda w: keyword_lists.create_list(w.actor, "Another list"),
    "keywords.add": lambda w: keyword_lists.add_phrases(w.actor, w.keywords.pk, "lime render\nlimewash"),
    "keywords.remove": lambda w: keyword_lists.remove(w.actor, w.keywords.pk, list(w.keywords.keywords.values_list("pk", flat=True))),
    "keywords.rename": lambda w: keyword_lists.rename(w.actor, w.keywords.pk, "Other"),
    "keywords.archive": lambda w: keyword_lists.archive(w.actor, w.keywords.pk, away=True),
    "keywords.restore": lambda w: (
        keyword_lists.archive(w.actor, w.keywords.pk, away=True), keyword_lists.archive(w.actor, w.keywords.pk, away=False)
    ),
    "site.add": lambda w: sites.add_site(w.actor, "another.example"),
    "site.change": lambda w: sites.change_site(w.actor, w.page.site_id, name="Other", brand_words=["a"]),
    "site.archive": lambda w: sites.archive(w.actor, w.page.site_id, away=True),
    "site.restore": lambda w: (sites.archive(w.actor, w.page.site_id, away=True), sites.archive(w.actor, w.page.site_id, away=False)),
    "site.mean_for": lambda w: purposes.mean_for(w.actor, w.page.site_id, [w.page.pk], study_id=w.study.pk),
    "study.add_terms": lambda w: adding.add_terms(w.actor, w.study.pk, ["garden gnome", "red wheelbarrow"]),
    "study.add_entities": lambda w: adding.add_entity(w.actor, w.study.pk, "Aunt Mabel", ["Mabel"], "person"),
    "study.call": lambda w: deciding.call(w.actor, w.study.pk, w.subtopics[0], name="Another name"),
    "study.join": lambda w: adding.join(w.actor, w.study.pk, w.subtopics),
    "study.split": lambda w: adding.split_off(w.actor, w.study.pk, w.subtopics[0], [w.heading]),
    "study.take_back": lambda w: adding.take_back(w.actor, w.study.pk, adding.add_terms(w.actor, w.study.pk, ["garden gnome"]).rows[0].pk),
    "study.secondary_keywords": lambda w: adding.set_secondary_keywords(w.actor, w.study.pk, ["lime mix", "wall repair"]),
    "outline.add": lambda w: outlining.add_heading(w.actor, w.study.pk, "", subtopic=w.subtopics[0], after=w.nodes[0].key),
    "outline.change": lambda w: outlining.change(
        w.actor, w.study.pk, w.nodes[1].key, seen=outlining.node_stamp(w.nodes[1]), heading="Other", notes="Say why.", planned_words=90, terms=[w.term], entities=[],
    ),
    "outline.move": lambda w: outlining.move(w.actor, w.study.pk, w.nodes[2].key, "up"),
    "outline.remove": lambda w: outlining.remove(w.actor, w.study.pk, w.nodes[0].key),
    "outline.take": lambda w: outlining.take_headings(
        w.actor, w.study.pk, [("b-1", 2, "New"), (w.nodes[1].key, 3, "Renamed"), ("b-2", 2, "Third")]
    ),
    "study.confirm": lambda w: deciding.confirm_plan(w.actor, w.study.pk),
    "study.plan_length": lambda w: deciding.plan_length(w.actor, w.study.pk, 1_500),
    "study.rename": lambda w: opening.rename(w.actor, w.study.pk, "A name"),
    "study.archive": lambda w: opening.archive(w.actor, w.study.pk, away=True),
    "study.restore": lambda w: (opening.archive(w.actor, w.study.pk, away=True), opening.archive(w.actor, w.study.pk, away=False)),
    "draft.create": lambda w: saving.create_draft(w.actor, w.study.pk, name="New"),
    "draft.state": lambda w: stating.state(w.actor, w.draft.pk, "not_for_page", "terms:lime", name="lime"),
    "draft.unstate": lambda w: stating.take_back(
        w.actor, w.draft.pk, stating.state(w.actor, w.draft.pk, "there", "images_with_alt", count=2).pk
    ),
    "draft.accept": lambda w: proposing.keep_verdicts(w.actor, w.draft.pk, "taken", [{"key": "title:title", "after": "A title"}]),
    "draft.dismiss": lambda w: proposing.keep_verdicts(w.actor, w.draft.pk, "dismissed", [{"key": "use_term:x", "subject": "x"}]),
    "draft.hush": lambda w: language.hush(w.actor, w.draft.pk, "filler:abc", "very"),
    "draft.add_word": lambda w: language.add_word(w.actor, w.draft.pk, "ashlar"),
    "draft.check_by_hand": lambda w: language.check_by_hand(w.actor, w.draft.pk, "facts", done=True),
    "draft.share": lambda w: sharing.share(w.actor, w.draft.pk, hours=2, with_scores=True),
    "draft.renew_share": lambda w: sharing.renew(w.actor, w.draft.pk, sharing.share(w.actor, w.draft.pk, hours=2, with_scores=True)[0].pk, 9),
    "draft.end_share": lambda w: sharing.end(w.actor, w.draft.pk, sharing.share(w.actor, w.draft.pk, hours=2, with_scores=True)[0].pk),
    "draft.rename": lambda w: saving.rename(w.actor, w.draft.pk, "Other name"),
    "draft.archive": lambda w: saving.archive(w.actor, w.draft.pk, away=True),
    "draft.restore": lambda w: (saving.archive(w.actor, w.draft.pk, away=True), saving.archive(w.actor, w.draft.pk, away=False)),
    "draft.take_over": lambda w: saving.take_over(w.actor, w.draft.pk, w.revision.pk),
    "draft.measure_against": lambda w: saving.measure_against(w.actor, w.draft.pk, w.second_study.pk),
    "draft.publish": lambda w: publishing.publish(w.actor, w.draft.pk, w.page.pk, datetime.date(2026, 11, 2)),
}  # fmt: skip


@pytest.fixture
def world(actor: Actor, study: Study) -> World:
    return World(actor, study)


def test_every_verb_is_walked_and_has_a_name() -> None:
    assert set(DO) == set(VERBS)
    assert not [key for key in VERBS if spoken().label(f"verb.{key}") is None]


def test_a_verb_is_declared_once_with_what_it_touches(actor: Actor, study: Study) -> None:
    with pytest.raises(ValueError, match="once"):
        verb("study.rename", role="editor", touches=(Study,))
    with pytest.raises(ValueError, match="role"):
        verb("study.do_it_all", touches=(Study,))
    with pytest.raises(TypeError, match="Draft"), recorded(actor, VERBS["study.rename"], study) as recording:
        recording.watch([make_draft(actor, study, "<p>A text.</p>")], "name")


@pytest.mark.parametrize("key", list(DO))
def test_a_verb_done_and_undone_leaves_what_was_there(world: World, key: str) -> None:
    from django.db import connection

    before_all = ActionLog.objects.order_by("-id").values_list("id", flat=True).first() or 0
    before = rows()
    DO[key](world)
    actions = list(ActionLog.objects.filter(pk__gt=before_all).order_by("pk"))
    action = actions[-1]
    assert action.verb == key and action.actor == (world.actor.person if key != "member.accept" else action.actor)
    if not VERBS[key].can_be_undone:
        with pytest.raises(ApplicationError):
            undo(world.actor, action.pk)
        return
    done = rows()
    saving.rename(world.other, world.neighbour.pk, "Renamed by somebody else")  # a neighbour, meanwhile
    for one in reversed(actions):
        undo(world.other, one.pk)
    connection.check_constraints()
    after = rows()
    names = [row["name"] for row in after["Draft"]]
    assert "Renamed by somebody else" in names
    for row in (*before["Draft"], *after["Draft"]):
        if row["name"] in ("Neighbour", "Renamed by somebody else"):
            row["name"] = ""
    assert after == before
    # and what was undone can be done again, through the log
    undoings = ActionLog.objects.filter(undoes__in=actions).order_by("-pk")
    for one in undoings:
        undo(world.actor, one.pk)
    again = rows()
    again["Draft"], done["Draft"] = ([{**row, "name": ""} for row in found["Draft"]] for found in (again, done))
    assert again == done


def test_undo_brings_the_figures_along(actor: Actor, study: Study) -> None:
    before = compiled_of(study.pk)
    assert before is not None
    first = study.results.filter(chosen=True).first()
    settle(choosing.set_chosen(actor, study.pk, [first.pk], False))
    changed = compiled_of(study.pk)
    assert changed is not None and changed.yardstick != before.yardstick
    undo(actor, ActionLog.objects.first().pk)  # type: ignore[union-attr]
    study.refresh_from_db()
    assert study.figures == ""  # the consensus made before is at hand: no job is needed
    after = compiled_of(study.pk)
    assert after is not None and after.yardstick == before.yardstick


def test_what_was_changed_again_is_not_undone_unseen(actor: Actor, study: Study) -> None:
    opening.rename(actor, study.pk, "One")
    first = ActionLog.objects.first()
    opening.rename(member(actor.workspace, "bea", "editor"), study.pk, "Two")
    with pytest.raises(ChangedSinceError):
        undo(actor, first.pk)  # type: ignore[union-attr]
    assert Study.objects.get(pk=study.pk).name == "Two"


def test_nothing_is_undone_twice_by_a_stranger_or_by_a_reader(actor: Actor, study: Study) -> None:
    opening.rename(actor, study.pk, "One")
    action = ActionLog.objects.first()
    assert action is not None
    with pytest.raises(NotAllowedError):
        undo(member(actor.workspace, "rea", "reader"), action.pk)
    with pytest.raises(NotFoundError):
        undo(member(Workspace.objects.create(name="Elsewhere"), "eve", "owner"), action.pk)
    undo(actor, action.pk)
    with pytest.raises(ChangedSinceError):
        undo(actor, action.pk)


def test_an_action_that_changes_nothing_is_not_in_the_log(actor: Actor, study: Study) -> None:
    opening.rename(actor, study.pk, "")
    choosing.as_proposed(actor, study.pk)
    assert not ActionLog.objects.filter(thing=f"study:{study.pk}").exclude(verb="study.open").exists()


def test_the_history_tells_who_did_what_and_undoes_from_the_screen(signed_in: Client, actor: Actor, study: Study) -> None:
    opening.rename(member(actor.workspace, "bea", "editor"), study.pk, "A better name")
    page = signed_in.get(reverse("study-history", args=[study.pk])).content.decode()
    assert "Study renamed" in page and "bea" in page and "A better name" in page
    action = ActionLog.objects.first()
    assert action is not None
    back = signed_in.post(reverse("undo", args=[action.pk]), {"back": reverse("study-history", args=[study.pk])})
    assert back.url == reverse("study-history", args=[study.pk]) and Study.objects.get(pk=study.pk).name == ""
    assert signed_in.post(reverse("undo", args=[action.pk]), {"back": "//evil.example/"}).status_code == 409
