"""Odd sets of competitors: near-copies, few pages, tiny pages, lengths far apart. Each has its note, and an effect."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import pytest

from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.build import notes_on_set
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.other_pages.near_copies import copied_from
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.ranges import drawn_to_the_usual
from gold.studies import demo_study
from gold.yardsticks import yardstick_of

KEYWORD = "repointing brick with lime mortar"


def _page(text: Sequence[str], host: str, published: str = "") -> Reading:
    head = f'<meta property="article:published_time" content="{published}">' if published else ""
    body = "".join(f"<p>{line}</p>" for line in text)
    return read_page(f"<html><head>{head}</head><body><main><h1>Lime</h1>{body}</main></body></html>", f"https://{host}.example/")


def _paragraphs(page: ComparedPage) -> list[str]:
    return [block.text for block in page.reading.main_blocks() if block.kind == "paragraph"]


def test_a_near_copy_is_told_and_honest_pages_are_none() -> None:
    pages = demo_study("repointing").pages
    assert copied_from([page.reading for page in pages]) == [None] * len(pages)
    copy = _page(["Our editors have put this together for you.", *_paragraphs(pages[0])[1:]], "copy")
    found = copied_from([*(page.reading for page in pages), copy])
    assert found[-1] == 0 and found[:-1] == [None] * len(pages)


@pytest.mark.parametrize(("dates", "original"), [(("2024-05-01", "2020-01-01"), 1), (("2024-05-01", ""), 0), (("", ""), 0)])
def test_the_earlier_of_two_is_the_original_when_both_state_a_date(dates: tuple[str, str], original: int) -> None:
    text = _paragraphs(demo_study("repointing").pages[0])
    found = copied_from([_page(text, "one", dates[0]), _page(text, "two", dates[1])])
    assert found[original] is None and found[1 - original] == original


def test_a_near_copy_of_a_competitor_moves_nothing() -> None:
    pages = list(demo_study("repointing").pages[:6])
    copy = _page(_paragraphs(pages[2]), "copy")
    before, after = yardstick_of(pages, KEYWORD), yardstick_of([*pages, ComparedPage(9, copy, analyse_page(copy))], KEYWORD)
    assert "note.near_copy" in [note.code for note in after.notes]
    assert (after.aim, after.terms, after.subtopics) == (before.aim, before.terms, before.subtopics)


@pytest.mark.parametrize(
    ("words", "codes"),
    [
        ([900, 1000, 1100, 1200, 1300], []),
        ([900, 1000, 1100], ["note.few_pages"]),
        ([60, 70, 80, 90, 400], ["note.tiny_pages"]),
        ([300, 900, 1000, 1100, 2500], ["note.wide_lengths"]),
    ],
)
def test_what_is_odd_about_a_set_is_said(words: list[int], codes: list[str]) -> None:
    assert [note.code for note in notes_on_set(words)] == codes


def test_what_few_pages_repeat_is_asked_for_less_often() -> None:
    usual = [[0.5, 1.0, 1.5]] * 8
    drawn = drawn_to_the_usual(np.array([*usual, [20.0, 30.0, 40.0], [20.0, 30.0, 40.0]]), np.array([5] * 8 + [2, 9]), 9)
    rare, shared = drawn[-2], drawn[-1]
    assert (drawn[:8] == np.array(usual)).all()
    assert (rare < 10).all() and (rare > 1).all() and list(rare) == sorted(rare)
    assert shared == pytest.approx([20.0, 30.0, 40.0])


def test_a_page_far_off_in_two_things_moves_nothing_and_one_alone_may_be_a_sites_make() -> None:
    pages = list(demo_study("repointing").pages[:6])
    paragraph = " ".join(pages[0].reading.main_blocks()[2].text.split()[:12]) + "."
    many = "".join(f"<h2>Joint number {n}</h2><p>{paragraph}</p>" for n in range(160))
    few = "".join(f"<h2>Joint number {n}</h2>" + f"<p>{paragraph * 9}</p>" * (n % 8 == 0) for n in range(96))
    for body, codes in ((many, ["note.freak"]), (few, [])):
        reading = read_page(f"<main><h1>Joints</h1>{body}</main>", "https://freak.example/")
        notes = yardstick_of([*pages, ComparedPage(9, reading, analyse_page(reading))], KEYWORD).notes
        assert [note.code for note in notes if note.code in ("note.freak", "note.far_off")] == codes


SAYING = "The brass lantern hangs by the door, lit at dusk by the night porter, and a brass lantern is what we look for on the way home."


@pytest.mark.parametrize(("of_one_site", "is_agreed"), [(True, False), (False, True)])
def test_what_pages_of_one_site_alone_say_is_nobodys_agreement(articles: list[ComparedPage], *, of_one_site: bool, is_agreed: bool) -> None:
    found = []
    for number, page in enumerate(articles[:8]):
        own = number < 3
        tags = [(f"h{block.level}" if block.kind == "heading" else "p", block.text) for block in page.reading.main_blocks()]
        body = "".join(f"<{tag}>{text}</{tag}>" for tag, text in tags)
        if own:
            body += f"<h2>The brass lantern {('at night', 'in the evening', 'after dark')[number]}</h2><p>{SAYING}</p>"
        host = "one" if own and of_one_site else f"site-{number}"
        reading = read_page(f"<main>{body}</main>", f"https://{host}.example/{number}")
        found.append(ComparedPage(number + 1, reading, analyse_page(reading)))
    yardstick = yardstick_of(found, KEYWORD)
    assert any("lantern" in term.name and " " in term.name for term in yardstick.terms) == is_agreed
    assert any("lantern" in subtopic.label for subtopic in yardstick.subtopics) == is_agreed
