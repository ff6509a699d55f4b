"""The trade's measures, the C-value, and the keyword by zone."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from sklearn.feature_extraction.text import TfidfTransformer

from fundament.core.reading.read_draft import read_draft
from fundament.core.yardstick.keyword_zones import ZONES, keyword_uses, zone_advice, zone_ranges
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.ranges import robust_range
from fundament.core.yardstick.structure import is_question
from fundament.core.yardstick.term_finding.c_value import c_values
from fundament.core.yardstick.trade_measures import LONGEST, measure_tables, trade_measures
from fundament.messages import say

tables = st.integers(2, 8).flatmap(lambda rows: st.lists(st.lists(st.integers(0, 9), min_size=4, max_size=4), min_size=rows, max_size=rows))


@given(tables)
def test_tf_idf_is_scikit_learns(counts: list[list[int]]) -> None:
    table = np.array(counts, dtype=float)
    found = measure_tables(table, np.full(len(table), 100.0))["tf_idf"]
    assert found == pytest.approx(TfidfTransformer().fit_transform(table).toarray(), abs=1e-9)


@given(tables)
def test_measures_rise_with_uses_and_are_nothing_without(counts: list[list[int]]) -> None:
    table = np.array(counts, dtype=float)
    found = measure_tables(table, np.full(len(table), 100.0))
    for name in ("wdf_idf", "bm25"):
        assert (found[name] >= 0).all()
        assert (found[name][table == 0] == 0).all()
        for column in range(table.shape[1]):
            order = np.argsort(table[:, column], kind="stable")
            assert (np.diff(found[name][order, column]) >= -1e-12).all()


def test_wdf_idf_by_hand() -> None:
    found = measure_tables(np.array([[3.0], [0.0]]), np.array([64.0, 64.0]))["wdf_idf"]
    assert found[0, 0] == pytest.approx(np.log2(4) / np.log2(64) * np.log10(1 + 2 / 1))


def test_measures_of_the_yardstick_with_and_without_a_text(yardstick: Yardstick) -> None:
    plain = trade_measures(yardstick)
    beside = trade_measures(yardstick, [1.0] * len(yardstick.terms), 400)
    assert {m.words for m in plain} <= set(range(1, LONGEST + 1))
    assert all(value.own is None for m in plain for value in m.measures.values())
    assert all(value.own is not None and value.own > 0 for m in beside for value in m.measures.values())
    # a text beside them does not move the competitors' figures
    assert [m.measures["bm25"].mean for m in plain] == [m.measures["bm25"].mean for m in beside]


def test_c_value_takes_off_uses_inside_longer_phrases() -> None:
    values = c_values({("lime", "putty", "mortar"): 4, ("lime", "putty"): 4, ("putty",): 6})
    assert values[("lime", "putty", "mortar")] == 8.0
    assert values[("lime", "putty")] == 0.0  # never used by itself
    assert values[("putty",)] == pytest.approx(6 - (4 + 4) / 2)


def test_the_keyword_is_counted_by_zone() -> None:
    draft = read_draft(
        "<h1>Lime mortar</h1><h2>Mortar of lime</h2><p>We use <b>lime mortar</b> here and lime mortar there. The mortar is soft.</p>"
        '<p><a href="/x">a lime mortar page</a> <img src="/i.png" alt="a tub of lime mortar"></p>',
        title="All about lime mortar",
    )
    uses = keyword_uses(draft, "lime mortar", "en")
    assert set(uses) == set(ZONES)
    assert uses["title"] == (1, 0) and uses["h1"] == (1, 0) and uses["h2"] == (0, 1)
    assert uses["body"] == (3, 1)
    assert uses["alt"] == uses["anchor"] == uses["emphasis"] == (1, 0)
    assert uses["description"] == (0, 0)


def test_advice_brings_a_count_into_the_middle_half() -> None:
    wanted = robust_range([2.0, 3.0, 4.0, 5.0])
    assert say(zone_advice(0, wanted)) == "add 3"
    assert say(zone_advice(4, wanted)) == "leave"
    assert say(zone_advice(9, wanted)) == "remove 5"


def test_zone_ranges_of_the_demo(yardstick: Yardstick) -> None:
    ranges = zone_ranges(yardstick)
    assert set(ranges) == set(ZONES)
    assert ranges["body"][1].median > 0


@pytest.mark.parametrize(
    ("heading", "asks"),
    [
        ("What is lime mortar?", True), ("What is lime mortar", True), ("How long does it take", True), ("Can I use cement", True),
        ("Which sand should I buy", True), ("Was ist Kalk?", True), ("How to repoint a wall", False), ("What you need", False), ("What it costs", False),
        ("Do not use cement", False), ("What cement would do", False), ("What lime does that cement cannot", False), ("Wie man Kalk mischt", False),
    ],
)  # fmt: skip
def test_a_heading_asks_with_a_mark_or_as_only_a_question_begins(heading: str, asks: bool) -> None:
    assert is_question(heading) is asks
