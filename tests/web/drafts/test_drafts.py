"""Drafts: nothing is lost, nothing hostile gets through, and the score follows."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone
from django.utils.html import escape

from fundament.core.documents.html import document_from_html, document_of_reading
from fundament.core.documents.html_out import html_of
from fundament.core.documents.read_document import read_document
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.score import score
from fundament.messages import subject_of
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk.panels import MOST_EDITS, PANELS
from fundament.web.drafts.measuring import measuring
from fundament.web.drafts.measuring.measuring import measure
from fundament.web.drafts.models import Draft, Revision, ScorePoint
from fundament.web.drafts.text import saving
from fundament.web.drafts.text.saving import KEEP_EVERY
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.results.choosing import set_chosen
from tests.web.conftest import make_draft, settle, text

TEXT = "<h1>Repointing brick with lime mortar</h1><p>The lime mortar is softer than the brick.</p>"


@pytest.fixture
def draft(study: Study, actor: Actor) -> Draft:
    return make_draft(actor, study, TEXT)


def post(client: Client, draft: Draft, html: str, version: int, **more: Any) -> Any:
    body = {"document": document_from_html(html), "base_version": version, "title_tag": "", "meta_description": "", **more}
    return client.post(reverse("save-draft", args=[draft.pk]), json.dumps(body), content_type="application/json")


def stored(draft: Draft) -> str:
    return html_of(Draft.objects.get(pk=draft.pk).document)


def held(revisions: Any, words: str) -> bool:
    return any(words in html_of(revision.document) for revision in revisions)


def test_saving_raises_the_version_and_answers_with_the_score(signed_in: Client, draft: Draft) -> None:
    answer = post(signed_in, draft, TEXT + "<p>Rake out the joints with a plugging chisel to twice their height.</p>", 1).json()
    assert answer["version"] == 2 and not answer["conflict"]
    assert "Next best edits" in answer["panel"] and "core-sample" in answer["core"]
    assert "plugging chisel" in stored(draft)
    again = post(signed_in, draft, stored(draft), 1).json()
    assert again["conflict"] or again["version"] == 2
    same = json.dumps({"document": Draft.objects.get(pk=draft.pk).document, "base_version": 1})
    same_answer = signed_in.post(reverse("save-draft", args=[draft.pk]), same, content_type="application/json").json()
    assert same_answer["version"] == 2 and not same_answer["conflict"]  # the same text is no conflict


def test_the_score_rises_with_a_better_text_and_its_points_are_kept(signed_in: Client, draft: Draft) -> None:
    before = Draft.objects.get(pk=draft.pk).score
    more = "<h2>Raking out</h2><p>Before repointing brick with lime mortar, look at the joints of the whole wall. Repointing takes a week of dry weather.</p><p>Rake out the old mortar to 20 mm with a plugging chisel. Brush the dust out of the joints.</p>"
    post(signed_in, draft, TEXT + more, 1)
    after = Draft.objects.get(pk=draft.pk).score
    assert after["total"] > before["total"] + 3
    assert ScorePoint.objects.filter(draft=draft).count() == 1  # within a minute of writing there is no other
    after["point"][3] = (timezone.now() - measuring.POINT_EVERY).isoformat()
    Draft.objects.filter(pk=draft.pk).update(score=after)
    post(signed_in, draft, TEXT + more + "<p>Keep the lime mortar damp.</p>", 2)
    points = list(ScorePoint.objects.filter(draft=draft).values_list("version", "total"))
    assert [version for version, _ in points] == [3, 1] and points[0][1] > points[1][1]
    assert all(point.consensus_id for point in ScorePoint.objects.filter(draft=draft))


def test_a_text_is_committed_before_it_is_measured(signed_in: Client, draft: Draft, monkeypatch: pytest.MonkeyPatch) -> None:
    def broken(*_: Any, **__: Any) -> Any:
        raise RuntimeError("the measuring broke")

    monkeypatch.setattr("fundament.web.drafts.text.save_and_measure.measure", broken)
    with pytest.raises(RuntimeError):
        post(signed_in, draft, "<p>Safe all the same.</p>", 1)
    assert "Safe all the same" in stored(draft)


def test_two_tabs_never_write_over_each_other(signed_in: Client, draft: Draft) -> None:
    assert post(signed_in, draft, "<p>from the first tab</p>", 1).json()["version"] == 2
    answer = post(signed_in, draft, "<p>from the second tab</p>", 1).json()
    assert answer["conflict"] and answer["version"] == 2
    assert "first tab" in stored(draft)
    kept = Revision.objects.get(pk=answer["revision"])
    assert held([kept], "second tab") and kept.cause == "conflict" and kept.words == 4
    post(signed_in, draft, "<p>from the second tab, more</p>", 1)
    kept.refresh_from_db()
    assert held([kept], "more")  # further typing there is kept too, in one revision
    signed_in.post(reverse("take-over", args=[draft.pk, kept.pk]))
    assert "second tab" in stored(draft)
    assert held(draft.revisions.filter(cause="before"), "first tab")


def test_a_revision_taken_over_is_a_newer_version_for_every_tab(actor: Actor, draft: Draft) -> None:
    saving.save(actor, draft.pk, text("<p>second</p>"), 1)
    revision = draft.revisions.get()
    taken = saving.take_over(actor, draft.pk, revision.pk)
    assert taken.version == 3 and "softer than the brick" in stored(draft)
    assert saving.save(actor, draft.pk, text("<p>of the old tab</p>"), 2).conflict


def test_every_text_that_was_stored_can_be_found_again(draft: Draft, actor: Actor) -> None:
    saving.save(actor, draft.pk, text("<p>second</p>"), 1)
    assert held(draft.revisions.all(), "softer than the brick")


@pytest.mark.parametrize(
    "hostile",
    [
        "<script>alert(1)</script>", "<img src=x onerror=alert(1)>", "<a href='javascript:alert(1)'>x</a>", "<svg onload=alert(1)>",
        "<iframe src=//evil.example></iframe>", "<p style='position:fixed'>x</p>", "<math><mi//xlink:href='data:x,<script>alert(1)</script>'>",
        "</template><script>alert(1)</script>", "<form action=//evil.example><input></form>", "<a href='data:text/html,<script>1</script>'>x</a>",
        "<a href='java\nscript:alert(1)'>x</a>", "<a href=' &#1; javascript:alert(1)'>x</a>",
    ],
)  # fmt: skip
def test_scripts_do_not_get_through(signed_in: Client, draft: Draft, hostile: str) -> None:
    assert post(signed_in, draft, f"<p>kept</p>{hostile}", 1).status_code == 200
    assert "kept" in stored(draft)
    page = signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    exported = signed_in.get(reverse("export-file", args=[draft.pk, "html"])).content.decode()
    for shown in (stored(draft), page.split('id="stored"')[1], exported):
        assert not [
            bad
            for bad in ("<script>alert", "onerror", "onload", "javascript:", "<iframe", "position:fixed", "<form action=//", "data:text")
            if bad in shown
        ]


@pytest.mark.parametrize(
    "node",
    [
        {"type": "text", "text": "</script><script>alert(1)</script>"},
        {"type": "text", "text": "x", "marks": [{"type": "link", "attrs": {"href": "javascript:alert(1)"}}]},
        {"type": "text", "text": "x", "marks": [{"type": "style", "attrs": {"onclick": "alert(1)"}}]},
        {"type": "script", "content": [{"type": "text", "text": "x"}]},
    ],
)
def test_a_hostile_document_is_made_harmless(signed_in: Client, draft: Draft, node: dict[str, Any]) -> None:
    document = {"type": "doc", "content": [{"type": "paragraph", "attrs": {"onclick": "alert(1)"}, "content": [node]}]}
    body = json.dumps({"document": document, "base_version": 1})
    assert signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json").status_code == 200
    page = signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    exported = signed_in.get(reverse("export-file", args=[draft.pk, "html"])).content.decode()
    for shown in (page, exported):
        assert "<script>alert" not in shown and "onclick" not in shown and 'href="javascript' not in shown


def test_pictures_of_other_hosts_are_not_fetched_by_who_opens_a_draft(signed_in: Client, draft: Draft) -> None:
    post(signed_in, draft, '<p>kept</p><img src="https://other.example/p.png" alt="A joint">', 1)
    response = signed_in.get(reverse("draft", args=[draft.pk]))
    assert "img-src 'self' data:;" in response["Content-Security-Policy"] + ";"


def test_exported_links_tell_own_ones_from_others(actor: Actor, signed_in: Client, study: Study) -> None:
    from fundament.web.sites.models import Page, Site

    site = Site.objects.create(workspace=actor.workspace, host="marlandquoin.example")
    page = Page.objects.create(workspace=actor.workspace, site=site, url="https://www.marlandquoin.example/advice")
    html = '<p><a href="/lime">a</a> <a href="https://marlandquoin.example/b">b</a> <a href="https://other.example/c">c</a></p><p></p>'
    draft = saving.create_draft(actor, study.pk, name="Links", text=text(html), page=page)
    exported = signed_in.get(reverse("export-file", args=[draft.pk, "html"])).content.decode()
    assert '<a href="/lime">' in exported and '<a href="https://marlandquoin.example/b">' in exported
    assert '<a href="https://other.example/c" rel="noopener noreferrer">' in exported and "nofollow" not in exported
    assert "<p></p>" not in exported


def test_a_draft_of_100_000_words_is_kept_and_a_sentence_says_why_it_has_no_score(signed_in: Client, draft: Draft) -> None:
    huge = "".join(f"<p>{'The lime mortar is softer than the brick of the wall. ' * 10}</p>" for _ in range(910))
    answer = post(signed_in, draft, huge, 1)
    assert answer.status_code == 200
    assert "is saved, but it is not scored" in answer.json()["panel"]
    draft.refresh_from_db()
    assert draft.words > 100_000 and len(draft.document["content"]) == 910


@pytest.mark.parametrize(
    "body",
    [
        b"", b"[]", b"null", b'{"document": {}}', b'{"document": {"type": "doc"}, "base_version": "many"}', b"\xff\xfe", b"[" * 5000,
        b'{"document": {"type": "doc", "content": "x"}, "base_version": 1}', b'{"document": "x", "base_version": 1}',
        b'{"document": {"type": "doc"}, "base_version": true}', b'{"document": {"type": "doc"}, "base_version": 1, "title_tag": 7}',
    ],
)  # fmt: skip
def test_what_is_no_text_is_refused_with_a_sentence(signed_in: Client, draft: Draft, body: bytes) -> None:
    response = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json")
    assert response.status_code == 422 and response.json()["problem"].endswith(".")
    draft.refresh_from_db()
    assert draft.version == 1


@pytest.mark.parametrize("version", [-1, 0, 10**30, -(10**30)])
def test_any_base_version_is_answered(signed_in: Client, draft: Draft, version: int) -> None:
    answer = post(signed_in, draft, "<p>Mine all the same.</p>", version)
    assert answer.status_code == 200 and answer.json()["conflict"]
    assert held(draft.revisions.all(), "Mine all the same")


@pytest.mark.parametrize("odd", ["half \ud83d of an emoji", "nul \x00 inside", "\ud800\udc00"])
def test_odd_characters_are_stored_as_far_as_they_can_be(signed_in: Client, draft: Draft, odd: str) -> None:
    document = {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": odd}]}]}
    body = json.dumps({"document": document, "base_version": 1, "title_tag": odd, "meta_description": odd})
    answer = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json")
    assert answer.status_code == 200 and answer.json()["version"] == 2
    assert signed_in.get(reverse("draft", args=[draft.pk])).status_code == 200


def test_every_panel_is_shown_and_a_term_is_marked_where_it_stands(signed_in: Client, study: Study, draft: Draft) -> None:
    for panel in PANELS:
        assert "panel-table" in signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": panel}).json()["panel"]
    compiled = compiled_of(study.pk)
    assert compiled is not None
    key = next(t.key for t in compiled.yardstick.terms if t.name == "lime mortar")
    answer = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "terms", "part": "terms", "key": key}).json()
    assert "evidence-box" in answer["panel"]
    blocks = {block.key: block.text for block in read_document(draft.document).blocks}
    assert {blocks[block][start:end] for block, start, end, _ in answer["marks"]} == {"lime mortar"}


def test_a_heading_at_the_wrong_level_is_said_and_costs_nothing(signed_in: Client, draft: Draft) -> None:
    post(signed_in, draft, TEXT + "<h2>Tools</h2><h4>The plugging chisel</h4><p>It is narrow, and it is made for this.</p>", 1)
    panel = signed_in.get(reverse("draft-panel", args=[draft.pk])).json()["panel"]
    assert "Not in the score" in panel and "skips a level" in panel


def test_a_quick_answer_has_the_same_score_and_no_panel(signed_in: Client, draft: Draft) -> None:
    whole = post(signed_in, draft, TEXT + "<p>More of it.</p>", 1).json()
    document = Draft.objects.get(pk=draft.pk).document
    body = json.dumps({"document": document, "base_version": whole["version"], "quick": True})
    quick = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json").json()
    assert quick["panel"] is None and "panel-table" in whole["panel"]
    assert quick["core"] == whole["core"] and quick["words"] == whole["words"]
    # a text that could not be saved over a newer one is nowhere to ask for it: its panel comes at once
    assert "panel-table" in post(signed_in, draft, TEXT + "<p>Mine.</p>", 0, quick=True).json()["panel"]


def test_typing_takes_few_queries(signed_in: Client, draft: Draft, django_assert_max_num_queries: Any) -> None:
    post(signed_in, draft, TEXT + "<p>The first text is kept as a revision.</p>", 1)
    with django_assert_max_num_queries(12):
        post(signed_in, draft, TEXT + "<p>One more.</p>", 2, quick=True)
    with django_assert_max_num_queries(6):
        signed_in.get(reverse("draft-panel", args=[draft.pk]))


@pytest.mark.parametrize("panel", [*PANELS, "no such panel"])
def test_a_panel_has_what_the_whole_measurement_has(signed_in: Client, study: Study, draft: Draft, panel: str) -> None:
    shown = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": panel}).json()["panel"]
    measured = measure(study.pk, text(TEXT))
    assert measured.score is not None
    subjects = [subject_of(i) for i in measured.score.items_of(panel)] or [subject_of(e.finding) for e in measured.edits[:MOST_EDITS]]
    for subject in subjects:
        assert escape(subject).lower() in shown.lower()


def test_without_competitors_a_save_says_so_and_keeps_the_text(signed_in: Client, actor: Actor, study: Study, draft: Draft) -> None:
    settle(set_chosen(actor, study.pk, list(study.results.values_list("pk", flat=True)), False))
    answer = post(signed_in, draft, TEXT + "<p>Kept all the same.</p>", 1, quick=True).json()
    assert "No competitor is chosen" in answer["panel"] and answer["version"] == 2
    assert "Kept all the same" in stored(draft) and Draft.objects.get(pk=draft.pk).score is None


def test_drafts_are_scored_again_when_the_choice_changes(actor: Actor, study: Study, draft: Draft) -> None:
    from procrastinate.contrib.django.models import ProcrastinateJob

    before = Draft.objects.get(pk=draft.pk).score
    ProcrastinateJob.objects.filter(task_name="score_again").exists()
    settle(set_chosen(actor, study.pk, [study.results.filter(chosen=True).first().pk], False))
    assert ProcrastinateJob.objects.filter(task_name="score_again", args={"study_id": study.pk}, status="todo").count() == 1
    measuring.score_again(study.pk)
    assert Draft.objects.get(pk=draft.pk).score["aim"] != before["aim"]


def test_a_draft_can_be_measured_against_another_study(actor: Actor, study: Study, draft: Draft) -> None:
    other = Study.objects.create(workspace=actor.workspace, keyword="without figures", state="ready")
    saving.measure_against(actor, draft.pk, other.pk)
    assert Draft.objects.get(pk=draft.pk).score is None
    saving.measure_against(actor, draft.pk, study.pk)
    back = Draft.objects.get(pk=draft.pk)
    assert back.measured_study_id is None and back.score is not None


def test_the_study_a_draft_is_measured_against_is_chosen_on_a_page(signed_in: Client, actor: Actor, study: Study, draft: Draft) -> None:
    second = Study.objects.create(workspace=actor.workspace, keyword="sash windows", state="ready")
    elsewhere = Study.objects.create(workspace=Workspace.objects.create(name="Elsewhere"), keyword="sash of others", state="ready")
    address, action = reverse("measured-against", args=[draft.pk]), reverse("measure-against", args=[draft.pk])
    page = signed_in.get(address).content.decode()
    assert "The competitors of its own study." in page and "has no competitor yet" in page and elsewhere.keyword not in page
    assert "sash windows" in signed_in.get(f"{address}?search=SASH").content.decode()
    assert "No study is called" in signed_in.get(f"{address}?search=nothing of the kind").content.decode()
    assert signed_in.post(action, {"study": second.pk}).url == reverse("draft", args=[draft.pk])
    assert "Measured against “sash windows”, not against" in signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    done = signed_in.get(reverse("revisions", args=[draft.pk])).content.decode()
    assert "Measured against: “sash windows”" in done and "Undo" in done
    assert "measured against “sash windows”" in signed_in.get(reverse("drafts", args=[study.pk])).content.decode()
    assert "Measure against repointing" in signed_in.get(address).content.decode()  # the way back
    for wrong in (elsewhere.pk, "²", "", 10**30):
        assert signed_in.post(action, {"study": wrong}).status_code == 404
    assert Draft.objects.get(pk=draft.pk).measured_study_id == second.pk


def test_a_revision_is_kept_every_ten_minutes_and_not_with_every_save(signed_in: Client, draft: Draft) -> None:
    for version in (1, 2, 3):
        post(signed_in, draft, f"{TEXT}<p>Save {version}.</p>", version)
    assert draft.revisions.filter(cause="kept").count() == 1
    Draft.objects.filter(pk=draft.pk).update(kept_at=timezone.now() - KEEP_EVERY - timedelta(seconds=1))
    post(signed_in, draft, f"{TEXT}<p>Save 4.</p>", 4)
    assert draft.revisions.filter(cause="kept").count() == 2
    assert held(draft.revisions.all(), "Save 3")


def test_drafts_of_others_are_not_found(client: Client, draft: Draft, db: None) -> None:
    other = Person.objects.create_user("eve")
    Membership.objects.create(workspace=Workspace.objects.create(name="Elsewhere"), user=other, role="owner")
    client.force_login(other)
    assert client.get(reverse("draft", args=[draft.pk])).status_code == 404
    assert post(client, draft, "x", 1).status_code == 404
    assert client.get(reverse("draft-panel", args=[draft.pk])).status_code == 404
    assert client.post(reverse("take-over", args=[draft.pk, 1])).status_code == 404
    client.force_login(Person.objects.create_user("of-no-workspace"))
    assert post(client, draft, "x", 1).status_code == 403
    draft.refresh_from_db()
    assert "softer than the brick" in stored(draft) and not draft.revisions.exists()


def test_a_published_page_becomes_a_draft_with_its_headings() -> None:
    reading = read_page("<main><h1>A</h1><p>b &lt;i&gt;</p><ul><li>c</li><li>d</li></ul><h2>E</h2></main>", "")
    html = "<h1>A</h1>\n<p>b &lt;i&gt;</p>\n<ul><li><p>c</p></li><li><p>d</p></li></ul>\n<h2>E</h2>"
    assert html_of(document_of_reading(reading)) == html


def test_measuring_agrees_with_the_core(study: Study) -> None:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    assert measure(study.pk, text(TEXT)).score == score(read_document(document_from_html(TEXT), language="en"), compiled)


def test_long_lists_go_on_page_by_page(
    signed_in: Client, actor: Actor, study: Study, draft: Draft, django_assert_max_num_queries: Any
) -> None:
    Draft.objects.bulk_create(
        Draft(workspace=actor.workspace, study=study, name=f"Draft {n:03}", document=draft.document) for n in range(120)
    )
    with django_assert_max_num_queries(10):
        first = signed_in.get(reverse("drafts", args=[study.pk])).content.decode()
    assert "1 to 50 of 121" in first
    pages = [signed_in.get(reverse("drafts", args=[study.pk]), {"page": n}).content.decode() for n in (1, 2, 3)]
    assert all(sum(f"Draft {n:03}" in page for page in pages) == 1 for n in range(120))


def test_sentences_that_earn_nothing_are_told_and_marked(signed_in: Client, draft: Draft) -> None:
    frame = "When you plan the work, think about {} before you begin with the rest."
    told = [frame.format(what) for what in ("lime mortar", "the brick", "a joint", "the wall", "hessian")]
    post(signed_in, draft, TEXT + "".join(f"<p>{text}</p>" for text in told), 1)
    answer = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "edits", "part": "denied", "key": "frame"}).json()
    assert answer["panel"].count("The same pattern again") == 3 and "Vary the sentences" in answer["panel"]
    assert [end - start for _, start, end, _ in answer["marks"]] == [len(text) for text in told[2:]]
    assert len({block for block, *_ in answer["marks"]}) == 3
    other = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "edits", "part": "denied", "key": "order"}).json()
    assert other["marks"] == []


def test_what_changed_is_enough_where_both_have_the_same_text(signed_in: Client, draft: Draft) -> None:
    whole = post(signed_in, draft, "<h1>Walls</h1><p>One.</p><p>Two.</p>", 1).json()
    assert whole["as_sent"] is True
    address = reverse("save-draft", args=[draft.pk])
    paragraph = {"type": "paragraph", "attrs": {"id": "p-new"}, "content": [{"type": "text", "text": "Between."}]}
    change = {"from": 2, "to": 2, "count": 3, "content": [paragraph, {"type": "script"}]}
    body = {"change": change, "base_version": whole["version"], "title_tag": "Walls", "meta_description": ""}
    answer = signed_in.post(address, json.dumps(body), content_type="application/json")
    assert answer.status_code == 200 and answer.json()["version"] == whole["version"] + 1 and answer.json()["as_sent"] is False
    draft.refresh_from_db()
    assert html_of(draft.document) == "<h1>Walls</h1>\n<p>One.</p>\n<p>Between.</p>\n<p>Two.</p>" and draft.title_tag == "Walls"
    for stale in (
        {**body, "title_tag": "x"},
        {**body, "base_version": draft.version, "change": {**change, "count": 9, "from": 9, "to": 9}},
    ):
        answer = signed_in.post(address, json.dumps(stale), content_type="application/json")
        assert answer.status_code == 409 and answer.json() == {"whole": True}
    bad = signed_in.post(address, json.dumps({**body, "base_version": draft.version, "change": "all"}), content_type="application/json")
    assert bad.status_code == 422
    draft.refresh_from_db()
    assert draft.title_tag == "Walls" and not draft.revisions.filter(cause="conflict").exists()
