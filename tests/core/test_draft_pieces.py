"""A draft read element by element is read as it would be in one go, whatever its markup."""

from __future__ import annotations

from unittest.mock import patch

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.reading import read_draft as module
from fundament.core.reading.draft_pieces import pieces_of
from fundament.core.reading.read_draft import read_draft

TEXT_TAGS = ("p", "h1", "h2", "h3", "pre")
OTHER_TAGS = ("ul", "ol", "blockquote", "table", "li", "thead", "tbody", "tr", "th", "td", "caption")
INLINE_TAGS = ("strong", "b", "em", "i", "u", "s", "a", "code", "sub", "sup")
ODD_TAGS = ("div", "span", "dl", "dd", "button", "section", "select", "option", "form", "svg", "title", "textarea")
EMPTY = ("<br>", "<hr>", "<img src=/a.png alt='two > one'>", '<img src="/b.png">')
CLEAN_TEXTS = st.sampled_from(("Rake out the joint.", "lime", " ", "\n", "a &lt; b", "&nbsp;", "“Wet” it", "\u00a0", ""))
TEXTS = CLEAN_TEXTS | st.sampled_from(("a < b", "<!-- no -->"))


def _element(tags: tuple[str, ...], inside: st.SearchStrategy[str]) -> st.SearchStrategy[str]:
    tag = st.sampled_from(tags)
    attribute = st.sampled_from(("", ' href="/c?a>b"', " href=https://lime.example/ title='<p>'", " class=x"))
    return st.builds(lambda name, more, content: f"<{name}{more}>{''.join(content)}</{name}>", tag, attribute, st.lists(inside, max_size=4))


ANY_TAG = TEXT_TAGS + OTHER_TAGS + INLINE_TAGS
NESTED = st.recursive(TEXTS | st.sampled_from(EMPTY), lambda inside: _element(ANY_TAG, inside), max_leaves=12)
PROPER_TEXT = CLEAN_TEXTS | st.just("<br>") | _element(INLINE_TAGS, CLEAN_TEXTS)
PROPER = st.one_of(
    _element(TEXT_TAGS, PROPER_TEXT), _element(("ul", "ol"), _element(("li",), _element(("p",), PROPER_TEXT))),
    _element(("blockquote",), _element(TEXT_TAGS, PROPER_TEXT)),
    _element(("table",), _element(("tr",), _element(("td", "th"), PROPER_TEXT))),
    st.sampled_from(EMPTY[1:]),
)  # fmt: skip
TAG_SOUP = st.sampled_from([f"<{slash}{tag}>" for tag in (*ANY_TAG, *ODD_TAGS) for slash in ("", "/")]) | TEXTS | st.sampled_from(EMPTY)
DRAFTS = st.one_of(
    st.lists(PROPER, max_size=6).map("".join), st.lists(NESTED, max_size=5).map("".join), st.lists(TAG_SOUP, max_size=12).map("".join),
    st.lists(PROPER, min_size=2, max_size=8).map("\n".join), st.lists(PROPER | TAG_SOUP, max_size=8).map("\n".join),
)  # fmt: skip


@settings(max_examples=600, deadline=None)
@given(DRAFTS)
def test_pieces_read_one_by_one_are_the_whole(html: str) -> None:
    by_piece = read_draft(html, url="https://own.example/a", language="en")
    with patch.object(module, "pieces_of", return_value=None):
        assert by_piece == read_draft(html, url="https://own.example/a", language="en")


@settings(max_examples=200, deadline=None)
@given(DRAFTS)
def test_no_character_of_a_text_is_lost_in_the_cutting(html: str) -> None:
    pieces = pieces_of(html)
    if pieces is not None:
        assert "".join("".join(pieces).split()) == "".join(html.split())


def test_what_the_editor_sends_is_cut() -> None:
    html = '<h2>Sand</h2><p>Sharp <strong>sand</strong>, <a href="/s">washed</a>.</p>\n<ul><li><p>One</p></li></ul><img src="/a.png" alt="a wall"><hr>'
    assert pieces_of(html) == [
        "<h2>Sand</h2>", '<p>Sharp <strong>sand</strong>, <a href="/s">washed</a>.</p>', "<ul><li><p>One</p></li></ul>",
        '<img src="/a.png" alt="a wall">', "<hr>",
    ]  # fmt: skip


@pytest.mark.parametrize(
    "html",
    [
        "text outside", "<p>one<p>two", "<p><b>one</p><p>two</b></p>", "<p><ul><li>x</li></ul></p>", "<div><p>x</p></div>", "<p>a < b</p>",
        "<!-- c --><p>x</p>", "<p>x</p> tail", "<b>x</b><p>y</p>", "<a href=/a><a href=/b>x</a></a>",
    ],
)  # fmt: skip
def test_what_may_run_into_the_next_element_is_read_whole(html: str) -> None:
    assert pieces_of(html) is None
