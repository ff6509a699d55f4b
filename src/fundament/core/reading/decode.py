"""From bytes to text: byte order mark, declared character sets, and what to do when they are wrong.

Order of precedence as in the HTML Standard, "Determining the character encoding":
byte order mark, HTTP header, meta element; then a strict try of UTF-8, then Windows-1252.
"""

from __future__ import annotations

import codecs
import re

from fundament.core.message import Message, message

_META = re.compile(rb"""<meta[^>]+charset\s*=\s*["']?\s*([A-Za-z0-9_:.-]+)""", re.IGNORECASE)
_BYTE_ORDER_MARKS = (
    (codecs.BOM_UTF8, "utf-8"),
    (codecs.BOM_UTF16_LE, "utf-16-le"),
    (codecs.BOM_UTF16_BE, "utf-16-be"),
)


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
    notes: list[Message] = []
    candidates = [declared] if declared else []
    candidates += ["utf-8", "windows-1252"]
    for name in dict.fromkeys(name.lower() for name in candidates):
        try:
            codec = codecs.lookup(name)
        except LookupError:
            notes.append(message("reading.unknown_charset", name=name))
            continue
        if codec.name == "iso8859-1":  # browsers read it as Windows-1252
            name = "windows-1252"
        try:
            text = content.decode(name)
        except UnicodeDecodeError:
            if name == declared.lower():
                notes.append(message("reading.wrong_charset", name=declared))
            continue
        return text, tuple(notes)
    return content.decode("windows-1252", errors="replace"), tuple(notes)
