"""Pages read by processes of their own: the same readings, under a clock and a bound on memory, and no page takes another with it."""

from __future__ import annotations

import os
import time
from collections.abc import Iterator

import pytest

from fundament.confined import ConfinedError
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.fair import FairOrder
from fundament.processes import Processes
from fundament.web.sites import analysts
from tests import page_work

pytestmark = pytest.mark.slow

HTML = [
    f"<main><h1>Lime {n}</h1><p>The mason rakes out joint {n} and packs it with lime mortar from Ashlar Trust.</p></main>" for n in range(6)
]
PAGES = [read_page(html.encode(), f"https://p{n}.example/") for n, html in enumerate(HTML)]


@pytest.fixture(scope="module", autouse=True)
def two_processes() -> Iterator[None]:
    analysts.start(2)
    yield
    analysts.stop()


@pytest.fixture
def processes() -> Iterator[Processes]:
    found = Processes(1, prepare=page_work.nothing, seconds=3, megabytes=300)
    yield found
    found.stop()


def test_processes_give_the_same_as_this_one() -> None:
    jobs = [analysts.page_read(1, html.encode(), f"https://p{n}.example/", "") for n, html in enumerate(HTML)]
    assert [job.result().reading for job in jobs] == PAGES
    assert [job.result().analysis for job in jobs] == [analyse_page(page) for page in PAGES]
    assert analysts.analysis_of(1, PAGES[0]).result() == analyse_page(PAGES[0])


def test_a_page_without_text_is_not_analysed() -> None:
    assert analysts.page_read(1, b"<nav>x</nav>", "https://p.example/", "").result().analysis is None


def test_what_takes_too_long_is_ended_and_others_go_on(processes: Processes) -> None:
    endless = processes.submit(1, page_work.endless)
    after = processes.submit(1, page_work.doubled, 4)
    with pytest.raises(ConfinedError) as raised:
        endless.result()
    assert raised.value.message.code == "confined.slow"
    assert after.result() == 8
    assert processes.replaced == 1


def test_what_takes_too_much_memory_is_ended_and_others_go_on(processes: Processes) -> None:
    greedy = processes.submit(1, page_work.greedy)
    with pytest.raises(ConfinedError) as raised:
        greedy.result()
    assert raised.value.message.code == "confined.large"
    assert processes.submit(1, page_work.doubled, 4).result() == 8
    assert processes.replaced == 1


def test_what_ends_its_process_twice_has_failed_and_nothing_else_has(processes: Processes) -> None:
    ending = processes.submit(1, page_work.ends)
    others = [processes.submit(1, page_work.doubled, n) for n in range(3)]
    with pytest.raises(ConfinedError) as raised:
        ending.result()
    assert raised.value.message.code == "confined.ended"
    assert [job.result() for job in others] == [0, 2, 4]
    assert processes.replaced == 2


def test_what_ended_its_process_once_is_done_by_the_next(processes: Processes, tmp_path: os.PathLike[str]) -> None:
    assert processes.submit(1, page_work.ends_at_first, f"{tmp_path}/been-here").result() == "done"


def test_an_error_comes_back_as_its_kind_and_place_without_its_text(processes: Processes) -> None:
    with pytest.raises(RuntimeError, match=r"^ValueError at page_work.py:\d+$"):
        processes.submit(1, page_work.fails_over, "somebody's words").result()
    assert processes.replaced == 0


def test_a_process_that_holds_much_after_its_work_is_replaced(processes: Processes) -> None:
    assert processes.submit(1, page_work.keeps, 250_000_000).result() == 250_000_000
    assert processes.submit(1, page_work.doubled, 4).result() == 8
    assert processes.replaced == 1


def test_whoever_asks_for_little_does_not_wait_for_whoever_asks_for_much(processes: Processes) -> None:
    finished: list[str] = []
    processes.submit(1, page_work.doubled, 1).result()
    many = [processes.submit(1, page_work.sleeps, 0.05) for _ in range(20)]
    few = [processes.submit(2, page_work.sleeps, 0.05) for _ in range(3)]
    for name, jobs in (("many", many), ("few", few)):
        for job in jobs:
            job.add_done_callback(lambda _, name=name: finished.append(name))
    for job in [*many, *few]:
        job.result()
    time.sleep(0.05)  # the last is told after its result is there
    assert max(place for place, name in enumerate(finished) if name == "few") <= 2 * 3 + 1


def test_a_process_that_cannot_be_started_fails_one_piece_of_work_and_not_those_after_it(
    processes: Processes, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert processes.submit(1, page_work.doubled, 1).result() == 2
    with monkeypatch.context() as broken:
        broken.setattr(processes, "_new_child", _fails_to_start)
        with pytest.raises(RuntimeError, match="OSError"):
            processes.submit(1, page_work.ends).result()
    assert processes.submit(1, page_work.doubled, 4).result() == 8


def test_large_pages_have_a_process_of_their_own_that_ends_when_there_are_none(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(analysts, "LARGE", len(HTML[0]))
    assert analysts._large is not None
    monkeypatch.setattr(analysts._large, "_idle_seconds", 0.1)
    before = analysts._processes
    monkeypatch.setattr(analysts, "_processes", None)  # nobody else could do it
    page = HTML[0].encode() + b" " * 10
    assert analysts.page_read(1, page, "https://p0.example/", "").result().reading.title == PAGES[0].title
    assert before is not None and analysts._large.replaced == 0
    time.sleep(0.5)
    assert analysts.page_read(1, page, "https://p0.example/", "").result().analysis is not None  # another is started


def test_turns_go_round() -> None:
    order: FairOrder[str] = FairOrder()
    for account, item in (("a", "a1"), ("a", "a2"), ("a", "a3"), ("b", "b1"), ("c", "c1"), ("b", "b2")):
        order.put(account, item)
    assert [order.take() for _ in range(7)] == ["a1", "b1", "c1", "a2", "b2", "a3", None]


def test_without_processes_an_error_is_kept_for_whoever_asks(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(analysts, "_processes", None)
    monkeypatch.setattr(analysts, "analyse_page", _fails)
    with pytest.raises(ValueError, match="no such page"):
        analysts.analysis_of(1, PAGES[0]).result()


def _fails_to_start() -> None:
    raise OSError


def _fails(_: object) -> None:
    raise ValueError("no such page")
