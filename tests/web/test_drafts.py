"""Drafts: nothing is lost, nothing hostile gets through, and the score follows."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.urls import reverse
from django.utils import timezone
from django.utils.html import escape
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.reading.read_page import read_page
from fundament.web.drafts import services
from fundament.web.drafts.cleaning import clean_html
from fundament.web.drafts.models import Draft, Revision
from fundament.web.drafts.panels import MOST_EDITS, PANELS
from fundament.web.drafts.services import KEEP_EVERY, Text, create_draft, html_of_reading, save_and_measure
from fundament.web.studies.models import Study
from fundament.web.studies.services import set_chosen

TEXT = "<h1>Repointing brick with lime mortar</h1><p>The lime mortar is softer than the brick.</p>"


@pytest.fixture
def draft(study: Study, user: User) -> Draft:
    return create_draft(study, user, name="Guide", html=TEXT)


def post(client: Client, draft: Draft, html: str, version: int, **more: Any) -> Any:
    body = {"html": html, "base_version": version, "title_tag": "", "meta_description": "", **more}
    return client.post(reverse("save-draft", args=[draft.pk]), json.dumps(body), content_type="application/json")


def test_saving_raises_the_version_and_answers_with_the_score(signed_in: Client, draft: Draft) -> None:
    answer = post(signed_in, draft, TEXT + "<p>Rake out the joints with a plugging chisel to twice their height.</p>", 1).json()
    assert answer["version"] == 2 and not answer["conflict"]
    assert "Next best edits" in answer["panel"] and "core-sample" in answer["core"]
    draft.refresh_from_db()
    assert "plugging chisel" in draft.html and draft.score is not None
    again = post(signed_in, draft, draft.html, 1).json()
    assert again["version"] == 2 and not again["conflict"]  # the same text is no conflict


def test_the_score_rises_with_a_better_text(signed_in: Client, draft: Draft) -> None:
    before = draft.score or Draft.objects.get(pk=draft.pk).score
    post(
        signed_in,
        draft,
        TEXT + "<h2>Raking out</h2><p>Rake out the old mortar to 20 mm with a plugging chisel. Brush the dust out of the joints.</p>",
        1,
    )
    after = Draft.objects.get(pk=draft.pk).score
    assert after["total"] > before["total"] + 3


def test_two_tabs_never_write_over_each_other(signed_in: Client, draft: Draft) -> None:
    assert post(signed_in, draft, "<p>from the first tab</p>", 1).json()["version"] == 2
    answer = post(signed_in, draft, "<p>from the second tab</p>", 1).json()
    assert answer["conflict"] and answer["version"] == 2
    draft.refresh_from_db()
    assert "first tab" in draft.html
    kept = Revision.objects.get(pk=answer["revision"])
    assert "second tab" in kept.html and kept.reason == "conflict"
    post(signed_in, draft, "<p>from the second tab, more</p>", 1)
    kept.refresh_from_db()
    assert "more" in kept.html  # further typing there is kept too, in one revision
    signed_in.post(reverse("take-over", args=[draft.pk, kept.pk]))
    draft.refresh_from_db()
    assert "second tab" in draft.html
    assert draft.revisions.filter(reason="before", html__contains="first tab").exists()


def test_every_text_that_was_stored_can_be_found_again(draft: Draft, user: User) -> None:
    save_and_measure(draft.pk, Text("<p>second</p>"), 1, user)
    assert draft.revisions.filter(html__contains="softer than the brick").exists()


@pytest.mark.parametrize(
    "hostile",
    [
        "<script>alert(1)</script>", "<img src=x onerror=alert(1)>", "<a href='javascript:alert(1)'>x</a>", "<svg onload=alert(1)>",
        "<iframe src=//evil.example></iframe>", "<p style='position:fixed'>x</p>", "<math><mi//xlink:href='data:x,<script>alert(1)</script>'>",
        "</template><script>alert(1)</script>", "<form action=//evil.example><input></form>", "<a href='data:text/html,<script>1</script>'>x</a>",
    ],
)  # fmt: skip
def test_scripts_do_not_get_through(signed_in: Client, draft: Draft, hostile: str) -> None:
    assert post(signed_in, draft, f"<p>kept</p>{hostile}", 1).status_code == 200
    draft.refresh_from_db()
    assert "kept" in draft.html
    page = signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    exported = signed_in.get(reverse("export-draft", args=[draft.pk])).content.decode()
    for text in (draft.html, page.split('id="stored">')[1], exported):
        assert not [
            bad
            for bad in ("<script>alert", "onerror", "onload", "javascript:", "<iframe", "position:fixed", "<form action=//", "data:text")
            if bad in text
        ]


@given(st.text(max_size=200))
def test_cleaning_twice_is_cleaning_once(text: str) -> None:
    once = clean_html(text)
    assert clean_html(once) == once


def test_headings_lists_tables_and_links_survive_cleaning() -> None:
    html = '<h2>A</h2><ul><li><p>b</p></li></ul><table><tbody><tr><td>c</td></tr></tbody></table><p><a href="https://d.example/">e</a> <strong>f</strong></p><img src="https://g.example/h.png" alt="i">'
    cleaned = clean_html(html)
    for piece in ("<h2>A</h2>", "<li><p>b</p></li>", "<td>c</td>", 'href="https://d.example/"', "<strong>f</strong>", 'alt="i"'):
        assert piece in cleaned


def test_a_draft_of_100_000_words_is_kept_and_a_sentence_says_why_it_has_no_score(signed_in: Client, draft: Draft) -> None:
    huge = "".join(f"<p>{'The lime mortar is softer than the brick of the wall. ' * 10}</p>" for _ in range(910))
    answer = post(signed_in, draft, huge, 1)
    assert answer.status_code == 200
    assert "is saved, but it is not scored" in answer.json()["panel"]
    draft.refresh_from_db()
    assert draft.words > 100_000 and len(draft.html) == len(clean_html(huge))


@pytest.mark.parametrize(
    "body", [b"", b"[]", b"null", b'{"html": "x"}', b'{"html": "x", "base_version": "many"}', b"\xff\xfe", b"[" * 5000]
)
def test_what_is_no_text_is_refused_with_a_sentence(signed_in: Client, draft: Draft, body: bytes) -> None:
    response = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json")
    assert response.status_code == 422 and response.json()["problem"]
    draft.refresh_from_db()
    assert draft.version == 1


def test_every_panel_is_shown_and_a_term_is_marked_where_it_stands(signed_in: Client, draft: Draft) -> None:
    for panel in PANELS:
        assert "panel-table" in signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": panel}).json()["panel"]
    answer = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": "terms", "part": "terms", "subject": "lime mortar"}).json()
    assert "evidence-box" in answer["panel"]
    blocks = ["Repointing brick with lime mortar", "The lime mortar is softer than the brick."]
    assert {blocks[block][start:end] for block, start, end in answer["marks"]} == {"lime mortar"}


def test_without_competitors_the_text_is_still_saved(signed_in: Client, study: Study, draft: Draft) -> None:
    study.results.update(chosen=False)
    from fundament.web.studies.yardsticks import rebuild

    rebuild(study)
    answer = post(signed_in, draft, "<p>still here</p>", 1).json()
    assert answer["version"] == 2 and "No competitor is chosen" in answer["panel"]


def test_a_quick_answer_has_the_same_score_and_no_panel(signed_in: Client, draft: Draft) -> None:
    whole = post(signed_in, draft, TEXT, 1).json()
    quick = post(signed_in, draft, TEXT, whole["version"], quick=True).json()
    assert quick["panel"] is None and "panel-table" in whole["panel"]
    assert quick["core"] == whole["core"] and quick["words"] == whole["words"]
    # a text that could not be saved over a newer one is nowhere to ask for it: its panel comes at once
    assert "panel-table" in post(signed_in, draft, TEXT + "<p>Mine.</p>", 0, quick=True).json()["panel"]


def test_typing_takes_few_queries(signed_in: Client, draft: Draft, django_assert_max_num_queries: Any) -> None:
    post(signed_in, draft, TEXT + "<p>The first text is kept as a revision.</p>", 1)
    with django_assert_max_num_queries(7):
        post(signed_in, draft, TEXT + "<p>One more.</p>", 2, quick=True)
    with django_assert_max_num_queries(3):
        signed_in.get(reverse("draft-panel", args=[draft.pk]))


@pytest.mark.parametrize("panel", ["edits", "terms", "entities", "subtopics", "structure", "placement", "no such panel"])
def test_a_panel_has_what_the_whole_measurement_has(signed_in: Client, study: Study, draft: Draft, panel: str) -> None:
    shown = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"panel": panel}).json()["panel"]
    measured = services.measure(study.pk, study.language, Text(TEXT))
    assert measured.score is not None
    items = measured.score.items_of(panel)
    for subject in [item.subject for item in items] or [edit.subject for edit in measured.edits[:MOST_EDITS]]:
        assert escape(subject).lower() in shown.lower()


def test_without_competitors_a_save_says_so_and_keeps_the_text(signed_in: Client, study: Study, draft: Draft) -> None:
    set_chosen(study, list(study.results.values_list("pk", flat=True)), False)
    answer = post(signed_in, draft, TEXT + "<p>Kept all the same.</p>", 1, quick=True).json()
    assert "No competitor is chosen" in answer["panel"] and answer["version"] == 2
    draft.refresh_from_db()
    assert "Kept all the same" in draft.html and draft.score is None


def test_a_revision_is_kept_every_ten_minutes_and_not_with_every_save(signed_in: Client, draft: Draft) -> None:
    for version in (1, 2, 3):
        post(signed_in, draft, f"{TEXT}<p>Save {version}.</p>", version)
    assert draft.revisions.filter(reason="kept").count() == 1
    draft.revisions.update(created_at=timezone.now() - KEEP_EVERY - timedelta(seconds=1))
    post(signed_in, draft, f"{TEXT}<p>Save 4.</p>", 4)
    assert draft.revisions.filter(reason="kept").count() == 2
    assert draft.revisions.filter(html__contains="Save 3").exists()


def test_drafts_of_others_are_not_found(client: Client, draft: Draft, db: None) -> None:
    from fundament.web.accounts.models import Membership, Workspace

    other = User.objects.create_user("eve")
    Membership.objects.create(workspace=Workspace.objects.create(name="Elsewhere"), user=other)
    client.force_login(other)
    assert client.get(reverse("draft", args=[draft.pk])).status_code == 404
    assert post(client, draft, "x", 1).status_code == 404
    assert client.get(reverse("draft-panel", args=[draft.pk])).status_code == 404
    client.force_login(User.objects.create_user("of-no-workspace"))
    assert post(client, draft, "x", 1).status_code == 404
    draft.refresh_from_db()
    assert draft.html == TEXT and not draft.revisions.exists()
    client.force_login(other)
    assert client.post(reverse("take-over", args=[draft.pk, 1])).status_code == 404


def test_a_published_page_becomes_a_draft_with_its_headings() -> None:
    reading = read_page("<main><h1>A</h1><p>b &lt;i&gt;</p><ul><li>c</li><li>d</li></ul><h2>E</h2></main>", "")
    assert html_of_reading(reading) == "<h1>A</h1>\n<p>b &lt;i&gt;</p>\n<ul>\n<li><p>c</p></li>\n<li><p>d</p></li>\n</ul>\n<h2>E</h2>"


def test_measuring_agrees_with_the_core(study: Study, draft: Draft) -> None:
    from fundament.core.reading.read_draft import read_draft
    from fundament.core.scoring.score import score
    from fundament.web.studies.yardsticks import compiled_of

    compiled = compiled_of(study.pk)
    assert compiled is not None
    measured = services.measure(study.pk, study.language, Text(TEXT))
    assert measured.score == score(read_draft(TEXT, language="en"), compiled)
