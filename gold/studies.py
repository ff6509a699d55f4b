"""The demo's three studies, read and measured once for all figures."""

from __future__ import annotations

import functools
from dataclasses import dataclass

from fundament.core.reading.read_page import read_page
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from gold.pages import STUDIES
from gold.yardsticks import yardstick_of
from standins.makes import render
from standins.sheets import Sheet, read_folder


@dataclass(frozen=True)
class DemoStudy:
    """A study's sheets, its articles as competitors, and the yardstick made from them."""

    folder: str
    keyword: str
    sheets: tuple[Sheet, ...]
    pages: tuple[ComparedPage, ...]
    yardstick: Yardstick
    compiled: CompiledYardstick


@functools.cache
def demo_study(folder: str) -> DemoStudy:
    """One study with its articles as competitors, as Fundament proposes."""
    sheets = tuple(read_folder(folder))
    pages = []
    for rank, sheet in enumerate(sheets, 1):
        if sheet.get("kind") == "article":
            reading = read_page(render(sheet).encode(), sheet.address)
            pages.append(ComparedPage(rank, reading, analyse_page(reading)))
    keyword = STUDIES[folder]
    yardstick = yardstick_of(pages, keyword)
    return DemoStudy(folder, keyword, sheets, tuple(pages), yardstick, CompiledYardstick(yardstick))


def demo_studies() -> list[DemoStudy]:
    """All three."""
    return [demo_study(folder) for folder in STUDIES]
