"""Words, lemmas and spelling variants.

A word is a run of letters or digits (Unicode), with apostrophes inside and decimal or ratio signs between digits
("3.5", "1:3"). A number with its unit is one word, however it is spaced ("3.5 mm", "3.5mm"). Hyphenated compounds are taken apart ("damp-proof" -> damp, proof), except after a prefix
("re-pointing" -> repointing). A lemma is looked up without its context, so that one word always has one lemma.
"""

from __future__ import annotations

import functools
import re
from collections.abc import Iterator
from typing import NamedTuple

import simplemma

# units that are written behind a number; "in" and "a" are left out, for they are words far more often
_UNITS = "mm|cm|dm|km|m|ml|cl|l|kg|mg|g|t|kW|kWh|W|V|A|Hz|kHz|MHz|GHz|kB|MB|GB|TB|ha|ft|oz|lb|lbs|psi|bar|N|kN|Pa|kPa|MPa|°\\s?C|°\\s?F|°|%|‰|dB|lx|lm|px|pt|rpm|mph"
# web and mail addresses and paths are one word each, and never part of a term
_ADDRESS_PATTERN = (  # every repetition is bounded, so that no text takes longer than its length
    r"(?:https?://|www\.)[^\s<>\"'“”)\]]{0,2000}[\w/]|[\w.+-]{1,64}@[\w-]{1,63}(?:\.[\w-]{1,63}){1,5}|~?(?:/[\w.~-]{0,99}\w){2,30}/?|"
    r"\b[\w-]{1,63}(?:\.[\w-]{1,63}){0,4}\.(?:com|org|net|edu|gov|info|io|eu|uk|de|fr|es|it|nl|pt|pl|example|html?|php|pdf)\b(?:/[\w./~-]{0,300}\w)?"
)
_ADDRESS = re.compile(_ADDRESS_PATTERN, re.UNICODE)
_PLAIN_PATTERN = (
    r"[^\W\d_][^\W_]*(?:_+[^\W_]+)+|"  # a name in a program ("max_connections")
    rf"\d+(?:[.,:/]\d+)*(?:[\u00a0\u202f ]?(?:{_UNITS})[²³]?(?![\w²³])|[^\W\d_]+)?|[^\W\d_]+(?:['’][^\W\d_]+)*\d*"
)
_PLAIN_WORD = re.compile(_PLAIN_PATTERN, re.UNICODE)
_WORD = re.compile(f"{_ADDRESS_PATTERN}|{_PLAIN_PATTERN}", re.UNICODE)
_POINT_INSIDE = re.compile(r"\.\w")  # as every address has that neither begins with "www." nor holds an "@" or a slash
_ELISION = re.compile(r"([^\W\d_]+)['’](?=\w)")
_SPACES = re.compile(r"\s+")
_PREFIXED = re.compile(r"\b(re|un|non|pre|de|anti|sub|over|under|semi|mis|co|multi)-(?=[^\W\d_]{3})", re.IGNORECASE)

# Regional spelling: (pattern, replacement) on lower-case English words; British forms are kept.
_REGIONAL = (
    (re.compile(r"(?<=[a-z]{3})yz(e[sd]?|ing|ers?)$"), r"ys\1"),
    (re.compile(r"(?<=[a-z]{3})iz(e[sd]?|ing|ations?|ers?)$"), r"is\1"),
    (
        re.compile(
            r"^(col|hon|harb|lab|neighb|fav|flav|arm|vap|rum|vig|od|hum|behavi|endeav|parl|sav|splend|rig|cand|clam|ferv|succ|tum)or"
            r"(?=(s|ed|ing|ings|ful|fully|less|able|ably|ite|ites|y|ies|er|ers|hood|hoods|ly)?$)"
        ),
        r"\1our",
    ),
    (re.compile(r"^(gr)a(y)"), r"\1e\2"),
    (re.compile(r"^mold(?=s$|y$|ing|ings$|$|ed$)"), "mould"),
    (re.compile(r"^(cent|kilo|milli|milli|met|lit|fib|calib|theat)er(s?)$"), r"\1re\2"),
    (re.compile(r"^(millim|centim|kilom)eter(s?)$"), r"\1etre\2"),
    (re.compile(r"^plow"), "plough"),
    (re.compile(r"^draft(s|y|ier|iest|ing|proof\w*)?$"), r"draught\1"),
    (re.compile(r"^aluminum"), "aluminium"),
    (re.compile(r"^sulf"), "sulph"),
    (
        re.compile(
            r"^(travel|model|label|cancel|level|fuel|panel|channel|tunnel|signal|marvel|counsel|total|dial|equal|initial|jewel|pencil|quarrel|"
            r"rival|spiral|swivel|trowel|chisel|shovel|gravel|funnel|bevel|corbel|enamel|stencil|barrel)l(ing|ed|er|ers)$"
        ),
        r"\1\2",
    ),
)
# single words of which the regions spell the root otherwise
_OTHER_SPELLING = {
    "catalog": "catalogue", "catalogs": "catalogues", "fulfill": "fulfil", "fulfills": "fulfils", "artifact": "artefact",
    "artifacts": "artefacts", "airplane": "aeroplane", "airplanes": "aeroplanes", "jewelry": "jewellery", "skeptic": "sceptic",
    "skeptical": "sceptical", "pajamas": "pyjamas", "judgment": "judgement", "judgments": "judgements", "license": "licence",
    "licenses": "licences", "practise": "practice", "practised": "practiced", "practising": "practicing", "anesthetic": "anaesthetic",
    "esthetic": "aesthetic", "cozy": "cosy", "woolen": "woollen", "installment": "instalment", "installments": "instalments",
    "enrollment": "enrolment", "skillful": "skilful", "aging": "ageing", "donut": "doughnut", "donuts": "doughnuts", "ax": "axe",
    "smolder": "smoulder", "molt": "moult", "pediatric": "paediatric", "encyclopedia": "encyclopaedia", "analyze": "analyse",
    "program": "programme", "programs": "programmes", "mom": "mum", "moms": "mums", "thru": "through",
}  # fmt: skip
_BARE_PLURAL = re.compile(r"[^sui]s$")  # "sheeps": a plural that the dictionary does not have
_KEEP_Z = frozenset(["size", "sized", "sizes", "sizing", "prize", "prized", "prizes", "seize", "seized", "maize"])


_QUANTITY = re.compile(rf"\d+(?:[.,:/]\d+)*\s?(?:{_UNITS})[²³]?", re.UNICODE)


def is_address(word: str) -> bool:
    """Whether a word is a web or mail address or a path."""
    return not word.isalpha() and bool(_ADDRESS.fullmatch(word))


def is_quantity(word: str) -> bool:
    """Whether a word is a number with its unit ("25 mm")."""
    return bool(_QUANTITY.fullmatch(word))


class Token(NamedTuple):
    """A word in a text: as written, its lemma, and its character bounds."""

    text: str
    lemma: str
    start: int
    end: int


@functools.lru_cache(maxsize=200_000)
def lemma_of(word: str, language: str = "en") -> str:
    """The lemma of one word, in lower case, with regional spelling made one."""
    lower = word.lower().replace("’", "'")
    if lower[0].isdigit():
        return _SPACES.sub("", lower)
    if is_address(lower):
        return lower
    if language == "en":
        if lower.endswith("'s"):
            lower = lower[:-2]
        elif lower.endswith("s'"):
            lower = lower[:-1]
        if lower not in _KEEP_Z:
            for pattern, replacement in _REGIONAL:
                lower = pattern.sub(replacement, lower)
            lower = _OTHER_SPELLING.get(lower, lower)
    lower = lower.replace("'", "")
    if not lower:
        return word.lower()
    return _simple_lemma(lower, language)


# Words whose dictionary lemma would join what must stay apart.
_OWN_LEMMA = {
    "leaves": "leaf", "better": "better", "best": "best", "left": "left", "building": "building", "buildings": "building",
    "ground": "ground", "wound": "wound", "found": "find", "saw": "saw", "bound": "bound", "lime": "lime", "limes": "lime",
    "pointing": "pointing", "flooring": "flooring", "glazing": "glazing", "skirting": "skirting",
    **{noun: noun for noun in (
        "netting", "cladding", "decking", "fencing", "guttering", "lighting", "plumbing", "wiring", "roofing", "scaffolding", "shelving",
        "piping", "tubing", "bedding", "clothing", "packaging", "opening", "wedding", "banking", "marketing", "advertising", "accounting",
        "gardening", "parking", "housing", "funding", "heating", "plastering", "rendering", "landscaping", "catering", "engineering",
    )},
    "repointing": "repointing", "draughtproofing": "draughtproofing", "mixed": "mix", "mixes": "mix", "boarding": "boarding", "ceiling": "ceiling", "lining": "lining",
}  # fmt: skip


def _simple_lemma(lower: str, language: str) -> str:
    if language == "en":
        own = _OWN_LEMMA.get(lower)
        if own:
            return own
    lemma = simplemma.lemmatize(lower, lang=language).lower() or lower
    if language == "en" and lemma == lower and len(lower) > 4 and _BARE_PLURAL.search(lower):
        singular = lower[:-1]
        if not simplemma.is_known(lower, lang="en") and simplemma.is_known(singular, lang="en"):
            return singular
    return lemma


@functools.lru_cache(maxsize=20_000)
def is_dictionary_word(lower: str, language: str = "en") -> bool:
    """Whether the dictionary has a word, given in lower case, in some form; acronyms are in none."""
    return bool(simplemma.is_known(lower, lang=language))


# short words that lose their vowel and are written together with the next one ("l'accès", "dell'acqua")
ELIDED = {
    "fr": frozenset(["l", "d", "j", "m", "t", "s", "c", "n", "qu", "jusqu", "lorsqu", "puisqu", "quoiqu"]),
    "it": frozenset(
        ["l", "d", "c", "un", "all", "dall", "dell", "nell", "sull", "quest", "quell", "dov", "com", "anch", "tutt", "nessun", "qualcun"]
    ),
}


def is_elided(word: str) -> bool:
    """Whether a token is an elided word; together with the next one it counts as one word of the text."""
    return word[-1] in "'’"


def tokenize(text: str, language: str = "en", *, offset: int = 0) -> list[Token]:
    """The words of a text in order, with lemmas and offsets into `text`, raised by `offset` where the text is a piece of a longer one.

    An elided word ("l'") is a token of its own.
    """
    elided = ELIDED.get(language)
    if "-" in text:
        # join prefixes without moving any offset: the hyphen becomes an invisible joiner that is a letter to the pattern
        text = _PREFIXED.sub(lambda m: m.group(1) + "\u02d0", text)
    tokens = []
    for found in _words_in(text):
        word = found.group(0)
        if "\u02d0" in word:
            word = word.replace("\u02d0", "")
        start = found.start() + offset
        if elided and (parts := _ELISION.match(word)) and parts.group(1).lower() in elided:
            tokens.append(Token(parts.group(0), parts.group(1).lower(), start, start + parts.end()))
            word, start = word[parts.end() :], start + parts.end()
        tokens.append(Token(word, lemma_of(word, language), start, found.end() + offset))
    return tokens


def _words_in(text: str) -> Iterator[re.Match[str]]:
    """Matches of all words. Most texts have no address, and looking for none is twice as fast."""
    may_have_address = "/" in text or "@" in text or "www." in text or _POINT_INSIDE.search(text)
    return (_WORD if may_have_address else _PLAIN_WORD).finditer(text)


@functools.lru_cache(maxsize=20_000)
def count_words(text: str) -> int:
    """How many words a text has."""
    return sum(1 for _ in _words_in(text))
