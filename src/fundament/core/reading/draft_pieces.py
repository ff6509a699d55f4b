"""Cutting the HTML of a draft into its top-level elements, where each can be read by itself as it would be in the whole.

That is so when all tags are among those that drafts have, every element is closed in the order it was opened in, paragraphs and headings hold nothing
but inline elements, and no text stands outside. Then the parser has nothing open between two top-level elements that the next could be drawn into.
"""

from __future__ import annotations

import re

_TAG = re.compile(r"""<(/?)([a-z][a-z0-9]*)(?:[\s/](?:[^<>"']|"[^"]*"|'[^']*')*)?>|<()""", re.IGNORECASE)
_TEXT_BLOCKS = frozenset(["p", "h1", "h2", "h3", "h4", "h5", "h6", "pre"])
_BLOCKS = _TEXT_BLOCKS | {"ul", "ol", "blockquote", "table"}
_PARTS = frozenset(["li", "thead", "tbody", "tr", "th", "td", "caption"])
_INLINE = frozenset(["strong", "b", "em", "i", "u", "s", "a", "code", "sub", "sup"])
_EMPTY = frozenset(["img", "br", "hr"])
_HOLDS_INLINE_ONLY = _TEXT_BLOCKS | _INLINE


def pieces_of(html: str) -> list[str] | None:
    """The top-level elements in order; None where the text is not of the plain sort described above."""
    pieces: list[str] = []
    opened: list[str] = []
    start = end = 0
    for found in _TAG.finditer(html):
        tag = (found.group(2) or "").lower()
        is_top = not opened
        if tag in _EMPTY:
            if found.group(1) or (tag == "br" and is_top) or (tag == "hr" and not is_top and opened[-1] in _HOLDS_INLINE_ONLY):
                return None
        elif found.group(1):
            if is_top or opened.pop() != tag:
                return None
        elif _may_open(tag, opened):
            opened.append(tag)
        else:
            return None
        if is_top:
            start = found.start()
            if html[end:start].strip():
                return None
        if not opened:
            end = found.end()
            pieces.append(html[start:end])
    return None if opened or html[end:].strip() else pieces


def _may_open(tag: str, opened: list[str]) -> bool:
    if not opened:
        return tag in _BLOCKS
    if tag in _INLINE:
        return tag not in opened
    return (tag in _BLOCKS or tag in _PARTS) and opened[-1] not in _HOLDS_INLINE_ONLY
