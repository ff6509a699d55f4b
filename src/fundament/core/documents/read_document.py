"""From a draft's document to a Reading. Everything the person wrote counts, nothing is taken for furniture."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.documents.schema import ITEMS, TEXT_BLOCKS, Node, is_missing
from fundament.core.language.detect import detect_language
from fundament.core.language.words import count_words
from fundament.core.reading.addresses import joined, parts_of, site_of
from fundament.core.reading.model import Block, Image, Link, Mark, Reading

_MARKS = {"bold": "bold", "italic": "italic", "link": "link"}
_KIND_INSIDE = {
    "listItem": "list_item",
    "taskItem": "list_item",
    "blockquote": "quote",
    "tableCell": "table_cell",
    "tableHeader": "table_cell",
}


class _Reader:
    def __init__(self, url: str) -> None:
        self.url = url
        self.blocks: list[Block] = []
        self.images: list[tuple[Node, int]] = []  # with the number of the block before it
        self.links: list[Link] = []

    def read(self, node: Node, kind: str) -> None:
        for child in node.get("content", ()):
            inner = child["type"]
            if inner in TEXT_BLOCKS:
                self._text_block(child, kind)
                if node["type"] in ITEMS and kind == "list_item" and self.blocks:
                    kind = "paragraph"  # an item of a list is one block, further paragraphs in it are paragraphs
            elif inner == "image":
                self.images.append((child, len(self.blocks) - 1))
                caption = child["attrs"].get("caption")
                if caption:
                    self.blocks.append(Block("caption", 0, caption, True, "", (), child["attrs"].get("id", "")))
            else:
                self.read(child, _KIND_INSIDE.get(inner, kind) if kind != "quote" or inner != "tableCell" else kind)

    def _text_block(self, node: Node, kind: str) -> None:
        attributes = node.get("attrs", {})
        level = 0
        if node["type"] == "heading":
            kind, level = "heading", attributes["level"]
        elif node["type"] == "codeBlock":
            kind = "code"
        text, marks, links = _folded(node, keep_lines=kind == "code")
        if not text:
            return
        number = len(self.blocks)
        for address, anchor in links:
            self._link(address, anchor, number)
        self.blocks.append(Block(kind, level, text, True, "", marks, attributes.get("id", "")))

    def _link(self, target: str, anchor: str, number: int) -> None:
        if target.startswith("#"):
            return
        address = joined(self.url, target)
        if address and parts_of(address).scheme in ("http", "https", ""):
            self.links.append(Link(address, " ".join(anchor.split()), site_of(address) == site_of(self.url), (number,)))

    def placed_images(self) -> Iterator[Image]:
        """The images, each by the block before it and the one after."""
        for node, before in self.images:
            attributes = node["attrs"]
            if is_missing(attributes["src"]):  # it counts once it is there
                continue
            alt = attributes.get("alt")
            near = tuple(n for n in (before, before + 1) if 0 <= n < len(self.blocks))
            yield Image(joined(self.url, attributes["src"]), " ".join(alt.split()) if alt is not None else None, near)


def _folded(node: Node, *, keep_lines: bool) -> tuple[str, tuple[Mark, ...], list[tuple[str, str]]]:
    """A block's text with white space folded as a browser shows it, its marks as offsets in it, and its links as (address, anchor)."""
    pieces: list[str] = []
    length = 0
    marks: list[Mark] = []
    links: list[tuple[str, str]] = []
    at_space = True
    for child in node.get("content", ()):
        raw = child["text"] if child["type"] == "text" else " "
        if keep_lines:
            text = raw
        else:
            text = " ".join(raw.split())
            if raw[:1].isspace() and text and not at_space:
                text = f" {text}"
            if raw[-1:].isspace() and (text or not at_space):
                text = f"{text} "
        start = length
        pieces.append(text)
        length += len(text)
        if text:
            at_space = text[-1].isspace()
        for mark in child.get("marks", ()):
            kind = _MARKS.get(mark["type"])
            if kind and text.strip():
                _add(marks, kind, start, length)
            if mark["type"] == "link":
                address = mark["attrs"]["href"]
                if links and links[-1][0] == address and marks and marks[-1].kind == "link" and marks[-1].start < start:
                    links[-1] = (address, links[-1][1] + text)
                else:
                    links.append((address, text))
    whole = "".join(pieces)
    text = whole.strip("\n") if keep_lines else whole.rstrip()
    cut = tuple(Mark(m.kind, m.start, min(m.end, len(text))) for m in marks if m.start < len(text))
    return text, cut, links


def _add(marks: list[Mark], kind: str, start: int, end: int) -> None:
    """A mark, or the last one of its kind made longer when they touch."""
    for place in range(len(marks) - 1, -1, -1):
        if marks[place].kind == kind:
            if marks[place].end == start:
                marks[place] = Mark(kind, marks[place].start, end)
                return
            break
    marks.append(Mark(kind, start, end))


def read_document(
    document: Node, *, title: str = "", description: str = "", url: str = "", language: str = "", counted: bool = True
) -> Reading:
    """Read a document, as `clean_document` gives it. Blocks have their ids as keys.

    title and description: the draft's title tag and meta description. url: where it is to stand, for telling internal links. language: that of the study,
    when it is known; otherwise it is detected. counted: False leaves the words uncounted (0), for whoever has them from the text's features.
    """
    reader = _Reader(url)
    reader.read(document, "paragraph")
    return Reading(
        url=url,
        title=title,
        description=description,
        language=language or detect_language(" ".join(block.text for block in reader.blocks)[:20_000]),
        blocks=tuple(reader.blocks),
        word_count=sum(count_words(block.text) for block in reader.blocks) if counted else 0,
        images=tuple(reader.placed_images()),
        links=tuple(reader.links),
        kind="article",
    )
