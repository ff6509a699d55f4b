"""What several pages say of one thing, each in its own words."""

from __future__ import annotations

from collections.abc import Sequence

import pytest

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decision, Decisions, decide
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.section_groups.statements import figures_in, figures_side_by_side, sentence_key, shared_statements
from gold.studies import demo_study

SAID = (
    "Rake the joints out to a depth of at least twice their width, usually 20 to 25 mm.",
    "The depth is twice the width of the joint, and 25 mm is raked out as a rule.",
    "Raked joints have a depth of twice their width; less than 20 mm of depth never holds.",
)
OTHERS = (
    "Our grandmother baked bread in a wooden oven behind the chapel every Saturday.",
    "The harbour froze so hard that winter that carts crossed it with hay.",
    "Nobody remembers who painted the ceiling of the concert hall in green.",
)


def pages(sentences: Sequence[str], hosts: Sequence[str] = ("a", "b", "c")) -> list[ComparedPage]:
    found = []
    for number, (said, host) in enumerate(zip(sentences, hosts, strict=True)):
        html = f"<html lang=en><main><h1>A wall</h1><p>{said}</p><p>{OTHERS[number]}</p></main></html>"
        reading = read_page(html, f"https://{host}.example/{number}")
        found.append(ComparedPage(number + 1, reading, analyse_page(reading)))
    return found


def test_three_makers_that_say_the_same_make_a_statement_with_all_sentences_and_figures() -> None:
    (statement,) = shared_statements(pages(SAID), "brick walls", "en")
    assert statement.pages == 3 and {one.text for one in statement.stated} == set(SAID)
    assert statement.text == statement.stated[0].text
    assert "25 mm (2)" in figures_side_by_side(one.figures for one in statement.stated)


def test_what_one_maker_says_three_times_or_two_say_is_none() -> None:
    assert shared_statements(pages(SAID, ("a", "a", "a")), "brick walls", "en") == ()
    assert shared_statements(pages([SAID[0], SAID[1], "It rained on Tuesday while we had tea in the yard."]), "brick walls", "en") == ()


def test_the_demo_has_statements_and_the_same_pages_give_the_same() -> None:
    study = demo_study("repointing")
    found = shared_statements(study.pages, study.keyword, "en")
    assert found == shared_statements(study.pages, study.keyword, "en")
    assert 10 <= len(found) <= 30 and all(statement.pages >= 3 for statement in found)
    assert any("twice" in one.text and "mm" in one.text for statement in found for one in statement.stated)


@pytest.mark.parametrize(
    ("text", "figures"),
    [
        ("One part to 2.5 of sand at 5 °C.", ("2.5", "5 °C")),
        ("About 20mm deep and 20 mm wide.", ("20 mm",)),
        ("It costs £45 a metre.", ("£45",)),
        ("Nothing is counted here.", ()),
    ],
)
def test_figures(text: str, figures: tuple[str, ...]) -> None:
    assert figures_in(text, "en") == figures


def test_a_decision_holds_as_long_as_its_sentence_is_one_of_them() -> None:
    consensus = build_consensus(pages(SAID), "brick walls")
    last = consensus.statements[0].stated[-1]
    decided = decide(consensus, decisions=Decisions(by_key={sentence_key(last.text): Decision("dropped")}))
    assert decided.statements[0].decision == "dropped" and decided.statements[0].key == sentence_key(last.text)
    plain = decide(consensus)
    assert plain.statements[0].decision == "" and [t.weight for t in plain.terms] == [t.weight for t in decided.terms]
