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
from fundament.core.reading.corrections import by_place
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
    images, other_images = by_place([image for image in _images(raw, url) if image.near], blocks)
    links, other_links = by_place([link for link in _links(raw, url) if link.near], blocks)
    paragraphs = sum(1 for b in main if b.kind in ("paragraph", "list_item", "quote") and len(b.text.split()) >= 15)
    kind, evidence = page_kind(root, metadata, url, main_words=word_count, main_paragraphs=paragraphs, thread=thread)
    return Reading(
        url=url,
        title=metadata.title,
        description=metadata.description,
        language=language,
        blocks=blocks,
        word_count=word_count,
        images=images,
        links=links,
        other_images=other_images,
        other_links=other_links,
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
    return Reading(
        url=url,
        title=title or metadata.title,
        description=description or metadata.description,
        language=language or metadata.stated_language or detect_language(" ".join(b.text for b in blocks)[:20_000]),
        blocks=blocks,
        word_count=sum(count_words(block.text) for block in blocks),
        images=tuple(_images(raw, url)),
        links=tuple(_links(raw, url)),
        kind="article",
    )


NEAR_LEVELS = 4
MOST_NEAR = 8
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


def _homes(raw: RawPage) -> dict[int, list[int]]:
    """The numbers of the blocks that each element, by its id, holds."""
    homes: dict[int, list[int]] = {}
    for number, block in enumerate(raw.blocks):
        homes.setdefault(id(block.element), []).append(number)
    return homes


def _near(element: Element, homes: dict[int, list[int]]) -> tuple[int, ...]:
    """The blocks an image or link stands in; else the closest before and after it, up to NEAR_LEVELS elements further out; empty when there are none."""
    inner: Element | None = None
    near: Element | None = element
    for _ in range(NEAR_LEVELS):
        if near is None or near.tag in ("body", "html"):
            break
        if id(near) in homes:
            return tuple(homes[id(near)][:MOST_NEAR])
        place = next((n for n, child in enumerate(near.children) if child is inner), 0)
        beside = [
            next((homes[id(child)] for child in side if isinstance(child, Element) and id(child) in homes), [])
            for side in (near.children[:place][::-1], near.children[place + 1 :])
        ]
        if any(beside):
            return (*beside[0][-1:], *beside[1][:1])
        inner, near = near, near.parent
    return ()


def _images(raw: RawPage, url: str) -> list[Image]:
    homes = _homes(raw)
    images: list[Image] = []
    for element in raw.images:
        source = element.get("src") or element.get("data-src")
        if element.get("width") in ("0", "1") or element.get("height") in ("0", "1"):
            continue
        alt = " ".join(element.get("alt").split()) if "alt" in element.attributes else None
        address = urljoin(url, source) if source and not source.startswith("data:") else ""
        images.append(Image(address, alt, _near(element, homes)))
    return images


def _links(raw: RawPage, url: str) -> list[Link]:
    host = _site(url)
    homes = _homes(raw)
    links: list[Link] = []
    for element, anchor in raw.links:
        target = element.get("href").strip()
        if not target or target.startswith(("#", "javascript:", "data:")):
            continue
        try:
            address = urljoin(url, target)
            parts = urlsplit(address)
        except ValueError:  # an address that is none, such as http://[
            continue
        if parts.scheme in ("http", "https", ""):
            links.append(Link(address, anchor, _site(address) == host, _near(element, homes)))
    return links


def _site(address: str) -> str:
    try:
        return (urlsplit(address).hostname or "").removeprefix("www.")
    except ValueError:
        return ""
