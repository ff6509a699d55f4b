"""Texts that people bring as files: HTML, Markdown, DOCX, plain text."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from html import escape

from lxml.html.defs import tags as HTML_TAGS
from markdown_it import MarkdownIt

from fundament.core.documents.html import document_from_html
from fundament.core.documents.of_page import document_of_page
from fundament.core.documents.schema import Node
from fundament.core.reading.markup_tree.decode import decode_html
from fundament.core.reading.page.no_page import kind_of_no_page
from fundament.core.reading.read_draft import text_to_html
from fundament.core.reading.read_page import read_page
from fundament.files.errors import FileError
from fundament.files.pictures import Picture
from fundament.files.word_documents import load_word_documents, read_word_document

MOST_BYTES = 25_000_000
WORD_TYPES = (".docx", ".docm", ".dotx")
_FIELD_HERE = re.compile(r"[A-Za-z][\w -]{0,40}:(\s|$)")
_TAG = re.compile(r"</?([A-Za-z][\w-]*)(?:\s[^<>]*)?/?>")
_TASK = re.compile(r"<li>(\s{0,3}(?:<p>)?)\[([ xX])\] ")
_AROUND_THE_TEXT = re.compile(r"<(?:nav|footer|aside|header)[\s>]", re.IGNORECASE)  # what only a page has


@dataclass(frozen=True)
class BroughtText:
    """A text out of a file. pictures: those that were in it, by the source that stands for each in the document."""

    document: Node
    title: str = ""
    description: str = ""
    pictures: dict[str, Picture] = field(default_factory=dict)


def load_texts() -> None:
    """Load all that `read_text` needs, for a process that may open nothing later."""
    load_word_documents()
    for name in ("a.html", "a.md", "a.txt"):
        read_text(b"<nav>a</nav><p>A few words of text, and then some more of them.</p>", name)


def read_text(content: bytes, name: str) -> BroughtText:
    """The text in a file. name: of the file; what it is tells by its bytes where they say so. Items of lists that say nothing stay behind. Raises FileError and CoreError with what is wrong."""
    found = _read_text(content, name)
    return replace(found, document={**found.document, "content": _without_empty_items(found.document.get("content", []))})


def _without_empty_items(nodes: list[Node]) -> list[Node]:
    """Nodes without items of lists that have neither words nor anything else in them, and without lists that have none left."""
    kept = []
    for node in nodes:
        if "content" in node:
            node = {**node, "content": _without_empty_items(node["content"])}
        is_empty = node["type"] == "listItem" and not _holds(node)
        if not is_empty and not (node["type"] in ("bulletList", "orderedList") and not node.get("content")):
            kept.append(node)
    return kept


def _holds(node: Node) -> bool:
    inside = node.get("content", ())
    return bool(str(node.get("text", "")).strip()) or node["type"] in ("image", "horizontalRule") or any(_holds(child) for child in inside)


def _read_text(content: bytes, name: str) -> BroughtText:
    suffix = "." + name.lower().rpartition(".")[2] if "." in name else ""
    if content[:4] == b"PK\x03\x04" or content[:4] == b"\xd0\xcf\x11\xe0" or suffix in WORD_TYPES:
        found = read_word_document(content)
        return BroughtText(document_from_html(found.html), found.title, found.description, found.pictures)
    other = kind_of_no_page(content)
    if other or (b"\x00" in content[:1_000] and content[:2] not in (b"\xff\xfe", b"\xfe\xff")):
        raise FileError("document.none")
    text = (decode_html(content)[0] if suffix in (".html", ".htm") else _decoded(content)).replace("\x00", "")
    if suffix in (".html", ".htm"):
        return _from_html(text)
    if suffix in (".md", ".markdown"):
        head, body = front_matter(text)
        return BroughtText(document_from_html(html_of_markdown(body)), head.get("title", ""), head.get("description", ""))
    if suffix == ".txt":
        return BroughtText(document_from_html(text_to_html(text)))
    raise FileError("document.kind")


def text_of_page(content: bytes, url: str, charset: str) -> BroughtText:
    """The text of a published page."""
    html = decode_html(content, charset)[0]
    reading = read_page(content, url, header_charset=charset)
    return BroughtText(document_of_page(html, reading), reading.title, reading.description)


def _decoded(content: bytes) -> str:
    for encoding in ("utf-8-sig", "utf-16" if content[:2] in (b"\xff\xfe", b"\xfe\xff") else "cp1252", "latin-1"):
        try:
            return content.decode(encoding).replace("\r\n", "\n")
        except UnicodeDecodeError:
            continue
    raise FileError("document.none")


def _from_html(text: str) -> BroughtText:
    """A page leaves what stands around its text; anything else is text as a whole."""
    reading = read_page(text.encode(), "")
    whole = document_of_page(text, reading) if _AROUND_THE_TEXT.search(text) else document_from_html(text)
    return BroughtText(whole, reading.title, reading.description)


def _known_tags_only(html: str) -> str:
    """HTML in which what only looks like a tag is text ("List<String>")."""
    return _TAG.sub(lambda found: found[0] if found[1].lower() in HTML_TAGS else escape(found[0]), html)


def html_of_markdown(text: str) -> str:
    """Markdown (CommonMark with tables and strikethrough) as HTML, with the HTML that stands in it: whoever takes this cleans it (`document_from_html`)."""
    reader = MarkdownIt("commonmark", {"html": True}).enable(["table", "strikethrough"])
    for kind in ("html_inline", "html_block"):
        reader.add_render_rule(kind, lambda self, tokens, number, options, env: _known_tags_only(tokens[number].content))
    html: str = reader.render(text)
    return _TASK.sub(lambda found: f'<li>{found[1]}<input type="checkbox"{"" if found[2] == " " else " checked"}>', html)


def front_matter(text: str) -> tuple[dict[str, str], str]:
    """Title and the like from the lines between two --- at the beginning, and the rest; lines that are no such fields are text."""
    if not text.startswith("---\n"):
        return {}, text
    head, separator, body = text[4:].partition("\n---\n")
    lines = [line for line in head.splitlines() if line.strip() and not line.startswith("#")]
    if not separator or not lines or not all(_FIELD_HERE.match(line) or line[0] in " \t-" for line in lines):
        return {}, text
    pairs = (line.partition(":") for line in lines if _FIELD_HERE.match(line))
    return {name.strip().lower(): value.strip().strip("\"'") for name, _, value in pairs}, body
