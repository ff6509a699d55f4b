"""Lists of what is needed, cards that are one link, what users say: what of a page with few long paragraphs is its text."""

from __future__ import annotations

import unicodedata

import pytest

from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page

TEXT = "".join(
    f"<p>The mason slaked the lime for the {n}th time that year, and said that it would be better after a winter under water.</p>"
    for n in range(4, 10)
)
NEEDED = ("2 buckets of lime", "6 buckets of sharp sand", "1 bucket of water", "Goat hair", "A larry")


def page(body: str, title: str = "Slaking lime") -> Reading:
    return read_page(f"<html><head><title>{title}</title></head><body>{body}</body></html>", "https://www.lime.example/slaking")


def lines(reading: Reading) -> list[str]:
    return [block.text for block in reading.main_blocks()]


def steps(count: int = 5) -> str:
    return "".join(
        f"<li>Step number {n} takes the whole morning, so begin early and have the water at hand before.</li>" for n in range(count)
    )


def test_boxes_to_tick_do_not_make_a_form_of_a_list() -> None:
    ticked = "".join(f'<li><input type="checkbox" name="n{n}"><label>{line}</label></li>' for n, line in enumerate(NEEDED))
    found = page(
        f'<article><h1>Slaking lime</h1>{TEXT}<div class="card"><div class="needed"><h3>You need</h3><ul>{ticked}</ul>'
        f'<label><input type="checkbox">Keep the screen on</label></div><div class="steps"><h3>Steps</h3><ol>{steps()}</ol></div></div></article>'
    )
    assert set(NEEDED) <= set(lines(found))


def test_a_box_where_something_is_typed_is_a_form() -> None:
    box = '<div class="letters"><h3>Letters from the kiln</h3><p>Once a month, no more than that.</p><input type="email"></div>'
    found = page(f"<article><h1>Slaking lime</h1>{TEXT}</article>{box}")
    assert "Once a month, no more than that." not in lines(found)


def test_a_list_between_title_and_text_counts_though_boxes_stand_around_it() -> None:
    needed = "".join(
        f'<div class="line {"even" if n % 2 else "odd"}">{line.replace("lime", "<a href=/lime>quicklime</a>")}</div>'
        for n, line in enumerate(NEEDED)
    )
    photo = '<div class="pane photo"><a href="/who">Photo by Rosa Quill</a></div>'
    more = '<div class="pane links"><a href="/videos">All of our videos of lime</a></div>'
    found = page(
        f'<div class="content"><h1>Slaking lime</h1><div class="inside">{photo}<div class="pane needed"><h2>You need</h2><div class="lines">{needed}</div></div>'
        f'<div class="pane steps"><h2>Steps</h2><ol>{steps(8)}</ol></div>{more}</div></div>'
    )
    assert lines(found)[:4] == ["Slaking lime", "You need", "2 buckets of quicklime", NEEDED[1]]
    assert not any("Photo" in line or "videos" in line for line in lines(found))


def test_cards_that_are_one_link_each_are_no_text() -> None:
    card = '<a class="c" href="/other"><div>A kiln in the hills</div><div>It burnt for a hundred years until the railway came.</div></a>'
    found = page(f'<article><h1>Slaking lime</h1>{TEXT}<div class="m">{card * 3}</div></article>')
    assert not any("kiln" in line or "hundred years" in line for line in lines(found))


def test_every_block_in_a_link_is_linked_and_a_link_never_closed_is_not_believed() -> None:
    def linked(body: str) -> list[bool]:
        return [any(mark.kind == "link" for mark in block.marks) for block in page(body).blocks]

    assert linked("<p>Lime</p><a href='/a'>before<div>one</div><p>two</p>after</a> free<p>free</p>") == [
        False,
        True,
        True,
        True,
        True,
        False,
    ]
    assert linked("<a href='/a'><b>bold<div>one</div></b></a><p>two</p>") == [True, True, False]
    assert not any(linked(f"<a href='/a'>{TEXT * 3}</a>"))
    assert not any(linked("<a name='top'><h2>Lime</h2><p>two</p></a>"))


def test_of_two_headings_that_say_the_title_the_longer_one_is_it() -> None:
    found = page(
        f'<main><div class="top"><h1>Slaking lime in winter</h1><p>2 min</p></div><article>{TEXT}<div><h2>Slaking lime</h2><ol>{steps()}</ol></div></article></main>',
        "Slaking lime in winter - The Kiln",
    )
    assert lines(found)[0] == "Slaking lime in winter"


SAYS = "<p>I have slaked lime like that for years and never had any trouble with it, so thank you for that.</p>"


@pytest.mark.parametrize("name", ["recipe-reviews", "ugc-list"])
def test_what_users_say_below_a_text_is_none_though_it_is_longer(name: str) -> None:
    needed = "".join(f"<li>{line} from the yard behind the house</li>" for line in NEEDED)
    found = page(
        f'<main><div class="r"><h1>Slaking lime</h1><ul>{needed}</ul></div><div class="{name}">{f"<div>{SAYS}</div>" * 12}</div></main>'
    )
    assert not any("never had any trouble" in line for line in lines(found)) and "Goat hair from the yard behind the house" in lines(found)


@pytest.mark.parametrize("name", ["reviews", "post-reviews", "category-reviews"])
def test_reviews_that_are_the_text_of_a_page_count(name: str) -> None:
    found = page(f'<main><h1>Slaking lime</h1><p class="lead">{LEAD}{LEAD}</p><div class="{name}">{SAYS * 6}</div></main>')
    assert sum("never had any trouble" in line for line in lines(found)) == 6


def test_paragraphs_that_are_nameless_boxes_go_on_with_the_text() -> None:
    further = '<div style="text-align: justify">It is sold by the tub.</div>' * 3
    box = '<div class="box"><a href="/a">Another page of ours</a> <a href="/b">And one more</a></div>'
    found = page(f'<div class="entry"><h1>Slaking lime</h1><div class="text">{TEXT}</div>{further}{box}</div>')
    assert lines(found).count("It is sold by the tub.") == 3 and not any("Another page" in line for line in lines(found))


LEAD = "<p>The kiln at the end of the valley has burnt lime since before anybody can tell, and it still does every spring.</p>"


@pytest.mark.parametrize(
    ("line", "is_kept"),
    [
        ("von Rosa Quill-Stein am 14. Mai 2014, 15:40 Uhr", False),
        ("By Rosa Quill, 3 May 2014", False),
        ("By Easter, on 3 May 2014, the kiln was out.", True),
        ("by then it was 3 May 2014", True),
        ("[Update: the kiln burns again]", True),
        ('{ width: 312, height: 312, image: "kiln" }', False),
    ],
)
def test_who_wrote_it_may_stand_below_a_long_first_paragraph(line: str, *, is_kept: bool) -> None:
    found = page(f"<article><h1>Slaking lime</h1>{LEAD}<p>{line}</p>{TEXT}</article>")
    assert (line in lines(found)) == is_kept


def test_a_list_of_links_counts_below_a_line_that_announces_it() -> None:
    links = "<ul><li><a href='/1'>A tub</a></li><li><a href='/2'>A larry</a></li><li><a href='/3'>A sieve</a></li></ul>"
    assert "A larry" in lines(page(f"<article><h1>Slaking lime</h1>{TEXT}<p>What every mason has at hand:</p>{links}</article>"))
    assert "A larry" not in lines(page(f"<article><h1>Slaking lime</h1>{TEXT}<p>Related articles:</p>{links}</article>"))


NOTICE = (
    """<p>A cookie is a small file that your browser keeps for as long as the one who made it wants it to.</p>
<p>Our website has cookies of others as well, who count the visitors of every page and tell us how many came.</p>"""
    * 4
)


def test_a_notice_about_cookies_below_a_text_is_none_but_a_text_about_them_is() -> None:
    found = page(f'<div class="a"><h1>Slaking lime</h1>{TEXT * 3}</div><div id="x_plus">{NOTICE}</div>')
    assert not any("cookie" in line for line in lines(found))
    found = page(
        f'<article><h1>What a cookie is</h1><section class="a">{NOTICE}</section><section class="b">{NOTICE}{TEXT}</section></article>',
        "What a cookie is",
    )
    assert sum("cookie" in line for line in lines(found)) == 17


@pytest.mark.parametrize("form", ["NFC", "NFD"])
def test_a_letter_and_its_accent_are_one_sign_however_they_were_typed(form: str) -> None:
    body = "<h1>Kalk löschen</h1>" + "<p>Gelöschter Kalk für den Putz muss überwintern, bevor er geprüft und aufgetragen wird.</p>" * 6
    found = page(unicodedata.normalize(form, body).replace("o\u0308", "o&#x308;"), "Kalk löschen")
    assert (found.blocks, found.word_count) == (page(body, "Kalk löschen").blocks, 80)


@pytest.mark.parametrize(("body", "is_kept"), [("<a href='/1'>A kiln</a>", False), ("<p>A kiln in the hills.</p>", True)])
def test_a_box_of_links_in_the_text_takes_its_heading_with_it(body: str, *, is_kept: bool) -> None:
    box = f'<div class="story"><h2>Kilns of the valley</h2><ul>{f"<li>{body}</li>" * 3}</ul></div>'
    found = page(f"<article><h1>Slaking lime</h1>{TEXT}{box}{TEXT}<h3>|</h3></article>")
    assert [b.text for b in found.headings()] == ["Slaking lime", *(["Kilns of the valley"] if is_kept else [])]
