"""What the benchmarks measure on: the demo pages and their yardstick."""

from __future__ import annotations

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from standins.makes import render
from standins.sheets import read_folder

KEYWORD = "repointing brick with lime mortar"


def sources() -> list[tuple[str, str]]:
    """(address, HTML) of the demo pages."""
    return [(sheet.address, render(sheet)) for sheet in read_folder("repointing")]


def pages() -> list[ComparedPage]:
    """The demo pages, read and analysed."""
    readings = [read_page(html, address) for address, html in sources()]
    return [ComparedPage(rank, reading, analyse_page(reading)) for rank, reading in enumerate(readings, 1)]


def build(planned_words: int = 0) -> Yardstick:
    """The yardstick of all demo pages, for a text of so many words (0: as long as theirs usually are)."""
    found = pages()
    return decide(build_consensus(found, KEYWORD), decisions=Decisions(planned_words=planned_words))


def quantiles(values: list[float]) -> tuple[float, float]:
    """Median and 95th percentile."""
    ordered = sorted(values)
    return ordered[len(ordered) // 2], ordered[min(len(ordered) - 1, int(0.95 * len(ordered)))]


def keywords_by_yake(text: str) -> int:
    """What the time is compared with: as many keywords of one text as a study has terms, by YAKE. Here, since processes find a function only in a module they can import."""
    import yake

    return len(yake.KeywordExtractor(lan="en", n=3, top=150).extract_keywords(text))
