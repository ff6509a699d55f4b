"""Every text as if it had the planned length: the exact means against trying all choices of sections."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.coverage import levels_of, text_shares
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.measured.length import Distribution, any_of, best_of, counts_by_section, cut_into_sections, share_of
from fundament.core.scoring.measured.text_figures import Figures, Sections, figures_at
from fundament.core.scoring.points import points_of
from fundament.core.scoring.score import score
from fundament.core.yardstick.model import ComparedPage
from tests.helpers import examples

shares = st.floats(0.05, 1.0)


def choices(sections: int, share: float) -> list[tuple[tuple[bool, ...], float]]:
    """Every choice of sections with its probability."""
    return [
        (chosen, float(np.prod([share if taken else 1.0 - share for taken in chosen])))
        for chosen in itertools.product((False, True), repeat=sections)
    ]


@settings(max_examples=examples(60), deadline=None)
@given(st.lists(st.integers(0, 5), min_size=1, max_size=8), shares)
def test_the_mean_credit_is_that_over_all_choices(uses: list[int], share: float) -> None:
    def credit(numbers: np.ndarray) -> np.ndarray:
        return np.minimum(1.0, numbers / 7.0) ** 0.7

    rows = [np.array([[3, count]], dtype=np.int32) if count else np.zeros((0, 2), dtype=np.int32) for count in uses]
    counts = counts_by_section(rows, np.arange(len(uses), dtype=np.int32), 10)
    found = Distribution.of(counts, share).mean_at(3, credit)
    wanted = sum(
        p * float(credit(np.array([sum(u for u, taken in zip(uses, chosen, strict=True) if taken)]))[0])
        for chosen, p in choices(len(uses), share)
    )
    assert found == pytest.approx(wanted, abs=1e-9)


@settings(max_examples=25, deadline=None)
@given(st.lists(st.tuples(st.integers(0, 2), st.floats(0.2, 1.0), st.floats(0.1, 1.0)), min_size=1, max_size=7), shares)
def test_the_best_passage_is_that_over_all_choices(passages: list[tuple[int, float, float]], share: float) -> None:
    rows = np.array([(subtopic, value, kept, 60.0) for subtopic, value, kept in passages], dtype=np.float32)
    levels = levels_of(rows[:, 1])
    order = np.lexsort((-rows[:, 2] * levels, rows[:, 0]))
    found = text_shares(rows[order], share, np.ones(3))  # one word is enough
    worth = levels * rows[:, 2]
    for subtopic in range(3):
        wanted = sum(
            p * max([w for w, s, taken in zip(worth, rows[:, 0], chosen, strict=True) if taken and s == subtopic], default=0.0)
            for chosen, p in choices(len(passages), share)
        )
        assert found[subtopic] == pytest.approx(wanted, abs=1e-6)


@given(st.lists(st.floats(0.0, 1.0), min_size=1, max_size=6), shares)
@settings(max_examples=examples(40), deadline=None)
def test_the_best_of_some_is_that_over_all_choices(values: list[float], share: float) -> None:
    wanted = sum(
        p * max((v for v, taken in zip(values, chosen, strict=True) if taken), default=0.0) for chosen, p in choices(len(values), share)
    )
    assert best_of(np.array(values), share) == pytest.approx(wanted, abs=1e-9)
    assert any_of(np.array([float(len(values))]), share)[0] == pytest.approx(1.0 - (1.0 - share) ** len(values))


def test_a_text_no_longer_than_planned_is_the_same_in_sections_and_as_one(
    compiled: CompiledYardstick, articles: list[ComparedPage]
) -> None:
    for page in articles:
        features = draft_features(compiled, page.reading, planned_words=10_000)
        text = Sections.of(features.blocks, features.earning, features.headings, compiled.telling, features.factors)
        apart = Figures.by_section(compiled.row, text, features.structure["words"], 10_000, features.factors)
        kept = figures_at(apart.pack(), 10_000)
        wanted = points_of(compiled, features)
        for figures, apart_by in (
            (apart, 1e-6),
            (kept, 0.4),
        ):  # similarities are kept to a ten-thousandth, so that one may reach a bound or not
            object.__setattr__(features, "figures", figures)
            assert points_of(compiled, features).total == pytest.approx(wanted.total, abs=apart_by)


def test_a_heading_begins_a_section_and_a_long_one_is_cut(compiled: CompiledYardstick) -> None:
    words = "We looked at the old wall in the garden for a while before lunch. " * 5
    html = f"<h2>One</h2><h3>Under it</h3><p>{words}</p><p>{words}</p><h2>Two</h2><p>{words}</p>"
    blocks = draft_features(compiled, read_draft(html, language="en")).blocks
    assert cut_into_sections(blocks).tolist() == [0, 0, 0, 1, 2, 2]


def test_writing_the_same_at_greater_length_gains_nothing(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    """A text of twice the planned length is measured at the planned one: less than all of it, and it says so."""
    page = max(articles, key=lambda article: article.reading.word_count).reading
    half = page.word_count // 2
    whole = draft_features(compiled, page)
    planned = draft_features(compiled, page, planned_words=half)
    assert whole.share == share_of(page.word_count, compiled.planned_words) and planned.share == pytest.approx(half / page.word_count)
    assert points_of(compiled, planned).total <= points_of(compiled, whole).total + 1e-6
    notes = {note.code for note in score(page, compiled).notes}
    assert ("score.measured_as" in notes) == (page.word_count > compiled.planned_words)
