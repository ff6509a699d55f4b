"""Reading, held against sheets that say what is in each page."""

from __future__ import annotations

import re
from collections import Counter

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.plain import from_plain, to_plain
from fundament.core.reading.markup_tree.decode import decode_html
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft, text_to_html
from fundament.core.reading.read_page import read_page
from standins.makes import ADVERT, COOKIES, render
from standins.sheets import Sheet, read_folder
from tests.helpers import examples

SHEETS = [sheet for folder in ("repointing", "sash", "floor") for sheet in read_folder(folder)]
ARTICLES = [s for s in SHEETS if s.get("kind") in ("article", "encyclopaedia", "video", "forum")]


def words(text: str) -> list[str]:
    return re.findall(r"\w+", text.lower())


def expected_headings(sheet: Sheet) -> list[tuple[int, str]]:
    found = re.findall(r"^(#{1,6}) (.*)$", sheet.text, re.MULTILINE)
    return [(len(signs), text.strip()) for signs, text in found]


def expected_text(sheet: Sheet) -> str:
    text = re.sub(r"^@@ .*$|!\[.*?\]\(.*?\)|^\|[-| ]+\|$|^#+|[*|]", " ", sheet.text, flags=re.MULTILINE)
    return re.sub(r"^\s*(\d+\.|-) ", " ", text, flags=re.MULTILINE)


@pytest.mark.parametrize("sheet", ARTICLES, ids=lambda s: s.name)
def test_main_text_and_headings_are_those_of_the_sheet(sheet: Sheet) -> None:
    reading = read_page(render(sheet).encode(), sheet.address)
    got = Counter(words(" ".join(b.text for b in reading.main_blocks())))
    want = Counter(words(expected_text(sheet)))
    both = sum((got & want).values())
    f1 = 2 * both / (sum(got.values()) + sum(want.values()))
    assert f1 >= 0.97, (got - want, want - got)
    headings = [(b.level, b.text) for b in reading.headings()]
    assert [h for h in expected_headings(sheet) if h[1] not in ("See also", "References")] == [
        h for h in headings if h[1] not in ("See also", "References")
    ]


@pytest.mark.parametrize("sheet", SHEETS, ids=lambda s: s.name)
def test_kind_of_page(sheet: Sheet) -> None:
    reading = read_page(render(sheet).encode(), sheet.address)
    assert reading.kind == sheet.get("kind")
    assert reading.kind_evidence


def test_clutter_is_kept_with_its_reason() -> None:
    page = f"<html><body><nav><a href=/>Home</a></nav>{COOKIES}<main><h1>T</h1><p>{'Real words about the subject here. ' * 12}</p>{ADVERT}</main></body></html>"
    reading = read_page(page, "https://a.example/")
    left_out = {b.left_out for b in reading.blocks if not b.main}
    assert {"navigation", "pop-up", "advert"} <= left_out
    assert not any("cookies" in b.text or "loft ladders" in b.text for b in reading.main_blocks())


@pytest.mark.parametrize(
    ("heading", "line"),
    [
        ("Ähnliche Beiträge", "Alle Rechte vorbehalten 2026"), ("Articles similaires", "Tout accepter"), ("Artículos relacionados", "Volver arriba"),
        ("Articoli correlati", "Leggi tutto"), ("Gerelateerde artikelen", "Lees verder"), ("Artigos relacionados", "Ler mais"), ("Podobne wpisy", "Czytaj więcej"),
    ],
)  # fmt: skip
def test_furniture_is_known_in_the_other_languages(heading: str, line: str) -> None:
    text = "Der Mörtel ist weicher als der Stein und bleibt es auch nach vielen Jahren im Wind und im Regen. " * 3
    links = "".join(f"<li><a href=/{n}>Noch ein Beitrag</a></li>" for n in range(4))
    page = f"<main><h1>Titel</h1><p>{text}</p><h2>Mörtel</h2><p>{text}</p><p>{line}</p><h2>{heading}</h2><ul>{links}</ul></main>"
    reading = read_page(page, "https://a.example/")
    assert [b.text for b in reading.headings()] == ["Titel", "Mörtel"]
    assert line not in [b.text for b in reading.main_blocks()]


WORDS = "This is a paragraph of real text about the subject with enough words to count as long running text here. "
MENU_LINKS = "".join(f"<a href=/{n}>Link {n}</a> " for n in range(4))


@pytest.mark.parametrize(
    ("name", "html", "headings"),
    [
        ("a tip in an aside", f"<article><h1>T</h1><p>{WORDS * 3}</p><aside class=note><h3>Tip</h3><p>{WORDS}</p></aside><h2>B</h2><p>{WORDS}</p></article>", ["T", "Tip", "B"]),
        ("a plain aside", f"<article><h1>T</h1><p>{WORDS * 3}</p><aside><h3>Shop</h3><p>{WORDS}</p></aside><h2>B</h2><p>{WORDS}</p></article>", ["T", "B"]),
        ("questions that open", f"<main><h1>T</h1><details><summary><h3>Q?</h3></summary><p>{WORDS}</p></details></main>", ["T", "Q?"]),
        ("tabs, one hidden", f"<main><h1>T</h1><div class=tab-content><h2>A</h2><p>{WORDS}</p></div><div class=tab-content style='display:none'><h2>B</h2><p>{WORDS}</p></div></main>", ["T", "A", "B"]),
        ("a section named after its heading", f"<main><h1>T</h1><section id=cookies><h2>Cookies</h2><p>{WORDS * 2}</p></section><section id=related-tools><h2>Related tools</h2><p>{WORDS}</p></section></main>", ["T", "Cookies", "Related tools"]),
        ("related pages", f"<main><h1>T</h1><p>{WORDS * 3}</p><section id=related><h2>Related articles</h2>{MENU_LINKS}</section></main>", ["T"]),
        ("a page of widgets", f"<body><div class=widget><h1>T</h1></div><div class=widget><h2>A</h2><p>{WORDS * 2}</p></div><div class=widget><h2>B</h2><p>{WORDS * 2}</p></div></body>", ["T", "A", "B"]),
        ("the title in a banner", f"<body><div class='hero banner'><h1>T</h1></div><div class=text><h2>A</h2><p>{WORDS * 4}</p></div></body>", ["T", "A"]),
        ("the site's name as an H1", f"<body><header><h1><a href='/'>Site</a></h1></header><article><h1>T</h1><p>{WORDS * 4}</p></article></body>", ["T"]),
        ("a title in the header, parts with H1s", f"<body><header><h1>T</h1></header><section><h1>A</h1><p>{WORDS * 3}</p></section><section><h1>B</h1><p>{WORDS * 3}</p></section></body>", ["T", "A", "B"]),
        ("a rail without names", f"<body><div class=g><div class=a><h1>T</h1><p>{WORDS * 4}</p></div><div class=b><h3>More</h3><ul><li>{MENU_LINKS}</ul></div></div></body>", ["T"]),
        ("unknown elements", f"<body><my-article><h1>T</h1><x-part><h2>A</h2><p>{WORDS * 2}</p></x-part><x-part><h2>B</h2><p>{WORDS * 2}</p></x-part></my-article></body>", ["T", "A", "B"]),
        ("a menu in a table cell", f"<body><table><tr><td><h2>Menu</h2><a href=1>a</a></td><td><h1>T</h1><p>{WORDS * 3}<h2>A</h2><p>{WORDS}</td></tr></table></body>", ["T", "A"]),
    ],
    ids=lambda value: value if isinstance(value, str) and len(value) < 40 else "",
)  # fmt: skip
def test_headings_of_the_main_part_and_no_others(name: str, html: str, headings: list[str]) -> None:
    reading = read_page(f"<html><body><nav>{MENU_LINKS}</nav>{html}</body></html>", "https://a.example/x")
    assert [b.text for b in reading.headings()] == headings, name


def test_comments_longer_than_the_article_do_not_count() -> None:
    comments = "".join(f"<li class=comment><p>{'I think that my neighbour said something long about it. ' * 6}</p></li>" for _ in range(20))
    page = f"<body><article><h1>Short</h1><p>{'The article says this in some words. ' * 10}</p></article><ol class=comments>{comments}</ol></body>"
    reading = read_page(page, "https://a.example/x")
    assert 60 <= reading.word_count <= 80
    assert "comments" in {b.left_out for b in reading.blocks}


def test_headings_keep_text_without_the_tools_hung_on_them() -> None:
    page = "<main><h2>Lime <span class=editsection>[<a href=?e>edit</a>]</span></h2><h3>Sand<a class=headerlink href=#s>¶</a></h3><h2><button>Open me</button></h2></main>"
    assert [b.text for b in read_page(page, "").headings()] == ["Lime", "Sand", "Open me"]


def test_broken_markup_is_read_as_a_browser_would() -> None:
    reading = read_page("<p>one<div>two<p>three<b>four<ul><li>five<li>six</ul>", "")
    assert [b.text for b in reading.blocks] == ["one", "two", "threefour", "five", "six"]


def test_latin_1_that_says_utf_8_is_read_and_noted() -> None:
    text, notes = decode_html("<meta charset=utf-8><p>façade café</p>".encode("latin-1"))
    assert "façade café" in text
    assert notes[0].values == {"name": "utf-8"}


@pytest.mark.parametrize("content", [b"", b"\x00\xff\xfe", b"<", b"<html", b"<!--", b"<p>" * 100_000, b"<div>" * 50_000 + b"deep"])
def test_hostile_bytes_give_a_reading(content: bytes) -> None:
    reading = read_page(content, "https://a.example/")
    assert reading.word_count >= 0


@settings(max_examples=examples(60), deadline=None)
@given(st.text(alphabet=st.sampled_from("<>/ph1234divula=\"' &;#x\x00é—ß\n"), max_size=300))
def test_any_text_is_read_and_goes_to_json_and_back(html: str) -> None:
    reading = read_page(html, "https://a.example/")
    assert from_plain(Reading, to_plain(reading)) == reading
    for block in reading.blocks:
        assert all(0 <= m.start < m.end <= len(block.text) for m in block.marks)


def test_a_draft_counts_whole_and_scripts_are_not_text() -> None:
    draft = read_draft("<h1>A</h1><nav>kept, it was typed</nav><script>alert(1)</script><p>b <b>c</b></p>")
    assert [b.text for b in draft.main_blocks()] == ["A", "kept, it was typed", "b c"]


def test_plain_text_becomes_headings_and_paragraphs() -> None:
    draft = read_draft(text_to_html("# One\n\nfirst line\nsecond line\n\n## Two\n\n<b>not markup</b>"))
    assert [(b.kind, b.level, b.text) for b in draft.blocks] == [
        ("heading", 1, "One"), ("paragraph", 0, "first line second line"), ("heading", 2, "Two"), ("paragraph", 0, "<b>not markup</b>"),
    ]  # fmt: skip


def test_images_links_dates_and_language() -> None:
    page = """<html lang=de><head><title>T</title><link rel=canonical href=/c><meta property="article:published_time" content="2024-05-06T10:00"></head>
    <body><main><h1>H</h1><p>Ein Satz <a href="/x">innen</a> und <a href="https://b.example/y">außen</a> <img src=/i.png alt="Bild"> <img src=/j.png></p></main></body>"""
    reading = read_page(page, "https://www.a.example/p/q")
    assert reading.canonical == "https://www.a.example/c"
    assert reading.published == "2024-05-06"
    assert reading.language == "de"
    assert [(link.anchor, link.internal) for link in reading.links] == [("innen", True), ("außen", False)]
    assert [image.alt for image in reading.images] == ["Bild", None]
