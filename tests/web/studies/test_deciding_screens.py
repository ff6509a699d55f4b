"""Decisions from the screens: a term, the planned length."""

from __future__ import annotations

from html import unescape

import pytest
from django.test import Client
from django.urls import reverse

from fundament.core.consensus.keys import heading_member
from fundament.core.yardstick.secondary_keywords import secondary_key
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.drafts.models import Draft
from fundament.web.studies.decisions.adding import set_secondary_keywords
from fundament.web.studies.decisions.deciding import decide_on, decisions_stamp
from fundament.web.studies.models import Addition, Decision, Study
from tests.web.conftest import make_draft, member, settle
from tests.web.studies.decided import yardstick_of


def decide(client: Client, study: Study, key: str, **body: str):  # type: ignore[no-untyped-def]
    return client.post(reverse("decide", args=[study.pk]), {"kind": "terms", "key": key, **body})


def test_a_term_is_dropped_given_a_target_and_put_back(signed_in: Client, study: Study, actor: Actor) -> None:
    term = yardstick_of(study).terms[0]
    answer = decide(signed_in, study, term.key, action="dropped", note="not <b>ours</b>")
    assert answer.status_code == 302 and answer["Location"] == reverse("terms", args=[study.pk])
    moved = yardstick_of(study)
    assert next(t for t in moved.terms if t.key == term.key).weight == 0
    page = signed_in.get(reverse("terms", args=[study.pk])).content.decode()
    assert "1 is decided by hand" in page and ">ignored<" in page
    part = signed_in.get(reverse("term", args=[study.pk, term.key])).content.decode()
    assert "Ignored" in part and "not &lt;b&gt;ours&lt;/b&gt;" in part and actor.person.shown in part and "Reset" in part
    decide(signed_in, study, term.key, action="own target", low="3")
    made = Decision.objects.get()
    assert (made.action, made.low, made.high) == ("own target", 3, 3)
    assert next(t for t in yardstick_of(study).terms if t.key == term.key).low == 3
    decide(signed_in, study, term.key, action="as proposed")
    assert not Decision.objects.exists() and "decided by hand" not in signed_in.get(reverse("terms", args=[study.pk])).content.decode()


@pytest.mark.parametrize(
    "body",
    [
        {"action": "own target"}, {"action": "own target", "low": "-1"}, {"action": "own target", "low": "5", "high": "2"},
        {"action": "own target", "low": "٣"}, {"action": "own target", "low": "9" * 400}, {"action": "praised"}, {}, {"action": "as typed", "note": "alone"}, {"action": "kept", "kind": "praise"},
    ],
)  # fmt: skip
def test_what_is_no_decision_is_said(signed_in: Client, study: Study, body: dict[str, str]) -> None:
    key = yardstick_of(study).terms[0].key
    answer = signed_in.post(reverse("decide", args=[study.pk]), {"kind": "terms", "key": key, **body}, headers={"HX-Request": "true"})
    assert answer.status_code == 422 and answer["HX-Retarget"] and not Decision.objects.exists()


def test_the_length_is_planned_and_taken_back(signed_in: Client, study: Study) -> None:
    before, address = yardstick_of(study), reverse("plan-length", args=[study.pk])
    assert signed_in.post(address, {"words": "2,000"}, headers={"HX-Request": "true"})["HX-Redirect"] == reverse(
        "yardstick", args=[study.pk]
    )
    after = yardstick_of(study)
    assert after.planned_words == 2_000 and any(a.high > b.high for a, b in zip(after.terms, before.terms, strict=True))
    page = signed_in.get(reverse("yardstick", args=[study.pk])).content.decode()
    assert "set by hand" in page and "Back to what is proposed" in page
    for wrong in ("", "0", "many", "49", "40001", "-5"):
        assert signed_in.post(address, {"words": wrong}).status_code == 422
    assert yardstick_of(study).planned_words == 2_000
    signed_in.post(address, {"median": "yes"})
    assert yardstick_of(study) == before


def test_who_may_not_decide_sees_no_buttons(client: Client, study: Study, actor: Actor) -> None:
    reader = member(actor.workspace, "rita", "reader")
    client.force_login(reader.person)
    part = client.get(reverse("term", args=[study.pk, yardstick_of(study).terms[0].key])).content.decode()
    assert "<form" not in part and 'name="key"' not in client.get(reverse("terms", args=[study.pk])).content.decode()
    assert "Plan it" not in client.get(reverse("yardstick", args=[study.pk])).content.decode()


def test_several_are_decided_at_once_and_all_are_put_back(signed_in: Client, study: Study) -> None:
    keys = [subtopic.key for subtopic in yardstick_of(study).subtopics[:3]]
    address = reverse("decide", args=[study.pk])
    answer = signed_in.post(address, {"kind": "subtopics", "key": keys, "action": "must"}, headers={"HX-Request": "true"})
    assert answer.status_code == 200 and "3 decided" in answer.content.decode() and "decidables" in answer["HX-Trigger"]
    assert {(d.key, d.action) for d in Decision.objects.all()} == {(key, "must") for key in keys}
    # a key that is not there refuses all of them
    assert signed_in.post(address, {"kind": "subtopics", "key": [*keys, "s-nothing"], "action": "may"}).status_code == 404
    assert set(Decision.objects.values_list("action", flat=True)) == {"must"}
    signed_in.post(address, {"kind": "subtopics", "all": "yes"})
    assert not Decision.objects.exists()
    assert signed_in.post(address, {"kind": "subtopics", "action": "must"}).status_code == 422


def test_a_note_stays_when_only_the_decision_changes(signed_in: Client, study: Study) -> None:
    key = yardstick_of(study).entities[0].key
    address = reverse("decide", args=[study.pk])
    signed_in.post(address, {"kind": "entities", "key": key, "action": "dropped", "note": "no rival writes so"})
    signed_in.post(address, {"kind": "entities", "key": key, "action": "kept"})
    made = Decision.objects.get()
    assert (made.action, made.note) == ("kept", "no rival writes so")
    signed_in.post(address, {"kind": "entities", "key": key, "action": "as typed", "note": "but we do", "low": ""})  # Enter in the note
    made.refresh_from_db()
    assert (made.action, made.note) == ("kept", "but we do")


def test_a_decision_tells_what_it_does_to_the_drafts(signed_in: Client, study: Study, actor: Actor) -> None:
    draft = make_draft(actor, study, "<p>Keep the lime mortar damp for a week. Rake the old mortar out of the joint.</p>")
    before = Draft.objects.get(pk=draft.pk).score["total"]
    answer = signed_in.post(
        reverse("decide", args=[study.pk]),
        {"kind": "terms", "key": yardstick_of(study).terms[0].key, "action": "dropped"},
        headers={"HX-Request": "true"},
    ).content.decode()
    address = reverse("scores-moved", args=[study.pk]) + f"?was={draft.pk}:{before:.2f}"
    assert address in answer
    moved = signed_in.get(address).content.decode()
    now = measure_stored(Draft.objects.get(pk=draft.pk)).score
    assert now is not None and f"{before:.1f}" in moved and f"{now.total:.1f}" in moved and abs(now.total - before) > 0.05
    assert "→" not in signed_in.get(address.split("?")[0], {"was": "1:x,999999:1.00"}).content.decode()


def test_what_stands_behind_a_term_an_entity_and_a_subtopic(signed_in: Client, study: Study) -> None:
    yardstick = yardstick_of(study)
    term = yardstick.terms[0]
    part = signed_in.get(reverse("term", args=[study.pk, term.key])).content.decode()
    assert part.count("<mark>") >= sum(term.counts) and all(
        page.url.split("/")[2].removeprefix("www.")[:20] in part for page in yardstick.pages
    )
    assert "<mark>" in signed_in.get(reverse("entity", args=[study.pk, yardstick.entities[0].key])).content.decode()
    subtopic = yardstick.subtopics[0]
    assert subtopic.headings[0].text in unescape(signed_in.get(reverse("subtopic", args=[study.pk, subtopic.key])).content.decode())
    assert signed_in.get(reverse("term", args=[study.pk, "t-nothing"])).status_code == 404


def test_own_terms_are_pasted_and_what_is_none_stays(signed_in: Client, study: Study) -> None:
    known = yardstick_of(study).terms[0].name
    typed = f"garden gnome; 2-4\nred wheelbarrow\t3\nthe\n{known}\na b c d e f g h i j k l\nbroken target; 9-2\n"
    answer = signed_in.post(reverse("add-terms", args=[study.pk]), {"terms": typed}, headers={"HX-Request": "true"}).content.decode()
    assert "2 added: garden gnome, red wheelbarrow" in answer and "4 were not added" in answer
    left = unescape(answer.split("<textarea")[1].split(">", 1)[1].split("</textarea>")[0])
    assert left.splitlines() == ["the", known, "a b c d e f g h i j k l", "broken target; 9-2"]
    assert {(d.low, d.high) for d in Decision.objects.all()} == {(2, 4), (3, 3)}
    settle(study)
    own = [term for term in yardstick_of(study).terms if term.own]
    assert {(term.name, term.low, term.high) for term in own} == {("garden gnome", 2, 4), ("red wheelbarrow", 3, 3)}
    for addition in Addition.objects.all():
        signed_in.post(reverse("take-back", args=[study.pk]), {"addition": addition.pk})
    assert not Addition.objects.exists()
    assert signed_in.post(reverse("add-terms", args=[study.pk]), {"terms": " \n"}).status_code == 422
    assert signed_in.post(reverse("take-back", args=[study.pk]), {"addition": "x"}).status_code == 404


def test_subtopics_are_joined_split_and_called_otherwise(signed_in: Client, study: Study) -> None:
    first, second = yardstick_of(study).subtopics[:2]
    joined = signed_in.post(
        reverse("join", args=[study.pk]), {"kind": "subtopics", "key": [first.key, second.key]}, headers={"HX-Request": "true"}
    )
    assert joined.status_code == 200 and "Undo" in joined.content.decode()
    settle(study)
    now = {s.key: s for s in yardstick_of(study).subtopics}
    assert second.key not in now and len(now[first.key].headings) == len(first.headings) + len(second.headings)
    part = unescape(signed_in.get(reverse("subtopic", args=[study.pk, first.key])).content.decode())
    member = heading_member(first.headings[0].url, first.headings[0].text)
    assert f'value="{member}"' in part
    split = signed_in.post(
        reverse("split", args=[study.pk, first.key]), {"member": member, "name": "By itself"}, headers={"HX-Request": "true"}
    )
    assert split.status_code == 200
    settle(study)
    assert any(s.label == "By itself" for s in yardstick_of(study).subtopics)
    signed_in.post(reverse("call", args=[study.pk, first.key]), {"name": "Our <b>name</b>"})
    before = {s.key: s.weight for s in yardstick_of(study).subtopics}
    assert next(s.label for s in yardstick_of(study).subtopics if s.key == first.key) == "Our <b>name</b>"
    assert "Our &lt;b&gt;name" in signed_in.get(reverse("outline", args=[study.pk])).content.decode()
    signed_in.post(reverse("call", args=[study.pk, first.key]), {"name": ""})
    assert {s.key: s.weight for s in yardstick_of(study).subtopics} == before  # a name changes no figure
    for wrong in ({"kind": "subtopics", "key": first.key}, {"kind": "praise"}, {"kind": "subtopics", "key": [first.key, "s-nothing"]}):
        assert signed_in.post(reverse("join", args=[study.pk]), wrong).status_code in (404, 422)
    assert signed_in.post(reverse("split", args=[study.pk, first.key]), {}).status_code == 422


def test_an_entity_is_added_and_its_kind_put_right(signed_in: Client, study: Study) -> None:
    entity = yardstick_of(study).entities[0]
    signed_in.post(reverse("call", args=[study.pk, entity.key]), {"name": entity.name, "shown_kind": "work"})
    assert yardstick_of(study).entities[0].kind == "work"
    assert signed_in.post(reverse("call", args=[study.pk, entity.key]), {"name": "x" * 201}).status_code == 422
    assert (
        signed_in.post(
            reverse("add-entity", args=[study.pk]), {"name": "Aunt Mabel", "aliases": "Mabel, ", "shown_kind": "person"}
        ).status_code
        == 302
    )
    assert signed_in.post(reverse("add-entity", args=[study.pk]), {"name": "Aunt Mabel"}).status_code == 422
    settle(study)
    own = next(e for e in yardstick_of(study).entities if e.own)
    assert (own.name, own.kind) == ("Aunt Mabel", "person")
    page = signed_in.get(reverse("entities", args=[study.pk])).content.decode()
    assert "Undo Aunt Mabel" in page


def test_secondary_keywords_are_changed_later(signed_in: Client, study: Study) -> None:
    address = reverse("set-secondary", args=[study.pk])
    signed_in.post(address, {"phrases": "lime mix\n\n  wall   repair \nlime mix"})
    settle(study)
    assert list(study.secondary_keywords.values_list("phrase", flat=True)) == ["lime mix", "wall repair"]
    page = signed_in.get(reverse("yardstick", args=[study.pk])).content.decode()
    assert "lime mix\nwall repair</textarea>" in page and ">wall repair</th>" in page
    refused = signed_in.post(address, {"phrases": "\n".join(f"lime {n}" for n in range(51))}, headers={"HX-Request": "true"})
    assert refused.status_code == 422 and refused["HX-Retarget"] and study.secondary_keywords.count() == 2
    signed_in.post(address, {"phrases": ""})
    assert not study.secondary_keywords.exists()


def test_two_who_decide_otherwise_at_once_are_asked(signed_in: Client, study: Study, actor: Actor, client: Client) -> None:
    key = yardstick_of(study).terms[3].key
    seen = decisions_stamp(study)
    decide_on(member(actor.workspace, "bea", "editor"), study.pk, key, "kept", note="our word")
    sent = {"kind": "terms", "key": key, "action": "dropped", "seen": seen}
    answer = signed_in.post(reverse("decide", args=[study.pk]), sent, headers={"HX-Request": "true"})
    page = answer.content.decode()
    assert "bea decided on" in page and "kept" in page and "Mine holds: ignored" in page
    assert Decision.objects.get(study=study, key=key).action == "kept"
    answer = signed_in.post(reverse("decide", args=[study.pk]), {**sent, "over": "yes"}, headers={"HX-Request": "true"})
    assert Decision.objects.get(study=study, key=key).action == "dropped" and "Undo" in answer.content.decode()


def test_who_decides_alike_or_has_seen_it_is_not_asked(signed_in: Client, study: Study, actor: Actor) -> None:
    other, key = member(actor.workspace, "bea", "editor"), yardstick_of(study).terms[3].key
    before = decisions_stamp(study)
    decide_on(other, study.pk, key, "kept")
    for action, seen in (("kept", before), ("dropped", decisions_stamp(study))):
        sent = {"kind": "terms", "key": key, "action": action, "seen": seen}
        assert "Mine holds" not in signed_in.post(reverse("decide", args=[study.pk]), sent, headers={"HX-Request": "true"}).content.decode()
    assert Decision.objects.get(study=study, key=key).action == "dropped"
    decide_on(other, study.pk, key, "as proposed")  # who never says what was seen decides whatever others did
    assert not Decision.objects.filter(study=study, key=key).exists()


def test_the_screens_say_what_was_seen(signed_in: Client, study: Study, actor: Actor) -> None:
    decide_on(actor, study.pk, yardstick_of(study).terms[0].key, "kept")
    for screen in ("terms", "entities", "outline"):
        assert f'name="seen" value="{decisions_stamp(study)}"' in signed_in.get(reverse(screen, args=[study.pk])).content.decode()


def test_a_secondary_keyword_is_decided_on_where_it_is_read(signed_in: Client, study: Study, actor: Actor) -> None:
    set_secondary_keywords(actor, study.pk, ["lime mix", "raking out joints"])
    settle(study)
    before = yardstick_of(study)
    key = secondary_key("lime mix")
    page = signed_in.get(reverse("yardstick", args=[study.pk])).content.decode()
    assert f'value="{key}"' in page
    answer = signed_in.post(reverse("decide", args=[study.pk]), {"kind": "secondary", "key": key, "action": "dropped"})
    assert answer.status_code == 302 and yardstick_of(study).secondary_factors == (0.0, 1.0)
    assert yardstick_of(study).page_scores != before.page_scores
    assert "ignored" in signed_in.get(reverse("study-history", args=[study.pk])).content.decode()
    set_secondary_keywords(actor, study.pk, ["raking out joints"])  # taken off, its decision is kept
    settle(study)
    assert yardstick_of(study).secondary_factors == () and Decision.objects.filter(study=study, key=key).exists()
    set_secondary_keywords(actor, study.pk, ["lime mix", "raking out joints"])
    settle(study)
    assert yardstick_of(study).secondary_factors == (0.0, 1.0)
    signed_in.post(reverse("decide", args=[study.pk]), {"kind": "secondary", "key": key, "action": "as proposed"})
    assert yardstick_of(study) == before
    assert (
        signed_in.post(
            reverse("decide", args=[study.pk]), {"kind": "secondary", "key": key, "action": "own target", "low": "2"}
        ).status_code
        == 404
    )
