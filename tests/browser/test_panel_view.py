"""The panel in a browser: filtered and sorted, kept in the address; an edit taken in by key; uses stepped through by key."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.studies.plan import outlining
from tests.browser.sheet import no_barriers, open_draft, saved
from tests.core.edits.texts import TEXT


def test_a_table_is_sorted_and_the_address_keeps_it(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT)
    page.locator("[data-panel=terms]").last.click()
    page.locator("[data-view=find]").fill("mortar")
    expect(page.locator("#panel tbody tr .subject", has_text="joint")).to_have_count(0)
    expect(page.locator("[data-view=find]")).to_be_focused()
    page.locator("[data-view=sort]").select_option("name")
    expect(page).to_have_url(re.compile("sort=name"))
    assert no_barriers(page)
    page.reload()
    expect(page.locator("[data-view=find]")).to_have_value("mortar")


def test_an_edit_is_taken_in_and_uses_are_stepped_through_by_key(page: Page, server: str, draft: Draft) -> None:
    open_draft(page, server, draft, TEXT)
    page.locator("[data-view=only]").select_option("head_subtopic")
    expect(page).to_have_url(re.compile("only=head_subtopic"))
    row = page.locator("#panel tbody tr", has=page.locator("[data-take-in]")).first
    expect(page.locator("#panel tbody tr").first).to_contain_text("Add a heading for a subtopic")
    label = row.locator(".subject").inner_text()
    row.locator(".subject").focus()
    page.keyboard.press("i")
    page.keyboard.type("Here it is answered.")
    text = saved(page, draft)
    assert f"<h2>{label}</h2><p>Here it is answered.</p>" in text.replace("&#x27;", "'")
    page.locator("[data-panel=terms]").last.click()
    page.locator("#panel .subject", has_text=re.compile("^mortar$")).click()
    expect(page.locator(".sheet-text .use").first).to_be_visible()
    uses = page.locator(".sheet-text .use").count()
    page.click(".sheet-text h1")
    page.keyboard.press("Control+Home")
    page.keyboard.press("Alt+ArrowDown")
    assert page.evaluate("getSelection().toString().toLowerCase()") == "mortar"
    expect(page.locator("#score-said")).to_have_text(f"Use 1 of {uses}")
    page.keyboard.press("Alt+ArrowUp")
    expect(page.locator("#score-said")).to_have_text(f"Use {uses} of {uses}")


def test_a_planned_heading_is_put_in_where_it_belongs_and_gone_to(page: Page, server: str, draft: Draft, actor: Actor) -> None:
    for heading in ("Before you begin", "What it costs", "The mix"):
        outlining.add_heading(actor, draft.study_id, heading)
    open_draft(page, server, draft, TEXT)
    page.click("[data-panel=plan]")
    expect(page.locator("#panel .verdict")).to_contain_text("2 of 3 planned headings")
    page.click("#panel .subject:has-text('What it costs')")
    page.keyboard.type("Little beside the time.")
    text = saved(page, draft)
    assert text.index("Before you begin") < text.index("<h2>What it costs</h2>") < text.index("<h2>The mix</h2>")
    expect(page.locator("#panel .verdict")).to_contain_text("3 of 3 planned headings")
    page.click("#panel .subject:has-text('The mix')")
    page.keyboard.type("About ")
    assert "<h2>About The mix</h2>" in saved(page, draft)
    assert no_barriers(page)
