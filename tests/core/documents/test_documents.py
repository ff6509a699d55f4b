"""Documents: whatever comes is made to conform, nothing a person wrote is lost, and HTML comes back the same."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import HOLDS, LEAVES, MARKS, MOST_NODES, WITH_ID, clean_document, plain_text
from fundament.core.errors import CoreError
from fundament.core.reading.read_draft import read_draft
from tests.helpers import examples, raises_saying

TEXTS = st.sampled_from(["Rake out the joint.", "lime", " ", "\n", "a < b", "“Wet” it", "\u00a0", "x\x00y", "\ud83d", "  two  "])
ATTRIBUTES = st.dictionaries(
    st.sampled_from(["id", "level", "href", "src", "start", "colspan", "onclick", "caption", "credit", "checked"]),
    st.one_of(st.none(), st.integers(-5, 10**6), st.text(max_size=8), st.booleans(), st.lists(st.integers(), max_size=1)), max_size=3,
)  # fmt: skip
MARK = st.fixed_dictionaries({"type": st.sampled_from([*sorted(MARKS), "style"])}, optional={"attrs": ATTRIBUTES})
TEXT = st.fixed_dictionaries({"type": st.just("text"), "text": TEXTS}, optional={"marks": st.lists(MARK, max_size=3)})


def _node(inside: st.SearchStrategy[Any]) -> st.SearchStrategy[Any]:
    kinds = st.sampled_from([*HOLDS, *sorted(LEAVES - {"text"}), "script", "video"])
    return st.fixed_dictionaries({"type": kinds}, optional={"attrs": ATTRIBUTES, "content": st.lists(inside, max_size=4)})


DOCUMENTS = st.fixed_dictionaries({"type": st.just("doc"), "content": st.lists(st.recursive(TEXT, _node, max_leaves=20), max_size=6)})


def nodes(node: Any) -> list[Any]:
    return [node, *(found for child in node.get("content", ()) for found in nodes(child))]


@settings(max_examples=examples(150), deadline=None)
@given(DOCUMENTS)
def test_whatever_comes_conforms_and_stays_as_it_is(document: Any) -> None:
    cleaned = clean_document(document)
    assert clean_document(cleaned) == cleaned == clean_document(document)
    found = nodes(cleaned)
    ids = [node["attrs"]["id"] for node in found if node["type"] in WITH_ID]
    assert len(ids) == len(set(ids)) and all(ids)
    for node in found:
        allowed = HOLDS.get(node["type"], ())
        for child in node.get("content", ()):
            assert child["type"] in allowed or (child["type"] in ("text", "hardBreak") and "inline" in allowed) or "text" in allowed
        assert "onclick" not in node.get("attrs", {})
    html_of(cleaned)
    read_document(cleaned)


@settings(max_examples=examples(100), deadline=None)
@given(DOCUMENTS)
def test_no_word_is_lost(document: Any) -> None:
    def words(node: Any) -> str:
        text = node.get("text", "") if node["type"] == "text" else "".join(words(child) for child in node.get("content", ()))
        return "".join(text.replace("\x00", "").replace("\ud83d", "?").split())

    from itertools import chain

    def kept(node: Any) -> str:
        return "".join(plain_text(node).split())

    leaves = ("hardBreak", "horizontalRule", "image")
    if any(n["type"] in leaves and n.get("content") for n in chain.from_iterable(nodes(n) for n in document["content"])):
        return  # what such a node may hold is nothing that an editor makes
    assert kept(clean_document(document)).replace("\ufffd", "?") == words(document)


@settings(max_examples=examples(100), deadline=None)
@given(DOCUMENTS)
def test_html_of_a_document_gives_the_same_html_again(document: Any) -> None:
    once = html_of(clean_document(document))
    again = html_of(document_from_html(once))
    assert html_of(document_from_html(again)) == again
    assert "".join(again.split()) == "".join(once.split())  # white space as a page shows it


def test_a_picture_counts_once_it_is_there_and_its_caption_is_text() -> None:
    html = '<figure><img src="{}" alt="A wall"><figcaption>The end <small>Ada</small></figcaption></figure>'
    there = read_document(document_from_html(html.format("/pictures/1/ab/")), language="en")
    missing = read_document(document_from_html(html.format("#missing/1/wall.png")), language="en")
    assert [(image.alt, len(found.images)) for found in (there, missing) for image in found.images] == [("A wall", 1)]
    assert [(block.kind, block.text) for block in there.blocks] == [("caption", "The end")]
    assert html_of(document_from_html(html.format("/a/"))) == html.format("/a/") and "img" not in html_of(
        document_from_html(html.format("#missing/1/a"))
    )


@pytest.mark.parametrize(
    ("html", "wanted"),
    [
        ('<p style="x"><b style="font-weight:normal">plain <span style="font-weight:700">bold</span></b></p>', "<p>plain <strong>bold</strong></p>"),
        ('<p><span style="font-style: italic">a</span> <span style="text-decoration:line-through">b</span> x<span style="vertical-align:super">2</span></p>', "<p><em>a</em> <s>b</s> x<sup>2</sup></p>"),
        ("<p>two\n   lines <br> and\tmore </p>", "<p>two lines<br>and more</p>"),
        ('<ul><li><input type="checkbox" checked> Done</li><li><label><input type="checkbox"> Open</label></li></ul>', '<ul class="task-list"><li><input type="checkbox" disabled checked><p>Done</p></li><li><input type="checkbox" disabled><p>Open</p></li></ul>'),
        ('<ul><li><input type="checkbox"> one</li><li>other</li></ul>', "<ul><li><p>one</p></li><li><p>other</p></li></ul>"),
    ],
)  # fmt: skip
def test_html_of_other_programs_keeps_what_it_means(html: str, wanted: str) -> None:
    assert html_of(document_from_html(html)) == wanted


@settings(max_examples=examples(60), deadline=None)
@given(DOCUMENTS)
def test_a_document_is_read_as_its_html_is(document: Any) -> None:
    cleaned = clean_document(document)
    ours = [(b.kind, b.level, b.text) for b in read_document(cleaned, language="en").blocks if b.kind not in ("code",)]
    theirs = [(b.kind, b.level, b.text) for b in read_draft(html_of(cleaned), language="en").blocks if b.kind not in ("code",)]
    simple = {"heading", "paragraph", "list_item"}
    if {kind for kind, *_ in ours} <= simple:
        assert ours == theirs


@pytest.mark.parametrize(
    "address", ["javascript:alert(1)", " java\nscript:alert(1)", "data:text/html,x", "//evil.example/x", "vbscript:x", "file:///etc/passwd", "http://["]
)  # fmt: skip
def test_no_address_leads_astray(address: str) -> None:
    mark = {"type": "link", "attrs": {"href": address}}
    document = {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": "x", "marks": [mark]}]},
                                           {"type": "image", "attrs": {"src": address}}]}  # fmt: skip
    assert "href" not in html_of(clean_document(document)) and "<img" not in html_of(clean_document(document))


@pytest.mark.parametrize("document", [None, [], "x", {}, {"type": "paragraph"}, {"type": "doc", "content": {}}, {"type": "doc", "content": [7]},
                                      {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": 7}]}]},
                                      {"type": "doc", "content": [{"type": None}]}])  # fmt: skip
def test_what_is_no_document_is_refused(document: Any) -> None:
    with raises_saying(CoreError, "not a text"):
        clean_document(document)


def test_size_and_depth_are_bounded() -> None:
    many = {"type": "doc", "content": [{"type": "paragraph"}] * (MOST_NODES + 1)}
    with raises_saying(CoreError, "too large"):
        clean_document(many)
    deep: dict[str, Any] = {"type": "paragraph", "content": [{"type": "text", "text": "deep"}]}
    for _ in range(300):
        deep = {"type": "blockquote", "content": [deep]}
    assert clean_document({"type": "doc", "content": [deep, {"type": "paragraph", "content": [{"type": "text", "text": "kept"}]}]})


def test_headings_lists_tables_and_links_survive_coming_in() -> None:
    html = '<h2>A</h2><ul><li><p>b</p></li></ul><table><tbody><tr><td>c</td></tr></tbody></table><p><a href="https://d.example/">e</a> <strong>f</strong></p><img src="https://g.example/h.png" alt="i">'
    kept = html_of(document_from_html(html))
    for piece in ("<h2>A</h2>", "<li><p>b</p></li>", "<td><p>c</p></td>", 'href="https://d.example/"', "<strong>f</strong>", 'alt="i"'):
        assert piece in kept
