"""What was learned from outside pages: parts of speech, whether a phrase is a term, whether two sections belong together, which language a text is in."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.language.analysis import analyse_text
from fundament.core.language.detect import detect_language
from fundament.core.language.parts_of_speech import Lexicon, fold, read_lexicon, tag_words, write_lexicon
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.section_groups.section_probability import probabilities
from fundament.core.yardstick.section_groups.section_similarity import Section
from fundament.core.yardstick.term_finding.termhood import Phrase, termhood
from fundament.messages import say
from gold.yardsticks import yardstick_of


@pytest.mark.parametrize(
    ("text", "tags"),
    [
        ("The mason points the old wall with lime.", "OTHER NOUN VERB OTHER ADJ NOUN OTHER NOUN"),
        ("They point the wall at this point of the year.", "OTHER VERB OTHER NOUN OTHER OTHER NOUN OTHER OTHER NOUN"),
        ("We asked Ashlar Trust about 25 walls.", "OTHER VERB PROPN PROPN OTHER NUM NOUN"),
    ],
)
def test_a_word_has_the_part_of_speech_that_its_neighbours_give_it(text: str, tags: str) -> None:
    (sentence,) = analyse_text(text, "en")
    assert " ".join(tag_words([token.text for token in sentence.tokens], sentence.joined)) == tags


@given(
    st.lists(st.sampled_from(["the", "Zorbling", "zorblingly", "NHL", "25", "points", "wall", "é", "ʼ", "of"]), max_size=12), st.booleans()
)
def test_any_words_have_one_part_of_speech_each(words: list[str], joined: bool) -> None:
    assert len(tag_words(words, [joined] * len(words))) == len(words) == len(fold(words))


TERM = {
    "specificity": 2.5,
    "uses": 30,
    "paragraphs": 15,
    "heading_share": 0.3,
    "page_share": 0.6,
    "verb_share": 0.0,
    "adjective_share": 0.0,
}


def test_words_of_the_kind_of_text_are_less_probably_terms() -> None:
    phrases = [Phrase("lime mortar", ("lime", "mortar"), **TERM)]  # type: ignore[arg-type]
    phrases += [
        Phrase(word, (word,), **{**TERM, "specificity": 1.2, "heading_share": 0.0, "paragraphs": 29, "verb_share": 0.6})
        for word in ("specified", "configure", "useful")
    ]  # type: ignore[arg-type]
    probable = termhood(phrases, "lime mortar for old walls", "en")
    assert probable[0] > 0.8 and (probable[0] - 0.2 > probable[1:]).all()
    assert len(termhood([], "lime", "en")) == 0


def test_the_keyword_and_its_words_are_always_terms() -> None:
    text = "Water in the garden is what people ask about. People want water for the garden in summer, and the garden needs water when the rain is late."
    found = []
    for number, other in enumerate(("day", "week", "year"), 1):
        reading = read_page(
            f"<main><h1>P</h1><p>{text}</p><p>Every {other} the water is there for the garden again, and the people see to it.</p></main>",
            f"https://s{number}.example/",
        )
        found.append(ComparedPage(number, reading, analyse_page(reading)))
    names = {term.name for term in yardstick_of(found, "garden water").terms}
    assert {"water", "garden"} <= names


def section(heading: str, text: str) -> Section:
    return Section(heading, 2, 0.5, text, text)


RAKE = "Rake the old mortar out of the joints to twice their height with a plugging chisel, and brush the dust out of them before you wet the wall."
PAY = "Expect to pay forty pounds a square metre, scaffolding and tax not included, in most towns of the north, and more in the capital."
SEED = "Sow the seed thinly in trays of damp compost, cover them with glass, and move the seedlings on when they have two leaves each."


def test_sections_belong_together_in_absolute_terms() -> None:
    sections = [
        (0, section("Raking out the joints", RAKE)),
        (1, section("How to rake out joints", RAKE.replace("brush", "blow"))),
        (2, section("What it costs", PAY)),
        (3, section("Sowing seed", SEED)),
    ]
    found = probabilities(sections, frozenset(["lime"]), "en")
    assert found.shape == (4, 4) and np.allclose(found, found.T) and (found >= 0).all() and (found <= 1).all()
    assert found[0, 1] > 0.5 and found[0, 2] < 0.2 and found[2, 3] < 0.2
    assert (probabilities([(0, s) for _, s in sections], frozenset(), "en") == 0).all()


def test_pages_that_have_nothing_in_common_have_no_subtopics() -> None:
    found = []
    for number, (heading, text) in enumerate((("Raking out", RAKE), ("What it costs", PAY), ("Sowing seed", SEED)), 1):
        reading = read_page(f"<main><h1>P</h1><p>{text}</p><h2>{heading}</h2><p>{text}</p></main>", f"https://s{number}.example/")
        found.append(ComparedPage(number, reading, analyse_page(reading)))
    assert yardstick_of(found, "lime").subtopics == ()


@pytest.mark.parametrize(
    ("text", "stated", "language"),
    [
        ("Väggen fogades med kalk för trettio år sedan och muraren sade att den håller länge än.", "", "sv"),
        ("Väggen fogades med kalk för trettio år sedan och muraren sade att den håller länge än.", "en", "sv"),
        ("Стену расшивали известью каждые тридцать лет, и каменщик говорил, что она простоит долго.", "ru", "ru"),
        ("この壁は三十年前に石灰で目地を詰め直したもので、職人はこれからも長く持つと言っていました。", "", "ja"),
        ("Kalkmörtel für alte Mauern", "", "de"),
        ("1850", "cs", "cs"),
        ("1850", "", ""),
        ("", "", ""),
    ],
)
def test_a_language_is_told_among_all_or_not_at_all(text: str, stated: str, language: str) -> None:
    assert detect_language(text, stated=stated) == language


def test_a_language_without_spaces_is_counted_and_said() -> None:
    reading = read_page(
        f"<html lang=zh><main><p>{'这堵墙三十年前用石灰重新勾缝，工匠说它还能维持很久。' * 9}</p></main>", "https://a.example/"
    )
    assert reading.language == "zh" and reading.word_count > 90
    assert [note.code for note in reading.notes] == ["reading.without_spaces"] and "Chinese" in say(reading.notes[0])


def test_pages_in_another_language_are_left_out_by_name() -> None:
    texts = [RAKE, RAKE.replace("wall", "house"), "Väggen fogades med kalk för trettio år sedan och muraren sade att den håller länge än."]
    found = []
    for number, text in enumerate(texts, 1):
        reading = read_page(f"<main><p>{text}</p></main>", f"https://s{number}.example/")
        found.append(ComparedPage(number, reading, analyse_page(reading)))
    yardstick = yardstick_of(found, "lime mortar")
    assert len(yardstick.pages) == 2 and "1 page in Swedish left out: the others are in English." in [say(note) for note in yardstick.notes]


def test_a_lexicon_goes_to_a_file_and_back(tmp_path: object) -> None:
    lexicon = Lexicon(
        {"wall": "N", "old": "A"},
        {"old": "AN"},
        frozenset(["the"]),
        {"ing": "VN"},
        {("the", "old", "$"): "N"},
        {("the", "old"): "A"},
        {},
        {},
    )
    path = tmp_path / "lexicon.txt.gz"  # type: ignore[operator]
    write_lexicon(lexicon, path)
    assert read_lexicon(path) == lexicon
    assert lexicon.tag(["The", "old"], [False, True]) == ["O", "N"] or lexicon.tag(["The", "old"], [False, True])[1] == "N"
