"""A sign-in that ends while somebody writes: they sign in again where they are, and nothing is lost."""

from __future__ import annotations

from django.contrib.sessions.models import Session
from playwright.sync_api import Page, expect

from fundament.web.drafts.models import Draft
from tests.browser.sheet import no_barriers, open_draft, saved


def test_signing_in_again_in_place_keeps_the_text(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, "<p>First words.</p>")
    page.keyboard.press("End")
    Session.objects.all().delete()
    page.keyboard.type(" Typed after the sign-in had ended.")
    dialog = page.locator("#signed-out")
    expect(dialog).to_be_visible()
    assert no_barriers(page)
    page.fill("#signed-out-password", "wrong-password")
    page.get_by_role("button", name="Sign in and save").click()
    expect(page.locator("#signed-out-problem")).to_contain_text("do not match")
    page.fill("#signed-out-password", "limewash-1")
    page.keyboard.press("Enter")
    expect(dialog).to_be_hidden()
    assert "Typed after the sign-in had ended." in saved(page, draft)
    expect(page.locator(".sheet-text")).to_contain_text("Typed after the sign-in had ended.")
    page.locator("#panel [data-state=not_for_page]").first.click()  # what is asked for afterwards goes through too
    expect(page.locator("#panel .said")).to_contain_text("Ignore for this page")
