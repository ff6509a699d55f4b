"""Deciding by keyboard: rows, ticks, one key for each decision, undo; and what somebody else decides meanwhile."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.studies.decisions.deciding import decide_on
from fundament.web.studies.models import Decision, Study
from tests.browser.conftest import find_barriers

pytestmark = pytest.mark.django_db(transaction=True)


def decided(study: Study) -> dict[str, str]:
    return dict(Decision.objects.filter(study=study).values_list("key", "action"))


def test_rows_are_decided_on_by_keys_alone(page: Page, study: Study, draft: Draft, server: str) -> None:
    page.goto(f"{server}/studies/{study.pk}/terms/")
    first, second, third = (page.locator("[data-row]").nth(n).get_attribute("data-row") for n in range(3))
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.locator("#drawer mark").first).to_be_visible()
    page.keyboard.press("d")
    expect(page.locator("#decided")).to_contain_text("ignored")
    expect(page.locator("#decided .moved-score")).to_contain_text("Guide")  # what it does to the draft
    expect(page.locator("#drawer")).to_contain_text("Ignored")
    assert decided(study) == {first: "dropped"}
    assert find_barriers(page) == []
    expect(page.locator(f"#open-{second}")).to_be_focused()  # the dropped one has gone to the end
    page.keyboard.press("Control+z")
    expect(page.locator("#decided")).to_contain_text("Undone")
    assert decided(study) == {}
    expect(page.locator("[data-row]").first).to_have_attribute("data-row", first or "")  # it is back in its place
    page.keyboard.press("Escape")
    expect(page.locator("#drawer")).to_be_empty()
    expect(page.locator(f"#open-{first}")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.locator("#drawer mark").first).to_be_visible()
    page.go_back()  # closes the drawer, and leaves neither the screen nor the study
    expect(page.locator("#drawer")).to_be_empty()
    assert page.url.endswith(f"/studies/{study.pk}/terms/")
    expect(page.locator(f"#open-{first}")).to_be_focused()
    page.keyboard.press(" ")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    page.keyboard.press(" ")
    expect(page.locator("[data-ticked-count]")).to_have_text("2 ticked")
    page.keyboard.press("k")
    expect(page.locator("#decided")).to_contain_text("2 decided")
    assert decided(study) == {first: "kept", third: "kept"}
    expect(page.locator("#answer")).to_contain_text("2 are decided by hand")
    expect(page.locator("[data-ticked-count]")).to_have_text("Tick rows, or open one")


def test_letters_typed_into_a_field_decide_nothing(page: Page, study: Study, server: str) -> None:
    page.goto(f"{server}/studies/{study.pk}/outline/")
    page.locator("[data-opens]").first.press("Enter")
    page.locator("#drawer #note").fill("")
    page.keyboard.type("kept dark my way")
    expect(page.locator("#drawer #note")).to_have_value("kept dark my way")
    assert decided(study) == {}
    page.keyboard.press("Enter")  # a note alone is no decision
    expect(page.locator("#trouble")).to_contain_text("A note goes with a decision")
    expect(page.locator("#drawer #note")).to_have_value("kept dark my way")
    page.click("#drawer button:has-text('Required')")
    expect(page.locator("#drawer")).to_contain_text("kept dark my way”")
    assert list(decided(study).values()) == ["must"]


def test_what_somebody_else_decides_is_seen_and_ticks_stay(page: Page, chromium: Browser, study: Study, server: str, actor: Actor) -> None:
    page.goto(f"{server}/studies/{study.pk}/entities/")
    row = page.locator("[data-row]").nth(2)
    key = page.locator("[data-row]").nth(4).get_attribute("data-row") or ""
    row.locator("input[type=checkbox]").check()
    page.fill("#search", "half a wor")
    page.wait_for_timeout(300)  # until the channel of events stands
    decide_on(actor, study.pk, key, "kept")
    expect(page.locator(f'[data-row="{key}"]')).to_contain_text(re.compile("kept"), timeout=3_000)
    expect(row.locator("input[type=checkbox]")).to_be_checked()
    expect(page.locator("#search")).to_have_value("half a wor")
