"""A block of text as sentences of tokens: what both the competitors' pages and a draft are turned into."""

from __future__ import annotations

import functools
import itertools
import sys
from collections.abc import Iterable
from typing import NamedTuple

from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.sentences import split_sentences
from fundament.core.language.words import Token, is_elided, tokenize, words_in

MINIMUM_WORDS = 4
FUNCTION_WORD_SHARE = 1 / 9
KEPT_SENTENCES = 20_000  # of twenty long pages and a few drafts, at some 2 kB each
SENTENCES_OF_TEXT = 5  # on average; a text kept is little more than its sentences


class SentenceReading(NamedTuple):
    """What is known of a sentence wherever it stands. Offsets of the tokens are characters of the sentence.

    joined[i] tells whether token i follows token i-1 with nothing but white space or a hyphen between.
    natural tells whether it reads as a sentence: at least MINIMUM_WORDS words, at least one in nine a function word.
    """

    tokens: tuple[Token, ...]
    joined: tuple[bool, ...]
    natural: bool
    lemmas: tuple[str, ...]
    words: int  # as people count them: an elided word and the next are one
    counted_words: int  # see count_words


class Sentence(NamedTuple):
    """One sentence of a block: its bounds in characters of the block's text, and its SentenceReading, which equal sentences share."""

    start: int
    end: int
    tokens: tuple[Token, ...]
    joined: tuple[bool, ...]
    natural: bool
    lemmas: tuple[str, ...]
    words: int
    counted_words: int

    def bounds(self, first: int, after: int) -> tuple[int, int]:
        """Where the tokens from `first` to before `after` stand in the block's text: first character, last + 1."""
        return self.start + self.tokens[first].start, self.start + self.tokens[after - 1].end


def analyse_text(text: str, language: str = "en") -> tuple[Sentence, ...]:
    """Cut one block's text into sentences and words. Texts and sentences are kept: a keystroke costs one sentence."""
    return _kept_texts(text, language)


def keep_sentences(count: int) -> None:
    """Keep the readings of so many sentences from now on, beginning with none. A process that has a cache of its own above this one needs few."""
    global _kept_sentences, _kept_texts
    _kept_sentences = functools.lru_cache(maxsize=count)(_read_sentence)
    _kept_texts = functools.lru_cache(maxsize=count // SENTENCES_OF_TEXT)(_cut)


# of a sentence what `Sentence` has, the tokens as lists of their texts, starts and ends; see `packed`
PackedSentence = tuple[int, int, list[str], list[int], list[int], tuple[bool, ...], bool, tuple[str, ...], int, int]
Packed = list[tuple[str, list[PackedSentence]]]
MOST_TAKEN_OVER = 8_000  # texts, of some twenty long pages, until they are asked for
_taken_over: dict[tuple[str, str], tuple[Sentence, ...]] = {}


def packed(texts: Iterable[str], language: str) -> Packed:
    """The sentences of texts in a form that is handed from process to process in a tenth of the time it takes to cut the texts."""
    return [
        (
            text,
            [
                (s.start, s.end, [t.text for t in s.tokens], [t.start for t in s.tokens], [t.end for t in s.tokens], *s[3:])
                for s in analyse_text(text, language)
            ],
        )
        for text in dict.fromkeys(texts)
    ]


def take_over(sentences: Packed, language: str) -> None:
    """Know the sentences of texts that another process has cut, until each text is asked for the first time."""
    if len(_taken_over) > MOST_TAKEN_OVER:
        _taken_over.clear()
    for text, of_text in sentences:
        found = []
        for start, end, words, starts, ends, joined, natural, lemmas, count, counted in of_text:
            lemmas = tuple(map(sys.intern, lemmas))  # the same words as everywhere here: looking phrases up is twice as fast
            found.append(Sentence(start, end, tuple(map(Token, words, lemmas, starts, ends)), joined, natural, lemmas, count, counted))
        _taken_over[text, language] = tuple(found)


def _cut(text: str, language: str) -> tuple[Sentence, ...]:
    known = _taken_over.pop((text, language), None)
    if known is not None:
        return known
    found = []
    for start, end in split_sentences(text):
        reading = _kept_sentences(text[start:end], language)
        if reading.tokens:
            found.append(Sentence(start, end, *reading))
    return tuple(found)


def _read_sentence(text: str, language: str) -> SentenceReading:
    functional = function_words(language)
    tokens = tuple(tokenize(text, language))
    joined = [False] if tokens else []
    for before, after in itertools.pairwise(tokens):
        gap = text[before.end : after.start]
        joined.append(gap == " " or not gap.strip() or gap.strip() in "-‐‑–/")
    count = sum([_without_apostrophes(token.text.lower()) in functional for token in tokens])
    natural = len(tokens) >= MINIMUM_WORDS and count >= max(1.0, FUNCTION_WORD_SHARE * len(tokens))
    words = len(tokens) - (sum([is_elided(token.text) for token in tokens]) if pack_of(language).elided else 0)
    # where nothing is joined or elided, the words are the tokens
    counted = words_in(text) if "-" in text or pack_of(language).elided else len(tokens)
    return SentenceReading(tokens, tuple(joined), natural, tuple([token.lemma for token in tokens]), words, counted)


def _without_apostrophes(word: str) -> str:
    return word if word.isalpha() else word.replace("’", "").replace("'", "")


_kept_sentences = functools.lru_cache(maxsize=KEPT_SENTENCES)(_read_sentence)
_kept_texts = functools.lru_cache(maxsize=KEPT_SENTENCES // SENTENCES_OF_TEXT)(_cut)
