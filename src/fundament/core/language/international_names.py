"""Names that are written alike in many languages ("Debian", "Berlin"), told by how often each language uses them."""

from __future__ import annotations

import functools
import math
from statistics import median

from fundament.core.language.frequencies import FLOOR, word_general_frequency
from fundament.core.language.packs import packs
from fundament.core.language.wordnet import named_kind
from fundament.core.language.words import is_dictionary_word

LEAST_KNOWN = 1e-7  # the share of running words from which a language is taken to have a word (Zipf 2)
LEAST_LANGUAGES = 6  # of the eight
MOST_AT_HOME = 1.3  # log10: a word far more usual in one language than in the others is a word of that language


@functools.lru_cache(maxsize=20_000)
def is_international_name(lower: str, language: str) -> bool:
    """Whether a word, given in small letters, is a name that most languages write as this one does: known to at least LEAST_LANGUAGES of them, in `language`
    not far above the others, and no English word but a name that WordNet has."""
    shares = {code: word_general_frequency(lower, code) for code in packs()}
    if sum(share >= LEAST_KNOWN for share in shares.values()) < LEAST_LANGUAGES:
        return False
    others = median(share for code, share in shares.items() if code != language)
    if math.log10(shares.get(language, FLOOR) / others) > MOST_AT_HOME:
        return False
    return not is_dictionary_word(lower, "en") or bool(named_kind(lower))
