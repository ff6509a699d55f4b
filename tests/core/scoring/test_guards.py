"""What takes credit away: each guard alone, and the texts that cheat on every demo study."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import packs
from fundament.core.language.phrases import Match
from fundament.core.language.word_order import word_order
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.copies import Copies
from fundament.core.scoring.guards.frames import frame_of, frames_together, worn_sentences
from fundament.core.scoring.guards.items import allowed_share, is_short_item
from fundament.core.scoring.guards.pieces import pieced_together
from fundament.core.scoring.guards.provenance import Origin, exemptions_of_earlier, is_older
from fundament.core.scoring.guards.subject import evidence_of, factor_of
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.guards.word_order import without_order
from fundament.core.scoring.measured.block_features import place_block
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score, score_features
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_words import words_of_page
from gold.cheats import cheats, paragraphs, permuted, planned, shuffled
from gold.natural import SENTENCES, naturally
from gold.pages import STUDIES
from gold.studies import demo_study
from tests.core.scoring.texts import MINE

LONG_ENOUGH = 30  # sentences, from which exchanged content words show


def sentences(text: str, language: str = "en") -> list:
    return list(analyse_text(text, language))


# frames


def worn(texts: list[str]) -> list[bool]:
    return worn_sentences(
        [frames_together([frame_of(s, [Match(0, 0, 1)], function_words("en")) for s in sentences(text)]) for text in texts]
    ).tolist()


def test_the_first_two_of_a_frame_earn_and_no_more() -> None:
    told = [f"When you plan the work, think about number {n} before you begin with the rest." for n in range(5)]
    assert worn(told) == [False, False, True, True, True]


def test_a_frame_with_another_filling_each_time_is_still_one() -> None:
    told = [
        f"It is worth asking somebody with experience how {what} is done today."
        for what in ("raking", "the wide joint", "slaking", "a lintel")
    ]
    assert worn(told) == [False, False, True, True]


def test_what_has_no_phrase_in_it_is_not_judged_by_its_frame() -> None:
    told = ["For more information, see the other section of this manual." for _ in range(4)]
    frames = [frames_together([frame_of(s, [], function_words("en")) for s in sentences(text)]) for text in told]
    assert not worn_sentences(frames).any()


@settings(max_examples=20, deadline=None)
@given(st.permutations(SENTENCES))
def test_natural_sentences_are_nobodys_frame_in_any_order(told: list[str]) -> None:
    assert not any(worn([sentence.format("the mortar") for sentence in told]))


# copies


@pytest.fixture
def copies(articles: list[ComparedPage]) -> Copies:
    return Copies.of([words_of_page(page.reading, "en") for page in articles])


def long_sentences(page: ComparedPage) -> list[str]:
    return [
        block.text[s.start : s.end]
        for block in page.reading.main_blocks()
        if block.kind == "paragraph"
        for s in sentences(block.text)
        if len(s.tokens) >= 12
    ]


def test_what_stands_on_a_page_is_copied_from_it(copies: Copies, articles: list[ComparedPage]) -> None:
    for number, page in enumerate(articles):
        for sentence in long_sentences(page):
            pages = [source for _, source, _ in copies.in_block(sentences(sentence))]
            assert number in pages or not pages  # nothing only where three pages say it


def test_a_word_changed_here_and_there_does_not_help(copies: Copies, articles: list[ComparedPage]) -> None:
    found = total = 0
    for page in articles[:6]:
        for sentence in long_sentences(page):
            words = sentence.split()
            words[3::6] = ["thing"] * len(words[3::6])
            total += 1
            found += bool(copies.in_block(sentences(" ".join(words))))
    assert found >= 0.8 * total


def test_what_is_said_in_own_words_is_no_copy(copies: Copies) -> None:
    assert not any(copies.in_block(sentences(text)) for text in (*MINE, *(s.format("lime mortar") for s in SENTENCES)))


def test_the_title_of_a_work_is_no_copy() -> None:
    page = read_draft(
        "<p>Read The Care Of Old Houses And Their Walls In Our Time before you begin with anything at all.</p>", language="en"
    )
    known = Copies.of([words_of_page(page, "en")])
    assert not known.in_block(sentences("She owns The Care Of Old Houses And Their Walls In Our Time and reads it."))
    assert known.in_block(sentences("We said that in our time before you begin with anything at all you ask."))


def test_a_copy_is_shown_with_its_source_and_a_claim_settles_it(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    text = long_sentences(articles[0])[0]
    draft = read_draft(f"<p>{text}</p><p>{MINE[0]}</p>", language="en")
    denied = score(draft, compiled).denied
    assert [(d.block, d.guard) for d in denied] == [(0, "copied")]
    assert denied[0].source in {page.reading.url for page in articles}
    assert not draft_features(compiled, draft, Exemptions(own_passages=frozenset([text]))).verdicts
    assert not draft_features(compiled, draft, Exemptions(own_pages=frozenset(range(len(articles))))).verdicts


def test_what_stood_on_the_own_page_first_is_no_copy_of_whoever_came_later(
    compiled: CompiledYardstick, articles: list[ComparedPage]
) -> None:
    page = articles[2].reading
    number = compiled.page_number[page.url]
    origins = [Origin("2024-05-01", "2026-01-01T00:00")] * len(compiled.yardstick.pages)
    ours = replace(page, url="")
    older, younger = (exemptions_of_earlier(ours, Origin(stated, ""), origins) for stated in ("2020-01-01", "2025-01-01"))
    assert number in older.younger_pages and not younger.younger_pages
    guards = [{v.guard for v in draft_features(compiled, ours, exemptions).verdicts} for exemptions in (older, younger)]
    assert "copied" not in guards[0] and "pieces" not in guards[0] and "copied" in guards[1]
    # only what stood there: a passage taken from another page is none of it
    other = next(block for block in articles[5].reading.main_blocks() if block.kind == "paragraph" and len(block.text.split()) > 30)
    mixed = replace(ours, blocks=(*ours.blocks, other))
    assert any(v.guard == "copied" for v in draft_features(compiled, mixed, older).verdicts)
    assert not is_older(Origin("", "2026-01-02"), Origin("2020-01-01", "2026-01-01")) and is_older(
        Origin("", "2026"), Origin("2020", "2027")
    )


def test_a_quoted_competitor_earns_nothing_and_is_not_blamed(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    text = long_sentences(articles[0])[0]
    draft = read_draft(f"<blockquote><p>{text}</p></blockquote>{''.join(f'<p>{mine}</p>' for mine in MINE)}", language="en")
    assert [d.guard for d in score(draft, compiled).denied] == ["quoted"]


# order of words


@pytest.mark.parametrize("language", sorted(packs()))
def test_every_language_has_counts_and_bounds(language: str) -> None:
    order = word_order(language)
    assert order is not None and len(order.trigrams) > 10_000
    assert 8 in order.bounds and order.shuffled.middle < min(order.doubts.values()) < order.natural.middle


def test_natural_order_is_told_from_none() -> None:
    order = word_order("en")
    assert order is not None
    honest = [s for text in (*MINE, *(told.format("the mortar") for told in SENTENCES)) for s in sentences(text)]
    mixed = [s for b in shuffled(paragraphs([("p", " ".join(MINE))], "en")).blocks for s in sentences(b.text)]
    values = [np.array([order.value(s) for s in told], dtype=float) for told in (honest, mixed)]
    assert not without_order(values[0][:, 0], values[0][:, 1], order).any()
    assert without_order(values[1][:, 0], values[1][:, 1], order).mean() > 0.85


def test_shuffled_sentences_among_natural_ones_are_found() -> None:
    order = word_order("en")
    assert order is not None
    mixed = [s for b in shuffled(paragraphs([("p", " ".join(MINE))], "en")).blocks for s in sentences(b.text)]
    told = [s for pair in zip(sentences(" ".join(MINE)), mixed, strict=False) for s in pair]
    rows = np.array([order.value(s) for s in told], dtype=float)
    flagged = without_order(rows[:, 0], rows[:, 1], order)
    assert flagged[1::2].mean() > 0.8 and flagged[::2].mean() < 0.2


def test_one_odd_sentence_is_no_passage() -> None:
    order = word_order("en")
    assert order is not None
    told = [*sentences(" ".join(MINE)), *sentences("Garden the of wall the lime with and brick to it."), *sentences(" ".join(MINE))]
    rows = np.array([order.value(s) for s in told], dtype=float)
    assert not without_order(rows[:, 0], rows[:, 1], order).any()


# subject, items


def test_evidence_of_the_subject() -> None:
    none, all_words = np.zeros(2), np.array([4.0, 4.0])
    assert factor_of(evidence_of(0.0, 0.3, all_words, np.ones(2))) == 0.0
    assert factor_of(evidence_of(0.3, 0.3, all_words, np.ones(2))) == 1.0
    assert evidence_of(0.3, 0.3, none, np.zeros(2)) == evidence_of(0.3, 0.3, all_words, np.ones(2))  # not asked for what competitors lack
    assert evidence_of(0.3, 0.3, none, np.ones(2)) < evidence_of(0.3, 0.3, all_words, np.ones(2))


@given(st.floats(0, 60), st.floats(0, 60), st.floats(0.2, 0.9))
def test_items_earn_at_most_their_share(items: float, running: float, most: float) -> None:
    counts = allowed_share(items + running, running, most)
    assert counts * items <= most * (counts * items + running) + 1e-6


# the cheating texts on every demo study


@pytest.mark.parametrize("folder", STUDIES)
def test_no_cheating_text_earns_a_third_of_an_honest_one(folder: str) -> None:
    study = demo_study(folder)
    readings = [page.reading for page in study.pages]
    honest = study.yardstick.aim
    for cheat in cheats(study.yardstick, readings):
        if "permuted" in cheat.name:
            continue  # see below: a short text does not show it
        got = score(cheat.draft, study.compiled).total
        bound = 10.0 if "copy" in cheat.name or "competitors'" in cheat.name else honest / 3.0
        assert got <= bound, (cheat.name, got)


@pytest.mark.parametrize("folder", STUDIES)
def test_words_without_order_lose_three_quarters_and_exchanged_ones_are_warned_of(folder: str) -> None:
    study = demo_study(folder)
    unblamed = Exemptions(own_pages=frozenset(range(len(study.pages))))
    for page in study.pages[:4]:
        draft = planned(page.reading, study.yardstick.planned_words)

        def got(text, study=study) -> float:
            return score_features(study.compiled, draft_features(study.compiled, text, unblamed)).total

        before = got(draft)
        long = sum(len(block.features.real) for block in draft_features(study.compiled, draft).blocks) >= LONG_ENOUGH
        for items in (False, True):
            assert got(shuffled(draft, items=items)) <= 0.25 * before
            assert not long or draft_features(study.compiled, permuted(draft, items=items), unblamed).doubted


@pytest.mark.parametrize(("folder", "other"), [("repointing", "floor"), ("floor", "sash"), ("sash", "repointing")])
def test_a_page_on_another_subject_earns_next_to_nothing(folder: str, other: str) -> None:
    study = demo_study(folder)
    for page in demo_study(other).pages[:6]:
        assert score(page.reading, study.compiled).total < 25.0, page.reading.url  # a neighbouring subject: all three are about old houses


def test_nothing_is_earned_by_nothing(compiled: CompiledYardstick) -> None:
    assert score(read_draft("", language="en"), compiled).total == 0.0
    assert (
        score(
            read_draft("<h1>Repointing brick with lime mortar</h1>", title="Repointing brick with lime mortar", language="en"), compiled
        ).total
        == 0.0
    )


def test_templates_gain_a_tenth_of_what_the_same_terms_gain_in_sentences_of_their_own(compiled: CompiledYardstick) -> None:
    names = [term.name for term in compiled.yardstick.terms][:40]
    start = f"<h1>Repointing brick with lime mortar</h1>{''.join(f'<p>{text}</p>' for text in MINE)}"
    frame = "When you plan the work, think about {} before you begin with the rest. "
    before = score(read_draft(start, language="en"), compiled).total
    honest = score(read_draft(start + naturally(names), language="en"), compiled).total - before
    stuffed = score(read_draft(start + "".join(f"<p>{frame.format(name)}</p>" for name in names), language="en"), compiled).total - before
    assert honest > 5.0 and stuffed <= 0.1 * honest


# pieces


def test_natural_text_is_not_put_together_from_pieces(compiled: CompiledYardstick) -> None:
    draft = read_draft("".join(f"<p>{text}</p>" for text in MINE) + naturally(["lime mortar"] * 40), language="en")
    assert not [v for v in draft_features(compiled, draft).verdicts if v.guard == "pieces"]


def test_more_pages_share_more_by_chance() -> None:
    there, of_all = np.full(12, 9.0), np.full(12, 10.0)
    assert pieced_together(there, of_all, 30_000).all()
    assert not pieced_together(there, of_all, 300_000).any()
    assert not pieced_together(there[:5], of_all[:5], 0).any()  # never over fewer than six


def test_every_item_is_either_judged_or_bounded(compiled: CompiledYardstick) -> None:
    """Also one of several short sentences: else it would be neither."""
    for text in ("Mind the mortar here now. Look at the brick too.", "Mind the mortar here now.", "A lintel over the door."):
        block = place_block(compiled, "list_item", 0, text)
        judged = block.features.judged
        assert is_short_item("list_item", block.features.words) == (judged is None or not len(judged.judged))
