"""Identities survive what happens to a study: other pages, other lemmas, groups that join and split."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decision, Decisions, decide
from fundament.core.consensus.identity import Known, match
from fundament.core.consensus.keys import Keys, Proposed, heading_member, proposals, proposed_keys
from fundament.core.yardstick.model import ComparedPage
from tests.conftest import KEYWORD

PAGES = ("https://a.example/", "https://b.example/", "https://c.example/", "https://d.example/")


def subtopic(*headings: tuple[int, str]) -> Proposed:
    return Proposed("subtopics", headings[0][1], frozenset(heading_member(PAGES[page], text) for page, text in headings))


def known(key: str, thing: Proposed, pages: tuple[str, ...] = PAGES) -> Known:
    return Known(key, thing.kind, thing.members, frozenset(pages))


def test_a_subtopic_is_the_same_without_one_of_its_pages_and_with_another() -> None:
    before = subtopic((0, "Raking out"), (1, "Rake out the joints"), (2, "1. Taking out the old mortar"))
    after = subtopic((1, "Rake out the joints"), (2, "Taking out the old mortar"), (3, "How to rake"))
    assert match([known("s", before, PAGES[:3])], [after], PAGES[1:]).keys == ("s",)


def test_a_subtopic_whose_pages_are_gone_is_lost_and_comes_back() -> None:
    one, other = subtopic((0, "Raking out"), (1, "Rake")), subtopic((2, "Sand"), (3, "Which sand"))
    kept = [known("rake", one), known("sand", other)]
    without = match(kept, [other], PAGES[2:])
    assert without.keys == ("sand",) and without.lost == ("rake",)
    assert match(kept, [one, other], PAGES).keys == ("rake", "sand")


def test_the_little_that_is_left_decides_only_where_it_is_all_of_the_proposed_one() -> None:
    before = subtopic((0, "Which sand"), (1, "Grading"), (2, "What to mix in"))
    alone = subtopic((2, "What to mix in"), (3, "Tools"))
    with_another = subtopic((2, "What to mix in"), (2, "Tools"), (3, "Buckets"))
    assert match([known("s", before, PAGES[:3])], [alone], PAGES[2:]).keys == ("s",)
    assert match([known("s", before, PAGES[:3])], [with_another], PAGES[2:]).lost == ("s",)


def test_two_that_join_keep_the_larger_ones_key_and_the_other_is_named() -> None:
    large = subtopic((0, "Sand"), (1, "The sand"), (2, "Which sand"))
    small = subtopic((0, "Grading"), (3, "Grading of sand"))
    both = Proposed("subtopics", "Sand", large.members | small.members)
    found = match([known("large", large), known("small", small)], [both], PAGES)
    assert found.keys == ("large",) and found.joined == {"small": "large"} and not found.lost


def test_one_that_splits_stays_with_the_larger_part() -> None:
    whole = subtopic((0, "Sand"), (1, "The sand"), (2, "Which sand"), (3, "Lime"))
    parts = [
        subtopic(
            (3, "Lime"),
        ),
        subtopic((0, "Sand"), (1, "The sand"), (2, "Which sand")),
    ]
    found = match([known("whole", whole)], parts, PAGES)
    assert found.keys[1] == "whole" and found.keys[0] in found.new


def test_one_shared_heading_among_many_is_no_agreement() -> None:
    before = subtopic((0, "Cost"), (1, "Prices"), (2, "What it costs"))
    after = Proposed("subtopics", "Time", subtopic((0, "Time"), (1, "How long"), (2, "What it costs"), (3, "Days")).members)
    found = match([known("cost", before)], [after], PAGES)
    assert found.keys[0] != "cost" and found.lost == ("cost",)


def test_a_mended_lemma_is_found_by_the_written_form() -> None:
    before = Known("t", "terms", frozenset(["lemmas repoint", "written repointing"]))
    assert match([before], [Proposed("terms", "repointing", frozenset(["lemmas repointing", "written repointing"]))], ()).keys == ("t",)


@given(st.lists(st.sets(st.integers(0, 30), min_size=1, max_size=6), min_size=1, max_size=12))
def test_every_thing_has_a_key_of_its_own_and_the_same_input_the_same_keys(groups: list[set[int]]) -> None:
    things = [Proposed("terms", str(n), frozenset(f"lemmas {member}" for member in group)) for n, group in enumerate(groups)]
    first = match([], things, ())
    assert len(set(first.keys)) == len(things) == len(first.new)
    again = match([Known(key, "terms", thing.members) for key, thing in zip(first.keys, things, strict=True)], things, ())
    assert set(again.keys) >= {key for key, thing in zip(first.keys, things, strict=True) if things.count(thing) == 1 and key in again.keys}
    assert match([], things, ()) == first


def test_decisions_move_weights_and_the_competitors_with_them(articles: list[ComparedPage]) -> None:
    consensus = build_consensus(articles, KEYWORD)
    keys = proposed_keys(consensus)
    assert len({*keys.terms, *keys.entities, *keys.subtopics}) == len(proposals(consensus))
    plain = decide(consensus, keys)
    heavy = plain.terms[0]
    dropped = decide(consensus, keys, Decisions(by_key={heavy.key: Decision("dropped")}))
    weights = {term.key: term.weight for term in dropped.terms}
    assert weights[heavy.key] == 0 and abs(sum(weights.values()) - 100) < 1e-6
    assert dropped.page_scores != plain.page_scores and dropped.aim != plain.aim
    must = decide(consensus, keys, Decisions(by_key={plain.subtopics[3].key: Decision("must")}))
    before, after = ({s.key: s.weight for s in y.subtopics} for y in (plain, must))
    raised = after[plain.subtopics[3].key] / after[plain.subtopics[0].key]
    assert abs(raised - 1.5 * before[plain.subtopics[3].key] / before[plain.subtopics[0].key]) < 1e-9
    own = decide(consensus, keys, Decisions(by_key={heavy.key: Decision("own target", (2, 3))}))
    term = next(t for t in own.terms if t.key == heavy.key)
    assert (term.low, term.high) == (2, 3) and term.weight == heavy.weight
    assert decide(consensus, keys, Decisions(by_key={"t-gone": Decision("dropped")})) == plain


def test_planned_length_is_decided_and_not_found(articles: list[ComparedPage]) -> None:
    consensus = build_consensus(articles, KEYWORD)
    long = decide(consensus, decisions=Decisions(planned_words=3_000))
    assert long.planned_words == 3_000 and decide(consensus).planned_words < 1_500
    assert sum(t.low for t in long.terms) > sum(t.low for t in decide(consensus).terms)


def test_keys_from_outside_are_taken(articles: list[ComparedPage]) -> None:
    consensus = build_consensus(articles[:5], KEYWORD)
    keys = Keys(*(tuple(f"{kind}{n}" for n in range(len(getattr(consensus, kind)))) for kind in ("terms", "entities", "subtopics")))
    found = decide(consensus, keys)
    assert {term.key for term in found.terms} == set(keys.terms)
