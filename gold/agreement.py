"""How well what was read of a page agrees with the truth: its main text and its headings."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.reading.read_page import read_page

_TOKEN = re.compile(r"\w+")
_HEADING_END = re.compile(r"[\s¶#§]+$")


@dataclass(frozen=True)
class Extracted:
    """The main text and the headings (level, text) in order."""

    text: str
    headings: tuple[tuple[int, str], ...]


@dataclass(frozen=True)
class Agreement:
    """Shares 0..1: of the text found that is right, of the right text that was found, of the headings found in their order."""

    precision: float
    recall: float
    heading_recall: float
    heading_precision: float

    @property
    def f1(self) -> float:
        return 2 * self.precision * self.recall / (self.precision + self.recall) if self.precision + self.recall else 0.0


def fold(text: str) -> str:
    """A heading without permalink signs and white space, in small letters."""
    return " ".join(_HEADING_END.sub("", text).lower().split())


def longest_common(first: Sequence[str], second: Sequence[str]) -> int:
    """Length of the longest common subsequence: headings found, in the right order."""
    row = [0] * (len(second) + 1)
    for left in first:
        diagonal = 0
        for n, right in enumerate(second, 1):
            diagonal, row[n] = row[n], diagonal + 1 if left == right else max(row[n], row[n - 1])
    return row[-1]


def agreement(truth: Extracted, found: Extracted) -> Agreement:
    """How well an extraction agrees with the truth; tokens are compared as bags, headings as sequences."""
    right, got = Counter(_TOKEN.findall(truth.text.lower())), Counter(_TOKEN.findall(found.text.lower()))
    shared = sum((right & got).values())
    headings, found_headings = [fold(t) for _, t in truth.headings], [fold(t) for _, t in found.headings]
    common = longest_common(headings, found_headings)
    return Agreement(
        shared / sum(got.values()) if got else float(not right),
        shared / sum(right.values()) if right else 1.0,
        common / len(headings) if headings else 1.0,
        common / len(found_headings) if found_headings else 1.0,
    )


def ours(html: str, url: str) -> Extracted:
    reading = read_page(html, url)
    return Extracted("\n".join(b.text for b in reading.main_blocks()), tuple((b.level, b.text) for b in reading.headings()))
