"""Spelling and grammar on sentences that nobody here wrote, of prose (sayings, answers to frequent questions) and of translated manual pages: alarms where nothing is wrong, and made typos that are found.

    ./fundament bench outside.proofreading [--show LANGUAGE]
The sentences are taken for right (they were released; a few are not). A typo is one letter of a word of five letters or more left out, doubled, exchanged with the next or for another; one that makes
another word is counted as missed; none is made in addresses, paths and commands. Nothing was tuned on the second half of each language's sentences, which is what is reported.
"""

from __future__ import annotations

import argparse
import contextlib
import random
import re
from dataclasses import replace

from bench.outside.collections import debian
from bench.outside.languages import pieces
from bench.outside.studies import STUDIES
from fundament.core.language.detect import detect_language
from fundament.core.language.packs import packs
from fundament.core.proofreading.model import Remark, SpellerLateError
from fundament.core.proofreading.remarks import remarks_of, shared_words
from fundament.core.reading.model import Block, Reading
from fundament.core.reading.read_page import read_page
from fundament.providers.hunspell import speller_for

TYPOS, SENTENCES, MOST_FILES, PAGES = 100, 240, 60, 2
PROSE = {  # language -> package, files
    "en": ("debian-faq", "usr/share/doc/debian/FAQ/*.html"), "fr": ("debian-faq-fr", "usr/share/doc/**/FAQ/**/*.html"), "nl": ("debian-faq-nl", "usr/share/doc/**/FAQ/**/*.html"),
    "de": ("fortunes-de", "usr/share/games/fortunes/de/*"), "es": ("fortunes-es", "usr/share/games/fortunes/es/*"), "it": ("fortunes-it", "usr/share/games/fortunes/it/*"),
    "pl": ("fortunes-pl", "usr/share/games/fortunes/pl/*"), "pt": ("fortunes-br", "usr/share/games/fortunes/**/*"),
}  # fmt: skip
_SENTENCE = re.compile(r"(?<=[.!?])\s+(?=[^\Wa-z])")
_WORD = re.compile(r"[^\W\d_]{5,}")
_TOKEN = re.compile(r"\S+")
_CODE = re.compile(r"[@/_=<>\\.\d]")  # in an address, a path or a command nothing is spelt


def prose(language: str) -> list[str]:
    """Sentences of six to forty words."""
    package, pattern = PROSE[language]
    found: dict[str, None] = {}
    for file in sorted(debian(package).glob(pattern))[:MOST_FILES]:
        if not file.is_file() or file.suffix in (".dat", ".u8", ".gz"):
            continue
        text = file.read_text(encoding="utf-8", errors="ignore")
        if file.suffix == ".html":
            parts = [
                block.text for block in read_page(text, "https://a.example/").main_blocks() if block.kind in ("paragraph", "list_item")
            ]
        else:
            parts = [" ".join(part.split()) for part in re.split(r"\n%\n|\n\s*\n", text)]
        for part in parts:
            for sentence in _SENTENCE.split(part):
                if (
                    6 <= len(sentence.split()) <= 40
                    and sentence[0].isupper()
                    and sentence[-1] in ".!?"
                    and detect_language(sentence) == language
                ):
                    found[sentence] = None
    return list(found)[:: max(1, len(found) // SENTENCES)][:SENTENCES]


def remarks(sentence: str, language: str) -> list[Remark]:
    reading = Reading(
        url="", title="", description="", language=language, blocks=(Block("paragraph", 0, sentence, True, "", (), "b"),), word_count=0
    )
    found = None
    while found is None:  # a dictionary that is asked of much for the first time may answer late, and goes on from there
        with contextlib.suppress(SpellerLateError):
            found = remarks_of(reading, dialect="american", speller=speller_for(language))
    return [remark for remark in found if remark.kind in ("spelling", "grammar")]


def with_typo(sentence: str, chance: random.Random) -> tuple[str, int] | None:
    """(a sentence with a typo, where)."""
    code = [match.span() for match in _TOKEN.finditer(sentence) if _CODE.search(match.group().strip(".,;:!?()'\""))]
    words = [
        match
        for match in _WORD.finditer(sentence)
        if match.group().islower() and not any(start <= match.start() < end for start, end in code)
    ]
    if not words:
        return None
    match = chance.choice(words)
    word, at = match.group(), chance.randrange(1, len(match.group()) - 1)
    kind = chance.choice(("out", "double", "turn", "other"))
    if kind == "out":
        wrong = word[:at] + word[at + 1 :]
    elif kind == "double":
        wrong = word[:at] + word[at] + word[at:]
    elif kind == "turn":
        wrong = word[:at] + word[at + 1] + word[at] + word[at + 2 :]
    else:
        wrong = word[:at] + chance.choice([c for c in "aeinrst" if c != word[at]]) + word[at + 1 :]
    return None if wrong == word else (sentence[: match.start()] + wrong + sentence[match.end() :], match.start())


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench outside.proofreading")
    parser.add_argument("--show", default="")
    shown = parser.parse_args().show
    for code in packs():
        for kind, sentences in (("prose", prose(code)), ("manuals", [sentence for _, sentence in pieces(code)])):
            report(code, kind, sentences[1::2], is_shown=shown == code)
    in_studies()


def in_studies() -> None:
    """The first pages of the outside studies, each as a text that is compared with the others of its study."""
    words: dict[str, list[int]] = {}
    for study in STUDIES:
        pages = [page.reading for page in study.compared]
        for place, page in enumerate(pages[:PAGES]):
            known = shared_words([*pages[:place], *pages[place + 1 :]])
            reading = replace(page, language=study.language)
            speller = speller_for(study.language)
            for _ in range(2):  # a dictionary that is asked of so much for the first time does not answer in time
                remarks_of(reading, dialect="american", speller=speller)
            for which, right in enumerate((frozenset[str](), known)):
                found = remarks_of(reading, shared=right, dialect="american", speller=speller)
                counts = words.setdefault(study.language, [0, 0, 0])
                counts[which] += sum(remark.kind in ("spelling", "grammar") for remark in found)
            counts[2] += sum(len(block.text.split()) for block in page.main_blocks())
    for language, (alone, among, many) in words.items():
        print(
            f"{language} in a study: {1000 * among / max(1, many):.1f} alarms per 1,000 words of {many}, without the words its pages share {1000 * alone / max(1, many):.1f}"
        )


def report(code: str, kind: str, sentences: list[str], *, is_shown: bool) -> None:
    chance = random.Random(7)
    alarms = [(sentence, found) for sentence in sentences if (found := remarks(sentence, code))]
    noisy = {sentence for sentence, _ in alarms}
    right = [sentence for sentence in sentences if sentence not in noisy]
    made: list[tuple[str, int]] = []
    while len(made) < TYPOS and right:
        one = with_typo(chance.choice(right), chance)
        if one is not None:
            made.append(one)
    found = sum(any(r.start <= at < r.end for r in remarks(sentence, code)) for sentence, at in made)
    words, false = sum(len(sentence.split()) for sentence in sentences), sum(len(rows) for _, rows in alarms)
    print(
        f"{code} {kind:8} {len(sentences)} sentences, {words} words; without alarm {100 * len(right) / max(1, len(sentences)):.0f} of 100; "
        f"{1000 * false / max(1, words):.1f} alarms per 1,000 words; {found} of {len(made)} typos found"
    )
    if is_shown:
        for sentence, rows in alarms:
            print("   ", [(r.kind, r.text) for r in rows], sentence[:120])


if __name__ == "__main__":
    main()
