"""A page said again statement by statement, and passages that cover subtopics."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.reworded import FOLLOWS, followed
from fundament.core.scoring.measured.coverage import (
    MOST_NEEDED,
    MOST_SERVED,
    THIN_SHARE,
    TellingWords,
    heading_shares,
    needed_words,
    passages_of,
    section_words,
    text_shares,
)
from fundament.core.scoring.score import score
from fundament.core.yardstick.model import ComparedPage

INSTEAD = {
    "wall": "masonry", "old": "aged", "use": "take", "work": "job", "make": "produce", "good": "sound", "water": "moisture", "house": "building", "small": "little", "need": "want",
    "look": "gaze", "hard": "tough", "soft": "gentle", "before": "ahead of", "after": "following", "with": "using", "should": "ought to", "must": "has to", "very": "quite", "can": "may",
}  # fmt: skip


def reworded(page: ComparedPage) -> str:
    """Other words here and there, and every sentence turned at its first comma."""
    blocks = []
    for block in page.reading.main_blocks():
        if block.kind != "paragraph":
            continue
        words = [INSTEAD.get(word.lower().strip(".,"), word) for word in block.text.split()]
        text = " ".join(f"{word} indeed" if n % 7 == 3 else word for n, word in enumerate(words))
        blocks.append(f"<p>{text}</p>")
    return "".join(blocks)


def test_a_page_said_again_in_its_order_earns_next_to_nothing(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    known = {page.url for page in compiled.yardstick.pages}
    for page in [page for page in articles if page.reading.url in known][:3]:
        result = score(read_draft(f"<h1>A guide</h1>{reworded(page)}", language="en"), compiled)
        denied = [d for d in result.denied if d.guard in ("reworded", "copied")]
        assert {d.source for d in denied if d.guard == "reworded"} <= {page.reading.url} and result.total < 15.0


def test_competitors_do_not_follow_each_other(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    for page in articles:
        result = score(
            read_draft("".join(f"<p>{b.text}</p>" for b in page.reading.main_blocks() if b.kind == "paragraph"), language="en"), compiled
        )
        assert {d.source for d in result.denied if d.guard == "reworded"} <= {page.reading.url}


@settings(max_examples=25, deadline=None)
@given(st.integers(6, 14), st.integers(6, 14), st.integers(0, 5))
def test_only_an_order_in_common_is_following(blocks: int, page: int, seed: int) -> None:
    choose = np.random.default_rng(seed)
    noise = choose.uniform(0.0, 0.1, (blocks, page + 8)).astype(np.float32)
    starts = np.array([0, page, page + 8])
    assert followed(list(noise), starts) is None
    in_order, backwards = noise.copy(), noise.copy()
    for place in range(min(blocks, page)):
        in_order[place, place] = backwards[place, page - 1 - place] = 0.9
    found = followed(list(in_order), starts)
    share = min(blocks, page) / blocks
    assert (found is not None and found[0] == 0) if share * 0.78 > FOLLOWS else True
    assert followed(list(backwards), starts) is None or blocks <= 4


# passages and subtopics


def test_telling_words_are_those_of_one_subtopic() -> None:
    sections = [
        section_words("Raking out", text, "en")
        for text in ("Rake the joint with a chisel and a hammer.", "The chisel goes into the joint.")
    ]
    sections += [
        section_words("Curing", text, "en") for text in ("Hang wet hessian over the joint for a week.", "Hessian keeps the joint damp.")
    ]
    telling = TellingWords.of(sections, [0, 0, 1, 1], 2)
    assert "joint" not in telling.bits and {number for number, _ in telling.bits["chisel"]} == {0}
    shares = telling.shares[np.arange(2), telling.mask(["hessian", "damp", "joint"])]
    assert shares[1] > 0.2 and shares[0] == 0.0


def test_a_passage_serves_three_subtopics_and_its_words_bound_them() -> None:
    telling = TellingWords.of([frozenset({f"w{n}"}) for n in range(6)], list(range(6)), 6)
    masks = telling.mask([f"w{n}" for n in range(6)])[None, :]
    similar = np.ones((1, 6), dtype=np.float32)
    rows = passages_of(telling, np.zeros(1, dtype=np.int32), masks, similar, np.array([60.0]), np.ones(1))
    assert len(rows) == MOST_SERVED
    assert text_shares(rows, 1.0, np.full(6, 10.0)).sum() <= 60.0 / MOST_NEEDED + 1e-6


@given(st.floats(1.0, 200.0), st.floats(0.2, 3.0))
def test_no_more_words_are_asked_than_bounded(words: float, scale: float) -> None:
    assert 1.0 <= needed_words([[words, words]], scale)[0] <= MOST_NEEDED


def test_a_heading_over_hardly_anything_earns_a_tenth() -> None:
    needed = np.array([60.0, 20.0])
    heads = np.array([[0, 10.0], [1, 10.0]], dtype=np.float32)
    assert heading_shares(heads, 1.0, needed).tolist() == pytest.approx([THIN_SHARE, 1.0])
