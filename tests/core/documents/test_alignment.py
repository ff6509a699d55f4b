"""Comparing two sequences: nothing is lost, and the work is bounded whatever they are."""

from __future__ import annotations

from collections.abc import Sequence
from difflib import SequenceMatcher
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.alignment import STEPS, Budget, aligned
from fundament.core.documents.difference import MOST_PAIRS, WORD_STEPS, differences, word_pieces
from fundament.core.documents.html import document_from_html
from fundament.core.documents.merging import passages, side_by_side
from fundament.core.documents.schema import clean_document
from fundament.core.reading.difference import difference
from fundament.core.reading.read_draft import read_draft


class Counted:
    """A word that counts how often it is looked at."""

    looked = 0

    def __init__(self, word: str) -> None:
        self.word = word

    def __eq__(self, other: object) -> bool:
        Counted.looked += 1
        return isinstance(other, Counted) and self.word == other.word

    def __hash__(self) -> int:
        Counted.looked += 1
        return hash(self.word)


def looked_at(one: Sequence[str], other: Sequence[str]) -> int:
    Counted.looked = 0
    aligned([Counted(word) for word in one], [Counted(word) for word in other])
    return Counted.looked


def rebuilt(one: Sequence[Any], other: Sequence[Any], budget: Budget | None = None) -> tuple[list[Any], list[Any]]:
    before, after = [], []
    at = to = 0
    for tag, first, last, begin, end in aligned(one, other, budget):
        assert (first, begin) == (at, to) and tag in ("equal", "replace", "delete", "insert")
        assert tag != "equal" or one[first:last] == other[begin:end]
        at, to = last, end
        before += one[first:last]
        after += other[begin:end] if tag != "equal" else one[first:last]
    return before, after


WORDS = st.lists(st.sampled_from("abcd"), max_size=40)


@given(WORDS, WORDS, st.sampled_from([0, 5, 50, STEPS]))
def test_both_are_told_whole_and_in_order_whatever_may_be_spent(one: list[str], other: list[str], steps: int) -> None:
    assert rebuilt(one, other, Budget(steps)) == (one, other)


@given(WORDS, WORDS)
def test_with_steps_enough_as_much_stays_as_difflib_finds_or_nearly(one: list[str], other: list[str]) -> None:
    same = sum(last - first for tag, first, last, _, _ in aligned(one, other) if tag == "equal")
    theirs = sum(block.size for block in SequenceMatcher(None, one, other, autojunk=False).get_matching_blocks())
    assert same >= 0.6 * theirs


@pytest.mark.parametrize(
    ("one", "other"),
    [
        (["a"] * 1_400, ["a", "b"] * 700),
        (["a", "b", "c"] * 900, ["c", "a"] * 1_300),
        (["a"] * 3_000, ["b"] * 3_000),
        ([str(n) for n in range(3_000)], [str(n) for n in range(3_000, 0, -1)]),
        ([str(n % 50) for n in range(3_000)], [str(n % 51) for n in range(3_000)]),
    ],
)
def test_work_is_bounded_whatever_repeats(one: list[str], other: list[str]) -> None:
    assert looked_at(one, other) <= 3 * STEPS + 30 * (len(one) + len(other))


def test_beyond_the_bound_the_work_grows_with_the_length_alone() -> None:
    looked = [looked_at(["a", "b"] * n + ["end"], ["start"] + ["b", "a", "a"] * n) for n in (4_000, 8_000)]
    assert looked[1] <= 2.3 * looked[0] + STEPS


def test_what_stands_once_in_both_holds_when_steps_are_spent() -> None:
    one = ["x"] * 50 + ["only", "here"] + ["x"] * 50 + ["end"]
    other = ["y", "x", "y"] * 20 + ["only", "here"] + ["x", "y"] * 30 + ["end"]
    equal = [one[first:last] for tag, first, last, _, _ in aligned(one, other, Budget(0)) if tag == "equal"]
    assert any("only" in run and "here" in run for run in equal) and equal[-1][-1] == "end"


def document(paragraphs: Sequence[str]) -> dict[str, Any]:
    return clean_document(document_from_html("".join(f"<p>{text}</p>" for text in paragraphs)))


def test_thousands_of_paragraphs_that_differ_are_compared_within_their_bound(monkeypatch: pytest.MonkeyPatch) -> None:
    counted = [0]

    def alike(words: set[str], theirs: set[str]) -> float:
        counted[0] += 1
        return 2.0 * len(words & theirs) / max(1, len(words) + len(theirs))

    monkeypatch.setattr("fundament.core.documents.difference._alike", alike)
    before, after = (document([f"{word} {n} {n * 7}" for n in range(1_500)]) for word in ("was", "is"))
    found = differences(before, after)
    assert counted[0] <= MOST_PAIRS
    assert sum(passage.how in ("gone", "changed") for passage in found) == 1_500
    assert sum(passage.how in ("new", "changed") for passage in found) == 1_500


def test_a_text_that_repeats_itself_is_compared_coarsely_and_says_so() -> None:
    before, after = document(["a " * 2_900]), document(["a b " * 1_450])
    found = differences(before, after)
    assert [passage.how for passage in found] == ["changed"] and found[0].is_coarse
    assert "".join(text for how, text in found[0].pieces if how != "gone").split() == ["a", "b"] * 1_450
    plain = differences(document(["Lime is soft.", "Brick is hard."]), document(["Lime is very soft.", "Brick is hard."]))
    assert not any(passage.is_coarse for passage in plain)
    told = passages(next(stretch for stretch in side_by_side(before, after) if stretch.differs))
    assert told[0] and told[1]


def test_words_of_many_passages_share_one_bound() -> None:
    budget = Budget(WORD_STEPS)
    for _ in range(40):
        word_pieces("a b " * 300, "b a a " * 250, budget)
    assert budget.left >= 0 and budget.is_spent


def test_readings_that_repeat_themselves_are_compared_too() -> None:
    one, other = ("".join(f"<p>{'lime ' * 60}{n}</p>" for n in numbers) for numbers in (range(150), range(150, 300)))
    found = difference(read_draft(one, language="en"), read_draft(other, language="en"))
    assert len(found.changed) == 150 and not found.missing
