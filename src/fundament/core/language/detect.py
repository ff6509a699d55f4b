"""Which language a text is in.

py3langid's naive Bayes over byte sequences (Lui and Baldwin 2012, "langid.py: An Off-the-shelf Language Identification Tool"), over all languages that
whole web sites are written in and not only those with a pack: a Swedish page is Swedish, not the nearest of eight. What a page states about itself
counts as much as one strong word of it; below SURE nothing is said.
"""

from __future__ import annotations

import functools
from typing import Any

from fundament.core.language.names import NAMES
from fundament.core.language.packs import pack_of

SURE = 0.5  # a language with a smaller share of the probability is not said
STATED = 10.0  # how many times likelier what the page states becomes
LONGEST = 20_000  # characters that a text is judged by,
PIECES, PIECE = 20, 250  # of which so many pieces of so many characters are looked at
_SAME = {"nb": "no", "nn": "no", "yue": "zh", "wuu": "zh", "arz": "ar", "ary": "ar"}


def lacks_of(language: str) -> tuple[str, ...]:
    """Codes of what is not measured in a language; empty for one that has everything."""
    return pack_of(language).lacks


@functools.cache
def _identifier() -> Any:
    from py3langid.langid import MODEL_FILE, LanguageIdentifier

    identifier = LanguageIdentifier.from_model_file(MODEL_FILE, norm_probs=True)
    known = set(identifier.labels)
    identifier.set_languages([code for code in (*NAMES, *_SAME) if code in known])
    return identifier


def detect_language(text: str, *, stated: str = "") -> str:
    """The two-letter code of the language, "" when it is not sure.

    stated: what the page says of itself; it decides alone when the text has no letters.
    """
    stated = _SAME.get(stated, stated)
    text = text[:LONGEST]
    if not any(sign.isalpha() for sign in text):
        return stated if stated in NAMES else ""
    shares: dict[str, float] = {}
    for code, share in _identifier().rank(_sample(text)):
        code = _SAME.get(code, code)
        shares[code] = shares.get(code, 0.0) + float(share)
    if stated in shares:
        shares[stated] *= STATED
    best = max(shares, key=lambda code: shares[code])
    return best if shares[best] >= SURE * sum(shares.values()) else ""


def _sample(text: str) -> str:
    """Pieces from all over a long text: a quarter of it tells the language as well as all, and a text in two languages keeps their proportion."""
    if len(text) <= PIECES * PIECE:
        return text
    step = (len(text) - PIECE) / (PIECES - 1)
    return " ".join(text[round(number * step) : round(number * step) + PIECE] for number in range(PIECES))
