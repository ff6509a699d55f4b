"""What several test folders share: the demo pages as readings, and the stand-ins as a server."""

from __future__ import annotations

import os
from collections.abc import Iterator
from dataclasses import replace

import pytest
from hypothesis import settings

from fundament.core.reading.read_page import read_page
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from gold.yardsticks import yardstick_of
from standins.makes import render
from standins.server import make_server
from standins.sheets import Sheet, read_folder
from tests.answers import in_background, serve  # noqa: F401 - a fixture for all

# where nobody can look into a find at once, the same examples are tried each time; at a desk new ones are
settings.register_profile("steady", derandomize=True)
if os.environ.get("CI"):
    settings.load_profile("steady")

KEYWORD = "repointing brick with lime mortar"


@pytest.fixture(scope="session")
def sheets() -> list[Sheet]:
    return read_folder("repointing")


@pytest.fixture(scope="session")
def articles(sheets: list[Sheet]) -> list[ComparedPage]:
    """The articles of the main study, as competitors."""
    pages = []
    for rank, sheet in enumerate(sheets, 1):
        if sheet.get("kind") == "article":
            reading = read_page(render(sheet).encode(), sheet.address)
            pages.append(ComparedPage(rank, reading, analyse_page(reading)))
    return pages


@pytest.fixture(scope="session")
def yardstick(articles: list[ComparedPage]) -> Yardstick:
    return yardstick_of(articles, KEYWORD)


@pytest.fixture(scope="session")
def compiled(yardstick: Yardstick) -> CompiledYardstick:
    return CompiledYardstick(yardstick)


@pytest.fixture(scope="session")
def without_substance(yardstick: Yardstick) -> CompiledYardstick:
    """The yardstick where nothing is known of substance: for what holds of texts at the floor or above, on texts made of few patterns."""
    return CompiledYardstick(replace(yardstick, substance=None))


@pytest.fixture(scope="session")
def standins() -> Iterator[str]:
    """The address of running stand-ins."""
    server = make_server(0)
    in_background(server)
    yield f"http://127.0.0.1:{server.server_address[1]}"
    server.shutdown()
