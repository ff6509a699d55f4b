"""What the competitors have in common, on the demo pages and on made-up numbers."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.errors import CoreError
from fundament.core.plain import from_plain, to_plain
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import PageAnalysis, analyse_page
from fundament.core.yardstick.ranges import robust_range, robust_ranges, target_uses
from gold.yardsticks import yardstick_of
from tests.conftest import KEYWORD
from tests.core.reading.without_page import without_page

EXPECTED = {
    "lime mortar", "mortar", "brick", "joint", "repointing", "cement", "NHL 3.5", "sharp sand", "natural hydraulic lime", "hessian",
    "plugging chisel", "frost", "churn brush", "lime putty",
}  # fmt: skip
FORBIDDEN = (
    "cookie",
    "newsletter",
    "privacy",
    "contact",
    "advert",
    "subscribe",
    "comment",
    "example",
    "harrow weir",
    "loft ladders",
    "click",
)


def test_the_terms_that_belong_are_found_and_furniture_is_not(yardstick: Yardstick) -> None:
    names = {term.name for term in yardstick.terms}
    assert names >= EXPECTED
    assert not [name for name in names for word in FORBIDDEN if word in name.lower().split() or word == name.lower()]


def test_weights_sum_to_100_and_go_down(yardstick: Yardstick) -> None:
    for group in (yardstick.terms, yardstick.entities, yardstick.subtopics):
        weights = [item.weight for item in group]
        assert sum(weights) == pytest.approx(100.0, abs=0.01)
        assert weights == sorted(weights, reverse=True)


def test_terms_lead_to_their_evidence(yardstick: Yardstick) -> None:
    for term in yardstick.terms:
        assert term.pages == sum(1 for count in term.counts if count) >= 2
        assert 1 <= term.low <= term.high < term.ceiling
        assert len(term.first_sentences) >= term.pages


def test_subtopics_group_headings_of_several_pages(yardstick: Yardstick) -> None:
    raking = next(s for s in yardstick.subtopics if "rak" in s.label.lower())
    assert raking.pages >= 5
    assert sum("rak" in h.text.lower() for h in raking.headings) >= 0.7 * len(raking.headings)
    assert any(s.is_question for s in yardstick.subtopics)


def test_salience_sums_to_one_on_each_page(articles: list[ComparedPage]) -> None:
    everything = yardstick_of(articles, KEYWORD, replace(yardstick_of(articles, KEYWORD).settings, most_entities=10_000))
    for page in range(len(everything.pages)):
        assert sum(entity.salience[page] for entity in everything.entities) == pytest.approx(1.0, abs=0.05)


def test_the_same_input_gives_the_same_bytes(articles: list[ComparedPage], yardstick: Yardstick) -> None:
    once, again = yardstick_of(articles, KEYWORD), yardstick_of(list(reversed(articles)), KEYWORD)
    assert to_plain(once) == to_plain(again)
    assert from_plain(Yardstick, to_plain(yardstick)) == yardstick
    assert from_plain(PageAnalysis, to_plain(articles[0].analysis)) == articles[0].analysis


def test_without_a_page_nothing_of_it_remains(yardstick: Yardstick) -> None:
    url = yardstick.pages[0].url
    rest = without_page(yardstick, url)
    assert url not in {page.url for page in rest.pages}
    assert all(len(term.counts) == len(rest.pages) for term in rest.terms)
    assert not any(h.url == url for s in rest.subtopics for h in s.headings)
    assert sum(term.weight for term in rest.terms) == pytest.approx(100.0, abs=0.01)


def test_one_freak_page_moves_no_target(articles: list[ComparedPage]) -> None:
    ten = articles[:9]
    before = yardstick_of(ten, KEYWORD)
    giant = read_page(
        "<main><h1>Giant</h1>" + "<p>The mortar of the brick wall is lime and the joints are lime mortar too.</p>" * 1500 + "</main>",
        "https://giant.example/",
    )
    after = yardstick_of([*ten, ComparedPage(10, giant, analyse_page(giant))], KEYWORD)
    assert after.notes
    assert after.planned_words == before.planned_words
    ranges = {term.name: (term.low, term.high) for term in after.terms}
    assert ranges == {term.name: (term.low, term.high) for term in before.terms}


# so close together that none of the nine is near the bound from which a value is far off itself
@given(st.lists(st.floats(60, 140), min_size=9, max_size=9), st.floats(2_000, 1e6))
def test_a_freak_value_moves_a_range_by_less_than_a_tenth(values: list[float], freak: float) -> None:
    before, after = robust_range(values), robust_range([*values, freak])
    for name in ("p25", "median", "p75"):
        assert getattr(after, name) == pytest.approx(getattr(before, name), rel=0.1)


@given(st.lists(st.floats(0, 1e4), max_size=30))
def test_ranges_are_ordered_and_within_the_values(values: list[float]) -> None:
    found = robust_range(values)
    steps = [found.least, found.p10, found.p25, found.median, found.p75, found.p90, found.p95, found.most]
    assert steps == sorted(steps)
    assert found.pages <= len(values)


def test_what_most_pages_lack_is_not_a_freak() -> None:
    assert robust_range([0, 0, 0, 0, 0, 0, 8, 9, 10, 12]).most == 12


def test_targets_grow_with_the_planned_length() -> None:
    density = robust_range([2.0, 3.0, 4.0, 5.0])
    assert target_uses(density, 500) < target_uses(density, 2_000)
    assert target_uses(density, 10)[0] == 1


@pytest.mark.parametrize(("keyword", "words"), [("", "text"), ("   ", "text"), ("lime", "")])
def test_what_cannot_be_measured_is_said(keyword: str, words: str) -> None:
    reading = read_page(f"<main><p>{words}</p></main>", "https://a.example/")
    with pytest.raises(CoreError):
        yardstick_of([ComparedPage(1, reading, analyse_page(reading))], keyword)


def test_one_page_is_enough_for_a_yardstick(articles: list[ComparedPage]) -> None:
    assert yardstick_of(articles[:1], KEYWORD).terms


def test_german_pages_give_terms_without_a_tagger() -> None:
    texts = (
        "Der alte Kalkmörtel wird aus der Fuge gekratzt. Ein Ziegel saugt das Wasser auf. In jede Fuge kommt der Mörtel.",
        "Ein weicher Kalkmörtel schützt den Ziegel vor dem Frost. Die Fuge soll tief genug sein, damit sie hält.",
        "Für die Fuge nimmt man Kalkmörtel und keinen Zement. Der Ziegel bleibt damit trocken und die Wand gesund.",
        "Mit der Kelle wird der Kalkmörtel in die Fuge gedrückt. Vorher muss der Ziegel nass sein und die Fuge sauber.",
    )
    pages = []
    for n, text in enumerate(texts):
        reading = read_page(f"<html lang=de><main><h1>Ziegel verfugen {n}</h1><p>{text}</p></main>", f"https://{n}.example/")
        pages.append(ComparedPage(n + 1, reading, analyse_page(reading)))
    names = {term.name.lower() for term in yardstick_of(pages, "ziegel verfugen").terms}
    assert {"kalkmörtel", "ziegel", "fuge"} <= names
    assert not names & {"der", "die", "wird", "und"}


@given(st.lists(st.lists(st.one_of(st.just(float("nan")), st.floats(0, 1e4)), min_size=7, max_size=7), min_size=1, max_size=6))
def test_many_ranges_at_once_are_those_of_each(rows: list[list[float]]) -> None:
    at_once = robust_ranges(np.array(rows))
    one_by_one = [robust_range([value for value in row if value == value]) for row in rows]
    for found, wanted in zip(at_once, one_by_one, strict=True):
        assert to_plain(found) == pytest.approx(to_plain(wanted), rel=1e-6, abs=1e-3)


def test_what_is_unsure_is_shown_and_counts_nothing(yardstick: Yardstick) -> None:
    names = {term.name for term in yardstick.terms}
    assert yardstick.unsure_terms and not names & {term.name for term in yardstick.unsure_terms}
    assert [term.termhood for term in yardstick.unsure_terms] == sorted((term.termhood for term in yardstick.unsure_terms), reverse=True)
