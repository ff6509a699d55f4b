"""Passages that earn nothing: each with its exact cost, and the sentence that it is like."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.edits.denied_passages import FINE, OURS, denied_passages
from fundament.core.language.analysis import analyse_text
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.source_sentence import source_sentence
from fundament.core.scoring.guards.verdicts import NO_EXEMPTIONS, Exemptions
from fundament.core.scoring.score import score_with
from fundament.core.scoring.statements import NO_STATEMENTS, Statements
from fundament.core.yardstick.model import ComparedPage
from tests.core.scoring.texts import MINE

WORDS = st.lists(
    st.sampled_from(["lime", "mortar", "wall", "brick", "joint", "water", "sand", "a", "the", "of"]), min_size=1, max_size=12
).map(" ".join)


def paragraphs(texts: list[str]) -> str:
    return "".join(f"<p>{text}</p>" for text in texts)


def copied_text(articles: list[ComparedPage]) -> str:
    block = max((block for block in articles[0].reading.main_blocks() if block.kind == "paragraph"), key=lambda block: len(block.text))
    return paragraphs([MINE[0], block.text, *MINE[1:3]])


def test_each_passage_costs_what_its_word_brings_back(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    draft = read_draft(copied_text(articles), language="en")
    features, score = score_with(compiled, draft)
    found = denied_passages(compiled, draft, features, score, NO_STATEMENTS, NO_EXEMPTIONS)
    copied = [passage for passage in found if passage.guard == "copied"]
    assert copied and all(passage.statement == OURS and passage.pages for passage in copied)
    assert [passage.cost for passage in found] == sorted((passage.cost for passage in found), reverse=True)
    for passage in found:
        text = frozenset([features.blocks[passage.block].text])
        said = Exemptions(own_passages=text) if passage.statement == OURS else Exemptions(fine_passages=text)
        after = score_with(compiled, draft, Statements(exemptions=said))[1]
        assert abs(after.total - score.total - passage.cost) < 1e-9 or after.total < score.total


def test_what_is_in_order_has_no_such_passage(compiled: CompiledYardstick) -> None:
    draft = read_draft(paragraphs(MINE), language="en")
    features, score = score_with(compiled, draft)
    assert not [
        passage
        for passage in denied_passages(compiled, draft, features, score, NO_STATEMENTS, NO_EXEMPTIONS)
        if passage.guard != "substance"
    ]


def test_a_pattern_used_again_is_fine_on_a_word(compiled: CompiledYardstick) -> None:
    words = ["mortar", "brick", "sand", "water", "joint", "wall", "lime", "cement"]
    text = paragraphs([f"When you plan the {word} work, think about the {word} before you begin with the rest." for word in words])
    draft = read_draft(text, language="en")
    features, score = score_with(compiled, draft)
    found = [p for p in denied_passages(compiled, draft, features, score, NO_STATEMENTS, NO_EXEMPTIONS) if p.guard == "frame"]
    assert found and all(passage.statement == FINE and not passage.pages for passage in found)
    fewer = replace(features, verdicts=())
    assert not [p for p in denied_passages(compiled, draft, fewer, score, NO_STATEMENTS, NO_EXEMPTIONS) if p.guard == "frame"]


def test_the_source_of_a_copy_is_laid_beside_it(articles: list[ComparedPage]) -> None:
    theirs = [
        block.text[sentence.start : sentence.end].strip()
        for block in articles[0].reading.main_blocks()
        for sentence in analyse_text(block.text, "en")
    ]
    for sentence in [one for one in theirs if len(one.split()) >= 10][:10]:
        words = sentence.split()
        changed = " ".join([*words[:5], "certainly", *words[5:]])
        found = source_sentence(changed, theirs)
        assert found is not None and found.text == sentence
        assert sentence[found.start : found.end].split()[0] in words


@settings(max_examples=25, deadline=None)
@given(WORDS, st.lists(WORDS, max_size=6))
def test_what_is_shown_as_common_stands_in_both(ours: str, theirs: list[str]) -> None:
    found = source_sentence(ours, theirs)
    shares = [candidate for candidate in theirs if set(candidate.split()) & set(ours.split())]
    assert (found is None) == (not shares)
    if found is not None:
        assert found.text in shares and found.text[found.start : found.end] in ours
