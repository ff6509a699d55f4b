"""XHTML closes elements in their own tag; its headings and paragraphs are all read, and HTML is read as browsers do."""

from __future__ import annotations

import pytest

from fundament.core.reading.markup_tree import bounds
from fundament.core.reading.markup_tree.markup import bounded_markup
from fundament.core.reading.read_page import read_page

PARAGRAPH = "<p>A paragraph of plain words that is long enough to be running text on any page, and a second sentence after it.</p>"
HEADINGS = 6
PROLOGS = (
    '<?xml version="1.0" encoding="utf-8"?><html xmlns="http://www.w3.org/1999/xhtml" lang="en">',
    '<!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0 Strict//EN" "x"><html lang="en">',
    "<html lang='en' xmlns='http://www.w3.org/1999/xhtml'>",
)
INSIDE = (
    '<a id="x{n}"/>',
    '<a name="x{n}" />',
    "<A ID='x{n}'/>",
    "<a id=x{n} />",
    '<a id="x{n}"/><a id="y{n}"/>',
    "<span/>",
    '<i class="icon"/>',
    "<em/>",
    "<b/>",
    "<strong/>",
    "<code/>",
    "<small/>",
)
BEFORE = (
    '<a id="x{n}"/>', '<div id="x{n}"/>', "<p/>", '<p><a id="x{n}"/></p>', '<script src="x.js"/>', '<script src="x.js" />', '<style type="text/css"/>', '<iframe src="x"/>', "<textarea/>", "<button/>",
    "<select/>", "<noscript/>", "<svg><title/><path d='M0 0'/></svg>", "<ul><li/><li>an item</li></ul>", "<table><tr><td/><td>a cell</td></tr></table>", "<video src='x'/>", "<object data='x'/>",
    "<canvas/>", "<span/>",
)  # fmt: skip
FORMS = [
    *(f"<h{level}>{inside}Heading {{n}}</h{level}>" for inside in INSIDE for level in (2, 3)),
    *(f"{before}<h2>Heading {{n}}</h2>" for before in BEFORE),
    '<h2>Heading {n}<a id="x{n}"/></h2>', '<h2>Head<a id="x{n}"/>ing {n}</h2>', '<h2><a id="x{n}"/><a href="#x{n}">Heading {n}</a></h2>', "<h4><span><a id='x{n}'/>Heading {n}</span></h4>",
    '<div class="titlepage"><div><h2 class="title"><a id="x{n}"/>Heading {n}</h2></div></div>',
]  # fmt: skip


@pytest.mark.parametrize("form", FORMS)
def test_nothing_is_lost_behind_an_element_closed_in_its_own_tag(form: str) -> None:
    parts = "".join(form.format(n=n) + PARAGRAPH for n in range(1, HEADINGS + 1))
    for prolog in PROLOGS:
        reading = read_page(f"{prolog}<head><title/><title>T</title></head><body><h1>Top</h1>{parts}</body></html>", "https://a.example/")
        blocks = reading.main_blocks()
        assert [b.text for b in blocks if b.text.startswith("Heading")] == [f"Heading {n}" for n in range(1, HEADINGS + 1)]
        assert sum(b.text.startswith("A paragraph") for b in blocks) == HEADINGS


def test_html_is_read_as_browsers_read_it() -> None:
    html = f"<!doctype html><html lang=en><body><h1>Top</h1>{PARAGRAPH}<script src='x'/>{PARAGRAPH}</body></html>"
    assert bounded_markup(html) == (html, False)


def test_the_bounds_hold_for_them_too() -> None:
    many = " ".join(f"a{n}='1'" for n in range(10_000))
    html, is_cut = bounded_markup(f"{PROLOGS[2]}<p {many}/>text")
    assert is_cut and html.count("='1'") == bounds.MOST_ATTRIBUTES and html.endswith("></p>text")
