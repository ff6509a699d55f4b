"""From a keyword to a finished plan, and from the outline to a draft, without a pointer; no barriers on the way."""

from __future__ import annotations

import io
from typing import Any

import docx
import pytest
from playwright.sync_api import Page, expect

from fundament.web.drafts.models import Draft
from fundament.web.studies.models import Decision, OutlineNode, Study
from tests.browser.conftest import find_barriers, wait_until_quiet
from tests.conftest import KEYWORD

pytestmark = pytest.mark.django_db(transaction=True)


def tab_to(page: Page, selector: str, key: str = "Tab") -> None:
    """Press Tab, or Shift+Tab for what comes before, until what is looked for has the focus."""
    for _ in range(600):
        if page.evaluate("selector => document.activeElement?.matches(selector) ?? false", selector):
            return
        page.keyboard.press(key)
    raise AssertionError(f"Tab does not reach {selector}")


def test_a_new_study_to_a_plan_by_keyboard_alone(page: Page, server: str, start_worker: Any) -> None:
    start_worker()
    tab_to(page, "a[href$='/studies/new/']")
    page.keyboard.press("Enter")
    page.wait_for_url("**/studies/new/")
    tab_to(page, "#id_keyword")
    page.keyboard.type(KEYWORD)
    tab_to(page, "details:has(#id_secondary) > summary")
    page.keyboard.press("Enter")
    tab_to(page, "#id_secondary")
    page.keyboard.type("lime mortar mix\nrake out joints")
    tab_to(page, "form.panel button.btn-primary")
    page.keyboard.press("Enter")
    expect(page.locator("#results .answer")).to_contain_text("the aim is", timeout=90_000)
    study = Study.objects.get()
    # one result is left out as another intent
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("5")
    expect(page.locator("#results")).to_contain_text("Left out: other intent")
    expect(page.locator("#results .answer")).to_contain_text("the aim is", timeout=60_000)
    tab_to(page, ".tabs a[href$='/terms/']", "Shift+Tab")
    page.keyboard.press("Enter")
    page.wait_for_url("**/terms/")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("k")
    expect(page.locator("#decided")).to_contain_text("kept")
    tab_to(page, ".tabs a[href$='/outline/']", "Shift+Tab")
    page.keyboard.press("Enter")
    page.wait_for_url("**/outline/")
    tab_to(page, "button[name=proposed]")
    page.keyboard.press("Enter")
    expect(page.locator("[data-node]").nth(3)).to_be_visible()
    count = page.locator("[data-node]").count()
    tab_to(page, "#own-heading")
    page.keyboard.type("What nobody else says")
    page.keyboard.press("Enter")
    expect(page.locator("[data-node]")).to_have_count(count + 1)
    expect(page.locator("#own-heading")).to_have_value("")
    page.reload()
    assert find_barriers(page) == []
    tab_to(page, "[data-node-opens]")
    second = page.locator("[data-node]").nth(1).get_attribute("data-node")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Alt+ArrowRight")
    expect(page.locator(f'[data-node="{second}"]')).to_have_attribute("data-level", "3")
    expect(page.locator(f"#node-{second}")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.locator("#node-notes")).to_be_visible()
    assert find_barriers(page) == []
    tab_to(page, "#node-notes")
    page.keyboard.type("Say it in three sentences.")
    tab_to(page, ".outline-form .btn-primary")
    page.keyboard.press("Enter")
    expect(page.locator("#decided")).to_contain_text("section changed")
    tab_to(page, ".tabs a[href$='/plan/']", "Shift+Tab")
    page.keyboard.press("Enter")
    page.wait_for_url("**/plan/")
    expect(page.locator(".paper")).to_contain_text("Say it in three sentences.")
    tab_to(page, "#intent")
    page.keyboard.type("To do it without ruining the wall.")
    tab_to(page, "aside .btn-primary")
    page.keyboard.press("Enter")
    expect(page.locator(".paper")).to_contain_text("To do it without ruining the wall.")
    assert find_barriers(page) == []
    tab_to(page, "a[href$='format=docx']")
    with page.expect_download() as download:
        page.keyboard.press("Enter")
    document = docx.Document(io.BytesIO(download.value.path().read_bytes()))
    texts = [paragraph.text for paragraph in document.paragraphs]
    assert "Say it in three sentences." in texts and "What nobody else says" in texts and "To do it without ruining the wall." in texts
    assert any("lime mortar mix" in cell.text for table in document.tables for row in table.rows for cell in row.cells)
    assert set(Decision.objects.filter(study=study).values_list("action", flat=True)) == {"kept"}


def test_an_outline_is_dragged_undone_and_becomes_a_draft(page: Page, study: Study, server: str) -> None:
    page.goto(f"{server}/studies/{study.pk}/outline/")
    page.locator("[data-row-key=o]").nth(0).click()
    expect(page.locator("[data-node]")).to_have_count(1)
    page.locator("[data-row-key=o]").nth(1).click()
    expect(page.locator("[data-node]")).to_have_count(2)
    first, second = (page.locator("[data-node]").nth(n).get_attribute("data-node") for n in range(2))
    wait_until_quiet(page)
    page.locator(f'[data-node="{first}"] .outline-level').drag_to(page.locator(f'[data-node="{second}"]'))
    expect(page.locator("[data-node]").nth(0)).to_have_attribute("data-node", second or "")
    page.keyboard.press("Control+z")
    expect(page.locator("[data-node]").nth(0)).to_have_attribute("data-node", first or "")
    page.click("text=Begin a draft with it")
    expect(page.locator(".sheet-text h2")).to_have_count(2)
    draft = Draft.objects.get()
    ids = [block["attrs"].get("id") for block in draft.document["content"]]
    assert first in ids and second in ids and OutlineNode.objects.count() == 2


def test_the_new_screens_have_no_barriers_and_fit_a_phone(page: Page, study: Study, draft: Draft, server: str) -> None:
    for path in ("terms", "entities", "outline", "questions", "compare", "plan", "yardstick", "terms/measures"):
        page.goto(f"{server}/studies/{study.pk}/{path}/")
        page.wait_for_load_state("networkidle")
        assert find_barriers(page) == [], path
    page.set_viewport_size({"width": 360, "height": 740})
    for path in ("terms", "outline", "questions", "compare", "plan", ""):
        page.goto(f"{server}/studies/{study.pk}/{path}/".replace("//", "/").replace(":/", "://"))
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= 362, path
        assert find_barriers(page) == [], path
