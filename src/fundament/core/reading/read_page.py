"""From HTML to a Reading: the first stage of the pipeline."""

from __future__ import annotations

import hashlib
import html as html_entities
import re
from collections.abc import Iterable
from urllib.parse import urljoin, urlsplit

from fundament.core.language.detect import detect_language
from fundament.core.language.words import count_words
from fundament.core.reading.blocks import RawPage, extract_blocks
from fundament.core.reading.decode import decode_html
from fundament.core.reading.main_content import MainContent
from fundament.core.reading.metadata import Metadata, read_metadata
from fundament.core.reading.model import Block, Image, Link, Reading
from fundament.core.reading.page_kind import is_thread, page_kind
from fundament.core.reading.tree import Element, parse_html


def read_page(html: str | bytes, url: str, *, header_charset: str = "", notes: Iterable[str] = ()) -> Reading:
    """Read one page.

    html: the document, as text or as the bytes that came; url: its address, for telling internal links.
    header_charset: the character set that the HTTP header named. notes: remarks to keep with the reading.
    Never raises on bad markup; a page without text gives a Reading with word_count 0.
    """
    all_notes = list(notes)
    size = len(html) if isinstance(html, bytes) else len(html.encode("utf-8", errors="replace"))
    if isinstance(html, bytes):
        html, found = decode_html(html, header_charset)
        all_notes += found
    html = html.replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")
    root = parse_html(html)
    metadata = read_metadata(root)
    body = next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root)
    raw = extract_blocks(body)
    thread = is_thread(root, metadata)
    reasons = MainContent(raw.blocks, thread).decide()
    blocks = tuple(Block(b.kind, b.level, b.text, not reason, reason, b.marks) for b, reason in zip(raw.blocks, reasons, strict=True))
    main = [block for block in blocks if block.main]
    language = detect_language(" ".join(b.text for b in main)[:20_000], stated=metadata.stated_language)
    word_count = sum(count_words(block.text) for block in main)
    kept = {id(raw_block.element) for raw_block, block in zip(raw.blocks, blocks, strict=True) if block.main}
    paragraphs = sum(1 for b in main if b.kind in ("paragraph", "list_item", "quote") and len(b.text.split()) >= 15)
    kind, evidence = page_kind(root, metadata, url, main_words=word_count, main_paragraphs=paragraphs, thread=thread)
    return Reading(
        url=url,
        title=metadata.title,
        description=metadata.description,
        language=language,
        blocks=blocks,
        word_count=word_count,
        images=_images(raw, kept, url),
        links=_links(raw, kept, url),
        canonical=urljoin(url, metadata.canonical) if metadata.canonical else "",
        robots=metadata.robots,
        published=metadata.published,
        modified=metadata.modified,
        structured_types=metadata.structured_types,
        kind=kind,
        kind_evidence=evidence,
        size_bytes=size,
        notes=tuple(all_notes),
        content_hash=hashlib.sha256(f"{url}\n{html}".encode("utf-8", errors="replace")).hexdigest(),
    )


def read_draft(html: str, *, title: str = "", description: str = "", url: str = "", language: str = "") -> Reading:
    """Read a draft: everything the person wrote counts, nothing is taken for furniture.

    title and description are the draft's title tag and meta description; when empty, those in the HTML are taken.
    language: that of the study, when it is known; otherwise it is detected.
    """
    root = parse_html(html)
    metadata = read_metadata(root) if _HAS_HEAD.search(html) else Metadata()
    body = next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root)
    raw = extract_blocks(body)
    blocks = tuple(Block(b.kind, b.level, b.text, True, "", b.marks) for b in raw.blocks)
    kept = {id(e) for e in body.elements()} if raw.images or raw.links else set()
    return Reading(
        url=url,
        title=title or metadata.title,
        description=description or metadata.description,
        language=language or metadata.stated_language or detect_language(" ".join(b.text for b in blocks)[:20_000]),
        blocks=blocks,
        word_count=sum(count_words(block.text) for block in blocks),
        images=_images(raw, kept, url),
        links=_links(raw, kept, url),
        kind="article",
    )


_HAS_HEAD = re.compile(r"<(?:html|title|meta)\b", re.IGNORECASE)  # what a text of the editor never has
_TEXT_HEADING = re.compile(r"^(#{1,6})\s+(.*)$")


def text_to_html(text: str) -> str:
    """Plain text to HTML: blank lines part paragraphs; lines that begin with # signs become headings."""
    parts: list[str] = []
    for chunk in re.split(r"\n\s*\n", text.replace("\r\n", "\n")):
        chunk = chunk.strip()
        if not chunk:
            continue
        heading = _TEXT_HEADING.match(chunk)
        if heading and "\n" not in chunk:
            level = len(heading.group(1))
            parts.append(f"<h{level}>{html_entities.escape(heading.group(2))}</h{level}>")
        else:
            parts.append(f"<p>{html_entities.escape(chunk)}</p>")
    return "\n".join(parts)


def _inside(element: Element, kept: set[int]) -> bool:
    """Whether the element, or an ancestor or neighbour block near it, belongs to a kept block."""
    near: Element | None = element
    for _ in range(4):
        if near is None or near.tag in ("body", "html"):
            return False
        if id(near) in kept or any(isinstance(c, Element) and id(c) in kept for c in near.children):
            return True
        near = near.parent
    return False


def _images(raw: RawPage, kept: set[int], url: str) -> tuple[Image, ...]:
    images: list[Image] = []
    for element in raw.images:
        source = element.get("src") or element.get("data-src")
        tiny = element.get("width") in ("0", "1") or element.get("height") in ("0", "1")
        if tiny or not _inside(element, kept):
            continue
        alt = " ".join(element.get("alt").split()) if "alt" in element.attributes else None
        images.append(Image(urljoin(url, source) if source and not source.startswith("data:") else "", alt))
    return tuple(images)


def _links(raw: RawPage, kept: set[int], url: str) -> tuple[Link, ...]:
    host = _site(url)
    links: list[Link] = []
    for element, anchor in raw.links:
        target = element.get("href").strip()
        if not target or target.startswith(("#", "javascript:", "data:")) or not _inside(element, kept):
            continue
        try:
            address = urljoin(url, target)
            parts = urlsplit(address)
        except ValueError:  # an address that is none, such as http://[
            continue
        if parts.scheme in ("http", "https", ""):
            links.append(Link(address, anchor, _site(address) == host))
    return tuple(links)


def _site(address: str) -> str:
    try:
        return (urlsplit(address).hostname or "").removeprefix("www.")
    except ValueError:
        return ""
