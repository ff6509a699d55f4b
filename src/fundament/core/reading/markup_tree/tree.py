"""A small element tree, built from an HTML5 parse so that broken nesting ends up as a browser would see it."""

from __future__ import annotations

import sys
import unicodedata
from collections.abc import Iterator
from dataclasses import dataclass, field

from selectolax.lexbor import LexborHTMLParser, LexborNode

from fundament.core.reading.markup_tree.bounds import MOST_DEPTH, MOST_NODES
from fundament.core.reading.markup_tree.markup import bounded_markup


@dataclass(eq=False)
class Element:
    """An element with its attributes and its children, which are elements or strings."""

    tag: str
    attributes: dict[str, str]
    parent: Element | None = None
    children: list[Element | str] = field(default_factory=list)
    place: int = 0  # in document order
    last: int = 0  # the place of the last element below

    def holds(self, other: Element) -> bool:
        """Whether the other one is this or stands below it."""
        return self.place <= other.place <= self.last

    def elements(self) -> Iterator[Element]:
        """This element and everything below it, in document order."""
        stack: list[Element] = [self]
        while stack:
            element = stack.pop()
            yield element
            stack.extend(child for child in reversed(element.children) if isinstance(child, Element))

    def text(self, most: int = sys.maxsize) -> str:
        """All text below, white space folded; of one with more than `most` characters no more than its beginning."""
        parts: list[str] = []
        characters = 0
        stack: list[Element | str] = [self]
        while stack and characters <= most:
            node = stack.pop()
            if isinstance(node, str):
                parts.append(node)
                characters += len(node.strip())
            elif node.tag not in ("script", "style", "template", "noscript"):
                stack.extend(reversed(node.children))
        return " ".join("".join(parts).split())

    def get(self, name: str) -> str:
        """An attribute, or "" when it is missing."""
        return self.attributes.get(name, "")

    def first(self, *tags: str) -> Element | None:
        """The first element below with one of these tags."""
        return next((element for element in self.elements() if element.tag in tags), None)

    def find_all(self, *tags: str) -> list[Element]:
        """All elements below with one of these tags, in document order."""
        return [element for element in self.elements() if element.tag in tags]


def ancestors(element: Element) -> list[Element]:
    """The element and what it stands in, from the inside out."""
    chain: list[Element] = []
    near: Element | None = element
    while near is not None:
        chain.append(near)
        near = near.parent
    return chain


def parse_html(html: str) -> Element:
    """Parse a document; never raises on bad markup. Comments and processing instructions are dropped, and so is what exceeds the bounds (`bounds`)."""
    return parse_bounded(bounded_markup(html)[0])[0]


def parse_bounded(html: str) -> tuple[Element, bool]:
    """The same of a document that `bounded_markup` gave, and whether there were too many elements; no other document is given to any parser."""
    root = Element("html", {})
    top = LexborHTMLParser(html).root
    if top is None:
        return root, False
    root.attributes = {name: value or "" for name, value in top.attributes.items()}
    stack: list[tuple[LexborNode | None, Element, int]] = [(top.child, root, 1)]
    nodes = 0
    while stack:
        node, parent, depth = stack.pop()
        while node is not None and nodes < MOST_NODES:
            nodes += 1
            tag = node.tag or ""
            if tag == "-text":
                parent.children.append(_composed(node.text_content or ""))
            elif tag and tag[0] not in "-_!":
                attributes = {name: value or "" for name, value in node.attributes.items()}
                if depth < MOST_DEPTH:
                    element = Element(tag, attributes, parent)
                    parent.children.append(element)
                    below = element
                else:
                    below = parent
                if node.child is not None:
                    # go on with the siblings later, with the children first
                    stack.append((node.next, parent, depth))
                    node, parent, depth = node.child, below, depth + 1
                    continue
            node = node.next
    _number(root)
    return root, nodes >= MOST_NODES


def _composed(text: str) -> str:
    """Text in which a letter and its accent are one sign, so that a word is the same however it was typed (Unicode's form NFC)."""
    return text if text.isascii() else unicodedata.normalize("NFC", text)


def _number(root: Element) -> None:
    """Give each element its place in document order and that of the last one below it."""
    order = list(root.elements())
    for place, element in enumerate(order):
        element.place = element.last = place
    for element in reversed(order):
        if element.parent is not None:
            element.parent.last = max(element.parent.last, element.last)
