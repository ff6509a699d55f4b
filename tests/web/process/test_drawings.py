"""The drawings: what they show is also said in words, and nothing they are given can break out of them."""

from __future__ import annotations

import csv
import io
import itertools
import re
import zipfile

import pytest
from django.template import Context, Template
from django.test import RequestFactory

from fundament.core.checks import checks
from fundament.core.scoring.model import STATES
from fundament.core.yardstick.ranges import robust_range
from fundament.web.drafts.desk.panels import verdict
from fundament.web.drawings.aim_lengths import aim_lengths
from fundament.web.drawings.core_sample import Layer, core_sample
from fundament.web.drawings.marks_on_scale import marks_on_scale
from fundament.web.drawings.range_strip import Tick, range_strip
from fundament.web.drawings.states import state_mark
from fundament.web.drawings.tags import aim_words, check_name, figure, middle_half
from fundament.web.table_formats import FORMATS
from fundament.web.tables import Column, table_of

HOSTILE = '"><script>alert(1)</script>'


def test_a_range_strip_says_its_numbers_and_stays_inside_its_width() -> None:
    drawn = str(range_strip(2, 4, 6, 8, 20, 30, unit="uses", width=100))
    assert "30; least 2, usual range 4 to 8, median 6, most 20 uses" in drawn
    assert "strip-above" in drawn
    places = [float(x) for x in re.findall(r'x[12]?="([\d.]+)"', drawn)]
    assert places and all(0 <= x <= 100 for x in places)


@pytest.mark.parametrize(("ours", "state"), [(1, "below"), (5, "within"), (9, "above")])
def test_our_mark_is_told_by_its_place(ours: float, state: str) -> None:
    assert f"strip-{state}" in str(range_strip(0, 4, 6, 8, 20, ours))


def test_marks_stand_on_one_scale_and_say_their_numbers() -> None:
    drawn = str(marks_on_scale(1.0, 2.0, 4.0, 4.0))
    places = [float(x) for x in re.findall(r'(?:x1="|x="|d="M)([\d.]+)', drawn)]
    mean, first, ours = (
        float(re.findall(r'strip-median" x1="([\d.]+)', drawn)[0]),
        float(re.findall(r'scale-first" x="([\d.]+)', drawn)[0]),
        float(re.findall(r"d=.M([\d.]+)", drawn)[0]),
    )
    assert mean < first < ours and max(places) <= 300 and "our text 4.000" in drawn
    assert "scale-ours" not in str(marks_on_scale(1.0, 2.0, None, 4.0)) and "nan" not in str(marks_on_scale(0.0, 0.0, 0.0, 0.0))


def test_every_competitor_is_a_tick_with_a_name_and_a_way() -> None:
    ticks = [Tick(5.0, HOSTILE, "/studies/1/results/2/"), Tick(900.0, "giant.example", "/x/")]
    drawn = str(range_strip(0, 4, 6, 8, 20, ticks=ticks))
    assert drawn.count("<a ") == 2 and "<script>" not in drawn and "giant.example: 900" in drawn
    assert drawn.count("strip-beyond") == 1 and drawn.count("strip-tick") == 1  # what is beyond the scale is an arrow at its end


def test_states_are_told_by_shape_and_by_word() -> None:
    marks = {name: str(state_mark(name)) for name in STATES}
    shapes = {re.sub(r'(class|aria-label|title)="[^"]*"|<title>.*?</title>', "", mark) for mark in marks.values()}
    assert len(shapes) == len(STATES)
    assert all(name in mark for name, mark in marks.items())


def test_numbers_are_set_as_people_read_them() -> None:
    assert [figure(v) for v in (0, 3.25, 19.9, 20.4, 1118)] == ["0", "3.2", "19.9", "20", "1,118"]
    assert middle_half(robust_range([2, 2, 2, 2])) == "2"
    assert middle_half(robust_range([1, 2, 3, 4])) == "2 to 3"  # counts are whole
    assert middle_half(robust_range([1, 2, 3, 4]), True) == "1.8 to 3.2"
    assert [figure(v, False) for v in (0, 0.5, 7.75, 1118)] == ["0", "1", "8", "1,118"]
    assert not [check for check in checks() if check_name(check).startswith("check.")]


def test_the_tags_render_in_a_template() -> None:
    template = Template('{% range_of range 3 "words" 64 %}{{ range|middle_half }}')
    drawn = template.render(Context({"range": robust_range([1, 2, 3, 4])}))
    assert 'width="64"' in drawn and drawn.endswith("2 to 3")


ROWS = [{"n": 2, "name": "b"}, {"n": 1, "name": "a"}, {"n": 3, "name": "c"}]
COLUMNS = (
    Column("name", lambda r: r["name"], number=False),
    Column("n", lambda r: r["n"]),
    Column("even", lambda r: r["n"] % 2 == 0, shown=False),
)


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
    text = FORMATS["csv"].file("x", ("a", "b"), [("=1+1", "@x"), ("-3", "plain")]).content.decode("utf-8-sig")
    assert text.splitlines()[1:] == ["'=1+1,'@x", "'-3,plain"]


def test_cells_that_hide_a_formula_are_quoted_too() -> None:
    hidden = ["\n=1+1", "\uff1d1+1", "  @x", "\uff0b3", "\x00=1"]
    rows = list(csv.reader(io.StringIO(FORMATS["csv"].file("x", ("a",), [(cell,) for cell in hidden]).content.decode("utf-8-sig"))))[1:]
    assert all(cell.startswith("'") for (cell,) in rows)


def test_text_that_looks_like_a_sign_by_its_number_stays_as_it_is_in_a_workbook() -> None:
    content = FORMATS["xlsx"].file("x", ("a",), [("a_x000D_b",)]).content
    with zipfile.ZipFile(io.BytesIO(content)) as book:
        written = b"".join(book.read(name) for name in book.namelist() if name.endswith(("sheet1.xml", "sharedStrings.xml")))
    assert b"a_x005F_x000D_b" in written  # ECMA-376, part 1, 22.9.2.19: what looks like an escaped sign has its first one escaped


def test_a_column_is_heading_cell_sort_and_export_in_one() -> None:
    column = Column("weight", lambda r: r["n"], lambda r: f"{r['n']:.1f}", {"low": lambda r: r["n"], "high": lambda r: 2 * r["n"]})
    table = table_of(RequestFactory().get("/"), ROWS, (*COLUMNS, column), first="weight", text=lambda r: r["name"])
    assert table.headings()[-1]["label"] == "Weight" and "Share of 100" in table.headings()[-1]["help"]
    assert [cells.rpartition('<td class="number">')[2] for _, cells in table.drawn_lines()] == ["3.0</td>", "2.0</td>", "1.0</td>"]
    assert table.drawn_lines()[0][1].count("</td>") == 3  # what is only exported is not shown
    rows = FORMATS["csv"].file("x", *table.exports()).content.decode("utf-8-sig").splitlines()
    assert rows == ["name,n,even,low,high", "c,3,no,3,6", "b,2,yes,2,4", "a,1,no,1,2"]


@pytest.mark.parametrize(
    ("page", "names"), [("1", "cb"), ("2", "a"), ("99", "a"), ("x", "cb"), ("-1", "cb"), ("²", "cb"), ("9" * 400, "cb")]
)
def test_a_long_table_goes_on_page_by_page_and_is_exported_whole(page: str, names: str) -> None:
    table = table_of(RequestFactory().get("/", {"page": page}), ROWS, COLUMNS, first="n", text=lambda r: r["name"], per_page=2)
    assert "".join(row["name"] for row in table.rows) == names and table.pages == 2
    assert FORMATS["csv"].file("x", *table.exports()).content.count(b"\n") == 4


@pytest.mark.parametrize("search", ["\x00", "a\x00b", "\ud83d", "x" * 500])
def test_any_search_is_one_that_can_be_looked_for(search: str) -> None:
    from fundament.web.tables import cleaned_search

    found = cleaned_search(RequestFactory().get("/", {"search": search.encode("utf-8", "surrogatepass").decode("utf-8", "replace")}))
    assert len(found) <= 100 and "\x00" not in found


def test_the_aim_is_said_as_firm_as_it_is() -> None:
    assert aim_words({"aim": 67.6, "enough": 80.0}) == "aim 68"
    assert aim_words({"aim": 55.2, "enough": 60.4, "is_aim_firm": False}) == "aim 55 to 60"
    assert aim_words({"aim": 0.0, "enough": 0.0, "is_aim_firm": False}) == "no aim"
    assert "no aim" in verdict(40, 0, 0, is_firm=False)
    assert "nothing is called enough" in verdict(58, 55, 60, is_firm=False) and "Above" in verdict(70, 55, 60, is_firm=False)
    assert verdict(50, 55, 60, is_firm=False) == "5 points below the few competitors, who have 55 to 60."
    assert verdict(70, 68, 80).startswith("Enough") and verdict(60, 68, 80) == "8 points below the aim of 68."


def test_the_aim_by_length_says_its_numbers() -> None:
    drawn = str(aim_lengths([(500, 51.4, 64.0), (600, 52.0, 66.0), (1_000, 63.6, 84.2), (2_000, 57.0, 76.0)], 1_050))
    assert 'aria-label="Aim by planned length. 500 words: 51; 600 words: 52; 1,000 words: 64; 2,000 words: 57"' in drawn
    assert ">600<" not in drawn and ">1,000<" in drawn  # numbers that would overlap are left out


def test_what_was_proposed_stands_beside_the_aim() -> None:
    noted = {"aim": 55.2, "enough": 70.0, "as_proposed": {"total": 48.2, "aim": 57.4}}
    assert aim_words(noted) == "aim 55; without your decisions 48, aim 57"
    assert aim_words({**noted, "as_proposed": None}) == "aim 55"


LAYERS = [
    Layer("terms", 20.0, 40.0),
    Layer("entities", 5.0, 20.0),
    Layer("subtopics", 0.0, 20.0),
    Layer("structure", 10.0, 10.0),
    Layer("placement", 6.0, 10.0),
]


def bodies(drawn: str) -> list[tuple[str, str, float, float]]:
    """(earned or lacking, layer, bottom, top) of each piece, in points."""
    found = re.findall(
        r'core-layer core-(\w+)" data-layer="(\w+)".*?class="core-body" x="0.5" y="([\d.]+)" width="[\d.]+" height="([\d.]+)"', drawn
    )
    return [(kind, name, 100 - float(y) - float(height), 100 - float(y)) for kind, name, y, height in found]


def test_the_solid_core_ends_at_the_score_and_the_lacking_parts_stand_above_in_the_same_order() -> None:
    drawn = core_sample(LAYERS, total=41.0, aim=60.0, height=100)
    found = bodies(str(drawn))
    solid = [piece for piece in found if piece[0] == "earned"]
    lacking = [piece for piece in found if piece[0] == "lacking"]
    assert [name for _, name, _, _ in solid] == ["terms", "entities", "structure", "placement"]
    assert [name for _, name, _, _ in lacking] == ["terms", "entities", "subtopics", "placement"]
    assert solid[0][2] == pytest.approx(0, abs=0.2) and solid[-1][3] == pytest.approx(41.0, abs=0.2)
    assert lacking[0][2] == pytest.approx(41.0, abs=0.2) and lacking[-1][3] == pytest.approx(100.0, abs=0.2)
    assert all(low[3] == pytest.approx(high[2], abs=0.2) for low, high in itertools.pairwise(found))  # nothing between two layers


def test_layers_are_told_apart_by_pattern_and_open_their_panel() -> None:
    drawn = str(core_sample(LAYERS, total=41.0, opens=True))
    for name in ("terms", "entities", "structure", "placement"):
        assert f'fill="url(#pattern-{name})"' in drawn and f'data-panel="{name}"' in drawn
    assert 'data-panel="subtopics"' in drawn  # an empty layer opens too
    assert "data-panel" not in str(core_sample(LAYERS, total=41.0))
    assert "Score 41.0 of 100; no aim" in drawn and "No score yet" in str(core_sample(LAYERS, total=None))


def test_cells_are_drawn_safe_and_as_their_column_says() -> None:
    columns = (
        Column("name", lambda row: row["name"], number=False, heads_row=True),
        Column("score", lambda row: row["score"], wraps=False, narrow=False),
    )
    table = table_of(RequestFactory().get("/"), [{"name": HOSTILE, "score": 3}], columns, first="name", text=lambda row: row["name"])
    ((_, cells),) = table.drawn_lines()
    assert "<script>" not in cells and cells.startswith('<th scope="row" class="">') and "</th>" in cells
    assert cells.endswith('<td class="number nowrap wide-only">3</td>')
