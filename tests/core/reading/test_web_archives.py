"""Pages saved as a web archive (MHTML), alone and in a ZIP file."""

from __future__ import annotations

import io
import quopri
import zipfile

import pytest

from fundament.core.reading.read_page import read_page
from fundament.files.archives import read_archive
from fundament.files.errors import FileError

HTML = "<html><head><title>Repointing café walls</title></head><body><h1>Repointing café walls</h1><p>Rake out the joints = to twice their width, and wet the wall well before you fill them with lime.</p></body></html>"


def saved(html: str = HTML, *, charset: str = "utf-8", encoding: str = "quoted-printable", ends: str = "\r\n") -> bytes:
    """As browsers write it: headers, then parts with their addresses."""
    body = quopri.encodestring(html.encode(charset)).decode() if encoding == "quoted-printable" else html
    lines = [
        "From: <Saved by a browser>", "Snapshot-Content-Location: https://saved.example/guide", "Subject: A page", "MIME-Version: 1.0",
        'Content-Type: multipart/related;', '\ttype="text/html";', '\tboundary="----part"', "", "------part", f"Content-Type: text/html; charset={charset}",
        f"Content-Transfer-Encoding: {encoding}", "Content-Location: https://saved.example/guide", "", body, "------part", "Content-Type: image/png",
        "Content-Transfer-Encoding: base64", "Content-Location: https://saved.example/a.png", "", "aGVsbG8=", "------part--", "",
    ]  # fmt: skip
    return ends.join(lines).encode(charset)


@pytest.mark.parametrize("ends", ["\r\n", "\n"])
@pytest.mark.parametrize("charset", ["utf-8", "iso-8859-1"])
def test_a_page_in_a_web_archive_is_read(ends: str, charset: str) -> None:
    (page,) = read_archive(saved(charset=charset, ends=ends), "guide.mhtml").pages
    assert page.url == "https://saved.example/guide"
    reading = read_page(page.content, page.url, header_charset=page.charset)
    assert reading.main_blocks()[0].text == "Repointing café walls"
    assert "joints = to twice" in reading.main_blocks()[1].text


def test_web_archives_in_a_zip_file() -> None:
    file = io.BytesIO()
    with zipfile.ZipFile(file, "w") as archive:
        archive.writestr("one.mht", saved())
        archive.writestr("two.html", HTML)
    one, two = read_archive(file.getvalue(), "pages.zip").pages
    assert one.url and "café" in one.content.decode() and not two.url


def test_a_web_archive_without_a_page_says_so() -> None:
    with pytest.raises(FileError):
        read_archive(
            b"MIME-Version: 1.0\nContent-Type: multipart/related; boundary=x\n\n--x\nContent-Type: image/png\n\nabc\n--x--\n", "x.mhtml"
        )
