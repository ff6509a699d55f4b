"""The images and links of a page, each with the blocks it stands in or beside."""

from __future__ import annotations

from fundament.core.reading.addresses import joined, parts_of, site_of
from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.model import Image, Link
from fundament.core.reading.page.blocks import RawPage

NEAR_LEVELS = 4
MOST_NEAR = 8


class _Beside:
    """Which blocks an element stands in or beside; what stands beside is looked up once for all children of an element."""

    def __init__(self, raw: RawPage) -> None:
        self._homes: dict[int, list[int]] = {}  # the numbers of the blocks that each element, by its id, holds
        for number, block in enumerate(raw.blocks):
            self._homes.setdefault(id(block.element), []).append(number)
        self._around: dict[int, dict[int, tuple[int, ...]]] = {}

    def near(self, element: Element) -> tuple[int, ...]:
        """The blocks an image or link stands in; else the closest before and after it, up to NEAR_LEVELS elements further out; empty when there are none."""
        inner: Element | None = None
        near: Element | None = element
        for _ in range(NEAR_LEVELS):
            if near is None or near.tag in ("body", "html"):
                break
            if id(near) in self._homes:
                return tuple(self._homes[id(near)][:MOST_NEAR])
            found = self._around_children(near).get(id(inner), ())
            if found:
                return found
            inner, near = near, near.parent
        return ()

    def _around_children(self, parent: Element) -> dict[int, tuple[int, ...]]:
        """For each child, by its id, the last block of the closest sibling before it and the first of the closest one after. None stands for no child."""
        known = self._around.get(id(parent))
        if known is not None:
            return known
        children = [child for child in parent.children if isinstance(child, Element)]
        firsts: dict[int, tuple[int, ...]] = {}
        after: tuple[int, ...] = ()
        for child in reversed(children):
            firsts[id(child)] = after
            after = tuple(self._homes[id(child)][:1]) if id(child) in self._homes else after
        later = (child for child in parent.children[1:] if isinstance(child, Element))
        around = {id(None): next((tuple(self._homes[id(child)][:1]) for child in later if id(child) in self._homes), ())}
        before: tuple[int, ...] = ()
        for child in children:
            around[id(child)] = (*before, *firsts[id(child)])
            before = tuple(self._homes[id(child)][-1:]) if id(child) in self._homes else before
        self._around[id(parent)] = around
        return around


def images_of(raw: RawPage, url: str) -> list[Image]:
    """The images of a page at the address `url`, but those of a point's size."""
    beside = _Beside(raw)
    images: list[Image] = []
    for element in raw.images:
        source = element.get("src") or element.get("data-src")
        if element.get("width") in ("0", "1") or element.get("height") in ("0", "1"):
            continue
        alt = " ".join(element.get("alt").split()) if "alt" in element.attributes else None
        address = joined(url, source) if source and not source.startswith("data:") else ""
        images.append(Image(address, alt, beside.near(element)))
    return images


def links_of(raw: RawPage, url: str) -> list[Link]:
    """The links of a page at the address `url` that lead to a page, internal or not."""
    host = site_of(url)
    beside = _Beside(raw)
    links: list[Link] = []
    for element, anchor in raw.links:
        target = element.get("href").strip()
        if not target or target.startswith(("#", "javascript:", "data:")):
            continue
        address = joined(url, target)
        if address and parts_of(address).scheme in ("http", "https", ""):
            links.append(Link(address, anchor, site_of(address) == host, beside.near(element)))
    return links
