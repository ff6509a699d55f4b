"""Who made the pages: pages of one firm, program or author agree with each other as one voice, whatever hosts they are on."""

from __future__ import annotations

import re
from collections.abc import Sequence

from fundament.core.language.function_words import function_words
from fundament.core.language.words import tokenize
from fundament.core.yardstick.model import SEVERAL_SITES, ComparedPage

MOST_WORDS_OF_MAKER = 4
LEAST_WORDS_OF_PART = 2  # of a title, from which pages that share it are one maker's
_IN_TITLE = re.compile(r"\s[|–—·»]\s|\s-\s")


def makers_of(pages: Sequence[ComparedPage]) -> list[str]:
    """A name for the maker of each page: pages with one host (or one that has a number behind the other's name), with a stated site, firm or author in
    common, or with the same words behind the bar of their titles, have the same."""
    hosts = frozenset(page.site for page in pages)
    groups = list(range(len(pages)))
    seen: dict[tuple[str, str], int] = {}
    for number, page in enumerate(pages):
        for sign in sorted(_signs(page, hosts)):
            first = groups[seen.setdefault(sign, number)]
            groups = [first if group == groups[number] else group for group in groups]
    return [pages[group].site for group in groups]


def _signs(page: ComparedPage, hosts: frozenset[str]) -> set[tuple[str, str]]:
    host, _, rest = page.site.partition(".")
    without = f"{host.rstrip('0123456789')}.{rest}"
    signs = {("host", without if without in hosts else page.site)}
    signs |= {("stated", name.lower()) for name in page.reading.makers}
    parts = [part.lower() for part in _IN_TITLE.split(page.reading.title)[1:]]
    return signs | {("title", part) for part in parts if len(part.split()) >= LEAST_WORDS_OF_PART}


def least_makers(makers: Sequence[str]) -> int:
    """On how many makers' pages a thing must be to be agreed on: what one alone repeats is its habit, where there are SEVERAL_SITES. makers: of all pages."""
    return 2 if len(set(makers)) >= SEVERAL_SITES else 1


def names_of_makers(pages: Sequence[ComparedPage], language: str) -> list[frozenset[str]]:
    """By page the names of its site, firm and authors, as lemmas: those that it states, the site's part of its title, and its host."""
    found = []
    for page in pages:
        keys = set()
        for name in (*page.reading.makers, *_IN_TITLE.split(page.reading.title)[1:]):
            lemmas = [token.lemma for token in tokenize(name, language)]
            while lemmas and lemmas[0] in function_words(language):
                lemmas.pop(0)  # "The Lime Wardens Guild"
            if 0 < len(lemmas) <= MOST_WORDS_OF_MAKER:
                keys.add(" ".join(lemmas))
        host = page.site.partition(".")[0]
        keys |= {host, host.replace("-", " ")} if host else set()
        found.append(frozenset(keys))
    return found
