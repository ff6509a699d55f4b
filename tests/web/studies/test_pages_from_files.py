"""Studies from archives, saved pages and tables of results, without asking anybody."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from warcio.statusandheaders import StatusAndHeaders
from warcio.warcwriter import WARCWriter

from fundament.web.accounts.roles import Actor
from fundament.web.imports.models import TableImport
from fundament.web.imports.services import taking
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import PageFile, Study
from fundament.web.studies.results.opening import open_study
from fundament.web.studies.results.reading import read_study
from standins.makes import render
from standins.sheets import Sheet

MARKET = {"country": "gb", "language": "en", "device": "desktop", "depth": 20}


@pytest.fixture
def alone(settings: Any) -> None:
    """Nothing outside is set up."""
    settings.RESULTS_ADDRESS = settings.PAGE_PROXY = ""


@pytest.fixture
def pages(sheets: list[Sheet]) -> list[tuple[str, bytes]]:
    return [(s.address, render(s).encode()) for s in sheets if s.get("kind") == "article"][:6]


def warc_of(pages: Sequence[tuple[str, bytes]], *, gzip: bool = True) -> bytes:
    held = io.BytesIO()
    writer = WARCWriter(held, gzip=gzip)
    for url, body in pages:
        headers = StatusAndHeaders("200 OK", [("Content-Type", "text/html; charset=utf-8")], protocol="HTTP/1.1")
        writer.write_record(writer.create_warc_record(url, "response", payload=io.BytesIO(body), http_headers=headers))
    missing = StatusAndHeaders("404 Not Found", [("Content-Type", "text/html")], protocol="HTTP/1.1")
    writer.write_record(
        writer.create_warc_record("https://gone.example/", "response", payload=io.BytesIO(b"<p>gone"), http_headers=missing)
    )
    return held.getvalue()


def zip_of(files: dict[str, bytes]) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return held.getvalue()


def study_of(actor: Actor, *files: tuple[str, bytes]) -> Study:
    study = open_study(actor, keyword="repointing brick with lime mortar", files=files, now=True, **MARKET)
    study.refresh_from_db()
    return study


def test_a_web_archive_becomes_a_study(actor: Actor, alone: None, pages: list[tuple[str, bytes]]) -> None:
    study = study_of(actor, ("crawl.warc.gz", warc_of(pages)))
    assert study.state == "ready" and [r.url for r in study.results.all()] == [url for url, _ in pages]
    compiled = compiled_of(study.pk)
    assert compiled is not None and len(compiled.yardstick.pages) == 6
    ranking = study.rankings.get()
    assert ranking.source == "files" and ranking.notes[0][0] == "file.passed_over" and not PageFile.objects.exists()
    read_study(study.pk)  # safe to run again
    assert study.results.count() == 6


def test_what_is_cut_or_compressed_as_a_whole_keeps_what_can_be_read(actor: Actor, alone: None, pages: list[tuple[str, bytes]]) -> None:
    import gzip

    cut = warc_of(pages)[:-900]
    study = study_of(actor, ("cut.warc.gz", cut))
    assert study.results.count() >= 5 and study.state == "ready"
    whole = study_of(actor, ("whole.warc.gz", gzip.compress(warc_of(pages, gzip=False))))
    assert whole.results.count() == 6


def test_saved_pages_have_the_order_of_their_names_or_of_a_list(actor: Actor, alone: None, pages: list[tuple[str, bytes]]) -> None:
    files = {f"page {n}.html": body for n, (_, body) in enumerate(pages, 8)}
    files["../../etc/page 99.html"] = pages[0][1]
    study = study_of(actor, ("saved.zip", zip_of(files)))
    assert [r.rank for r in study.results.all()] == list(range(1, study.results.count() + 1))
    assert study.results.first().url == pages[0][0]  # by its canonical address
    listed = "rank,url,file\n2,https://second.example/,page 8.html\n1,https://first.example/,page 9.html\n3,https://third.example/,nothing.html\nx,,\n"
    again = study_of(actor, ("saved.zip", zip_of({**files, "results.csv": listed.encode()})))
    assert [r.url for r in again.results.all()] == ["https://first.example/", "https://second.example/"]
    assert {note[0] for note in again.rankings.get().notes} == {"file.listed_not_there", "file.listed_wrong"}


def test_single_pages_without_an_address_can_be_compared(
    actor: Actor, alone: None, signed_in: Client, pages: list[tuple[str, bytes]]
) -> None:
    import re

    bare = [re.sub(rb"<link[^>]*canonical[^>]*>", b"", body) for _, body in pages]
    answer = signed_in.post("/studies/new/", {
        "keyword": "repointing brick with lime mortar", **{**MARKET, "depth": "20"},
        "pages": [SimpleUploadedFile(f"{n}.html", body) for n, body in enumerate(bare)],
    })  # fmt: skip
    study = Study.objects.order_by("-pk").first()
    assert study is not None and answer["Location"] == f"/studies/{study.pk}/"
    read_study(study.pk)
    study.refresh_from_db()
    assert study.state == "ready" and study.results.first().url == "upload:0.html"
    page = signed_in.get(f"/studies/{study.pk}/").content.decode()
    assert "upload:0.html" in page and 'href="upload:' not in page


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("bomb.zip", zip_of({"a.html": b"<html>" + b"\x00" * 320_000_000}), "larger than 300 MB"), ("notes.txt", b"just words", "no archive of pages"),
        ("broken.zip", b"PK\x03\x04 no", "damaged"), ("empty.zip", zip_of({"readme.txt": b"x"}), "no page"),
    ],
)  # fmt: skip
def test_a_file_without_pages_says_why(actor: Actor, alone: None, name: str, content: bytes, words: str) -> None:
    from fundament.core.message import Message
    from fundament.messages import say

    study = study_of(actor, (name, content))
    assert study.state == "failed" and words in say(Message(*study.problem))


def test_a_table_of_results_becomes_a_study(actor: Actor, signed_in: Client, outside: str, sheets: list[Sheet]) -> None:
    rows = [s.address for s in sheets if s.get("kind") == "article"][:5]
    table = (
        "Ergebnisse für „Fugen“\nPosition;Titel;Adresse\n"
        + "".join(f"{9 - n};Über {n};{url}\n" for n, url in enumerate(rows))
        + "1;keine;\n1;doppelt;"
        + rows[0]
    )
    answer = signed_in.post("/studies/new/", {
        "keyword": "repointing brick", "secondary": "lime mortar mix\nraking out", **{**MARKET, "depth": "20"},
        "table": SimpleUploadedFile("r.csv", table.encode("cp1252")),
    })  # fmt: skip
    row = TableImport.objects.get()
    assert answer["Location"] == f"/imports/{row.pk}/" and row.kind == "results"
    taking.look(row.pk)
    row.refresh_from_db()
    assert row.fields == {"0": "rank", "1": "title", "2": "url"} and (row.look["taken"], row.look["left_out"]) == (5, 2)
    assert "become a study of “repointing brick”" in signed_in.get(answer["Location"]).content.decode()
    taking.begin(actor, row.pk)
    taking.take(row.pk)
    row.refresh_from_db()
    study = Study.objects.get(keyword="repointing brick")
    assert row.result == f"/studies/{study.pk}/" and study.addresses == rows[::-1]
    assert list(study.secondary_keywords.values_list("phrase", flat=True)) == ["lime mortar mix", "raking out"]
    refused = signed_in.post(
        "/studies/new/", {"keyword": "", **{**MARKET, "depth": "20"}, "table": SimpleUploadedFile("r.csv", b"url\nhttps://a.example/")}
    )
    assert refused.status_code == 422


def test_an_address_that_is_none_is_not_taken_for_one(actor: Actor, alone: None, pages: list[tuple[str, bytes]]) -> None:
    listed = "rank,url,file\n1,javascript:alert(1),a.html\n2,file:///etc/passwd,b.html\n"
    bare = b"<html><body><h1>Lime</h1>" + b"<p>Rake out the joints and pack them with lime mortar in thin layers.</p>" * 30
    study = study_of(actor, ("z.zip", zip_of({"a.html": bare, "b.html": bare + b"<p>More of it.</p>", "results.csv": listed.encode()})))
    assert [r.url for r in study.results.all()] == ["upload:a.html", "upload:b.html"]


def test_a_page_of_link_tags_takes_no_time() -> None:
    from fundament.files.pages import address_in

    assert address_in(b"<link rel=canonical " * 12_000) == ""
    assert address_in(b'<LINK href="https://a.example/x" REL="canonical">') == "https://a.example/x"
