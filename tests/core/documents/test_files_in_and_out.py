"""Files as other programs write them, and what goes out and comes back."""

from __future__ import annotations

import gzip
import io
import zipfile
import zlib

import brotli
import docx
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from warcio.statusandheaders import StatusAndHeaders
from warcio.warcwriter import WARCWriter

from fundament.core.documents.html import document_from_html
from fundament.core.documents.markdown_out import markdown_of
from fundament.core.documents.schema import Node, clean_document
from fundament.core.language.detect import detect_language
from fundament.core.reading.read_page import read_page
from fundament.files.archives import read_archive
from fundament.files.columns import Field, LeftOut, TableKind, guess, take
from fundament.files.tables import read_tables
from fundament.files.texts import html_of_markdown, read_text
from fundament.files.word_documents import read_word_document
from fundament.rendering.document_docx import Head, document_docx
from tests.helpers import examples

PAGE = b"<html><head><title>T</title></head><body><h1>Frames</h1><p>" + b"Some words about frames. " * 40 + b"</p></body></html>"
PACKED = {"gzip": gzip.compress, "deflate": zlib.compress, "br": brotli.compress, "identity": bytes}


def archive_of(encoding: str, body: bytes) -> bytes:
    held = io.BytesIO()
    writer = WARCWriter(held, gzip=True)
    headers = StatusAndHeaders("200 OK", [("Content-Type", "text/html"), ("Content-Encoding", encoding)], protocol="HTTP/1.1")
    writer.write_record(writer.create_warc_record("https://a.example/x", "response", payload=io.BytesIO(body), http_headers=headers))
    return held.getvalue()


@pytest.mark.parametrize("encoding", PACKED)
def test_an_archive_holds_pages_however_they_were_sent(encoding: str) -> None:
    (found,) = read_archive(archive_of(encoding, PACKED[encoding](PAGE)), "a.warc.gz").pages
    assert found.content == PAGE
    (found,) = read_archive(archive_of("br", PAGE), "a.warc.gz").pages  # a header that stayed when the page was unpacked
    assert found.content == PAGE


def test_a_brotli_bomb_is_bounded() -> None:
    bomb = brotli.compress(b"<html>" + b"a" * 40_000_000)
    assert len(bomb) < 10_000
    pages = read_archive(archive_of("br", bomb), "a.warc.gz").pages
    assert all(len(page.content) <= 5_000_000 for page in pages)


def word_file(body: str) -> bytes:
    held, made = io.BytesIO(), io.BytesIO()
    docx.Document().save(held)
    space = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"'
    with zipfile.ZipFile(held) as plain, zipfile.ZipFile(made, "w") as out:
        for name in plain.namelist():
            is_text = name == "word/document.xml"
            out.writestr(name, f"<w:document {space}><w:body>{body}<w:sectPr/></w:body></w:document>" if is_text else plain.read(name))
    return made.getvalue()


def paragraph(text: str, style: str = "") -> str:
    said = f'<w:pPr><w:pStyle w:val="{style}"/></w:pPr>' if style else ""
    return f"<w:p>{said}<w:r><w:t>{text}</w:t></w:r></w:p>"


def test_a_list_of_contents_is_not_the_text() -> None:
    boxed = '<w:sdt><w:sdtPr><w:docPartObj><w:docPartGallery w:val="Table of Contents"/></w:docPartObj></w:sdtPr><w:sdtContent>'
    boxed += f"{paragraph('Contents', 'TOCHeading')}{paragraph('Raking 1', 'TOC1')}</w:sdtContent></w:sdt>"
    for contents in (boxed, paragraph("Raking 1", "TOC1") + paragraph("Filling 2", "TOC2")):
        html = read_word_document(word_file(contents + paragraph("Raking", "Heading1") + paragraph("By hand."))).html
        assert html == "<h1>Raking</h1><p>By hand.</p>"


@pytest.mark.parametrize("title", ["A title tag of ours", ""])
def test_title_and_description_come_back_from_our_own_word_file(title: str) -> None:
    document = document_from_html("<h1>A</h1><p>Text</p>")
    found = read_text(document_docx(document, Head(name="A draft", title=title, description="What it is"), {}), "a.docx")
    assert (found.title, found.description) == (title, "What it is")
    other = word_file(paragraph("Text"))  # its title field holds whatever a program put there
    assert read_text(other, "b.docx").title == ""


@pytest.mark.parametrize(
    ("markdown", "words"),
    [
        ("At <b>20</b> mm<sup>2</sup><br>next", "At 20 mm2 next"),
        ('<div class="x">\n<p>In a <em>div</em>.</p>\n</div>\n\nAfter.', "In a div. After."),
        ("<script>alert(1)</script>\n\nText <!-- hidden --> end", "Text end"),
        ("A List<String> and <foo-bar>kept</foo-bar>", "A List<String> and <foo-bar>kept</foo-bar>"),
    ],
)
def test_html_in_markdown_is_read_and_what_only_looks_like_it_is_text(markdown: str, words: str) -> None:
    found = document_from_html(html_of_markdown(markdown))
    assert " ".join(" ".join(_texts(found)).split()).replace(" .", ".").replace("mm 2", "mm2") == words


def _texts(node: Node) -> list[str]:
    if node["type"] in ("text", "hardBreak"):
        return [str(node.get("text", " "))]
    inline = [_texts(child) for child in node.get("content", ())]
    return (
        ["".join(part for parts in inline for part in parts)]
        if node["type"] == "paragraph"
        else [part for parts in inline for part in parts]
    )


_MARKS: list[list[Node]] = [
    [], [{"type": "bold"}], [{"type": "italic"}], [{"type": "bold"}, {"type": "italic"}], [{"type": "code"}], [{"type": "strike"}],
    [{"type": "link", "attrs": {"href": "https://a.example/x"}}], [{"type": "link", "attrs": {"href": "https://a.example/x"}}, {"type": "bold"}],
]  # fmt: skip
_PIECES = st.tuples(
    st.sampled_from(["wall", "lime ", " mortar", "(soft)", '"x"', "20", "a", ".", ", and ", "é", "*", "_"]), st.sampled_from(_MARKS)
)


def _marked(document: Node) -> list[tuple[str, frozenset[str]]]:
    nodes = [node for block in document["content"] for node in block.get("content", ()) if node["type"] == "text"]
    return [(sign, frozenset(mark["type"] for mark in node.get("marks", ()))) for node in nodes for sign in node["text"] if sign.strip()]


@settings(max_examples=examples(150), deadline=None)
@given(st.lists(_PIECES, min_size=2, max_size=5))
def test_marks_that_touch_come_back_from_markdown(pieces: list[tuple[str, list[Node]]]) -> None:
    nodes = [{"type": "text", "text": text, **({"marks": marks} if marks else {})} for text, marks in pieces]
    document = clean_document({"type": "doc", "content": [{"type": "paragraph", "content": nodes}]})
    assert _marked(document_from_html(html_of_markdown(markdown_of(document)))) == _marked(document)


def test_items_that_say_nothing_are_none() -> None:
    found = read_text(b"<ul><li></li><li><p> </p></li><li>One</li></ul><ul><li></li></ul>", "a.html").document
    assert [node["type"] for node in found["content"]] == ["bulletList"] and len(found["content"][0]["content"]) == 1


@pytest.mark.parametrize(
    ("text", "language"),
    [
        ("煉瓦の目地を石灰モルタルで埋める方法", "ja"), ("新築工事現場の図面と働く人", "ja"), ("用石灰砂浆重新勾缝的方法", "zh"), ("東京的冬天很冷", "zh"),
        ("벽돌 줄눈을 석회 모르타르로 채우는 방법", "ko"), ("東京都", ""), ("石灰", ""), ("The joints are raked out by hand", "en"),
    ],
)  # fmt: skip
def test_japanese_is_not_chinese_and_a_few_characters_are_neither(text: str, language: str) -> None:
    assert detect_language(text) == language


def test_a_few_characters_are_of_the_language_that_the_page_states() -> None:
    assert detect_language("東京都", stated="ja") == "ja" and detect_language("石灰", stated="zh") == "zh"


def test_a_header_behind_the_title_and_a_constant_called_comments_are_text() -> None:
    said = "The joints are raked to twice their width, and the wall is wetted on the evening before."
    html = f"<html><body><h1>Walls</h1><header><p>{said}</p></header><p>{said} Then the mortar is mixed.</p><p>{said} It is left for weeks.</p></body></html>"
    assert said in [block.text for block in read_page(html, "https://a.example/").main_blocks()]
    names = ("ELEMENTS", "TEXT", "COMMENTS", "ENTITIES")
    sections = "".join(
        f'<section id="{n.lower()}"><h3>{n}</h3><p>The constant {n} makes the reader keep what it would drop.</p></section>' for n in names
    )
    found = read_page(f"<html><body><h1>Constants of the reader</h1>{sections}</body></html>", "https://a.example/")
    assert [block.text for block in found.headings() if block.main][1:] == list(names)


@pytest.mark.parametrize(
    ("table", "keywords"),
    [
        ("My keywords\n\nkeyword\nlime mortar\nrepointing\n", ["lime mortar", "repointing"]),
        ("Keyword report;;\nkeyword;volume;position\nlime mortar;900;3\nrepointing;400;5\n", ["lime mortar", "repointing"]),
        ("lime mortar\nrepointing brick, by hand\nsash windows\n", ["lime mortar", "repointing brick, by hand", "sash windows"]),
        ('"Key\nword","Search\r\nvolume"\nlime mortar,900\nrepointing,400\n', ["lime mortar", "repointing"]),
    ],
)
def test_titles_above_one_column_and_headings_of_two_lines(table: str, keywords: list[str]) -> None:
    (sheet,) = read_tables(table.encode(), "a.csv")
    kind = TableKind(
        "keywords", (Field("keyword", "text", ("keyword",), needed=True), Field("volume", "number", ("volume", "search volume")))
    )
    rows = [row for row in take(sheet, guess(sheet, kind), kind) if not isinstance(row, LeftOut)]
    assert [row.values["keyword"] for row in rows] == keywords
