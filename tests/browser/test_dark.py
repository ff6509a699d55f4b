"""Every main screen by lamplight: the same tokens, dark, and no barrier for anybody."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from fundament.web.drafts.models import Draft
from tests.browser.conftest import find_barriers, wait_until_quiet


def test_the_dark_screens_have_no_barriers(page: Page, draft: Draft, study: Any, server: str) -> None:
    page.emulate_media(color_scheme="dark")
    of_study = ("", "yardstick/", "terms/", "entities/", "outline/", "questions/", "compare/", "plan/", "history/")
    addresses = [
        "/studies/", "/studies/new/", *(f"/studies/{study.pk}/{screen}" for screen in of_study), f"/drafts/of/{study.pk}/", f"/drafts/{draft.pk}/revisions/",
        f"/drafts/{draft.pk}/export/", "/keywords/", "/sites/", "/settings/members/", "/account/", "/notes/",
    ]  # fmt: skip
    found = {}
    for address in addresses:
        page.goto(server + address)
        wait_until_quiet(page)
        found[address] = find_barriers(page)
    page.goto(f"{server}/drafts/{draft.pk}/?panel=subtopics")
    expect(page.locator("#panel tbody tr").first).to_be_visible()
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    found["desk"] = find_barriers(page)
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") == "rgb(20, 25, 29)"
    page.emulate_media(color_scheme="light")
    page.goto(f"{server}/account/")
    page.check("input[name=theme][value=dark]")  # whoever chose has it, whatever the system says
    page.click("form:has(input[name=theme]) button")
    expect(page.locator("html[data-theme=dark]")).to_have_count(1)
    wait_until_quiet(page)
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") == "rgb(20, 25, 29)"
    page.check("input[name=theme][value='']")
    page.click("form:has(input[name=theme]) button")
    expect(page.locator("html:not([data-theme])")).to_have_count(1)
    wait_until_quiet(page)
    assert page.evaluate("getComputedStyle(document.body).backgroundColor") == "rgb(247, 244, 238)"
    assert {address: barriers for address, barriers in found.items() if barriers} == {}
