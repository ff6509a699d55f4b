"""Yardstick building: from fetched pages with nothing cached, and again with readings at hand (a competitor switched off).

    ./fundament bench yardstick [--analysts 2] [--pages 20] [--words 2000]
Twenty pages of about 2,000 words with about fifteen headings, made by joining the demo's texts, no sentence the same on two pages. Prints
seconds, with the memory at its highest.
"""

from __future__ import annotations

import argparse
import re
import resource
import time
from concurrent.futures import ProcessPoolExecutor

from bench.material import KEYWORD, keywords_by_yake, quantiles
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.language.analysis import take_over
from fundament.core.reading.read_page import read_page
from fundament.core.warm import warm_for_analysis, warm_for_building, warm_for_reading
from fundament.core.yardstick.model import ComparedPage
from fundament.web.sites import analysts
from standins.makes import MAKES, render
from standins.sheets import Sheet, read_folder

PAGES, WORDS = 20, 2000
KEEP_HEADING = 3  # of the joined texts' many short sections every third keeps its heading
# one word for each page, said among all others of its sentences, so that no cache kept by text helps from page to page and none is a copy of another
OWN_WORDS = [
    "usually", "often", "mostly", "rarely", "commonly", "normally", "generally", "typically", "traditionally", "occasionally", "frequently", "seldom",
    "perhaps", "certainly", "probably", "clearly", "simply", "evidently", "reportedly", "locally", "roughly", "largely",
    "partly", "surely", "plainly", "ideally", "formerly", "presently", "regularly", "elsewhere",
]  # fmt: skip
_SIX_WORDS = re.compile(r"((?:[A-Za-z]+ ){6})")


def long_sheets(pages: int = PAGES, words: int = WORDS) -> list[Sheet]:
    """Sheets of about so many words; every one begins at another text and has a make of its own."""
    texts = [s for s in read_folder("repointing") if s.get("kind") == "article"]
    makes = [name for name in MAKES if name not in ("forum", "product", "category", "video")]
    sheets = []
    for number in range(pages):
        parts: list[str] = []
        at = number
        while sum(len(part.split()) for part in parts) < words:
            text = texts[at % len(texts)].text
            parts.append(text if not parts else text.partition("\n")[2])
            at += 3
        text = "\n".join(parts)
        pieces = re.split(r"(?m)^(#{2,3} .*\n)", text)  # text, heading, text, ...
        text = "".join(piece for place, piece in enumerate(pieces) if place % 2 == 0 or place // 2 % KEEP_HEADING == 0)
        lines, count = [], 0
        for line in text.split("\n"):
            if count < words:
                lines.append(line if line.startswith("#") else _SIX_WORDS.sub(rf"\1{OWN_WORDS[number]} ", line))
                count += len(lines[-1].split())
        text = "\n".join(lines)
        head = {**texts[number % len(texts)].head, "address": f"https://page-{number}.example/a", "make": makes[number % len(makes)]}
        sheets.append(Sheet(head, text))
    return sheets


def seconds_of_yake(texts: list[str], processes: int) -> float:
    with ProcessPoolExecutor(processes) as pool:
        list(pool.map(keywords_by_yake, ["A text to begin with, so that what is timed below finds it loaded."] * 2 * processes))
        begin = time.perf_counter()
        list(pool.map(keywords_by_yake, texts))
        return time.perf_counter() - begin


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench yardstick")
    parser.add_argument(
        "--analysts", type=int, default=2, help="processes that analyse pages beside this one, as the worker has them (1: none)"
    )
    parser.add_argument("--pages", type=int, default=PAGES, choices=range(8, len(OWN_WORDS) + 1), metavar="8..30")
    parser.add_argument("--words", type=int, default=WORDS, help="of each page, about; above 6,000 a page says some of its texts twice")
    options = parser.parse_args()
    sources = [(sheet.address, render(sheet)) for sheet in long_sheets(options.pages, options.words)]
    started = time.perf_counter()
    analysts.start(options.analysts)
    warm_for_building()
    warm_for_reading()
    if options.analysts < 2:
        warm_for_analysis()
    # each analyst gets a page to begin with, so that what is timed below finds the models loaded, as in a worker that has been running
    first = [read_page(f"<p>A page {number} to begin with, at Ashlar Trust.</p>", "") for number in range(2 * options.analysts)]
    for job in [analysts.analysis_of(0, reading) for reading in first]:
        job.result()
    loaded = time.perf_counter()
    # as the worker does it: each page read and analysed by one of the processes
    jobs = [analysts.page_read(0, html.encode(), address, "utf-8") for address, html in sources]
    done = [job.result() for job in jobs]
    for page in done:
        take_over(page.sentences, page.reading.language)
    pages = [ComparedPage(n, page.reading, page.analysis) for n, page in enumerate(done, 1) if page.analysis is not None]
    analysed = time.perf_counter()
    consensus = build_consensus(pages, KEYWORD)
    built = time.perf_counter()
    decide(consensus)
    aimed = time.perf_counter()
    words = sum(page.reading.word_count for page in pages)
    print(
        f"{len(pages)} pages, {words} words, nothing cached, analysts beside this process: {options.analysts if options.analysts > 1 else 'none'}"
    )
    for name, seconds in (
        ("load the models", loaded - started), ("read and analyse", analysed - loaded), ("build", built - analysed), ("decide", aimed - built), ("all but loading", aimed - loaded),
    ):  # fmt: skip
        print(f"{name:20} {seconds:6.2f} s")
    again, aims = [], []
    for left_out in range(7):
        kept = [page for n, page in enumerate(pages) if n != left_out]
        begin = time.perf_counter()
        one = build_consensus(kept, KEYWORD)
        middle = time.perf_counter()
        decide(one, decisions=Decisions(planned_words=1_500))
        again.append(middle - begin)
        aims.append(time.perf_counter() - middle)
    print(
        "readings cached, one competitor switched off: build median {:.2f} s, p95 {:.2f} s; decide median {:.3f} s".format(
            *quantiles(again), quantiles(aims)[0]
        )
    )
    analysts.stop()
    yake = seconds_of_yake(["\n".join(block.text for block in page.reading.main_blocks()) for page in pages], options.analysts)
    print(f"YAKE on the same texts, as many processes: {yake:.2f} s; this is {(aimed - loaded) / yake:.2f} of it")
    own, analyst = (resource.getrusage(who).ru_maxrss / 1024 for who in (resource.RUSAGE_SELF, resource.RUSAGE_CHILDREN))
    print(f"memory at its highest: {own:.0f} MB" + (f", and {analyst:.0f} MB in the largest analyst" if options.analysts > 1 else ""))


if __name__ == "__main__":
    main()
