"""Which blocks of a page are its main content.

Two questions are asked of each block. Is it inside furniture (see `clutter`)? Does it stand in the part of the tree with the running text, or in
a region beside it that belongs to that text (see `regions`)? Headings come from the tree in order: one is left out only with its surroundings, or
when it announces furniture ("Related posts").
"""

from __future__ import annotations

import itertools
import re
from bisect import bisect_left, bisect_right
from collections import Counter, defaultdict

from fundament.core.reading.markup_tree.tree import Element, ancestors
from fundament.core.reading.page.blocks import RawBlock
from fundament.core.reading.page.clutter import (
    BOXES,
    CLUTTER_HEADING,
    GALLERIES,
    OPINIONS,
    hints_of,
    is_clutter_line,
    strong_reason,
    words_of_names,
)
from fundament.core.reading.page.goods import HEADING_WORDS, has_price_below, is_only_a_price, is_priced, text_of_goods
from fundament.core.reading.page.lines import is_byline, is_date
from fundament.core.reading.page.prices import PRICE
from fundament.core.reading.page.regions import LONG_BLOCK_WORDS, MUCH_TEXT, SHORT_PAGE, Region, Regions, boxes_in, long_words, text_beside
from fundament.core.reading.page.titles import name_of_what_is_sold, names_the_site, title_among

_SEPARATORS = re.compile(r"[\s|·•>/»-]+")
SECTION = 150  # words of running text that make a section of its own
TEXT_BEFORE = 30  # words without links that are a text, before what users say of it
LEAST_CONSTANTS = 2  # beside one, that make it one of a list
LEAST_TEXT = 40  # words of running text; with fewer nothing is told about the surroundings
_NOT_AROUND_THE_TITLE = frozenset(
    ["advert", "page header", "hidden", "sidebar", "share buttons", "cookie notice", "newsletter form", "form"]
)
WITHIN_BLOCKS = 3  # of running text a line stands that says who wrote it
PROPERTIES = 3  # lines that name a property, from which on a box tells about the goods
LITTLE_LEFT = 0.1  # of the running text
BULK_SHARE = 0.5  # an element with more of the long text than this is not furniture by its name alone


def _is_list_of_links(blocks: list[RawBlock]) -> bool:
    """At least three links, short ones, with hardly any words but theirs."""
    links = sum(b.links for b in blocks)
    if links < 3 or sum(b.words for b in blocks) > 10 * links:
        return False
    return sum(b.link_characters for b in blocks) > 0.7 * sum(len(_SEPARATORS.sub("", b.text)) for b in blocks)


class MainContent:
    """Decides for each block why it is left out ("" when it counts)."""

    def __init__(self, blocks: list[RawBlock], is_thread: bool, page_title: str = "", sells: bool = False) -> None:
        self._blocks = blocks
        self._page_title = page_title
        self._is_thread = is_thread
        self._sells = sells
        self.is_of_goods = False  # whether it was read as a page that sells one thing, with its price below the name
        self._long_inside: dict[int, int] = defaultdict(int)
        self._total_long = 0
        for block in blocks:
            words = long_words(block)
            if words:
                self._total_long += words
                for element in ancestors(block.element):
                    self._long_inside[id(element)] += words
        self._long_beside: Counter[int] = Counter()
        self._blocks_beside: Counter[int] = Counter()
        for block in blocks:
            if block.element.parent is not None and (block.kind == "heading" or long_words(block)):
                self._blocks_beside[id(block.element.parent)] += 1
                self._long_beside[id(block.element.parent)] += long_words(block)
        self._headings_1 = [block.element.place for block in blocks if block.kind == "heading" and block.level == 1]
        self._titles = self._places_of_titles()
        self._places = [block.element.place for block in blocks]
        own = (0 if b.kind == "heading" or 2 * b.link_characters >= len(b.text) else b.words for b in blocks)
        self._said = list(itertools.accumulate(own, initial=0))  # words that are no headings and no links, before each block
        self._prices = [b.element.place for b in blocks if sells and b.words <= HEADING_WORDS and PRICE.search(b.text)]
        self._properties = [b.element.place for b in blocks if b.kind in ("list_item", "table_cell") and b.text.endswith(":")]
        self._hints: dict[int, list[tuple[str, str]]] = {}
        self._words_without_meaning = self._find_words_without_meaning()
        self._reason_of: dict[int, str] = {}

    def _places_of_titles(self) -> list[int]:
        """The places of the page's H1 elements that are not the site's name, in order."""
        if not self._blocks:
            return []
        top = ancestors(self._blocks[0].element)[-1]
        return [heading.place for heading in top.find_all("h1") if not names_the_site(heading)]

    def _hints_of(self, element: Element) -> list[tuple[str, str]]:
        known = self._hints.get(id(element))
        if known is None:
            known = self._hints[id(element)] = hints_of(element)
        return known

    def _find_words_without_meaning(self) -> frozenset[str]:
        """Words of names under which the bulk of the page's text stands, such as "widget" where a page is built of widgets."""
        under: Counter[str] = Counter()
        for block in self._blocks:
            long = long_words(block)
            if long:
                for word in {word for a in ancestors(block.element) for word, reason in self._hints_of(a) if reason != "comments"}:
                    under[word] += long
        return frozenset(word for word, long in under.items() if long > BULK_SHARE * self._total_long)

    def decide(self) -> list[str]:
        """One reason per block, in order."""
        reasons = [self._furniture_reason(block.element) for block in self._blocks]
        kept_long = self._long_kept(reasons)
        if kept_long < LITTLE_LEFT * self._total_long:
            hinted, self._reason_of = self._reason_of, {}
            strong = [self._furniture_reason(block.element, hints=False) for block in self._blocks]
            by_users = [b for b, r, s in zip(self._blocks, reasons, strong, strict=True) if r and not s and self._is_by_users(b)]
            if not kept_long and not (by_users and self._follows_a_text(by_users[0].element)):
                by_users = []  # then what is called comments may be the text
            if kept_long < LITTLE_LEFT * (self._long_kept(strong) - sum(map(long_words, by_users))):
                reasons = strong  # what the names said would leave nearly nothing: believe only the elements themselves
            else:
                self._reason_of = hinted
        self._leave_out_link_lists(reasons)
        for position, block in enumerate(self._blocks):
            if not reasons[position] and block.kind not in ("heading", "code") and is_clutter_line(block.text, block.words):
                reasons[position] = "site furniture"
        if not self._leave_out_other_goods(reasons):
            self._leave_out_surroundings(reasons)
        self._leave_out_announcing_headings(reasons)
        self._leave_out_the_date(reasons)
        self._leave_out_what_ends_in_nothing(reasons)
        return reasons

    def _is_by_users(self, block: RawBlock) -> bool:
        return any(reason == "comments" for element in ancestors(block.element) for _, reason in self._hints_of(element))

    def _long_kept(self, reasons: list[str]) -> int:
        return sum(long_words(block) for block, reason in zip(self._blocks, reasons, strict=True) if not reason)

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
            if (
                reason in ("sidebar", "footer") and (self._share(element) > 0.8 or (element.tag == "aside" and self._is_text_box(element)))
            ) or (reason == "page header" and self._holds_the_h1(element)):
                reason = ""
        if not reason and hints:
            reason = self._hinted_reason(element)
        if not reason and element.tag == "header" and self._is_page_header(element):
            reason = "page header"
        self._reason_of[id(element)] = reason
        return reason

    def _is_text_box(self, element: Element) -> bool:
        """Whether a sidebar in an article holds a text of its own, as long as a section, and not somebody's short portrait."""
        if self._long_inside[id(element)] < SECTION:
            return False
        above = [a for a in ancestors(element)[1:] if a.tag not in ("body", "html")]
        return any(a.tag in ("article", "main") or "article" in words_of_names(a) for a in above)

    def _hinted_reason(self, element: Element) -> str:
        """What the names of the element suggest, when it can be true of it."""
        for word, reason in self._hints_of(element):
            if reason == "comments":
                if not self._is_thread and (word not in OPINIONS or self._holds_opinions(element)):
                    return reason
            elif (
                self._holds_the_bulk(element, word)
                or (reason == "sidebar" and (self._is_box_in_text(element) or self._is_text_box(element)))
                or (word in BOXES and self._long_inside[id(element)] >= SECTION)
                or (reason == "shop controls" and self._names_properties(element))
                or (self._sells and (reason == "form" or self._holds_a_title(element)) and self._holds_a_price(element))
            ):
                continue
            elif reason in _NOT_AROUND_THE_TITLE and self._holds_the_h1(element):
                continue  # a "banner" with the page's title in it
            else:
                return reason
        return ""

    def _holds_the_bulk(self, element: Element, word: str) -> bool:
        """Whether most of the text stands in the element or in others called so; pictures with long captions may be most of a page that has a text beside."""
        if word in GALLERIES and self._total_long - self._long_inside[id(element)] >= MUCH_TEXT and not self._holds_the_h1(element):
            return False
        return word in self._words_without_meaning or self._share(element) > BULK_SHARE

    def _names_properties(self, element: Element) -> bool:
        """Whether an element holds a list of properties ("Weight:"), and not only what is needed to buy."""
        return bisect_right(self._properties, element.last) - bisect_left(self._properties, element.place) >= PROPERTIES

    def _holds_a_title(self, element: Element) -> bool:
        return bisect_right(self._headings_1, element.last) > bisect_left(self._headings_1, element.place)

    def _holds_a_price(self, element: Element) -> bool:
        return bisect_right(self._prices, element.last) > bisect_left(self._prices, element.place)

    def _follows_a_text(self, element: Element) -> bool:
        """Whether lines of text stand between the page's first H1 and the element."""
        if not self._headings_1 or self._headings_1[0] >= element.place:
            return False
        before, after = bisect_right(self._places, self._headings_1[0]), bisect_left(self._places, element.place)
        return self._said[after] - self._said[before] >= TEXT_BEFORE

    def _holds_opinions(self, element: Element) -> bool:
        """Whether an element called reviews holds those of users: many pieces below a text, and not one text, as a magazine calls its own."""
        if not self._follows_a_text(element):
            return False
        pieces: Counter[int] = Counter()
        for block in self._blocks[bisect_left(self._places, element.place) : bisect_right(self._places, element.last)]:
            pieces[id(block.element.parent)] += long_words(block)
        return max(pieces.values(), default=0) <= max(MUCH_TEXT, BULK_SHARE * self._long_inside[id(element)])

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
        """A header element outside article and main, without running text and without the page's title; one with text behind the title is the text's own."""
        if any(a.tag in ("article", "main", "section") for a in ancestors(element)):
            return False
        if bisect_left(self._headings_1, element.place) and self._long_inside[id(element)]:
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
                holder = next((a for a in ancestors(block.element) if a.tag in ("ul", "ol", "table", "dl")), None)
            elif block.kind == "paragraph":
                holder = block.element.parent
            else:
                holder = None
            if holder is not None:
                groups[id(holder)].append(position)
        for positions in groups.values():
            if _is_list_of_links([self._blocks[p] for p in positions]) and not self._is_announced(positions[0], reasons):
                for position in positions:
                    reasons[position] = "list of links"
        for position, block in enumerate(self._blocks):
            if not reasons[position] and block.kind == "paragraph" and _is_list_of_links([block]):
                reasons[position] = "list of links"

    def _is_announced(self, position: int, reasons: list[str]) -> bool:
        """Whether a list begins just below a line of the text that ends with a colon, and that does not announce other pages."""
        before = self._blocks[position - 1] if position and not reasons[position - 1] else None
        if before is None or before.kind != "paragraph" or not before.text.endswith(":") or before.link_characters:
            return False
        holder = next((a for a in ancestors(self._blocks[position].element) if a.tag in ("ul", "ol", "dl")), None)
        return holder is not None and holder.parent is before.element.parent and not CLUTTER_HEADING.match(before.text.rstrip(": "))

    def _leave_out_other_goods(self, reasons: list[str]) -> bool:
        """On a page that sells and has little running text: all but the text about what is sold. Whether it is such a page."""
        title = name_of_what_is_sold(self._blocks, reasons, self._page_title)
        if title is None or not (self._sells or is_priced(self._blocks, title)):
            return False
        inside = text_of_goods(self._blocks, reasons, title, [long_words(block) for block in self._blocks])
        if inside is None:
            return False
        for position, kept in enumerate(inside):
            if not reasons[position]:
                reasons[position] = (
                    ("shop controls" if is_only_a_price(self._blocks[position].text) else "") if kept else "outside the main part"
                )
        self.is_of_goods = has_price_below(self._blocks, title)
        return True

    def _leave_out_surroundings(self, reasons: list[str]) -> None:
        if sum(long_words(b) for b, r in zip(self._blocks, reasons, strict=True) if not r) < LEAST_TEXT:
            return  # too little to tell
        regions = Regions(self._blocks, [bool(reason) for reason in reasons])
        title = title_among(
            self._blocks, self._page_title, [p for p, b in enumerate(self._blocks) if b.kind == "heading" and not reasons[p]]
        )
        heart = self._heart(regions, title)
        chain = ancestors(heart)
        inside = [False] * len(self._blocks)
        first, last = regions.span(heart)
        parts = [Region(first, last, heart)]
        inner = heart
        for parent in chain[1:]:
            parts += text_beside(regions, parent, inner, heart, title)
            inner = parent
        for part in parts:
            inside[part.first : part.last] = [True] * (part.last - part.first)
            for box in boxes_in(regions, part.element, title) if part.element is not None else ():
                inside[box.first : box.last] = [False] * (box.last - box.first)
        if title is None or not inside[title]:
            self._keep_the_title(inside, reasons)
        for position, kept in enumerate(inside):
            if not kept and not reasons[position]:
                reasons[position] = "outside the main part"

    def _heart(self, regions: Regions, title: int | None) -> Element:
        """The element with the running text; on a page with little of it, what stands with the title before any box elsewhere."""
        heart = regions.heart(self._start(regions))
        if title is not None and regions.running_text(heart) < SHORT_PAGE and not heart.holds(self._blocks[title].element):
            near = next(a for a in ancestors(self._blocks[title].element) if a.parent is None or regions.running_text(a) >= LEAST_TEXT / 2)
            if not near.holds(heart):
                return near
        return heart

    def _start(self, regions: Regions) -> Element:
        """The element called main, when it holds half of the text, else the top."""
        top = ancestors(self._blocks[0].element)[-1]
        total = regions.running_text(top)
        explicit = [e for e in top.elements() if e.tag == "main" or e.get("role") == "main"]
        return next((e for e in explicit if 2 * regions.running_text(e) >= total), top)

    def _keep_the_title(self, inside: list[bool], reasons: list[str]) -> None:
        """The page's title, and a standfirst with it, often stand just above the part with the text."""
        first = next((p for p, kept in enumerate(inside) if kept and not reasons[p]), None)
        if first is None:
            return
        candidates = [p for p in range(first) if not reasons[p] and not inside[p] and self._blocks[p].kind == "heading"]
        title = title_among(self._blocks, self._page_title, candidates)
        if title is None:
            return
        inside[title] = True
        for position in range(title + 1, first):
            block = self._blocks[position]
            if not reasons[position] and not inside[position] and long_words(block):
                inside[position] = True

    def _leave_out_the_date(self, reasons: list[str]) -> None:
        """Lines before the text that are little but a date, or say who wrote it and when, are the page's own; so is a heading below the title, but of several each may head what happened then."""
        long = 0
        for position, block in enumerate(self._blocks):
            if reasons[position]:
                continue
            long += bool(long_words(block))
            line = block.kind in ("paragraph", "list_item")
            if line and ((not long and is_date(block.text, 4)) or (long < WITHIN_BLOCKS and is_byline(block.text))):
                reasons[position] = "author note"
        dates = [
            position
            for position, block in enumerate(self._blocks)
            if block.kind == "heading" and block.level > 1 and not reasons[position] and is_date(block.text, 2)
        ]
        if len(dates) == 1:
            reasons[dates[0]] = "author note"

    def _leave_out_announcing_headings(self, reasons: list[str]) -> None:
        """A heading that announces furniture goes with it, when nothing of the main content follows below it."""
        for position, block in enumerate(self._blocks):
            if reasons[position] or block.kind != "heading" or not CLUTTER_HEADING.match(block.text.strip().rstrip(":")):
                continue
            if self._is_one_of_constants(block):
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

    def _is_one_of_constants(self, block: RawBlock) -> bool:
        """Whether a heading is one word in capitals among others like it ("ELEMENTS", "COMMENTS"): a name that the page explains."""
        if not block.text.isupper() or " " in block.text:
            return False
        alike = (b for b in self._blocks if b is not block and b.kind == "heading" and b.level == block.level)
        return sum(b.text.isupper() and " " not in b.text for b in alike) >= LEAST_CONSTANTS

    def _leave_out_what_ends_in_nothing(self, reasons: list[str]) -> None:
        """Headings without a letter, and those of a box in the text that holds links and nothing that counts."""
        title = next((p for p, b in enumerate(self._blocks) if b.kind == "heading" and not reasons[p]), None)
        last = max((p for p, b in enumerate(self._blocks) if not reasons[p] and b.kind != "heading"), default=0)
        kept = list(itertools.accumulate((not reason for reason in reasons), initial=0))
        links = list(itertools.accumulate((reason == "list of links" for reason in reasons), initial=0))
        for position, block in enumerate(self._blocks):
            parent = block.element.parent
            if reasons[position] or block.kind != "heading" or position == title or parent is None:
                continue
            first, after = bisect_left(self._places, parent.place), bisect_right(self._places, parent.last)
            is_of_links = links[after] > links[first] and kept[after] - kept[first] == 1
            if not any(sign.isalnum() for sign in block.text) or (block.level > 1 and position < last and is_of_links):
                reasons[position] = "heading of site furniture"
