"""What stands beside the text of a page: sections of it count, boxes about other pages and what readers wrote do not."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.reading.markup_tree.tree import Element, parse_html
from fundament.core.reading.metadata import Metadata
from fundament.core.reading.model import Reading
from fundament.core.reading.page.page_kind import is_thread
from fundament.core.reading.read_page import read_page

TEXT = "".join(
    f"<p>The wall was pointed for the {n}th time that year, and the mason said that lime would have lasted longer than what was there.</p>"
    for n in range(4, 12)
)
SHORT = "<p>Two sentences stand here. They are few words.</p>"


def page(body: str, title: str = "Pointing a wall") -> Reading:
    return read_page(f"<html><head><title>{title}</title></head><body>{body}</body></html>", "https://www.walls.example/pointing")


def headings(reading: Reading) -> list[str]:
    return [block.text for block in reading.headings()]


def test_a_box_of_titles_that_lead_elsewhere_is_no_text() -> None:
    box = "".join(
        f'<div class="c"><h3><a href="/p/{n}">Another wall number {n}</a></h3><p>It stood in a town that nobody had heard of before.</p></div>'
        for n in range(4)
    )
    found = page(
        f'<div class="page"><div class="story"><h1>Pointing a wall</h1>{TEXT}</div><div class="box"><h2>From the same town</h2>{box}</div></div>'
    )
    assert headings(found) == ["Pointing a wall"]


@pytest.mark.parametrize("wrap", ['<div class="sect1">{}</div>', "<section>{}</section>", "{}"])
def test_short_sections_beside_a_long_one_are_text(wrap: str) -> None:
    body = "".join(
        wrap.format(f"<h2>{name}</h2>{text}") for name, text in (("Synopsis", SHORT), ("Description", TEXT), ("Exit status", SHORT))
    )
    assert headings(page(f"<h1>Pointing a wall</h1>{body}")) == ["Pointing a wall", "Synopsis", "Description", "Exit status"]


def test_what_readers_wrote_is_known_by_its_times() -> None:
    said = "".join(
        f"<div><p>somebody{n} {n} minutes ago</p><blockquote>I never saw a wall like that in all the years that I lived there, and I saw many.</blockquote></div>"
        for n in range(2, 9)
    )
    found = page(f'<div><div class="story"><h1>Pointing a wall</h1>{TEXT}</div><div class="below">{said}</div></div>')
    assert not any("never saw" in block.text for block in found.main_blocks())


def test_a_box_inside_the_text_is_taken_out_and_the_text_behind_it_stays() -> None:
    box = "<div>" + "".join(f'<div><p>Gear</p><a href="/g/{n}">Ten trowels for old hands</a></div>' for n in range(5)) + "</div>"
    found = page(
        f"<article><h1>Pointing a wall</h1>{TEXT}{box}<p>After the box the text goes on, and it says that the wall is still standing there today.</p></article>"
    )
    said = " ".join(block.text for block in found.main_blocks())
    assert "trowels" not in said and "still standing" in said


def test_the_title_is_the_heading_that_the_title_tag_says() -> None:
    head = '<div class="top"><h1><a href="/x">Walls and Gardens</a></h1><h3>Roofs</h3><h3>Doors</h3></div>'
    found = page(
        f'{head}<div class="t"><h2>Pointing a wall</h2></div><div class="story">{TEXT}</div>', "Pointing a wall - Walls and Gardens"
    )
    assert headings(found) == ["Pointing a wall"]


def test_what_stands_in_an_articles_own_header_is_text() -> None:
    share = '<div class="tools"><a href="/a">Send it</a> <a href="/b">Print it</a> <a href="/c">Keep it</a></div>'
    found = page(
        f"<article><header><h2>Pointing a wall</h2><p>What it takes and what it costs.</p></header>{share}<div>{TEXT}</div></article>"
    )
    assert any(block.text == "What it takes and what it costs." for block in found.main_blocks())


def test_a_long_box_of_an_article_is_text_and_a_short_portrait_is_not() -> None:
    long = f"<aside><h2>What the law says</h2>{TEXT}</aside>"
    portrait = "<aside><p>The one who wrote this has been a mason for thirty years and lives in a small house by the sea.</p></aside>"
    found = page(f"<article><h1>Pointing a wall</h1>{TEXT}{TEXT}{long}{portrait}</article>")
    assert "What the law says" in headings(found) and not any("by the sea" in block.text for block in found.main_blocks())


def test_goods_are_the_text_of_a_page_that_has_little_else() -> None:
    goods = "".join(f'<div class="g"><h3><a href="/g/{n}">Trowel number {n}</a></h3><p>£{n}.50</p></div>' for n in range(3, 9))
    intro = (
        "<p>All our trowels are made by hand in the yard behind the shop, from steel that we choose ourselves every spring of the year.</p>"
        * 2
    )
    found = page(f'<main><h1>Trowels</h1>{intro}<div class="all">{goods}</div></main>', "Trowels")
    assert "Trowel number 5" in headings(found)


@given(
    st.lists(
        st.sampled_from(
            [
                "<div class=a>",
                "</div>",
                "<p>",
                "<h2>",
                "</h2>",
                "<a href=/x>",
                "</a>",
                "<td>",
                "<table>",
                "long words of a text " * 6,
                "x",
                "£5",
            ]
        ),
        max_size=40,
    )
)
def test_any_nesting_is_read_and_no_block_is_kept_twice(pieces: list[str]) -> None:
    found = page("".join(pieces))
    assert all(block.main == (not block.left_out) for block in found.blocks)
    assert len(found.main_blocks()) <= len(found.blocks)


def test_sections_that_end_with_a_link_to_more_of_them_are_the_text_of_a_page_of_features() -> None:
    features = "".join(
        f'<li class="feature"><h2>{name} joints</h2><p>Fill them with a stiff mortar in two goes on the same day, the upright ones first.</p>'
        f'<a href="/more/{name}">Learn more about {name} joints</a></li>'
        for name in ("Deep", "Narrow", "Struck", "Tuck", "Worn", "Wide")
    )
    intro = "<header><h1>Pointing a wall</h1><p>All that there is to know about the joints of a brick wall and the mortar in them, in one place.</p></header>"
    found = page(f'<main><section class="intro">{intro}</section><section class="more"><ul>{features}</ul></section></main>')
    assert len(headings(found)) == 7


SAID = "".join(
    f'<div class="post"><p>I never saw a wall like that number {n} in all the years that I lived there, and I saw many of them.</p></div>'
    for n in range(6)
)


def test_hot_topics_in_a_menu_make_no_thread_of_an_article_with_comments() -> None:
    menu = '<div id="hot-topics-wrapper"><ul class="topics"><li>Lime</li><li>Sand</li></ul></div>'
    found = page(
        f'{menu}<div class="story"><h1>Pointing a wall</h1>{TEXT}</div><div class="articleComments">{SAID}</div><div id="disqus_thread"></div>'
    )
    assert found.kind != "forum" and not any("never saw" in block.text for block in found.main_blocks())


def test_a_thread_without_structured_data_keeps_its_posts() -> None:
    found = page(f'<div class="forum"><h1>Pointing a wall</h1><div class="thread comments">{SAID}</div></div>')
    assert found.kind == "forum" and sum("never saw" in block.text for block in found.main_blocks()) == 6


@pytest.mark.parametrize(("beside", "is_left_out"), [(TEXT, True), ("", False)])
def test_captions_of_a_gallery_go_where_a_text_stands_beside_them(beside: str, *, is_left_out: bool) -> None:
    captions = "".join(
        f'<div class="gallery-slide"><p>The wall from side {n}, with the mason who pointed it in the spring of that year, and a dog that was his.</p></div>'
        for n in range(20)
    )
    found = page(f'<article><h1>Pointing a wall</h1>{beside}<div class="galleries">{captions}</div></article>')
    assert any("a dog that was his" in block.text for block in found.main_blocks()) != is_left_out


@pytest.mark.parametrize(
    "line",
    [
        "<p>19 July 2013 Last updated at 08:38 GMT</p>", "<h5>Updated 10:36 am, Thursday, July 18, 2013</h5>", '<h4 class="byline">Rosa Quill</h4>',
        '<div class="pageinfo data hidden">{ "js_modules": [{"name": "video"}, {"name": "photo that opens"}], "section": "walls", "kind": "story" }</div>',
        "<p>Copyright 2013 The Mortar Press. All rights reserved. This may not be published or written anew without leave of the publisher.</p>",
    ],
)  # fmt: skip
def test_who_wrote_it_and_when_and_what_a_script_reads_is_no_text(line: str) -> None:
    with_line = page(f"<article><h1>Pointing a wall</h1>{line}{TEXT}</article>")
    assert [b.text for b in with_line.main_blocks()] == [
        b.text for b in page(f"<article><h1>Pointing a wall</h1>{TEXT}</article>").main_blocks()
    ]


@pytest.mark.parametrize(
    "names",
    [("5 May 2020", "6 May 2020"), ("14.2.19 File positions",), ("4.3. Update 2017: a better fix",), ("14:30 Keynote by all of us",)],
)
def test_dates_that_head_something_are_headings(names: tuple[str, ...]) -> None:
    body = "".join(f"<h2>{name}</h2>{TEXT}" for name in names)
    assert headings(page(f"<article><h1>Pointing a wall</h1>{body}</article>")) == ["Pointing a wall", *names]


def test_a_column_on_the_right_is_known_by_a_long_name() -> None:
    box = "<h2>Elsewhere</h2><p>Somebody says that lime comes from the quarry in the hills, and that nobody has to go there for it.</p>" * 2
    for name in ("page-article-main-frame-right-column", "rightTemplateColumn"):
        found = page(f'<div><div class="story"><h1>Pointing a wall</h1>{TEXT}</div><div class="{name}">{box}</div></div>')
        assert headings(found) == ["Pointing a wall"], name


def test_elements_called_threads_are_not_compared_with_all_others(monkeypatch: pytest.MonkeyPatch) -> None:
    asked = []
    holds = Element.holds
    monkeypatch.setattr(Element, "holds", lambda element, other: asked.append(1) or holds(element, other))
    assert is_thread(parse_html('<body class="forum">' + '<div class="thread">Lime</div>' * 1_000), Metadata())
    assert len(asked) <= 2_000
