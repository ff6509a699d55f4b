"""Reading of 258 pages of news whose titles and texts others have said.

    ./fundament bench outside.news [--half tuned|reported] [--alone] [--worst N]
The truth has no captions, lines of authors and boxes, which ours keep in part, so nothing reaches 1. Every second page, by the order of their names, may be
looked at; the others are only reported.
"""

from __future__ import annotations

import argparse
from statistics import mean

from bench.extraction import EXTRACTORS, extract
from bench.outside.collections import news
from gold.agreement import Extracted, agreement


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench outside.news")
    parser.add_argument("--half", choices=["tuned", "reported", ""], default="")
    parser.add_argument("--alone", action="store_true")
    parser.add_argument("--worst", type=int, default=0, help="shown of the half that may be looked at only")
    options = parser.parse_args()
    pages = news()
    for number, half in enumerate(["tuned", "reported"]):
        if options.half not in ("", half):
            continue
        chosen = pages[number::2]
        print(f"{half}: {len(chosen)} pages")
        for name in ["fundament"] if options.alone else list(EXTRACTORS):
            figures = []
            for page, html, truth in chosen:
                found = extract(name, html.decode("utf-8", "replace"), "https://www.publisher.example/page", page)
                words = agreement(Extracted(truth, ()), found)
                figures.append((words.f1, words.precision, words.recall, page))
            f1, precision, recall = (mean(figure[part] for figure in figures) for part in range(3))
            print(f"  {name:18} text F1 {f1:.3f} (precision {precision:.3f}, recall {recall:.3f})")
            if name == "fundament" and half == "tuned":
                for figure in sorted(figures)[: options.worst]:
                    print("    {:.3f} ({:.3f}, {:.3f}) {}".format(*figure))


if __name__ == "__main__":
    main()
