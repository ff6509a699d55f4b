"""Pages analysed by processes of their own: the same analyses, and one page that ends its process takes no other with it."""

from __future__ import annotations

import os
from collections.abc import Iterator
from concurrent.futures.process import BrokenProcessPool

import pytest

from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.web.sites import analysts

PAGES = [
    read_page(f"<main><h1>Lime {n}</h1><p>The mason rakes out joint {n} and packs it with lime mortar from Ashlar Trust.</p></main>", f"https://p{n}.example/")
    for n in range(6)
]  # fmt: skip


@pytest.fixture(scope="module", autouse=True)
def two_processes() -> Iterator[None]:
    analysts.start(2)
    yield
    analysts.stop()


def test_processes_give_the_same_as_this_one() -> None:
    jobs = [analysts.analysis_of(page) for page in PAGES]
    assert [job.result() for job in jobs] == [analyse_page(page) for page in PAGES]


def test_a_process_that_ends_is_replaced_and_nothing_is_lost() -> None:
    analysts.analysis_of(PAGES[0]).result()
    assert analysts._pool is not None
    broken = analysts._pool.submit(os._exit, 1)  # as a page would that ends its process
    jobs = [analysts.analysis_of(page) for page in PAGES]
    with pytest.raises(BrokenProcessPool):
        broken.result()
    assert [analysts.analysis_after_all(job, page) for job, page in zip(jobs, PAGES, strict=True)] == [analyse_page(page) for page in PAGES]


def test_a_page_that_ends_its_process_again_is_given_up(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(analysts, "analyse_page", _ends)
    job = analysts.analysis_of(PAGES[0])
    with pytest.raises(BrokenProcessPool):
        analysts.analysis_after_all(job, PAGES[0])
    monkeypatch.undo()
    assert analysts.analysis_after_all(analysts.analysis_of(PAGES[1]), PAGES[1]) == analyse_page(PAGES[1])


def test_without_processes_an_error_is_kept_for_whoever_asks(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(analysts, "_pool", None)
    monkeypatch.setattr(analysts, "analyse_page", _fails)
    with pytest.raises(ValueError, match="no such page"):
        analysts.analysis_of(PAGES[0]).result()


def _ends(_: object) -> None:
    os._exit(1)


def _fails(_: object) -> None:
    raise ValueError("no such page")
