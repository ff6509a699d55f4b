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
EASTERN = 0.5  # of the letters, from which a text is one of East Asia
LEAST_KANA = 0.05  # of the kana and characters of a Japanese text; a Chinese one may have a Japanese name in it
MANY_CHARACTERS = 60  # without one kana no Japanese text has so many
_CHINESE_WORDS = frozenset("們這嗎麼說還妳很啊吗呢吧")  # what Chinese grammar needs, and Japanese does not
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
    eastern = _of_east_asia(text, stated)
    if eastern is not None:
        return eastern
    shares: dict[str, float] = {}
    for code, share in _identifier().rank(_sample(text)):
        code = _SAME.get(code, code)
        shares[code] = shares.get(code, 0.0) + float(share)
    if stated in shares:
        shares[stated] *= STATED
    best = max(shares, key=lambda code: shares[code])
    return best if shares[best] >= SURE * sum(shares.values()) else ""


def _of_east_asia(text: str, stated: str) -> str | None:
    """The language of a text that is mostly Chinese characters, kana or Hangul, by its signs: kana are Japanese only. "" where a few characters could be of
    either; None for any other text."""
    letters = [sign for sign in text if sign.isalpha()]
    kana = sum("\u3041" <= sign <= "\u30ff" or "\uff66" <= sign <= "\uff9d" for sign in letters)
    hangul = sum("\uac00" <= sign <= "\ud7a3" or "\u1100" <= sign <= "\u11ff" for sign in letters)
    characters = sum("\u3400" <= sign <= "\u9fff" or "\uf900" <= sign <= "\ufaff" for sign in letters)
    if kana + hangul + characters < EASTERN * len(letters):
        return None
    if hangul > kana + characters:
        return "ko"
    if kana >= LEAST_KANA * (kana + characters):
        return "ja"
    # the sets of characters of the two countries tell simplified ones and those that Japan made
    japanese = sum(not _can_be_written(sign, "gb2312") and not _can_be_written(sign, "big5") for sign in letters)
    chinese = sum(sign in _CHINESE_WORDS or not _can_be_written(sign, "shift_jis") for sign in letters)
    if japanese != chinese:
        return "ja" if japanese > chinese else "zh"
    if characters < MANY_CHARACTERS:
        return stated if stated in ("ja", "zh") else ""
    return "zh"


@functools.lru_cache(maxsize=30_000)
def _can_be_written(sign: str, charset: str) -> bool:
    try:
        sign.encode(charset)
    except UnicodeEncodeError:
        return False
    return True


def _sample(text: str) -> str:
    """Pieces from all over a long text: a quarter of it tells the language as well as all, and a text in two languages keeps their proportion."""
    if len(text) <= PIECES * PIECE:
        return text
    step = (len(text) - PIECE) / (PIECES - 1)
    return " ".join(text[round(number * step) : round(number * step) + PIECE] for number in range(PIECES))
