"""What people add to a consensus, and how far decisions may go."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.consensus.added import AddedEntity, Additions, Join, KeptSubtopic, OwnTerm, Split
from fundament.core.consensus.additions import applicable, check_entity, check_split, check_term, keys_with, with_additions
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decision, Decisions, aims_by_length, decide
from fundament.core.consensus.keys import heading_member, proposed_keys
from fundament.core.consensus.moved import MOST_MOVED
from fundament.core.errors import CoreError
from fundament.core.plain import from_plain, to_plain
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.competitor_features import recounted
from fundament.core.scoring.score import score
from fundament.core.yardstick.added_weights import ADDED_SHARE, with_added
from fundament.core.yardstick.model import ComparedPage, Consensus, Yardstick
from tests.conftest import KEYWORD
from tests.core.scoring.texts import MINE
from tests.helpers import raises_saying

DRAFT = read_draft("<h1>Repointing brick with lime mortar</h1>" + "".join(f"<p>{text}</p>" for text in MINE), language="en")


@pytest.fixture(scope="module")
def consensus(articles: list[ComparedPage]) -> Consensus:
    return build_consensus(articles, KEYWORD)


def test_counting_again_what_did_not_change_changes_nothing(consensus: Consensus, articles: list[ComparedPage]) -> None:
    assert recounted(consensus, articles, consensus) == consensus.competitors
    assert with_additions(consensus, articles, Additions()) is consensus


def test_own_terms_are_counted_on_the_pages_and_weigh_a_tenth_at_most(consensus: Consensus, articles: list[ComparedPage]) -> None:
    few = Additions(terms=(OwnTerm("plugging chisel blade"), OwnTerm("garden gnome"), OwnTerm("old house", ("old houses",))))
    found = with_additions(consensus, articles, few)
    own = {term.name: term for term in found.terms if term.own}
    assert sum(own["old house"].counts) > 0 and sum(own["garden gnome"].counts) == 0
    assert own["garden gnome"].weight == pytest.approx(float(np.median([t.weight for t in found.terms if not t.own])), rel=0.02)
    many = with_additions(consensus, articles, Additions(terms=tuple(OwnTerm(f"gnome number {n}") for n in range(150))))
    assert sum(term.weight for term in many.terms if term.own) == pytest.approx(100 * ADDED_SHARE, abs=0.01)
    assert sum(term.weight for term in many.terms) == pytest.approx(100.0, abs=0.01)
    for yardstick in (decide(found), decide(many)):
        assert sum(term.weight for term in yardstick.terms) == pytest.approx(100.0, abs=0.01)
        target = next(term for term in yardstick.terms if term.own and not sum(term.counts))
        assert (target.low, target.high) == (1, 1)
    assert from_plain(Consensus, to_plain(found)) == found


def test_a_longer_own_term_takes_its_uses_from_the_shorter_one_in_it(consensus: Consensus, articles: list[ComparedPage]) -> None:
    shorter = next(term for term in consensus.terms if term.name == "cement")
    found = with_additions(consensus, articles, Additions(terms=(OwnTerm("hard cement"),)))
    longer = next(term for term in found.terms if term.own)
    assert sum(longer.counts) > 0
    assert sum(next(t for t in found.terms if t.name == "cement").counts) < sum(shorter.counts)


def test_an_added_entity_has_its_context_from_the_pages(consensus: Consensus, articles: list[ComparedPage]) -> None:
    known = next(entity for entity in consensus.entities if entity.pages > 3)
    name = next(term.name for term in consensus.terms if not {p for e in consensus.entities for p in e.phrases} & set(term.phrases))
    found = with_additions(consensus, articles, Additions(entities=(AddedEntity(name, "thing"), AddedEntity("Aunt Mabel"))))
    own = {entity.name: entity for entity in found.entities if entity.own}
    assert own[name].pages and own[name].context and not own["Aunt Mabel"].pages
    assert next(e for e in found.entities if e.name == known.name).context == known.context
    columns = np.array([entity.salience for entity in found.entities]).sum(axis=0)
    assert columns == pytest.approx(np.ones(len(consensus.pages)), abs=0.01)


def test_joined_subtopics_are_one_and_what_is_split_stands_by_itself(consensus: Consensus, articles: list[ComparedPage]) -> None:
    keys = proposed_keys(consensus)
    first, second = consensus.subtopics[:2]
    goes = [heading_member(h.url, h.text) for h in first.headings[:2]]
    joined = Additions(joins=(Join("subtopics", (0, 1)),))
    one = with_additions(consensus, articles, joined)
    assert one.subtopics[0].headings == first.headings + second.headings and len(one.subtopics) == len(consensus.subtopics) - 1
    assert keys_with(keys, joined).subtopics == (keys.subtopics[0], *keys.subtopics[2:])
    parted = Additions(splits=(Split("subtopics", 0, tuple(goes), "Part of it", "s-part"),))
    two = with_additions(consensus, articles, parted)
    assert two.subtopics[-1].label == "Part of it" and two.subtopics[-1].headings == first.headings[:2]
    assert keys_with(keys, parted).subtopics[-1] == "s-part"
    assert sum(subtopic.weight for subtopic in two.subtopics) == pytest.approx(100.0, abs=0.01)
    back = with_additions(two, articles, Additions(joins=(Join("subtopics", (0, len(two.subtopics) - 1)),)))
    assert set(back.subtopics[0].headings) == set(first.headings)
    assert decide(back).aim == pytest.approx(decide(consensus).aim, abs=0.1)


def test_joined_and_split_terms_and_entities(consensus: Consensus, articles: list[ComparedPage]) -> None:
    terms = with_additions(consensus, articles, Additions(joins=(Join("terms", (0, 5)), Join("entities", (1, 2, 3)))))
    assert set(terms.terms[0].phrases) == {*consensus.terms[0].phrases, *consensus.terms[5].phrases}
    assert sum(terms.terms[0].counts) <= sum(consensus.terms[0].counts) + sum(consensus.terms[5].counts)
    assert len(terms.entities) == len(consensus.entities) - 2
    number = next(n for n, term in enumerate(terms.terms) if len(term.phrases) > 1)
    phrase = terms.terms[number].phrases[-1]
    apart = with_additions(terms, articles, Additions(splits=(Split("terms", number, (f"lemmas {' '.join(phrase)}",)),)))
    assert apart.terms[-1].phrases == (phrase,) and phrase not in apart.terms[number].phrases


def test_what_is_kept_weighs_as_little_as_the_lightest(consensus: Consensus, articles: list[ComparedPage]) -> None:
    kept = Additions(
        terms=(OwnTerm("gnome", phrases=(("gnome",),), kept=True),),
        subtopics=(KeptSubtopic("Gnomes", (("https://gone.example/", "Gnomes in the garden"),)),),
    )
    found = with_additions(consensus, articles, kept)
    assert found.terms[-1].weight == pytest.approx(min(t.weight for t in found.terms[:-1]), rel=0.01)
    assert found.subtopics[-1].weight == pytest.approx(min(s.weight for s in found.subtopics[:-1]), rel=0.01)
    headed = read_draft("<h2>Gnomes in the garden</h2>" + "".join(f"<p>{text}</p>" for text in MINE), language="en")
    item = next(i for i in score(headed, decide(found)).items_of("subtopics") if i.subject == "Gnomes")
    assert item.state == "headed"


def test_what_cannot_be_added_is_said_or_left_out(consensus: Consensus, articles: list[ComparedPage]) -> None:
    with raises_saying(CoreError, "at least one of which says something"):
        check_term(consensus, "the")
    with raises_saying(CoreError, "one to 8 words"):
        check_term(consensus, "a term of a good many more words than anybody would ever look for")
    with raises_saying(CoreError, "is there already, as the term"):
        check_term(consensus, "Lime mortars")
    with raises_saying(CoreError, "is no name"):
        check_entity(consensus, "...")
    with raises_saying(CoreError, "a part has to go"):
        check_split(consensus, Split("subtopics", 0, ("nothing of it",)))
    odd = Additions(
        terms=(OwnTerm("lime mortar"), OwnTerm("...")),
        joins=(Join("terms", (0, 9_999)), Join("subtopics", (3,)), Join("entities", ())),
        splits=(Split("subtopics", 0, ()), Split("entities", 9_999, ("lemmas x",))),
    )
    assert applicable(consensus, odd).is_empty
    assert with_additions(consensus, articles, odd) is consensus


@given(st.lists(st.floats(0.01, 50.0), min_size=1, max_size=40), st.data())
def test_added_weights_stay_within_their_share(values: list[float], data: st.DataObject) -> None:
    weights = np.array(values)
    added = np.array(data.draw(st.lists(st.booleans(), min_size=len(values), max_size=len(values))))
    kept = np.array(data.draw(st.lists(st.booleans(), min_size=len(values), max_size=len(values)))) & ~added
    found = with_added(weights, added, kept)
    if (~(added | kept)).any():
        assert found[added].sum() <= ADDED_SHARE * found.sum() + 1e-9
        assert (found[~(added | kept)] == weights[~(added | kept)]).all()
        assert (found[kept] <= found[~(added | kept)].min()).all()


def _ways_round(yardstick: Yardstick) -> st.SearchStrategy[dict[str, Decision]]:
    keys = [thing.key for thing in (*yardstick.terms, *yardstick.entities, *yardstick.subtopics)]
    ways = st.one_of(
        st.sampled_from([Decision("dropped"), Decision("must"), Decision("may")]),
        st.tuples(st.integers(0, 60), st.integers(0, 40)).map(lambda uses: Decision("own target", (uses[0], uses[0] + uses[1]))),
    )
    return st.dictionaries(st.sampled_from(keys), ways, max_size=len(keys))


@settings(max_examples=15, deadline=None)
@given(st.data())
def test_no_decision_makes_a_poor_text_enough_unconfirmed(consensus: Consensus, yardstick: Yardstick, data: st.DataObject) -> None:
    plain = score(DRAFT, yardstick)
    assert plain.total < plain.aim  # it is poor
    decisions = data.draw(_ways_round(yardstick))
    decided = decide(consensus, decisions=Decisions(by_key=decisions))
    result = score(DRAFT, decided)
    assert result.total < result.aim or not result.may_be_enough or decided.moved <= MOST_MOVED
    if decided.moved > MOST_MOVED:
        assert result.as_proposed is not None and result.as_proposed.total == pytest.approx(plain.total, abs=0.01)
        assert result.as_proposed.aim == pytest.approx(plain.aim, abs=0.01)


def test_dropping_all_that_a_poor_text_lacks_is_held_back_until_it_is_confirmed(consensus: Consensus, yardstick: Yardstick) -> None:
    lacking = {
        item.key for item in score(DRAFT, yardstick).items if item.points < 0.5 * item.max and item.part not in ("structure", "placement")
    }
    way_round = Decisions(by_key={key: Decision("dropped") for key in lacking})
    decided = decide(consensus, decisions=way_round)
    result = score(DRAFT, decided)
    assert decided.moved > MOST_MOVED and decided.as_proposed is not None
    assert result.total > score(DRAFT, yardstick).total and not result.may_be_enough
    confirmed = decide(consensus, decisions=Decisions(by_key=way_round.by_key, is_confirmed=True))
    assert replace(score(DRAFT, confirmed), still_open=()).may_be_enough


def test_what_was_proposed_stands_beside_another_grouping_too(consensus: Consensus, articles: list[ComparedPage]) -> None:
    """Joining every subtopic with one that the text covers is a way round as well."""
    everything = Additions(joins=(Join("subtopics", tuple(range(len(consensus.subtopics)))),))
    keys = proposed_keys(consensus)
    proposed = decide(consensus, keys)
    decided = decide(with_additions(consensus, articles, everything), keys_with(keys, everything), proposed=proposed)
    assert decided.moved > MOST_MOVED and decided.as_proposed == proposed
    result = score(DRAFT, CompiledYardstick(decided))
    assert result.as_proposed is not None
    assert result.as_proposed.total == pytest.approx(score(DRAFT, proposed).total, abs=0.01)


def test_a_part_of_which_everything_is_dropped_gives_its_points_to_the_others(consensus: Consensus, yardstick: Yardstick) -> None:
    decided = decide(consensus, decisions=Decisions(by_key={s.key: Decision("dropped") for s in yardstick.subtopics}))
    result = score(DRAFT, decided)
    assert sum(part.max for part in result.parts) == pytest.approx(100.0, abs=0.01)
    assert sum(item.max for item in result.items) == pytest.approx(100.0, abs=0.1)


def test_the_aim_by_planned_length(consensus: Consensus) -> None:
    found = aims_by_length(consensus, [300, 600, 1_200])
    assert [words for words, _ in found] == [300, 600, 1_200]
    assert found[0][1].aim < found[-1][1].aim
    assert found[1][1].aim == decide(consensus, decisions=Decisions(600)).aim
