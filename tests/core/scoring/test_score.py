"""The properties of the score, each on many made drafts."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.edits.next_edits import next_edits
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.aim import ABOVE_BEST
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score, score_features, why
from fundament.core.yardstick.model import ComparedPage, Consensus
from gold.measures import DUMPS, dump_of, with_more
from gold.natural import SENTENCES as NATURAL
from gold.natural import naturally
from gold.yardsticks import yardstick_of
from tests.conftest import KEYWORD
from tests.core.reading.without_page import without_page
from tests.helpers import examples

SENTENCES = (
    "The old mortar of this wall was lime and it has served for a century.",
    "Rake out the joints with a plugging chisel before you begin with anything else.",
    "We had tea afterwards and talked about the garden.",
    "Damp hessian keeps the sun and the wind off the new work for a week.",
    "Cement is too hard for a brick that was fired in a clamp.",
    "Ask the conservation officer if the building is listed.",
    "A mix of NHL 3.5 and sharp sand is right for most walls.",
    "Nobody knows why the dog likes to sit on the scaffold.",
)
HEADINGS = ("Raking out", "What it costs", "Our garden", "Curing and aftercare", "Which sand?", "How long does it take?")

paragraphs = st.lists(st.sampled_from(SENTENCES), min_size=1, max_size=6).map(lambda s: f"<p>{' '.join(s)}</p>")
headings = st.sampled_from(HEADINGS).map(lambda h: f"<h2>{h}</h2>")
drafts = st.builds(
    lambda title, blocks: read_draft("".join(blocks), title=title),
    st.sampled_from(("", "Repointing brick with lime mortar", "A title about something else")),
    st.lists(st.one_of(paragraphs, headings), max_size=10),
)
many = settings(max_examples=examples(40), deadline=None)


@many
@given(drafts)
def test_1_the_parts_add_up_and_every_point_has_a_source(compiled: CompiledYardstick, draft: Reading) -> None:
    result = score(draft, compiled)
    assert result.total == pytest.approx(sum(part.points for part in result.parts), abs=1e-9)
    assert result.total == pytest.approx(sum(item.points for item in why(result)), abs=1e-9)
    assert sum(part.max for part in result.parts) == pytest.approx(100.0, abs=0.01)
    assert 0.0 <= result.total <= 100.0
    for item in result.items:
        assert item.points <= item.max + 1e-9
        assert item.reason


@pytest.mark.parametrize("count", [3, 4, 7, 99])
def test_2_a_competitor_is_scored_against_the_others(articles: list[ComparedPage], count: int, monkeypatch: pytest.MonkeyPatch) -> None:
    # a page's substance is told without its own words, and by what is usual on all pages; `without_page` has no way to tell it
    monkeypatch.setattr("fundament.core.scoring.measured.substance.has_substance", lambda _: False)
    pages = articles[:count]
    built = yardstick_of(pages, KEYWORD)
    assert set(built.page_scores) == {summary.url for summary in built.pages}
    for page in pages:
        url = page.reading.url
        if url in built.page_scores:
            rest = without_page(built, url)
            assert url not in {summary.url for summary in rest.pages}
            unblamed = draft_features(CompiledYardstick(rest), page.reading, Exemptions(own_pages=frozenset(range(count))))
            assert built.page_scores[url] == pytest.approx(score_features(CompiledYardstick(rest), unblamed).total, abs=0.05)
            assert built.page_scores[url] != pytest.approx(score(page.reading, built).total, abs=0.01)


@many
@given(drafts, st.integers(0, 60))
def test_3_a_natural_use_of_a_missing_term_never_lowers_it(without_substance: CompiledYardstick, draft: Reading, choice: int) -> None:
    compiled = without_substance
    before = score(draft, compiled)
    absent = [item for item in before.items_of("terms") if item.state == "absent"]
    if not absent or draft_features(compiled, draft).variety < 1.0:
        return  # of sentences that repeat one pattern, one that was copied may be seen as the pattern instead: docs/quality.md
    term = absent[choice % len(absent)]
    after = score(with_more(draft, naturally([term.subject])), compiled)
    assert after.total >= before.total - 1e-9


def test_3_uses_above_the_range_add_nothing_then_slowly_cost(without_substance: CompiledYardstick) -> None:
    compiled = without_substance
    about = "".join(f"<p>{text}</p>" for text in SENTENCES)
    before = score(read_draft(about, language="en"), compiled).items_of("terms")
    number, term = next(
        (n, t)
        for n, t in enumerate(compiled.yardstick.terms)
        if before[n].state == "absent" and not t.head and t.low > 1 and t.ceiling < 15
    )

    def points(uses: int) -> float:
        draft = read_draft(f"<h1>{compiled.yardstick.keyword}</h1>{about}{naturally([term.name] * uses)}", language="en")
        return score(draft, compiled).items_of("terms")[number].points

    rising = [points(n) for n in range(term.low + 1)]
    assert rising == sorted(rising) and rising[0] == 0
    assert points(term.low) == points(term.high) == points(term.ceiling)
    assert points(term.ceiling) > points(term.ceiling * 2) >= 0.8 * points(term.ceiling)


@settings(max_examples=examples(60), deadline=None)
@given(drafts, st.lists(st.integers(0, 200), min_size=5, max_size=len(NATURAL), unique=True), st.sampled_from(DUMPS))
def test_4_a_dump_gains_at_most_a_tenth(without_substance: CompiledYardstick, draft: Reading, choices: list[int], shape: str) -> None:
    compiled = without_substance
    before = score(draft, compiled)
    absent = [item.subject for item in before.items_of("terms") if item.state == "absent"]
    names = list(dict.fromkeys(absent[choice % len(absent)] for choice in choices))
    if len(names) < 5:
        return
    honest = score(with_more(draft, naturally(names)), compiled).total - before.total
    dumped = score(with_more(draft, dump_of(shape, names)), compiled).total - before.total
    assert dumped <= 0.1 * honest, (dumped, honest, names)


@settings(max_examples=6, deadline=None)
@given(st.sets(st.integers(0, 12), min_size=7, max_size=12))
def test_7_the_aim_is_the_upper_quartile_and_enough_a_little_above_the_best(articles: list[ComparedPage], chosen: set[int]) -> None:
    pages = [articles[n % len(articles)] for n in sorted(chosen)]
    yardstick = yardstick_of(pages, KEYWORD)
    scores = sorted(yardstick.page_scores.values())
    assert len(scores) == len(yardstick.pages)
    assert yardstick.aim == pytest.approx(float(np.percentile(scores, 75)), abs=0.01)
    assert yardstick.aim <= scores[-1] < yardstick.enough and yardstick.is_aim_firm
    assert yardstick.enough == pytest.approx(min(100.0, scores[-1] + ABOVE_BEST), abs=0.01)


@pytest.fixture(scope="module")
def of_six(articles: list[ComparedPage]) -> Consensus:
    return build_consensus(articles[:6], KEYWORD)


@settings(max_examples=15, deadline=None)
@given(st.integers(150, 6_000), st.integers(150, 6_000))
def test_targets_follow_the_length_planned_and_not_the_length_now(of_six: Consensus, one: int, other: int) -> None:
    short, long = (decide(of_six, decisions=Decisions(planned_words=words)) for words in sorted((one, other)))
    later = {term.phrases: term for term in long.terms}
    for term in short.terms:
        assert term.low <= later[term.phrases].low and term.high <= later[term.phrases].high


def test_an_empty_draft_scores_and_says_what_to_do(compiled: CompiledYardstick) -> None:
    empty = read_draft("")
    assert score(empty, compiled).total == 0
    assert {"use_term", "head_subtopic", "title"} <= {edit.finding.check for edit in next_edits(empty, compiled)}


def test_a_name_without_its_context_is_only_mentioned(compiled: CompiledYardstick) -> None:
    entity = next(e for e in compiled.yardstick.entities if e.name == "hessian")
    alone = read_draft("<p>My cat has a bed that is made of hessian and she likes it.</p>")
    meant = read_draft("<p>Cover the new work with damp hessian and mist it until the mortar has cured.</p>")
    states = [
        next(i.state for i in score(d, compiled).items_of("entities") if i.subject == entity.name) for d in (read_draft(""), alone, meant)
    ]
    assert states == ["absent", "only mentioned", "recognised"]


def test_a_section_moves_a_subtopic_from_absent_to_headed(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())

    def state(html: str) -> str:
        return next(i.state for i in score(read_draft(html), compiled).items_of("subtopics") if i.subject == label)

    text = "<p>Take out the old mortar with a plugging chisel to twice the height of the joint. Brush the dust out of the joints. Leave the back of the joint square.</p>"
    assert state("<p>We had tea afterwards.</p>") == "absent"
    assert state(text) == "covered"
    assert state(f"<h2>How to rake out the joints</h2>{text}") == "headed"


@pytest.mark.parametrize("count", [1, 2, 3, 4])
def test_few_competitors_have_an_interval_or_no_aim(articles: list[ComparedPage], count: int) -> None:
    yardstick = yardstick_of(articles[:count], KEYWORD)
    scores = yardstick.page_scores.values()
    assert not yardstick.is_aim_firm
    assert (yardstick.aim, yardstick.enough) == ((min(scores), max(scores)) if count >= 3 else (0.0, 0.0))
