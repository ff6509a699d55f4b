"""From the element tree to an ordered list of blocks, each with its text, marks and links."""

from __future__ import annotations

import re
from dataclasses import dataclass, field

from fundament.core.language.word_list import word_list
from fundament.core.reading.markup_tree.bounds import MOST_IMAGES, MOST_LINKS, MOST_RAW_BLOCKS
from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.model import Mark
from fundament.core.reading.page.clutter import SKIPPED_TAGS

_INLINE = word_list(
    """
    a abbr acronym b bdi bdo big cite code data del dfn em font i ins kbd label mark nobr q ruby s samp small span button strike strong sub sup time
    tt u var wbr rt rp rb
    """
)
_MARK_OF_TAG = {"b": "bold", "strong": "bold", "i": "italic", "em": "italic", "cite": "italic", "a": "link"}
_HEADINGS = {f"h{level}": level for level in range(1, 7)}
_KIND_OF_TAG = {
    "li": "list_item", "dt": "list_item", "dd": "list_item", "td": "table_cell", "th": "table_cell",
    "blockquote": "quote", "pre": "code", "figcaption": "caption", "caption": "caption",
}  # fmt: skip
_HEADING_TOOL = re.compile(r"^\[?\s*(edit|permalink|link|copy link|#|¶|§|🔗)\s*\]?$", re.IGNORECASE)
_LONGEST_TOOL, _LONGEST_ANCHOR = 40, 2_000  # characters
_LONGEST_LINK = 1_200  # characters of a link around several blocks; a longer one was never closed
_BLOCKS_IN_CELLS = frozenset(["p", "h1", "h2", "h3", "h4", "h5", "h6", "ul", "ol", "div", "table", "blockquote", "section", "article"])


_WITHOUT_SPACES = re.compile(
    r"[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff\u3040-\u30ff\u3400-\u9fff]{1,200}"
)  # scripts of south-east Asia, Japan, China


def rough_words(text: str) -> int:
    """About how many words a text has: those between spaces, and one for every two signs of scripts without spaces."""
    words = len(text.split())
    return words if text.isascii() else words + sum(len(run) for run in _WITHOUT_SPACES.findall(text)) // 2


@dataclass(eq=False)
class RawBlock:
    """A block before it is decided whether it counts."""

    kind: str
    level: int
    text: str
    element: Element
    marks: tuple[Mark, ...] = ()
    link_characters: int = 0
    links: int = 0
    words: int = 0
    goes_on: bool = False  # a further paragraph of a list item

    @property
    def said_kind(self) -> str:
        """Its kind as a block of the page: an item of a list is one block, further paragraphs in it are paragraphs."""
        return "paragraph" if self.goes_on else self.kind


@dataclass
class RawPage:
    """All blocks, images and links of a page with the elements they came from."""

    blocks: list[RawBlock] = field(default_factory=list)
    images: list[Element] = field(default_factory=list)
    links: list[tuple[Element, str]] = field(default_factory=list)
    cut: bool = False  # whether the page has more of one of them than is read


def is_layout_table(table: Element) -> bool:
    """Whether a table only arranges the page: marked so, or with headings, lists or tables in its cells."""
    if table.get("role") in ("presentation", "none"):
        return True
    cells = [c for c in table.find_all("td", "th") if _table_of(c) is table]
    if any(e.tag == "th" for e in cells):
        return False
    heavy = sum(1 for c in cells if any(e.tag in _BLOCKS_IN_CELLS and e is not c for e in c.elements()))
    return heavy > 0 and (len(cells) <= 4 or heavy * 3 >= len(cells))


def _table_of(cell: Element) -> Element | None:
    near = cell.parent
    while near is not None and near.tag != "table":
        near = near.parent
    return near


class _Walker:
    """Walks the tree once and cuts the text into blocks wherever a block-level element begins or ends."""

    def __init__(self) -> None:
        self.page = RawPage()
        self._pieces: list[str] = []
        self._length = 0
        self._marks: list[Mark] = []
        self._links = 0
        self._link_start: int | None = None  # where the link begins that is open, in the block that is being gathered
        self._flushed = 0  # how many blocks were gathered
        self._begun: set[int] = set()  # the list items that have a block

    def walk(self, element: Element, kind: str, level: int, owner: Element) -> None:
        for child in element.children:
            if self._is_full():
                return
            if isinstance(child, str):
                self._add_text(child, keep_lines=kind == "code")
            elif child.tag in SKIPPED_TAGS or (child.tag == "button" and kind != "heading"):
                continue
            elif kind == "heading" and child.tag in ("a", "span", "button", "small") and _HEADING_TOOL.match(child.text(_LONGEST_TOOL)):
                continue  # "[edit]", "#" and the like, which systems hang on headings
            elif child.tag in ("img", "picture", "amp-img"):
                self._image(child)
            elif child.tag == "br":
                self._add_text("\n" if kind == "code" else " ")
            elif child.tag in _INLINE:
                self._inline(child, kind, level, owner)
            elif child.tag == "input" or child.tag == "hr":
                self._flush(kind, level, owner)
            else:
                self._block(child, kind, level, owner)

    def _is_full(self) -> bool:
        page = self.page
        page.cut = page.cut or len(page.blocks) >= MOST_RAW_BLOCKS
        return page.cut

    def _block(self, element: Element, kind: str, level: int, owner: Element) -> None:
        self._flush(kind, level, owner)
        inner_kind, inner_level = self._kind_inside(element, kind, level)
        self.walk(element, inner_kind, inner_level, element)
        self._flush(inner_kind, inner_level, element)

    def _kind_inside(self, element: Element, kind: str, level: int) -> tuple[str, int]:
        tag = element.tag
        if tag in _HEADINGS:
            return "heading", _HEADINGS[tag]
        if element.get("role") == "heading":
            stated = element.get("aria-level")
            return "heading", int(stated) if stated.isdigit() and 1 <= int(stated) <= 6 else 2
        if tag == "table":
            return ("paragraph" if is_layout_table(element) else "table_cell"), 0
        if tag in ("td", "th"):
            return (kind if kind in ("paragraph", "quote") else "table_cell"), 0
        if tag in _KIND_OF_TAG:
            return _KIND_OF_TAG[tag], 0
        return kind, level

    def _inline(self, element: Element, kind: str, level: int, owner: Element) -> None:
        mark = _MARK_OF_TAG.get(element.tag, "")
        if mark == "link":
            self._link(element, kind, level, owner)
            return
        start, flushed = self._length, self._flushed
        self.walk(element, kind, level, owner)
        start = start if flushed == self._flushed else 0
        if mark and self._length > start:
            self._marks.append(Mark(mark, start, self._length))

    def _link(self, element: Element, kind: str, level: int, owner: Element) -> None:
        """A link, which may stand around several blocks: each of them is linked."""
        text = element.text(_LONGEST_ANCHOR)[:_LONGEST_ANCHOR]
        self._links += 1
        if len(self.page.links) < MOST_LINKS:
            self.page.links.append((element, text))
        outer, self._link_start = self._link_start, self._length if element.get("href") and len(text) <= _LONGEST_LINK else None
        start, flushed = self._length, self._flushed
        self.walk(element, kind, level, owner)
        begin = start if flushed == self._flushed else self._link_start
        if begin is not None and self._length > begin:
            self._marks.append(Mark("link", begin, self._length))
        self._link_start = outer if flushed == self._flushed or outer is None else 0

    def _image(self, element: Element) -> None:
        if len(self.page.images) < MOST_IMAGES:
            self.page.images += element.find_all("img", "amp-img")

    def _add_text(self, text: str, keep_lines: bool = False) -> None:
        if keep_lines:
            self._pieces.append(text)
            self._length += len(text)
            return
        folded = " ".join(text.split())
        if not folded:
            if text and self._length and not self._ends_with_space():
                self._push(" ")
            return
        if text[0].isspace() and self._length and not self._ends_with_space():
            folded = " " + folded
        if text[-1].isspace():
            folded += " "
        self._push(folded)

    def _push(self, text: str) -> None:
        self._pieces.append(text)
        self._length += len(text)

    def _ends_with_space(self) -> bool:
        return bool(self._pieces) and self._pieces[-1][-1:].isspace()

    def _goes_on(self, kind: str, owner: Element) -> bool:
        """Whether the block goes on with a list item that has one already."""
        if kind != "list_item":
            return False
        item: Element | None = owner
        while item is not None and item.tag not in ("li", "dt", "dd"):
            item = item.parent
        if item is None or id(item) not in self._begun:
            self._begun.add(id(item))
            return False
        return True

    def _flush(self, kind: str, level: int, owner: Element) -> None:
        if not self._pieces:
            self._marks, self._links = [], 0
            return
        self._flushed += 1
        if self._link_start is not None:
            if self._length > self._link_start:
                self._marks.append(Mark("link", self._link_start, self._length))
                self._links = max(self._links, 1)
            self._link_start = 0
        whole = "".join(self._pieces)
        text = whole.strip() if kind != "code" else whole.strip("\n")
        if text:
            shift = len(whole) - len(whole.lstrip() if kind != "code" else whole.lstrip("\n"))
            marks = tuple(
                Mark(m.kind, max(0, m.start - shift), min(len(text), m.end - shift))
                for m in self._marks
                if min(len(text), m.end - shift) > max(0, m.start - shift)
            )
            linked = sum(m.end - m.start for m in marks if m.kind == "link")
            self.page.blocks.append(
                RawBlock(
                    kind, level, text, owner, marks, min(linked, len(text)), self._links, rough_words(text), self._goes_on(kind, owner)
                )
            )
        self._pieces, self._length, self._marks, self._links = [], 0, [], 0


def extract_blocks(body: Element) -> RawPage:
    """Cut everything below `body` into blocks, in document order; nothing is left out here but code and controls."""
    walker = _Walker()
    walker.walk(body, "paragraph", 0, body)
    walker._flush("paragraph", 0, body)
    return walker.page
