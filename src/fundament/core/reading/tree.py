"""A small element tree, built from an HTML5 parse so that broken nesting ends up as a browser would see it."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from selectolax.lexbor import LexborHTMLParser, LexborNode

# Deeper nesting than this is flattened: no honest page needs it, and a hostile one must not exhaust the stack.
MAXIMUM_DEPTH = 150
MAXIMUM_NODES = 400_000
MAXIMUM_OPEN = 1_000
_NESTING_TAG = re.compile(
    r"<(/?)(?:div|span|section|article|main|aside|header|footer|nav|ul|ol|dl|table|tbody|blockquote|pre|form|figure|details|a|b|i|u|s|em|strong|"
    r"font|center|small|big|sub|sup|code|kbd|tt|cite|q|abbr|ins|del|mark|svg|math|template|button|label|fieldset|h[1-6])\b[^>]*>",
    re.IGNORECASE,
)


@dataclass(eq=False)
class Element:
    """An element with its attributes and its children, which are elements or strings."""

    tag: str
    attributes: dict[str, str]
    parent: Element | None = None
    children: list[Element | str] = field(default_factory=list)

    def elements(self) -> Iterator[Element]:
        """This element and everything below it, in document order."""
        stack: list[Element] = [self]
        while stack:
            element = stack.pop()
            yield element
            stack.extend(child for child in reversed(element.children) if isinstance(child, Element))

    def text(self) -> str:
        """All text below, white space folded."""
        parts: list[str] = []
        stack: list[Element | str] = [self]
        while stack:
            node = stack.pop()
            if isinstance(node, str):
                parts.append(node)
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


def limit_nesting(html: str) -> str:
    """Drop start tags beyond MAXIMUM_OPEN open elements: the parser's time grows with the square of the depth.

    Elements whose end tag may be left out (p, li, td, ...) and those without content are not counted.
    """
    if html.count("<") <= MAXIMUM_OPEN:
        return html
    depth = 0

    def keep(found: re.Match[str]) -> str:
        nonlocal depth
        if found.group(1):
            depth = max(0, depth - 1)
        elif depth >= MAXIMUM_OPEN:
            return ""
        else:
            depth += 1
        return found.group(0)

    return _NESTING_TAG.sub(keep, html)


def parse_html(html: str) -> Element:
    """Parse a document; never raises on bad markup. Comments and processing instructions are dropped."""
    root = Element("html", {})
    top = LexborHTMLParser(limit_nesting(html)).root
    if top is None:
        return root
    root.attributes = {name: value or "" for name, value in top.attributes.items()}
    stack: list[tuple[LexborNode | None, Element, int]] = [(top.child, root, 1)]
    count = 0
    while stack:
        node, parent, depth = stack.pop()
        while node is not None and count < MAXIMUM_NODES:
            count += 1
            tag = node.tag or ""
            if tag == "-text":
                parent.children.append(node.text_content or "")
            elif tag and tag[0] not in "-_!":
                attributes = {name: value or "" for name, value in node.attributes.items()}
                if depth < MAXIMUM_DEPTH:
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
    return root
