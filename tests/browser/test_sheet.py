"""The sheet in a browser: pasted, searched, moved, with tables, tasks and pictures, brought and taken out."""

from __future__ import annotations

import base64
import io
import re
import unicodedata
from typing import Any

from playwright.sync_api import Page, expect

from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.web.drafts.models import Draft
from tests.browser.sheet import no_barriers, open_draft, paste, saved
from tests.test_draft_files import png

ARTICLE = """<meta charset='utf-8'><b style="font-weight:normal;" id="docs-internal-guid-1"><h2><span>The sand</span></h2><p><span style="font-weight:400">Wet the </span>
<span style="font-weight:700">lime mortar</span></p><ul><li aria-level="1"><p>Sharp</p></li><ul><li aria-level="2"><p>Fine</p></li></ul></ul>
<table><tbody><tr><td>Part</td><td>Share</td></tr></tbody></table></b>"""
SECTIONS = "<h1>Walls</h1><h2>First</h2><p>Words of the first.</p><h2>Second</h2><p>Words of the second.</p><h4>Deep</h4><p>More.</p><h2>Third</h2><p>The last.</p>"

FROM_A_JOB = 70_000  # ms: a worker has to start first


def test_what_is_pasted_is_plain_and_kept(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft)
    paste(page, ARTICLE, "The sand")
    expect(page.locator(".sheet-text h2")).to_have_text("The sand")
    found = saved(page, draft)
    assert found.startswith(
        "<h2>The sand</h2><p>Wet the <strong>lime mortar</strong></p><ul><li><p>Sharp</p><ul><li><p>Fine</p></li></ul></li></ul><table>"
    )
    page.keyboard.press("Control+End")
    page.keyboard.press("ArrowDown")
    paste(page, text="## From Markdown\n\n- [ ] open\n- one **bold** word")
    expect(page.locator(".sheet-text h2")).to_have_count(2)


def test_letters_pasted_apart_from_their_accents_are_put_together(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft, "<p></p>")
    paste(page, html=unicodedata.normalize("NFD", "<p>Gelöschter Kalk</p>"), text="x")
    expect(page.locator(".sheet-text")).to_contain_text("Gelöschter Kalk")
    page.keyboard.press("Control+End")
    paste(page, text=unicodedata.normalize("NFD", " für Wände"))
    expect(page.locator(".sheet-text")).to_contain_text("für Wände")
    assert saved(page, draft) == "<p>Gelöschter Kalk für Wände</p>"


def test_words_are_found_and_replaced_by_keys(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft, "<p>Lime and lime, limestone.</p>")
    page.keyboard.press("Control+h")
    page.fill("#find-words", "lime")
    expect(page.locator("#find-said")).to_have_text("3 found")
    page.check("#find-whole")
    page.fill("#find-replacement", "putty")
    expect(page.locator("#find-said")).to_have_text("2 found")
    page.click("[data-find=all]")
    expect(page.locator(".sheet-text")).to_have_text("putty and putty, limestone.")
    page.keyboard.press("Escape")
    page.keyboard.press("Control+z")
    expect(page.locator(".sheet-text")).to_have_text("Lime and lime, limestone.")


def test_the_outline_tells_levels_and_moves_sections(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft, SECTIONS)
    page.keyboard.press("Alt+o")
    rows = page.locator("#draft-outline-list button")
    expect(rows).to_have_text(["Walls", "First", "Second", "Deep", "Third"])
    expect(page.locator(".level-skipped")).to_have_text("H4 right under H2")
    rows.nth(2).focus()
    page.keyboard.press("Alt+ArrowUp")
    expect(rows).to_have_text(["Walls", "Second", "Deep", "First", "Third"])
    page.keyboard.press("Alt+ArrowDown")
    page.keyboard.press("Alt+ArrowDown")
    expect(rows).to_have_text(["Walls", "First", "Third", "Second", "Deep"])
    expect(rows.nth(3)).to_be_focused()
    found = saved(page, draft)
    assert found.endswith("<h2>Third</h2><p>The last.</p><h2>Second</h2><p>Words of the second.</p><h4>Deep</h4><p>More.</p>")
    assert no_barriers(page)


def test_tables_and_tasks_are_made_by_hand(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft)
    page.click("[data-command=table]")
    page.keyboard.type("Part")
    page.keyboard.press("Tab")
    page.keyboard.type("Share")
    page.click("[data-command=row-below]")
    page.click("[data-command=column-away]")
    expect(page.locator(".sheet-text tr")).to_have_count(4)
    expect(page.locator(".sheet-text th")).to_have_count(2)
    assert no_barriers(page)
    page.click("[data-command=table-away]")
    page.keyboard.type("[ ] Look at the wall")
    expect(page.locator(".sheet-text li[data-checked=false]")).to_have_count(1)
    page.locator(".sheet-text li input").check()
    assert "checked" in saved(page, draft)


def test_a_picture_is_brought_and_gets_its_words(page: Page, draft: Draft, server: str, errands_done: None) -> None:
    open_draft(page, server, draft)
    page.click("[data-form=picture]")
    page.set_input_files("#picture-file", {"name": "wall.png", "mimeType": "image/png", "buffer": png()})
    expect(page.locator(".sheet-text figure img")).to_be_visible(timeout=FROM_A_JOB)
    page.fill("#picture-alt", "A wall")
    page.fill("#picture-caption", "After the winter")
    assert no_barriers(page)
    expect(page.locator(".sheet-text figcaption")).to_have_text("After the winter")  # what is typed is kept without a button
    page.click("#picture-set")
    expect(page.locator("#picture-form")).to_be_hidden()
    assert 'alt="A wall"><figcaption>After the winter</figcaption>' in saved(page, draft)


def test_a_picture_takes_no_words_away_and_stands_below_a_list(page: Page, draft: Draft, server: str, errands_done: None) -> None:
    open_draft(page, server, draft, "<p>The sand is sharp.</p><ul><li><p>Lime</p></li><li><p>Water</p></li></ul><p>After it.</p>")
    for number, words in enumerate(("sand", "Lime"), 1):
        page.locator(".sheet-text p", has_text=words).dblclick(position={"x": 12, "y": 8})  # a word is selected
        page.click("[data-form=picture]")
        page.set_input_files("#picture-file", {"name": "wall.png", "mimeType": "image/png", "buffer": png()})
        expect(page.locator(".sheet-text figure img")).to_have_count(number, timeout=FROM_A_JOB)
        page.click("#picture-set")
    text = saved(page, draft)
    assert [text.index(part) for part in ("The sand is sharp.", "<img", "Lime", "Water", "After it.")] == sorted(
        text.index(part) for part in ("The sand is sharp.", "<img", "Lime", "Water", "After it.")
    )
    assert text.index("</ul>") < text.rindex("<img") < text.index("After it.")


def test_a_picture_on_the_writers_disk_is_asked_for(page: Page, draft: Draft, server: str, errands_done: None) -> None:
    open_draft(page, server, draft)
    paste(page, '<p>Words</p><p><img src="file:///C:/walls/north.png" alt="North"></p>', "Words")
    expect(page.locator("#sheet-said")).to_contain_text("1 picture is on your own disk")
    with page.expect_file_chooser() as asked:
        page.click("[data-missing]")
    asked.value.set_files({"name": "north.png", "mimeType": "image/png", "buffer": png("blue")})
    expect(page.locator(".sheet-text figure img")).to_have_attribute("alt", "North", timeout=FROM_A_JOB)
    assert "/pictures/" in saved(page, draft)


def test_a_picture_that_came_as_data_is_kept(page: Page, draft: Draft, server: str, errands_done: None) -> None:
    open_draft(page, server, draft)
    data = f"data:image/png;base64,{base64.b64encode(png()).decode()}"
    paste(page, f'<p>Words</p><p><img src="{data}" alt="North"></p>', "Words")
    expect(page.locator(".sheet-text figure img")).to_have_attribute("src", re.compile("^/pictures/"), timeout=FROM_A_JOB)
    assert "/pictures/" in saved(page, draft)


def test_keys_goal_and_size(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft, "<h2>The sand</h2><p>One two three.</p>")
    page.keyboard.press("Control+/")
    expect(page.locator("#keys")).to_contain_text("Alt+O")
    assert no_barriers(page)
    page.keyboard.press("Escape")
    page.click("#goal-open")
    page.fill("#goal", "100")
    page.keyboard.press("Enter")
    expect(page.locator("#goal-said")).to_contain_text("to the goal of 100")
    page.click("#text-larger")
    page.reload()
    expect(page.locator("#goal-said")).to_contain_text("to the goal of 100")
    assert page.evaluate("getComputedStyle(document.querySelector('.sheet-text')).fontSize") == "20px"
    page.click(".sheet-text p")
    expect(page.locator("#words-here")).to_contain_text("5 in this section")


def test_a_draft_goes_out_as_docx_and_comes_in_again(page: Page, draft: Draft, server: str, study: Any, start_worker: Any) -> None:
    start_worker()
    open_draft(page, server, draft, "<h2>The sand</h2><p>Wet the <b>lime mortar</b>.</p>")
    page.click("a:has-text('Export')")
    assert no_barriers(page)
    with page.expect_download() as coming:
        page.click("tr:has-text('DOCX') a")
    content = io.BytesIO(coming.value.path().read_bytes())
    page.goto(f"{server}/drafts/of/{study.pk}/")
    page.click("summary:has-text('From a file')")
    assert no_barriers(page)
    page.set_input_files(
        "#bring-text",
        {
            "name": "back.docx",
            "mimeType": "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
            "buffer": content.getvalue(),
        },
    )
    page.click("text=Begin with it")
    expect(page.locator(".sheet-text")).to_contain_text("Wet the lime mortar.", timeout=FROM_A_JOB)
    assert html_of(Draft.objects.latest("pk").document) == "<h2>The sand</h2>\n<p>Wet the <strong>lime mortar</strong>.</p>"


def test_words_on_the_text_are_said_and_taken_back(page: Page, draft: Draft, server: str) -> None:
    open_draft(
        page,
        server,
        draft,
        "<h1>Repointing brick with lime mortar</h1><p>Rake out the old joints, wet the wall well and press the lime mortar in firmly.</p>",
    )
    row = page.locator(".panel-table tr:has([data-state=not_for_page])").first
    name = row.locator(".subject, .strong").first.inner_text()
    row.locator("[data-state=not_for_page]").click()
    expect(page.locator(".said li")).to_contain_text(name)
    expect(page.locator("#core .core-figure")).to_contain_text("ignored")
    page.click(".there-already summary")
    page.fill("#there-text", "Kept while the panel is shown anew")
    page.evaluate("document.querySelector('[data-panel=edits]').click()")
    page.wait_for_timeout(600)
    expect(page.locator("#there-text")).to_have_value("Kept while the panel is shown anew")
    page.select_option(".there-already select", "internal_links")
    page.click(".there-already [data-state=there] >> nth=0")
    expect(page.locator(".said li")).to_have_count(2)
    assert no_barriers(page)
    page.locator("[data-take-back]").first.click()
    expect(page.locator(".said li")).to_have_count(1)


def test_revisions_stay_still_and_are_compared(page: Page, draft: Draft, server: str) -> None:
    open_draft(page, server, draft, "<p>Wet the old wall well.</p>")
    page.goto(f"{server}/drafts/{draft.pk}/revisions/")
    loaded: list[str] = []
    page.on("framenavigated", lambda frame: loaded.append(frame.url))
    page.fill("input[name=name]", "The first round")
    page.wait_for_timeout(1_500)
    assert loaded == []  # nobody did anything
    page.click("button:has-text('Keep')")
    expect(page.locator("tbody .strong")).to_have_text("The first round")
    Draft.objects.filter(pk=draft.pk).update(document=document_from_html("<p>Wet the wall very well.</p>"))
    assert no_barriers(page)
    page.click("button:has-text('Compare the two')")
    expect(page.locator(".versions del")).to_have_text("old ")
    expect(page.locator(".versions ins")).to_have_text("very ")
    assert no_barriers(page)
