"""A published page as a document: what the reading counts as its text, with the links, tables and pictures that stand in it."""

from __future__ import annotations

from collections import Counter

from fundament.core.documents.html import document_from_html, document_of_reading
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import TEXT_BLOCKS, Node, clean_document, plain_text
from fundament.core.reading.addresses import joined
from fundament.core.reading.model import Reading

LEAST_FOUND = 0.9  # of the words that count; below it the page is built so otherwise that its plain text is more


def document_of_page(html: str, reading: Reading) -> Node:
    """The page's main content. html: the page; reading: what was read of it. Addresses are made whole."""
    wanted = Counter(" ".join(block.text.split()) for block in reading.main_blocks())
    pictures = {image.address for image in reading.images if any(reading.blocks[number].main for number in image.near)}
    kept = _kept(document_from_html(html), wanted, pictures, reading.url)
    document = clean_document(kept or {"type": "doc", "content": []})
    found = sum(len(block.text.split()) for block in read_document(document, counted=False, language="en").blocks)
    all_words = sum(len(block.text.split()) for block in reading.main_blocks())
    return document if found >= LEAST_FOUND * all_words else document_of_reading(reading)


def _kept(node: Node, wanted: Counter[str], pictures: set[str], url: str) -> Node | None:
    kind = node["type"]
    if kind in TEXT_BLOCKS:
        text = " ".join(plain_text(node).split())
        if not text or wanted[text] <= 0:
            return None
        wanted[text] -= 1
        return {**node, "content": [_with_whole_links(child, url) for child in node.get("content", ())]}
    if kind == "image":
        source = joined(url, node["attrs"]["src"])
        return {**node, "attrs": {**node["attrs"], "src": source}} if source in pictures else None
    if kind == "horizontalRule":
        return None
    content = [inner for child in node.get("content", ()) if (inner := _kept(child, wanted, pictures, url)) is not None]
    if kind in ("tableCell", "tableHeader"):  # an empty cell has its place
        return {**node, "content": content}
    if kind == "tableRow":
        return {**node, "content": content} if any(cell.get("content") for cell in content) else None
    return {**node, "content": content} if content else None


def _with_whole_links(node: Node, url: str) -> Node:
    marks = [
        {**mark, "attrs": {"href": joined(url, mark["attrs"]["href"]) or mark["attrs"]["href"]}} if mark["type"] == "link" else mark
        for mark in node.get("marks", ())
    ]
    return {**node, "marks": marks} if marks else node
