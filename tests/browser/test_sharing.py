"""A visitor and the owner in one draft: nothing is lost, and each is told of the other."""

from __future__ import annotations

from playwright.sync_api import Browser, Page, expect

from fundament.web.drafts.models import Draft, Revision
from tests.browser.conftest import find_barriers
from tests.browser.sheet import open_draft, saved


def test_visitor_and_owner_in_one_draft(page: Page, chromium: Browser, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, "<p>First words.</p>")
    page.get_by_role("link", name="Share").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.locator(".link-shown").inner_text()
    assert find_barriers(page) == []
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#core .total")).not_to_be_empty()
    context = chromium.new_context()
    guest = context.new_page()
    guest.goto(link)
    guest.get_by_label("Your name").fill("Gil Guest")
    assert find_barriers(guest) == []
    guest.get_by_role("button", name="Open the draft").click()
    expect(guest.locator("#core .total")).not_to_be_empty()
    assert find_barriers(guest) == []
    guest.click(".sheet-text p")
    guest.keyboard.press("End")
    guest.keyboard.type(" And a visitor's.")
    assert "And a visitor&#x27;s." in saved(guest, draft) or "And a visitor's." in saved(guest, draft)
    expect(page.locator("#moved-on")).to_be_visible()  # the owner is told before they type
    page.get_by_role("button", name="Show the newer text").click()
    expect(page.locator(".sheet-text")).to_contain_text("And a visitor's.")
    page.click(".sheet-text p")
    page.keyboard.press("End")
    page.keyboard.type(" And the owner's.")
    saved(page, draft)
    expect(guest.locator("#moved-on")).to_be_visible()
    guest.click(".sheet-text p")
    guest.keyboard.press("Home")
    guest.keyboard.type("Typed all the same. ")
    expect(guest.locator("#conflict")).to_be_visible()
    expect(page.locator(".sheet-text")).to_contain_text("And the owner's.")
    assert any(
        "Typed all the same" in str(r.document) and r.guest == "Gil Guest" for r in Revision.objects.filter(draft=draft, cause="conflict")
    )
    guest.close()
    context.close()


def test_two_tabs_are_put_side_by_side_and_made_one(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, "<p>The same for both.</p><p>To begin with.</p>")
    other = page.context.new_page()
    other.goto(f"{server}/drafts/{draft.pk}/")
    expect(other.locator("#core .total")).not_to_be_empty()
    page.locator(".sheet-text p").last.click()
    page.keyboard.press("End")
    page.keyboard.type(" Of the first tab.")
    saved(page, draft)
    other.locator(".sheet-text p").last.click()
    other.keyboard.press("End")
    other.keyboard.type(" Of the second tab.")
    expect(other.locator("#conflict")).to_be_visible()
    other.get_by_role("link", name="Put both side by side").click()
    expect(other.locator(".merge")).to_contain_text("Of the second tab.")
    assert find_barriers(other) == []
    other.get_by_role("button", name="Make one text of both").click()
    expect(other.locator(".sheet-text")).to_contain_text("Of the first tab.")
    expect(other.locator(".sheet-text")).to_contain_text("Of the second tab.")
    expect(other.locator("#unsaved-found")).to_be_hidden()
    other.close()
