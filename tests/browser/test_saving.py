"""What is typed is saved: two tabs, a server that is away or says no, signing out."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from fundament.core.documents.html_out import html_of
from fundament.web.drafts.models import Draft
from tests.browser.conftest import is_saved, stored

pytestmark = pytest.mark.django_db(transaction=True)
TEXTS_KEPT = """() => new Promise((done) => {
    const opening = indexedDB.open("fundament");
    opening.onsuccess = () => {
        const all = opening.result.transaction("texts").objectStore("texts").getAllKeys();
        all.onsuccess = () => { opening.result.close(); done(all.result); };
    };
})"""


def test_two_tabs_keep_both_texts(page: Page, draft: Draft, server: str) -> None:
    address = f"{server}/drafts/{draft.pk}/"
    other = page.context.new_page()
    page.goto(address)
    other.goto(address)
    page.click(".sheet-text")
    page.keyboard.type("From the first tab. ")
    is_saved(page)
    other.click(".sheet-text")
    other.keyboard.type("From the second tab. ")
    expect(other.locator("#conflict")).to_be_visible(timeout=10_000)
    assert "first tab" in stored(draft)
    other.click("#conflict-mine")
    is_saved(other)
    assert "second tab" in stored(draft)
    assert any("first tab" in html_of(revision.document) for revision in draft.revisions.all())


def test_what_was_typed_outlives_a_server_that_is_down(page: Page, draft: Draft, server: str) -> None:
    address = f"{server}/drafts/{draft.pk}/"
    other = page.context.new_page()
    other.goto(address)
    page.context.set_offline(True)
    other.click(".sheet-text")
    other.keyboard.type("Typed while nobody listened. ")
    expect(other.locator("#save-state")).to_contain_text("kept in this browser", timeout=10_000)
    # the last try of a tab that closes is made by the browser itself, which is not offline with the tab
    other.evaluate("() => { window.fetch = () => Promise.reject(new TypeError('offline')); }")
    other.close()  # the tab goes away
    page.context.set_offline(False)
    assert "nobody listened" not in stored(draft)
    page.goto(address)
    expect(page.locator("#unsaved-found")).to_be_visible()
    page.click("#unsaved-take")
    is_saved(page)
    assert "Typed while nobody listened." in stored(draft)


def test_signing_out_sends_what_is_kept_here_and_leaves_no_text_behind(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    page.route("**/text/", lambda route: route.abort())
    page.click(".sheet-text")
    page.keyboard.type("Typed before signing out. ")
    expect(page.locator("#save-state")).to_contain_text("kept in this browser")
    page.evaluate("() => { window.fetch = () => Promise.reject(new TypeError('offline')); }")  # the tab's last try
    page.goto(f"{server}/studies/")
    page.unroute("**/text/")
    assert "before signing out" not in stored(draft)
    page.click("text=Sign out")
    expect(page.locator("input[name=password]")).to_be_visible()
    assert page.evaluate(TEXTS_KEPT) == []
    assert "Typed before signing out." in stored(draft)


def test_a_save_that_is_refused_for_good_is_said_once(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    sent: list[str] = []
    page.on("request", lambda request: sent.append(request.url) if request.method == "POST" else None)
    page.route("**/text/", lambda route: route.fulfill(status=422, json={"problem": "This is not a text."}))
    page.click(".sheet-text")
    page.keyboard.type("x")
    expect(page.locator("#save-state")).to_contain_text("This is not a text. It is kept in this browser")
    page.wait_for_timeout(2_600)
    assert len(sent) == 1
