"""What people search for around a subject, and which of it the competitors answer (see `answers`)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.language.vectors import embed
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading
from fundament.core.yardstick.other_pages.answers import ANSWERED, answer_on, page_of, questions_of

MOST_PHRASES = 4_000
CLOSE = 0.5  # cosine of a keyword and that of the study, from which it is of the same subject


@dataclass(frozen=True)
class Demanded:
    """A keyword that people search for. key: its lemmas. answered: the numbers of the pages that answer it. closeness: of its meaning to the study's keyword, -1 to 1."""

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
    """Look for phrases on pages. A phrase of function words alone is left out. At most MOST_PHRASES are looked for."""
    chosen = list(phrases)[:MOST_PHRASES]
    questions = questions_of(chosen, keyword, language)
    read = [page_of(page, language) for page in pages]
    vectors = embed([keyword, *chosen])
    closeness = (vectors[1:] @ vectors[0]).tolist()
    found = []
    for phrase, question, close in zip(chosen, questions, closeness, strict=True):
        if question.tokens:
            answered = tuple(number for number, page in enumerate(read) if answer_on(page, question, language).verdict == ANSWERED)
            found.append(Demanded(phrase, demand_key(phrase, language), answered, round(float(close), 4)))
    return found
