"""From the HTML of a draft to a Reading, element by element, so that a keystroke costs the reading of one paragraph."""

from __future__ import annotations

import functools
import html as html_entities
import re
from dataclasses import dataclass, replace

from fundament.core.language.detect import detect_language
from fundament.core.language.words import count_words
from fundament.core.reading.blocks import extract_blocks
from fundament.core.reading.draft_pieces import pieces_of
from fundament.core.reading.images_and_links import images_of, links_of
from fundament.core.reading.metadata import Metadata, read_metadata
from fundament.core.reading.model import Block, Image, Link, Reading
from fundament.core.reading.tree import Element, parse_html

_HAS_HEAD = re.compile(r"<(?:html|title|meta)\b", re.IGNORECASE)  # what a text of the editor never has
_TEXT_HEADING = re.compile(r"^(#{1,6})\s+(.*)$")


@dataclass(frozen=True, slots=True)
class _Body:
    """What the body of a draft, or one element of it, holds. Images and links number its own blocks from 0."""

    blocks: tuple[Block, ...]
    words: int
    images: tuple[Image, ...]
    links: tuple[Link, ...]


def read_draft(html: str, *, title: str = "", description: str = "", url: str = "", language: str = "") -> Reading:
    """Read a draft: everything the person wrote counts, nothing is taken for furniture.

    title and description are the draft's title tag and meta description; when empty, those in the HTML are taken.
    language: that of the study, when it is known; otherwise it is detected.
    """
    pieces = pieces_of(html)
    if pieces is None:
        root = parse_html(html)
        metadata = read_metadata(root) if _HAS_HEAD.search(html) else Metadata()
        body = _read_body(root, url)
    else:
        metadata = Metadata()
        body = _joined([_read_piece(piece, url) for piece in pieces])
    return Reading(
        url=url,
        title=title or metadata.title,
        description=description or metadata.description,
        language=language or metadata.stated_language or detect_language(" ".join(b.text for b in body.blocks)[:20_000]),
        blocks=body.blocks,
        word_count=body.words,
        images=body.images,
        links=body.links,
        kind="article",
    )


@functools.lru_cache(maxsize=10_000)
def _read_piece(html: str, url: str) -> _Body:
    return _read_body(parse_html(html), url)


def _read_body(root: Element, url: str) -> _Body:
    raw = extract_blocks(next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root))
    blocks = tuple(Block(b.kind, b.level, b.text, True, "", b.marks) for b in raw.blocks)
    words = sum(count_words(block.text) for block in blocks)
    return _Body(blocks, words, tuple(images_of(raw, url)), tuple(links_of(raw, url)))


def _joined(bodies: list[_Body]) -> _Body:
    blocks: list[Block] = []
    images: list[Image] = []
    links: list[Link] = []
    for body in bodies:
        shift = len(blocks)
        images += [replace(image, near=tuple(number + shift for number in image.near)) for image in body.images]
        links += [replace(link, near=tuple(number + shift for number in link.near)) for link in body.links]
        blocks += body.blocks
    return _Body(tuple(blocks), sum(body.words for body in bodies), tuple(images), tuple(links))


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
