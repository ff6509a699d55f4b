"""Documents as Markdown and plain text: what a format holds comes back when the file is read again, and what it does not hold is told."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.documents.formats import FEATURES, FORMATS, features_of, lost_in
from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.core.documents.markdown_out import markdown_of, text_of
from fundament.core.documents.schema import clean_document, plain_text
from fundament.files.texts import html_of_markdown
from tests.helpers import examples

WORDS = st.sampled_from(
    ["lime", "a_b_c", "5 * 3", "*", "1. May", "- dash", "# sign", "a [b] c", "<b>", "x & y &amp; z", "~~", "`tick`", "\\", "| bar |", "snake_case", "“quoted”", "Größe", "!", "+ 1", "> more", "=== x", "http://a.example/b_c", "_"]
)  # fmt: skip
MARKED = ("bold", "italic", "strike", "code", "link")


@st.composite
def inline(draw: Any) -> list[Any]:
    found: list[Any] = []
    for words in draw(st.lists(WORDS, min_size=1, max_size=4)):
        marks = [
            {"type": kind, **({"attrs": {"href": "https://a.example/x"}} if kind == "link" else {})}
            for kind in draw(st.sets(st.sampled_from(MARKED), max_size=2))
        ]
        if marks:
            words = " ".join(re.sub(r"[^\w ]", "", words).split()) or "word"
        found += [{"type": "text", "text": words, "marks": marks}, {"type": "text", "text": " "}]
    return found[:-1]


def paragraph(content: Any) -> Any:
    return {"type": "paragraph", "content": content}


def _blocks(inner: st.SearchStrategy[Any]) -> st.SearchStrategy[Any]:
    items = st.lists(
        st.builds(lambda words, more: [paragraph(words), *more], inline(), st.lists(inner, max_size=1)), min_size=1, max_size=3
    )
    return st.one_of(
        st.builds(lambda found: {"type": "bulletList", "content": [{"type": "listItem", "content": item} for item in found]}, items),
        st.builds(
            lambda found, start: {
                "type": "orderedList",
                "attrs": {"start": start},
                "content": [{"type": "listItem", "content": item} for item in found],
            },
            items,
            st.integers(1, 120),
        ),
        st.builds(
            lambda found, on: {
                "type": "taskList",
                "content": [{"type": "taskItem", "attrs": {"checked": on}, "content": item} for item in found],
            },
            items,
            st.booleans(),
        ),
        st.builds(lambda found: {"type": "blockquote", "content": found}, st.lists(inner, min_size=1, max_size=2)),
    )


PLAIN = st.one_of(
    st.builds(paragraph, inline()),
    st.builds(lambda level, content: {"type": "heading", "attrs": {"level": level}, "content": content}, st.integers(1, 6), inline()),
    st.builds(
        lambda text: {"type": "codeBlock", "content": [{"type": "text", "text": text}]},
        st.sampled_from(["a = 1", "```\nx\n```", "  deep", "<b>\n\n# no"]),
    ),
)
DOCUMENTS = st.builds(
    lambda content: clean_document({"type": "doc", "content": content}),
    st.lists(st.recursive(PLAIN, _blocks, max_leaves=6), min_size=1, max_size=5),
)


def shape(node: Any) -> Any:
    """A document without its ids: kinds, attributes, and every character with its marks; white space has none, for it shows none."""
    if node["type"] in ("paragraph", "heading"):
        letters = [
            (letter, () if letter.isspace() else tuple(sorted(mark["type"] for mark in child.get("marks", ()))))
            for child in node.get("content", ())
            for letter in child.get("text", "\n")
        ]
        return node["type"], node["attrs"].get("level"), letters
    attributes = {key: value for key, value in node.get("attrs", {}).items() if key != "id"}
    return node["type"], attributes, node.get("text"), [shape(child) for child in node.get("content", ())]


@settings(max_examples=examples(200), deadline=None)
@given(DOCUMENTS)
def test_what_markdown_holds_comes_back(document: Any) -> None:
    again = document_from_html(html_of_markdown(markdown_of(document)))
    assert shape(again) == shape(document), markdown_of(document)


@settings(max_examples=examples(100), deadline=None)
@given(DOCUMENTS)
def test_plain_text_has_every_word_and_no_mark(document: Any) -> None:
    text = text_of(document)
    for words in re.findall(r"[^\W_]{3,}", re.sub(r"<[^>]+>|&\w+;", " ", html_of(document))):
        assert words in text


@pytest.mark.parametrize(
    ("html", "wanted"),
    [
        ("<p>a</p><ul><li>one</li><li>two<ol><li>three</li></ol></li></ul>", "a\n\n- one\n- two\n  1. three\n"),
        ("<ul><li>a</li></ul><ul><li>b</li></ul>", "- a\n\n* b\n"),
        (
            "<table><tr><th>Part<th>Share<tr><td>Sand | grit<td><b>3</b></table>",
            "| Part | Share |\n| --- | --- |\n| Sand \\| grit | **3** |\n",
        ),
        ('<ul><li><input type="checkbox" checked>Done</li><li><input type="checkbox">Open</li></ul>', "- [x] Done\n- [ ] Open\n"),
        ("<p>It is <b>soft </b>and<i> old</i>.</p>", "It is **soft** and *old*.\n"),
        ("<p>1. May 2026<br># one</p>", "1\\. May 2026\\\n\\# one\n"),
        (
            '<figure><img src="/pictures/1/ab/" alt="A [wall]"><figcaption>The end</figcaption></figure>',
            "![A \\[wall\\]](/pictures/1/ab/)\n",
        ),
        ('<p>See <a href="https://a.example/x_(y)">the <b>site</b></a>.</p>', "See [the **site**](https://a.example/x_%28y%29).\n"),
    ],
)
def test_markdown_reads_as_a_person_writes_it(html: str, wanted: str) -> None:
    assert markdown_of(document_from_html(html)) == wanted


def test_what_a_format_does_not_hold_is_told() -> None:
    document = document_from_html("<table><tr><td colspan=2>H<sub>2</sub>O<tr><td>a<td>b</table><p><u>x</u></p>")
    assert features_of(document) == ["underline", "subscript", "tables", "headless_tables", "merged_cells"]
    assert lost_in(document, "markdown") == ["underline", "subscript", "headless_tables", "merged_cells"]
    assert lost_in(document, "html") == [] and "tables" in lost_in(document, "text")


def test_the_documentation_says_the_same() -> None:
    from fundament.messages import label

    page = (Path(__file__).parents[3] / "docs" / "formats.md").read_text(encoding="utf-8")
    rows = {
        cells[1].strip(): [cell.strip() for cell in cells[2:-1]]
        for line in page.splitlines()
        if line.startswith("| ") and len(cells := line.split("|")) == 7
    }
    for feature in FEATURES:
        assert rows[label(f"feature.{feature.key}")] == ["yes" if form in feature.held else "no" for form in FORMATS], feature.key


def test_a_table_in_a_table_is_read_once() -> None:
    inner = "<table><tr><td>inner</td></tr></table>"
    document = document_from_html(f"<table><thead><tr><th>head</th></tr></thead><tbody><tr><td>outer {inner}</td></tr></tbody></table>")
    text = plain_text(clean_document(document))
    assert [text.count(word) for word in ("head", "outer", "inner")] == [1, 1, 1]
