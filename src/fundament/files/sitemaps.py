"""Addresses out of sitemaps: XML of the sitemap protocol and its relatives, indexes of them, feeds, and plain lists."""

from __future__ import annotations

import io
import re
import zlib
from dataclasses import dataclass, field
from urllib.parse import urljoin

from lxml import etree

from fundament.core.message import Message, message
from fundament.files.errors import FileError
from fundament.files.tables import decoded

MOST_BYTES = 60_000_000  # unpacked; the protocol allows 50 MB
MOST_ADDRESSES = 50_000
MOST_PACKINGS = 4  # one within another
_ADDRESS = re.compile(r"https?://[^\s<>\"']+", re.IGNORECASE)


@dataclass(frozen=True)
class Entry:
    """An address with when it was changed last, as ISO, or ""."""

    url: str
    changed: str = ""


@dataclass
class Sitemap:
    """What a sitemap lists: pages, or further sitemaps."""

    pages: list[Entry] = field(default_factory=list)
    sitemaps: list[Entry] = field(default_factory=list)
    notes: list[Message] = field(default_factory=list)


def read_sitemap(content: bytes, base: str = "") -> Sitemap:
    """What stands in a sitemap. base: where it came from, for addresses that are not whole. Raises FileError where nothing can be read."""
    content = _unpacked(content)
    if not content.strip():
        raise FileError("file.empty")
    found = Sitemap()
    start = content.lstrip(b"\xef\xbb\xbf \t\r\n\x00")
    if content[:4].lstrip(b"\xff\xfe\x00")[:1] == b"<" and content[:2] in (b"\xff\xfe", b"\xfe\xff"):
        start = (
            content.decode("utf-16", errors="replace")
            .encode("utf-8")
            .replace(b'encoding="UTF-16"', b"", 1)
            .replace(b'encoding="utf-16"', b"", 1)
        )
    if start[:1] == b"<":
        if re.match(rb"<(?:!doctype\s+html|html)\b", start, re.IGNORECASE):
            raise FileError("sitemap.is_a_page")
        _xml(start, base, found)
    else:
        _list(decoded(content), found)
    found.pages = _different(found.pages)
    if len(found.pages) > MOST_ADDRESSES:
        found.notes.append(message("sitemap.cut", addresses=len(found.pages), most=MOST_ADDRESSES))
        del found.pages[MOST_ADDRESSES:]
    if not found.pages and not found.sitemaps:
        raise FileError("sitemap.nothing")
    return found


def _unpacked(content: bytes) -> bytes:
    """The bytes of what is packed, more than once where it is; all that is unpacked on the way counts."""
    left = MOST_BYTES
    for _ in range(MOST_PACKINGS):
        if not content.startswith(b"\x1f\x8b"):
            return content
        try:
            content = zlib.decompressobj(zlib.MAX_WBITS | 16).decompress(content, left + 1)
        except zlib.error:
            raise FileError("file.broken_archive") from None
        left -= len(content)
        if left < 0:
            raise FileError("file.bomb", megabytes=MOST_BYTES // 1_000_000)
    raise FileError("file.broken_archive")


def _xml(content: bytes, base: str, found: Sitemap) -> None:
    """Entries by the names of their elements, in whatever namespace: <url> and <sitemap> with a <loc> right below, items of feeds with their link."""
    try:
        events = etree.iterparse(
            io.BytesIO(content), events=("end",), recover=True, resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False
        )
        for _, element in events:
            if not isinstance(element.tag, str):
                continue
            name = etree.QName(element).localname.lower()
            if name in ("url", "sitemap"):
                _entry(element, name, base, found)
                element.clear()
                while element.getprevious() is not None and element.getparent() is not None:
                    del element.getparent()[0]
            elif name in ("item", "entry"):
                _feed_item(element, base, found)
                element.clear()
            if len(found.pages) > 2 * MOST_ADDRESSES:
                break
        if events.error_log and any(entry.level >= etree.ErrorLevels.FATAL for entry in events.error_log):
            found.notes.append(message("sitemap.damaged", row=events.error_log[0].line))
    except (etree.XMLSyntaxError, ValueError):
        if not found.pages and not found.sitemaps:
            raise FileError("sitemap.broken") from None
        found.notes.append(message("sitemap.damaged", row=0))


def _entry(element: etree._Element, name: str, base: str, found: Sitemap) -> None:
    texts = {etree.QName(child).localname.lower(): (child.text or "").strip() for child in reversed(element) if isinstance(child.tag, str)}
    own = [child for child in element if isinstance(child.tag, str) and etree.QName(child).localname.lower() == "loc"]
    address = _whole((own[0].text or "").strip() if own else texts.get("loc", ""), base)
    if address:
        (found.pages if name == "url" else found.sitemaps).append(Entry(address, texts.get("lastmod", "")[:25]))


def _feed_item(element: etree._Element, base: str, found: Sitemap) -> None:
    for child in element:
        if isinstance(child.tag, str) and etree.QName(child).localname.lower() == "link" and child.get("rel", "alternate") == "alternate":
            address = _whole((child.get("href") or child.text or "").strip(), base)
            if address:
                found.pages.append(Entry(address))
                return


def _list(text: str, found: Sitemap) -> None:
    """One address a line; other lines are passed over and counted."""
    others = 0
    for line in text.splitlines():
        plain = line.strip().strip('",;')
        if not plain or plain.startswith("#"):
            continue
        if _ADDRESS.fullmatch(plain):
            found.pages.append(Entry(plain))
        elif inside := _ADDRESS.search(plain):
            found.pages.append(Entry(inside[0].rstrip('",;')))
        else:
            others += 1
    if others and found.pages:
        found.notes.append(message("sitemap.no_addresses", lines=others))


def _whole(address: str, base: str) -> str:
    address = "".join(address.split())
    if not address:
        return ""
    try:
        whole = urljoin(base, address) if base else address
    except ValueError:
        return ""
    return whole if whole.lower().startswith(("http://", "https://")) else ""


def _different(entries: list[Entry]) -> list[Entry]:
    return list({entry.url: entry for entry in reversed(entries)}.values())[::-1]
