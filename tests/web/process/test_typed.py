"""One place reads what a form sends."""

from __future__ import annotations

from pathlib import Path

import pytest
from django.test import RequestFactory

import fundament.web
from fundament.web.typed import all_typed, fields_typed, has_field, number_typed, numbers_typed, one_line, storable, ticked, typed

WEB = Path(fundament.web.__file__).parent
BESIDE = {"studies/results/result_views.py": 1}  # the form of a new study is Django's own, and takes all of it


def test_nobody_else_reads_what_a_form_sends_or_takes_out_what_no_column_holds() -> None:
    readers = {}
    for path in WEB.rglob("*.py"):
        source = path.read_text(encoding="utf-8")
        name = path.relative_to(WEB).as_posix()
        if name not in ("typed.py", "table_formats.py"):  # the latter writes workbooks and CSV
            readers[name] = source.count("request.POST") + source.count('replace("\\x00"')
    assert {name: count for name, count in readers.items() if count} == BESIDE


@pytest.mark.parametrize(("sent", "storable_text"), [("a\x00b", "ab"), ("a\ud800b", "a?b"), ("ä €", "ä €")])
def test_what_no_column_holds_is_taken_out(sent: str, storable_text: str) -> None:
    assert storable(sent) == storable_text


def test_fields_come_as_text_ticks_and_numbers() -> None:
    request = RequestFactory().post(
        "/", {"name": "  Lime \n mortar\x00 ", "away": "yes", "kept": "no", "study": "12", "key": ["3", "x", "4", "5"], "empty": ""}
    )
    assert one_line(typed(request, "name")) == "Lime mortar" and typed(request, "name", 6) == "  Lime"
    assert ticked(request, "away") and not ticked(request, "kept") and not ticked(request, "none")
    assert number_typed(request, "study") == 12 and number_typed(request, "away") is None
    assert numbers_typed(request, "key", 3) == [3, 4] and all_typed(request, "key", 1, 2) == ["3", "x"]
    assert has_field(request, "empty") and not has_field(request, "none") and dict(fields_typed(request))["study"] == "12"
