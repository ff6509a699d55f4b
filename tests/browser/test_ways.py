"""The main ways through the interface, from the first screen to the last."""

from __future__ import annotations

import re
import signal
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from fundament.core.documents.html import document_from_html
from fundament.web.accounts.models import Membership, Person
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.saving import create_draft
from fundament.web.studies.models import Study
from fundament.web.studies.results.choosing import set_chosen
from tests.browser.conftest import find_barriers, is_saved, signed_in_page, stored, wait_until_quiet
from tests.conftest import KEYWORD

pytestmark = pytest.mark.django_db(transaction=True)


def total(page: Page) -> int:
    return int(page.locator("#core .total").inner_text())


def test_a_new_study_to_its_yardstick(page: Page, start_worker: Any, server: str) -> None:
    page.click("text=Open the first study")
    page.fill("#id_keyword", KEYWORD)
    page.select_option("#id_device", "mobile")
    page.click("button:has-text('Open the study')")
    expect(page.locator("#results")).to_contain_text("Asking which pages rank")
    worker = start_worker("--analysts", "2")
    expect(page.locator(".results-table tbody tr")).to_have_count(20, timeout=40_000)
    worker.send_signal(signal.SIGKILL)  # in the middle of its work
    page.reload()
    start_worker("--analysts", "2")
    expect(page.locator(".answer")).to_contain_text("competitors,", timeout=60_000)
    row = page.locator("tr", has_text="oldbricklover.example")
    expect(row).to_contain_text("The page does not exist (404).")
    expect(page.locator("tr", has_text="fellside-lime")).to_contain_text("Left out: It is a product page")
    assert find_barriers(page) == []
    for tab, words in (("Yardstick", "Length and structure"), ("Terms", "lime mortar"), ("Entities", "hessian"), ("Outline", "Raking out")):
        page.click(f".tabs a:has-text('{tab}')")
        expect(page.locator("main")).to_contain_text(words)
        assert find_barriers(page) == [], tab
    page.click(".tabs a:has-text('Terms')")
    page.click(".term-button:has-text('lime mortar')")
    expect(page.locator(".page-evidence q").first).to_contain_text("lime mortar")


def test_typing_moves_the_score_and_is_kept(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    before = total(page)
    page.click(".sheet-text")
    page.keyboard.press("Control+End")
    page.keyboard.press("Enter")
    page.keyboard.type(
        "Rake out the old joints with a plugging chisel. Brush out the dust and dampen the bricks before you fill the joints. "
        "Lime mortar of NHL 3.5 and sharp sand suits most brick walls, and damp hessian hangs in front of the new work for ten days."
    )
    expect(page.locator("#core .total")).not_to_have_text(
        str(before), timeout=20_000
    )  # the first score of a new server loads what it needs
    is_saved(page)
    after_sentence = total(page)
    assert after_sentence > before
    page.keyboard.press("Enter")
    page.select_option("#block-kind", "h2")
    page.keyboard.type("How much does it cost?")
    page.fill("#title-tag", "Repointing brick with lime mortar: a guide")
    is_saved(page)
    expect(page.locator("#core .total")).not_to_have_text(str(after_sentence), timeout=20_000)
    assert total(page) > after_sentence
    page.reload()
    expect(page.locator(".sheet-text h2")).to_have_text("How much does it cost?")
    expect(page.locator("#title-tag")).to_have_value("Repointing brick with lime mortar: a guide")
    page.click("[data-panel=terms]")
    expect(page.locator("#panel h2")).to_have_text("Terms")
    page.locator(".subject", has_text=re.compile("^lime mortar$")).click()
    expect(page.locator(".sheet-text .use").first).to_have_text(re.compile("lime mortar", re.IGNORECASE))
    expect(page.locator(".evidence-box q").first).to_be_visible()
    expect(page.locator(".profile-use").first).to_be_attached()
    assert find_barriers(page) == []


def test_the_score_comes_while_one_types_and_the_edits_at_rest(page: Page, draft: Draft, server: str) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(f"{request.method} {request.url}") if f"/drafts/{draft.pk}/" in request.url else None)
    page.goto(f"{server}/drafts/{draft.pk}/")
    asked.clear()
    page.click(".sheet-text")
    page.keyboard.press("Control+End")
    page.keyboard.press("Enter")
    page.keyboard.type("Rake out the joints with a plugging chisel, and keep the lime mortar damp under hessian for a week.", delay=15)
    is_saved(page)
    expect(page.locator("#panel[aria-busy]")).to_have_count(0)
    assert asked[0].startswith("POST")
    assert asked[-1].startswith("GET") and "/panel/" in asked[-1]
    edits = page.locator("#panel").inner_text()
    assert "Next best edits" in edits
    page.reload()
    assert page.locator("#panel").inner_text() == edits  # what followed is what the text has
    page.click(".sheet-text")
    page.keyboard.type("Then ")
    page.click("[data-panel=terms]")  # not waited for: asked for in the middle of a save
    expect(page.locator("#panel h2")).to_have_text("Terms")
    is_saved(page)
    page.wait_for_timeout(700)
    expect(page.locator("#panel h2")).to_have_text("Terms")


def test_a_competitor_switched_off_moves_the_figures(page: Page, study: Study, server: str, start_worker: Any) -> None:
    start_worker()
    page.goto(f"{server}/studies/{study.pk}/")
    before = page.locator(".answer").inner_text()
    scores = page.locator(".results-table td.strong").all_inner_texts()
    page.get_by_label("Keep ravenscar-conservation.example as a competitor").click()
    expect(page.locator(".answer")).to_contain_text(re.compile(r"^3 competitors, .*the aim is"), timeout=60_000)
    assert page.locator(".results-table td.strong").all_inner_texts() != scores
    page.click("text=Back to the proposed choice")
    expect(page.locator(".answer")).to_have_text(before)


def test_pasted_html_keeps_its_headings_and_loses_its_scripts(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    page.click(".sheet-text")
    page.keyboard.press("Control+a")
    page.evaluate(
        """() => {
            const data = new DataTransfer();
            data.setData("text/html", "<h2>Pasted heading</h2><p>Pasted <b>text</b><script>window.bad = 1</script></p><ul><li>one</li></ul>");
            document.querySelector(".sheet-text").dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }"""
    )
    is_saved(page)
    kept = stored(draft)
    assert "<h2>Pasted heading</h2>" in kept and "<strong>text</strong>" in kept and "<li>" in kept
    assert "script" not in kept and page.evaluate("window.bad") is None


def test_bad_input_is_answered_in_place(page: Page, server: str) -> None:
    page.goto(f"{server}/studies/new/")
    expect(page.locator("main .notice")).to_contain_text(
        "No results service is set up"
    )  # so the pages are asked for, and their fields are open
    page.fill("#id_addresses", "http://169.254.169.254/latest")
    page.click("button:has-text('Open the study')")
    expect(page.locator(".problem").first).to_contain_text("Give the keyword")
    expect(page.locator(".field-addresses .problem")).to_contain_text("private network")
    expect(page.locator("#id_addresses")).to_have_value("http://169.254.169.254/latest")
    assert find_barriers(page) == []


def test_a_block_is_left_out_by_hand_and_the_measures_are_looked_at(page: Page, study: Study, server: str) -> None:
    result = study.results.filter(chosen=True).first()
    page.goto(f"{server}/studies/{study.pk}/results/{result.pk}/")
    before = page.locator("#read .answer").inner_text()
    page.locator(".read-block.kind-paragraph:not(.left-out) button").first.click()
    expect(page.locator("#read .answer")).not_to_have_text(before)
    expect(page.locator("#read")).to_contain_text("left out by hand")
    assert find_barriers(page) == []
    page.click("text=Undo the 1 decision made by hand")
    expect(page.locator("#read .answer")).to_have_text(before)
    page.click(".tabs a:has-text('Terms')")
    page.click("text=TF-IDF, WDF*IDF and BM25")
    page.select_option("#measure", "bm25")
    page.click("button:has-text('Show')")
    expect(page.locator(".answer")).to_contain_text("By BM25")
    expect(page.locator("svg.scale").nth(5)).to_be_visible()
    page.click("thead a:has-text('BM25, first 5')")
    assert "measure=bm25" in page.url  # sorting keeps the choice
    assert find_barriers(page) == []


def test_quick_ticks_end_with_what_was_ticked_last(page: Page, study: Study, server: str, start_worker: Any) -> None:
    start_worker()
    page.goto(f"{server}/studies/{study.pk}/")
    boxes = page.locator(".results-table input[type=checkbox]")
    wanted = list(study.results.filter(state="read").values_list("chosen", flat=True))
    for number in (0, 1, 3):
        boxes.nth(number).click()  # three within half a second
        wanted[number] = not wanted[number]
    count = sum(wanted)
    figures = re.compile(rf"{count} competitors?, .*the aim is|{count} competitors?, .*too few")
    expect(page.locator(".answer")).to_contain_text(figures, timeout=60_000)
    assert list(study.results.filter(state="read").values_list("chosen", flat=True)) == wanted
    assert [box.is_checked() for box in boxes.all()] == wanted
    page.reload()
    expect(page.locator(".answer")).to_contain_text(figures)


def test_what_somebody_else_does_is_seen_without_reloading(
    page: Page, chromium: Browser, study: Study, draft: Draft, server: str, actor: Actor
) -> None:
    cleo = Person.objects.create_user("cleo", password="limewash-1", display_name="Cleo")
    Membership.objects.create(workspace=actor.workspace, user=cleo, role="editor")
    others = signed_in_page(chromium, server, "cleo")
    theirs = next(others)
    theirs.goto(f"{server}/studies/{study.pk}/")
    before = theirs.locator(".answer").inner_text()
    set_chosen(actor, study.pk, [study.results.filter(chosen=True).first().pk], False)  # in another process it would be the same
    expect(theirs.locator(".answer")).not_to_have_text(before, timeout=3_000)
    theirs.goto(f"{server}/drafts/{draft.pk}/")
    page.goto(f"{server}/drafts/{draft.pk}/")
    page.click(".sheet-text")
    page.keyboard.type("Written by Bea. ")
    is_saved(page)
    expect(theirs.locator("#moved-on")).to_be_visible(timeout=3_000)  # before anything is typed there
    theirs.click("#moved-on-reload")
    expect(theirs.locator(".sheet-text")).to_contain_text("Written by Bea.")
    assert next(others, None) is None


def test_a_term_is_dropped_and_the_open_draft_follows(page: Page, study: Study, draft: Draft, server: str) -> None:
    page.goto(f"{server}/studies/{study.pk}/terms/?sort=-pages")
    name = page.locator(".term-button").first.inner_text()
    page.locator(".term-button").first.press("Enter")
    page.fill(".decide [name=low]", "7")
    page.fill(".decide [name=high]", "3")
    page.press(".decide [name=high]", "Enter")
    expect(page.locator("#trouble")).to_contain_text("the lower first")
    expect(page.locator(".decide [name=low]")).to_have_value("7")
    assert find_barriers(page) == []
    page.fill(".decide [name=note]", "not ours")
    page.click(".decide button:has-text('Ignore')")
    expect(page.locator("#main")).to_contain_text("1 is decided by hand")
    assert page.url.endswith("?sort=-pages")
    page.click("text=1 is decided by hand")
    expect(page.locator("tbody tr").first).to_contain_text(name)
    expect(page.locator("tbody tr").first).to_contain_text("ignored")
    page.goto(f"{server}/drafts/{draft.pk}/")
    aim = page.locator("#core").inner_text()
    page.goto(f"{server}/studies/{study.pk}/yardstick/")
    page.fill("#planned-words", "400")
    page.press("#planned-words", "Enter")
    expect(page.locator("#main")).to_contain_text("400 words, set by hand")
    assert find_barriers(page) == []
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#core")).not_to_have_text(aim)


def test_a_reader_reads_and_is_told_so(page: Page, study: Study, draft: Draft, server: str, actor: Actor) -> None:
    Membership.objects.filter(user=actor.person).update(role="reader")
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator("#save-state")).to_have_text("To read only")
    expect(page.locator(".sheet-text")).to_have_attribute("contenteditable", "false")
    page.goto(f"{server}/studies/{study.pk}/")
    expect(page.locator(".results-table input[type=checkbox]").first).to_be_disabled()
    assert find_barriers(page) == []


def test_an_answer_that_says_no_is_shown_where_one_looks(page: Page, study: Study, server: str, actor: Actor) -> None:
    page.goto(f"{server}/studies/{study.pk}/")
    wait_until_quiet(page)  # what is asked for once the page listens
    Membership.objects.filter(user=actor.person).update(role="reader")  # meanwhile
    page.locator(".results-table input[type=checkbox]").first.click()
    expect(page.locator("#trouble")).to_contain_text("As a reader you cannot do this")
    with page.expect_response(lambda response: response.request.headers.get("hx-request") == "true"):
        # as when somebody else does something
        page.evaluate("window.htmx.trigger(document.getElementById('results'), 'live')")
    page.wait_for_timeout(300)
    expect(page.locator("#trouble")).to_contain_text("As a reader you cannot do this")


def test_an_answer_that_says_no_is_shown_although_what_asked_is_exchanged_meanwhile(
    page: Page, study: Study, server: str, actor: Actor
) -> None:
    page.goto(f"{server}/studies/{study.pk}/")
    wait_until_quiet(page)
    Membership.objects.filter(user=actor.person).update(role="reader")
    page.evaluate("document.querySelector('.results-table form').dataset.asked = ''")  # known again once it is not there any more
    waiting: list[Route] = []
    page.route("**/choose/", lambda route: waiting.append(route))
    page.locator(".results-table input[type=checkbox]").first.click()
    page.evaluate("window.htmx.trigger(document.getElementById('results'), 'live')")
    expect(page.locator("[data-asked]")).to_have_count(0)
    waiting[0].continue_()
    expect(page.locator("#trouble")).to_contain_text("As a reader you cannot do this")


def test_a_link_named_edit_keeps_its_heading_and_marks_stand_right(page: Page, draft: Draft, server: str) -> None:
    html = '<h2><a href="https://a.example/">Edit</a></h2><p>Two  spaces \U0001f9f1 and  lime mortar here, in a sentence of its own.</p>'
    Draft.objects.filter(pk=draft.pk).update(document=document_from_html(html))
    page.goto(f"{server}/drafts/{draft.pk}/?panel=terms")
    expect(page.locator(".sheet-text h2")).to_have_text("Edit")
    page.locator(".subject", has_text=re.compile("^lime mortar$")).click()
    expect(page.locator(".sheet-text .use")).to_have_text("lime mortar")


def test_members_are_invited_and_the_screens_have_no_barriers(page: Page, chromium: Browser, server: str, person: Person) -> None:
    page.goto(f"{server}/settings/members/")
    page.fill("#note", "for Dora")
    page.select_option("#role", "editor")
    page.click("button:has-text('Make a link')")
    link = page.locator("#made-link").input_value()
    assert find_barriers(page) == []
    visitor = chromium.new_context().new_page()
    visitor.goto(link)
    assert find_barriers(visitor) == []
    visitor.fill("#username", "dora")
    visitor.fill("#password", "limewash-2")
    visitor.click("button:has-text('Make an account')")
    visitor.wait_for_url("**/studies/")
    visitor.context.close()
    page.goto(f"{server}/account/")
    assert find_barriers(page) == []
    page.goto(f"{server}/settings/members/")
    expect(page.locator("tbody")).to_contain_text("dora")


@pytest.mark.parametrize("width", [360, 1280])
def test_a_keyword_of_200_letters_breaks_no_screen(page: Page, study: Study, draft: Draft, server: str, width: int) -> None:
    Study.objects.filter(pk=study.pk).update(keyword="l" * 200)
    page.set_viewport_size({"width": width, "height": 800})
    for address in (
        "/studies/",
        f"/studies/{study.pk}/",
        f"/studies/{study.pk}/yardstick/",
        f"/drafts/of/{study.pk}/",
        f"/drafts/{draft.pk}/",
    ):
        page.goto(f"{server}{address}")
        assert page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth") <= 1, address


def test_the_link_box_takes_an_address_as_it_is_typed(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    sheet = page.locator(".sheet-text")
    wait_until_quiet(page)
    page.evaluate("document.fonts.ready")  # a font that comes moves the lines, and a click lands on another
    sheet.locator("p").last.click()
    page.keyboard.press("End")
    page.keyboard.press("Control+k")
    box = page.get_by_label("Address of the link")
    expect(box).to_be_focused()
    page.keyboard.press("Escape")
    expect(box).to_be_hidden()
    expect(sheet).to_be_focused()
    page.keyboard.type(" See ")
    page.keyboard.press("Control+k")
    page.keyboard.type("marlandquoin.example/lime")
    page.keyboard.press("Enter")
    page.keyboard.type(" for more.")
    link = sheet.locator("a")
    expect(link).to_have_attribute("href", "https://marlandquoin.example/lime")
    expect(link).to_have_text("marlandquoin.example/lime")  # nothing was chosen, so the address is the text, and typing goes on outside it
    expect(sheet.locator("p").last).to_contain_text("See marlandquoin.example/lime for more.")


def test_the_first_tab_leads_to_the_text_and_the_score_is_said(page: Page, draft: Draft, server: str) -> None:
    page.goto(f"{server}/drafts/{draft.pk}/")
    expect(page.locator(".core-layer").first).to_be_visible()
    page.keyboard.press("Tab")
    expect(page.get_by_role("link", name="Skip to the text")).to_be_focused()
    page.keyboard.press("Enter")
    page.keyboard.type("Lime mortar lets a brick wall breathe. ")
    expect(page.locator(".sheet-text")).to_contain_text("breathe")
    expect(page.locator("#score-said")).to_contain_text(re.compile(r"Score \d+"))
    page.locator(".core-lacking[data-layer=entities]").click()
    expect(page.locator("#panel h2")).to_have_text("Entities")


def test_the_profile_of_a_long_text_is_not_cut_off(page: Page, study: Study, actor: Actor, server: str) -> None:
    html = "".join(
        f"<h2>Part {n}</h2>" + "<p>The joints are raked out by hand and damped before the mortar goes in.</p>" * 4 for n in range(80)
    )
    long = create_draft(actor, study.pk, name="Long", text=Text.cleaned(document_from_html(html)))
    page.goto(f"{server}/drafts/{long.pk}/")
    expect(page.locator(".profile-heading")).to_have_count(80)
    last, holder = page.locator("#profile rect").last.bounding_box(), page.locator("#profile").bounding_box()
    assert last is not None and holder is not None and last["y"] + last["height"] <= holder["y"] + holder["height"] + 1
