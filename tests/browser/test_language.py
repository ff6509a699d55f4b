"""The panels beside the score in a browser: a mistake is shown at its place and mended with one click, by mouse or key."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from fundament.web.drafts.models import Draft, HushedRemark
from tests.browser.sheet import no_barriers, open_draft, saved
from tests.web.drafts.test_language import TEXT


def test_a_mistake_is_shown_mended_and_another_hushed(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT.replace("water out", "watr out"))
    page.get_by_role("button", name="Language", exact=True).click()
    row = page.locator(".remark", has=page.get_by_role("button", name="watr", exact=True))
    row.get_by_role("button", name="watr", exact=True).click()
    expect(page.locator(".sheet-text .use")).to_have_text("watr")
    assert no_barriers(page)
    row.get_by_role("button", name="water", exact=True).click()
    assert "the water out of the lime" in saved(page, draft)
    expect(row).to_have_count(0)
    filler = page.locator(".remark", has_text="really")
    filler.get_by_role("button", name="Not here").press("Enter")
    expect(filler).to_have_count(0)
    assert HushedRemark.objects.get().text == "really"
    page.get_by_label("Facts: every claim").check()
    expect(page.locator("[data-check=facts]")).to_be_checked()


def test_why_and_title_are_read_without_barriers(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT)
    page.get_by_role("button", name="Why?").click()
    expect(page.locator("#panel h2")).to_have_text("Why this score")
    assert no_barriers(page)
    page.locator("table.why .subject").first.click()
    expect(page.locator(".evidence-box")).to_be_visible()
    page.get_by_role("button", name="Title", exact=True).click()
    expect(page.locator(".entry-wide")).to_be_visible()
    page.fill("#title-tag", "Wide words " * 12)
    expect(page.locator("#panel")).to_contain_text("The title is cut off after 600 pixels")
    assert no_barriers(page)
