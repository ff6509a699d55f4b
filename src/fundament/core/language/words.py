"""Words, lemmas and spelling variants.

A word is a run of letters or digits (Unicode), with apostrophes inside and decimal or ratio signs between digits
("3.5", "1:3"). A number with its unit is one word, however it is spaced ("3.5 mm", "3.5mm"). Hyphenated compounds are taken apart ("damp-proof" -> damp, proof), except after a prefix
("re-pointing" -> repointing). A lemma is looked up without its context, so that one word always has one lemma.
"""

from __future__ import annotations

import functools
import itertools
import re
import sys
from typing import NamedTuple

import simplemma

from fundament.core.language.packs import pack_of

# units that are written behind a number; "in" and "a" are left out, for they are words far more often
_UNITS = "mm|cm|dm|km|m|ml|cl|l|kg|mg|g|t|kW|kWh|W|V|A|Hz|kHz|MHz|GHz|kB|MB|GB|TB|ha|ft|oz|lb|lbs|psi|bar|N|kN|Pa|kPa|MPa|°\\s?C|°\\s?F|°|%|‰|dB|lx|lm|px|pt|rpm|mph"
# web and mail addresses, paths and formulas between \( and \) or \[ and \] are one word each, and never part of a term
_ADDRESS_PATTERN = (  # every repetition is bounded, so that no text takes longer than its length
    r"\\\((?:[^\\]|\\[^()]){1,500}\\\)|\\\[(?:[^\\]|\\[^\[\]]){1,500}\\\]|"
    r"(?:https?://|www\.)[^\s<>\"'“”)\]]{0,500}[\w/]|[\w.+-]{1,64}@[\w-]{1,63}(?:\.[\w-]{1,63}){1,5}|~?(?:/[\w.~-]{0,99}\w){2,30}/?|"
    r"\b[\w-]{1,63}(?:\.[\w-]{1,63}){0,4}\.(?:com|org|net|edu|gov|info|io|eu|uk|de|fr|es|it|nl|pt|pl|example|html?|php|pdf)\b(?:/[\w./~-]{0,300}\w)?"
)
_ADDRESS = re.compile(_ADDRESS_PATTERN, re.UNICODE)
_PLAIN_PATTERN = (  # a longer run of letters or digits is several words
    r"[^\W\d_][^\W_]{0,99}(?:_{1,9}[^\W_]{1,99}){1,9}|"  # a name in a program ("max_connections")
    rf"\d{{1,40}}(?:[.,:/]\d{{1,40}}){{0,9}}(?:[\u00a0\u202f ]?(?:{_UNITS})[²³]?(?![\w²³])|[^\W\d_]{{1,99}})?|"
    r"[^\W\d_]{1,99}(?:['’][^\W\d_]{1,99}){0,9}\d{0,40}"
)
_PLAIN_WORD = re.compile(_PLAIN_PATTERN, re.UNICODE)
_WORD = re.compile(f"{_ADDRESS_PATTERN}|{_PLAIN_PATTERN}", re.UNICODE)
_POINT_INSIDE = re.compile(r"\.\w")  # as every address has that neither begins with "www." nor holds an "@" or a stroke
_ELISION = re.compile(r"([^\W\d_]{1,20})['’](?=\w)")
_SPACES = re.compile(r"\s+")
_PREFIXED = re.compile(r"\b(re|un|non|pre|de|anti|sub|over|under|semi|mis|co|multi)-(?=[^\W\d_]{3})", re.IGNORECASE)

_LETTERED = re.compile(r"\b([A-Z]|[ex])-(?=[^\W\d_]{3})")  # "B-tree", "S-Bahn", "x-ray": a letter that is part of the word
_JOINED, _HYPHEN = "\u02d0", "\u02d1"  # letters to the pattern, in place of the hyphen: one that goes and one that stays


_QUANTITY_HERE = re.compile(rf"\d{{1,40}}(?:[.,:/]\d{{1,40}}){{0,9}}\s?(?:{_UNITS})[²³]?", re.UNICODE)


def is_address(word: str) -> bool:
    """Whether a word is a web or mail address, a path or a formula."""
    return not word.isalpha() and bool(_ADDRESS.fullmatch(word))


def is_quantity(word: str) -> bool:
    """Whether a word is a number with its unit ("25 mm")."""
    return bool(_QUANTITY_HERE.fullmatch(word))


class Token(NamedTuple):
    """A word in a text: as written, its lemma, and its character bounds."""

    text: str
    lemma: str
    start: int
    end: int


@functools.lru_cache(maxsize=60_000)
def lemma_of(word: str, language: str = "en") -> str:
    """The lemma of one word, in lower case, with regional spelling made one."""
    lower = word.lower().replace("’", "'")
    if lower[0].isdigit():
        return _SPACES.sub("", lower)
    if is_address(lower):
        return lower
    pack = pack_of(language)
    if lower[1:2] == "-":  # "e-mail" is "email", and the lemma of "B-trees" is "b-tree"
        return sys.intern(lower[0] + ("" if lower[0] == "e" else "-") + lemma_of(word[2:], language))
    lower = pack.spelled_one_way(lower).replace("'", "")
    if lower and pack.noun_lemma is not None and word[0].isupper():
        return sys.intern(pack.noun_lemma(lower))
    return sys.intern(pack.lemma(lower) if lower else word.lower())


@functools.lru_cache(maxsize=20_000)
def is_dictionary_word(lower: str, language: str = "en") -> bool:
    """Whether the dictionary has a word, given in lower case, in some form; acronyms are in none."""
    return has_dictionary(language) and bool(simplemma.is_known(lower, lang=language))


@functools.cache
def has_dictionary(language: str) -> bool:
    """Whether there is a dictionary of lemmas for a language; asked for any other it raises."""
    try:
        simplemma.is_known("a", lang=language)
    except ValueError:
        return False
    return True


def is_elided(word: str) -> bool:
    """Whether a token is an elided word; together with the next one it counts as one word of the text."""
    return word[-1] in "'’"


def tokenize(text: str, language: str = "en") -> list[Token]:
    """The words of a text in order, with lemmas and offsets into `text`.

    An elided word ("l'") is a token of its own.
    """
    elided = pack_of(language).elided
    if "-" in text:
        # join prefixes without moving any offset: the hyphen becomes an invisible joiner that is a letter to the pattern
        text = _PREFIXED.sub(lambda m: m.group(1) + _JOINED, text)
        text = _LETTERED.sub(lambda m: m.group(1) + _HYPHEN, text)
    found_words = _word_in(text).finditer(text)
    if not elided and _JOINED not in text and _HYPHEN not in text:
        return [Token(word := found.group(), lemma_of(word, language), *found.span()) for found in found_words]
    tokens = []
    for found in found_words:
        word = found.group(0)
        if _JOINED in word or _HYPHEN in word:
            word = word.replace(_JOINED, "").replace(_HYPHEN, "-")
        start = found.start()
        if elided and (parts := _ELISION.match(word)) and parts.group(1).lower() in elided:
            tokens.append(Token(parts.group(0), parts.group(1).lower(), start, start + parts.end()))
            word, start = word[parts.end() :], start + parts.end()
        tokens.append(Token(word, lemma_of(word, language), start, found.end()))
    return tokens


def _word_in(text: str) -> re.Pattern[str]:
    """The pattern of a word that finds all in this text. Most texts have no address, and looking for none is twice as fast."""
    may_have_address = "/" in text or "@" in text or "\\" in text or "www." in text or _POINT_INSIDE.search(text)
    return _WORD if may_have_address else _PLAIN_WORD


def end_of_words(text: str, most: int) -> int:
    """Where the last of so many words ends; the length of a text that has no more."""
    found = next(itertools.islice(_word_in(text).finditer(text), most, None), None)
    return len(text) if found is None else len(text[: found.start()].rstrip())


def words_in(text: str) -> int:
    """How many words a text has; those of its sentences together are those of a text."""
    return len(_word_in(text).findall(text))


count_words = functools.lru_cache(maxsize=2_000)(words_in)
