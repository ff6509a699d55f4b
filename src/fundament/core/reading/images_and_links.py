"""The images and links of a page, each with the blocks it stands in or beside."""

from __future__ import annotations

from fundament.core.reading.addresses import joined, parts_of, site_of
from fundament.core.reading.blocks import RawPage
from fundament.core.reading.model import Image, Link
from fundament.core.reading.tree import Element

NEAR_LEVELS = 4
MOST_NEAR = 8


def _homes(raw: RawPage) -> dict[int, list[int]]:
    """The numbers of the blocks that each element, by its id, holds."""
    homes: dict[int, list[int]] = {}
    for number, block in enumerate(raw.blocks):
        homes.setdefault(id(block.element), []).append(number)
    return homes


def _near(element: Element, homes: dict[int, list[int]]) -> tuple[int, ...]:
    """The blocks an image or link stands in; else the closest before and after it, up to NEAR_LEVELS elements further out; empty when there are none."""
    inner: Element | None = None
    near: Element | None = element
    for _ in range(NEAR_LEVELS):
        if near is None or near.tag in ("body", "html"):
            break
        if id(near) in homes:
            return tuple(homes[id(near)][:MOST_NEAR])
        place = next((n for n, child in enumerate(near.children) if child is inner), 0)
        beside = [
            next((homes[id(child)] for child in side if isinstance(child, Element) and id(child) in homes), [])
            for side in (near.children[:place][::-1], near.children[place + 1 :])
        ]
        if any(beside):
            return (*beside[0][-1:], *beside[1][:1])
        inner, near = near, near.parent
    return ()


def images_of(raw: RawPage, url: str) -> list[Image]:
    """The images of a page at the address `url`, but those of a point's size."""
    homes = _homes(raw)
    images: list[Image] = []
    for element in raw.images:
        source = element.get("src") or element.get("data-src")
        if element.get("width") in ("0", "1") or element.get("height") in ("0", "1"):
            continue
        alt = " ".join(element.get("alt").split()) if "alt" in element.attributes else None
        address = joined(url, source) if source and not source.startswith("data:") else ""
        images.append(Image(address, alt, _near(element, homes)))
    return images


def links_of(raw: RawPage, url: str) -> list[Link]:
    """The links of a page at the address `url` that lead to a page, internal or not."""
    host = site_of(url)
    homes = _homes(raw)
    links: list[Link] = []
    for element, anchor in raw.links:
        target = element.get("href").strip()
        if not target or target.startswith(("#", "javascript:", "data:")):
            continue
        address = joined(url, target)
        if address and parts_of(address).scheme in ("http", "https", ""):
            links.append(Link(address, anchor, site_of(address) == host, _near(element, homes)))
    return links
