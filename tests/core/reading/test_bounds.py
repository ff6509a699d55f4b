"""Of a page so much is read, counted and not timed; what is cut is said; and the work grows with the page, not with its square."""

from __future__ import annotations

import itertools
import sys
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bench.attack.shapes import SHAPES
from fundament.core.language.sentences import LONGEST, split_sentences
from fundament.core.language.words import end_of_words, words_in
from fundament.core.reading.counted import BEYOND
from fundament.core.reading.markup_tree import bounds
from fundament.core.reading.markup_tree.markup import bounded_markup
from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from standins.makes import render
from standins.sheets import read_folder


def read(body: str) -> Reading:
    return read_page(f"<html><body><main><h1>Title</h1>{body}</main></body></html>", "https://pages.example/x")


def codes(reading: Reading) -> list[str]:
    return [note.code for note in reading.notes]


def test_so_many_words_are_analysed_and_the_page_says_so() -> None:
    reading = read("".join(f"<p>{'word ' * 99}end{n}.</p>" for n in range(450)))
    assert reading.word_count == bounds.MOST_WORDS and "reading.cut_text" in codes(reading)
    assert [block.left_out for block in reading.blocks if not block.main] == [
        BEYOND
    ] * 50  # one is shortened, the others are left out whole


def test_one_paragraph_beyond_the_bound_is_shortened_with_its_marks() -> None:
    reading = read(f"<p><b>{'word ' * 50_000}</b></p><p>After it.</p>")
    paragraph = reading.blocks[1]
    assert reading.word_count == bounds.MOST_WORDS
    assert paragraph.marks[0].end <= len(paragraph.text) and paragraph.text.endswith("word")
    assert not reading.blocks[2].main


def test_so_many_blocks_are_analysed() -> None:
    reading = read("<p>lime</p>" * 6_000)
    assert len(reading.main_blocks()) == bounds.MOST_BLOCKS and "reading.cut_text" in codes(reading)


def test_words_without_end_do_not_go_around_the_bound() -> None:
    reading = read(f"<p>{'a' * 3_000_000}</p>")
    assert sum(len(block.text) for block in reading.main_blocks()) <= bounds.MOST_TEXT


def test_an_ordinary_page_is_read_whole_and_says_nothing() -> None:
    for sheet in read_folder("repointing"):
        html = render(sheet)
        assert bounded_markup(html) == (html, False)
        assert not {"reading.cut_text", "reading.cut_markup"} & set(codes(read_page(html, sheet.address)))


@pytest.mark.parametrize(
    "html",
    [
        '<p title="a > b" data-x=\'<div>\'>text</p>' * 300,
        f"<script>if (a < b) {{ x = '<div>'.repeat({'9' * 50}) }}</script><p>text</p>" * 300,
        "<p>" + "<b>unclosed " * 50,
        "<ul>" + "<li>item" * 3_000 + "</ul>",
        "<table>" + "<tr><td>cell" * 3_000,
        "<!-- <div> -- > <div> -->" * 3_000,
        "<div><span>x</div>" * 3_000,
        "<svg><path d='M0 0'/><title>t</title></svg>" * 400,
        "a < b and b > c " * 3_000,
    ],
)  # fmt: skip
def test_honest_markup_is_left_as_it_is(html: str) -> None:
    assert bounded_markup(html) == (html, False)


def test_attributes_nesting_and_formatting_are_bounded_and_the_text_stays() -> None:
    many = " ".join(f"a{n}=1" for n in range(10_000))
    html, cut = bounded_markup(f"<p {many}>text</p>")
    assert cut and html.count("=1") == bounds.MOST_ATTRIBUTES and html.endswith(">text</p>")
    html, cut = bounded_markup("<address>x" * 5_000)
    assert cut and html.count("<address>") == bounds.MOST_OPEN and html.count("x") == 5_000
    html, cut = bounded_markup("".join(f"<p><b id={n}>x" for n in range(500)))
    assert cut and html.count("<b ") == bounds.MOST_FORMATTING and html.count("x") == 500
    html, cut = bounded_markup("<p>x" * 200_000)
    assert cut and html.count("<p>") == bounds.MOST_TAGS


def test_end_tags_of_nothing_do_not_make_room() -> None:
    html, _ = bounded_markup("<address></x>" * 5_000)
    assert html.count("<address>") == bounds.MOST_OPEN


@given(st.text(alphabet="<>/=\"' abdivp!-\n", max_size=400))
def test_any_small_document_is_left_as_it_is_or_ends_at_a_tag_without_end(html: str) -> None:
    found, cut = bounded_markup(html)
    assert html.startswith(found) and cut == (found != html)


@given(st.text(alphabet='aB1.!? \n"”)e.g', max_size=3_000), st.integers(1, 4))
def test_each_character_is_in_one_sentence_and_none_is_longer_than_the_bound(text: str, times: int) -> None:
    text = text * (times * times)
    found = split_sentences(text)
    assert all(0 < end - start <= LONGEST for start, end in found)
    assert all(before[1] <= after[0] for before, after in itertools.pairwise(found))
    assert "".join("".join(text[start:end].split()) for start, end in found) == "".join(text.split())


@given(st.text(max_size=300), st.integers(0, 40))
def test_the_end_of_so_many_words(text: str, most: int) -> None:
    end = end_of_words(text, most)
    assert words_in(text[:end]) == min(most, words_in(text))


def calls_of(html: str) -> int:
    """How many calls of functions, ours and built in, reading it takes: the same on every machine."""
    count = 0

    def note(_: Any, event: str, __: Any) -> None:
        nonlocal count
        count += event in ("call", "c_call")

    before = sys.getprofile()
    sys.setprofile(note)
    try:
        read_page(html, "https://pages.example/x")
    finally:
        sys.setprofile(before)
    return count


SLOW = (
    "plain words", "many tags with 200 attributes", "nested address", "nested div", "nested li", "misnested", "tables in tables", "table of cells",
    "images in paragraphs", "links", "headings", "headings of level one", "headings over links", "JSON-LD of numbers", "e.g. over and over",
    "class names", "details", "forms", "heading of a megabyte", "cards of goods", "prices in prices", "what users say", "properties of goods",
    "sections of goods", "forms with prices",
)  # fmt: skip


@pytest.mark.parametrize("name", SLOW)
def test_reading_takes_calls_in_proportion_to_the_page(name: str) -> None:
    small, large = SHAPES[name](10_000), SHAPES[name](80_000)
    calls_of(small)
    few = calls_of(small)
    assert calls_of(large) <= 10 * few + 20_000
