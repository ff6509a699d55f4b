"""What people search for around a subject, and which of it the competitors answer.

A keyword is answered by a page when all its words stand in one sentence or heading of it, in whatever order: "lime mortar repointing" is answered by "repointing with lime mortar".
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import reduce

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import embed
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading

MOST_PHRASES = 4_000
CLOSE = 0.5  # cosine of a keyword and that of the study, from which it is of the same subject


@dataclass(frozen=True)
class Demanded:
    """A keyword that people search for. key: its lemmas. answered: the numbers of the pages that have all its words in one sentence. closeness: of its meaning to the study's keyword, -1 to 1."""

    phrase: str
    key: str
    answered: tuple[int, ...]
    closeness: float

    @property
    def is_close(self) -> bool:
        """Whether it is of the study's subject."""
        return self.closeness >= CLOSE


def demand_key(phrase: str, language: str) -> str:
    """The lemmas of a phrase, as phrases of terms are compared."""
    return " ".join(token.lemma for token in tokenize(phrase, language))


def look_for(phrases: Sequence[str], pages: Sequence[Reading], keyword: str, language: str) -> list[Demanded]:
    """Look for phrases on pages. Function words of a phrase need not be there; a phrase of nothing else is left out. At most MOST_PHRASES are looked for."""
    chosen = list(phrases)[:MOST_PHRASES]
    wanted = [_content(phrase, language) for phrase in chosen]
    places = [_sentences_by_lemma(page, language) for page in pages]
    vectors = embed([keyword, *chosen])
    closeness = (vectors[1:] @ vectors[0]).tolist()
    found = []
    for phrase, lemmas, close in zip(chosen, wanted, closeness, strict=True):
        if lemmas:
            answered = tuple(number for number, of_page in enumerate(places) if _has_all(of_page, lemmas))
            found.append(Demanded(phrase, demand_key(phrase, language), answered, round(float(close), 4)))
    return found


def _content(phrase: str, language: str) -> tuple[str, ...]:
    empty = function_words(language)
    return tuple(dict.fromkeys(token.lemma for token in tokenize(phrase, language) if token.lemma not in empty))


def _sentences_by_lemma(page: Reading, language: str) -> dict[str, int]:
    """For each lemma a number whose bits are the sentences it stands in."""
    found: dict[str, int] = {}
    sentence = 1
    for text in (page.title, *(block.text for block in page.main_blocks() if block.kind != "code")):
        for one in analyse_text(text, language):
            for lemma in one.lemmas:
                found[lemma] = found.get(lemma, 0) | sentence
            sentence <<= 1
    return found


def _has_all(places: dict[str, int], lemmas: tuple[str, ...]) -> bool:
    return bool(reduce(int.__and__, (places.get(lemma, 0) for lemma in lemmas)))
