"""Names and concepts: where they come from, and what kind each is held to be."""

from __future__ import annotations

from dataclasses import replace

import pytest

from fundament.core.language.analysis import analyse_text
from fundament.core.language.wordnet import noun_senses
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.entity_finding.concept_kinds import concept_kinds, senses_as_written
from fundament.core.yardstick.entity_finding.entity_names import find_names, is_compound
from fundament.core.yardstick.entity_finding.name_runs import cue_beside, name_runs
from fundament.core.yardstick.model import ComparedPage, Entity
from fundament.core.yardstick.page_analysis import NameUse, analyse_page
from gold.yardsticks import yardstick_of

MASONRY = ("mortar", "brick", "lime", "trowel", "wall", "sand", "joint", "chisel", "cement", "mason")
BIRDS = ("bird", "sparrow", "eagle", "feather", "wing", "nest", "pigeon", "prey", "egg", "owl")


def pages(*texts: str) -> list[ComparedPage]:
    found = []
    for number, text in enumerate(texts, 1):
        reading = read_page(f"<main><h1>Page {number}</h1><p>{text}</p></main>", f"https://www.site-{number}.example/a")
        found.append(ComparedPage(number, reading, analyse_page(reading)))
    return found


def entities(*texts: str) -> dict[str, Entity]:
    return {entity.name: entity for entity in yardstick_of(pages(*texts), "lime mortar").entities}


@pytest.mark.parametrize(("subject", "kind"), [(MASONRY, "artefact"), (BIRDS, "animal")])
def test_the_subject_decides_what_a_word_means(subject: tuple[str, ...], kind: str) -> None:
    assert {"animal", "artefact"} <= {sense.kind for sense in noun_senses("hawk")}
    nouns = ["hawk", *(noun for noun in subject if noun_senses(noun))]
    assert concept_kinds(nouns, [subject[:4]] * len(nouns), subject)[0][0] == kind


def test_kinds_are_the_same_each_time_and_empty_for_unknown_nouns() -> None:
    nouns = ["mortar", "brick", "blorptangle"]
    once = concept_kinds(nouns, [MASONRY] * 3, MASONRY)
    assert once == concept_kinds(nouns, [MASONRY] * 3, MASONRY)
    assert once[2] == ("", 0.0) and all(kind and 0 < share <= 1 for kind, share in once[:2])
    assert concept_kinds([], [], MASONRY) == []


def test_a_name_known_on_one_page_counts_wherever_it_stands_with_its_capital() -> None:
    found = entities(
        "The work was looked over by the Lime Wardens Guild in the spring of that year, and it passed.",
        "Ask for somebody from the Lime Wardens Guild when you want the mortar of your wall to be looked at.",
        "There are lime wardens of a guild in every town, but we have never met any of them here.",
    )
    guild = found["Lime Wardens Guild"]
    assert guild.kind == "organisation" and guild.pages == 2


@pytest.mark.parametrize(
    ("name", "kind"),
    [
        ("Ashlar Trust", "organisation"),
        ("Skelder Bay", "place"),
        ("Ancient Walls Act", "law"),
        ("Kiln Lane", "place"),
        ("Quoin Museum", "organisation"),
    ],
)
def test_the_last_word_of_a_name_says_what_it_names(name: str, kind: str) -> None:
    found = entities(f"We wrote to the {name} about the mortar of our wall.", f"Nobody had heard of the {name} before the wall fell down.")
    assert found[name].kind == kind


def test_a_common_noun_at_the_beginning_of_a_sentence_is_no_name() -> None:
    found = find_names(
        pages("Mortar is soft. The mortar of the wall is soft and the mortar is old.", "Mortar is what we mix. The mortar is stiff."), "en"
    )
    assert ("mortar",) not in found


def test_an_acronym_joins_what_it_stands_for() -> None:
    text = "We use natural hydraulic lime (NHL) for the wall. The NHL is mixed with sand, and natural hydraulic lime sets with water."
    joined = entities(text, text.replace("wall", "house"))
    assert "natural hydraulic lime" in joined and "NHL" in joined["natural hydraulic lime"].aliases
    assert ("nhl",) in joined["natural hydraulic lime"].phrases


@pytest.mark.parametrize("text", ["(NHL)", "lime (NHL)", "a b c (ABC", "one two three four five six seven (OTT) " * 400])
def test_brackets_without_an_expansion_are_left(text: str) -> None:
    reading = read_page(f"<main><p>{text}</p></main>", "https://a.example/")
    assert analyse_page(reading).acronyms == {}


def test_addresses_and_paths_are_never_terms_or_entities() -> None:
    text = "Edit /etc/lime/mortar.list or write to yard@lime.example. See https://www.lime.example/mortar for the mortar of the wall."
    yardstick = yardstick_of(pages(text, text.replace("wall", "house"), text.replace("wall", "barn")), "lime mortar")
    for name in (*(t.name for t in yardstick.terms), *(e.name for e in yardstick.entities)):
        assert not any(sign in name for sign in "/@:") and "example" not in name and "etc" not in name.split()


def test_ordinary_words_in_capitals_are_no_names() -> None:
    found = find_names(
        pages(
            "Every change is written with COMMIT or thrown away with ROLLBACK before the next UPDATE of the table is begun.",
            "A LOCK TABLE waits until the others are done, and NATO or UNESCO have nothing to say in it at all.",
        ),
        "en",
    )
    written = {form for entity in found.values() for form in entity.forms}
    assert not written & {"COMMIT", "ROLLBACK", "UPDATE", "LOCK TABLE", "LOCK"}
    assert "NATO" in written


def test_a_heading_in_title_case_makes_no_names() -> None:
    text = "<p>The locks of the file are held until the journal is gone, and then they are let go again.</p>"
    readings = [
        read_page(f"<main><h1>Page</h1><h2>Atomic Commit And Rollback Journals</h2>{text}</main>", f"https://s-{n}.example/")
        for n in (1, 2)
    ]
    found = find_names([ComparedPage(n, reading, analyse_page(reading)) for n, reading in enumerate(readings, 1)], "en")
    assert found == {}


@pytest.mark.parametrize(
    ("name", "cue", "kind"),
    [
        ("PostgreSQL", "place", "product"),
        ("SQLite", "", "product"),
        ("McKay", "person", "person"),
        ("Dunwater", "place", "place"),
        ("ZKQ", "", ""),
    ],
)
def test_a_capital_inside_a_word_is_a_products_and_else_the_words_beside_it_decide(name: str, cue: str, kind: str) -> None:
    told = [
        replace(page, analysis=replace(page.analysis, names=(NameUse(name, cue, 1),)))
        for page in pages(*[f"In those days everybody knew {name} for it, and so did we in our {place}." for place in ("town", "street")])
    ]
    assert [entity.kind for entity in find_names(told, "en").values()] == [kind]


@pytest.mark.parametrize(
    ("text", "language", "names"),
    [
        ("We wrote to Mrs Ada Sandler at Ashlar Trust, and NHL 3.5 came by post.", "en", {"Mrs Ada Sandler": "person", "Ashlar Trust": "place", "NHL 3.5": ""}),
        ("Lime Mortar Is What You Need For Old Walls And Chimneys.", "en", {}),
        ("Mortar is soft, but Portland cement is hard.", "en", {"Portland": ""}),
        ("Der Mörtel von Kalkwerk Zwillbrunn ist weich, und NHL steht auf dem Sack.", "de", {"Kalkwerk Zwillbrunn": "", "NHL": ""}),
        ("Le mortier de la maison Dubrillac vient de Trévarn chaque année.", "fr", {"Dubrillac": "", "Trévarn": ""}),
    ],
)  # fmt: skip
def test_names_are_runs_of_capitals_that_say_something(text: str, language: str, names: dict[str, str]) -> None:
    (sentence,) = analyse_text(text, language)
    found = {}
    for first, end in name_runs(sentence, language):
        begin, after = sentence.bounds(first, end)
        found[text[begin:after]] = cue_beside(sentence, first, end, language)
    assert found == names


@pytest.mark.parametrize(
    ("url", "is_own"),
    [
        ("https://www.ashlar-trust.co.uk/advice", True), ("https://shop.ashlartrust.org.uk/", True), ("https://ashlartrust.example/", True),
        ("https://ashlar.co.uk/", False), ("https://other.co.uk/ashlartrust", False), ("", False),
    ],
)  # fmt: skip
def test_a_site_is_known_by_the_name_that_was_registered(url: str, is_own: bool) -> None:
    from fundament.core.yardstick.entity_finding.entity_names import is_of_site

    assert is_of_site("ashlartrust", url) == is_own


def test_german_compounds_are_nouns_and_towns_are_names() -> None:
    assert all(is_compound(word, False, "de") for word in ("Handbuchseite", "Prozesskennung", "Netzwerkschnittstellen"))
    assert is_compound("Adresse", True, "de")
    assert not any(is_compound(word, False, "de") for word in ("Regensburg", "Deutschland", "Siemens"))


def test_what_a_class_of_things_is_called_says_the_kind_of_a_name_beside_it() -> None:
    def kinds(language: str, *sentences: str) -> dict[str, str]:
        text = "".join(f"<p>{sentence}</p>" for sentence in sentences)
        pages = []
        for number in range(3):
            reading = read_page(f"<html lang={language}><main><h1>Post</h1>{text}</main></html>", f"https://p-{number}.example/")
            pages.append(ComparedPage(number + 1, reading, analyse_page(reading)))
        return {form: found.kind for found in find_names(pages, language).values() for form in found.forms}

    english = kinds("en", "The old firm Hartwig sends its letters over the QTP protocol, and it has done so for years.")
    assert english["QTP"] == "technology" and english["Hartwig"] == "organisation"
    french = kinds(
        "fr", "Le serveur envoie les lettres avec le protocole QTP et il les garde dans la ville de Montreval depuis des années."
    )
    assert french["QTP"] == "technology" and french["Montreval"] == "place"


@pytest.mark.parametrize(
    ("noun", "is_capital", "kinds"),
    [
        ("hessian", True, set()),
        ("hessian", False, {"artefact"}),
        ("trf", False, set()),
        ("ceres", True, set()),
        ("portland cement", True, {"substance"}),
    ],
)
def test_a_noun_has_the_senses_that_are_written_as_the_pages_write_it(noun: str, *, is_capital: bool, kinds: set[str]) -> None:
    assert {sense.kind for sense in senses_as_written(noun, is_capital)} == kinds
    assert concept_kinds([noun], [[]], MASONRY, [is_capital])[0][0] in (kinds or {""})
