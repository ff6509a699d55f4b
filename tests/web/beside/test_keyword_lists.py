"""Keyword lists: made by hand, pasted, out of tables; sorted, filtered, and what is done with them."""

from __future__ import annotations

import io
import zlib
from dataclasses import replace
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from openpyxl import Workbook, load_workbook

from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.imports.models import RememberedColumns, TableImport
from fundament.web.imports.services import taking
from fundament.web.keywords.models import Keyword, KeywordList
from fundament.web.keywords.services import catalogue, lists
from fundament.web.keywords.services.seeing import Filter, keywords_of
from fundament.web.table_formats import FORMATS
from tests.web.conftest import member

LATIN = "Suchbegriff;Suchvolumen;CPC (EUR);Jan 2026;Feb 2026\nFugen sanieren;1.300;0,85;900;1.100\nKalkmörtel mischen;12.100;1,20;9;11\nKalkmörtel mischen;2;2;1;1\n;5;1;1;1\nzu hoch;viel;1;1;1\n".encode(
    "latin-1"
)


@pytest.fixture
def plain(actor: Actor) -> KeywordList:
    made = lists.create_list(actor, "Pointing")
    lists.add_phrases(actor, made.pk, "lime mortar mix\nhow to repoint a wall\n\nrepointing cost per metre\nLime  mortar mix\n")
    return made


def phrases(row: KeywordList, **asked: str) -> list[str]:
    return list(Filter.of(asked).apply(keywords_of(row)).values_list("phrase", flat=True))


def brought(actor: Actor, content: bytes, name: str = "keywords.csv", about: dict[str, Any] | None = None) -> TableImport:
    row = taking.offer(actor, "keywords", content, name, about)
    taking.look(row.pk)
    row.refresh_from_db()
    return row


def test_phrases_are_cleaned_once_each_and_questions_marked(plain: KeywordList) -> None:
    assert phrases(plain) == ["lime mortar mix", "how to repoint a wall", "repointing cost per metre"]
    assert phrases(plain, questions="1") == ["how to repoint a wall"]
    assert phrases(plain, words="4") == ["how to repoint a wall", "repointing cost per metre"]
    assert phrases(plain, contains="mortar MIX") == ["lime mortar mix"] and phrases(plain, without="mortar wall") == [
        "repointing cost per metre"
    ]
    assert Filter.of({"words": "many", "from": "1,000"}).wrong == ("words",)


def test_what_is_added_and_taken_off_is_undone(actor: Actor, plain: KeywordList) -> None:
    first = Keyword.objects.get(list=plain, phrase="lime mortar mix")
    lists.remove(actor, plain.pk, [first.pk])
    assert len(phrases(plain)) == 2
    assert lists.add_phrases(actor, plain.pk, "lime mortar mix\nraking out") == (2, 0)  # one comes back
    assert Keyword.objects.get(pk=first.pk).removed_at is None
    for expected in (2, 3):
        action = last_to_undo(actor, f"keywordlist:{plain.pk}")
        if action is not None:
            undo(actor, action.pk)
            assert len(phrases(plain)) in (2, expected)


def test_a_table_is_looked_at_before_anything_is_stored(actor: Actor) -> None:
    row = brought(actor, LATIN, "liste.csv")
    assert row.state == "offered" and not KeywordList.objects.exists()
    assert row.fields == {"0": "keyword", "1": "volume", "2": "cost", "3": "month", "4": "month"}
    assert (row.look["taken"], row.look["left_out"]) == (2, 3)
    taking.begin(actor, row.pk)
    taking.take(row.pk)
    row.refresh_from_db()
    made = KeywordList.objects.get()
    assert row.state == "done" and row.result == f"/keywords/{made.pk}/" and bytes(row.content) == b"" and made.name == "liste"
    keyword = Keyword.objects.get(phrase="Kalkmörtel mischen")
    assert (keyword.volume, keyword.cost, keyword.months) == (12_100, 1.2, {"2026-01": 9.0, "2026-02": 11.0})


def test_columns_put_right_by_hand_are_remembered(actor: Actor) -> None:
    content = b"Thing,Number of times\nlime mortar,20\nbrick dust,30\n"
    row = brought(actor, content)
    assert "volume" not in row.fields.values()
    taking.say_columns(actor, row.pk, {0: "keyword", 1: "volume"})
    taking.look(row.pk)
    row.refresh_from_db()
    assert row.fields == {"0": "keyword", "1": "volume"} and RememberedColumns.objects.count() == 1
    assert brought(actor, content.replace(b"20", b"40")).fields == {"0": "keyword", "1": "volume"}
    with pytest.raises(ApplicationError):
        taking.say_columns(actor, row.pk, {0: "keyword", 1: "keyword"})
    with pytest.raises(ApplicationError):
        taking.say_columns(actor, row.pk, {0: "password"})


@pytest.mark.parametrize(
    ("content", "code"),
    [
        (b"\x89PNG\r\n\x1a\n" + b"0" * 50, "file.no_table"), (b"%PDF-1.7", "file.no_table"), (b"PK\x03\x04broken", "file.broken_workbook"),
        (b"<html><body>a page</body></html>", "file.no_table"),
    ],
)  # fmt: skip
def test_what_is_no_table_says_so_and_stores_nothing(actor: Actor, content: bytes, code: str) -> None:
    row = brought(actor, content, "keywords.xlsx")
    assert row.state == "failed" and row.problem[0] == code and not KeywordList.objects.exists()


def test_a_workbook_with_a_hidden_sheet_and_serial_dates(actor: Actor) -> None:
    book = Workbook()
    sheet = book.active
    sheet.append(["Keyword report", None, None])
    sheet.append(["Keyword", "Search volume", "KD"])
    for row in (["lime mortar", 1200, 31], ["=1+1", 5, 2], ["pointing", "n/a", 101]):
        sheet.append(row)
    book.create_sheet("secret").sheet_state = "hidden"
    held = io.BytesIO()
    book.save(held)
    row = brought(actor, held.getvalue(), "k.xlsx")
    assert row.look["understood"]["headings_at"] == 1 and row.look["notes"][0][0] == "file.hidden_sheets"
    assert row.look["taken"] == 1 and {r["reason"][0] for r in row.look["reasons"]} <= {"row.lacks", "row.out_of_bounds"}


def test_a_table_is_put_on_a_list_and_knows_more_of_what_is_there(actor: Actor, plain: KeywordList) -> None:
    row = brought(actor, b"keyword\tvolume\nLime mortar mix\t500\nnew one\t20\n", about={"list": str(plain.pk)})
    taking.begin(actor, row.pk)
    taking.take(row.pk)
    assert phrases(plain)[:1] == ["lime mortar mix"] and len(phrases(plain)) == 4
    assert Keyword.objects.get(list=plain, key="lime mortar mix").volume == 500


def test_a_stopped_import_stores_nothing(actor: Actor) -> None:
    row = brought(actor, b"keyword\nlime mortar\nbrick wall\n")
    taking.begin(actor, row.pk)
    taking.stop(actor, row.pk)
    taking.take(row.pk)
    row.refresh_from_db()
    assert row.state == "stopped" and not KeywordList.objects.exists()
    with pytest.raises(ApplicationError):
        taking.stop(actor, row.pk) and taking.say_columns(actor, row.pk, {0: "keyword"})


def test_only_so_many_files_wait_and_another_workspace_sees_none(actor: Actor, plain: KeywordList) -> None:
    rows = [taking.offer(actor, "keywords", b"keyword\na b\n", f"{n}.csv") for n in range(taking.MOST_WAITING + 3)]
    assert TableImport.objects.count() == taking.MOST_WAITING
    from fundament.web.accounts.models import Workspace

    stranger = member(Workspace.objects.create(name="Elsewhere"), "eve", "owner")
    for attempt in (
        lambda: taking.import_for(stranger, rows[-1].pk), lambda: lists.list_for(stranger, plain.pk),
        lambda: taking.offer(stranger, "keywords", b"keyword\na b\n", "x.csv", {"list": str(plain.pk)}), lambda: lists.remove(stranger, plain.pk, [1]),
    ):  # fmt: skip
        with pytest.raises(NotFoundError):
            attempt()
    with pytest.raises(NotAllowedError):
        lists.create_list(member(actor.workspace, "wil", "writer"), "Mine")
    assert zlib.decompress(bytes(rows[-1].content)) == b"keyword\na b\n"


def test_the_screen_sorts_filters_exports_and_opens_a_study(signed_in: Client, actor: Actor, plain: KeywordList) -> None:
    lists.store(plain, [lists.Phrase("lime mortar mix", 500, {"2026-01": 5.0}, 12.0, 1.5, 0.3, "knowing"), lists.Phrase("=cmd|calc", 3)])
    page = signed_in.get(f"/keywords/{plain.pk}/", {"contains": "mortar"}).content.decode()
    assert "lime mortar mix" in page and "repointing cost" not in page and "1 fit what you ask for" in page
    csv = signed_in.get(f"/keywords/{plain.pk}/", {"sort": "-volume", "format": "csv"}).content.decode()
    assert csv.splitlines()[1].startswith("lime mortar mix,3,500") and "'=cmd|calc" in csv
    book = load_workbook(io.BytesIO(signed_in.get(f"/keywords/{plain.pk}/", {"format": "xlsx"}).content))
    cells = [cell for row in book.active.iter_rows() for cell in row]
    assert all(cell.data_type != "f" for cell in cells) and "=cmd|calc" in [cell.value for cell in cells]
    ticked = [str(k.pk) for k in keywords_of(plain)[:2]]
    answer = signed_in.post(f"/keywords/{plain.pk}/with/", {"keyword": ticked, "action": "study"})
    assert answer.status_code == 302 and answer["Location"].startswith("/studies/new/?keyword=lime+mortar+mix&secondary=how+to+repoint")
    form = signed_in.get(answer["Location"]).content.decode()
    assert 'value="lime mortar mix"' in form and "how to repoint a wall" in form
    made = signed_in.post(f"/keywords/{plain.pk}/with/", {"keyword": ticked, "action": "list"})
    assert made.status_code == 302 and KeywordList.objects.count() == 2
    assert signed_in.post(f"/keywords/{plain.pk}/with/", {"action": "study"}).status_code == 422
    signed_in.post(f"/keywords/{plain.pk}/with/", {"keyword": ticked, "action": "remove"})
    assert len(phrases(plain)) == 2


def test_the_whole_way_through_the_import_screen(signed_in: Client, actor: Actor) -> None:
    given = signed_in.post("/imports/new/", {"kind": "keywords", "file": SimpleUploadedFile("liste.csv", LATIN)})
    row = TableImport.objects.get()
    assert given["Location"] == f"/imports/{row.pk}/" and "being looked at" in signed_in.get(given["Location"]).content.decode()
    taking.look(row.pk)
    page = signed_in.get(given["Location"]).content.decode()
    assert "2 rows can be imported" in page and "“viel” is no number" in page and "Import 2 rows" in page
    signed_in.post(f"/imports/{row.pk}/columns/", {"column-0": "keyword"})
    taking.look(row.pk)
    signed_in.post(f"/imports/{row.pk}/take/")
    taking.take(row.pk)
    assert "Go on to what came of it" in signed_in.get(given["Location"]).content.decode()
    assert "liste.csv" in signed_in.get("/imports/").content.decode()
    pasted = signed_in.post("/keywords/new/", {"name": "Pasted", "phrases": "keyword\tvolume\na b\t3\nc d\t4\n"})
    assert pasted["Location"].startswith("/imports/")
    assert signed_in.post("/imports/new/", {"kind": "keywords"}).status_code == 422
    assert signed_in.post("/imports/new/", {"kind": "passwords", "file": SimpleUploadedFile("a.csv", b"a")}).status_code == 422


def test_a_list_from_a_seed_and_from_a_site(actor: Actor, signed_in: Client, outside: str) -> None:
    made = signed_in.post("/keywords/from-catalogue/", {"seed": "sash", "country": "gb", "language": "en"})
    row = KeywordList.objects.get()
    assert made["Location"] == f"/keywords/{row.pk}/" and "is being asked" in signed_in.get(made["Location"]).content.decode()
    catalogue.fill(row.pk)
    assert len(phrases(row)) > 100 and Keyword.objects.filter(list=row, is_question=True).exists()
    assert "searches a month together" in signed_in.get(made["Location"]).content.decode()
    site = catalogue.ask_catalogue(actor, "https://www.ravenscar-conservation.example/guides/", country="gb", language="en")
    catalogue.fill(site.pk)
    assert site.name == "ravenscar-conservation.example" and phrases(site)


def test_a_catalogue_that_cannot_be_reached_is_asked_again(actor: Actor, signed_in: Client, settings: Any, outside: str) -> None:
    there, settings.KEYWORDS_ADDRESS = settings.KEYWORDS_ADDRESS, "http://127.0.0.1:9"
    row = catalogue.ask_catalogue(actor, "sash", country="gb", language="en")
    catalogue.fill(row.pk)
    page = signed_in.get(f"/keywords/{row.pk}/").content.decode()
    assert "The keyword catalogue cannot be reached" in page and "Ask again" in page
    settings.KEYWORDS_ADDRESS = there
    assert signed_in.post(f"/keywords/{row.pk}/ask-again/").status_code == 302
    catalogue.fill(row.pk)
    assert phrases(row)
    settings.KEYWORDS_ADDRESS = ""
    assert "No catalogue is set up here" in signed_in.get("/keywords/").content.decode()
    with pytest.raises(ApplicationError):
        catalogue.ask_catalogue(actor, "  ", country="gb", language="en")


def test_a_workbook_is_written_up_to_a_bound(signed_in: Client, plain: KeywordList, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setitem(FORMATS, "xlsx", replace(FORMATS["xlsx"], most_rows=2))
    answer = signed_in.get(f"/keywords/{plain.pk}/", {"format": "xlsx"})
    assert answer.status_code == 422 and "Export them as CSV" in answer.content.decode()
    assert signed_in.get(f"/keywords/{plain.pk}/", {"format": "xlsx", "contains": "mortar"}).status_code == 200
