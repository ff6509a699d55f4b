"""Words of a person on a draft: they take edits off the list, count where they may, lower the bar and never raise the score, and stand beside it."""

from __future__ import annotations

import json
import re
from dataclasses import replace
from typing import Any

import pytest
from django.db import connection
from django.template.loader import render_to_string
from django.test import Client
from django.urls import reverse
from lxml import html as lxml_html

from fundament.core.scoring.guards.taken import taken_by_competitors
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.model import MOST_ON_WORD, Score
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk.denied import FIRST_FROM
from fundament.web.drafts.desk.panels import panel_context, verdict_of
from fundament.web.drafts.measuring import stating
from fundament.web.drafts.measuring.measuring import measure_stored, note_score, score_again
from fundament.web.drafts.models import Draft, Statement
from fundament.web.errors import ApplicationError
from fundament.web.history.models import ActionLog
from fundament.web.history.services.undo import undo
from fundament.web.studies.figures.yardsticks import yardstick_without
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft, settle
from tests.web.drafts.texts import TEXT


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, TEXT)


def panel(client: Client, draft: Draft, **asked: str) -> str:
    return str(json.loads(client.get(reverse("draft-panel", args=[draft.pk]), asked).content)["panel"])


def test_what_is_not_for_this_page_goes_off_the_list_and_never_raises_the_score(draft: Draft, actor: Actor, signed_in: Client) -> None:
    before = measure_stored(draft)
    assert before.score is not None
    target = f"terms:{next(edit.finding.subject_key for edit in before.edits if edit.finding.check == 'use_term')}"
    answer = signed_in.post(reverse("state", args=[draft.pk]), {"kind": "not_for_page", "target": target, "name": "lime"})
    assert answer.status_code == 200
    after = measure_stored(draft)
    assert after.score is not None and after.score.total == before.score.total
    assert after.score.aim <= before.score.aim and after.score.excused > 0.0
    assert target not in {f"terms:{edit.finding.subject_key}" for edit in after.edits if edit.finding.check == "use_term"}
    shown = panel(signed_in, draft, panel="edits")
    assert "Ignore for this page" in shown and "Marked by you" in shown
    core = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk])).content)["core"]
    assert (after.score.excused >= 0.5) == ("ignored" in core)
    signed_in.post(reverse("take-back-statement", args=[draft.pk, Statement.objects.get().pk]))
    assert measure_stored(draft).score == before.score


def test_what_is_there_already_counts_and_stands_beside_the_score(draft: Draft, actor: Actor) -> None:
    before = measure_stored(draft).score
    stating.state(actor, draft.pk, "there", "images_with_alt", name="images", count=3)
    stating.state(
        actor, draft.pk, "there", "", text="How long does lime mortar take to set? Keep it damp for a week, and it has set after a month."
    )
    after = measure_stored(draft).score
    assert before is not None and after is not None and after.total > before.total
    assert after.on_word == pytest.approx(after.total - before.total, abs=0.01)
    stating.state(actor, draft.pk, "there", "images_with_alt", name="images", count=1)
    assert Statement.objects.filter(target="images_with_alt").get().count == 1


def test_nothing_is_enough_when_much_rests_on_words(draft: Draft, actor: Actor, signed_in: Client) -> None:
    for item in measure_stored(draft).score.items:  # type: ignore[union-attr]
        stating.state(actor, draft.pk, "not_for_page", f"{item.part}:{item.key}")
    score = measure_stored(draft).score
    assert score is not None and score.excused > MOST_ON_WORD and not score.may_be_enough
    assert "Enough" not in verdict_of(score)


def test_a_settled_subtopic_counts_until_its_block_changes(draft: Draft, actor: Actor, signed_in: Client) -> None:
    items = measure_stored(draft).score.items  # type: ignore[union-attr]
    perhaps = next((item for item in items if item.state == "perhaps covered"), None)
    if perhaps is None:
        subtopic = next(item for item in items if item.part == "subtopics")
        answer = signed_in.post(reverse("state", args=[draft.pk]), {"kind": "covered", "target": f"subtopics:{subtopic.key}"})
        assert answer.status_code == 422 and "nothing to settle" in answer.json()["problem"]
        return
    answer = signed_in.post(reverse("state", args=[draft.pk]), {"kind": "covered", "target": f"subtopics:{perhaps.key}"})
    assert answer.status_code == 200
    assert next(i for i in measure_stored(draft).score.items if i.key == perhaps.key).state == "covered"  # type: ignore[union-attr]
    signed_in.post(reverse("state", args=[draft.pk]), {"kind": "not_covered", "target": f"subtopics:{perhaps.key}"})
    assert Statement.objects.get().kind == "not_covered"


def test_a_passage_that_is_ours_earns_again(actor: Actor, study: Study, signed_in: Client) -> None:
    from fundament.web.sites.services.readings import reading_as_core

    reading = reading_as_core(study.results.filter(chosen=True).first().reading)
    theirs = [block.text for block in reading.main_blocks() if block.kind == "paragraph" and len(block.text.split()) > 30][:4]
    draft = make_draft(actor, study, "<h1>Lime mortar</h1>" + "".join(f"<p>{text}</p>" for text in theirs))
    measured = measure_stored(draft)
    assert measured.score is not None and measured.reading is not None
    copied = [denied for denied in measured.score.denied if denied.guard == "copied"]
    assert copied
    block = measured.reading.blocks[copied[0].block]
    answer = signed_in.post(reverse("state", args=[draft.pk]), {"kind": "ours", "block": block.key})
    assert answer.status_code == 200 and Statement.objects.get().text == block.text
    after = measure_stored(draft).score
    assert after is not None and len(after.denied) < len(measured.score.denied) and after.total >= measured.score.total
    # beside the score stands what rests on that word; the competitor that took it has less, so the aim is no higher
    assert after.on_word == after.total - measured.score.total and after.aim <= measured.score.aim
    compiled = measured.compiled
    assert compiled is not None
    taken = taken_by_competitors(compiled, Exemptions(own_passages=frozenset([block.text])))
    left = yardstick_without(study.pk, compiled, taken)
    assert taken and left is yardstick_without(study.pk, compiled, taken)
    for number in taken:
        url = compiled.yardstick.pages[number].url
        assert left.page_scores[url] < compiled.yardstick.page_scores[url]
    study.results.filter(chosen=True).last().delete()
    settle(study)  # what is no longer how things stand changes no competitor's score
    assert yardstick_without(study.pk, compiled, {**taken, 0: ("A sentence.",)}) is compiled.yardstick


@pytest.mark.parametrize(
    "form",
    [{}, {"kind": "nothing", "target": "terms:x"}, {"kind": "not_for_page", "target": "nowhere:x"}, {"kind": "there", "target": "images_with_alt", "count": "0"},
     {"kind": "there", "target": "images_with_alt", "count": "999999"}, {"kind": "ours", "block": "none"}, {"kind": "covered", "target": "subtopics:none"}],
)  # fmt: skip
def test_what_cannot_be_said_is_refused(draft: Draft, signed_in: Client, form: dict[str, str]) -> None:
    answer = signed_in.post(reverse("state", args=[draft.pk]), form)
    assert answer.status_code == 422 and answer.json()["problem"] and not Statement.objects.exists()


def test_whoever_looks_at_the_list_sees_what_was_said(draft: Draft, actor: Actor) -> None:
    note_score(draft, measure_stored(draft), draft.version)
    for item in measure_stored(draft).score.items[:12]:  # type: ignore[union-attr]
        stating.state(actor, draft.pk, "not_for_page", f"{item.part}:{item.key}")
    assert Draft.objects.get(pk=draft.pk).score["excused"] == 0.0
    score_again(draft.study_id)  # the job that saying queues
    assert Draft.objects.get(pk=draft.pk).score["excused"] > 0.0
    with connection.cursor() as cursor:
        cursor.execute("SELECT count(*) FROM procrastinate_jobs WHERE task_name LIKE '%%score%%' AND status = 'todo'")
        assert cursor.fetchone()[0] == 1


def test_saying_is_undone_like_everything_else(draft: Draft, actor: Actor) -> None:
    stating.state(actor, draft.pk, "not_for_page", "terms:lime-mortar", name="lime mortar")
    undo(actor, ActionLog.objects.get(verb="draft.state").pk)
    assert not Statement.objects.exists()


def test_no_more_is_said_than_anybody_reads(draft: Draft, actor: Actor, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(stating, "MOST_STATEMENTS", 1)
    stating.state(actor, draft.pk, "not_for_page", "terms:a")
    with pytest.raises(ApplicationError):
        stating.state(actor, draft.pk, "not_for_page", "terms:b")


def test_words_of_people_are_drawn_where_they_count(draft: Draft, actor: Actor, signed_in: Client) -> None:
    term = measure_stored(draft).compiled.yardstick.terms[0]  # type: ignore[union-attr]
    stating.state(actor, draft.pk, "not_for_page", f"terms:{term.key}", name=term.name)
    stating.state(actor, draft.pk, "there", "images_with_alt", name="images", count=3)
    assert "state-struck" in panel(signed_in, draft, panel="terms") and "state-word" in panel(signed_in, draft, panel="structure")
    core = json.loads(signed_in.get(reverse("draft-panel", args=[draft.pk])).content)["core"]
    assert "core-excused" in core and "points ignored" in core
    assert "state-struck" in panel(signed_in, draft, panel="why")


def test_a_passage_that_repeats_itself_is_fine_on_somebodys_word(actor: Actor, study: Study, signed_in: Client) -> None:
    things = ("lime mortar", "sand", "joint", "brick", "wall", "cement", "trowel", "chisel")
    passage = " ".join(f"We looked at the {thing} before anything else was done that week." for thing in things)
    draft = make_draft(actor, study, f"{TEXT}<p>{passage}</p>")
    before = measure_stored(draft)
    assert before.score is not None and before.reading is not None
    denied = [one for one in before.score.denied if one.guard == "frame"]
    assert denied
    shown = panel(signed_in, draft, panel="edits", part="denied", key="frame")
    assert 'data-state="fine"' in shown and 'data-state="ours"' not in shown
    block = before.reading.blocks[denied[0].block].key
    said = signed_in.post(reverse("state", args=[draft.pk]), {"kind": "fine", "target": "", "block": block})
    assert said.status_code == 200
    after = measure_stored(Draft.objects.get(pk=draft.pk))
    assert after.score is not None and not [one for one in after.score.denied if one.guard == "frame"]
    assert after.score.total > before.score.total and after.score.on_word == pytest.approx(after.score.total - before.score.total, abs=0.01)
    stating.take_back(actor, draft.pk, said.json()["id"])
    again = measure_stored(Draft.objects.get(pk=draft.pk))
    assert again.score is not None and again.score.total == pytest.approx(before.score.total)


def test_a_copied_passage_stands_beside_its_source_with_what_it_costs(actor: Actor, study: Study, signed_in: Client) -> None:
    from fundament.web.sites.services.readings import reading_as_core

    reading = reading_as_core(study.results.filter(chosen=True).first().reading)
    theirs = next(block.text for block in reading.main_blocks() if block.kind == "paragraph" and len(block.text.split()) > 30)
    shown = lxml_html.fromstring(panel(signed_in, make_draft(actor, study, f"{TEXT}<p>{theirs}</p>"), panel="edits"))
    (passages,) = shown.xpath("//section[@class='denied-passages']")
    dear = max(float(cost) for cost in re.findall(r"costs ([\d.]+)", passages.text_content())) > FIRST_FROM
    assert (
        bool(passages.xpath("preceding::table")) != dear and bool(passages.xpath("following::table")) == dear
    )  # below the edits, unless it costs much
    assert reading.url in passages.xpath(".//div[@class='pair']//a/@href")
    own, beside = (quote.text_content() for quote in passages.xpath("(.//div[@class='pair'])[1]//q"))
    assert own[:40] in theirs and beside[:40] in theirs
    assert "costs" in passages.text_content() and passages.xpath(".//button[@data-state='ours']")
    assert not shown.xpath("//table//*[@data-part='denied']")  # told once, not among the edits too


def test_after_enough_the_edits_fold_and_before_it_what_is_open_leads_on(draft: Draft) -> None:
    measured = measure_stored(draft)
    assert measured.score is not None and measured.edits

    def shown(score: Score) -> Any:
        context = panel_context(replace(measured, score=score), "edits") | {"may_say": True, "draft": draft}
        return lxml_html.fromstring(f"<div>{render_to_string('drafts/desk/panel_part.html', context)}</div>")

    reached = replace(
        measured.score,
        total=measured.score.aim + 0.5,
        still_open=("placement:title", *measured.score.still_open),
        doubted=(),
        is_aim_firm=True,
    )
    page = shown(reached)
    assert len(page.xpath("//ul[@class='still-open']//button")) == len(reached.still_open) and not page.xpath(
        "//details[@class='after-enough']"
    )
    assert page.xpath("//ul[@class='still-open']//button[@data-check='title']")
    enough = replace(reached, still_open=())
    assert enough.is_enough and not reached.is_enough
    (folded,) = shown(enough).xpath("//details[@class='after-enough']")
    assert "open" not in folded.attrib and folded.xpath(".//tbody/tr")
    assert not shown(enough).xpath("//*[@data-panel='proposals']") and not shown(enough).xpath("//*[contains(@class, 'btn-primary')]")
    below = shown(replace(measured.score, total=0.5 * measured.score.aim))
    assert not below.xpath("//details[@class='after-enough']") and below.xpath("//*[@data-panel='proposals']")
