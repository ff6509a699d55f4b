"""Pages that are an empty frame until a browser runs their scripts. They are told, not guessed at: what is not there cannot be read."""

from __future__ import annotations

import re

from fundament.core.message import message
from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.model import Reading

NOTE = message("reading.filled_by_script")
MOST_WAITING = 60  # characters that a frame may hold meanwhile ("Loading ...")
MOST_DEPTH = 3  # of the frame below the body
LEAST_WORDS = 250  # a page with as many was served with its text, whatever its scripts do
_FRAME_TAGS = frozenset(["div", "main", "section", "article"])
_ASKS_FOR_SCRIPTS = re.compile(r"java\s?script", re.IGNORECASE)


def is_filled_by_script(root: Element, words: int) -> bool:
    """Whether the body waits for a script: it has scripts, hardly any words, and an empty frame with a name (an id, or a tag of its own), or says without scripts that it needs them.

    root: the document; words: of its main content.
    """
    if words >= LEAST_WORDS:
        return False
    body = next((child for child in root.children if isinstance(child, Element) and child.tag == "body"), root)
    if not any(script.get("src") or script.get("type") == "module" for script in root.find_all("script")):
        return False
    return _has_empty_frame(body) or any(_ASKS_FOR_SCRIPTS.search(_plain(without)) for without in body.find_all("noscript"))


def _has_empty_frame(body: Element) -> bool:
    level = [body]
    for _ in range(MOST_DEPTH):
        level = [child for element in level for child in element.children if isinstance(child, Element)]
        if any(
            _is_frame(element) and len(element.text(MOST_WAITING + 1)) <= MOST_WAITING and element.first("img", "video", "iframe") is None
            for element in level
        ):
            return True
    return False


def _is_frame(element: Element) -> bool:
    return "-" in element.tag or (element.tag in _FRAME_TAGS and bool(element.get("id")))


def _plain(element: Element) -> str:
    """All text of an element that has no text for those who run scripts."""
    return " ".join(child if isinstance(child, str) else _plain(child) for child in element.children)[:2_000]


def needs_browser(reading: Reading) -> bool:
    """Whether a page was read that its scripts would fill."""
    return NOTE in reading.notes
