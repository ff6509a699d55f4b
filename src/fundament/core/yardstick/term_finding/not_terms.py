"""Phrases that many pages share and that are no terms of the subject all the same: words of the screens that a page describes, of manuals, of makers, of
code, and pieces of sentences."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping, Sequence

from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of, words_of_all
from fundament.core.language.words import is_dictionary_word
from fundament.core.yardstick.makers import makers_of, names_of_makers
from fundament.core.yardstick.model import ComparedPage

LEAST_PARTS, LEAST_PAGES = 3, 2  # so many different parts of screens, each on so many pages, tell that the pages describe one
MOSTLY = 0.6  # of a phrase's uses
LEAST_OTHERS = 2  # makers, beside the makers' own, from which their name is a word of the subject
_CODE = re.compile(r"_|\w\(\)|^-|\w/\w+/|\w::\w")
ARTICLES_AFTER_VERB = frozenset(["the", "a", "an"])
LOOSE = frozenset(
    ["in", "for", "on", "with", "and", "or", "at", "by", "from", "per"]
)  # what they join is two things, or a piece of a sentence
KEYS = frozenset(["ctrl", "alt", "shift", "enter", "tab", "esc", "strg", "umschalt", "maj", "del"])


class NotTerms:
    """What is no term on some pages, whatever the counts say."""

    def __init__(self, pages: Sequence[ComparedPage], keyword_lemmas: frozenset[str], language: str) -> None:
        """keyword_lemmas: what is asked for is always of the subject."""
        pack = pack_of(language)
        self.asked, self.language, self.pack = keyword_lemmas, language, pack
        on_pages = Counter(candidate.key for page in pages for candidate in page.analysis.candidates)
        parts = sum(on_pages[word] >= LEAST_PAGES for word in pack.interface_words)
        self.describes_screens = parts >= LEAST_PARTS
        self.makers = names_of_makers(pages, language)
        sites = makers_of(pages)
        self.users: dict[str, set[str]] = {}
        names = frozenset().union(*self.makers)
        for number, page in enumerate(pages):
            for candidate in page.analysis.candidates:
                if candidate.key in names and candidate.key not in self.makers[number]:
                    self.users.setdefault(candidate.key, set()).add(sites[number])
        self.names = names

    def has(self, key: str, forms: Mapping[str, int]) -> bool:
        """Whether a phrase is none. key: its lemmas; forms: how often it is written in which way."""
        words = key.split(" ")
        content = [word for word in words if word not in function_words(self.language)]
        if set(words) <= self.asked:
            return False
        main = max(forms, key=lambda form: (forms[form], form))
        return (
            (key in self.names and len(self.users.get(key, ())) < LEAST_OTHERS)
            or bool(_CODE.search(main))
            or len(set(content)) < len(content)  # "Funds In and Funds"
            or self._is_of_screens(words, main)
            or self._is_of_documents(words, main)
            or self._is_a_piece(words, main)
        )

    def has_name(self, lemmas: Sequence[str], shown: str) -> bool:
        """Whether a run of capitals names nothing: a part of a document ("Chapter 7"), what is written on a screen ("Ending Balance"), a maker of the pages."""
        if lemmas[0] in words_of_all("document_words") and all(lemma[0].isdigit() for lemma in lemmas[1:]):
            return True
        if " ".join(lemmas) in self.names and len(self.users.get(" ".join(lemmas), ())) < LEAST_OTHERS:
            return True
        written = shown.split(" ")
        return self.describes_screens and (
            shown.lower() in KEYS
            or (len(written) > 1 and all(word.istitle() and is_dictionary_word(word.lower(), self.language) for word in written))
        )

    def _is_of_screens(self, words: Sequence[str], main: str) -> bool:
        if not self.describes_screens:
            return False
        shown = main.split(" ")
        part = words[0] if self.pack.head_first else words[-1]
        if not self.asked.isdisjoint(words) and len(words) == 1:
            return False
        if not self.pack.interface_words.isdisjoint(words) or part in self.pack.interface_words | self.pack.also_of_interfaces:
            return True
        # what is written on a button or in a menu: "Include Subaccounts", "Reconcile Information"
        return (
            len(words) > 1
            and not self.pack.nouns_in_capitals
            and shown[0][:1].isupper()
            and not shown[0].isupper()
            and shown[0][1:].islower()
        )

    def _is_of_documents(self, words: Sequence[str], main: str) -> bool:
        return len(words) == 1 and (words[0] in self.pack.document_words or main.lower() in self.pack.document_words)

    def _is_a_piece(self, words: Sequence[str], main: str) -> bool:
        """Whether a phrase is a piece of a sentence: "anderen Paketen", "Paket zu installieren", "uncheck the status"."""
        if len(words) == 1:
            return False
        shown = main.split(" ")
        if shown[0].lower() in self.pack.weak_openers or words[0] in self.pack.weak_openers:
            return True
        if self.pack.nouns_in_capitals:
            if not shown[-1][:1].isupper() and not shown[-1][:1].isdigit():
                return True
            # "liegt die Datei", "neben der Liste": no adjective stands before an article
            return not shown[0][:1].isupper() and any(word in function_words(self.language) for word in words[1:-1])
        if len(words) > 2 and words[1] in ARTICLES_AFTER_VERB:
            return True
        return self.language == "en" and not LOOSE.isdisjoint(words[1:-1])
