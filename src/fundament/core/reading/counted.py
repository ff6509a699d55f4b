"""How much of the main content counts: up to MOST_BLOCKS blocks, MOST_WORDS words and MOST_TEXT characters, from the beginning."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from fundament.core.language.words import count_words, end_of_words
from fundament.core.message import Message, message
from fundament.core.reading.markup_tree.bounds import MOST_BLOCKS, MOST_TEXT, MOST_WORDS
from fundament.core.reading.model import Block, Mark

BEYOND = "beyond what is read of a page"


def counted_blocks(blocks: Iterable[Block]) -> tuple[tuple[Block, ...], tuple[Message, ...]]:
    """The blocks with those beyond a bound left out (BEYOND), the one that goes over a bound shortened; and a note when something was cut."""
    found: list[Block] = []
    count, words, characters, is_cut = 0, 0, 0, False
    for block in blocks:
        if not block.main:
            found.append(block)
            continue
        if count == MOST_BLOCKS or words >= MOST_WORDS or characters >= MOST_TEXT:
            found.append(replace(block, main=False, left_out=BEYOND))
            is_cut = True
            continue
        if len(block.text) > MOST_TEXT - characters or count_words(block.text) > MOST_WORDS - words:
            end = end_of_words(block.text[: MOST_TEXT - characters], MOST_WORDS - words)
            block, is_cut = _shortened(block, end), True
        count, words, characters = count + 1, words + count_words(block.text), characters + len(block.text)
        found.append(block)
    return tuple(found), (message("reading.cut_text", words=MOST_WORDS, blocks=MOST_BLOCKS),) if is_cut else ()


def _shortened(block: Block, end: int) -> Block:
    marks = tuple(Mark(mark.kind, mark.start, min(mark.end, end)) for mark in block.marks if mark.start < end)
    return replace(block, text=block.text[:end], marks=marks)
