"""Reading of real web pages against labels made by hand before any output was seen.

    ./fundament bench outside.web_pages [--half tuned|reported|later] [--alone] [--worst N]
The labels say which segments (see `segments`) are the page's own text, and which may count either way (bylines, captions, pull quotes).
Every second page, by the order of their hashes, may be tuned on; the others are only reported. Those labelled "later" were tried when all else
was done; one of them (a page made of features) was mended for afterwards.
"""

from __future__ import annotations

import argparse
import json
import re
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from statistics import mean

from bench.extraction import EXTRACTORS, extract
from bench.outside.collections import web_pages
from bench.outside.segments import Segment, segments
from fundament.core.reading.markup_tree.decode import decode_html
from gold.agreement import Extracted, fold

LABELS = Path(__file__).with_name("labels") / "web_pages.json"
_TOKEN = re.compile(r"\w+")


@dataclass(frozen=True)
class Truth:
    main: list[Segment]
    either: list[Segment]


@dataclass(frozen=True)
class Found:
    """Shares 0..1 for the text; counts for the headings."""

    precision: float
    recall: float
    headings_true: int
    headings_found: int
    headings_let_in: tuple[str, ...]
    headings_lost: tuple[str, ...]
    words_let_in: int

    @property
    def f1(self) -> float:
        return 2 * self.precision * self.recall / (self.precision + self.recall) if self.precision + self.recall else 0.0


def numbers(ranges: str) -> list[int]:
    """The numbers in "2-3,7"."""
    found: list[int] = []
    for part in filter(None, ranges.split(",")):
        first, _, last = part.partition("-")
        found += range(int(first), int(last or first) + 1)
    return found


def half_of(keys: Iterable[str], half: str) -> list[str]:
    """Every second of the keys in their order: "tuned" the first ones, "reported" the others; "" all."""
    ordered = sorted(keys)
    return ordered if not half else ordered[0 if half == "tuned" else 1 :: 2]


def _tokens(text: str) -> Counter[str]:
    return Counter(_TOKEN.findall(text.lower()))


def compare(truth: Truth, found: Extracted) -> Found:
    """What agrees; text and headings that may count either way are neither wanted nor blamed."""
    right, allowed = _tokens(" ".join(s.text for s in truth.main)), _tokens(" ".join(s.text for s in truth.either))
    got = _tokens(found.text)
    shared = sum((right & got).values())
    wrong = sum(((got - right) - allowed).values())
    wanted = Counter(fold(s.text) for s in truth.main if s.level)
    either = {fold(s.text) for s in truth.either} | {fold(s.text) for s in truth.main}
    said = Counter(fold(text) for _, text in found.headings if fold(text))
    let_in = [t for t in (said - wanted).elements() if t not in either]
    lost = list((wanted - said).elements())
    return Found(
        shared / (shared + wrong) if shared + wrong else 0.0,
        shared / sum(right.values()) if right else 1.0,
        sum(wanted.values()), sum((wanted & said).values()), tuple(let_in), tuple(lost), wrong,
    )  # fmt: skip


def main() -> None:
    report("bench outside.web_pages", web_pages(), json.loads(LABELS.read_text()))


def report(program: str, pages: dict[str, bytes], labels: dict[str, dict[str, str]]) -> None:
    """What the command line asks for, of the pages that have labels."""
    parser = argparse.ArgumentParser(prog=program)
    parser.add_argument("--half", choices=["tuned", "reported", "later", ""], default="")
    parser.add_argument("--alone", action="store_true")
    parser.add_argument("--worst", type=int, default=0, help="not shown of the reported half")
    options = parser.parse_args()
    names = ["fundament"] if options.alone else list(EXTRACTORS)
    later = {key for key, label in labels.items() if label.get("later")}
    for half in [options.half] if options.half else ["tuned", "reported", *(["later"] if later else [])]:
        keys = sorted(later) if half == "later" else half_of(labels.keys() - later, half)
        results: dict[str, list[Found]] = {name: [] for name in names}
        rows: list[tuple[float, str, str, Found]] = []
        for key in keys:
            html = decode_html(pages[key], "")[0]
            all_segments = segments(html)
            truth = Truth(*([all_segments[n] for n in numbers(labels[key][part])] for part in ("main", "either")))
            for name in names:
                extracted = extract(name, html, "https://www.publisher.example/page", key)
                results[name].append(compare(truth, extracted))
                if name == "fundament":
                    rows.append((results[name][-1].f1, key, truth.main[0].text[:50], results[name][-1]))
        print(f"{half}: {len(keys)} pages")
        for name in names:
            all_of = results[name]
            found, let_in = sum(r.headings_found for r in all_of), sum(len(r.headings_let_in) for r in all_of)
            print(
                f"  {name:18} text F1 {mean(r.f1 for r in all_of):.3f} (precision {mean(r.precision for r in all_of):.3f}, "
                f"recall {mean(r.recall for r in all_of):.3f}), headings: recall {found / sum(r.headings_true for r in all_of):.3f}, "
                f"precision {found / max(1, found + let_in):.3f} ({let_in} let in), words let in {sum(r.words_let_in for r in all_of)}"
            )
        if half != "reported":
            for value, key, title, result in sorted(rows, key=lambda r: r[0])[: options.worst]:
                print(
                    f"{value:.3f} {key} {title!r} precision {result.precision:.3f} recall {result.recall:.3f} let in {result.words_let_in} words"
                )
                print(
                    f"      headings let in {[h[:30] for h in result.headings_let_in[:6]]} lost {[h[:30] for h in result.headings_lost[:6]]}"
                )


if __name__ == "__main__":
    main()
