"""What is no web page, whatever it is called; and which character set a page is in when it does not say."""

from __future__ import annotations

import gzip
import io
import json
import zipfile
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.cli import main
from fundament.core.errors import CoreError
from fundament.core.reading.markup_tree.decode import decode_html
from fundament.core.reading.page.no_page import kind_of_no_page
from fundament.core.reading.read_page import read_page
from fundament.messages import say_error


def zipped(*names: str) -> bytes:
    kept = io.BytesIO()
    with zipfile.ZipFile(kept, "w") as archive:
        for name in names:
            archive.writestr(name, "some text")
    return kept.getvalue()


OTHERS = {
    "a document": (zipped("[Content_Types].xml", "word/document.xml"), "word"),
    "a spreadsheet": (zipped("xl/workbook.xml"), "spreadsheet"),
    "slides": (zipped("ppt/presentation.xml"), "slides"),
    "an archive": (zipped("a.html", "b.html"), "archive"),
    "a packed page": (gzip.compress(b"<html><p>text</p></html>"), "compressed"),
    "half of a packed page": (gzip.compress(b"<html><p>text</p></html>" * 90)[:40], "compressed"),
    "an archive of pages": (gzip.compress(b"WARC/1.0\r\n" + b"x" * 900), "web_archive"),
    "a picture": (b"\x89PNG\r\n\x1a\n" + bytes(60), "picture"),
    "a film": (b"\x00\x00\x00\x18ftypmp42" + bytes(60), "sound_or_film"),
    "a PDF": (b"%PDF-1.7\n%\xe2\xe3", "pdf"),
    "data": (json.dumps({"p": "<p>text</p>"}).encode(), "data"),
    "a feed": (b'<?xml version="1.0"?><!-- made --><rss version="2.0"><channel/></rss>', "feed"),
    "other XML": (b'<?xml version="1.0"?><book><p>text</p></book>', "xml"),
    "bytes": (bytes(range(256)) * 20, "binary"),
}
PAGES = {
    "a page": b"<!doctype html><p>text</p>",
    "XHTML": b'<?xml version="1.0"?><!DOCTYPE html PUBLIC "-//W3C//DTD XHTML 1.0"><html xmlns="http://www.w3.org/1999/xhtml"><p>text</p></html>',
    "a template": b"{% raw %}<p>text</p>",
    "words that begin like a picture": b"BM is what <b>they</b> called it",
    "UTF-16": "<html><body><p>Fuß und Tür</p>".encode("utf-16"),
    "UTF-16 without a mark": "<html><body><p>Fuß und Tür</p>".encode("utf-16-le"),
}


@pytest.mark.parametrize("name", OTHERS)
def test_what_is_no_page_is_told_by_its_bytes_and_said(name: str) -> None:
    content, kind = OTHERS[name]
    assert kind_of_no_page(content) == kind
    with pytest.raises(CoreError) as caught:
        read_page(content, "https://a.example/")
    assert say_error(caught.value).startswith(("This is", "These are"))


@pytest.mark.parametrize("name", PAGES)
def test_pages_are_pages(name: str) -> None:
    assert kind_of_no_page(PAGES[name]) == "" and read_page(PAGES[name], "https://a.example/").word_count > 0


def test_the_command_line_says_what_it_was_given(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "page.html"
    file.write_bytes(OTHERS["a document"][0])
    assert main(["read", str(file)]) == 2
    assert "word processor" in capsys.readouterr().err


@given(st.binary(max_size=300))
def test_any_bytes_are_decoded_or_refused_with_a_sentence(content: bytes) -> None:
    assert isinstance(decode_html(content)[0], str)
    kind = kind_of_no_page(content)
    assert not kind or say_error(CoreError(f"no_page.{kind}"))


SAMPLES = {
    "ru": "Стену расшивали известью каждые тридцать лет, и каменщик говорил, что она простоит ещё столько же, если её не трогать.",
    "el": "Ο τοίχος αρμολογήθηκε με ασβέστη πριν από τριάντα χρόνια και ο μάστορας είπε ότι θα αντέξει άλλα τόσα.",
    "ja": "この壁は三十年前に石灰で目地を詰め直したもので、職人はこれからも長く持つだろうと言っていました。",
    "pl": "Ściana została wyspoinowana wapnem trzydzieści lat temu i murarz powiedział, że wytrzyma jeszcze długo, jeśli się jej nie ruszy. Źle będzie później.",
    "de": "Die Mauer wurde vor dreißig Jahren mit Kalk verfugt, und der Maurer sagte, dass sie noch länger hält, wenn man sie in Ruhe lässt. Schöne Grüße.",
    "es": "La pared se rejuntó con cal hace treinta años, y el albañil dijo que duraría otro tanto si nadie la tocaba. ¿Quién lo sabía? Mañana más.",
}


@pytest.mark.parametrize(
    ("language", "name"),
    [("ru", "windows-1251"), ("ru", "koi8-r"), ("ru", "cp866"), ("el", "iso-8859-7"), ("ja", "shift_jis"), ("ja", "euc_jp"), ("ja", "iso2022_jp"),
     ("pl", "iso-8859-2"), ("pl", "windows-1250"), ("de", "windows-1252"), ("es", "windows-1252"), ("de", "utf-16-le"), ("de", "utf-16-be")],
)  # fmt: skip
def test_a_character_set_that_nothing_states_is_guessed_and_said(language: str, name: str) -> None:
    html = f"<html><body><p>{SAMPLES[language]}</p><p>{SAMPLES[language]}</p></body></html>"
    text, notes = decode_html(html.encode(name))
    assert text == html and [note.code for note in notes] == ["reading.guessed_charset"]


def test_utf8_that_says_it_is_something_else_is_utf8() -> None:
    html = f'<meta charset="iso-8859-2"><p>{SAMPLES["pl"]}</p>'
    text, notes = decode_html(html.encode())
    assert text == html and [note.code for note in notes] == ["reading.is_utf8"]
    plain, none = decode_html(b'<meta charset="iso-8859-2"><p>plain</p>')
    assert "plain" in plain and not none


@pytest.mark.parametrize(
    ("head", "published", "kind"),
    [
        ('<meta name="DC.date" content="2021-03-04"><meta name="DC.title" content="x">', "2021-03-04", "DublinCore"),
        ('<div itemscope itemtype="https://schema.org/Recipe"><time itemprop="datePublished" datetime="2020-05-06T10:00">May</time></div>', "2020-05-06", "Recipe"),
        ('<article vocab="https://schema.org/" typeof="schema:HowTo"><p class="date">Published on 7 June 2019</p></article>', "2019-06-07", "HowTo"),
    ],
)  # fmt: skip
def test_dates_and_types_are_found_wherever_a_page_states_them(head: str, published: str, kind: str) -> None:
    found = read_page(f"<html><head></head><body>{head}<p>Some text about a wall.</p></body></html>", "https://a.example/")
    assert found.published == published and kind in found.structured_types
