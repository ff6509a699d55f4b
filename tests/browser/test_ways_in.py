"""The ways by which things come in: a site from its sitemap, keywords from a seed, tables, archives; by keyboard where it says so."""

from __future__ import annotations

from typing import Any

import httpx
import pytest
from playwright.sync_api import Page, expect

from fundament.web.keywords.models import Keyword
from fundament.web.sites.models import Page as SitePage
from fundament.web.studies.models import Study
from standins.makes import render
from standins.sheets import Sheet
from tests.browser.conftest import find_barriers
from tests.web.studies.test_pages_from_files import warc_of

pytestmark = pytest.mark.django_db(transaction=True)


def test_a_site_from_its_sitemap(page: Page, server: str, start_worker: Any) -> None:
    start_worker()
    page.click("nav >> text=Sites")
    assert find_barriers(page) == []
    page.fill("#address", "www.marlandquoin.example")
    page.keyboard.press("Enter")
    expect(page.locator(".answer")).to_contain_text("40 pages of marlandquoin.example", timeout=40_000)
    assert find_barriers(page) == []
    page.fill("#rate", "600")
    page.click("button:has-text('Keep')")
    page.click("button:has-text('Read 40 pages')")
    expect(page.locator(".answer")).to_contain_text("40 are read", timeout=90_000)
    page.click("a:has-text('product 16')")
    page.check("label:has-text('Churn brush')")
    page.fill("input[name='keyword']", "churn brush")
    page.click("form:has(input[name='keyword']) button:has-text('Save')")
    expect(page.locator("main")).to_contain_text("40 pages")
    assert SitePage.objects.get(purpose__keyword="churn brush").url.endswith("/shop/churn-brush")
    assert find_barriers(page) == []


def test_a_keyword_list_from_a_seed_to_a_new_study_by_keyboard(page: Page, server: str, start_worker: Any) -> None:
    start_worker()
    page.goto(f"{server}/keywords/")
    assert find_barriers(page) == []
    expect(page.locator("#seed")).to_be_focused()
    page.keyboard.type("repointing brick")
    page.keyboard.press("Enter")
    expect(page.locator(".answer")).to_contain_text("searches a month together", timeout=40_000)
    assert find_barriers(page) == []
    refused: list[str] = []
    page.on("response", lambda answer: refused.append(answer.url) if answer.status >= 400 else None)
    page.locator("input[name='keyword']").nth(0).focus()
    page.keyboard.press("Space")
    page.keyboard.press("Tab")
    page.keyboard.press("Space")
    expect(page.locator("[data-ticked-count]")).to_have_text("2 ticked")
    page.wait_for_load_state("networkidle")
    assert refused == []  # a tick asks for nothing
    phrases = list(Keyword.objects.order_by("-volume", "pk").values_list("phrase", flat=True)[:2])
    page.locator("button:has-text('Open a study')").focus()
    page.keyboard.press("Enter")
    expect(page.locator("#id_keyword")).to_have_value(phrases[0])
    expect(page.locator("#id_secondary")).to_have_value(phrases[1])
    assert find_barriers(page) == []
    page.locator("#id_keyword").focus()
    page.keyboard.press("Enter")
    page.wait_for_url("**/studies/*/")
    study = Study.objects.get()
    assert study.keyword == phrases[0] and list(study.secondary_keywords.values_list("phrase", flat=True)) == [phrases[1]]


def test_a_table_of_results_in_latin_1_with_semicolons(
    page: Page, server: str, start_worker: Any, outside: str, sheets: list[Sheet]
) -> None:
    start_worker()
    rows = [sheet.address for sheet in sheets if sheet.get("kind") == "article"][:5]
    table = "Position;Titel;Adresse\n" + "".join(f"{n};Über Fugen {n};{url}\n" for n, url in enumerate(rows, 1)) + "6;Ohne Adresse;\n"
    page.goto(f"{server}/studies/new/")
    page.fill("#id_keyword", "repointing brick")
    page.click("summary:has-text('Pages of your own choice')")
    page.set_input_files("#table", {"name": "ergebnisse.csv", "mimeType": "text/csv", "buffer": table.encode("latin-1")})
    page.click("button:has-text('Open the study')")
    expect(page.locator(".answer")).to_contain_text("5 rows can be imported; 1 will be left out", timeout=40_000)
    expect(page.locator("main")).to_contain_text("Über Fugen 1")
    expect(page.locator("main")).to_contain_text("It has no address.")
    assert find_barriers(page) == []
    expect(page.locator("button:has-text('Import 5 rows')")).to_be_focused()
    page.keyboard.press("Enter")
    page.click("text=Go on to what came of it", timeout=40_000)
    expect(page.locator(".results-table tbody tr")).to_have_count(5, timeout=60_000)


def test_a_web_archive_as_a_study(page: Page, server: str, start_worker: Any, sheets: list[Sheet]) -> None:
    start_worker()
    pages = [(sheet.address, render(sheet).encode()) for sheet in sheets if sheet.get("kind") == "article"][:5]
    page.goto(f"{server}/studies/new/")
    page.fill("#id_keyword", "repointing brick with lime mortar")
    page.click("summary:has-text('Pages of your own choice')")
    assert find_barriers(page) == []
    page.set_input_files("#pages", {"name": "crawl.warc.gz", "mimeType": "application/gzip", "buffer": warc_of(pages)})
    page.click("button:has-text('Open the study')")
    expect(page.locator(".answer")).to_contain_text("5 competitors,", timeout=90_000)
    expect(page.locator("main")).to_contain_text("1 page that was not found")


def test_a_catalogue_that_answers_with_a_page(page: Page, server: str, start_worker: Any, outside: str) -> None:
    httpx.get(f"{outside}/trouble", params={"service": "keywords", "kind": "html"})
    try:
        start_worker()
        page.goto(f"{server}/keywords/")
        page.fill("#seed", "lime")
        page.keyboard.press("Enter")
        expect(page.locator("main")).to_contain_text("The keyword catalogue answered with something that is no JSON", timeout=40_000)
        assert find_barriers(page) == []
    finally:
        httpx.get(f"{outside}/trouble", params={"service": "keywords", "kind": ""})
    page.click("button:has-text('Ask again')")
    expect(page.locator(".answer")).to_contain_text("searches a month together", timeout=40_000)
