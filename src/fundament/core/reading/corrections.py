"""What counts of a page, corrected after it was read: by hand, or because the same words stand on other pages of its site."""

from __future__ import annotations

import hashlib
import itertools
from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import TypeVar

from fundament.core.language.words import count_words
from fundament.core.reading.addresses import site_of
from fundament.core.reading.block_keys import block_keys
from fundament.core.reading.model import Block, Image, Link, Reading

Thing = TypeVar("Thing", Image, Link)
BY_HAND = "left out by hand"
REPEATED = "repeats over the site's pages"
LEAST_PAGES = 2  # of one site, on which a block stands to be held for furniture
MOST_REPEATED = 0.5  # of a page's words; if more repeats, the pages are the same text at two addresses


def overruled(reading: Reading, decisions: Mapping[str, bool]) -> Reading:
    """The reading with a person's decisions: key of a block (`block_keys`) -> whether it counts. Keys that no block has are passed over.

    A block that is taken in loses its reason; one that is left out gets BY_HAND. Images and links go with the blocks they stand by.
    """
    blocks = list(reading.blocks)
    for number, key in enumerate(block_keys(blocks)):
        counts = decisions.get(key)
        if counts is not None and blocks[number].main != counts:
            blocks[number] = replace(blocks[number], main=counts, left_out="" if counts else BY_HAND)
    return with_blocks(reading, blocks)


def with_blocks(reading: Reading, blocks: Sequence[Block]) -> Reading:
    """The reading with other blocks: its words, images and links are counted anew, and its hash tells it from the one it was made of."""
    if tuple(blocks) == reading.blocks:
        return reading
    flags = "".join("1" if block.main else "0" for block in blocks)
    images, other_images = by_place((*reading.images, *reading.other_images), blocks)
    links, other_links = by_place((*reading.links, *reading.other_links), blocks)
    return replace(
        reading,
        blocks=tuple(blocks),
        images=images,
        links=links,
        other_images=other_images,
        other_links=other_links,
        word_count=sum(count_words(block.text) for block in blocks if block.main),
        content_hash=hashlib.sha256(f"{reading.content_hash} {flags}".encode()).hexdigest(),
    )


def by_place(found: Iterable[Thing], blocks: Sequence[Block]) -> tuple[tuple[Thing, ...], tuple[Thing, ...]]:
    """Images or links by whether a block they stand by counts: those that count, and the others, each in document order.

    Those of which no block is known, as in readings of earlier versions, count.
    """
    ordered = sorted(found, key=lambda thing: thing.near)
    counts = [not thing.near or any(blocks[number].main for number in thing.near) for thing in ordered]
    return tuple(itertools.compress(ordered, counts)), tuple(itertools.compress(ordered, [not count for count in counts]))


def without_repeated(readings: Sequence[Reading]) -> list[Reading]:
    """The readings without what repeats over several pages of one site, such as a closing appeal or a box about the firm.

    A heading goes only together with all that stands below it. Pages of which most repeats are left as they are.
    """
    by_site: dict[str, list[int]] = defaultdict(list)
    for number, reading in enumerate(readings):
        site = site_of(reading.url)
        if site:
            by_site[site].append(number)
    result = list(readings)
    for numbers in by_site.values():
        if len({readings[n].url for n in numbers}) < LEAST_PAGES:
            continue
        on_pages = Counter(text for n in numbers for text in {_folded(b) for b in readings[n].main_blocks()})
        repeated = {text for text, count in on_pages.items() if count >= max(LEAST_PAGES, len(numbers) / 2)}
        for n in numbers:
            result[n] = _without(readings[n], repeated)
    return result


def _folded(block: Block) -> tuple[str, str]:
    return block.kind, " ".join(block.text.lower().split())


def _without(reading: Reading, repeated: set[tuple[str, str]]) -> Reading:
    goes = [block.main and block.kind != "heading" and _folded(block) in repeated for block in reading.blocks]
    words = sum(count_words(b.text) for b, out in zip(reading.blocks, goes, strict=True) if out)
    if not words or words > MOST_REPEATED * reading.word_count:
        return reading
    for number in range(len(reading.blocks) - 1, -1, -1):
        block = reading.blocks[number]
        if block.main and block.kind == "heading" and _folded(block) in repeated:
            goes[number] = _nothing_below(reading.blocks, goes, number)
    blocks = [replace(b, main=False, left_out=REPEATED) if out else b for b, out in zip(reading.blocks, goes, strict=True)]
    return with_blocks(reading, blocks)


def _nothing_below(blocks: Sequence[Block], goes: Sequence[bool], number: int) -> bool:
    """Whether something stands below the heading and all of it goes."""
    some = False
    for block, out in zip(blocks[number + 1 :], goes[number + 1 :], strict=True):
        if block.kind == "heading" and block.main and block.level <= blocks[number].level:
            break
        if block.main:
            if not out:
                return False
            some = True
    return some
