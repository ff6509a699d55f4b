"""The drawings: what they show is also said in words, and nothing they are given can break out of them."""

from __future__ import annotations

import re

import pytest
from django.template import Context, Template
from django.test import RequestFactory

from fundament.core.edits.model import EDIT_KINDS
from fundament.core.scoring.model import STATES
from fundament.core.yardstick.ranges import robust_range
from fundament.web.drawings.curve import Line, curve
from fundament.web.drawings.range_strip import range_strip
from fundament.web.drawings.states import state_mark
from fundament.web.drawings.tags import edit_kind, figure, middle_half
from fundament.web.tables import Column, csv_response, table_of

HOSTILE = '"><script>alert(1)</script>'


def test_a_range_strip_says_its_numbers_and_stays_inside_its_width() -> None:
    drawn = str(range_strip(2, 4, 6, 8, 20, 30, unit="uses", width=100))
    assert "30; least 2, middle half 4 to 8, median 6, most 20 uses" in drawn
    assert "strip-above" in drawn
    places = [float(x) for x in re.findall(r'x[12]?="([\d.]+)"', drawn)]
    assert places and all(0 <= x <= 100 for x in places)


@pytest.mark.parametrize(("ours", "state"), [(1, "below"), (5, "within"), (9, "above")])
def test_our_mark_is_told_by_its_place(ours: float, state: str) -> None:
    assert f"strip-{state}" in str(range_strip(0, 4, 6, 8, 20, ours))


def test_a_curve_has_one_line_per_series_and_escapes_what_it_is_given() -> None:
    lines = [Line(HOSTILE, [3.0, 1.0], "mean"), Line("first", [2.0, 2.0], "first"), Line("ours", [0.0, 4.0], "own")]
    drawn = str(curve(lines, [HOSTILE, "sand"], label="WDF*IDF"))
    assert drawn.count("<polyline") == 2 and drawn.count("<circle") == 2
    assert "<script>" not in drawn
    heights = [float(y) for y in re.findall(r'cy="([\d.]+)"', drawn)]
    assert heights[0] > heights[1]  # more is higher


@pytest.mark.parametrize("values", [[], [0.0], [0.0, 0.0]])
def test_a_curve_of_nothing_is_drawn_flat(values: list[float]) -> None:
    assert "nan" not in str(curve([Line("mean", values, "mean")], ["a"] * len(values), label="BM25"))


def test_states_are_told_by_shape_and_by_word() -> None:
    marks = {name: str(state_mark(name)) for name in STATES}
    shapes = {re.sub(r'(class|aria-label|title)="[^"]*"|<title>.*?</title>', "", mark) for mark in marks.values()}
    assert len(shapes) == len(STATES)
    assert all(name in mark for name, mark in marks.items())


def test_numbers_are_set_as_people_read_them() -> None:
    assert [figure(v) for v in (0, 3.25, 19.9, 20.4, 1118)] == ["0", "3.2", "19.9", "20", "1,118"]
    assert middle_half(robust_range([2, 2, 2, 2])) == "2"
    assert middle_half(robust_range([1, 2, 3, 4])) == "1.8 to 3.2"
    assert all(edit_kind(kind) for kind in EDIT_KINDS)


def test_the_tags_render_in_a_template() -> None:
    template = Template('{% range_of range 3 "words" 64 %}{{ range|middle_half }}')
    drawn = template.render(Context({"range": robust_range([1, 2, 3, 4])}))
    assert 'width="64"' in drawn and drawn.endswith("1.8 to 3.2")


ROWS = [{"n": 2, "name": "b"}, {"n": 1, "name": "a"}, {"n": 3, "name": "c"}]
COLUMNS = (Column("name", "Name", lambda r: r["name"], number=False), Column("n", "Number", lambda r: r["n"]))


@pytest.mark.parametrize(
    ("query", "names"),
    [
        ("", "cba"),
        ("sort=name", "abc"),
        ("sort=-name", "cba"),
        ("sort=n", "abc"),
        ("sort=<script>", "cba"),
        ("search=B", "b"),
        ("search=zz", ""),
    ],
)
def test_tables_sort_and_search_as_the_address_asks(query: str, names: str) -> None:
    table = table_of(RequestFactory().get(f"/?{query}"), ROWS, COLUMNS, first="n", text=lambda r: r["name"])
    assert "".join(row["name"] for row in table.rows) == names
    assert table.total == 3


def test_further_choices_are_kept_when_a_table_is_sorted_or_exported() -> None:
    table = table_of(RequestFactory().get("/?draft=7&other=x"), ROWS, COLUMNS, first="n", text=lambda r: r["name"], keep=("draft",))
    assert all("draft=7" in cell["query"] and "other" not in cell["query"] for cell in table.headings())
    assert "draft=7" in table.query


def test_cells_that_a_spreadsheet_would_run_are_quoted() -> None:
    text = csv_response("x", ("a", "b"), [("=1+1", "@x"), ("-3", "plain")]).content.decode("utf-8-sig")
    assert text.splitlines()[1:] == ["'=1+1,'@x", "'-3,plain"]
