"""One intent or two among the pages that rank."""

from __future__ import annotations

from dataclasses import replace

import pytest

from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.other_pages.intents import LEAST_PAGES, Division, divide
from fundament.core.yardstick.page_analysis import PageAnalysis, analyse_page
from standins.makes import render
from standins.sheets import read_folder

Pages = list[tuple[Reading, PageAnalysis]]
TOLD = {  # how-to pages on two subjects of the demo
    "sash": ("01-sash-guide", "02-sash-almanac", "04-sash-diy", "08-sash-trust", "09-sash-figures", "11-sash-council"),
    "floor": ("01-floor-guide", "02-floor-almanac", "04-floor-diy", "08-floor-trust", "09-floor-figures", "11-floor-council"),
    "repointing": ("01-ravenscar-guide", "02-oldhouse-almanac", "04-diy-corner", "08-ashlar-trust", "11-limewardens-faq", "12-brickwright-long", "14-architect-notes", "15-council-page", "16-surveyor-column"),
}  # fmt: skip


def pages_of(*folders: str) -> tuple[Pages, list[int]]:
    """The pages of the folders in turn, and which folder each is of."""
    found: list[tuple[int, Reading]] = []
    sheets = [[sheet for sheet in read_folder(folder) if sheet.name in TOLD[folder]] for folder in folders]
    for place in range(max(map(len, sheets))):
        for number, of_folder in enumerate(sheets):
            if place < len(of_folder):
                found.append((number, read_page(render(of_folder[place]), of_folder[place].address)))
    return [(reading, analyse_page(reading)) for _, reading in found], [number for number, _ in found]


def test_two_subjects_are_told_apart_and_named() -> None:
    pages, truth = pages_of("sash", "floor")
    found = divide(pages)
    assert found is not None and found.by == "terms"
    assert list(found.groups) == truth
    assert any("sash" in term for term in found.terms[0]) and any("floor" in term or "joist" in term for term in found.terms[1])
    assert not set(found.terms[0]) & set(found.terms[1])


@pytest.mark.parametrize("folder", sorted(TOLD))
def test_one_subject_is_not_divided(folder: str) -> None:
    assert divide(pages_of(folder)[0]) is None


def test_pages_that_sell_among_pages_that_tell_are_another_intent() -> None:
    pages, _ = pages_of("repointing")
    sold = [
        (replace(reading, kind="product"), analysis) if place in (1, 4, 6) else (reading, analysis)
        for place, (reading, analysis) in enumerate(pages)
    ]
    found = divide(sold)
    assert found is not None and found.by == "kind"
    assert [place for place, group in enumerate(found.groups) if group == 1] == [1, 4, 6]


def test_two_shops_are_no_intent() -> None:
    pages, _ = pages_of("repointing")
    sold = [
        (replace(reading, kind="product"), analysis) if place in (1, 4) else (reading, analysis)
        for place, (reading, analysis) in enumerate(pages)
    ]
    assert divide(sold) is None


def test_of_few_pages_nobody_can_tell() -> None:
    pages, _ = pages_of("sash", "floor")
    assert divide(pages[: LEAST_PAGES - 1]) is None
    assert divide([]) is None


def test_the_same_pages_are_divided_alike_whatever_their_order() -> None:
    pages, truth = pages_of("sash", "floor")
    found = divide(list(reversed(pages)))
    assert isinstance(found, Division)
    groups = list(reversed(found.groups))
    assert groups in (truth, [1 - number for number in truth])


def test_pages_without_text_say_nothing() -> None:
    pages, truth = pages_of("sash", "floor")
    empty = read_page("<html lang=en><title>Nothing</title><p>Come back soon.</p></html>", "https://a.example/")
    found = divide([*pages, (empty, analyse_page(empty))])
    assert found is not None and found.groups[-1] == -1 and list(found.groups[:-1]) == truth


def test_alike_pages_are_one_intent() -> None:
    pages, _ = pages_of("sash")
    assert divide([pages[0]] * 12) is None
