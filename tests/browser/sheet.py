"""The writing screen as a person uses it."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.web.drafts.models import Draft
from tests.browser.conftest import find_barriers


def open_draft(page: Page, server: str, draft: Draft, html: str = "<p></p>") -> None:
    Draft.objects.filter(pk=draft.pk).update(document=document_from_html(html))
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#core .total")).not_to_be_empty()
    page.click(".sheet-text")


def no_barriers(page: Page) -> bool:
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    found = find_barriers(page)
    assert found == []
    return True


def paste(page: Page, html: str = "", text: str = "") -> None:
    page.evaluate(
        """([html, text]) => {
            const data = new DataTransfer();
            if (html) data.setData("text/html", html);
            data.setData("text/plain", text);
            document.querySelector(".sheet-text").dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }""",
        [html, text],
    )


def saved(page: Page, draft: Draft) -> str:
    expect(page.locator("#save-state")).to_have_text("Saved")
    page.wait_for_timeout(200)
    expect(page.locator("#save-state")).to_have_text("Saved")
    return html_of(Draft.objects.get(pk=draft.pk).document).replace("\n", "")
