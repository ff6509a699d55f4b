"""From the HTML of a draft in a file to a Reading. What the editor holds is read by `core.documents`."""

from __future__ import annotations

import html as html_entities
import re

from fundament.core.language.detect import detect_language
from fundament.core.language.words import count_words
from fundament.core.reading.images_and_links import images_of, links_of
from fundament.core.reading.markup_tree.tree import Element, parse_html
from fundament.core.reading.metadata import Metadata, read_metadata
from fundament.core.reading.model import Block, Reading
from fundament.core.reading.page.blocks import extract_blocks

_HAS_HEAD = re.compile(r"<(?:html|title|meta)\b", re.IGNORECASE)  # what a text of the editor never has
_EMPTY_LINES = re.compile(r"\n\s*\n")
_TEXT_HEADING = re.compile(r"^(#{1,6})\s+(.*)$")


def read_draft(html: str, *, title: str = "", description: str = "", url: str = "", language: str = "") -> Reading:
    """Read a draft: everything the person wrote counts, nothing is taken for furniture.

    title and description are the draft's title tag and meta description; when empty, those in the HTML are taken.
    language: that of the study, when it is known; otherwise it is detected.
    """
    root = parse_html(html)
    metadata = read_metadata(root) if _HAS_HEAD.search(html) else Metadata()
    raw = extract_blocks(next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root))
    blocks = tuple(Block(b.said_kind, b.level, b.text, True, "", b.marks) for b in raw.blocks)
    return Reading(
        url=url,
        title=title or metadata.title,
        description=description or metadata.description,
        language=language or metadata.stated_language or detect_language(" ".join(b.text for b in blocks)[:20_000]),
        blocks=blocks,
        word_count=sum(count_words(block.text) for block in blocks),
        images=tuple(images_of(raw, url)),
        links=tuple(links_of(raw, url)),
        kind="article",
    )


def text_to_html(text: str) -> str:
    """Plain text to HTML: blank lines part paragraphs; lines that begin with # signs become headings."""
    parts: list[str] = []
    for chunk in _EMPTY_LINES.split(text.replace("\r\n", "\n")):
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
