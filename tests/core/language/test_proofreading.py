"""A text's language: published values of the readability formulas hold, mistakes are found at their place, and what is right is left alone."""

from __future__ import annotations

from pathlib import Path

import pytest

from fundament.core.language.analysis import analyse_text
from fundament.core.language.packs import pack_of, packs
from fundament.core.proofreading.model import Remark, SpellerLateError
from fundament.core.proofreading.readability import FORMULAS, Counts, count, readability
from fundament.core.proofreading.remarks import LONG_SENTENCE, remarks_of, shared_words
from fundament.core.reading.model import Block, Reading
from fundament.providers import hunspell
from fundament.providers.hunspell import Hunspell, speller_for

OTHERS = ("de", "fr", "es", "it", "nl", "pt", "pl")


def reading(*blocks: str | Block, language: str = "en") -> Reading:
    made = [b if isinstance(b, Block) else Block("paragraph", 0, b, True, "", (), f"b{n}") for n, b in enumerate(blocks)]
    return Reading(url="", title="", description="", language=language, blocks=tuple(made), word_count=0)


def found(*blocks: str | Block, language: str = "en", **more: object) -> list[Remark]:
    return remarks_of(reading(*blocks, language=language), speller=speller_for(language), **more)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("key", "counts", "value"),
    [  # words, sentences, syllables, letters, long words, words of many syllables; worked out by hand from the published formulas
        (
            "flesch",
            Counts(100, 5, 150, 0, 0, 0),
            59.64,
        ),  # 20 words a sentence and 1.5 syllables a word: "standard" begins at 60 in Flesch's table
        ("kincaid", Counts(100, 5, 150, 0, 0, 0), 9.91),
        ("amstad", Counts(100, 10, 180, 0, 0, 0), 64.7),
        ("kandel_moles", Counts(100, 5, 160, 0, 0, 0), 68.94),
        ("fernandez_huerta", Counts(100, 5, 200, 0, 0, 0), 66.44),
        ("gulpease", Counts(100, 5, 0, 480, 0, 0), 56.0),
        ("douma", Counts(100, 5, 150, 0, 0, 0), 72.74),
        ("martins", Counts(100, 5, 200, 0, 0, 0), 59.335),
        ("pisarek", Counts(100, 10, 0, 0, 0, 24), 13.0),
        ("lix", Counts(100, 5, 0, 0, 25, 0), 45.0),
    ],
)
def test_the_published_formulas_hold(key: str, counts: Counts, value: float) -> None:
    formula = next(formula for formula in FORMULAS if formula.key == key)
    assert formula.of(counts) == pytest.approx(value, abs=0.01)


def test_every_language_has_figures_and_short_texts_have_none() -> None:
    for code in packs():
        figures = readability(Counts(200, 10, 300, 900, 40, 20), code)
        assert "lix" in figures and len(figures) >= 2
        assert readability(Counts(99, 10, 300, 900, 40, 20), code) == {}


@pytest.mark.parametrize(
    ("word", "count_"),
    [("the", 1), ("water", 2), ("little", 2), ("makes", 1), ("boxes", 2), ("wanted", 2), ("walked", 1), ("readability", 5), ("beautiful", 3), ("science", 2), ("nation", 2), ("people", 2),
     ("quiet", 2), ("created", 3), ("queue", 1), ("association", 5), ("various", 3), ("idea", 3)],
)  # fmt: skip
def test_syllables_of_english_words(word: str, count_: int) -> None:
    assert pack_of("en").prose.syllables(word) == count_


def test_what_is_hard_is_harder_than_what_is_plain() -> None:
    plain = "The cat sat on the mat. It was warm. The dog came in and sat down too. " * 10
    hard = (
        "Notwithstanding institutional considerations, comprehensive documentation necessitates extraordinarily sophisticated administrative coordination. "
        * 10
    )
    easy, difficult = (readability(count(analyse_text(text, "en"), "en"), "en") for text in (plain, hard))
    assert easy["flesch"] > difficult["flesch"] and easy["lix"] < difficult["lix"] and easy["kincaid"] < difficult["kincaid"]


def test_mistakes_are_found_at_their_place_with_what_to_write() -> None:
    text = "Wet the wall before you begin. This is an test of the the mortar, and it is recieved well."
    by_kind = {remark.kind: remark for remark in found(text)}
    spelling = by_kind["spelling"]
    assert text[spelling.start : spelling.end] == "recieved" and "received" in spelling.suggestions and spelling.block == "b0"
    assert {text[remark.start : remark.end] for remark in found(text) if remark.kind == "grammar"} >= {"an", "the the"}


def test_names_terms_and_the_own_dictionary_are_words() -> None:
    text = (
        "We asked Hartlemoor about gauged ashlarwerk and about the quoinstone, and the RSPBX had a word on it, see www.quoinz.example/lime."
    )
    assert {remark.text for remark in found(text) if remark.kind == "spelling"} == {"ashlarwerk", "quoinstone"}
    assert not [remark for remark in found(text, known=["gauged ashlarwerk", "quoinstone"]) if remark.kind == "spelling"]
    assert not [remark for remark in found("They repoint the wall.", known=["repointing brick"]) if remark.kind == "spelling"]
    assert len([remark for remark in found("A quoinstone is a quoinstone.", "The quoinstone.") if remark.kind == "spelling"]) == 1


def test_british_and_american() -> None:
    assert not [r for r in found("The colour of the grey wall is odd.", dialect="british") if r.kind == "spelling"]
    assert [r.text for r in found("The colour of the wall is odd.", dialect="american") if r.kind == "spelling"] == ["colour"]


def test_style_and_nesting_are_remarks_and_can_be_hushed() -> None:
    long = "We went " + "and we went " * LONG_SENTENCE + "home."
    heads = [Block("heading", level, f"Heading {level}", True, "", (), f"h{n}") for n, level in enumerate((1, 2, 4))]
    remarks = found(*heads, "The wall was built by masons, and it is really very old.", long)
    assert {"passive", "filler", "long_sentence", "nesting"} <= {remark.kind for remark in remarks}
    assert [remark.block for remark in remarks if remark.kind == "nesting"] == ["h2"]
    hushed = frozenset(remark.key for remark in remarks if remark.kind != "filler")
    assert {remark.kind for remark in found(*heads, "The wall was built by masons, and it is really very old.", long, hushed=hushed)} == {
        "filler"
    }
    assert not found(Block("code", 0, "teh wrld is brkn", True, "", (), "c"))


@pytest.mark.parametrize(
    ("language", "text", "wrong"),
    [
        ("de", "Das Hasu steht seit hundert Jahren am Ufer, und die Gartenmauer wurde nie gestrichen.", "Hasu"),
        ("fr", "La maisson est ancienne, et le mur du jardin n'a jamais été peint.", "maisson"),
        ("es", "La casa es antgua, y el muro del jardín nunca se ha pintado.", "antgua"),
        ("it", "La casa è anticha, e il muro del giardino non è mai stato dipinto.", "anticha"),
        ("nl", "Het husi is oud, en de tuinmuur is nooit geverfd.", "husi"),
        ("pt", "A casa é antigga, e o muro do jardim nunca foi pintado.", "antigga"),
        ("pl", "Ten dom jest starry i mur ogrodu nigdy nie był malowany.", "starry"),
    ],
)
def test_spelling_by_the_systems_dictionaries(language: str, text: str, wrong: str) -> None:
    assert [remark.text for remark in found(text, language=language) if remark.kind == "spelling"] == [wrong]


def test_a_dictionary_that_does_not_answer_says_so_and_goes_on_later(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    with pytest.raises(SpellerLateError):
        Hunspell("xx_XX").unknown(("word",))
    assert Hunspell("xx_XX").unknown(("^&*", "a\nb", "x" * 200)) == {}  # no words
    late = Hunspell("de_DE")
    words = tuple(f"Hasu{sign * 9}" for sign in "abcdefghij")
    silent = tmp_path / "silent"
    silent.write_text("#!/bin/sh\necho name\nexec sleep 60\n")
    silent.chmod(0o755)
    monkeypatch.setattr(hunspell, "PROGRAM", str(silent))
    monkeypatch.setattr(hunspell, "SECONDS", 0.3)
    with pytest.raises(SpellerLateError):
        late.unknown(words)
    monkeypatch.undo()
    assert set(late.unknown(words)) == set(words)


def test_reasons_are_told_in_words_of_ours_and_a_house_built_in_lime_is_no_mistake() -> None:
    assert [remark for remark in found("The houses of the street were built in lime.") if remark.kind == "grammar"] == []
    mistakes = [remark for remark in found("He could of done it, and it should of been alot better then that.") if remark.kind == "grammar"]
    assert mistakes and all("`" not in str(remark.message.values) for remark in mistakes)
    assert any("“" in str(remark.message.values) for remark in mistakes)


@pytest.mark.parametrize("language", ["en", "de"])
def test_code_options_and_words_told_in_quotation_marks_are_not_spelt(language: str) -> None:
    text = 'Die "Zwurbel" heißt so, und hasu --zwurbelt, www.zwurbel.example, zwurbel/zwarbel.'
    if language == "en":
        text = 'It is called "zwurbel" here, and wuold take --zwurbelt, www.zwurbel.example or zwurbel/zwarbel.'
    assert [remark.text for remark in found(text, language=language) if remark.kind == "spelling"] == [
        "wuold" if language == "en" else "hasu"
    ]


def test_only_words_are_asked_for() -> None:
    assert speller_for("pt", "br") is None and speller_for("en") is None
    known = Hunspell("de_DE")
    assert known.unknown(("Haus", "Hasu", "!quit", "*", "#")) == {"Hasu": known.unknown(("Hasu",))["Hasu"]}


def test_words_that_two_pages_share_are_right_as_they_are_written() -> None:
    pages = [
        reading("The quoinstone is laid in ashlarwerk.", "A quoinstonne."),
        reading("Quoinstone, and nothing else."),
        reading("Of ashlarwerk."),
    ]
    shared = shared_words(pages)
    assert {"quoinstone", "ashlarwerk"} <= shared and "quoinstonne" not in shared
    text = "We lay a quoinstone in ashlarwerk, and a quoinston in ashlarwerk by a quoinstonne."
    assert {r.text for r in found(text, shared=shared) if r.kind == "spelling"} == {"quoinston", "quoinstonne"}
