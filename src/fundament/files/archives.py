"""Pages out of archives: WARC, ARC and WACZ as crawlers write them, ZIP files, single pages and web archives (MHTML, RFC 2557) as people save them.

Archives come from anywhere: what is damaged is said and the rest kept, nothing is unpacked to a disk, and all sizes are bounded.
"""

from __future__ import annotations

import contextlib
import csv
import io
import re
import zipfile
import zlib
from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from email import message_from_bytes
from email.policy import default as default_policy
from typing import Any

import brotli

from fundament.core.message import Message, message
from fundament.files.errors import FileError
from fundament.files.tables import decoded

MOST_BYTES = 120_000_000
MOST_UNPACKED = 300_000_000
MOST_PAGES = 200
MOST_PAGE_BYTES = 5_000_000
MOST_RECORDS = 100_000
PAGE_TYPES = ("text/html", "application/xhtml+xml")
PAGE_NAMES = (".html", ".htm", ".xhtml", ".mhtml", ".mht")
_MHTML = re.compile(rb"^(?:[\w-]+:[^\n]*\n(?:[ \t][^\n]*\n)*){0,20}?content-type:\s*multipart/related", re.IGNORECASE)
_GZIP = b"\x1f\x8b"
_CHARSET = re.compile(r"charset\s*=\s*[\"']?([\w.:-]+)", re.IGNORECASE)
_BEGIN = re.compile(rb"^\s*(?:\xef\xbb\xbf\s*)?<(?:!doctype|html|head|body|\?xml|!--|title|meta|article|main|div|h1|p)\b", re.IGNORECASE)


@dataclass(frozen=True)
class ArchivedPage:
    """A page as it stands in an archive. url: "" where it says none. name: of its file, or its address. seen: when it was fetched, as ISO, or ""."""

    url: str
    name: str
    content: bytes
    charset: str = ""
    seen: str = ""
    title: str = ""


@dataclass
class Archive:
    """The pages of an archive in order, and what is to be said of it."""

    pages: list[ArchivedPage] = field(default_factory=list)
    notes: list[Message] = field(default_factory=list)


def read_archive(content: bytes, name: str) -> Archive:
    """The pages in a file. Raises FileError where it is none of these, or too large."""
    if len(content) > MOST_BYTES:
        raise FileError("file.too_large", megabytes=MOST_BYTES // 1_000_000)
    if not content.strip():
        raise FileError("file.empty")
    found = Archive()
    if content.startswith(b"PK\x03\x04"):
        _zip(content, found)
    elif content.startswith(_GZIP) or content.startswith((b"WARC/", b"filedesc:")):
        _records(content, found)
    elif is_web_archive(content):
        found.pages += web_archive(content, name)
    elif _BEGIN.match(content[:2_000]):
        found.pages.append(ArchivedPage("", name, content[:MOST_PAGE_BYTES]))
    else:
        raise FileError("file.no_archive")
    if not found.pages and not found.notes:
        raise FileError("file.no_pages")
    if len(found.pages) > MOST_PAGES:
        found.notes.append(message("file.pages_cut", pages=len(found.pages), most=MOST_PAGES))
        del found.pages[MOST_PAGES:]
    return found


def is_web_archive(content: bytes) -> bool:
    """Whether this is a page with what belongs to it in one file, as a mail with parts (MHTML)."""
    return bool(_MHTML.match(content[:8_000].lstrip().replace(b"\r\n", b"\n")))


def web_archive(content: bytes, name: str) -> list[ArchivedPage]:
    """The page of a web archive: the first part that is one; none where there is none."""
    mail = message_from_bytes(content.lstrip(), policy=default_policy)
    for part in mail.walk():
        if part.get_content_type() in PAGE_TYPES:
            body = part.get_payload(decode=True)
            url = str(part.get("Content-Location") or mail.get("Snapshot-Content-Location") or "").strip()
            url = url if url.startswith(("http://", "https://")) else ""
            if isinstance(body, bytes) and body.strip():
                return [ArchivedPage(url, name, body[:MOST_PAGE_BYTES], part.get_content_charset() or "")]
    return []


def members_of(content: bytes, found: Archive) -> Iterator[bytes]:
    """The parts that an archive is compressed in: record by record, or as a whole; an archive that is not compressed is one part. What cannot be unpacked is passed
    over, up to the next part that can."""
    if not content.startswith(_GZIP):
        yield content
        return
    at = size = members = 0
    whole = memoryview(content)
    while at < len(content):
        members += 1
        if members > MOST_RECORDS:
            found.notes.append(message("file.cut"))
            return
        part, end, is_whole = _member(whole, at, MOST_UNPACKED + 1 - size)
        if end is None:
            part = _as_far_as_it_goes(whole, at, MOST_UNPACKED + 1 - size)
            found.notes.append(message("file.damaged", at=at))
            following = content.find(_GZIP + b"\x08", at + 3)
        else:
            if not is_whole and size + len(part) <= MOST_UNPACKED:
                found.notes.append(message("file.cut"))
            following = content.find(_GZIP + b"\x08", end) if is_whole else -1  # there may be padding between
        size += len(part)
        if size > MOST_UNPACKED:
            raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
        if part.strip():
            yield part
        at = following if following >= 0 else len(content)


def _member(content: memoryview, at: int, most: int) -> tuple[bytes, int | None, bool]:
    """One part that begins at a place, in pieces, so that what follows it is not copied: its bytes, where it ends (None where it is broken), and whether it came to its end."""
    unpack, parts, size = zlib.decompressobj(zlib.MAX_WBITS | 16), [], 0
    piece = 1_024
    try:
        while not unpack.eof and size < most:
            packed = unpack.unconsumed_tail
            if not packed:
                packed = bytes(content[at : at + piece])
                at, piece = at + len(packed), min(2 * piece, 65_536)
            if not packed:
                break
            parts.append(unpack.decompress(packed, most - size))
            size += len(parts[-1])
    except zlib.error:
        return b"", None, False
    return b"".join(parts), at - len(unpack.unused_data), unpack.eof


def _as_far_as_it_goes(content: memoryview, start: int, most: int) -> bytes:
    unpack, parts, size = zlib.decompressobj(zlib.MAX_WBITS | 16), [], 0
    with contextlib.suppress(zlib.error):
        for at in range(start, len(content), 4_096):
            parts.append(unpack.decompress(content[at : at + 4_096], most))
            size += len(parts[-1])
            if unpack.eof or size > most:
                break
    return b"".join(parts)


@dataclass
class _Seen:
    """What was met in an archive so far."""

    by_target: dict[str, ArchivedPage] = field(default_factory=dict)
    by_digest: dict[str, ArchivedPage] = field(default_factory=dict)
    revisits: list[tuple[str, str, str, str]] = field(default_factory=list)  # address, the one before, digest, when
    records: int = 0
    requests: int = 0
    responses: int = 0
    others: int = 0  # no pages
    not_found: int = 0


def _records(content: bytes, found: Archive) -> None:
    """The pages among the records of a WARC or ARC."""
    seen, is_arc = _Seen(), False
    header = b""
    for part in members_of(content, found):
        if part.startswith(b"filedesc:"):
            is_arc, header = True, part
        # in an ARC the first record says how the lines of the others are to be read
        plain = header + part if is_arc and part is not header and not part.startswith(b"filedesc:") else part
        if not _part(plain, seen, found):
            break
    for url, earlier, digest, when in seen.revisits:
        before = seen.by_digest.get(digest) or seen.by_target.get(earlier)
        if before is not None and url not in seen.by_target:
            found.pages.append(ArchivedPage(url, url, before.content, before.charset, when))
    latest = {page.url: page for page in found.pages}  # of an address fetched twice, the later
    found.pages[:] = [latest[url] for url in dict.fromkeys(page.url for page in found.pages)]
    if not found.pages:
        only_requests = seen.requests and not seen.responses
        found.notes.append(message("file.only_requests" if only_requests else "file.no_page_in_it", records=seen.records))
    elif seen.others or seen.not_found:
        found.notes.append(message("file.passed_over", other=seen.others, status=seen.not_found))


def _part(plain: bytes, seen: _Seen, found: Archive) -> bool:
    """The records of one part of an archive; False when there are more than are looked at."""
    from warcio.archiveiterator import ArchiveIterator
    from warcio.exceptions import ArchiveLoadFailed

    stream = io.BytesIO(plain)
    try:
        with contextlib.redirect_stderr(io.StringIO()):  # the library prints its doubts
            for record in ArchiveIterator(stream, arc2warc=True):
                seen.records += 1
                if seen.records > MOST_RECORDS or len(found.pages) > 2 * MOST_PAGES:
                    found.notes.append(message("file.records_cut", most=MOST_RECORDS))
                    return False
                _record(record, seen, found)
    except (ArchiveLoadFailed, EOFError, ValueError, OSError, zlib.error, AttributeError, KeyError, UnicodeError):
        found.notes.append(message("file.damaged", at=stream.tell()))
    return True


def _record(record: Any, seen: _Seen, found: Archive) -> None:
    seen.requests += record.rec_type == "request"
    if record.rec_type not in ("response", "revisit", "resource"):
        return
    seen.responses += 1
    header = record.rec_headers.get_header
    url = (header("WARC-Target-URI") or "").strip("<> ")
    when, digest = header("WARC-Date") or "", header("WARC-Payload-Digest") or ""
    if record.rec_type == "revisit":
        seen.revisits.append((url, (header("WARC-Refers-To-Target-URI") or url).strip("<> "), digest, when))
        return
    page = _page_of(record, url, when, seen)
    if page is not None:
        seen.by_target.setdefault(url, page)
        if digest:
            seen.by_digest.setdefault(digest, page)
        found.pages.append(page)


def _page_of(record: Any, url: str, when: str, seen: _Seen) -> ArchivedPage | None:
    """A response as a page; None where it is none, or was not found."""
    if record.http_headers is not None:
        status = record.http_headers.get_statuscode() or ""
        type_ = (record.http_headers.get_header("Content-Type") or "").lower()
    else:
        status, type_ = "200", (record.rec_headers.get_header("Content-Type") or "").lower()
    if not url.startswith(("http://", "https://")):
        return None
    if status != "200":
        seen.not_found += 1
        return None
    if type_ and type_.partition(";")[0].strip() not in PAGE_TYPES:
        seen.others += 1
        return None
    content = _unpacked(record)
    if not content.strip() or (not type_ and not _BEGIN.match(content[:2_000])):
        seen.others += 1
        return None
    charset = _CHARSET.search(type_)
    return ArchivedPage(url, url, content, charset[1] if charset else "", when)


def _unpacked(record: Any) -> bytes:
    """The content of a response, up to MOST_PAGE_BYTES, whatever it was sent in. A tool may have unpacked it and kept the header: then it is taken as it is."""
    encoding = (record.http_headers.get_header("Content-Encoding") or "").strip().lower() if record.http_headers is not None else ""
    if encoding not in ("br", "deflate"):
        return bytes(record.content_stream().read(MOST_PAGE_BYTES))
    record.http_headers.remove_header("Content-Encoding")  # or it would be unpacked by what knows neither
    packed = bytes(record.content_stream().read(MOST_PAGE_BYTES))
    try:
        if encoding == "br":
            return _without_brotli(packed)
        return zlib.decompressobj(zlib.MAX_WBITS if packed[:1] == b"x" else -zlib.MAX_WBITS).decompress(packed, MOST_PAGE_BYTES)
    except (brotli.error, zlib.error):
        return packed


def _without_brotli(packed: bytes) -> bytes:
    """Unpacked up to MOST_PAGE_BYTES, piece by piece, so that no bomb fills the memory."""
    unpacking, found, more = brotli.Decompressor(), bytearray(), packed
    while len(found) < MOST_PAGE_BYTES:
        piece = unpacking.process(more, output_buffer_limit=1 << 16)
        found += piece
        more = b""
        if unpacking.is_finished() or not piece:
            break
    return bytes(found[:MOST_PAGE_BYTES])


def _zip(content: bytes, found: Archive) -> None:
    """Pages of a ZIP file: those of the web archives in it (WACZ), else its HTML files."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            entries = [entry for entry in archive.infolist() if not entry.is_dir()]
            if sum(entry.file_size for entry in entries) > MOST_UNPACKED:
                raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
            if any(entry.flag_bits & 1 for entry in entries):
                raise FileError("file.password")
            crawled = [e for e in entries if e.filename.startswith("archive/") and e.filename.endswith((".warc", ".warc.gz", ".arc.gz"))]
            if crawled:
                for entry in crawled:
                    _records(entry_of(archive, entry, MOST_UNPACKED), found)
                _in_listed_order(archive, found)
            else:
                _html_files(archive, entries, found)
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, UnicodeError):
        raise FileError("file.broken_archive") from None


def entry_of(archive: zipfile.ZipFile, entry: zipfile.ZipInfo, most: int) -> bytes:
    """What an entry holds, whatever size it says it has."""
    with archive.open(entry) as opened:
        content = opened.read(most + 1)
    if len(content) > most:
        raise FileError("file.bomb", megabytes=most // 1_000_000)
    return content


def _in_listed_order(archive: zipfile.ZipFile, found: Archive) -> None:
    """Put pages into the order of the archive's own list, where it has one (pages/pages.jsonl), with their titles."""
    import json

    with contextlib.suppress(KeyError, ValueError):
        lines = archive.read("pages/pages.jsonl")[:MOST_PAGE_BYTES].decode("utf-8", errors="replace").splitlines()
        rows = [json.loads(line) for line in lines if line.strip()]
        place = {str(row["url"]): number for number, row in enumerate(rows) if isinstance(row, dict) and "url" in row}
        found.pages.sort(key=lambda page: place.get(page.url, len(place)))


def _html_files(archive: zipfile.ZipFile, entries: list[zipfile.ZipInfo], found: Archive) -> None:
    by_name = {
        _name_of(entry): entry for entry in entries if _name_of(entry).lower().endswith(PAGE_NAMES) and "__MACOSX" not in entry.filename
    }
    listed = next((entry for entry in entries if _name_of(entry).lower() == "results.csv"), None)
    order: Iterator[tuple[str, str]] | list[tuple[str, str]]
    if listed is not None:
        order = _listed(decoded(entry_of(archive, listed, MOST_PAGE_BYTES)), found)
    else:
        order = [("", name) for name in sorted(by_name, key=natural)]
    for url, name in order:
        entry = by_name.get(name.rpartition("/")[2])
        if entry is None:
            found.notes.append(message("file.listed_not_there", name=name[:120]))
            continue
        try:
            content = entry_of(archive, entry, MOST_PAGE_BYTES)
        except (zipfile.BadZipFile, zlib.error, FileError):
            found.notes.append(message("file.entry_damaged", name=name[:120]))
            continue
        if is_web_archive(content):
            found.pages += [replace(page, url=url or page.url) for page in web_archive(content, name)]
        elif content.strip():
            found.pages.append(ArchivedPage(url, name, content))


def _listed(text: str, found: Archive) -> list[tuple[str, str]]:
    """(address, name of the file) by rank, from results.csv with the columns rank, url and file."""
    rows = []
    for number, row in enumerate(csv.DictReader(io.StringIO(text, newline="")), 2):
        try:
            rows.append((int(row["rank"]), row["url"].strip(), row["file"].strip()))
        except (KeyError, ValueError, TypeError, AttributeError):
            found.notes.append(message("file.listed_wrong", row=number))
    return [(url, name) for _, url, name in sorted(rows)]


def _name_of(entry: zipfile.ZipInfo) -> str:
    """The name of a file without folders: where it would be unpacked to is nobody's concern here. Names that say no encoding are tried as UTF-8."""
    name = entry.filename
    if not entry.flag_bits & 0x800:
        with contextlib.suppress(UnicodeError):
            name = name.encode("cp437").decode("utf-8")
    return re.split(r"[\\/]", name)[-1].replace("\x00", "")


def natural(name: str) -> list[tuple[int, str]]:
    """A key that sorts "page 2" before "page 10"."""
    return [(int(part), "") if part.isdecimal() else (10**9, part.lower()) for part in re.split(r"(\d{1,9})", name)]
