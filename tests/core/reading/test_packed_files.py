"""Files packed again and again, in thousands of pieces, or with more in them than one sees."""

from __future__ import annotations

import gzip
import io

import pytest
from PIL import Image

from fundament.files import sitemaps
from fundament.files.archives import MOST_RECORDS, Archive, members_of
from fundament.files.errors import FileError
from fundament.files.pictures import remade
from fundament.files.sitemaps import read_sitemap

LIST = b"https://a.example/one\nhttps://a.example/two\n"


def packed(content: bytes, times: int) -> bytes:
    for _ in range(times):
        content = gzip.compress(content, mtime=0)
    return content


@pytest.mark.parametrize("times", [1, 2, sitemaps.MOST_PACKINGS - 1])
def test_a_sitemap_packed_a_few_times_is_read(times: int) -> None:
    assert [page.url for page in read_sitemap(packed(LIST, times)).pages] == ["https://a.example/one", "https://a.example/two"]


def test_a_sitemap_packed_a_thousand_times_is_refused_with_a_sentence() -> None:
    with pytest.raises(FileError):
        read_sitemap(packed(LIST, 1_500))


def test_all_that_is_unpacked_on_the_way_counts(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sitemaps, "MOST_BYTES", 1_000)
    with pytest.raises(FileError):
        read_sitemap(packed(b"https://a.example/" + b"x" * 5_000, 2))


def test_many_pieces_of_an_archive_are_read_without_a_copy_of_what_follows(monkeypatch: pytest.MonkeyPatch) -> None:
    copied = [0]

    class Seen(bytes):
        def __getitem__(self, place: object) -> object:  # type: ignore[override]
            if isinstance(place, slice):
                copied[0] += 1
            return super().__getitem__(place)  # type: ignore[index]

    piece = gzip.compress(b"WARC/1.0\r\n", mtime=0)
    content = Seen(piece * 5_000)
    assert sum(1 for _ in members_of(content, Archive())) == 5_000
    assert copied[0] == 0
    found = Archive()
    empty = gzip.compress(b"", mtime=0)
    assert not list(members_of(empty * (MOST_RECORDS + 10), found)) and len(found.notes) == 1


def test_pieces_of_every_size_come_out_as_they_went_in() -> None:
    parts = [bytes([65 + n % 26]) * size for n, size in enumerate((1, 1_023, 1_024, 1_025, 70_000, 3, 300_000, 2))]
    found = Archive()
    assert list(members_of(b"".join(gzip.compress(part, mtime=0) for part in parts), found)) == parts and not found.notes
    cut = b"".join(gzip.compress(part, mtime=0) for part in parts)[:-5]
    assert list(members_of(cut, found))[:-1] == parts[:-1] and found.notes


@pytest.mark.parametrize("form", ["JPEG", "PNG", "WEBP"])
def test_what_a_picture_says_beside_its_pixels_is_gone(form: str) -> None:
    held = io.BytesIO()
    image = Image.new("RGB", (20, 20), "red")
    if form == "JPEG":
        exif = Image.Exif()
        exif[0x010E] = "a secret in the description"
        image.save(held, form, comment=b"a secret comment", exif=exif)
    elif form == "PNG":
        from PIL.PngImagePlugin import PngInfo

        text = PngInfo()
        text.add_text("Comment", "a secret comment")
        image.save(held, form, pnginfo=text)
    else:
        image.save(held, form, exif=b"Exif\x00\x00a secret", xmp=b"<x>a secret</x>")
    assert b"secret" in held.getvalue()
    made = remade(held.getvalue())
    assert b"secret" not in made.content and not {"comment", "exif", "Comment", "xmp"} & set(Image.open(io.BytesIO(made.content)).info)
