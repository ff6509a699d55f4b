"""Drafts as DOCX, and out of files: what DOCX holds comes back, traps are known, and what is no text is refused with a sentence."""

from __future__ import annotations

import io
import itertools
import re
import zipfile
from typing import Any

import pytest
from docx import Document as WordFile
from docx.oxml import OxmlElement
from docx.oxml.ns import qn
from hypothesis import given, settings
from PIL import Image

from fundament.core.documents.formats import FEATURES, lost_in
from fundament.core.documents.html import document_from_html
from fundament.core.documents.html_out import html_of
from fundament.core.documents.of_page import document_of_page
from fundament.core.documents.schema import plain_text
from fundament.core.reading.read_page import read_page
from fundament.files.errors import FileError
from fundament.files.texts import BroughtText, read_text
from fundament.rendering.document_docx import Head, document_docx
from tests.core.documents.test_formats import DOCUMENTS, shape


def png(colour: str = "red") -> bytes:
    held = io.BytesIO()
    Image.new("RGB", (60, 40), colour).save(held, "PNG")
    return held.getvalue()


PICTURES = {"/pictures/1/ab/": png()}


def there_and_back(html: str) -> str:
    found = read_text(document_docx(document_from_html(html), Head("A draft"), PICTURES), "a.docx")
    return html_of(found.document).replace("\n", "")


def word_file(build: Any) -> bytes:
    file = WordFile()
    build(file)
    held = io.BytesIO()
    file.save(held)
    return held.getvalue()


def html_in(content: bytes) -> str:
    return html_of(read_text(content, "a.docx").document).replace("\n", "")


@pytest.mark.parametrize(
    "html",
    [
        "<h1>The sand</h1><h6>Fine</h6><p>It is <strong>soft</strong>, <em>old</em>, <u>wet</u>, <s>dry</s>, H<sub>2</sub>O, 5<sup>th</sup>, <code>x = 1</code>.</p>",
        '<p>See <a href="https://a.example/x#part" rel="noopener noreferrer">the site</a><br>below, or <a href="#end">here</a>.</p>',
        "<ul><li><p>One</p><ol><li><p>Four</p></li><li><p>Five</p><ul><li><p>deep</p></li></ul></li></ol></li><li><p>Two</p></li></ul>",
        '<ul class="task-list"><li><input type="checkbox" disabled checked><p>Done</p></li><li><input type="checkbox" disabled><p>Open</p></li></ul>',
        "<p>Before.</p><hr><p>After.</p><blockquote><p>One.</p></blockquote><hr>",
        "<blockquote><p>Soft as cheese.</p></blockquote><pre><code>a = 1\n  b</code></pre><p>After.</p>",
        "<table><tbody><tr><th><p>Part</p></th><th><p>Share</p></th></tr><tr><td><p>Sand</p></td><td><p>3</p></td></tr></tbody></table><p>After.</p>",
        '<table><tbody><tr><td colspan="2"><p>Both</p></td><td rowspan="2"><p>Tall</p></td></tr><tr><td><p>a</p><p>b</p></td><td><ul><li><p>c</p></li></ul></td></tr></tbody></table><p>After.</p>',
    ],
)
def test_what_docx_holds_comes_back(html: str) -> None:
    assert html_of(document_from_html(html)).replace("\n", "") == html.replace("\n", "")
    assert there_and_back(html) == html.replace("\n", "")


def test_empty_lines_of_code_come_back() -> None:
    document = document_from_html("<pre><code>a = 1\n\n\nb = 2</code></pre><p>After.</p>")
    again = read_text(document_docx(document, Head("A"), {}), "a.docx").document
    assert shape(again) == shape(document) and plain_text(again["content"][0]) == "a = 1\n\n\nb = 2"


def test_pictures_come_back_with_their_words() -> None:
    html = '<figure><img src="/pictures/1/ab/" alt="A wall"><figcaption>The end</figcaption></figure>'
    found = read_text(document_docx(document_from_html(html), Head("A"), PICTURES), "a.docx")
    (source, picture), node = *found.pictures.items(), found.document["content"][0]
    assert (node["attrs"]["src"], node["attrs"]["alt"], node["attrs"]["caption"]) == (source, "A wall", "The end")
    assert (picture.width, picture.height, picture.media_type) == (60, 40, "image/png")


@settings(max_examples=12, deadline=None)
@given(DOCUMENTS)
def test_any_text_comes_back_from_docx(document: Any) -> None:
    again = read_text(document_docx(document, Head("A"), {}), "a.docx").document
    if not _flattened(document):
        assert shape(again) == shape(document)


def _flattened(document: Any) -> bool:
    """What a word processor has no place for: blocks within items and quotes, and blocks that would run together."""
    kinds = [node["type"] for node in document["content"]]
    if any(
        one == other and one in ("blockquote", "codeBlock", "bulletList", "taskList", "orderedList")
        for one, other in itertools.pairwise(kinds)
    ):
        return True
    found, waiting = False, [(node, False) for node in document["content"]]
    while waiting:
        node, is_inside = waiting.pop()
        found |= is_inside and node["type"] not in (
            "paragraph",
            "listItem",
            "taskItem",
            "bulletList",
            "orderedList",
            "taskList",
            "text",
            "hardBreak",
        )
        found |= node["type"] in ("listItem", "taskItem") and sum(child["type"] == "paragraph" for child in node["content"]) > 1
        found |= node["type"] == "orderedList" and node["attrs"]["start"] != 1
        found |= node["type"] == "blockquote" and any(child["type"] != "paragraph" for child in node["content"])
        found |= node["type"] in ("taskList", "bulletList", "orderedList") and is_inside and node["type"] == "taskList"
        found |= node["type"] == "codeBlock" and "text" in str(node.get("content", "")) and "``" in str(node["content"])
        waiting += [(child, is_inside or node["type"] in ("listItem", "taskItem", "blockquote")) for child in node.get("content", ())]
    return found


def field(paragraph: Any, instruction: str, words: str) -> None:
    for kind, text in (("begin", ""), ("", instruction), ("separate", ""), ("words", words), ("end", "")):
        run = OxmlElement("w:r")
        if kind == "words":
            inner = OxmlElement("w:t")
            inner.text = text
        elif kind:
            inner = OxmlElement("w:fldChar")
            inner.set(qn("w:fldCharType"), kind)
        else:
            inner = OxmlElement("w:instrText")
            inner.text = text
        run.append(inner)
        paragraph._p.append(run)


@pytest.mark.parametrize(
    ("instruction", "address"),
    [
        (' HYPERLINK "https://a.example/x" ', "https://a.example/x"),
        (' HYPERLINK "https://a.example/x" \\l "part" ', "https://a.example/x#part"),
        (' HYPERLINK "https://a.example/x" \\o "A tip" \\t "_blank" ', "https://a.example/x"),
        (' HYPERLINK \\l "part" ', "#part"),
    ],
)
def test_a_link_in_a_field_leads_where_it_led(instruction: str, address: str) -> None:
    found = html_in(word_file(lambda file: field(file.add_paragraph("See "), instruction, "the site")))
    assert re.search(r'href="([^"]*)"', found).group(1) == address and "the site</a>" in found


def test_headings_are_told_by_what_their_style_is_based_on() -> None:
    def build(file: Any) -> None:
        first = file.styles.add_style("Überschrift – Kapitel", 1)
        first.base_style = file.styles["Heading 2"]
        second = file.styles.add_style("Unter Kapitel", 1)
        second.base_style = first
        file.add_paragraph("One", "Überschrift – Kapitel")
        file.add_paragraph("Two", "Unter Kapitel")
        outlined = file.styles.add_style("Outlined", 1)
        level = OxmlElement("w:outlineLvl")
        level.set(qn("w:val"), "2")
        outlined.element.get_or_add_pPr().append(level)
        file.add_paragraph("Three", "Outlined")

    assert html_in(word_file(build)) == "<h2>One</h2><h2>Two</h2><h3>Three</h3>"


def test_deleted_and_moved_text_is_gone_and_inserted_text_is_there() -> None:
    def build(file: Any) -> None:
        paragraph = file.add_paragraph("Use ")
        for tag, words in (("w:del", "cement"), ("w:ins", "lime"), ("w:moveFrom", "elsewhere")):
            change, run, text = OxmlElement(tag), OxmlElement("w:r"), OxmlElement("w:delText" if tag == "w:del" else "w:t")
            text.text = words
            run.append(text)
            change.append(run)
            paragraph._p.append(change)

    assert html_in(word_file(build)) == "<p>Use lime</p>"


def rewritten(content: bytes, change: Any) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as old, zipfile.ZipFile(held, "w") as new:
        for name in old.namelist():
            new.writestr(name, change(name, old.read(name)))
    return held.getvalue()


def test_the_strict_variant_is_read_like_the_usual_one() -> None:
    usual = b"http://schemas.openxmlformats.org/wordprocessingml/2006/main"
    strict = rewritten(
        word_file(lambda file: file.add_heading("The sand", 2)),
        lambda _, data: data.replace(usual, b"http://purl.oclc.org/ooxml/wordprocessingml/main"),
    )
    assert html_in(strict) == "<h2>The sand</h2>"


def test_a_text_box_is_read() -> None:
    box = (
        '<w:p xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" xmlns:v="urn:schemas-microsoft-com:vml"><w:r><w:pict><v:shape><v:textbox>'
        "<w:txbxContent><w:p><w:r><w:t>In the box</w:t></w:r></w:p></w:txbxContent></v:textbox></v:shape></w:pict></w:r></w:p>"
    )
    content = rewritten(
        word_file(lambda file: file.add_paragraph("Before")),
        lambda name, data: data.replace(b"<w:sectPr", box.encode() + b"<w:sectPr") if name == "word/document.xml" else data,
    )
    assert "In the box" in html_in(content)


@pytest.mark.parametrize(
    ("content", "name", "code"),
    [
        (b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + b"\x00" * 600, "a.doc", "document.old"),
        (b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + "EncryptedPackage".encode("utf-16-le"), "a.docx", "document.locked"),
        (b"PK\x03\x04 broken", "a.docx", "document.unreadable"),
        (b"%PDF-1.7 x", "a.pdf", "document.none"),
        (png(), "a.md", "document.none"),
        (b"words", "a.exe", "document.kind"),
    ],
)
def test_what_is_no_text_is_refused_with_the_reason(content: bytes, name: str, code: str) -> None:
    with pytest.raises(FileError) as refused:
        read_text(content, name)
    assert refused.value.message.code == code


def test_a_file_that_unpacks_to_too_much_is_refused() -> None:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as made:
        made.writestr("word/document.xml", b"<a>" + b" " * 210_000_000)
    with pytest.raises(FileError) as refused:
        read_text(held.getvalue(), "a.docx")
    assert refused.value.message.code == "file.bomb"


def test_texts_of_other_kinds() -> None:
    assert html_of(read_text("\ufefftwo\n\nlines – Größe".encode(), "a.txt").document) == "<p>two</p>\n<p>lines – Größe</p>"
    assert html_of(read_text("Gr\xf6\xdfe".encode("cp1252"), "a.txt").document) == "<p>Größe</p>"
    found = read_text(b"---\ntitle: Sand\ndescription: On it\n---\n# The sand\n\n- [x] wet", "a.md")
    assert (found.title, found.description) == ("Sand", "On it") and "checked" in html_of(found.document)
    whole: BroughtText = read_text(b"<html><head><title>T</title></head><body><p>Short.</p></body></html>", "a.html")
    assert (whole.title, html_of(whole.document)) == ("T", "<p>Short.</p>")


def test_a_page_leaves_what_stands_around_its_text_and_keeps_links_tables_and_pictures() -> None:
    text = "".join(
        f"<p>Rake out joint number {n} to twice its width and press the <a href='/lime'>lime mortar</a> in firmly, then keep it damp.</p>"
        for n in range(12)
    )
    page = f"""<html lang="en"><head><title>Pointing</title><meta name="description" content="On walls"></head><body><nav><a href="/">Home</a> <a href="/b">Shop</a></nav>
    <main><article><h1>Pointing at home</h1>{text}<figure><img src="/wall.jpg" alt="A wall"><figcaption>The wall</figcaption></figure>
    <table><tr><th>Part<th>Share<tr><td>Sand<td>3</table></article></main><footer><p>Open on weekdays.</p></footer></body></html>"""
    reading = read_page(page.encode(), "https://a.example/guide/")
    found = html_of(document_of_page(page, reading))
    assert "Home" not in found and "weekdays" not in found
    assert '<a href="https://a.example/lime"' in found and "<th>" in found and 'src="https://a.example/wall.jpg"' in found


def test_title_and_description_come_back_from_a_file_that_was_saved_elsewhere() -> None:
    """A word processor keeps title, subject and keywords, and drops the fields it has no place for; without a title tag there is none, whatever the draft is called."""
    for title in ("Pointing at home", ""):
        file = WordFile(io.BytesIO(document_docx(document_from_html("<p>Sand.</p>"), Head("A draft", title, "On walls"), {})))
        file.core_properties.category = file.core_properties.identifier = ""
        saved = io.BytesIO()
        file.save(saved)
        found = read_text(saved.getvalue(), "a.docx")
        assert (found.title, found.description) == (title, "On walls")


def test_every_feature_that_docx_lacks_is_told_before() -> None:
    assert lost_in(document_from_html('<hr><ol start="3"><li><p>a</p></li></ol>'), "docx") == ["list_starts"]
    assert {feature.key for feature in FEATURES if "docx" not in feature.held} == {"list_starts", "missing_pictures"}
