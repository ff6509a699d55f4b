"""The other languages: found out, measured, and plain about what they lack."""

from __future__ import annotations

import pytest

from fundament.core.language.detect import lacks_of
from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.packs import packs
from fundament.core.language.words import is_dictionary_word, lemma_of
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.score import score
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import analyse_page
from gold.yardsticks import yardstick_of

# language -> (keyword, a term that must be found, sentences, headings)
PAGES = {
    "de": ("ziegel verfugen", "kalkmörtel", (
        "Ein guter Kalkmörtel ist weicher als der Ziegel.", "Wir rühren den Kalkmörtel mit wenig Wasser an.", "Bei Frost wird kein Kalkmörtel fest.",
        "Vom Händler kommt fertiger Kalkmörtel in Säcken.", "Mit der Kelle drückt man Kalkmörtel in die Fuge."), ("Fugen auskratzen", "Was kostet das?")),
    "fr": ("rejointoyer un mur", "mortier", (
        "Le mortier ne doit pas être plus dur que la brique.", "On gâche ce mortier avec très peu d'eau.", "Quand il gèle, aucun mortier ne prend.",
        "Le sable donne au mortier sa couleur.", "Une truelle pousse bien le mortier au fond."), ("Gratter les joints", "Combien ça coûte ?")),
    "es": ("rejuntar ladrillo", "mortero", (
        "Un mortero no debe ser más duro que el ladrillo.", "Se amasa el mortero con muy poca agua.", "Con heladas ningún mortero se endurece.",
        "La arena da al mortero su color.", "Con la paleta se aprieta bien el mortero."), ("Vaciar las juntas", "¿Cuánto cuesta?")),
    "it": ("stuccare i mattoni", "malta", (
        "La malta non deve essere più dura del mattone.", "Si impasta una malta con poca acqua.", "Con il gelo nessuna malta fa presa.",
        "La sabbia dà alla malta il suo colore.", "Con la cazzuola si preme bene la malta."), ("Pulire i giunti", "Quanto costa?")),
    "nl": ("metselwerk voegen", "mortel", (
        "Een goede mortel is zachter dan de steen.", "Wij maken de mortel met weinig water aan.", "Als het vriest wordt geen mortel hard.",
        "Van het zand krijgt de mortel zijn kleur.", "Met de troffel duwt men mortel in de voeg."), ("Voegen uithakken", "Wat kost het?")),
    "pt": ("rejuntar tijolo", "argamassa", (
        "A argamassa não deve ser mais dura do que o tijolo.", "Mistura-se uma argamassa com pouca água.", "Com a geada nenhuma argamassa endurece.",
        "A areia dá à argamassa a sua cor.", "Com a colher aperta-se bem a argamassa."), ("Limpar as juntas", "Quanto custa?")),
    "pl": ("fugowanie cegły", "zaprawa", (
        "Dobra zaprawa jest bardziej miękka niż cegła.", "Ta zaprawa ma w sobie mało wody.", "Na mrozie żadna zaprawa nie stwardnieje.",
        "Od piasku ma zaprawa swój kolor.", "Kielnią idzie zaprawa do spoiny."), ("Usuwanie zaprawy", "Ile to kosztuje?")),
}  # fmt: skip


def pages(language: str) -> list[ComparedPage]:
    keyword, _, sentences, headings = PAGES[language]
    found = []
    for number in range(4):
        turned = sentences[number:] + sentences[:number]
        text = f"<p>{' '.join(turned[:4])}</p>"
        html = f"<html><head><title>{keyword} {number}</title></head><main><h1>{keyword}</h1><h2>{headings[0]}</h2>{text}<h2>{headings[1]}</h2>{text}</main></html>"
        reading = read_page(html, f"https://{language}-{number}.example/")
        found.append(ComparedPage(number + 1, reading, analyse_page(reading)))
    return found


def test_all_supported_languages_are_tried() -> None:
    assert {*PAGES, "en"} == set(packs())


@pytest.mark.parametrize("language", PAGES)
def test_a_language_has_terms_subtopics_and_structure_and_says_what_it_lacks(language: str) -> None:
    keyword, term, _, _ = PAGES[language]
    compared = pages(language)
    assert {page.reading.language for page in compared} == {language}
    yardstick = yardstick_of(compared, keyword)
    assert term in {t.name.lower() for t in yardstick.terms}
    assert yardstick.subtopics and not any(entity.weight for entity in yardstick.entities)  # everyday nouns that are terms earn as terms
    assert {f"note.lacks_{lack}" for lack in lacks_of(language)} <= {note.code for note in yardstick.notes}
    result = score(compared[0].reading, yardstick)
    # the points of what cannot be measured go to the other parts
    assert sum(part.max for part in result.parts) == pytest.approx(100.0)
    assert next(part.max for part in result.parts if part.name == "entities") == 0.0


def test_english_lacks_nothing() -> None:
    assert lacks_of("en") == ()


def test_german_nouns_keep_their_capital_and_other_words_do_not() -> None:
    text = (
        "Der Kalkmörtel, mit dem die Wand gefüllt wird, ist weich. Kalkmörtel ist auch das, was nach der Arbeit in der Wand bleibt. "
        "Es ist aber nur dann gut, wenn der Kalkmörtel von Hand und nicht zu schnell in die Wand kommt. Gefüllt wird sie erst am Ende."
    )
    readings = [read_page(f"<html lang=de><main><h1>Seite</h1><p>{text}</p></main></html>", f"https://de-{n}.example/") for n in (1, 2)]
    compared = [ComparedPage(n, reading, analyse_page(reading)) for n, reading in enumerate(readings, 1)]
    names = {term.name for term in yardstick_of(compared, "Fugen").terms}
    assert "Kalkmörtel" in names and "kalkmörtel" not in names and "Gefüllt" not in names


@pytest.mark.parametrize(
    ("one", "many"),
    [
        ("Baum", "Bäume"),
        ("Wand", "Wände"),
        ("Mauer", "Mauern"),
        ("Arbeit", "Arbeiten"),
        ("Miete", "Mieten"),
        ("Pflanze", "Pflanzen"),
        ("Nagel", "Nägel"),
        ("Mörtel", "Mörteln"),
        ("Bunker", "Bunkers"),
        ("Fuge", "Fugen"),
        ("Befangenheit", "Befangenheiten"),
        ("Haag", "Haags"),
    ],
)
def test_german_nouns_meet_in_one_term_whatever_verbs_look_like_them(one: str, many: str) -> None:
    assert lemma_of(one, "de") == lemma_of(many, "de") == one.lower()
    assert lemma_of("arbeiten", "de") == "arbeiten" and lemma_of("Alte", "de") == "alt"


@pytest.mark.parametrize("language", ["ja", "zh", "ko", "th", "qq", ""])
def test_no_language_raises(language: str) -> None:
    assert 0.0 < word_general_frequency("abc", language) <= 1.0
    assert not is_dictionary_word("abcabc", language)
