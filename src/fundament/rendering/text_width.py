"""How wide a text is in a neutral result entry, in pixels, by the real widths of a neutral font's letters (Public Sans, regular, without kerning)."""

from __future__ import annotations

import json
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

TITLE_SIZE, DESCRIPTION_SIZE = 20, 14  # pixels
OTHER_WIDTH, WIDE_WIDTH, WIDE_FROM = (
    600,
    1000,
    0x1100,
)  # thousandths of the size: of letters that the font lacks; of East Asian ones and signs


@lru_cache(maxsize=1)
def _widths() -> dict[str, int]:
    found: dict[str, int] = json.loads((Path(__file__).parent / "data" / "text_widths.json").read_text(encoding="utf-8"))
    return found


def text_width(text: str, size: int) -> int:
    """Pixels at a size in pixels, white space folded."""
    widths = _widths()
    folded = " ".join(text.split())
    return round(size * sum(widths.get(letter, WIDE_WIDTH if ord(letter) >= WIDE_FROM else OTHER_WIDTH) for letter in folded) / 1000)


@dataclass(frozen=True)
class Entry:
    """Where a neutral result entry is cut off. key: of the screen. title, description: pixels that have room, over all lines."""

    key: str
    title: int
    description: int


ENTRIES = (
    Entry("wide", 600, 960),
    Entry("narrow", 680, 680),
)  # one line of title and two below it; two lines of title and two below it on a narrow screen


def cut_off(text: str, size: int, pixels: int) -> str:
    """What of a text has room, with an ellipsis where it is cut between two words."""
    folded = " ".join(text.split())
    if text_width(folded, size) <= pixels:
        return folded
    words = folded.split(" ")
    while words and text_width(" ".join(words) + " …", size) > pixels:
        words.pop()
    return " ".join(words) + " …" if words else folded[: max(1, len(folded) * pixels // max(1, text_width(folded, size)) - 1)] + "…"
