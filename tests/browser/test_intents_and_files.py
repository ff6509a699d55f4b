"""Two intents told apart; a study file carried into an empty workspace; a note while one is elsewhere; two people at one decision."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, expect

from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.studies.decisions.deciding import decide_on
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from tests.browser.conftest import find_barriers, sign_in
from tests.web.conftest import member
from tests.web.studies.test_intents import addresses


def test_two_intents_are_told_apart_and_a_note_says_when_it_is_ready(page: Page, server: str, start_worker: Any) -> None:
    page.goto(f"{server}/studies/new/")
    page.get_by_label("Keyword", exact=True).fill("old windows and floors")
    page.get_by_text("Pages of your own choice").click()
    page.get_by_label("Addresses").fill("\n".join(addresses()))
    page.get_by_role("button", name="Open the study").click()
    page.goto(f"{server}/keywords/")  # and one goes on with something else
    start_worker()
    note = page.get_by_role("link", name="1 new notification")
    expect(note).to_be_visible()
    note.click()
    page.get_by_role("link", name="“old windows and floors” is ready").click()
    expect(page.get_by_text("Two intents rank here")).to_be_visible()
    expect(page.get_by_role("link", name="Notifications", exact=True)).to_be_visible()
    page.get_by_role("button", name="Keep only the second").click()
    expect(page.get_by_role("button", name="Keep only the second (5 of 6 kept)")).to_be_visible()
    expect(page.locator("#results .answer")).to_contain_text("5 competitors")
    assert find_barriers(page) == []


def test_a_study_file_is_carried_into_an_empty_workspace(
    page: Page, chromium: Browser, study: Study, draft: Draft, actor: Actor, server: str, start_worker: Any, tmp_path: Path
) -> None:
    before = compiled_of(study.pk)
    assert before is not None
    decide_on(actor, study.pk, before.yardstick.terms[1].key, "dropped", note="not ours")
    decided = compiled_of(study.pk)
    assert decided is not None
    page.goto(f"{server}/studies/{study.pk}/plan/")
    with page.expect_download() as saved:
        page.get_by_role("link", name="The whole study as one file").click()
    saved.value.save_as(tmp_path / "study.zip")
    elsewhere = Workspace.objects.create(name="Elsewhere")
    person = Person.objects.create_user("cora", password="limewash-1", display_name="Cora")
    Membership.objects.create(workspace=elsewhere, user=person, role="owner")
    other = chromium.new_context().new_page()
    sign_in(other, server, "cora")
    expect(other.get_by_text("No study yet")).to_be_visible()
    other.goto(f"{server}/studies/new/")
    start_worker()
    (tmp_path / "torn.zip").write_bytes((tmp_path / "study.zip").read_bytes()[:-2_000])
    other.get_by_text("Or a study from a file").click()
    other.locator("#study-file").set_input_files(tmp_path / "torn.zip")
    other.get_by_role("button", name="Open the file").click()
    expect(other.get_by_role("alert")).to_contain_text("Nothing was changed", timeout=70_000)  # a worker has to start first
    assert not Study.objects.filter(workspace=elsewhere).exists()
    other.locator("#study-file").set_input_files(tmp_path / "study.zip")
    other.get_by_role("button", name="Open the file").click()
    expect(other.locator("#results .answer")).to_contain_text("competitors")
    opened = Study.objects.get(workspace=elsewhere)
    other.goto(f"{server}/studies/{opened.pk}/terms/?decided=dropped")
    expect(other.locator("tbody tr")).to_have_count(1)
    expect(other.locator("tbody tr")).to_contain_text(decided.yardstick.terms[-1].name)
    found = compiled_of(opened.pk)
    assert found is not None and found.yardstick.page_scores == decided.yardstick.page_scores
    other.goto(f"{server}/drafts/of/{opened.pk}/")
    expect(other.get_by_text(draft.name)).to_be_visible()
    other.context.close()


def test_two_people_at_one_decision_are_asked(page: Page, study: Study, actor: Actor, server: str) -> None:
    page.route("**/events/", lambda route: route.abort())  # what dana does is not told here before the key is pressed
    page.goto(f"{server}/studies/{study.pk}/terms/")
    row = page.locator("tr[data-row]").nth(2)
    key = row.get_attribute("data-row") or ""
    decide_on(member(actor.workspace, "dana", "editor"), study.pk, key, "kept")
    page.locator(f"#open-{key}").focus()
    page.keyboard.press("d")
    asked = page.get_by_role("alert").filter(has_text="dana decided on")
    expect(asked).to_be_visible()
    assert find_barriers(page) == []
    asked.get_by_role("button", name="Mine holds: ignored").click()
    expect(page.locator("#decided")).to_contain_text("ignored")
    expect(page.locator(f"tr[data-row='{key}']")).to_contain_text("ignored")


def test_the_screens_of_files_notes_and_demand_have_no_barriers_and_fit_a_phone(page: Page, study: Study, server: str) -> None:
    for width in (1280, 360):
        page.set_viewport_size({"width": width, "height": 800})
        for address in (
            "/studies/new/",
            "/notes/",
            f"/studies/{study.pk}/terms/demand/",
            f"/studies/{study.pk}/history/",
            f"/studies/{study.pk}/terms/",
            f"/studies/{study.pk}/",
        ):
            page.goto(f"{server}{address}")
            assert find_barriers(page) == [], (address, width)
            assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth + 1"), (address, width)
