"""Which nodes, marks and attributes a document may hold, and making what comes from outside conform to it.

The names are those of the editor's schema (ProseMirror's JSON). Version 1 is the first; `upcast` brings later ones' ancestors up to date.
"""

from __future__ import annotations

import hashlib
import re
from collections.abc import Callable, Iterable
from typing import Any
from urllib.parse import urlsplit

from fundament.core.errors import CoreError

Node = dict[str, Any]
SCHEMA_VERSION = 1
MOST_DEPTH = 24
MOST_NODES = 120_000
MOST_CHARACTERS = 2_000_000
MOST_ADDRESS = 2_000
TEXT_BLOCKS = frozenset(["paragraph", "heading", "codeBlock"])  # what holds text, and has an id
WITH_ID = TEXT_BLOCKS | {"image"}
_ID = re.compile(r"[A-Za-z0-9_-]{1,40}")
_SCHEMES = frozenset(["http", "https", "mailto", "tel"])
_BLOCKS = ("paragraph", "heading", "bulletList", "orderedList", "taskList", "blockquote", "codeBlock", "horizontalRule", "image", "table")
# what each node may hold; "inline" stands for text, line breaks and their marks
HOLDS: dict[str, tuple[str, ...]] = {
    "doc": _BLOCKS,
    "paragraph": ("inline",),
    "heading": ("inline",),
    "codeBlock": ("text",),
    "bulletList": ("listItem",),
    "orderedList": ("listItem",),
    "taskList": ("taskItem",),
    "listItem": _BLOCKS,
    "taskItem": _BLOCKS,
    "blockquote": _BLOCKS,
    "table": ("tableRow",),
    "tableRow": ("tableCell", "tableHeader"),
    "tableCell": _BLOCKS,
    "tableHeader": _BLOCKS,
}
LEAVES = frozenset(["text", "hardBreak", "horizontalRule", "image"])
MARKS = frozenset(["bold", "italic", "underline", "strike", "code", "link", "subscript", "superscript"])
ITEMS = frozenset(["listItem", "taskItem"])
# what loose text needs around its paragraph, from the inside out
_AROUND = {
    "bulletList": ("listItem",),
    "orderedList": ("listItem",),
    "taskList": ("taskItem",),
    "table": ("tableCell", "tableRow"),
    "tableRow": ("tableCell",),
}
_FIRST_INSIDE = {
    "listItem": "paragraph",
    "taskItem": "paragraph",
    "blockquote": "paragraph",
    "tableCell": "paragraph",
    "tableHeader": "paragraph",
    "doc": "paragraph",
}
EMPTY: Node = {"type": "doc", "content": [{"type": "paragraph", "attrs": {"id": "first"}}]}


def clean_text(text: str) -> str:
    """Text that can be stored: without NUL, and with halves of characters replaced."""
    return text.replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")


def safe_address(address: Any) -> str:
    """An address that a link or image may have, or ""."""
    if not isinstance(address, str):
        return ""
    found = "".join(clean_text(address).split())[:MOST_ADDRESS]
    try:
        scheme = urlsplit(found).scheme.lower()
    except ValueError:
        return ""
    if scheme in _SCHEMES or (not scheme and not found.startswith("//")):
        return found
    return ""


MISSING = "#missing/"  # how the address of a picture begins that is on the writer's own disk and has to be brought


def is_missing(source: str) -> bool:
    """Whether a picture has still to be brought."""
    return source.startswith(MISSING)


class _Cleaner:
    def __init__(self) -> None:
        self.nodes = 0
        self.characters = 0
        self.ids: set[str] = set()

    def node(self, node: Any, allowed: tuple[str, ...], depth: int) -> Iterable[Node]:
        """The node if it may stand here; else what of it may."""
        if not isinstance(node, dict):
            raise CoreError("error.document_malformed")
        self.nodes += 1
        if self.nodes > MOST_NODES:
            raise CoreError("error.document_large")
        if depth > MOST_DEPTH:  # nothing that anybody writes; its words are kept
            yield from self._text({"text": _all_text(node)}, with_marks=False)
            return
        kind = node.get("type")
        if not isinstance(kind, str):
            raise CoreError("error.document_malformed")
        if kind == "text":
            yield from self._text(node, with_marks="text" not in allowed)
            return
        if kind == "hardBreak":
            yield {"type": "text", "text": "\n"} if "text" in allowed else {"type": "hardBreak"}
            return
        if kind in allowed:
            made = self._block(kind, node, depth)
            if made is not None:
                yield made
            return
        for child in _children(node):  # a node that is not known, or stands where it may not, leaves what it holds
            yield from self.node(child, allowed, depth + 1)

    def _text(self, node: Node, *, with_marks: bool) -> Iterable[Node]:
        text = node.get("text")
        if not isinstance(text, str):
            raise CoreError("error.document_malformed")
        text = clean_text(text)
        self.characters += len(text)
        if self.characters > MOST_CHARACTERS:
            raise CoreError("error.document_large")
        if not text:
            return
        made: Node = {"type": "text", "text": text}
        marks = _marks(node.get("marks")) if with_marks else []
        if marks:
            made["marks"] = marks
        yield made

    def _block(self, kind: str, node: Node, depth: int) -> Node | None:
        given = node.get("attrs")
        attributes = _attributes(kind, given if isinstance(given, dict) else {})
        if attributes is None:
            return None
        made: Node = {"type": kind}
        if kind in WITH_ID:
            asked = given.get("id") if isinstance(given, dict) else None
            if isinstance(asked, str) and _ID.fullmatch(asked) and asked not in self.ids:
                attributes["id"] = asked
            else:
                attributes["id"] = ""  # given one below, when what it holds is known
        if kind not in LEAVES:
            content = self.contents(node, kind, depth)
            first = _FIRST_INSIDE.get(kind)
            if first and not content:
                content = [self._finished({"type": first, "attrs": {"id": ""}})]
            elif kind in ITEMS and content[0]["type"] != "paragraph":
                content.insert(0, self._finished({"type": "paragraph", "attrs": {"id": ""}}))
            if not content and kind not in TEXT_BLOCKS:
                return None
            if content:
                made["content"] = content
        if attributes:
            made["attrs"] = attributes
        return self._finished(made)

    def contents(self, node: Node, kind: str, depth: int) -> list[Node]:
        """What a node holds; text that stands where only blocks may gets a paragraph, with an item or cell around it where that is asked for."""
        found: list[Node] = []
        loose: list[Node] = []
        made = [inner for child in _children(node) for inner in self.node(child, HOLDS[kind], depth + 1)]
        if "inline" in HOLDS[kind] or "text" in HOLDS[kind]:
            return made
        for inner in (*made, None):
            if inner is not None and inner["type"] in ("text", "hardBreak"):
                loose.append(inner)
                continue
            if loose:
                wrapped = self._finished({"type": "paragraph", "content": loose, "attrs": {"id": ""}})
                for around in _AROUND.get(kind, ()):
                    attributes = _attributes(around, {})
                    wrapped = {"type": around, "content": [wrapped], **({"attrs": attributes} if attributes else {})}
                found.append(wrapped)
                loose = []
            if inner is not None:
                found.append(inner)
        return found

    def _finished(self, made: Node) -> Node:
        attributes = made.get("attrs")
        if made["type"] in WITH_ID and attributes is not None:
            if not attributes["id"]:
                attributes["id"] = self._new_id(made)
            self.ids.add(attributes["id"])
        return made

    def _new_id(self, made: Node) -> str:
        """An id for a block that came without: made from its text and its place, so that the same document always gets the same."""
        digest = hashlib.sha256(f"{len(self.ids)} {plain_text(made)}".encode("utf-8", errors="replace")).hexdigest()
        size = 10
        while digest[:size] in self.ids:
            size += 1
        return digest[:size]


def _all_text(node: Any) -> str:
    """All text below a node of any depth."""
    pieces: list[str] = []
    waiting = [node]
    while waiting:
        one = waiting.pop()
        if isinstance(one, dict):
            if isinstance(one.get("text"), str):
                pieces.append(one["text"])
            content = one.get("content")
            waiting.extend(reversed(content) if isinstance(content, list) else ())
    return " ".join(pieces)


def _children(node: Node) -> list[Any]:
    content = node.get("content", [])
    if not isinstance(content, list):
        raise CoreError("error.document_malformed")
    return content


def _number(value: Any, low: int, high: int, otherwise: int) -> int:
    return value if isinstance(value, int) and not isinstance(value, bool) and low <= value <= high else otherwise


def _short(value: Any, most: int) -> str:
    return clean_text(value)[:most] if isinstance(value, str) else ""


_Attributes = Callable[[Node], "Node | None"]


def _image(given: Node) -> Node | None:
    source = safe_address(given.get("src"))
    if not source:
        return None
    return {
        "src": source,
        "alt": _short(given.get("alt"), 1_000) if given.get("alt") is not None else None,
        "title": _short(given.get("title"), 500) or None,
        **{name: words for name in ("caption", "credit") if (words := " ".join(_short(given.get(name), 1_000).split()))},
    }


def _cell(given: Node) -> Node:
    return {"colspan": _number(given.get("colspan"), 1, 100, 1), "rowspan": _number(given.get("rowspan"), 1, 1_000, 1)}


_ATTRIBUTES: dict[str, _Attributes] = {
    "heading": lambda given: {"level": _number(given.get("level"), 1, 6, 2)},
    "orderedList": lambda given: {"start": _number(given.get("start"), 0, 100_000, 1)},
    "taskItem": lambda given: {"checked": given.get("checked") is True},
    "codeBlock": lambda given: {"language": _short(given.get("language"), 40) or None},
    "image": _image,
    "tableCell": _cell,
    "tableHeader": _cell,
}


def _attributes(kind: str, given: Node) -> Node | None:
    make = _ATTRIBUTES.get(kind)
    return make(given) if make else {}


def _marks(given: Any) -> list[Node]:
    if not isinstance(given, list):
        return []
    found: dict[str, Node] = {}
    for mark in given:
        kind = mark.get("type") if isinstance(mark, dict) else None
        if not isinstance(kind, str) or kind not in MARKS or kind in found:
            continue
        if kind == "link":
            attributes = mark.get("attrs")
            address = safe_address(attributes.get("href") if isinstance(attributes, dict) else None)
            if not address:
                continue
            found[kind] = {"type": "link", "attrs": {"href": address}}
        else:
            found[kind] = {"type": kind}
    return [found[kind] for kind in sorted(found)]


def clean_document(document: Any) -> Node:
    """A document that holds only what the schema allows, with an id of its own on every block of text. The same input always gives the same output, and a
    cleaned document stays as it is.

    Raises CoreError when it is not a document at all, or larger than MOST_NODES or MOST_CHARACTERS.
    """
    if not isinstance(document, dict) or document.get("type") != "doc":
        raise CoreError("error.document_malformed")
    cleaner = _Cleaner()
    content = cleaner.contents(document, "doc", 0)
    if not content:
        content = [cleaner._finished({"type": "paragraph", "attrs": {"id": ""}})]
    return {"type": "doc", "content": content}


def plain_text(node: Node) -> str:
    """All text below a node, line breaks as spaces."""
    if node["type"] == "text":
        return str(node["text"])
    if node["type"] == "hardBreak":
        return " "
    return "".join(plain_text(child) for child in node.get("content", ()))
