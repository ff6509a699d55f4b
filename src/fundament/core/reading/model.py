"""What was read of one address at one time."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.message import Message
from fundament.core.version import READING_VERSION

PAGE_KINDS = ("article", "product", "category", "forum", "video", "encyclopaedia", "home", "other")


@dataclass(frozen=True)
class Mark:
    """A stretch of a block's text, as character offsets, that is bold, italic or a link."""

    kind: str  # "bold", "italic" or "link"
    start: int
    end: int


@dataclass(frozen=True)
class Block:
    """A heading, paragraph, list item, ... in document order.

    kind: "heading", "paragraph", "list_item", "table_cell", "quote", "code" or "caption".
    level: 1 to 6 for headings, 0 for everything else.
    main: whether it counts as main content; `left_out` says why not ("" when it counts), as one of `clutter.LEFT_OUT`.
    key: in a draft the block's own id, which survives editing; of a page's blocks see `block_keys`.
    """

    kind: str
    level: int
    text: str
    main: bool = True
    left_out: str = ""
    marks: tuple[Mark, ...] = ()
    key: str = ""


@dataclass(frozen=True)
class Image:
    """An image; `alt` is None when the attribute is missing. near: the numbers of the blocks it stands in or beside; it counts when one of them does."""

    address: str
    alt: str | None
    near: tuple[int, ...] = ()


@dataclass(frozen=True)
class Link:
    """A link with its anchor text. near: as of images."""

    address: str
    anchor: str
    internal: bool
    near: tuple[int, ...] = ()


@dataclass(frozen=True)
class Evidence:
    """Why a page is taken for one of some kind: what was found, and how much it says (points)."""

    kind: str
    found: Message
    points: float


@dataclass(frozen=True)
class Reading:
    """One page as it was read. `word_count`, `images` and `links` are of the main content only; other_images and other_links stand by blocks that do not
    count."""

    url: str
    title: str
    description: str
    language: str
    blocks: tuple[Block, ...]
    word_count: int
    images: tuple[Image, ...] = ()
    links: tuple[Link, ...] = ()
    canonical: str = ""
    robots: str = ""
    published: str = ""
    modified: str = ""
    structured_types: tuple[str, ...] = ()
    kind: str = "other"
    kind_evidence: tuple[Evidence, ...] = ()
    size_bytes: int = 0
    notes: tuple[Message, ...] = ()
    content_hash: str = ""
    version: str = READING_VERSION
    other_images: tuple[Image, ...] = ()
    other_links: tuple[Link, ...] = ()
    makers: tuple[str, ...] = ()

    def main_blocks(self) -> tuple[Block, ...]:
        """The blocks that count."""
        return tuple(block for block in self.blocks if block.main)

    def headings(self) -> tuple[Block, ...]:
        """The headings that count, in document order."""
        return tuple(block for block in self.blocks if block.main and block.kind == "heading")
