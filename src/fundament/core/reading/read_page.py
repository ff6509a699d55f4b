"""From HTML to a Reading: the first stage of the pipeline."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable

from fundament.core.errors import CoreError
from fundament.core.language.detect import detect_language
from fundament.core.language.names import WITHOUT_SPACES
from fundament.core.language.words import count_words
from fundament.core.message import Message, message
from fundament.core.reading.addresses import joined
from fundament.core.reading.corrections import by_place
from fundament.core.reading.counted import counted_blocks
from fundament.core.reading.images_and_links import images_of, links_of
from fundament.core.reading.markup_tree.decode import decode_html
from fundament.core.reading.markup_tree.markup import bounded_markup
from fundament.core.reading.markup_tree.tree import Element, parse_bounded
from fundament.core.reading.metadata import date_on_page, read_metadata
from fundament.core.reading.model import Block, Reading
from fundament.core.reading.page.blocks import extract_blocks, rough_words
from fundament.core.reading.page.goods import sells
from fundament.core.reading.page.main_content import MainContent
from fundament.core.reading.page.no_page import kind_of_no_page
from fundament.core.reading.page.page_kind import is_thread, page_kind
from fundament.core.reading.page.script_application import NOTE, is_filled_by_script


def read_page(html: str | bytes, url: str, *, header_charset: str = "", notes: Iterable[Message] = ()) -> Reading:
    """Read one page.

    html: the document, as text or as the bytes that came; url: its address, for telling internal links.
    header_charset: the character set that the HTTP header named. notes: remarks to keep with the reading.
    Never raises on bad markup; a page without text gives a Reading with word_count 0. Raises CoreError for bytes that are no web page but a
    document, a picture, an archive (`no_page`).
    """
    all_notes = list(notes)
    size = len(html) if isinstance(html, bytes) else len(html.encode("utf-8", errors="replace"))
    if isinstance(html, bytes):
        other = kind_of_no_page(html)
        if other:
            raise CoreError(f"no_page.{other}")
        html, found = decode_html(html, header_charset)
        all_notes += found
    html = html.replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")
    html, cut = bounded_markup(html)  # whatever looks at the markup looks at this
    root, cut_again = parse_bounded(html)
    metadata = read_metadata(root)
    body = next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root)
    raw = extract_blocks(body)
    thread = is_thread(root, metadata)
    content = MainContent(raw.blocks, thread, metadata.title, sells(root, metadata, raw.blocks))
    reasons = content.decide()
    blocks, beyond = counted_blocks(
        Block(b.said_kind, b.level, b.text, not reason, reason, b.marks) for b, reason in zip(raw.blocks, reasons, strict=True)
    )
    all_notes += beyond
    if cut or cut_again or raw.cut:
        all_notes.append(message("reading.cut_markup"))
    main = [block for block in blocks if block.main]
    language = detect_language(" ".join(b.text for b in main), stated=metadata.stated_language)
    word_count = sum(count_words(block.text) for block in main)
    if language in WITHOUT_SPACES:
        word_count = sum(rough_words(block.text) for block in main)
        all_notes.append(message("reading.without_spaces", language=language))
    if is_filled_by_script(root, word_count):
        all_notes.append(NOTE)
    images, other_images = by_place([image for image in images_of(raw, url) if image.near], blocks)
    links, other_links = by_place([link for link in links_of(raw, url) if link.near], blocks)
    paragraphs = sum(1 for b in main if b.kind in ("paragraph", "list_item", "quote") and len(b.text.split()) >= 15)
    kind, evidence = page_kind(
        root, metadata, url, main_words=word_count, main_paragraphs=paragraphs, thread=thread, goods=content.is_of_goods
    )
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
        canonical=joined(url, metadata.canonical) if metadata.canonical else "",
        robots=metadata.robots,
        published=metadata.published or date_on_page(html),
        modified=metadata.modified,
        structured_types=metadata.structured_types,
        makers=metadata.makers,
        kind=kind,
        kind_evidence=evidence,
        size_bytes=size,
        notes=tuple(all_notes),
        content_hash=hashlib.sha256(f"{url}\n{html}".encode("utf-8", errors="replace")).hexdigest(),
    )
