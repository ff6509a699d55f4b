"""What people search for, looked for on pages."""

from __future__ import annotations

from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.other_pages.demand import MOST_PHRASES, demand_key, look_for

WALL = "<html lang=en><head><title>Repointing a wall</title></head><body><article><h1>Repointing</h1><p>Repointing a wall with lime mortar takes a week.</p><p>The cost depends on the sand. Bricks are laid in mortar, and the scaffold is hired by the week for a wall of this height.</p></article></body></html>"
BREAD = "<html lang=en><body><article><h1>Bread</h1><p>Sourdough is left to rise overnight, and baked in a covered pot until the crust is brown.</p></article></body></html>"


def pages() -> list[Reading]:
    return [read_page(WALL, "https://a.example/"), read_page(BREAD, "https://b.example/")]


def test_a_keyword_is_answered_where_all_its_words_stand_together() -> None:
    found = {
        row.phrase: row.answered
        for row in look_for(
            ["lime mortar repointing", "how to bake sourdough in a pot", "cost of lime mortar", "scaffold"], pages(), "lime mortar", "en"
        )
    }
    assert found["lime mortar repointing"] == (0,)  # in whatever order
    assert found["cost of lime mortar"] == ()  # its words are there, in two sentences
    assert found["how to bake sourdough in a pot"] == (1,)  # function words need not be
    assert found["scaffold"] == ()  # one word in a sentence is no answer


def test_what_is_of_another_subject_is_not_close() -> None:
    found = {row.phrase: row for row in look_for(["lime mortar cost", "sourdough starter"], pages(), "lime mortar", "en")}
    assert found["lime mortar cost"].is_close and not found["sourdough starter"].is_close


def test_what_has_no_word_of_its_own_is_left_out() -> None:
    assert look_for(["how to", "the", "", "?!"], pages(), "lime mortar", "en") == []


def test_nothing_more_than_the_bound_is_looked_for() -> None:
    assert len(look_for([f"mortar {n}" for n in range(MOST_PHRASES + 50)], [], "lime mortar", "en")) == MOST_PHRASES


def test_keys_meet_in_their_lemmas() -> None:
    assert demand_key("Sash Windows", "en") == demand_key("sash window", "en")
