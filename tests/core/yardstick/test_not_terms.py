"""What many pages share and is no term of the subject; who made the pages; how nouns and names are told in other languages."""

from __future__ import annotations

from collections.abc import Sequence

import pytest

from fundament.core.language.international_names import is_international_name
from fundament.core.language.noun_kinds import noun_kind
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.makers import least_makers, makers_of
from fundament.core.yardstick.model import ComparedPage
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.term_finding.not_terms import NotTerms
from gold.yardsticks import yardstick_of


def page(rank: int, host: str, paragraphs: Sequence[str], *, language: str = "en", title: str = "A page", head: str = "") -> ComparedPage:
    body = "".join(f"<p>{text}</p>" for text in paragraphs)
    html = f"<html lang={language}><head><title>{title}</title>{head}</head><body><main><h1>{title}</h1>{body}</main></body></html>"
    reading = read_page(html, f"https://{host}/{rank}")
    return ComparedPage(rank, reading, analyse_page(reading))


SCREENS = (
    "Open the account and click the button in the toolbar, so that the transfer dialog shows every ledger entry of the month.",
    "In the menu of the dialog the ledger entry is chosen, and the list pane shows the opening balance beside it.",
    "Press the toolbar button again to close the dialog; the ledger entry keeps its opening balance.",
)
BOOKS = (
    "A ledger entry says when money moved and from which account, and the opening balance stands above it.",
    "Whoever keeps books by hand writes the ledger entry first and the opening balance of the month before it.",
    "The opening balance is the closing balance of the month before, and a ledger entry changes it.",
)


def terms_of(pages: Sequence[ComparedPage], keyword: str) -> set[str]:
    return {term.name.lower() for term in yardstick_of(pages, keyword).terms}


def test_parts_of_a_screen_are_no_terms_where_the_pages_describe_one() -> None:
    found = terms_of([page(n, f"maker{n}.example", SCREENS) for n in (1, 2, 3)], "keeping accounts")
    assert "ledger entry" in found and "opening balance" in found
    assert not {"dialog", "toolbar", "button", "menu", "list pane", "transfer dialog"} & found


@pytest.mark.parametrize("word", ["menu", "pane"])
def test_the_same_words_are_terms_elsewhere(word: str) -> None:
    text = {
        "menu": (
            "The menu of the tavern changes with the season.",
            "A short menu is cooked better than a long menu.",
            "The cook writes the menu on a slate.",
        ),
        "pane": ("The pane of old glass is thin.", "A cracked pane lets the draught in.", "Putty holds the pane in its rebate."),
    }[word]
    assert any(word in name for name in terms_of([page(n, f"maker{n}.example", text) for n in (1, 2, 3)], "an old house"))


@pytest.mark.parametrize(
    ("language", "key", "form", "is_none"),
    [
        ("de", "ander paket", "anderen Paketen", True),
        ("de", "paket zu installieren", "Paket zu installieren", True),
        ("de", "konfigurationsdatei", "Konfigurationsdateien", False),
        ("de", "virtuell paket", "virtuelles Paket", False),
        ("de", "liegen der datei", "liegt die Datei", True),
        ("de", "installation der paket", "Installation der Pakete", False),
        ("fr", "autre paquet", "autres paquets", True),
        ("fr", "page de manuel", "page de manuel", False),
        ("en", "uncheck the status", "uncheck the status", True),
        ("en", "fund in and fund", "funds in and funds", True),
        ("en", "credit card in statement", "credit card in statement", True),
        ("en", "depth of the joint", "depth of the joint", False),
        ("en", "borg_repo", "borg_repo", True),
        ("en", "howto", "HOWTO", True),
        ("en", "lime mortar", "lime mortar", False),
    ],
)
def test_pieces_of_sentences_code_and_words_of_manuals_are_none(language: str, key: str, form: str, is_none: bool) -> None:
    assert NotTerms([], frozenset(["keyword"]), language).has(key, {form: 3}) is is_none


def test_the_keyword_is_always_of_the_subject() -> None:
    assert not NotTerms([], frozenset(["howto"]), "en").has("howto", {"HOWTO": 3})


def test_a_makers_name_is_no_term_until_others_speak_of_it() -> None:
    own = page(1, "quarrel.example", BOOKS, title="Ledgers | Quarrel Books", head='<meta property="og:site_name" content="Quarrel Books">')
    assert "Quarrel Books" in own.reading.makers
    alone = NotTerms([own, page(2, "other.example", BOOKS)], frozenset(), "en")
    assert alone.has("quarrel book", {"Quarrel Books": 4})
    speaking = [page(n, f"{n}.example", [*BOOKS, "We tried Quarrel Books for a month."]) for n in ("two", "three")]
    assert not NotTerms([own, *speaking], frozenset(), "en").has("quarrel book", {"Quarrel Books": 4})


def test_pages_of_one_maker_are_one_voice() -> None:
    stated = '<meta property="og:site_name" content="The Ledger Press">'
    pages = [
        page(1, "ledger.example", BOOKS, head=stated), page(2, "press.example", BOOKS, head=stated), page(3, "tool.example", BOOKS), page(4, "tool2.example", BOOKS),
        page(5, "a.example", BOOKS, title="How to | Tool Two manual"), page(6, "b.example", BOOKS, title="Why | Tool Two manual"), page(7, "alone.example", BOOKS),
    ]  # fmt: skip
    makers = makers_of(pages)
    assert makers[0] == makers[1] and makers[2] == makers[3] and makers[4] == makers[5]
    assert len(set(makers)) == 4 and least_makers(makers) == 2 and least_makers(makers[:4]) == 1


def test_hosts_that_are_only_counted_up_are_different_makers() -> None:
    assert len(set(makers_of([page(n, f"site{n}.example", BOOKS) for n in (1, 2, 3)]))) == 3


@pytest.mark.parametrize(("word", "language", "is_name"), [
    ("debian", "de", True), ("amsterdam", "de", True), ("paket", "de", False), ("version", "de", False), ("information", "fr", False), ("beispiel", "de", False),
    ("picasso", "pl", True), ("radio", "es", False),
])  # fmt: skip
def test_names_that_most_languages_write_alike(word: str, language: str, is_name: bool) -> None:
    assert is_international_name(word, language) is is_name


@pytest.mark.parametrize(("word", "language", "kind"), [
    ("benutzer", "de", "person"), ("protokolldatei", "de", "communication"), ("werkzeug", "de", "artefact"), ("brique", "fr", "artefact"), ("ventana", "es", "artefact"),
    ("boormachine", "nl", "artefact"), ("ministro", "pt", "person"), ("xyzzy", "de", ""), ("brique", "xx", ""),
])  # fmt: skip
def test_kinds_of_nouns_in_other_languages(word: str, language: str, kind: str) -> None:
    assert noun_kind(word, language, compounds=language in ("de", "nl")) == kind


def test_german_names_and_kinds_and_everyday_nouns() -> None:
    text = (
        "Der Benutzer holt mit Debian jede Protokolldatei vom Spiegelserver und liest sie.",
        "Unter Debian liegt die Protokolldatei neben der Mailingliste, und der Benutzer sieht nach.",
        "Debian schreibt eine Protokolldatei; Debians Benutzer lesen die Mailingliste dazu.",
    )
    found = {
        e.name: e for e in yardstick_of([page(n, f"de{n}.example", text, language="de") for n in (1, 2, 3)], "Pakete verwalten").entities
    }
    assert "Debian" in found and "Debians" not in found and found["Debian"].weight > 0
    assert next(e for name, e in found.items() if name.startswith("Protokolldatei")).kind == "information"
    assert found["Benutzer"].kind == "person" and found["Benutzer"].weight == 0  # an everyday noun earns as a term
