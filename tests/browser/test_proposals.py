"""Proposals in a browser: shown in the text, taken and taken back by one undo, edited, dismissed, all by keyboard."""

from __future__ import annotations

from typing import Any

import pytest
from playwright.sync_api import Page, expect

from fundament.core.documents.html_out import html_of
from fundament.providers.assistant import HttpAssistant
from fundament.web.drafts.models import Draft, SettledProposal
from tests.browser.sheet import no_barriers, open_draft, saved
from tests.core.edits.texts import TEXT


@pytest.fixture(autouse=True)
def with_assistant(errands_done: None, settings: Any, standins: str, monkeypatch: pytest.MonkeyPatch) -> None:
    settings.ASSISTANT_ADDRESS = standins
    monkeypatch.setattr(HttpAssistant, "understands", True)  # the stand-in in the place of one that does


def worked_out(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT)
    page.get_by_role("button", name="Suggest edits").click()
    expect(page.locator("[data-proposal^='use_term']").first).to_be_visible()
    expect(page.locator("#panel .working")).to_have_count(0)  # what the assistant words comes in the place of what is shown


def score(page: Page) -> float:
    return float(page.locator("#core .total").inner_text())


def test_a_proposal_is_shown_taken_and_taken_back_by_one_undo(page: Page, server: str, draft: Draft) -> None:
    worked_out(page, server, draft)
    before = html_of(Draft.objects.get(pk=draft.pk).document)
    row = page.locator("[data-proposal^='use_term']").first
    row.focus()
    expect(page.locator(".sheet-text .change-new")).to_be_visible()
    assert no_barriers(page)
    added = row.locator("ins").first.inner_text().strip()
    key = str(row.get_attribute("data-proposal"))
    row.press("a")
    expect(page.locator(f"[data-proposal='{key}']")).to_have_count(0)
    assert added in saved(page, draft) and SettledProposal.objects.get().key == key
    page.locator(".sheet-text").press("Control+z")
    expect(page.locator("#proposals-old")).to_be_visible()
    assert saved(page, draft) == before.replace("\n", "")
    page.click("#proposals-again")
    expect(page.locator(f"[data-proposal='{key}']")).to_be_visible()


def test_a_proposal_is_edited_and_another_dismissed_by_key(page: Page, server: str, draft: Draft) -> None:
    worked_out(page, server, draft)
    key = str(page.locator("[data-proposal^='use_term']").first.get_attribute("data-proposal"))
    row = page.locator(f"[data-proposal='{key}']")
    row.focus()
    row.press("e")
    area = row.locator("textarea")
    area.fill(area.input_value() + " And that is all there is to it.")
    area.press("Control+Enter")
    expect(row).to_have_count(0)
    assert "And that is all there is to it." in saved(page, draft)
    assert SettledProposal.objects.get().verdict == "edited"
    title = page.locator("[data-proposal='title:title']")
    expect(title).to_be_visible()
    title.focus()
    title.press("d")
    expect(title).to_have_count(0)
    assert SettledProposal.objects.filter(verdict="dismissed").count() == 1


def test_all_of_a_kind_are_taken_with_their_joint_gain_shown_first(page: Page, server: str, draft: Draft) -> None:
    worked_out(page, server, draft)
    before = score(page)
    several = page.locator("[data-all]").first
    assert page.locator("#proposals-all").count() == 0  # nothing takes a mixed list
    words = several.inner_text()
    joint = float(words.split(": ")[1].split()[0])
    several.click()
    expect(page.locator("[data-all]", has_text=words)).to_have_count(0)  # further ones of the kind may have been worded since
    saved(page, draft)
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    page.wait_for_timeout(300)
    assert abs(score(page) - before - joint) <= 1.1  # the score is shown whole


def test_a_passage_is_said_shorter_and_shown_before(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT)
    page.locator(".sheet-text p", has_text="Take out the old mortar").click()
    page.locator("details.more summary", has_text="More").click()
    page.locator("[data-rewrite=shorten]").click()
    box = page.locator("#rewritten")
    expect(box.locator("del").first).to_be_visible()
    assert no_barriers(page)
    before = page.locator(".sheet-text").inner_text()
    box.get_by_role("button", name="Leave as it was").click()
    assert page.locator(".sheet-text").inner_text() == before
    page.locator(".sheet-text p", has_text="Take out the old mortar").click()
    page.locator("details.more summary", has_text="More").click()
    page.locator("[data-rewrite=shorten]").click()
    box.get_by_role("button", name="Accept").click()
    expect(box).to_be_hidden()
    saved(page, draft)
    expect(page.locator(".sheet-text p", has_text="Take out the old mortar")).not_to_contain_text("which then has no time to harden")
