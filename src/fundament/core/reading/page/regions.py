"""Which parts of the page beside its running text belong to that text: sections of it do, boxes about other pages do not.

The heart of a page is the element that one reaches from the top by always going into the child with most of the running text, as long as
that child holds more than half of it. What stands beside the heart and its ancestors is judged region by region: a region is a child that
is a container, or a run of children that are paragraphs, lists and headings. A region of entries (headings that link elsewhere, lines that
are nothing but a link, lines with a name and a time) tells about other pages or holds what readers wrote; one that is made like the part
with the heart, or stands where nothing else but text stands, is text.
"""

from __future__ import annotations

import itertools
import re
from bisect import bisect_left, bisect_right
from dataclasses import dataclass

from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.page.blocks import RawBlock, is_layout_table
from fundament.core.reading.page.lines import is_about_cookies
from fundament.core.reading.page.prices import PRICE

LONG_BLOCK_WORDS = 15
TITLES_IN_A_ROW = 4
SHORT_PAGE = 150  # words of running text; a page with fewer may be one of goods or of a film
MUCH_TEXT = 60  # words of running text that stand for themselves
HEART_SHARE = 0.5  # a child with more of the running text than this is gone into
DATED_WORDS = 8  # a line with a date or time and no longer than this stands at something that somebody wrote elsewhere
CARD_WORDS = 8  # of a text under a heading that a link to more of it may follow
LINES_OF_A_SECTION, WORDS_OF_A_SECTION, LINKS_OF_A_SECTION = 3, 15, 0.45  # without running text
ENTRY_WORDS = 25  # a line that is one link and no longer than this is an entry
_FLAT = frozenset(
    ["p", "h1", "h2", "h3", "h4", "h5", "h6", "ul", "ol", "dl", "pre", "blockquote", "figure", "figcaption", "table", "hr", "br", "img", "picture", "details", "hgroup", "center", "a", "b", "strong", "em", "i", "span", "code", "font", "small", "big", "sup", "sub", "u", "tt", "abbr", "cite", "q", "time"]
)  # fmt: skip
_NOT_GONE_INTO = _FLAT - {"hr", "br", "img", "picture", "center", "span", "font"} | {"li", "dd", "dt"}
_DATED = re.compile(
    r"\b\d{1,2}:\d{2}\b|\b\d{1,2}\.\d{1,2}\.(19|20)?\d{2}\b|\b\d{1,2}/\d{1,2}/(19|20)?\d{2}\b|\b\d{1,2}-\d{1,2}-(19|20)?\d{2}\b|\b(19|20)\d{2}-\d\d-\d\d\b|"
    r"[a-zé]{3,9}\.? \d{1,2}, (19|20)\d{2}\b|\d{1,2}\.? [a-zéä]{3,10}\.? (19|20)\d{2}\b|"
    r"\d \w{1,12} ago\b|\bhace \d|\bil y a \d|\bvor \d|\d \w{1,10} (geleden|temu|fa)\b",
    re.IGNORECASE,
)  # fmt: skip
_SUMS = ("blocks", "characters", "links", "running", "headings", "titles", "entries", "dated", "own words", "priced", "notices", "left out")
_SAYS_NOTHING = frozenset(["div", "td", "tr", "tbody", "center", "font", "span", "table"])
_HAVE_A_HEADER = frozenset(["article", "main", "section"])
_CONTROLS = frozenset(["input", "textarea", "select"])
_TICKED = frozenset(
    ["checkbox", "radio", "hidden", "button", "range", "number"]
)  # kinds of input that also stand at lines of a text, such as ingredients


def long_words(block: RawBlock) -> int:
    """Words of a block that look like running text: long, and not mostly links."""
    if block.kind == "heading" or block.words < LONG_BLOCK_WORDS or block.link_characters > 0.5 * len(block.text):
        return 0
    return block.words


def _links_of(heading: Element) -> list[str]:
    """Where the links in a heading lead, or those it stands in."""
    found = [a.get("href") for a in heading.find_all("a") if "href" in a.attributes]
    near = heading.parent
    for _ in range(3):
        if near is not None and near.tag == "a":
            found.append(near.get("href"))
        near = near.parent if near is not None else None
    return found


def leads_elsewhere(block: RawBlock, in_a_row: bool = False) -> bool:
    """Whether a heading is a link to another page. One to its own place is not, but where titles stand in a row it opens something."""
    links = _links_of(block.element)
    inside = 2 * block.link_characters > len(block.text) or not block.link_characters
    return inside and any(in_a_row or not link.startswith("#") for link in links if link or in_a_row)


def _headings_in_a_row(blocks: list[RawBlock]) -> set[int]:
    """Headings of one level with nothing between them are a list of titles and head nothing: the places of four or more in a row."""
    found: set[int] = set()
    row: list[int] = []
    for position, block in enumerate(blocks):
        if block.kind == "heading" and (not row or blocks[row[-1]].level == block.level):
            row.append(position)
            continue
        if len(row) >= TITLES_IN_A_ROW:
            found.update(row)
        row = [position] if block.kind == "heading" else []
    return found | (set(row) if len(row) >= TITLES_IN_A_ROW else set())


def _further_links(blocks: list[RawBlock]) -> set[int]:
    """The places of lines that are one link ("Learn more about it") below a text under a heading that leads nowhere: they end a section and are no entries."""
    found: set[int] = set()
    own_heading = text_before = False
    for place, block in enumerate(blocks):
        if block.kind == "heading":
            own_heading, text_before = not _links_of(block.element), False
        elif block.link_characters < 0.8 * len(block.text):
            text_before = block.words >= CARD_WORDS
        else:
            if own_heading and text_before:
                found.add(place)
            text_before = False
    return found


@dataclass(frozen=True)
class Region:
    """A run of blocks under one parent, first to last (exclusive); element: the container, None for a run of paragraphs and headings."""

    first: int
    last: int
    element: Element | None


class Regions:
    """Sums over runs of blocks, so that any region is judged in one step; `left_out` blocks count for nothing."""

    def __init__(self, blocks: list[RawBlock], left_out: list[bool]) -> None:
        self._blocks = blocks
        self._layout_tables: dict[int, bool] = {}
        self._is_short = sum(long_words(block) for block, out in zip(blocks, left_out, strict=True) if not out) < SHORT_PAGE
        self._places = [block.element.place for block in blocks]
        listed = _headings_in_a_row(blocks)
        further = _further_links(blocks)
        rows = [self._measure(block, out, p in listed, p in further) for p, (block, out) in enumerate(zip(blocks, left_out, strict=True))]
        self._sums = [list(itertools.accumulate(column, initial=0)) for column in zip(*rows, strict=True)] if rows else [[0]] * len(_SUMS)

    @staticmethod
    def _measure(block: RawBlock, out: bool, listed: bool, further: bool) -> tuple[int, ...]:
        """What `_SUMS` names, of one block."""
        if out:
            return (0,) * (len(_SUMS) - 3) + (int(bool(PRICE.search(block.text))), 0, 1)
        heading = block.kind == "heading"
        linked = leads_elsewhere(block, listed) if heading else block.link_characters >= 0.8 * len(block.text)
        entry = linked and not further and (heading or block.words <= ENTRY_WORDS)
        dated = not heading and block.words <= DATED_WORDS and bool(_DATED.search(block.text))
        return (
            1, len(block.text), len(block.text) if linked else block.link_characters, long_words(block), int(heading), int(heading and linked), int(entry), int(dated),
            0 if heading or linked else block.words, int(bool(PRICE.search(block.text))),
            int(not heading and is_about_cookies(block.text)), 0,
        )  # fmt: skip

    def _of(self, what: str, first: int, last: int) -> int:
        sums = self._sums[_SUMS.index(what)]
        return sums[last] - sums[first]

    def _is(self, element: Element, tags: frozenset[str]) -> bool:
        """Whether an element has one of these tags; a table that only arranges the page is no table."""
        if element.tag != "table" or element.tag not in tags:
            return element.tag in tags
        if id(element) not in self._layout_tables:
            self._layout_tables[id(element)] = is_layout_table(element)
        return not self._layout_tables[id(element)]

    def _is_line(self, element: Element) -> bool:
        """Whether a nameless div is a single paragraph."""
        if element.tag != "div" or element.get("class") or element.get("id"):
            return False
        first, last = self.span(element)
        return last == first + 1 and self._blocks[first].element is element

    def span(self, element: Element) -> tuple[int, int]:
        """The blocks inside an element: first, last (exclusive)."""
        return bisect_left(self._places, element.place), bisect_right(self._places, element.last)

    def running_text(self, element: Element) -> int:
        """Words of running text inside an element."""
        return self._of("running", *self.span(element))

    def heart(self, start: Element) -> Element:
        """The element that holds the running text, from `start` down."""
        element = start
        while True:
            total = self.running_text(element)
            below = [child for child in element.children if isinstance(child, Element)]
            heaviest = max(below, key=self.running_text, default=None)
            if heaviest is None or not total or self._is(heaviest, _NOT_GONE_INTO) or self.running_text(heaviest) <= HEART_SHARE * total:
                return element
            element = heaviest

    def beside(self, parent: Element, inner: Element | None) -> list[Region]:
        """The regions of `parent` in order, without its child `inner`."""
        first, last = self.span(parent)
        inner_first, inner_last = self.span(inner) if inner is not None else (last, last)
        containers = [
            c for c in parent.children if isinstance(c, Element) and not self._is(c, _FLAT) and c is not inner and not self._is_line(c)
        ]
        starts = [c.place for c in containers]
        regions: list[Region] = []
        position = first
        while position < last:
            if inner_first <= position < inner_last:
                position = inner_last
                continue
            found = bisect_right(starts, self._places[position]) - 1
            holder = containers[found] if found >= 0 and containers[found].last >= self._places[position] else None
            if holder is not None:
                end = self.span(holder)[1]
            else:
                following = [self.span(c)[0] for c in containers[found + 1 : found + 2]]
                end = min([last, *following, *([inner_first] if inner_first > position else [])])
                end = next((p for p in range(position + 1, end) if self._blocks[p].kind == "heading"), end)
            end = max(end, position + 1)
            regions.append(Region(position, end, holder))
            position = end
        return regions

    def is_gone(self, region: Region) -> bool:
        """Whether nothing of the region is left, or nothing but headings and a few words where something was left out."""
        left = self._of("blocks", region.first, region.last)
        return not left or (bool(self._of("left out", region.first, region.last)) and self.own_words(region) < 4)

    def may_be_text(self, region: Region, first_inner: int, title: int | None) -> bool:
        """Whether a region is text where nothing about other pages stands beside it.

        first_inner: where the part with the running text begins; title: the block of the page's title.
        """
        running, headings = self.running(region), self._of("headings", region.first, region.last)
        if self.only_headings(region) or (not running and self._of("left out", region.first, region.last)):
            return False
        if region.last <= first_inner:
            return title is None or region.first > title
        return headings > 0 or (running > 0 if region.element is None else running >= MUCH_TEXT)

    def is_section(self, region: Region) -> bool:
        """Whether a region without running text is a section all the same: its own heading over three lines or more that are not links, such as what is needed for a recipe."""
        blocks, characters, links, _, headings, titles, entries, dated, own, _, _, gone = (
            self._of(what, region.first, region.last) for what in _SUMS
        )
        nothing_of_others = (
            not titles and 10 * entries <= blocks and not dated and gone <= blocks and links <= LINKS_OF_A_SECTION * characters
        )
        return nothing_of_others and headings > 0 and blocks - headings >= LINES_OF_A_SECTION and own >= WORDS_OF_A_SECTION

    def leads(self, region: Region) -> bool:
        """Whether a heading in the region leads elsewhere."""
        return self._of("titles", region.first, region.last) > 0

    def only_headings(self, region: Region) -> bool:
        """Whether the region is nothing but headings of the page itself."""
        blocks, headings, entries = (self._of(what, region.first, region.last) for what in ("blocks", "headings", "entries"))
        return blocks > 0 and blocks == headings and not entries

    def is_about_others(self, region: Region, in_text: bool = False) -> bool:
        """Whether the region is made of entries, links or controls rather than of text.

        in_text: it stands inside the text, where a box may have been taken out of it.
        """
        blocks, characters, links, running, headings, titles, entries, dated, _, priced, notices, gone = (
            self._of(what, region.first, region.last) for what in _SUMS
        )
        if priced and self._is_short:
            return False  # goods, on a page that has little else
        if not blocks or links > 0.5 * characters:
            return True
        if not in_text and notices >= 2 and 2 * notices >= blocks - headings and 2 * notices > self._of("notices", 0, len(self._blocks)):
            return True
        if entries >= 3 and entries >= 0.2 * blocks and links > 0.2 * characters and running < MUCH_TEXT * entries:
            return True
        if titles >= 3 and titles >= 0.75 * headings and running < MUCH_TEXT * titles:
            return True
        if (dated >= 3 and dated >= 0.2 * blocks) or (not in_text and gone > 2 * blocks and running < MUCH_TEXT):
            return True
        return region.element is not None and running < MUCH_TEXT and self._has_controls(region.element)

    def _has_controls(self, element: Element) -> bool:
        return any(e.tag in _CONTROLS and e.get("type").lower() not in _TICKED for e in itertools.islice(element.elements(), 400))

    def running(self, region: Region) -> int:
        return self._of("running", region.first, region.last)

    def own_words(self, region: Region) -> int:
        """Words of a region outside its headings and links."""
        return self._of("own words", region.first, region.last)


def _kind_of(element: Element | None) -> tuple[str, str] | None:
    """How an element is made, when that says anything: its tag and class, or the tag alone where it says what the element is."""
    if element is None or (not element.get("class") and element.tag in _SAYS_NOTHING):
        return None
    return element.tag, " ".join(element.get("class").split())


def _text_kinds(regions: Regions, inner: Element | None, beside: list[Region], bad: list[bool], running: int) -> set[tuple[str, str]]:
    """The kinds of elements that hold text here: like the part with the running text, or with much text themselves; not mostly bad."""
    members: dict[tuple[str, str], list[int]] = {}
    for position, region in enumerate(beside):
        kind = _kind_of(region.element)
        if kind is not None:
            members.setdefault(kind, []).append(position)
    like_inner = _kind_of(inner)
    return {
        kind
        for kind, positions in members.items()
        if 2 * sum(bad[p] for p in positions) < len(positions) + (kind == like_inner)
        and (kind == like_inner or sum(regions.running(beside[p]) for p in positions if not bad[p]) >= max(MUCH_TEXT, running / 10))
    }


def text_beside(regions: Regions, parent: Element, inner: Element, heart: Element, title: int | None) -> list[Region]:
    """Which regions beside `inner`, the part with the running text, belong to it.

    title: the block that is the page's title.
    """
    running = regions.running_text(heart)
    everything = regions.beside(parent, inner)
    everything_bad = [regions.is_about_others(region) for region in everything]
    kinds = _text_kinds(regions, inner, everything, everything_bad, running)
    beside = [r for r in everything if not regions.is_gone(r) or (_kind_of(r.element) in kinds and regions.only_headings(r))]
    bad = [regions.is_about_others(region) for region in beside]
    impure = any(b for region, b in zip(beside, bad, strict=True) if not regions.is_gone(region))
    flat_text = sum(regions.running(r) for r, b in zip(beside, bad, strict=True) if r.element is None and not b)
    flat_is_text = flat_text >= max(MUCH_TEXT, running / 10)
    first_inner, _ = regions.span(inner)
    belongs = [
        _kind_of(region.element) in kinds
        or (title is not None and region.first <= title < region.last)
        or (
            not b
            and (
                (region.element is not None and region.element.tag == "header" and parent.tag in _HAVE_A_HEADER)
                or (region.element is None and (flat_is_text or inner is heart) and regions.own_words(region) > 0)
                or regions.running(region) >= max(MUCH_TEXT, running / 5)
                or (not impure and regions.may_be_text(region, first_inner, title))
                or (title is not None and title < region.first < region.last <= first_inner and regions.is_section(region))
            )
        )
        for region, b in zip(beside, bad, strict=True)
    ]
    for position in reversed(range(len(beside))):
        end = beside[position].last
        before_text = end == first_inner or (position + 1 < len(beside) and beside[position + 1].first == end and belongs[position + 1])
        over_title = title is not None and beside[position].last <= title
        if regions.only_headings(beside[position]) and before_text and not over_title:
            belongs[position] = True
    return [region for region, belonging in zip(beside, belongs, strict=True) if belonging]


def boxes_in(regions: Regions, element: Element, title: int | None) -> list[Region]:
    """The boxes about other pages inside a part of the text: those that are not made like the text around them, and do not hold the title."""
    found: list[Region] = []
    waiting = [element]
    while waiting:
        everything = regions.beside(waiting.pop(), None)
        found += _titles_of_others(regions, [region for region in everything if region.element is None])
        inside = [region for region in everything if region.element is not None]
        bad = [regions.is_about_others(region, in_text=True) for region in inside]
        kinds = _text_kinds(regions, None, inside, bad, 0)
        lines = [b for region, b in zip(inside, bad, strict=True) if region.last == region.first + 1]
        are_lines = len(lines) >= LINES_OF_A_SECTION and 2 * sum(lines) <= len(lines)  # of a list, some of them with links
        for region, b in zip(inside, bad, strict=True):
            if (
                b
                and not (are_lines and region.last == region.first + 1)
                and not regions.is_gone(region)
                and _kind_of(region.element) not in kinds
                and not (title is not None and region.first <= title < region.last)
            ):
                found.append(region)
            elif region.element is not None:
                waiting.append(region.element)
    return found


def _titles_of_others(regions: Regions, flat: list[Region]) -> list[Region]:
    """Of the pieces of running text with a heading each: three or more one after the other whose headings lead elsewhere."""
    rows: list[list[Region]] = [[]]
    for region in flat:
        if not (regions.leads(region) and regions.is_about_others(region, in_text=True)):
            rows.append([])
        elif rows[-1] and rows[-1][-1].last != region.first:
            rows.append([region])
        else:
            rows[-1].append(region)
    return [region for row in rows if len(row) >= 3 for region in row]
