"""What an outline is proposed to be."""

from __future__ import annotations

from dataclasses import replace

import pytest

from fundament.core.outline.proposed_outline import coverage, frequent_subtopics, proposed_subtopics, proposed_words
from fundament.core.outline.section_contents import CompetitorSections
from fundament.core.outline.title_words import shared_title_words, usual_title_length
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import ComparedPage, Yardstick


def test_most_of_the_frequent_ones_and_never_all(yardstick: Yardstick) -> None:
    pages = len(yardstick.pages)
    frequent = frequent_subtopics(yardstick.subtopics, pages)
    proposed = proposed_subtopics(yardstick.subtopics, pages)
    assert len(frequent) > 5 and 0.8 * len(frequent) <= len(proposed) < len(frequent)
    assert all(s.pages >= pages / 3 for s in frequent) and {s.key for s in proposed} <= {s.key for s in frequent}
    found = coverage(yardstick.subtopics, pages, [s.key for s in proposed])
    assert found.covered == found.proposed == len(proposed) and found.frequent == len(frequent)
    gone = [replace(s, weight=0.0) if s.key == frequent[0].key else s for s in yardstick.subtopics]
    assert frequent[0].key not in {s.key for s in proposed_subtopics(gone, pages, [frequent[0].key])}


@pytest.mark.parametrize("planned", [300, 1_000, 3_000])
def test_sections_share_the_planned_length(yardstick: Yardstick, planned: int) -> None:
    outline = proposed_subtopics(yardstick.subtopics, len(yardstick.pages))
    words = proposed_words(outline, planned)
    assert all(count % 10 == 0 for count in words.values())
    alone = proposed_words(outline[:1], planned, outline)
    assert alone[outline[0].key] == words[outline[0].key]  # one by one or together is the same
    if planned == 1_000:
        assert 0.7 * planned <= sum(words.values()) <= planned
    assert sum(proposed_words(outline, planned * 2).values()) >= sum(words.values())


def test_a_section_holds_what_belongs_there(compiled: CompiledYardstick, articles: list[ComparedPage]) -> None:
    sections = CompetitorSections(compiled, articles)
    heads = {term.key for term in compiled.yardstick.terms if term.head}
    held = {s.key: sections.contents(s) for s in compiled.yardstick.subtopics}
    assert all(len(c.terms) <= 6 and len(c.entities) <= 4 and not heads & set(c.terms) for c in held.values())
    assert len({c.terms for c in held.values() if c.terms}) > 3  # not the same everywhere
    name_of = {term.key: term.name for term in compiled.yardstick.terms}
    costs = next(s for s in compiled.yardstick.subtopics if "cost" in s.label.lower())
    assert any("metre" in name_of[key] or "scaffold" in name_of[key] for key in held[costs.key].terms)


def test_words_that_titles_share() -> None:
    titles = ["Lime Mortar for Brick", "Brick and lime mortars", "The brick wall", "Something else | Site", ""]
    shared = shared_title_words(titles, "en")
    assert dict(shared)["brick"] == 3 and dict(shared)["lime"] == 2 and "the" not in dict(shared) and "site" not in dict(shared)
    firms = ["Lime mortar | Ashlar Trust", "Lime work – Ashlar Trust", "Lime - Ashlar Trust"]
    hosts = ["https://www.ashlartrust.example/a", "https://ashlar-trust.example/b", "https://lime.example/c"]
    assert dict(shared_title_words(firms, "en", hosts)) == {"lime": 3} and dict(shared_title_words(firms, "en"))["ashlar"] == 3
    assert usual_title_length(titles) == 21 and usual_title_length(["", ""]) == 0
