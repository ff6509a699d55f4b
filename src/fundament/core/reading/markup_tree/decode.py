"""From bytes to text: byte order mark, declared character sets, and what to do when they are wrong.

Order of precedence as in the HTML Standard, "Determining the character encoding":
byte order mark, HTTP header, meta element; then a strict try of UTF-8, then a guess (`guess_charset`). A page that is valid UTF-8 is UTF-8,
whatever it claims.
"""

from __future__ import annotations

import codecs
import re

from fundament.core.message import Message, message
from fundament.core.reading.markup_tree.guess_charset import guess_charset

_META = re.compile(rb"""<meta[^>]{1,300}charset\s{0,9}=\s{0,9}["']?\s{0,9}([A-Za-z0-9_:.-]{1,60})""", re.IGNORECASE)
_BYTE_ORDER_MARKS = (
    (codecs.BOM_UTF8, "utf-8"),
    (codecs.BOM_UTF16_LE, "utf-16-le"),
    (codecs.BOM_UTF16_BE, "utf-16-be"),
)


# the character sets of the web (WHATWG, "Encoding Standard"), by the names Python has for them; its others are for files, or no character sets at all
_OF_THE_WEB = frozenset(
    ["ascii", "big5", "big5hkscs", "cp866", "cp874", "cp932", "cp949", "euc_jp", "euc_kr", "gb18030", "gb2312", "gbk", "iso2022_jp", "koi8-r", "koi8-u",
     "mac-cyrillic", "mac-roman", "shift_jis", "tis-620", "utf-16", "utf-16-be", "utf-16-le", "utf-8",
     *(f"cp{number}" for number in range(1250, 1259)), *(f"iso8859-{number}" for number in range(1, 17))]
)  # fmt: skip


def decode_html(content: bytes, header_charset: str = "") -> tuple[str, tuple[Message, ...]]:
    """Decode the bytes of an HTML page.

    Returns the text and notes about anything odd (wrong or unknown character set).
    Never raises: the last resort, Windows-1252 with replacement, takes any bytes.
    """
    for mark, name in _BYTE_ORDER_MARKS:
        if content.startswith(mark):
            return content[len(mark) :].decode(name, errors="replace"), ()
    declared = header_charset.strip()
    if not declared:
        found = _META.search(content[:4096])
        declared = found.group(1).decode("ascii") if found else ""
    codec = _codec(declared) if declared else None
    notes: list[Message] = [message("reading.unknown_charset", name=declared[:40])] if declared and codec is None else []
    text = _strictly(content, "utf-8")
    if text is not None and not content.isascii():
        if codec is not None and codec.name not in ("utf-8", "ascii"):
            notes.append(message("reading.is_utf8", name=declared[:40]))
        return text, tuple(notes)
    if codec is not None and codec.name != "utf-8":
        # browsers read Latin 1 as Windows-1252
        text = _strictly(content, "windows-1252" if codec.name in ("iso8859-1", "ascii") else codec.name)
        if text is not None:
            return text, tuple(notes)
    elif text is not None and b"\x1b$" not in content and b"\x00" not in content[:200]:
        return text, tuple(notes)
    if codec is not None:
        notes.append(message("reading.wrong_charset", name=declared[:40]))
    guessed = guess_charset(content) or "windows-1252"
    notes.append(message("reading.guessed_charset", name=guessed))
    return content.decode(guessed, errors="replace"), tuple(notes)


def _strictly(content: bytes, name: str) -> str | None:
    try:
        return content.decode(name)
    except UnicodeDecodeError:
        return None


def _codec(name: str) -> codecs.CodecInfo | None:
    """What decodes this character set, when it is one of the web's."""
    try:
        codec = codecs.lookup(name)
    except (LookupError, ValueError):
        return None
    return codec if codec.name in _OF_THE_WEB else None
