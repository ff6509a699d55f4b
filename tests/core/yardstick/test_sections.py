"""How alike sections are, and what becomes one subtopic."""

from __future__ import annotations

import numpy as np
import pytest

from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.section_groups.section_similarity import Section, plain_label, section_distances
from fundament.core.yardstick.section_groups.subtopics import sections_of
from gold.yardsticks import yardstick_of

NONE: frozenset[str] = frozenset()


def section(heading: str, text: str, place: float = 0.5) -> Section:
    return Section(heading, 2, place, text, text)


SECTIONS = [
    (0, section("What it costs", "Expect to pay a joiner from £180 to £300 for each window.")),
    (1, section("The money", "It came to £31 a window for the strip and the paint.")),
    (0, section("Sealing the meeting rail", "Rout a groove in the rail and push a blade seal into it.")),
    (1, section("The meeting rail", "A seal in a groove of the rail stops the draught between the sashes.")),
    (2, section("Condensation", "Water runs down the cold glass in the morning when the air is damp.")),
]


def test_distances_are_symmetrical_and_nothing_to_oneself() -> None:
    for distance in section_distances(SECTIONS, NONE, "en"):
        assert distance.shape == (5, 5)
        assert distance == pytest.approx(distance.T)
        assert np.diagonal(distance) == pytest.approx(0.0)
        assert (distance >= 0).all()


def test_what_means_the_same_is_closest() -> None:
    distance = np.mean(section_distances(SECTIONS, NONE, "en"), axis=0)
    np.fill_diagonal(distance, 9.0)
    assert distance[0].argmin() == 1 and distance[1].argmin() == 0
    assert distance[2].argmin() == 3 and distance[3].argmin() == 2


def test_sums_of_money_draw_sections_together() -> None:
    plain = [(n, section(s.heading, s.text.replace("£", "")) if n else s) for n, s in SECTIONS]
    with_signs = np.mean(section_distances(SECTIONS, NONE, "en"), axis=0)[0, 1]
    assert with_signs < np.mean(section_distances(plain, NONE, "en"), axis=0)[0, 1]


def test_sections_of_one_page_are_pushed_apart() -> None:
    same = [(0, s) for _, s in SECTIONS]
    apart = np.mean(section_distances(SECTIONS, NONE, "en"), axis=0)[0, 1]
    assert np.mean(section_distances(same, NONE, "en"), axis=0)[0, 1] > apart + 0.5


@pytest.mark.parametrize("count", [1, 2])
def test_one_or_two_sections_are_enough(count: int) -> None:
    assert all(d.shape == (count, count) for d in section_distances(SECTIONS[:count], NONE, "en"))


@pytest.mark.parametrize(
    ("heading", "label"),
    [
        ("Step 3: Fit the strip", "Fit the strip"), ("6. Lime lasts", "Lime lasts"), ("8.1.2. APT", "APT"), ("Lesson two: stiff mortar", "stiff mortar"),
        ("3.5 mm joints", "3.5 mm joints"), ("2026 prices", "2026 prices"), ("12.", "12."), ("3.0 Locking", "Locking"), ("13.1. Introduction", "Introduction"),
    ],
)  # fmt: skip
def test_a_label_goes_without_its_number(heading: str, label: str) -> None:
    assert plain_label(heading) == label


def test_a_heading_without_text_of_its_own_has_that_of_the_headings_under_it() -> None:
    reading = read_page(
        "<main><h1>T</h1><h2>Above</h2><h3>Below</h3><p>Some words stand here.</p><h2>Next</h2><p>Others.</p></main>", "https://a.example/"
    )
    assert [(s.heading, s.text) for s in sections_of(reading)] == [
        ("Above", "Some words stand here."), ("Below", "Some words stand here."), ("Next", "Others."),
    ]  # fmt: skip


def test_a_heading_of_function_words_is_a_subtopic_too() -> None:
    pages = []
    for number in range(3):
        html = f"<main><h1>T</h1><h2>Can I do it myself?</h2><p>A low garden wall is a good place to learn for number {number}.</p></main>"
        reading = read_page(html, f"https://{number}.example/")
        pages.append(ComparedPage(number + 1, reading, analyse_page(reading)))
    assert [s.label for s in yardstick_of(pages, "lime").subtopics] == ["Can I do it myself?"]


def test_each_heading_is_in_one_subtopic_and_labels_are_headings(yardstick: Yardstick) -> None:
    seen = [(h.url, h.text, h.place) for s in yardstick.subtopics for h in s.headings]
    assert len(seen) == len(set(seen))
    for subtopic in yardstick.subtopics:
        assert subtopic.label in {plain_label(h.text) for h in subtopic.headings}
        assert all(h.words >= 0 for h in subtopic.headings)


def test_a_heading_that_says_nothing_heads_nothing() -> None:
    below = "Rake the old mortar out of the joints to twice their height with a plugging chisel, and brush the dust out of them."
    other = "Expect to pay forty pounds a square metre for the work, scaffolding and tax not included, in most towns of the north."
    compared = []
    for number, heading in enumerate(("Description", "Raking out the joints", "Raking out"), 1):
        html = f"<main><h1>P</h1><h2>{heading}</h2><p>{below}</p><h2>What it costs</h2><p>{other}</p></main>"
        reading = read_page(html, f"https://s-{number}.example/")
        compared.append(ComparedPage(number, reading, analyse_page(reading)))
    found = {subtopic.label: subtopic.pages for subtopic in yardstick_of(compared, "lime mortar").subtopics}
    assert sorted(found.values()) == [2, 3] and "What it costs" in found and "Description" not in found


@pytest.mark.parametrize("heading", ["See also", "1. Introduction", "Voir aussi :", "Inhaltsverzeichnis", "Note", "Véase también"])
def test_headings_of_the_form_are_in_no_subtopic(heading: str) -> None:
    text = "Rake the old mortar out of the joints to twice their height with a plugging chisel, and brush the dust out of them."
    other = "Expect to pay forty pounds a square metre for the work, scaffolding and tax not included, in most towns of the north."
    compared = []
    for number in (1, 2, 3):
        html = f"<main><h1>P</h1><h2>{heading}</h2><p>{text}</p><h2>Raking out</h2><p>{text}</p><h2>What it costs</h2><p>{other}</p></main>"
        reading = read_page(html, f"https://s-{number}.example/")
        compared.append(ComparedPage(number, reading, analyse_page(reading)))
    assert {h.text for s in yardstick_of(compared, "lime mortar").subtopics for h in s.headings} == {"Raking out", "What it costs"}


def test_the_same_heading_on_pages_of_one_site_is_its_form() -> None:
    below = "Open the menu with the mouse or the keys, and choose the command from the list that comes up then."
    steps = "Rake the old mortar out of the joints to twice their height with a plugging chisel, and brush the dust out of them."
    compared = []
    for number, (host, heading) in enumerate((("a", "Raking out"), ("a", "How to rake out"), ("b", "Raking out the joints")), 1):
        form = f"<h2>Activating the command</h2><p>{below}</p>" if host == "a" else ""
        html = f"<main><h1>P</h1>{form}<h2>{heading}</h2><p>{steps}</p></main>"
        reading = read_page(html, f"https://{host}.example/{number}")
        compared.append(ComparedPage(number, reading, analyse_page(reading)))
    assert [subtopic.pages for subtopic in yardstick_of(compared, "lime mortar").subtopics] == [3]
