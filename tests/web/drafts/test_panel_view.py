"""What a panel of the desk shows and in which order: by kind, state, words, gain and section."""

from __future__ import annotations

import itertools
import json
import re

import pytest
from django.test import Client
from django.urls import reverse

from fundament.core.edits.places import heading_places
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk.panels import PanelView, panel_context
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.outlines import draft_from_outline
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining
from tests.web.conftest import make_draft
from tests.web.drafts.texts import TEXT


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, TEXT)


def panel(client: Client, draft: Draft, **asked: str) -> str:
    return str(json.loads(client.get(reverse("draft-panel", args=[draft.pk]), asked).content)["panel"])


def test_edits_are_taken_by_kind_and_ordered(actor: Actor, study: Study) -> None:
    long = "Keep the wall damp for a week, and shade it from the sun, or the wind will dry it out before it has set. " * 8
    draft = make_draft(actor, study, f"{TEXT}<h2>Afterwards</h2><p>{long}</p>")
    measured = measure_stored(draft)
    usual = panel_context(measured, "edits")["edits"]
    only = panel_context(measured, "edits", PanelView(only="use_term"))["edits"]
    assert only and {edit["check"] for edit in only} == {"use_term"}
    sure = [
        float(edit["bounds"].split()[0]) for edit in panel_context(measured, "edits", PanelView(sort="sure"))["edits"] if edit["bounds"]
    ]
    assert sure == sorted(sure, reverse=True)
    kinds = [edit["check"] for edit in panel_context(measured, "edits", PanelView(sort="kind"))["edits"]]
    assert len([1 for one, other in itertools.pairwise(kinds) if one != other]) == len(set(kinds)) - 1
    section = next(edit["section"] for edit in usual if edit["section"])
    heading = next(block.key for block in measured.reading.blocks if block.text == section)  # type: ignore[union-attr]
    assert panel_context(measured, "edits", PanelView(here=heading))["edits"][0]["section"] == section


def test_tables_are_searched_by_state_and_words(draft: Draft, signed_in: Client) -> None:
    shown = panel(signed_in, draft, panel="terms", only="absent", sort="name")
    names = [name.lower() for name in re.findall(r'data-part="terms"[^>]*>([^<]+)<', shown)]
    assert names and names == sorted(names)
    assert "None of" in panel(signed_in, draft, panel="terms", find="zeppelin")
    assert "lime putty" in panel(signed_in, draft, panel="terms", find="putty lime")
    for odd in ({"sort": "moon"}, {"only": "\x00<b>"}, {"find": "x" * 9_000}, {"here": "nowhere"}):
        assert signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "terms", **odd}).status_code == 200


def test_a_heading_goes_where_the_competitors_have_it(draft: Draft) -> None:
    measured = measure_stored(draft)
    compiled, features, reading = measured.compiled, measured.features, measured.reading
    assert compiled is not None and features is not None and reading is not None
    keys = [block.key for block in reading.blocks]
    places = heading_places(compiled, features, keys)
    headings = {block.key for block in reading.blocks if block.kind == "heading" and block.level == 2}
    assert places and set(places.values()) <= headings | {""}
    order = {key: number for number, key in enumerate(keys)} | {"": len(keys)}
    by_place = sorted((subtopic.place, order[places[subtopic.key]]) for subtopic in compiled.yardstick.subtopics if subtopic.key in places)
    assert [at for _, at in by_place] == sorted(at for _, at in by_place)


def test_why_a_use_does_not_count_is_said_at_the_use(actor: Actor, study: Study, signed_in: Client) -> None:
    html = "<h2>About lime mortar</h2><p>We use lime mortar here, for lime mortar lets the old wall dry out. The lime mortar of today is much like that of old.</p><p>Lime mortar.</p>"
    draft = make_draft(actor, study, html)
    measured = measure_stored(draft)
    key = next(term.key for term in measured.compiled.yardstick.terms if term.name == "lime mortar")  # type: ignore[union-attr]
    answer = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "terms", "part": "terms", "key": key}).content)
    whys = [why for *_, why in answer["marks"]]
    assert whys == ["in a heading", "", "a second time in one sentence", "", "not in a whole sentence"]
    assert "1 does not count: in a heading" in answer["panel"] and "In your text 5 times; 2 count." in answer["panel"]


def test_the_keyword_is_told_by_zone_with_what_to_do(actor: Actor, study: Study, signed_in: Client) -> None:
    html = (
        "<h1>Repointing brick with lime mortar</h1>"
        + "<h2>Repointing brick with lime mortar</h2><p>It is done by hand, and slowly.</p>" * 4
    )
    draft = make_draft(actor, study, html)
    shown = panel(signed_in, draft, panel="placement")
    assert "The keyword by zone" in shown and "remove 3" in shown and "leave" in shown
    rows = {row["zone"]: row for row in panel_context(measure_stored(draft), "placement")["zones"]}
    assert rows["H1"]["exact"] == 1 and rows["H2"]["exact"] == 4 and rows["body"]["exact"] == 0


def test_one_use_that_earns_is_not_to_be_taken_out(actor: Actor, study: Study) -> None:
    draft = make_draft(
        actor, study, "<h1>Repointing brick with lime mortar</h1><p>It is done by hand, and slowly, in small parts of the wall.</p>"
    )
    rows = {row["zone"]: row for row in panel_context(measure_stored(draft), "placement")["zones"]}
    assert rows["H1"]["exact"] == 1 and rows["H1"]["advice"] == "leave"


def test_the_outline_of_the_study_stands_beside_a_text_that_was_not_begun_from_it(
    actor: Actor, study: Study, draft: Draft, signed_in: Client
) -> None:
    assert "Nothing is planned" in panel(signed_in, draft, panel="plan")
    key = outlining.add_heading(actor, study.pk, "What <b>others</b> leave out").key
    outlining.change(
        actor, study.pk, key, seen=outlining.node_stamp(outlining.node_for(study, key)), heading="What <b>others</b> leave out", notes="Our own tests",
        planned_words=120, terms=[], entities=[],
    )  # fmt: skip
    shown = panel(signed_in, draft, panel="plan")
    assert "0 of 1 planned heading" in shown and "Our own tests" in shown and f'data-id="{key}"' in shown
    assert "&lt;b&gt;others" in shown and "<b>others" not in shown
    begun = draft_from_outline(actor, study.pk)
    assert "1 of 1 planned heading" in panel(signed_in, begun, panel="plan") and f'data-go="{key}"' in panel(signed_in, begun, panel="plan")
