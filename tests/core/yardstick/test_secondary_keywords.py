"""Secondary keywords: counted in part in placement, never more than their share."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decision, Decisions, decide
from fundament.core.errors import CoreError
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.points import PLACEMENT_POINTS, excess_use, excess_use_of_one, use_credit, use_credit_of_one
from fundament.core.scoring.score import score, why
from fundament.core.scoring.shown import in_tenths
from fundament.core.yardstick.model import ComparedPage, Settings, Yardstick
from fundament.core.yardstick.secondary_keywords import (
    IN_PART,
    MOST,
    TOGETHER,
    cleaned,
    credit_of,
    moved_share,
    secondary_key,
    secondary_keywords,
    secondary_rows,
    share_of_check,
)
from tests.conftest import KEYWORD
from tests.core.scoring.texts import MINE

FIVE = ("lime mortar mix ratio", "raking out joints", "repointing cost per square metre", "curing lime mortar", "how to point old brick")
FIFTY = tuple(
    f"{phrase} {more}".strip()
    for phrase in FIVE
    for more in ("", "uk", "guide", "old house", "diy", "tools", "sand", "winter", "price", "help")
)


@pytest.fixture(scope="module")
def with_keywords(articles: list[ComparedPage]) -> Callable[[tuple[str, ...]], CompiledYardstick]:
    made: dict[tuple[str, ...], CompiledYardstick] = {}

    def find(keywords: tuple[str, ...]) -> CompiledYardstick:
        if keywords not in made:
            made[keywords] = CompiledYardstick(decide(build_consensus(articles, KEYWORD, Settings(secondary_keywords=keywords))))
        return made[keywords]

    return find


@pytest.mark.parametrize("keywords", [(), FIVE, FIFTY], ids=["none", "five", "fifty"])
def test_the_points_of_placement_stay_what_they_are(
    with_keywords: Callable[[tuple[str, ...]], CompiledYardstick], keywords: tuple[str, ...]
) -> None:
    compiled = CompiledYardstick(replace(with_keywords(keywords).yardstick, substance=None))  # the sentences put in say little
    draft = read_draft("<h1>Repointing brick with lime mortar</h1>" + "".join(f"<p>{text}</p>" for text in MINE), language="en")
    result = score(draft, compiled)
    assert sum(part.max for part in result.parts) == pytest.approx(100.0, abs=0.01)
    assert result.total == pytest.approx(sum(item.points for item in why(result)), abs=1e-9)
    assert all(0.0 <= item.points <= item.max + 1e-9 for item in result.items)
    assert score(read_draft("", language="en"), compiled).total == 0.0
    # said in a sentence of their own they lower nothing, and bring their share of the place at most
    more = "".join(f"<p>People ask about {phrase} before they begin, and the answer depends on the wall.</p>" for phrase in keywords[:3])
    richer = score(
        read_draft("<h1>Repointing brick with lime mortar</h1>" + "".join(f"<p>{t}</p>" for t in MINE) + more, language="en"), compiled
    )
    placed = {item.key: item.points for item in richer.items_of("placement")}
    assert all(placed[item.key] >= item.points - 0.05 for item in result.items_of("placement"))


def test_competitors_are_asked_the_same(with_keywords: Callable[[tuple[str, ...]], CompiledYardstick]) -> None:
    compiled = with_keywords(FIVE)
    rows = secondary_rows(compiled.yardstick)
    assert [row.phrase for row in rows] == list(FIVE) and any(row.in_part or row.whole for row in rows)
    assert set(compiled.yardstick.page_scores) == set(with_keywords(()).yardstick.page_scores)
    assert compiled.yardstick.aim == pytest.approx(with_keywords(()).yardstick.aim, abs=3.0)


def test_a_competitor_is_scored_as_its_text_would_be_as_a_draft(
    with_keywords: Callable[[tuple[str, ...]], CompiledYardstick], articles: list[ComparedPage]
) -> None:
    """The share of each keyword in the page's stored figures is what its reading has."""
    compiled = with_keywords(FIVE)
    page = articles[0]
    features = draft_features(compiled, page.reading)
    consensus = build_consensus(articles, KEYWORD, Settings(secondary_keywords=FIVE))
    stored = next(c for c in consensus.competitors if c.url == page.reading.url)
    assert dict(stored.secondary) == {z: tuple(v.round(4).tolist()) for z, v in features.secondary.items()}


def test_long_texts_have_what_their_sections_have_in_the_mean(
    with_keywords: Callable[[tuple[str, ...]], CompiledYardstick], articles: list[ComparedPage]
) -> None:
    compiled = with_keywords(FIVE)
    reading = max(articles, key=lambda page: page.reading.word_count).reading
    long = draft_features(compiled, reading, planned_words=200).figures
    whole = draft_features(compiled, reading, planned_words=100_000).figures
    for zone in ("h2", "body"):
        sampled, full = long.best_secondary(zone), whole.best_secondary(zone)
        if sampled.size and full.size:
            assert (sampled <= full + 1e-6).all()


def test_shares_of_a_phrase() -> None:
    found = secondary_keywords(("lime mortar mix", "raking out"), "en")
    assert found.shares(["the", "dog"]) is None
    assert found.in_text("A lime mortar mix for brick", "en") == pytest.approx([1.0, 0.0])
    assert found.in_text("Mix the mortar with lime", "en") == pytest.approx([IN_PART, 0.0])
    assert found.in_text("Mortar", "en") == pytest.approx([IN_PART / 3, 0.0])


def test_what_is_typed_is_cleaned_and_bounded() -> None:
    assert cleaned(["  a  b ", "A b", "", "key word"], "Key  word") == ("a b",)
    with pytest.raises(CoreError):
        cleaned([f"phrase {number}" for number in range(MOST + 1)])
    assert share_of_check(0) == 0.0 and share_of_check(1) == 0.05 and share_of_check(50) == TOGETHER


@given(st.lists(st.floats(0, 40), min_size=1, max_size=8))
def test_shown_points_add_up(points: list[float]) -> None:
    shown = in_tenths(points)
    assert sum(shown) == pytest.approx(np.floor(10 * sum(points) + 0.5 + 1e-9) / 10, abs=1e-6)
    assert all(abs(a - b) < 0.1 + 1e-9 for a, b in zip(shown, points, strict=True))


@given(st.floats(0, 50), st.floats(1, 30))
def test_one_number_and_many_are_credited_alike(uses: float, bound: float) -> None:
    assert use_credit_of_one(bound, uses) == pytest.approx(float(use_credit(np.array([bound]), np.array([uses]))[0]))
    assert excess_use_of_one(bound, uses) == pytest.approx(float(excess_use(np.array([bound]), np.array([uses]))[0]))


def test_every_check_of_a_keyword_has_points() -> None:
    assert sum(PLACEMENT_POINTS.values()) == pytest.approx(10.0)
    assert Decisions().is_confirmed is False


def decided(articles: list[ComparedPage], **actions: str) -> Yardstick:
    """The yardstick of FIVE with decisions by place: first="dropped" and so on."""
    places = {"first": 0, "second": 1, "third": 2, "fourth": 3, "fifth": 4}
    consensus = build_consensus(articles, KEYWORD, Settings(secondary_keywords=FIVE))
    return decide(
        consensus, decisions=Decisions(by_key={secondary_key(FIVE[places[name]]): Decision(action) for name, action in actions.items()})
    )


def test_a_dropped_secondary_keyword_counts_nothing_and_moves_no_count(articles: list[ComparedPage]) -> None:
    plain, dropped = decided(articles), decided(articles, first="dropped")
    assert dropped.secondary_factors == (0.0, 1.0, 1.0, 1.0, 1.0) and plain.secondary_factors == ()
    assert [page.secondary for page in dropped.pages] == [page.secondary for page in plain.pages]
    ours = "".join(f"<p>{text}</p>" for text in MINE)
    with_it = read_draft(f"<h1>{FIVE[0]}</h1>{ours}<p>People ask about {FIVE[0]} before they begin.</p>", title=FIVE[0], language="en")
    scores = [score(with_it, c).total for c in (CompiledYardstick(plain), CompiledYardstick(dropped))]
    assert scores[1] < scores[0]


def test_what_must_be_answered_counts_more_than_what_may(articles: list[ComparedPage]) -> None:
    text = read_draft(f"<h1>Walls</h1><p>Here the words on {FIVE[0]} stand in one whole sentence of the text.</p>")
    found = {}
    for action in ("may", "kept", "must"):
        compiled = CompiledYardstick(decided(articles, first=action))
        wanted = compiled.secondary["body"]
        found[action] = credit_of(np.array([1.0, 0, 0, 0, 0]), wanted, compiled.secondary_factors)
        assert score(text, compiled).total <= 100
    assert found["may"] < found["kept"] < found["must"]


def test_all_dropped_is_as_if_there_were_none(articles: list[ComparedPage]) -> None:
    dropped = decided(articles, first="dropped", second="dropped", third="dropped", fourth="dropped", fifth="dropped")
    without = decide(build_consensus(articles, KEYWORD))
    assert dropped.page_scores == pytest.approx(without.page_scores)


def test_what_decisions_move_is_counted() -> None:
    assert moved_share(()) == 0 and moved_share((1.0, 1.0)) == 0
    assert 0 < moved_share((0.0, 1.0)) <= TOGETHER and moved_share((0.0,) * 50) == pytest.approx(TOGETHER)


def test_a_key_stands_whatever_the_spacing_and_capitals() -> None:
    assert secondary_key("  Lime   Mix ") == secondary_key("lime mix") != secondary_key("lime mixes")
