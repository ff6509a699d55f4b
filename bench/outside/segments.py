"""A page cut into numbered segments without any judgement of what they are, for labelling by hand and for comparing with what was read.

A segment is a run of text between two block elements, as a browser would lay it out; neighbouring runs that are nothing but links are one
segment. It knows nothing of the product's reading, so labels made on it can be made before any output is seen.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

import lxml.html

_BLOCKS = frozenset(
    [
        "address",
        "article",
        "aside",
        "blockquote",
        "body",
        "caption",
        "center",
        "dd",
        "details",
        "dialog",
        "div",
        "dl",
        "dt",
        "fieldset",
        "figcaption",
        "figure",
        "footer",
        "form",
        "h1",
        "h2",
        "h3",
        "h4",
        "h5",
        "h6",
        "header",
        "hr",
        "html",
        "legend",
        "li",
        "main",
        "menu",
        "nav",
        "ol",
        "option",
        "p",
        "pre",
        "section",
        "summary",
        "table",
        "tbody",
        "td",
        "tfoot",
        "th",
        "thead",
        "tr",
        "ul",
        "br",
    ]
)
_SKIPPED = frozenset(
    [
        "script",
        "style",
        "noscript",
        "template",
        "head",
        "select",
        "textarea",
        "svg",
        "canvas",
        "iframe",
        "object",
        "audio",
        "video",
        "button",
    ]
)
_HEADING = re.compile(r"h[1-6]$")
SHORT_RUN = 12  # words: longer runs of links stand alone


@dataclass(frozen=True)
class Segment:
    """tag: of the nearest block element; level: 1 to 6 for a heading, else 0; names: ids and classes above it, for the one who labels."""

    tag: str
    level: int
    text: str
    linked: bool
    names: str


def segments(html: str) -> list[Segment]:
    """The segments of a page in order; their numbers are their places in this list."""
    tree = lxml.html.fromstring(html.encode("utf-8", "replace"), parser=lxml.html.HTMLParser(encoding="utf-8", huge_tree=True))
    runs: list[tuple[str, int, list[str], list[bool], str]] = []
    fresh = [True]

    def names_of(element: lxml.html.HtmlElement) -> str:
        found = []
        near: lxml.html.HtmlElement | None = element
        while near is not None and len(found) < 3:
            name = f"{near.get('id') or ''} {near.get('class') or ''}".strip()
            if name:
                found.append(name[:30])
            near = near.getparent()
        return " < ".join(found)

    def say(text: str | None, holder: lxml.html.HtmlElement, linked: bool) -> None:
        if not text or not text.strip():
            return
        if fresh[0] or not runs:
            block = holder
            while block.getparent() is not None and block.tag not in _BLOCKS:
                block = block.getparent()
            heading = block
            while heading is not None and not (isinstance(heading.tag, str) and _HEADING.match(heading.tag)):
                heading = heading.getparent()
            level = int(heading.tag[1]) if heading is not None else 0
            runs.append((str(block.tag), level, [], [], names_of(block)))
            fresh[0] = False
        runs[-1][2].append(text)
        runs[-1][3].append(linked)

    def walk(element: lxml.html.HtmlElement, linked: bool, depth: int = 0) -> None:
        if not isinstance(element.tag, str) or element.tag in _SKIPPED or depth > 400:
            return
        block = element.tag in _BLOCKS
        linked = linked or element.tag == "a"
        if block:
            fresh[0] = True
        say(element.text, element, linked)
        for child in element:
            walk(child, linked, depth + 1)
            say(child.tail, element, linked)
        if block:
            fresh[0] = True

    walk(tree, False)
    joined: list[Segment] = []
    for tag, level, texts, links, names in runs:
        text = " ".join("".join(texts).split())
        segment = Segment(tag, level, text, all(links), names)
        last = joined[-1] if joined else None
        if last and last.linked and segment.linked and not last.level and not level and len(text.split()) < SHORT_RUN:
            joined[-1] = Segment(last.tag, 0, f"{last.text} | {text}", True, last.names)
        else:
            joined.append(segment)
    return joined


def sheet(html: str, shown: int = 60) -> str:
    """The segments as lines for the one who labels: number, tag, words, beginning."""
    lines = []
    for number, segment in enumerate(segments(html)):
        words = len(segment.text.split())
        mark = f"H{segment.level}" if segment.level else segment.tag
        lines.append(f"{number} {mark}{'@' if segment.linked else ''} {words}w {segment.text[:shown]} [{segment.names[:34]}]")
    return "\n".join(lines)
