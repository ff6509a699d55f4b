"""The character set of a page that declares none and is no UTF-8.

Signs that decide alone come first: the escape sequences of ISO-2022-JP, the zero bytes of UTF-16. Then charset-normalizer, which tells
scripts and many-byte sets apart (by how broken a text looks and by frequencies of letters), among the sets of the web only. Between the
one-byte sets of Latin letters it is often undecided; there the letters decide: each language writes with few letters beyond ASCII, and a text
read in the wrong set has letters of several languages, or signs in the middle of words.
"""

from __future__ import annotations

import re

from charset_normalizer import from_bytes

SAMPLE = 6_000  # bytes looked at
_MARKUP = re.compile(rb"<[^<>]{0,2000}>")
LONGEST_PIECE = 1_000
_CANDIDATES = [
    "big5", "cp1250", "cp1251", "cp1252", "cp1253", "cp1254", "cp1255", "cp1256", "cp1257", "cp866", "cp874", "cp932", "cp949", "euc_jp", "euc_kr",
    "gb18030", "iso8859_2", "iso8859_5", "iso8859_7", "iso8859_15", "koi8_r", "koi8_u", "shift_jis",
]  # fmt: skip
_LATIN_SETS = ("windows-1252", "iso-8859-15", "windows-1250", "iso-8859-2", "windows-1254", "windows-1257", "macintosh")
# letters beyond ASCII by language, in small
_ALPHABETS = {
    "cs": "áčďéěíňóřšťúůýž", "da": "æøåé", "de": "äöüß", "es": "áéíñóúü¿¡", "et": "äõöüšž", "fi": "äöå", "fr": "àâæçéèêëîïôœùûüÿ", "hr": "čćđšž",
    "hu": "áéíóöőúüű", "is": "áðéíóúýþæö", "it": "àèéìíòóù", "lt": "ąčęėįšųūž", "lv": "āčēģīķļņšūž", "nl": "éëïóöüèê", "pl": "ąćęłńóśźż",
    "pt": "ãáàâçéêíõóôúü", "ro": "ăâîșțşţ", "sk": "áäčďéíĺľňóôŕšťúýž", "sl": "čšž", "sv": "åäöé", "tr": "çğıöşüâîi̇",
}  # fmt: skip
_SIGNS = frozenset("«»„“”‘’‚–—…•·©®™°§€£¥±×½¼¾²³´¶ªº\u00a0\u00ad")


def guess_charset(content: bytes) -> str:
    """The name of the set that these bytes were most likely written in; "" when nothing speaks for any.

    content: a page that is not valid UTF-8, or whose bytes are ASCII with escapes.
    """
    if b"\x1b$" in content:
        return "iso2022_jp"
    wide = _wide(content)
    if wide:
        return wide
    sample = _sample(content)
    if not sample:
        return ""
    best = from_bytes(sample, cp_isolation=_CANDIDATES).best()
    name = best.encoding if best is not None else ""
    text = sample.decode(name, "replace") if name else ""
    beyond = [sign for sign in text if not sign.isascii() and sign.isalpha()]
    if not name or not beyond or sum(sign < "\u0250" for sign in beyond) > len(beyond) / 2:
        return _latin_set(sample)
    return {"cp932": "shift_jis", "euc_kr": "cp949"}.get(name, name)


def _wide(content: bytes) -> str:
    """UTF-16 without a mark: every second byte of the markup that a page begins with is zero."""
    head = content[:160]
    if head[1::2].count(0) > 0.3 * len(head[1::2]) and head[::2].count(0) < 4:
        return "utf-16-le"
    if head[::2].count(0) > 0.3 * len(head[::2]) and head[1::2].count(0) < 4:
        return "utf-16-be"
    return ""


def _sample(content: bytes) -> bytes:
    """Pieces of the text with bytes beyond ASCII, from the beginning, without markup."""
    pieces: list[bytes] = []
    size = 0
    for line in _MARKUP.sub(b"\n", content[:400_000]).split(b"\n"):
        piece = line.strip()
        if len(piece) > LONGEST_PIECE:  # cut between words, so that no sign of several bytes is cut
            piece = piece[: max(piece.rfind(b" ", 0, LONGEST_PIECE), 0) or LONGEST_PIECE]
        if piece.isascii():
            continue
        pieces.append(piece)
        size += len(piece)
        if size >= SAMPLE:
            break
    return b"\n".join(pieces)


def _latin_set(sample: bytes) -> str:
    """The set in which the letters are those of one language; the earlier of those that are equally good."""
    best, most = "", -1.0
    for name in _LATIN_SETS:
        try:
            text = sample.decode(name)
        except UnicodeDecodeError:
            continue
        value = _likeness(text)
        if value > most + 1e-9:
            best, most = name, value
    return best


def _likeness(text: str) -> float:
    """How well the signs beyond ASCII fit one language: its letters, and signs that do not stand inside a word."""
    letters, fitting_signs, total = "", 0, 0
    for place, sign in enumerate(text):
        if sign.isascii():
            continue
        total += 1
        inside = 0 < place < len(text) - 1 and text[place - 1].isalpha() and text[place + 1].isalpha()
        if sign.isalpha() or sign in "¿¡":
            wrong_case = inside and sign.isupper() and text[place - 1].islower()
            letters += "" if wrong_case or (sign in "¿¡" and inside) else sign.lower()
        elif sign in _SIGNS and not (inside and sign not in "’·\u00ad"):
            fitting_signs += 1
    best = max(sum(letter in alphabet for letter in letters) for alphabet in _ALPHABETS.values())
    return (best + fitting_signs) / total if total else 0.0
