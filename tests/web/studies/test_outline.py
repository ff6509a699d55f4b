"""The outline of a study: built, corrected, made into a draft and back."""

from __future__ import annotations

import itertools
from html import unescape

import pytest
from django.test import Client
from django.urls import reverse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from fundament.core.documents.html_out import html_of
from fundament.core.outline.proposed_outline import coverage, frequent_subtopics, proposed_subtopics
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.outlines import draft_from_outline, outline_from_draft
from fundament.web.errors import ApplicationError, ChangedSinceError
from fundament.web.studies.decisions import adding
from fundament.web.studies.decisions.deciding import decide_on
from fundament.web.studies.models import OutlineNode, Study
from fundament.web.studies.plan import outlining
from tests.web.conftest import make_draft, member, settle
from tests.web.studies.decided import yardstick_of


def lines(study: Study) -> list[tuple[int, str]]:
    return [(node.level, node.heading) for section in outlining.sections_of(study) for node in (section.node, *section.under)]


def build(actor: Actor, study: Study, *headings: tuple[int, str]) -> dict[str, str]:
    return {text: outlining.add_heading(actor, study.pk, text, level=level).key for level, text in headings}


def test_what_is_proposed_is_most_of_what_is_frequent_and_never_all(actor: Actor, study: Study) -> None:
    yardstick = yardstick_of(study)
    pages = len(yardstick.pages)
    frequent = frequent_subtopics(yardstick.subtopics, pages)
    outlining.add_proposed(actor, study.pk)
    nodes = list(OutlineNode.objects.filter(study=study))
    found = coverage(yardstick.subtopics, pages, [node.subtopic for node in nodes])
    assert found.covered == found.proposed and (found.proposed < len(frequent) if len(frequent) > 4 else found.proposed <= len(frequent))
    places = {s.key: s.place for s in yardstick.subtopics}
    assert [places[n.subtopic] for n in nodes] == sorted(places[n.subtopic] for n in nodes)
    assert 0 < sum(node.planned_words for node in nodes) <= yardstick.planned_words * 1.25
    heads = {term.key for term in yardstick.terms if term.head}
    assert any(node.terms for node in nodes) and not any(heads & set(node.terms) for node in nodes)
    outlining.add_proposed(actor, study.pk)  # a second time nothing is added twice
    assert OutlineNode.objects.filter(study=study).count() == len(nodes)


def test_what_must_be_there_is_proposed_and_what_was_dropped_is_not(actor: Actor, study: Study) -> None:
    yardstick = yardstick_of(study)
    rare = min(yardstick.subtopics, key=lambda s: (s.pages, s.weight))
    first = frequent_subtopics(yardstick.subtopics, len(yardstick.pages))[0]
    decide_on(actor, study.pk, rare.key, "must")
    decide_on(actor, study.pk, first.key, "dropped")
    now = yardstick_of(study)
    proposed = {s.key for s in proposed_subtopics(now.subtopics, len(now.pages), [rare.key])}
    assert rare.key in proposed and first.key not in proposed
    outlining.add_proposed(actor, study.pk)
    assert set(OutlineNode.objects.values_list("subtopic", flat=True)) == proposed


def test_headings_move_with_what_is_under_them(actor: Actor, study: Study) -> None:
    keys = build(actor, study, (2, "A"), (3, "a1"), (3, "a2"), (2, "B"), (3, "b1"), (2, "C"))
    outlining.move(actor, study.pk, keys["A"], "down")
    assert lines(study) == [(2, "B"), (3, "b1"), (2, "A"), (3, "a1"), (3, "a2"), (2, "C")]
    outlining.move(actor, study.pk, keys["a1"], "up")  # past its H2: it goes under the one before
    assert lines(study) == [(2, "B"), (3, "b1"), (3, "a1"), (2, "A"), (3, "a2"), (2, "C")]
    outlining.move(actor, study.pk, keys["A"], "in")
    assert lines(study) == [(2, "B"), (3, "b1"), (3, "a1"), (3, "A"), (3, "a2"), (2, "C")]
    outlining.move(actor, study.pk, keys["a1"], "out")
    assert lines(study) == [(2, "B"), (3, "b1"), (2, "a1"), (3, "A"), (3, "a2"), (2, "C")]
    outlining.remove(actor, study.pk, keys["a1"])
    assert lines(study) == [(2, "B"), (3, "b1"), (3, "A"), (3, "a2"), (2, "C")]
    outlining.move_after(actor, study.pk, keys["B"], keys["C"])
    assert lines(study) == [(2, "C"), (2, "B"), (3, "b1"), (3, "A"), (3, "a2")]
    outlining.move_after(actor, study.pk, keys["B"], keys["b1"])  # into itself: nothing
    outlining.move(actor, study.pk, keys["C"], "in")  # the first stays an H2
    assert lines(study) == [(2, "C"), (2, "B"), (3, "b1"), (3, "A"), (3, "a2")]


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(moves=st.lists(st.tuples(st.integers(0, 5), st.sampled_from(["up", "down", "in", "out", "after"]), st.integers(0, 6)), max_size=12))
def test_no_move_loses_a_heading_or_leaves_an_h3_alone(actor: Actor, study: Study, moves: list[tuple[int, str, int]]) -> None:
    OutlineNode.objects.filter(study=study).delete()
    keys = list(build(actor, study, *((2 + n % 2, f"H{n}") for n in range(6))).values())
    for which, way, other in moves:
        if way == "after":
            outlining.move_after(actor, study.pk, keys[which], keys[other] if other < 6 else "", level=2 + other % 2)
        else:
            outlining.move(actor, study.pk, keys[which], way)
        found = lines(study)
        assert sorted(text for _, text in found) == [f"H{n}" for n in range(6)]
        assert found[0][0] == 2
        nodes = list(OutlineNode.objects.filter(study=study))
        assert [node.place for node in nodes] == list(range(6))
        for before, node in itertools.pairwise(nodes):
            if node.parent_id is not None:  # under the nearest H2 before it
                assert node.parent_id == (before.parent_id or before.pk)


def test_two_people_at_one_section_are_asked(signed_in: Client, actor: Actor, study: Study) -> None:
    node = outlining.add_heading(actor, study.pk, "Raking out")
    seen = outlining.node_stamp(node)
    bea = member(actor.workspace, "bea", "editor")
    outlining.change(
        bea, study.pk, node.key, seen=seen, heading="Raking out safely", notes="by Bea", planned_words=100, terms=[], entities=[]
    )
    with pytest.raises(ChangedSinceError):
        outlining.change(actor, study.pk, node.key, seen=seen, heading="Mine", notes="", planned_words=0, terms=[], entities=[])
    address = reverse("outline-node", args=[study.pk, node.key])
    typed = {"seen": seen, "heading": "Mine", "notes": "my <b>notes</b>", "planned_words": "1,20"}
    answer = signed_in.post(address, typed, headers={"HX-Request": "true"}).content.decode()
    assert "Raking out safely" in answer and "by Bea" in answer and 'value="Mine"' in answer and "my &lt;b&gt;notes" in answer
    assert OutlineNode.objects.get().heading == "Raking out safely"
    again = unescape(answer).split('name="seen" value="')[1].split('"')[0]
    signed_in.post(address, {**typed, "seen": again}, headers={"HX-Request": "true"})
    stored = OutlineNode.objects.get()
    assert (stored.heading, stored.notes, stored.planned_words) == ("Mine", "my <b>notes</b>", 120)


def test_the_screen_builds_an_outline(signed_in: Client, study: Study) -> None:
    subtopic = yardstick_of(study).subtopics[0]
    address = reverse("add-heading", args=[study.pk])
    answer = signed_in.post(address, {"subtopic": subtopic.key}, headers={"HX-Request": "true"})
    assert answer.status_code == 200 and "Undo" in answer.content.decode()
    assert signed_in.post(address, {"subtopic": subtopic.key}).status_code == 422  # it is there already
    assert (
        signed_in.post(address, {"heading": "x" * 2_000}).status_code == 422
        and signed_in.post(address, {"heading": " "}).status_code == 422
    )
    assert signed_in.post(address, {"subtopic": "s-nothing"}).status_code == 404
    signed_in.post(address, {"heading": "Our own <i>angle</i>", "level": "3"})
    page = signed_in.get(reverse("outline", args=[study.pk])).content.decode()
    assert "Our own &lt;i&gt;angle&lt;/i&gt;" in page and "1 heading only on our page" in page
    node = OutlineNode.objects.get(subtopic="")
    move = reverse("move-heading", args=[study.pk, node.key])
    for way in ("out", "up", "remove"):
        assert signed_in.post(move, {"way": way}).status_code == 302
    assert signed_in.post(move, {"way": "remove"}).status_code == 404 and not OutlineNode.objects.filter(subtopic="").exists()


def test_an_outline_becomes_a_draft_and_follows_it_back(actor: Actor, study: Study) -> None:
    with pytest.raises(ApplicationError):
        draft_from_outline(actor, study.pk)
    keys = build(actor, study, (2, "Raking out"), (3, "Tools"), (2, "Filling"))
    node = outlining.node_for(study, keys["Tools"])
    outlining.change(
        actor,
        study.pk,
        node.key,
        seen=outlining.node_stamp(node),
        heading="Tools",
        notes="Name three.",
        planned_words=80,
        terms=[],
        entities=[],
    )
    draft = draft_from_outline(actor, study.pk)
    html = html_of(Draft.objects.get(pk=draft.pk).document)
    assert "<h2>Raking out</h2>" in html and "<h3>Tools</h3>" in html and "Name three" not in html
    document = draft.document
    blocks = document["content"]
    tools = next(block for block in blocks if block["attrs"].get("id") == keys["Tools"])
    blocks.remove(tools)
    tools["content"][0]["text"] = "Tools you need"
    blocks.append(tools)
    blocks.append({"type": "heading", "attrs": {"id": "fresh", "level": 2}, "content": [{"type": "text", "text": "New in the draft"}]})
    Draft.objects.filter(pk=draft.pk).update(document=document)
    outline_from_draft(actor, draft.pk)
    assert lines(study) == [(2, "Raking out"), (2, "Filling"), (3, "Tools you need"), (2, "New in the draft")]
    assert outlining.node_for(study, keys["Tools"]).notes == "Name three."  # what was written of it stays
    with pytest.raises(ApplicationError):
        outline_from_draft(actor, make_draft(actor, study, "<p>No heading.</p>", name="Bare").pk)


def test_an_outline_follows_what_is_joined_and_back(signed_in: Client, actor: Actor, study: Study) -> None:
    first, second = yardstick_of(study).subtopics[:2]
    node = outlining.add_heading(actor, study.pk, "", subtopic=second.key)
    made = adding.join(actor, study.pk, [first.key, second.key])
    settle(study)
    assert outlining.node_for(study, node.key).covers == first.key
    page = signed_in.get(reverse("outline", args=[study.pk])).content.decode()
    assert "no competitor chosen now has it" not in page and "1 of" in page.split("outline-answer")[1][:60]
    with pytest.raises(ApplicationError):  # it is there already, under its other key
        outlining.add_heading(actor, study.pk, "", subtopic=first.key)
    adding.take_back(actor, study.pk, made.pk)
    settle(study)
    assert outlining.node_for(study, node.key).covers == second.key


def test_doing_nothing_offers_no_undo_of_something_else(signed_in: Client, study: Study) -> None:
    address, asked = reverse("add-heading", args=[study.pk]), {"headers": {"HX-Request": "true"}}
    assert "Undo" in signed_in.post(address, {"proposed": "yes"}, **asked).content.decode()
    again = signed_in.post(address, {"proposed": "yes"}, **asked).content.decode()
    assert "Undo" not in again and "Nothing changed" in again
    term = {"kind": "terms", "key": yardstick_of(study).terms[0].key, "action": "kept"}
    assert "Undo" in signed_in.post(reverse("decide", args=[study.pk]), term, **asked).content.decode()
    assert "Undo" not in signed_in.post(reverse("decide", args=[study.pk]), term, **asked).content.decode()


def test_a_draft_of_too_many_headings_changes_nothing(actor: Actor, study: Study) -> None:
    outlining.add_heading(actor, study.pk, "Only one")
    with pytest.raises(ApplicationError):
        outlining.take_headings(actor, study.pk, [(f"b-{n}", 2, f"H{n}") for n in range(201)])
    assert lines(study) == [(2, "Only one")]
