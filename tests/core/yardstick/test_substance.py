"""What a passage says beside its terms, and what that leaves of its credit."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score
from fundament.core.scoring.statements import Statements
from fundament.core.yardstick.substance import (
    LEAST_FACTOR,
    WINDOW,
    SaidWord,
    SaidWords,
    factors_of,
    in_steps,
    sentence_values,
    shared_words,
    signs,
)
from tests.core.scoring.texts import MINE

# every sentence is sensible, every term woven in, nothing is said
EMPTY = (
    "The importance of lime mortar in the repointing of brick can hardly be overstated. Attention to the joints is a matter of confidence for everybody. "
    "The quality of the sand has an influence on the success of the whole undertaking. Knowledge of the mortar brings certainty in every decision. "
    "The relationship between brick and mortar deserves careful consideration. A good understanding of the process leads to satisfaction with the result. "
    "The value of preparation lies in the quality that it brings to the work. Every aspect of pointing has its own significance. "
    "The right approach to lime is a question of attitude and of experience. In this way the needs of the wall receive the attention that they deserve. "
    "The choice of the right method depends on the requirements of the situation. Success comes to everybody who takes these considerations to heart."
)


def html(text: str) -> str:
    return f"<h1>Repointing brick with lime mortar</h1><p>{text}</p>"


words = st.lists(st.lists(st.tuples(st.integers(0, 12), st.booleans(), st.booleans()), max_size=6), min_size=8, max_size=30)


@settings(max_examples=25, deadline=None)
@given(words)
def test_the_signs_of_a_window_are_those_counted_by_hand(sentences: list[list[tuple[int, bool, bool]]]) -> None:
    said = [
        [SaidWord(key, (0.5 * shared, 0.7 * (not shared), float(concrete), float(not concrete))) for key, shared, concrete in s]
        for s in sentences
    ]
    worth: dict[int, SaidWord] = {}
    said = [[worth.setdefault(word.key, word) for word in sentence] for sentence in said]
    found = signs(SaidWords.of(said), len(said))
    size = min(WINDOW, len(said))
    for place in range(len(said) - size + 1):
        window = [word for sentence in said[place : place + size] for word in sentence]
        once = {word.key: word.worth for word in window}.values()
        shared, own, concrete, abstract = (sum(w[n] for w in once) for n in range(4))
        wanted = [(shared + min(own, shared)) / max(1, len(window)), concrete / max(1, len(once)), abstract / max(1, len(once))]
        assert found[place] == pytest.approx(wanted, abs=1e-6)


def test_a_word_repeated_in_a_window_adds_nothing() -> None:
    one = SaidWord(1, (1.0, 0.0, 1.0, 0.0))
    few, many = ([[one]] + [[] for _ in range(9)], [[one] for _ in range(10)])
    assert signs(SaidWords.of(many), 10)[0][0] < signs(SaidWords.of(few), 10)[0][0]


def test_own_words_count_at_most_as_much_as_shared_ones() -> None:
    shared = [SaidWord(n, (0.5, 0.0, 0.0, 0.0)) for n in range(4)]
    salt = [SaidWord(100 + n, (0.0, 1.0, 0.0, 0.0)) for n in range(40)]
    rows = [[*shared], *([salt[4 * n : 4 * n + 4] for n in range(10)])][:10]
    said = signs(SaidWords.of(rows), 10)[0][0]
    assert said == pytest.approx(2 * 2.0 / sum(map(len, rows)))


@given(st.lists(st.floats(-20, 20), min_size=1, max_size=30), st.floats(-5, 5))
def test_factors_are_bounded_and_whole_from_the_floor_on(values: list[float], floor: float) -> None:
    found = factors_of(np.array(values), floor)
    assert ((found >= LEAST_FACTOR) & (found <= 1.0)).all() and (found[np.array(values) >= floor] == 1.0).all()
    assert all(LEAST_FACTOR <= in_steps(float(factor)) <= 1.0 for factor in found)


def test_a_sentence_has_the_value_of_the_better_of_its_windows() -> None:
    found = np.zeros((11, 3))
    found[0, 0] = 1.0  # only the first window of twenty-one sentences says something
    values = sentence_values(found, (1.0, 1.0, 1.0), 20)
    assert (values[:10] > values[10:].max()).all()


def test_a_page_is_measured_without_its_own_words() -> None:
    pages = [Counter({"trowel": 9, "hessian": 2}), Counter({"hessian": 2}), Counter({"hessian": 1})]
    assert "trowel" not in shared_words(pages, "en") and "hessian" in shared_words(pages, "en")
    assert "hessian" in shared_words(pages, "en", without=0) and "hessian" not in shared_words(pages[:2], "en", without=0)


def test_fluent_text_that_says_nothing_earns_little(compiled: CompiledYardstick, without_substance: CompiledYardstick) -> None:
    empty, honest = read_draft(html(EMPTY), language="en"), read_draft(html(" ".join(MINE)), language="en")
    assert score(empty, compiled).total < 0.5 * score(empty, without_substance).total
    assert score(honest, compiled).total > 0.9 * score(honest, without_substance).total
    assert score(empty, compiled).thin and not score(honest, compiled).thin


def test_what_a_person_finds_fine_comes_back_on_their_word(compiled: CompiledYardstick) -> None:
    draft = read_draft(html(EMPTY), language="en")
    plain, fine = score(draft, compiled), score(draft, compiled, Statements(exemptions=Exemptions(fine_passages=frozenset({EMPTY}))))
    assert fine.total > plain.total and fine.on_word == pytest.approx(fine.total - plain.total) and not fine.thin


def test_evidence_of_the_subject_is_asked_of_the_text_as_it_is(compiled: CompiledYardstick, without_substance: CompiledYardstick) -> None:
    draft = read_draft(html(EMPTY), language="en")
    with_it, without = (score(draft, one) for one in (compiled, without_substance))
    codes = [[note.code for note in result.notes] for result in (with_it, without)]
    assert ("score.no_subject" in codes[0]) == ("score.no_subject" in codes[1])


def test_a_table_is_no_way_out(compiled: CompiledYardstick) -> None:
    cells = "".join(f"<tr><td>{sentence.rstrip('.')}.</td></tr>" for sentence in EMPTY.split(". "))
    plain, table = (score(read_draft(text, language="en"), compiled).total for text in (html(EMPTY), f"{html('')}<table>{cells}</table>"))
    assert table <= plain + 1.0


def test_short_texts_and_short_cells_are_not_judged(compiled: CompiledYardstick) -> None:
    cells = "".join(f"<tr><td>{' '.join(sentence.split()[:6])}</td></tr>" for sentence in EMPTY.split(". "))
    for draft in (html(". ".join(EMPTY.split(". ")[:6]) + "."), f"<table>{cells}</table>"):
        assert draft_features(compiled, read_draft(draft, language="en")).factors == ()


def test_no_decision_moves_substance(compiled: CompiledYardstick) -> None:
    draft = read_draft(html(EMPTY), language="en")
    fewer = CompiledYardstick(replace(compiled.yardstick, terms=compiled.yardstick.terms[:20]))
    assert draft_features(fewer, draft).factors == draft_features(compiled, draft).factors
