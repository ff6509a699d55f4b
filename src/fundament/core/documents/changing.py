"""Changes of a document, as plain values that the editor can carry out as well."""

from __future__ import annotations

import hashlib
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from fundament.core.documents.schema import Node

CONTENT, BEFORE, AFTER, ALT, TITLE, DESCRIPTION = "content", "before", "after", "alt", "title", "description"
UNTOUCHED = frozenset(["link", "code"])  # marks whose words are not changed


@dataclass(frozen=True)
class Operation:
    """One change. kind: CONTENT gives the block other inline content; BEFORE and AFTER put nodes beside the outermost node that holds the block; ALT gives a picture another alt text;
    TITLE and DESCRIPTION stand beside the document. block: its id. value: a list of nodes, or a text."""

    kind: str
    block: str
    value: Any


def changed(document: Node, operations: Sequence[Operation]) -> Node:
    """The document after the operations on it. Those of blocks that are not there do nothing; the document that came stays as it is."""
    by_block: dict[str, list[Operation]] = {}
    for operation in operations:
        by_block.setdefault(operation.block, []).append(operation)
    if not operations:
        return document
    content: list[Node] = []
    for node in document.get("content", ()):
        held = [operation for block in _ids(node) for operation in by_block.get(block, ())]
        if not held:
            content.append(node)
            continue
        content += [made for operation in held if operation.kind == BEFORE for made in operation.value]
        content.append(_changed(node, by_block))
        content += [made for operation in held if operation.kind == AFTER for made in operation.value]
    return {**document, "content": content}


def _changed(node: Node, by_block: dict[str, list[Operation]]) -> Node:
    made = dict(node)
    for operation in by_block.get(node.get("attrs", {}).get("id", ""), ()):
        if operation.kind == CONTENT:
            made["content"] = operation.value
        elif operation.kind == ALT:
            made["attrs"] = {**node["attrs"], "alt": operation.value}
    if "content" in node and made["content"] is node["content"]:
        made["content"] = [_changed(child, by_block) if child["type"] != "text" else child for child in node["content"]]
    return made


def _ids(node: Node) -> Iterator[str]:
    own = node.get("attrs", {}).get("id")
    if own:
        yield own
    for child in node.get("content", ()):
        if child["type"] != "text":
            yield from _ids(child)


def blocks_of(document: Node) -> dict[str, Node]:
    """The nodes that have an id, by it, in order."""
    found: dict[str, Node] = {}
    waiting = [document]
    while waiting:
        node = waiting.pop()
        own = node.get("attrs", {}).get("id")
        if own:
            found[own] = node
        waiting.extend(reversed([child for child in node.get("content", ()) if child["type"] != "text"]))
    return found


def text_of_block(node: Node) -> str | None:
    """The text of a block when it is as it is read, character for character; None where line breaks or spaces make the two differ."""
    pieces = []
    for child in node.get("content", ()):
        if child["type"] != "text":
            return None
        pieces.append(child["text"])
    text = "".join(pieces)
    return text if text == " ".join(text.split()) else None


def with_words(node: Node, start: int, end: int, words: str) -> list[Node] | None:
    """The content of a block whose characters from `start` to before `end` are replaced by words, with the marks of what stood there, or before it. None where a link or code would be changed."""
    made: list[Node] = []
    at = 0
    is_put = False
    for child in node.get("content", ()):
        text, last = child["text"], at + len(child["text"])
        first, after = max(start, at), min(end, last)
        is_here = not is_put and at <= start <= last and (start < last or end == start)
        if is_here or first < after:
            if any(mark["type"] in UNTOUCHED for mark in child.get("marks", ())):
                return None
            put = words if is_here else ""
            text = (
                text[: max(0, start - at)] + put + text[max(0, min(len(text), end - at)) :]
                if is_here
                else text[: max(0, first - at)] + text[after - at :]
            )
            is_put = is_put or is_here
        if text:
            made.append({**child, "text": text})
        at = last
    return made if is_put else None


def with_mark(node: Node, start: int, end: int, mark: str) -> list[Node] | None:
    """The content of a block with a mark from one character to before another. None where a link or code stands there, or the mark already."""
    made: list[Node] = []
    at = 0
    for child in node.get("content", ()):
        text, marks = child["text"], child.get("marks", [])
        first, after = max(0, start - at), min(len(text), end - at)
        at += len(text)
        if first >= after:
            made.append(child)
            continue
        if any(one["type"] in UNTOUCHED or one["type"] == mark for one in marks):
            return None
        for piece, added in ((text[:first], []), (text[first:after], [{"type": mark}]), (text[after:], [])):
            if piece:
                made.append({**child, "text": piece, **({"marks": [*added, *marks]} if added or marks else {})})
    return made


def fresh_id(*parts: object) -> str:
    """An id for a block that is put in, the same for the same parts."""
    return hashlib.sha256("\x1f".join(map(str, parts)).encode("utf-8", errors="replace")).hexdigest()[:12]
