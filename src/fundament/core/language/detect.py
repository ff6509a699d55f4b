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
LONGEST = 20_000  # characters looked at
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
    if not any(sign.isalpha() for sign in text[:LONGEST]):
        return stated if stated in NAMES else ""
    shares: dict[str, float] = {}
    for code, share in _identifier().rank(text[:LONGEST]):
        code = _SAME.get(code, code)
        shares[code] = shares.get(code, 0.0) + float(share)
    if stated in shares:
        shares[stated] *= STATED
    best = max(shares, key=lambda code: shares[code])
    return best if shares[best] >= SURE * sum(shares.values()) else ""
