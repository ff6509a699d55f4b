"""An article is pasted, worked from its score to the aim by proposals, edits and honest writing, and exported; once with the mouse, once by keys alone."""

from __future__ import annotations

import io
import re
from pathlib import Path
from typing import Any

import pytest
from docx import Document
from markdown_it import MarkdownIt
from playwright.sync_api import Locator, Page, expect

from fundament.web.drafts.models import Draft
from tests.browser.conftest import stored
from tests.browser.sheet import paste, saved

TEXTS = Path(__file__).parent / "texts"
BEGUN = MarkdownIt().render((TEXTS / "repointing_begun.md").read_text(encoding="utf-8"))
# what a writer who knows the subject has to say, by a word of the heading it answers
SECTIONS = dict(part.split("\n", 1) for part in (TEXTS / "repointing_sections.md").read_text(encoding="utf-8").split("## ")[1:])
MOST_TABS = 300


@pytest.fixture(autouse=True)
def with_assistant(settings: Any, standins: str) -> None:
    settings.ASSISTANT_ADDRESS = standins


class ByMouse:
    """What a writer does, with the mouse wherever there is something to click on."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def paste(self, html: str) -> None:
        self.page.click(".sheet-text")
        paste(self.page, html)

    def press(self, what: Locator) -> None:
        what.click()

    def take_in(self, row: Locator) -> None:
        row.locator("[data-take-in]").click()

    def fill(self, selector: str, words: str) -> None:
        self.page.fill(selector, words)

    def only(self, kind: str) -> None:
        self.page.locator("[data-view=only]").select_option(kind)


class ByKeys(ByMouse):
    """The same without it: Tab until one is there, and the keys of the desk."""

    def reach(self, what: Locator) -> None:
        for _ in range(MOST_TABS):
            if what.evaluate("(wanted) => wanted === document.activeElement"):
                return
            self.page.keyboard.press("Tab")
        raise AssertionError("no Tab leads there")

    def paste(self, html: str) -> None:
        self.page.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.page.evaluate(
            "(html) => navigator.clipboard.write([new ClipboardItem({'text/html': new Blob([html], {type: 'text/html'}), 'text/plain': new Blob(['x'], {type: 'text/plain'})})])",
            html,
        )
        self.page.keyboard.press("Tab")  # "To the text"
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Control+v")

    def press(self, what: Locator) -> None:
        if self.page.evaluate("document.activeElement?.closest('.sheet-text') !== null"):
            self.page.keyboard.press("Alt+p")  # in a text Tab belongs to lists and tables
        self.reach(what)
        self.page.keyboard.press("Enter")

    def take_in(self, row: Locator) -> None:
        self.page.keyboard.press("Alt+p")
        self.reach(row.locator(".subject"))
        self.page.keyboard.press("i")

    def fill(self, selector: str, words: str) -> None:
        self.page.keyboard.press("Alt+p")
        self.reach(self.page.locator(selector))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(words)

    def only(self, kind: str) -> None:
        self.page.keyboard.press("Alt+p")
        chooser = self.page.locator("[data-view=only]")
        self.reach(chooser)
        names = [name.lower() for name in chooser.locator("option").all_inner_texts()]
        name = chooser.locator(f"option[value={kind}]").inner_text().lower()
        letters = next(n for n in range(1, len(name)) if sum(other.startswith(name[:n]) for other in names) == 1)
        self.page.keyboard.type(
            name[:letters]
        )  # no more than tells it from the others: a browser that is slow takes later ones for a new word


def figures(page: Page, draft: Draft) -> tuple[float, float]:
    """(score, aim), once both are of the text as it is."""
    saved(page, draft)
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    words = page.locator("#core .core-figure").inner_text()
    total, aim = re.findall(r"\d+", words)[:2]
    return float(total), float(aim)


def answer_to(heading: str, left: dict[str, str]) -> str:
    """What there is to say below a heading; "" for a subject that nothing is known of."""
    fitting = [key for key in left if key in heading.lower()]
    return left.pop(fitting[0]) if fitting else ""


@pytest.mark.parametrize("way", [ByMouse, ByKeys])
def test_an_article_is_worked_to_the_aim(way: type[ByMouse], page: Page, server: str, draft: Draft, tmp_path: Path) -> None:
    writer = way(page)
    Draft.objects.filter(pk=draft.pk).update(document={"type": "doc", "content": [{"type": "paragraph"}]})
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#core .total")).not_to_be_empty()
    writer.paste(BEGUN)
    begun, aim = figures(page, draft)
    assert 20 < begun < aim - 10
    writer.fill("#title-tag", "Repointing an old brick wall with lime mortar")
    writer.press(page.get_by_role("button", name="Suggest edits"))
    description = page.locator("[data-proposal='description:description']")
    expect(description).to_be_visible()
    joint = float(description.locator(".gain").inner_text().replace("+", ""))
    before, _ = figures(page, draft)
    writer.press(description.locator("[data-do=take]"))
    expect(page.locator("#meta-description")).not_to_have_value("")
    after, _ = figures(page, draft)
    assert after > begun and abs(after - before - joint) <= 1.1  # shown whole
    headed = len(re.findall(r"<h[1-6]", stored(draft)))
    writer.press(page.get_by_role("button", name="Back to the edits"))
    writer.only("head_subtopic")
    expect(page).to_have_url(re.compile("only=head_subtopic"))
    left, total, steps = dict(SECTIONS), after, []
    for _ in range(len(SECTIONS)):
        rows = page.locator("#panel tbody tr", has=page.locator("[data-take-in]"))
        row = next((row for row in rows.all() if any(key in row.locator(".subject").inner_text().lower() for key in left)), None)
        if total > aim or row is None:
            break
        words = answer_to(row.locator(".subject").inner_text(), left)
        writer.take_in(row)
        page.keyboard.insert_text(" ".join(words.split()))
        total, aim = figures(page, draft)
        steps.append(total)
    assert total >= aim and steps == sorted(steps)
    expect(page.locator("#panel .verdict")).to_have_text(re.compile("^(Enough|Among)"))
    writer.press(page.get_by_role("link", name="Export"))
    expect(page).to_have_url(re.compile("/export/$"))
    with page.expect_download() as download:
        writer.press(page.locator("tr", has_text="DOCX").get_by_role("link").first)
    download.value.save_as(tmp_path / "wall.docx")
    headings = [p.text for p in Document(io.BytesIO((tmp_path / "wall.docx").read_bytes())).paragraphs if p.style and p.style.name and p.style.name.startswith("Heading")]  # fmt: skip
    assert headings[0] == "Repointing an old brick wall" and len(headings) == headed + len(steps)
