"""Which heading of a page is its title."""

from __future__ import annotations

import re

from fundament.core.reading.markup_tree.tree import Element, ancestors
from fundament.core.reading.page.blocks import RawBlock
from fundament.core.reading.page.clutter import words_of_names

_WORD = re.compile(r"\w+")
_FRONT_PAGES = ("/", "./", "../", "index.html", "/index.html", "#")
WORDS_OF_A_NAME = 3  # of goods, that is no heading


def words_of(text: str) -> set[str]:
    return set(_WORD.findall(text.lower()))


def names_the_site(heading: Element) -> bool:
    """Whether an H1 is the site's name: a link to the front page, or called a logo."""
    links = [*heading.find_all("a"), *(a for a in ancestors(heading) if a.tag == "a")]
    return any(link.get("href") in _FRONT_PAGES for link in links) or bool({"logo", "brand"} & set(words_of_names(heading)))


def title_among(blocks: list[RawBlock], page_title: str, candidates: list[int]) -> int | None:
    """Of the places of headings above the text: the one that says most of the page's own title and little else, else the last H1."""
    said = words_of(page_title)
    best, most = None, (0.6, 0)
    for position in candidates:
        words = words_of(blocks[position].text)
        share = len(words & said) / len(words) if len(words) > 1 else 0.0
        if (share, len(words & said)) >= most:
            best, most = position, (share, len(words & said))
    if best is not None:
        return best
    return next((p for p in reversed(candidates) if blocks[p].level == 1), None)


def name_of_what_is_sold(blocks: list[RawBlock], reasons: list[str], page_title: str) -> int | None:
    """The first block that says what the page's title says, a heading or not; reasons: why blocks are left out already."""
    kept = [p for p, reason in enumerate(reasons) if not reason]
    title = title_among(blocks, page_title, [p for p in kept if blocks[p].kind == "heading"])
    said = words_of(page_title)
    if title is None or 2 * len(words_of(blocks[title].text) & said) < len(words_of(blocks[title].text)):
        named = (p for p in kept if len(words := words_of(blocks[p].text)) >= WORDS_OF_A_NAME and words <= said)
        title = next(named, title)
    return next((p for p in kept if blocks[p].text == blocks[title].text), title) if title is not None else None
