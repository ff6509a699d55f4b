"""Which blocks of a page are its main content.

Two questions are asked of each block. Is it inside furniture (see `clutter`)? Is it inside the part of the tree
that holds the running text? The second finds that part from explicit elements (main, article) or, without them, by going
down from the body as long as one child keeps nearly all of the long text. Headings come from the tree in
order: one is left out only with its surroundings, or when it announces furniture ("Related posts").
"""

from __future__ import annotations

import re
from bisect import bisect_left
from collections import Counter, defaultdict

from fundament.core.reading.blocks import RawBlock, is_layout_table
from fundament.core.reading.clutter import CLUTTER_HEADING, CLUTTER_LINE, hints_of, strong_reason, words_of_names
from fundament.core.reading.tree import Element

_SEPARATORS = re.compile(r"[\s|·•>/»-]+")
LONG_BLOCK_WORDS = 15
_NOT_GONE_INTO = frozenset(
    ["p", "li", "ul", "ol", "blockquote", "pre", "dd", "dl", "font", "span", "b", "i", "em", "strong", "a", "u", "small", "big"]
)
_FRONT_PAGES = ("/", "./", "../", "index.html", "/index.html", "#")
KEPT_SHARE = 0.85  # go down into a child only if it keeps this share of the long text
BULK_SHARE = 0.5  # an element with more of the long text than this is not furniture by its name alone


def _long_words(block: RawBlock) -> int:
    """Words of a block that look like running text: long, and not mostly links."""
    if block.kind == "heading" or block.words < LONG_BLOCK_WORDS or block.link_characters > 0.5 * len(block.text):
        return 0
    return block.words


def _is_list_of_links(blocks: list[RawBlock]) -> bool:
    """At least three links, short ones, with hardly any words but theirs."""
    links = sum(b.links for b in blocks)
    if links < 3 or sum(b.words for b in blocks) > 10 * links:
        return False
    return sum(b.link_characters for b in blocks) > 0.7 * sum(len(_SEPARATORS.sub("", b.text)) for b in blocks)


def _ancestors(element: Element) -> list[Element]:
    chain: list[Element] = []
    near: Element | None = element
    while near is not None:
        chain.append(near)
        near = near.parent
    return chain


def _names_the_site(heading: Element) -> bool:
    """Whether an H1 is the site's name: a link to the front page, or called a logo."""
    links = [*heading.find_all("a"), *(a for a in _ancestors(heading) if a.tag == "a")]
    return any(link.get("href") in _FRONT_PAGES for link in links) or bool({"logo", "brand"} & set(words_of_names(heading)))


class MainContent:
    """Decides for each block why it is left out ("" when it counts)."""

    def __init__(self, blocks: list[RawBlock], is_thread: bool) -> None:
        self._blocks = blocks
        self._is_thread = is_thread
        self._long_inside: dict[int, int] = defaultdict(int)
        self._total_long = 0
        for block in blocks:
            words = _long_words(block)
            if words:
                self._total_long += words
                for element in _ancestors(block.element):
                    self._long_inside[id(element)] += words
        self._long_beside: Counter[int] = Counter()
        self._blocks_beside: Counter[int] = Counter()
        for block in blocks:
            if block.element.parent is not None and (block.kind == "heading" or _long_words(block)):
                self._blocks_beside[id(block.element.parent)] += 1
                self._long_beside[id(block.element.parent)] += _long_words(block)
        self._headings_1 = [block.element.place for block in blocks if block.kind == "heading" and block.level == 1]
        self._titles = self._places_of_titles()
        self._hints: dict[int, list[tuple[str, str]]] = {}
        self._words_without_meaning = self._find_words_without_meaning()
        self._reason_of: dict[int, str] = {}

    def _places_of_titles(self) -> list[int]:
        """The places of the page's H1 elements that are not the site's name, in order."""
        if not self._blocks:
            return []
        top = _ancestors(self._blocks[0].element)[-1]
        return [heading.place for heading in top.find_all("h1") if not _names_the_site(heading)]

    def _hints_of(self, element: Element) -> list[tuple[str, str]]:
        known = self._hints.get(id(element))
        if known is None:
            known = self._hints[id(element)] = hints_of(element)
        return known

    def _find_words_without_meaning(self) -> frozenset[str]:
        """Words of names under which the bulk of the page's text stands, such as "widget" where a page is built of widgets."""
        under: Counter[str] = Counter()
        for block in self._blocks:
            long = _long_words(block)
            if long:
                for word in {word for a in _ancestors(block.element) for word, reason in self._hints_of(a) if reason != "comments"}:
                    under[word] += long
        return frozenset(word for word, long in under.items() if long > BULK_SHARE * self._total_long)

    def decide(self) -> list[str]:
        """One reason per block, in order."""
        reasons = [self._furniture_reason(block.element) for block in self._blocks]
        long_by_reason: Counter[str] = Counter()
        for block, reason in zip(self._blocks, reasons, strict=True):
            long_by_reason[reason] += _long_words(block)
        kept_long = long_by_reason[""]
        if kept_long < 0.1 * (self._total_long - (long_by_reason["comments"] if kept_long else 0)):
            # what the names said would leave nearly nothing: believe only the elements themselves
            self._reason_of.clear()
            reasons = [self._furniture_reason(block.element, hints=False) for block in self._blocks]
        self._leave_out_link_lists(reasons)
        for position, block in enumerate(self._blocks):
            if not reasons[position] and block.words <= 14 and block.kind != "heading" and CLUTTER_LINE.match(block.text):
                reasons[position] = "site furniture"
        self._leave_out_surroundings(reasons)
        self._leave_out_announcing_headings(reasons)
        return reasons

    def _share(self, element: Element) -> float:
        return self._long_inside[id(element)] / self._total_long if self._total_long else 0.0

    def _furniture_reason(self, element: Element, hints: bool = True) -> str:
        """The reason of the element or of the outermost ancestor that has one."""
        known = self._reason_of.get(id(element))
        if known is not None:
            return known
        reason = self._furniture_reason(element.parent, hints) if element.parent is not None else ""
        if not reason:
            reason = strong_reason(element)
            if (reason in ("sidebar", "footer") and self._share(element) > 0.8) or (
                reason == "page header" and self._holds_the_h1(element)
            ):
                reason = ""
        if not reason and hints:
            reason = self._hinted_reason(element)
        if not reason and element.tag == "header" and self._is_page_header(element):
            reason = "page header"
        self._reason_of[id(element)] = reason
        return reason

    def _hinted_reason(self, element: Element) -> str:
        """What the names of the element suggest, when it can be true of it."""
        for word, reason in self._hints_of(element):
            if reason == "comments":
                if not self._is_thread:
                    return reason
            elif (
                word in self._words_without_meaning
                or self._share(element) > BULK_SHARE
                or (reason == "sidebar" and self._is_box_in_text(element))
            ):
                continue
            elif reason in ("advert", "page header", "hidden") and self._holds_the_h1(element):
                continue  # a "banner" with the page's title in it
            else:
                return reason
        return ""

    def _holds_the_h1(self, element: Element) -> bool:
        """Whether the page has H1s and all of them are inside the element."""
        places = self._headings_1
        return bool(places) and element.place <= places[0] and places[-1] <= element.last

    def _is_box_in_text(self, element: Element) -> bool:
        """Whether an element called sidebar is a box among the paragraphs of the text, as handbooks have them.

        Then paragraphs or headings stand directly beside it: two, or one when no other container beside it holds text.
        """
        parent = element.parent
        if parent is None or element.tag == "aside":
            return False
        beside = self._blocks_beside[id(parent)]
        elsewhere = self._long_inside[id(parent)] - self._long_inside[id(element)] - self._long_beside[id(parent)]
        return beside >= 2 or (beside == 1 and elsewhere <= 0)

    def _is_page_header(self, element: Element) -> bool:
        """A header element outside article and main, without running text and without the page's title."""
        if any(a.tag in ("article", "main", "section") for a in _ancestors(element)):
            return False
        first_title = bisect_left(self._titles, element.place)
        has_title = first_title < len(self._titles) and self._titles[first_title] <= element.last
        return self._share(element) < 0.2 and not has_title and not self._holds_the_h1(element)

    def _leave_out_link_lists(self, reasons: list[str]) -> None:
        """Lists, tables and groups whose text is nearly all links."""
        groups: dict[int, list[int]] = defaultdict(list)
        for position, block in enumerate(self._blocks):
            if reasons[position]:
                continue
            if block.kind in ("list_item", "table_cell"):
                holder = next((a for a in _ancestors(block.element) if a.tag in ("ul", "ol", "table", "dl")), None)
            elif block.kind == "paragraph":
                holder = block.element.parent
            else:
                holder = None
            if holder is not None:
                groups[id(holder)].append(position)
        for positions in groups.values():
            if _is_list_of_links([self._blocks[p] for p in positions]):
                for position in positions:
                    reasons[position] = "list of links"
        for position, block in enumerate(self._blocks):
            if not reasons[position] and block.kind == "paragraph" and _is_list_of_links([block]):
                reasons[position] = "list of links"

    def _leave_out_surroundings(self, reasons: list[str]) -> None:
        root = self._root(reasons)
        if root is None:
            return
        inside = [root.holds(block.element) for block in self._blocks]
        first_inside = next((p for p, is_in in enumerate(inside) if is_in and not reasons[p]), None)
        highest = min(
            (b.level for b, is_in, r in zip(self._blocks, inside, reasons, strict=True) if is_in and not r and b.kind == "heading"),
            default=7,
        )
        after_title = False
        for position, block in enumerate(self._blocks):
            if inside[position] or reasons[position]:
                continue
            # the page's H1, and a standfirst with it, often stand just above the part with the text
            above = first_inside is not None and position < first_inside
            is_title = above and block.kind == "heading" and (block.level == 1 or block.level < highest)
            after_title = after_title or is_title
            if not is_title and not (above and after_title and _long_words(block)):
                reasons[position] = "outside the main part"

    def _root(self, reasons: list[str]) -> Element | None:
        """The part of the tree with the running text, or None when the page has too little to tell."""
        kept = [(b, _long_words(b)) for b, r in zip(self._blocks, reasons, strict=True) if not r]
        total = sum(words for _, words in kept)
        if total < 40:
            return None
        inside: dict[int, int] = defaultdict(int)
        elements: dict[int, Element] = {}
        children: dict[int, set[int]] = defaultdict(set)
        for block, words in kept:
            if not words:
                continue
            below: Element | None = None
            for element in _ancestors(block.element):
                inside[id(element)] += words
                elements[id(element)] = element
                if below is not None:
                    children[id(element)].add(id(below))
                below = element
        explicit = [e for k, e in elements.items() if (e.tag == "main" or e.get("role") == "main") and inside[k] >= 0.5 * total]
        if explicit:
            start = explicit[0]
        else:
            start = _ancestors(kept[0][0].element)[-1]
        articles = [
            e for k, e in elements.items()
            if (e.tag == "article" or e.get("itemprop") == "articleBody") and inside[k] >= KEPT_SHARE * inside[id(start)]
        ]  # fmt: skip
        if articles:
            return min(articles, key=lambda e: len(_ancestors(e)))
        if explicit:
            return start
        element = start
        while True:
            heaviest = max(children[id(element)], key=lambda k: inside[k], default=None)
            if heaviest is None or inside[heaviest] < KEPT_SHARE * inside[id(start)]:
                return element
            child = elements[heaviest]
            if child.tag in _NOT_GONE_INTO or (child.tag == "table" and not is_layout_table(child)):
                return element
            if self._has_headings_beside(element, child, reasons):
                return element
            element = child

    def _has_headings_beside(self, element: Element, child: Element, reasons: list[str]) -> bool:
        """Whether going down into `child` would lose headings (H2 and deeper) or much text that stand beside it."""
        for position, block in enumerate(self._blocks):
            if reasons[position] or block.kind != "heading" or block.level < 2 or CLUTTER_HEADING.match(block.text):
                continue
            if not element.holds(block.element) or child.holds(block.element):
                continue
            below = []
            for next_position in range(position + 1, len(self._blocks)):
                if self._blocks[next_position].kind == "heading" or not element.holds(self._blocks[next_position].element):
                    break
                below.append(reasons[next_position])
            if not below or not all(below):  # a heading over nothing but a list of links is that of a menu
                return True
        return False

    def _leave_out_announcing_headings(self, reasons: list[str]) -> None:
        """A heading that announces furniture goes with it, when nothing of the main content follows below it."""
        for position, block in enumerate(self._blocks):
            if reasons[position] or block.kind != "heading" or not CLUTTER_HEADING.match(block.text.strip().rstrip(":")):
                continue
            end = next(
                (
                    p for p in range(position + 1, len(self._blocks))
                    if self._blocks[p].kind == "heading" and self._blocks[p].level <= block.level
                ),
                len(self._blocks),
            )  # fmt: skip
            below = range(position + 1, end)
            if any(not reasons[p] and self._blocks[p].kind != "heading" and self._blocks[p].words > LONG_BLOCK_WORDS for p in below):
                continue
            for p in (position, *below):
                reasons[p] = reasons[p] or "heading of site furniture"
