"""Whether a text answers a question people ask, or a related search: word for word, in meaning, perhaps, or not.

The keyword's own words are on every page and say nothing, so a question is what remains of it without them and without function words. A heading is compared with that by
word vectors; a sentence by whether it holds all of it. The bounds were set by eye on a few dozen questions, not measured on outside texts: hence "perhaps" is wide.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import Vectors, embed, unit
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading

VERDICTS = ("word for word", "in meaning", "perhaps", "absent")
IN_MEANING, PERHAPS = 0.72, 0.5  # similarity of a heading without the keyword's words
LEAST_WORDS = 2  # a single word in a sentence is no answer


@dataclass(frozen=True)
class Answer:
    """verdict: one of VERDICTS. text: the heading or sentence that answers; level: of a heading, 0 for a sentence."""

    verdict: str
    text: str = ""
    level: int = 0


ABSENT = Answer("absent")


@dataclass(frozen=True)
class _Piece:
    text: str
    level: int
    lemmas: tuple[str, ...]
    own: frozenset[str]
    held: frozenset[str]


def answers(questions: Sequence[str], reading: Reading, keyword: str, language: str) -> list[Answer]:
    """For each question how a page's main content answers it, and where."""
    common = function_words(language) | {token.lemma for token in tokenize(keyword, language)}
    asked = [_piece(question, 0, analyse_text(question, language), common) for question in questions]
    pieces = _pieces(reading, common, language)
    if not pieces:
        return [ABSENT] * len(asked)
    headings = [piece for piece in pieces if piece.level]
    alike = _vectors(asked) @ _vectors(headings).T if headings and asked else np.zeros((len(asked), 0))
    return [_answer(question, pieces, headings, alike[number]) for number, question in enumerate(asked)]


def _answer(asked: _Piece, pieces: Sequence[_Piece], headings: Sequence[_Piece], alike: Vectors) -> Answer:
    content = asked.lemmas
    for piece in (*headings, *(p for p in pieces if not p.level)):
        if content and _holds(piece.lemmas, content):
            return Answer("word for word", piece.text, piece.level)
    best = int(alike.argmax()) if len(alike) else -1
    says_as_much = best >= 0 and len(headings[best].own) >= min(LEAST_WORDS, len(asked.own))
    if says_as_much and asked.own and float(alike[best]) >= IN_MEANING:
        return Answer("in meaning", headings[best].text, headings[best].level)
    if len(asked.own) >= LEAST_WORDS:
        for piece in pieces:
            if asked.own <= piece.held:
                return Answer("in meaning", piece.text, piece.level)
    if best >= 0 and asked.own and float(alike[best]) >= PERHAPS:
        return Answer("perhaps", headings[best].text, headings[best].level)
    if len(asked.own) > LEAST_WORDS:
        for piece in pieces:
            if len(asked.own & piece.held) >= len(asked.own) - 1:
                return Answer("perhaps", piece.text, piece.level)
    return ABSENT


def _pieces(reading: Reading, common: frozenset[str], language: str) -> list[_Piece]:
    found = []
    for block in reading.main_blocks():
        if block.kind == "code":
            continue
        level = block.level if block.kind == "heading" else 0
        sentences = analyse_text(block.text, language)
        if level:
            found.append(_piece(block.text, level, sentences, common))
        else:
            found += [_piece(block.text[s.start : s.end], 0, (s,), common) for s in sentences if s.natural]
    return found


def _piece(text: str, level: int, sentences: Sequence[Sentence], common: frozenset[str]) -> _Piece:
    """common: words that say nothing here."""
    tokens = [token for sentence in sentences for token in sentence.tokens]
    own = frozenset(token.lemma for token in tokens if token.lemma not in common and token.text.lower() not in common)
    lemmas = tuple(token.lemma for token in tokens)
    return _Piece(text, level, lemmas, own, frozenset(lemmas))


def _holds(lemmas: tuple[str, ...], wanted: tuple[str, ...]) -> bool:
    """Whether the wanted lemmas stand there side by side."""
    length = len(wanted)
    return any(lemmas[at : at + length] == wanted for at in range(len(lemmas) - length + 1))


def _vectors(pieces: Sequence[_Piece]) -> Vectors:
    return unit(embed([" ".join(lemma for lemma in piece.lemmas if lemma in piece.own) or "-" for piece in pieces]))
