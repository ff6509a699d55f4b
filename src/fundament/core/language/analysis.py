"""A block of text as sentences of tokens: what both the competitors' pages and a draft are turned into."""

from __future__ import annotations

import functools
import itertools
from dataclasses import dataclass

from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.sentences import split_sentences
from fundament.core.language.words import Token, is_elided, tokenize

MINIMUM_WORDS = 4
FUNCTION_WORD_SHARE = 1 / 9


@dataclass(frozen=True, slots=True)
class Sentence:
    """One sentence of a block. Offsets are characters of the block's text.

    joined[i] tells whether token i follows token i-1 with nothing but white space or a hyphen between.
    natural tells whether it reads as a sentence: at least MINIMUM_WORDS words, at least one in nine a function word.
    """

    start: int
    end: int
    tokens: tuple[Token, ...]
    joined: tuple[bool, ...]
    natural: bool
    lemmas: tuple[str, ...]
    words: int  # as people count them: an elided word and the next are one


KEPT_TEXTS = 2_000  # the blocks of twenty long pages, at some 20 kB each


def analyse_text(text: str, language: str = "en") -> tuple[Sentence, ...]:
    """Cut one block's text into sentences and words. Kept by text: a keystroke costs one block."""
    return _kept(text, language)


def keep_texts(count: int) -> None:
    """Keep so many texts' sentences from now on, beginning with none. A process that has a cache of its own above this one needs few."""
    global _kept
    _kept = functools.lru_cache(maxsize=count)(_analysed)


def _analysed(text: str, language: str) -> tuple[Sentence, ...]:
    functional = function_words(language)
    sentences = []
    for start, end in split_sentences(text):
        tokens = tuple(tokenize(text[start:end], language, offset=start))
        if not tokens:
            continue
        joined = [False]
        for before, after in itertools.pairwise(tokens):
            gap = text[before.end : after.start]
            joined.append(not gap.strip() or gap.strip() in "-‐‑–/")
        count = sum(1 for token in tokens if token.text.lower().replace("’", "").replace("'", "") in functional)
        natural = len(tokens) >= MINIMUM_WORDS and count >= max(1.0, FUNCTION_WORD_SHARE * len(tokens))
        words = len(tokens) - (sum([is_elided(token.text) for token in tokens]) if pack_of(language).elided else 0)
        sentences.append(Sentence(start, end, tokens, tuple(joined), natural, tuple([token.lemma for token in tokens]), words))
    return tuple(sentences)


_kept = functools.lru_cache(maxsize=KEPT_TEXTS)(_analysed)
