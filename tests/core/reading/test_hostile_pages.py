"""Pages that were made to break a reader: it never raises, and its patterns look at each character a bounded number of times."""

from __future__ import annotations

import pytest

from fundament.core.reading.addresses import joined, parts_of, site_of
from fundament.core.reading.markup_tree.bounds import MOST_ATTRIBUTES
from fundament.core.reading.markup_tree.decode import decode_html
from fundament.core.reading.page.prices import PRICE
from fundament.core.reading.read_page import read_page

ODD_ADDRESSES = [
    "http://[",
    "http://[::1",
    "//[",
    "http://]/",
    "http://a:b:c/",
    "http://[v1.x]/",
    "\x00",
    "http://\ud800/",
    "javascript:1",
    "http://a b/",
]


@pytest.mark.parametrize("address", ODD_ADDRESSES)
def test_an_address_that_is_none_is_left_out_wherever_it_stands(address: str) -> None:
    page = f"""<html><head><link rel="canonical" href="{address}"><meta property="og:url" content="{address}"></head><body><main><h1>Lime</h1>
    <p>Lime mortar is soft and lets the wall dry. <a href="{address}">More of it</a> <img src="{address}" alt="A wall"> <img data-src="{address}"></p></main></body></html>"""
    reading = read_page(page, "https://a.example/guide")
    assert reading.blocks and len(reading.images) == 2
    assert read_page(page, address).blocks  # and when the page itself is said to be there
    assert isinstance(joined("https://a.example/", address), str) and isinstance(site_of(address), str) and parts_of(address) is not None


@pytest.mark.parametrize(
    "charset",
    ["zlib_codec", "rot13", "hex", "base64", "bz2", "uu", "undefined", "punycode", "idna", "unicode_escape", "utf-7", "no-such", "a\x00b", "x" * 5_000, "utf-8\x00"],
)  # fmt: skip
def test_a_character_set_that_is_none_of_the_web_is_noted_and_the_page_is_read(charset: str) -> None:
    text, notes = decode_html("Kälte und Kalk".encode(), charset)
    assert text == "Kälte und Kalk" and [note.code for note in notes] == ["reading.unknown_charset"]
    in_page = f'<meta charset="{charset}"><p>Kälte</p>'.encode()
    assert "Kälte" in decode_html(in_page)[0]


@pytest.mark.parametrize(
    "charset", ["utf-8", "UTF8", "latin1", "windows-1252", "iso-8859-15", "Shift_JIS", "gb2312", "koi8-r", "utf-16", "euc-kr", "big5"]
)
def test_the_character_sets_of_the_web_are_known(charset: str) -> None:
    text, notes = decode_html("abc".encode(charset), charset)
    assert text.endswith("abc") and not notes


def test_prices_are_found_and_a_row_of_digits_is_no_work() -> None:
    assert len(PRICE.findall("£12.50, €3, 40 EUR, 1.250,00 € and 7 zł; not 3 mm")) == 5
    assert not PRICE.findall("1" * 400_000) and not PRICE.findall("1.,2" * 100_000)  # the old pattern would take an hour for these


def test_whatever_looks_at_the_markup_gets_the_bounded_one(monkeypatch: pytest.MonkeyPatch) -> None:
    seen: list[str] = []
    monkeypatch.setattr("htmldate.find_date", lambda html, **_: seen.append(html))
    attributes = " ".join(f'a{n}="x"' for n in range(38_000))
    read_page(
        f"<html><body {attributes}><main><h1>Lime</h1><p>Lime mortar is soft and lets the wall dry.</p></main></body></html>",
        "https://a.example/",
    )
    assert len(seen) == 1 and seen[0].count('="x"') <= MOST_ATTRIBUTES
