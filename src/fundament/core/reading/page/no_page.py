"""What is no web page, told by its first bytes, so that no archive, picture or document is taken for one.

Servers and people call files what they like; the first bytes cannot be mistaken (the signatures of the formats' own standards, as in the WHATWG's
"MIME Sniffing" and the archive formats).
"""

from __future__ import annotations

import json
import re
import zlib

LOOKED_AT = 4_096
# (where, signature, kind); the kinds are those of the messages "no_page.*"
_SIGNATURES = (
    (0, b"%PDF-", "pdf"),
    (0, b"{\\rtf", "word"),
    (0, b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1", "old_office"),
    (0, b"WARC/", "web_archive"),
    (0, b"\x89PNG\r\n\x1a\n", "picture"),
    (0, b"\xff\xd8\xff", "picture"),
    (0, b"GIF8", "picture"),
    (0, b"BM", "picture"),
    (0, b"II*\x00", "picture"),
    (0, b"MM\x00*", "picture"),
    (0, b"\x00\x00\x01\x00", "picture"),
    (0, b"BZh", "compressed"),
    (0, b"\xfd7zXZ\x00", "compressed"),
    (0, b"\x28\xb5\x2f\xfd", "compressed"),
    (0, b"7z\xbc\xaf\x27\x1c", "archive"),
    (0, b"Rar!\x1a\x07", "archive"),
    (257, b"ustar", "archive"),
    (0, b"ID3", "sound_or_film"),
    (0, b"OggS", "sound_or_film"),
    (0, b"fLaC", "sound_or_film"),
    (0, b"\x1aE\xdf\xa3", "sound_or_film"),
    (4, b"ftyp", "sound_or_film"),
    (0, b"wOFF", "font"),
    (0, b"wOF2", "font"),
    (0, b"OTTO", "font"),
    (0, b"\x00\x01\x00\x00\x00", "font"),
    (0, b"\x7fELF", "program"),
    (0, b"MZ\x90\x00", "program"),
    (0, b"\x00asm", "program"),
    (0, b"SQLite format 3\x00", "database"),
    (0, b"%!PS", "postscript"),
)
_IN_ZIP = (
    (b"word/", "word"),
    (b"xl/", "spreadsheet"),
    (b"ppt/", "slides"),
    (b"application/vnd.oasis.opendocument.text", "word"),
    (b"application/vnd.oasis.opendocument.spreadsheet", "spreadsheet"),
    (b"application/vnd.oasis.opendocument.presentation", "slides"),
    (b"application/epub+zip", "book"),
)
_FEEDS = frozenset(["rss", "feed", "urlset", "sitemapindex", "rdf:rdf"])
_BY_MEDIA_TYPE = {
    "application/pdf": "pdf", "application/json": "data", "text/csv": "data", "application/zip": "archive", "application/gzip": "compressed",
    "application/rss+xml": "feed", "application/atom+xml": "feed", "application/xml": "xml", "text/xml": "xml", "application/msword": "word",
    "application/vnd.openxmlformats-officedocument.wordprocessingml.document": "word", "application/vnd.ms-excel": "spreadsheet",
    "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet": "spreadsheet", "text/plain": "text", "text/markdown": "text",
}  # fmt: skip
_NAME_HERE = re.compile(rb"<([A-Za-z_][\w:.-]{0,60})")
_FEED_HERE = re.compile(rb"\s{0,200}<(?:rss|feed|urlset|sitemapindex|rdf:RDF)[\s>]")
_MARKUP = re.compile(rb"<[a-zA-Z!/]")


def kind_of_no_page(content: bytes, media_type: str = "") -> str:
    """What the bytes are when they are no web page; "" for a page.

    media_type: what the server called it; a type that is known and none of a page's decides where the bytes do not.
    """
    head = content[:LOOKED_AT]
    if head[:2] == b"\x1f\x8b":
        return "web_archive" if _unpacked(head).startswith(b"WARC/") else "compressed"
    if head[:4] == b"PK\x03\x04":
        return next((kind for name, kind in _IN_ZIP if name in content[:200_000] or name in content[-200_000:]), "archive")
    if head[:4] == b"RIFF":
        return "picture" if head[8:12] == b"WEBP" else "sound_or_film"
    for place, signature, kind in _SIGNATURES:
        if head[place : place + len(signature)] == signature and (kind != "picture" or signature != b"BM" or b"\x00" in head[:32]):
            return kind
    text = head.removeprefix(b"\xef\xbb\xbf")
    root = _xml_root(text)
    if root and root.rpartition(":")[2] != "html":
        return "feed" if root in _FEEDS else "xml"
    if _FEED_HERE.match(text):
        return "feed"
    if text.lstrip()[:1] in (b"{", b"[") and _is_json(content):
        return "data"
    if _is_binary(head):
        return "binary"
    return "" if _MARKUP.search(content[:100_000]) else _BY_MEDIA_TYPE.get(media_type, "")


def _xml_root(text: bytes) -> str:
    """The name of the first element of a text that begins as XML does; "" for any other."""
    rest = text.lstrip()
    if not rest.startswith(b"<?xml"):
        return ""
    while rest.startswith((b"<?", b"<!")):
        end = b"?>" if rest.startswith(b"<?") else b"-->" if rest.startswith(b"<!--") else b">"
        rest = rest.partition(end)[2].lstrip()
    found = _NAME_HERE.match(rest)
    return found.group(1).decode().lower() if found else ""


def _unpacked(head: bytes) -> bytes:
    try:
        return zlib.decompressobj(zlib.MAX_WBITS | 16).decompress(head, 512)
    except zlib.error:
        return b""


def _is_json(content: bytes) -> bool:
    try:
        json.loads(content)
    except (ValueError, RecursionError):
        return False
    return True


def _is_binary(head: bytes) -> bool:
    """Whether there are bytes that no text has: zeros, where it is no UTF-16, or many control signs."""
    if head[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return False
    zeros = head.count(0)
    if zeros and max(head[::2].count(0), head[1::2].count(0)) < 0.2 * len(head):
        return zeros > 8 or zeros * 50 > len(head)
    controls = sum(head.count(byte) for byte in range(1, 32) if byte not in (9, 10, 12, 13, 27))
    return controls * 10 > len(head)
