"""What main-content extraction is measured by, and the other extractors it is compared with."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import lxml.html

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


def _of_html(html: str | None) -> Extracted:
    if not html or not html.strip():
        return Extracted("", ())
    tree = lxml.html.fromstring(html)
    headings = [(int(e.tag[1]), e.text_content()) for e in tree.iter("h1", "h2", "h3", "h4", "h5", "h6")]
    return Extracted(" ".join(tree.itertext()), tuple(headings))


def _trafilatura(html: str, url: str) -> Extracted:
    import trafilatura

    found = trafilatura.extract(html, url=url, output_format="html", include_formatting=True, include_tables=True, include_comments=False)
    return _of_html(found)


def _readability(html: str, url: str) -> Extracted:
    from readability import Document

    return _of_html(Document(html).summary())


def _justext(html: str, url: str) -> Extracted:
    import justext

    kept = [p for p in justext.justext(html.encode(), justext.get_stoplist("English"), encoding="utf-8") if not p.is_boilerplate]
    return Extracted(
        "\n".join(p.text for p in kept), tuple((int(p.dom_path[-1]), p.text) for p in kept if p.is_heading and p.dom_path[-1].isdigit())
    )


def _resiliparse(html: str, url: str) -> Extracted:
    from resiliparse.extract.html2text import extract_plain_text

    text = extract_plain_text(html, main_content=True, preserve_formatting=True, list_bullets=False, links=False, alt_texts=False)
    # it gives text only; a heading counts as found when a line is exactly one of the page's
    lines = {fold(line) for line in text.splitlines()}
    all_headings = [(int(e.tag[1]), e.text_content()) for e in lxml.html.fromstring(html).iter("h1", "h2", "h3", "h4", "h5", "h6")]
    return Extracted(text, tuple(h for h in all_headings if fold(h[1]) in lines))


EXTRACTORS: dict[str, Callable[[str, str], Extracted]] = {
    "fundament": ours,
    "trafilatura": _trafilatura,
    "readability-lxml": _readability,
    "justext": _justext,
    "resiliparse": _resiliparse,
}
