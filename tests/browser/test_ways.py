"""The main ways through the interface, from the first screen to the last."""

from __future__ import annotations

import re
import signal
from typing import Any

import pytest
from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from fundament.web.drafts.models import Draft
from fundament.web.drafts.services import create_draft
from fundament.web.studies.models import Study
from fundament.web.studies.services import open_study
from tests.browser.conftest import find_barriers
from tests.conftest import KEYWORD

pytestmark = pytest.mark.django_db(transaction=True)
TEXT = "<h1>Repointing brick with lime mortar</h1><p>We sell lime mortar in tubs.</p>"


@pytest.fixture
def study(person: User, outside: str) -> Study:
    workspace = person.memberships.get().workspace
    return open_study(workspace, person, keyword=KEYWORD, country="gb", language="en", device="desktop", depth=10, now=True)


@pytest.fixture
def draft(study: Study, person: User) -> Draft:
    return create_draft(study, person, name="Guide", html=TEXT)


def total(page: Page) -> int:
    return int(page.locator("#core .total").inner_text())


def saved(page: Page) -> None:
    expect(page.locator("#save-state")).to_have_text("Saved", timeout=10_000)


def test_a_new_study_to_its_yardstick(page: Page, start_worker: Any, live_server: Any) -> None:
    page.click("text=Open the first study")
    page.fill("#id_keyword", KEYWORD)
    page.select_option("#id_device", "mobile")
    page.click("button:has-text('Open the study')")
    expect(page.locator("#results")).to_contain_text("Asking which pages rank")
    worker = start_worker()
    expect(page.locator(".results-table tbody tr")).to_have_count(20, timeout=40_000)
    worker.send_signal(signal.SIGKILL)  # in the middle of its work
    page.reload()
    start_worker()
    expect(page.locator(".answer")).to_contain_text("competitors,", timeout=60_000)
    row = page.locator("tr", has_text="oldbricklover.example")
    expect(row).to_contain_text("The page does not exist (404).")
    expect(page.locator("tr", has_text="fellside-lime")).to_contain_text("Left out: It is a product page")
    assert find_barriers(page) == []
    for tab, words in (("Yardstick", "Length and structure"), ("Terms", "lime mortar"), ("Entities", "hessian"), ("Outline", "Raking out")):
        page.click(f".tabs a:has-text('{tab}')")
        expect(page.locator("main")).to_contain_text(words)
        assert find_barriers(page) == [], tab
    page.click(".tabs a:has-text('Terms')")
    page.click(".term-button:has-text('lime mortar')")
    expect(page.locator(".evidence q").first).to_contain_text("lime mortar")


def test_typing_moves_the_score_and_is_kept(page: Page, draft: Draft, live_server: Any) -> None:
    page.goto(f"{live_server.url}/drafts/{draft.pk}/")
    before = total(page)
    page.click(".sheet-text")
    page.keyboard.press("Control+End")
    page.keyboard.press("Enter")
    page.keyboard.type(
        "Rake out the old joints with a plugging chisel. Brush out the dust and dampen the bricks before you fill the joints."
    )
    saved(page)
    after_sentence = total(page)
    assert after_sentence > before
    page.keyboard.press("Enter")
    page.click("[data-command=h2]")
    page.keyboard.type("How much does it cost?")
    page.fill("#title-tag", "Repointing brick with lime mortar: a guide")
    saved(page)
    assert total(page) > after_sentence
    page.reload()
    expect(page.locator(".sheet-text h2")).to_have_text("How much does it cost?")
    expect(page.locator("#title-tag")).to_have_value("Repointing brick with lime mortar: a guide")
    page.click("[data-panel=terms]")
    expect(page.locator("#panel h2")).to_have_text("Terms")
    page.click(".subject[data-subject='lime mortar']")
    expect(page.locator(".sheet-text .use").first).to_have_text(re.compile("lime mortar", re.IGNORECASE))
    expect(page.locator(".evidence-box q").first).to_be_visible()
    expect(page.locator(".profile-use").first).to_be_attached()
    assert find_barriers(page) == []


def test_the_score_comes_while_one_types_and_the_edits_at_rest(page: Page, draft: Draft, live_server: Any) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(f"{request.method} {request.url}") if f"/drafts/{draft.pk}/" in request.url else None)
    page.goto(f"{live_server.url}/drafts/{draft.pk}/")
    asked.clear()
    page.click(".sheet-text")
    page.keyboard.press("Control+End")
    page.keyboard.press("Enter")
    page.keyboard.type("Rake out the joints with a plugging chisel, and keep the lime mortar damp under hessian for a week.", delay=15)
    saved(page)
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    assert asked[0].startswith("POST")
    assert asked[-1].startswith("GET") and "/panel/" in asked[-1]
    edits = page.locator("#panel").inner_text()
    assert "Next best edits" in edits
    page.reload()
    assert page.locator("#panel").inner_text() == edits  # what followed is what the text has
    page.click(".sheet-text")
    page.keyboard.type("Then ")
    page.click("[data-panel=terms]")  # not waited for: asked for in the middle of a save
    expect(page.locator("#panel h2")).to_have_text("Terms")
    saved(page)
    page.wait_for_timeout(700)
    expect(page.locator("#panel h2")).to_have_text("Terms")


def test_a_competitor_switched_off_moves_the_figures(page: Page, study: Study, live_server: Any) -> None:
    page.goto(f"{live_server.url}/studies/{study.pk}/")
    before = page.locator(".answer").inner_text()
    scores = page.locator(".results-table td.strong").all_inner_texts()
    page.get_by_label("Keep ravenscar-conservation.example as a competitor").uncheck()
    expect(page.locator(".answer")).not_to_have_text(before)
    assert page.locator(".results-table td.strong").all_inner_texts() != scores
    page.click("text=Back to the proposed choice")
    expect(page.locator(".answer")).to_have_text(before)


def test_pasted_html_keeps_its_headings_and_loses_its_scripts(page: Page, draft: Draft, live_server: Any) -> None:
    page.goto(f"{live_server.url}/drafts/{draft.pk}/")
    page.click(".sheet-text")
    page.keyboard.press("Control+a")
    page.evaluate(
        """() => {
            const data = new DataTransfer();
            data.setData("text/html", "<h2>Pasted heading</h2><p>Pasted <b>text</b><script>window.bad = 1</script></p><ul><li>one</li></ul>");
            document.querySelector(".sheet-text").dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }"""
    )
    saved(page)
    draft.refresh_from_db()
    assert "<h2>Pasted heading</h2>" in draft.html and "<strong>text</strong>" in draft.html and "<li>" in draft.html
    assert "script" not in draft.html and page.evaluate("window.bad") is None


def test_two_tabs_keep_both_texts(page: Page, draft: Draft, live_server: Any) -> None:
    address = f"{live_server.url}/drafts/{draft.pk}/"
    other = page.context.new_page()
    page.goto(address)
    other.goto(address)
    page.click(".sheet-text")
    page.keyboard.type("From the first tab. ")
    saved(page)
    other.click(".sheet-text")
    other.keyboard.type("From the second tab. ")
    expect(other.locator("#conflict")).to_be_visible(timeout=10_000)
    draft.refresh_from_db()
    assert "first tab" in draft.html
    other.click("#conflict-mine")
    saved(other)
    draft.refresh_from_db()
    assert "second tab" in draft.html
    assert draft.revisions.filter(html__contains="first tab").exists()


def test_what_was_typed_outlives_a_server_that_is_down(page: Page, draft: Draft, live_server: Any) -> None:
    address = f"{live_server.url}/drafts/{draft.pk}/"
    page.goto(address)
    page.route("**/text/", lambda route: route.abort())
    page.click(".sheet-text")
    page.keyboard.type("Typed while nobody listened. ")
    expect(page.locator("#save-state")).to_contain_text("kept in this browser", timeout=10_000)
    page.goto(f"{live_server.url}/studies/")  # the tab goes away
    page.unroute("**/text/")
    page.goto(address)
    expect(page.locator("#unsaved-found")).to_be_visible()
    page.click("#unsaved-take")
    saved(page)
    draft.refresh_from_db()
    assert "Typed while nobody listened." in draft.html


def test_bad_input_is_answered_in_place(page: Page, live_server: Any) -> None:
    page.goto(f"{live_server.url}/studies/new/")
    page.fill("#id_addresses", "http://169.254.169.254/latest")
    page.click("button:has-text('Open the study')")
    expect(page.locator(".problem").first).to_contain_text("Give the keyword")
    expect(page.locator(".field-addresses .problem")).to_contain_text("private network")
    expect(page.locator("#id_addresses")).to_have_value("http://169.254.169.254/latest")
    assert find_barriers(page) == []


def test_a_block_is_left_out_by_hand_and_the_measures_are_looked_at(page: Page, study: Study, live_server: Any) -> None:
    result = study.results.filter(chosen=True).first()
    page.goto(f"{live_server.url}/studies/{study.pk}/results/{result.pk}/")
    before = page.locator("#read .answer").inner_text()
    page.locator(".read-block.kind-paragraph:not(.left-out) button").first.click()
    expect(page.locator("#read .answer")).not_to_have_text(before)
    expect(page.locator("#read")).to_contain_text("left out by hand")
    assert find_barriers(page) == []
    page.click("text=Undo the 1 decision made by hand")
    expect(page.locator("#read .answer")).to_have_text(before)
    page.click(".tabs a:has-text('Terms')")
    page.click("text=TF-IDF, WDF*IDF and BM25 of these terms")
    page.select_option("#measure", "bm25")
    page.click("button:has-text('Show')")
    expect(page.locator(".answer")).to_contain_text("By BM25")
    expect(page.locator("svg.curve polyline")).to_have_count(2)
    page.click("thead a:has-text('TF-IDF, mean')")
    assert "measure=bm25" in page.url  # sorting keeps the choice
    assert find_barriers(page) == []
