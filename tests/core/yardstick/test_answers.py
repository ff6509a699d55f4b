"""Who answers a question: the sentence has to hold the kind of answer that is asked for, and be of the question's subject."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.language.asked import KINDS, kind_of_question
from fundament.core.language.packs import pack_of, packs
from fundament.core.reading.read_draft import read_draft
from fundament.core.yardstick.other_pages.answers import VERDICTS, Answer, answers
from fundament.core.yardstick.other_pages.demand import look_for

PAGE = (
    "<h1>Keeping bees</h1><h2>How long does it take?</h2><p>A colony needs three seasons before it gives a full crop of honey.</p>"
    "<h2>What it costs</h2><p>Expect to pay from £180 to £240 for a hive with its frames. A suit is £90.</p>"
    "<h2>Where to stand the hive</h2><p>Stand the hive 40 cm above the ground, with its back to the wind. We have kept bees since 2009.</p>"
    "<h2>Varroa mites</h2><p>Treat the hive against varroa mites in December, because there is no brood then for the mites to hide in.</p>"
)


def answer(question: str, page: str = PAGE, keyword: str = "keeping bees", language: str = "en") -> Answer:
    return answers([question], read_draft(page, language=language), keyword, language)[0]


@pytest.mark.parametrize(
    ("question", "holds"),
    [
        ("How long does it take to keep bees?", "three seasons"),
        ("How much does keeping bees cost?", "£180"),
        ("How high should the hive stand above the ground?", "40 cm"),
        ("Why treat varroa mites in December?", "because"),
        ("When should I treat against varroa mites?", "December"),
    ],
)
def test_an_answer_holds_what_is_asked_for(question: str, holds: str) -> None:
    found = answer(question)
    assert found.verdict == "answered" and holds in found.text


@pytest.mark.parametrize(
    ("question", "page"),
    [
        ("How long will it take?", "<p>I have repaired pointing for people since 2009.</p>"),
        ("How long does varnish last?", "<p>Two coats of varnish take a day each, and the second is rubbed down.</p>"),
        ("How much does a hive cost?", "<p>What a hive costs depends on many things, and the cost of a hive is worth a thought.</p>"),
        ("How deep should the hive be?", "<p>The hive should be deep, and deep hives are good hives.</p>"),
        ("Which wood is best for a hive?", "<p>A hive is made of wood.</p>"),
        ("Why do bees swarm?", "<p>Bees swarm.</p><p>The shop opens at nine because of the market.</p>"),
        (
            "How many frames does a hive hold?",
            "<p>How many frames does a hive hold? 10 people asked us.</p>".replace("10 people asked us.", "Ask us."),
        ),
    ],
)
def test_what_only_names_it_is_no_answer(question: str, page: str) -> None:
    assert answer(question, page, "").verdict != "answered"


def test_one_persons_case_is_perhaps() -> None:
    assert answer("How much does a suit cost?", "<p>My suit cost £90 in the spring.</p>", "").verdict == "perhaps"
    assert answer("How much does a suit cost?", "<p>A suit costs about £90 in most shops.</p>", "").verdict == "answered"


def test_a_question_is_answered_alike_as_a_question_and_as_demand() -> None:
    reading = read_draft(PAGE, language="en")
    asked = ["How much does keeping bees cost?", "varroa mites", "hive tool", "How long does it take to keep bees?"]
    as_question = [found.verdict == "answered" for found in answers(asked, reading, "keeping bees", "en")]
    as_demand = [bool(found.answered) for found in look_for(asked, [reading], "keeping bees", "en")]
    assert as_question == as_demand == [True, True, False, True]


@pytest.mark.parametrize(
    ("language", "questions"),
    [
        ("de", {"duration": "Wie lange dauert es?", "cost": "Was kostet eine Beute?", "reason": "Warum schwärmen Bienen?", "size": "Wie tief muss das Loch sein?"}),
        ("fr", {"duration": "Combien de temps faut-il ?", "cost": "Combien coûte une ruche ?", "reason": "Pourquoi les abeilles essaiment-elles ?"}),
        ("es", {"duration": "¿Cuánto tiempo tarda?", "cost": "¿Cuánto cuesta una colmena?", "when": "¿Cuándo se castra?"}),
        ("it", {"duration": "Quanto tempo ci vuole?", "cost": "Quanto costa un'arnia?", "steps": "Come si fa?"}),
        ("nl", {"duration": "Hoe lang duurt het?", "cost": "Wat kost een kast?", "when": "Wanneer oogst je?"}),
        ("pl", {"duration": "Jak długo to trwa?", "cost": "Ile kosztuje ul?", "when": "Kiedy zbierać miód?"}),
        ("pt", {"duration": "Quanto tempo demora?", "cost": "Quanto custa uma colmeia?", "when": "Quando colher o mel?"}),
    ],
)  # fmt: skip
def test_every_language_knows_what_is_asked_for(language: str, questions: dict[str, str]) -> None:
    pack = pack_of(language)
    assert {kind: kind_of_question(text, pack.asked, pack.question_verbs) for kind, text in questions.items()} == {
        kind: kind for kind in questions
    }


def test_a_german_page_answers() -> None:
    page = "<h1>Bienen halten</h1><h2>Was kostet eine Beute?</h2><p>Eine Beute kostet zwischen 120 € und 180 €.</p><p>Das Schleudern dauert zwei Stunden.</p>"
    assert "120 €" in answer("Was kostet eine Beute?", page, "Bienen", "de").text
    assert answer("Wie lange dauert das Schleudern?", page, "Bienen", "de").verdict == "answered"
    assert answer("Wie lange hält eine Beute?", page, "Bienen", "de").verdict != "answered"


@settings(max_examples=25, deadline=None)
@given(st.text(max_size=80), st.text(max_size=300), st.sampled_from(sorted(packs())))
def test_any_question_of_any_page_has_one_verdict(question: str, text: str, language: str) -> None:
    found = answer(question, f"<p>{text.replace('<', ' ')}</p>", "", language)
    assert found.verdict in VERDICTS and (found.verdict == "absent") == (not found.text)
    pack = pack_of(language)
    assert kind_of_question(question, pack.asked, pack.question_verbs) in KINDS
