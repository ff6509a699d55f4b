"""Words, sentences, phrases and what counts as a use."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.language import vectors
from fundament.core.language.analysis import KEPT_SENTENCES, analyse_text, keep_sentences, packed, take_over
from fundament.core.language.detect import detect_language
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.sentences import split_sentences
from fundament.core.language.uses import uses_in
from fundament.core.language.words import count_words, is_address, is_quantity, lemma_of, tokenize
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.page_analysis import analyse_page


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("bricks", "brick"), ("the wall's", "the walls"), ("re-pointing", "repointing"), ("damp-proof", "damp proof"), ("gray", "grey"),
        ("moldy", "mouldy"), ("organizing", "organising"), ("meters", "metre"), ("Lime’s", "lime's"), ("colors", "colour"),
    ],
)  # fmt: skip
def test_spelling_variants_share_their_lemmas(one: str, other: str) -> None:
    assert [t.lemma for t in tokenize(one)] == [t.lemma for t in tokenize(other)]


def test_numbers_with_units_and_ratios_are_words() -> None:
    assert [t.text for t in tokenize("NHL 3.5 at 1:3, 25mm deep, 5 °C")] == ["NHL", "3.5", "at", "1:3", "25mm", "deep", "5 °C"]


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("laboratory", "labouratory"), ("colorado", "colourado"), ("size", "sise"), ("netting", "net"), ("heating", "heat"), ("glass", "glas"),
    ],
)  # fmt: skip
def test_words_that_only_look_like_variants_stay_as_they_are(one: str, other: str) -> None:
    assert lemma_of(one) != lemma_of(other)


@pytest.mark.parametrize(
    ("american", "british"),
    [
        ("traveling", "travelling"), ("chiseled", "chiselled"), ("catalog", "catalogue"), ("vapor", "vapour"), ("neighbors", "neighbours"),
        ("license", "licence"), ("programs", "programmes"), ("plow", "plough"), ("draftproofing", "draughtproofing"), ("sheeps", "sheep's"),
    ],
)  # fmt: skip
def test_regional_spelling_meets(american: str, british: str) -> None:
    assert lemma_of(american) == lemma_of(british)


@pytest.mark.parametrize(
    ("one", "other"), [("3.5 mm", "3.5mm"), ("5 °C", "5°C"), ("20 %", "20%"), ("1,500 W", "1,500W"), ("10 m²", "10m²")]
)
def test_a_number_with_its_unit_is_one_word_however_it_is_spaced(one: str, other: str) -> None:
    first, second = tokenize(one), tokenize(other)
    assert len(first) == len(second) == 1
    assert first[0].lemma == second[0].lemma and is_quantity(first[0].text)


@pytest.mark.parametrize("text", ["5 in the morning", "12 lambs", "3 men", "1 a day"])
def test_a_word_behind_a_number_is_no_unit(text: str) -> None:
    assert [t.text for t in tokenize(text)] == text.split()


@given(
    st.lists(
        st.sampled_from(
            ["a.b", "www.", "http:", "x@y", "/etc/a", "~/a", "Mr.", "3.5 mm", "e.g.", "b.com", "…", "’s", " ", ". ", "-", "/", "pre-fit"]
        )
    )
)
def test_an_address_further_on_changes_no_word_before_it(pieces: list[str]) -> None:
    text = "".join(pieces)
    assert tokenize(f"{text} , https://a.example/b")[:-1] == tokenize(text)


@pytest.mark.parametrize("word", ["https://www.a.example/x?y=1", "bob@b.example", "/etc/apt/sources.list", "deb.lime.org", "index.html"])
def test_addresses_are_one_word(word: str) -> None:
    found = tokenize(f"See {word}, and go on.")
    assert [t.text for t in found] == ["See", word, "and", "go", "on"]
    assert is_address(found[1].text)


@pytest.mark.parametrize("text", ["and/or", "1:3", "1/3", "U.K.", "e.g. this", "It ended. Then"])
def test_what_only_looks_like_an_address(text: str) -> None:
    assert not any(is_address(t.text) for t in tokenize(text))


@pytest.mark.parametrize(
    "sentence",
    [
        "Lime mortar is a mix of lime and sand.", "Two masons came with plugging chisels and hammers.", "Fill the joints of the wall with lime mortar.",
        "You need listed building consent to replace a window in a listed building.", "It ran down the bricks, shrank and cracked.",
    ],
)  # fmt: skip
def test_sentences_of_people_are_not_taken_for_lists(sentence: str) -> None:
    names = [
        "lime mortar",
        "lime",
        "sand",
        "mix",
        "mason",
        "plugging chisel",
        "hammer",
        "joint",
        "wall",
        "brick",
        "shrink",
        "crack",
        "listed building",
        "window",
    ]
    matcher = PhraseMatcher((tuple(t.lemma for t in tokenize(name)), number) for number, name in enumerate(names))
    counted, *_ = uses_in(analyse_text(sentence), matcher, "en")
    assert counted


@pytest.mark.parametrize(
    ("text", "language", "lemmas", "words"),
    [
        ("Le contrôle d'accès et l’authentification.", "fr", ["le", "contrôle", "d", "accès", "et", "l", "authentification"], 5),
        ("Qu'est-ce que c'est aujourd'hui?", "fr", ["qu", "être", "ce", "que", "c", "être", "aujourdhui"], 5),
        ("La forza dell'acqua", "it", ["il", "forza", "dell", "acqua"], 3),
        ("The O'Brien brothers' d'etat", "en", None, 4),
    ],
)
def test_elided_words_are_words_of_their_own_and_counted_with_the_next(
    text: str, language: str, lemmas: list[str] | None, words: int
) -> None:
    tokens = tokenize(text, language)
    assert all(text[token.start : token.end].lower() == token.text.lower() for token in tokens)
    assert sum(sentence.words for sentence in analyse_text(text, language)) == words == count_words(text)
    if lemmas is not None:
        assert [token.lemma for token in tokens] == lemmas


def test_a_name_in_a_program_is_one_word() -> None:
    assert [token.text for token in tokenize("Set max_connections or mod_auth_basic, not _x_ or a__.")][1:4:2] == [
        "max_connections",
        "mod_auth_basic",
    ]
    assert len(tokenize("a" + "_" * 50_000 + " b")) == 2


def test_words_that_must_stay_apart_do() -> None:
    assert lemma_of("repointing") != lemma_of("pointing") != lemma_of("point")


@given(st.text(max_size=200))
def test_offsets_point_at_the_words_and_sentences_lose_nothing(text: str) -> None:
    for token in tokenize(text):
        assert 0 <= token.start < token.end <= len(text)
    assert count_words(text) >= 0
    bounds = split_sentences(text)
    assert "".join("".join(text[a:b].split()) for a, b in bounds) == "".join(text.split())


@pytest.mark.parametrize(
    ("text", "count"),
    [
        ("Use NHL 3.5, e.g. from St. Clement. Then go.", 2), ("It is approx. 3 mm. Ask Mr. Smith.", 2), ("Is it so? Yes! Good.", 3),
        ("No full stop at the end", 1), ("J. Smith said it. Fig. 3 shows it.", 2), ("", 0), ("He said “Stop.” Then he went.", 2),
    ],
)  # fmt: skip
def test_sentence_bounds(text: str, count: int) -> None:
    assert len(split_sentences(text)) == count


def _uses(text: str, *phrases: str) -> list[int]:
    matcher = PhraseMatcher((tuple(t.lemma for t in tokenize(p)), n) for n, p in enumerate(phrases))
    return uses_in(analyse_text(text), matcher, "en")[0]


def test_a_phrase_inside_a_longer_one_is_counted_for_its_own_uses_only() -> None:
    assert _uses("The lime mortar is soft, and the mortar is pale.", "mortar", "lime mortar") == [1, 0]


def test_repeated_uses_in_one_sentence_count_once() -> None:
    assert _uses("The brick is a brick and was a brick.", "brick") == [0]


def test_a_phrase_does_not_cross_a_comma() -> None:
    assert _uses("We use lime, mortar is what it becomes.", "lime mortar") == []


@pytest.mark.parametrize(
    "stuffed",
    [
        "lime mortar, brick, joint, sand, trowel",
        "Lime mortar. Brick. Joint. Sand. Trowel.",
        "Here are the lime mortar, brick, joint, sand and trowel.",
        "It is about lime mortar and brick and joint and sand and trowel.",
    ],
)
def test_lists_and_crammed_sentences_do_not_count(stuffed: str) -> None:
    assert _uses(stuffed, "lime mortar", "brick", "joint", "sand", "trowel") == []


def test_a_natural_sentence_with_several_terms_counts() -> None:
    natural = "Rake out the old mortar to a depth of twice the joint width with a plugging chisel."
    assert sorted(_uses(natural, "mortar", "joint width", "plugging chisel", "depth")) == [0, 1, 2, 3]


@pytest.mark.parametrize(
    ("language", "text"),
    [
        ("de", "Die alte Mauer wird mit einem weichen Kalkmörtel verfugt, damit sie wieder austrocknen kann und der Ziegel nicht leidet."),
        ("fr", "Le mur ancien est rejointoyé avec un mortier de chaux souple afin que la brique puisse sécher et ne souffre pas du gel."),
        ("pl", "Stary mur jest spoinowany miękką zaprawą wapienną, aby cegła mogła wyschnąć i nie ucierpiała podczas mrozu w zimie."),
        ("en", "The old wall is repointed with a soft lime mortar so that the brick can dry out and does not suffer from the frost."),
    ],
)
def test_language_is_detected(language: str, text: str) -> None:
    assert detect_language(text) == language


@pytest.mark.parametrize(
    ("text", "words"),
    [(r"the vector \(w = (w_1, w_p)\) is \[ \frac{a}{b} \] here", 6), (r"\(a", 1), (r"C:\(x86) files", 3), (r"\(a \(b\)", 2)],
)
def test_a_formula_is_one_word_and_no_term(text: str, words: int) -> None:
    tokens = tokenize(text)
    assert len(tokens) == count_words(text) == words
    assert all(is_address(token.text) for token in tokens if "\\" in token.text)


@pytest.mark.parametrize("opens_in_english", [True, False])
def test_of_a_long_text_in_two_languages_the_larger_part_decides(*, opens_in_english: bool) -> None:
    """Also where the other one comes first: a long text is looked at all over."""
    english = "The old wall is repointed with a soft lime mortar so that the brick can dry out and does not suffer from the frost. " * 30
    german = (
        "Die alte Mauer wird mit einem weichen Kalkmörtel verfugt, damit sie wieder austrocknen kann und der Ziegel nicht leidet. " * 100
    )
    assert detect_language(english + german if opens_in_english else german + english) == "de"


@pytest.mark.parametrize(
    "text", ["a." * 20_000, "/a" * 20_000, "a@" * 20_000, "a-" * 20_000, "a.de." * 10_000, "Aa Bb " * 10_000, "(AB) " * 10_000]
)
def test_texts_made_to_be_slow_are_taken_apart_like_others(text: str) -> None:
    """Patterns whose time grew with the square of such a text would not come back from here."""
    reading = read_page(f"<main><p>{text}</p></main>", "https://a.example/")
    assert analyse_page(reading).word_count == count_words(text.strip()) > 0


def test_vectors_are_asked_for_by_many_threads_while_the_cache_is_emptied(monkeypatch: pytest.MonkeyPatch) -> None:
    from concurrent.futures import ThreadPoolExecutor

    monkeypatch.setattr(vectors._kept, "most_bytes", 4_000)  # so that it is emptied all the time
    texts = [[f"lime mortar {n + k}" for k in range(4)] for n in range(60)]
    alone = [vectors.embed(some) for some in texts]
    with ThreadPoolExecutor(8) as pool:
        together = list(pool.map(vectors.embed, texts))
    assert all((one == other).all() for one, other in zip(alone, together, strict=True))


@given(st.text(alphabet=st.sampled_from("ab1 .,!?…\"')’-/:@_\n\u00a0mм"), max_size=60))
def test_the_words_of_the_sentences_are_those_of_the_text(text: str) -> None:
    assert sum(sentence.counted_words for sentence in analyse_text(text)) == count_words(text)


@settings(deadline=None)  # the first example loads the vectors
@given(st.lists(st.text(alphabet=st.sampled_from("ab hlime,.-’é3 \n▁<s>/"), max_size=40), min_size=1, max_size=70))
def test_vectors_are_those_of_the_library(texts: list[str]) -> None:
    assert vectors.mean_vectors(texts) == pytest.approx(np.asarray(vectors._model().embed(texts, norm=False)), abs=1e-6)


@pytest.mark.parametrize("language", ["en", "fr", "de"])
def test_sentences_handed_from_process_to_process_are_those_that_would_be_cut(language: str) -> None:
    texts = ["Rake out the joints of the old wall. It takes 2.5 hours, or l'après-midi.", "Re-pointing: NHL 3.5, nothing else!", ""]
    wanted = [analyse_text(text, language) for text in texts]
    handed = packed(texts, language)
    keep_sentences(KEPT_SENTENCES)
    take_over(handed, language)
    assert [analyse_text(text, language) for text in texts] == wanted


@pytest.mark.parametrize(
    ("text", "language", "lemmas"),
    [
        ("B-trees and a B-tree", "en", ["b-tree", "and", "a", "b-tree"]),
        ("E-Mail, e-mail, email", "en", ["email", "email", "email"]),
        ("T-shirt", "fr", ["t-shirt"]),
        ("Y-a-t-il", "fr", ["y", "avoir", "t", "il"]),
        ("a row-level lock", "en", ["a", "row", "level", "lock"]),
    ],
)
def test_a_letter_with_a_hyphen_is_part_of_its_word(text: str, language: str, lemmas: list[str]) -> None:
    tokens = tokenize(text, language)
    assert [token.lemma for token in tokens] == lemmas
    assert all(text[token.start : token.end] == token.text for token in tokens)


def test_no_phrase_begins_or_ends_inside_a_word_with_hyphens() -> None:
    text = "A row-level lock holds one row, and a table-level lock holds the whole table until the writer is done with it."
    found = {
        c.key
        for c in analyse_page(
            read_page(f"<title>Locks</title><h1>Locks</h1><p>{text}</p><p>{text}</p>", "https://a.example/locks")
        ).candidates
    }
    assert "row level lock" in found and "lock" in found and "level lock" not in found
