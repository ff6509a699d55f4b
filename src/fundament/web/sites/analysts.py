"""Processes beside the worker's own that read and analyse pages: studies are read on all cores, and a page that takes too long or too much holds up nobody.

Until `start` is called pages are read in this process, as they are in web processes, on the command line and in most tests. Nothing here knows Django, so
the processes hold little but the dictionaries.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from concurrent.futures import Future
from typing import Any, NamedTuple, TypeVar

from fundament.core.language.analysis import Packed, packed
from fundament.core.message import Message
from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.warm import warm_for_analysis, warm_for_reading
from fundament.core.yardstick.page_analysis import PageAnalysis, analyse_page
from fundament.processes import Processes

Result = TypeVar("Result")
SECONDS, LARGE_SECONDS = 60.0, 120.0  # for one page; the largest that is read takes a tenth of it, when nobody else is at work
NICE = 10
LARGE = (
    400_000  # bytes of a page that may take much longer than most: a process of their own reads such pages, when the others leave it time
)
MEGABYTES = 900  # beside what is loaded at the start; the dictionary of a further language takes most of them

IDLE = 60.0  # seconds without a large page after which their process ends
_processes: Processes | None = None
_large: Processes | None = None


class PageRead(NamedTuple):
    """A page that was read; one without text is not analysed. sentences: of its blocks, for the process that makes figures of them (`take_over`)."""

    reading: Reading
    analysis: PageAnalysis | None
    sentences: Packed


def start(count: int, *, seconds: float = SECONDS, megabytes: int = MEGABYTES) -> None:
    """Have pages read by so many processes from now on; 0: by this one."""
    global _processes, _large
    if count:
        _processes = Processes(count, prepare=_load, seconds=seconds, megabytes=megabytes)
        _large = Processes(1, prepare=_load, seconds=LARGE_SECONDS, megabytes=megabytes, nice=NICE, idle_seconds=IDLE)


def stop() -> None:
    """End the processes; what is asked for after that is done in this one."""
    global _processes, _large
    ending, _processes, _large = (_processes, _large), None, None
    for found in ending:
        if found is not None:
            found.stop()


def page_read(account: Hashable, content: bytes, url: str, charset: str, notes: tuple[Message, ...] = ()) -> Future[PageRead]:
    """A page read and analysed. account: on whose turn (a workspace). The future raises ConfinedError when it takes too long, too much, or ends its process."""
    return _done(account, read_and_analyse, content, url, charset, notes, is_large=len(content) > LARGE)


def analysis_of(account: Hashable, reading: Reading) -> Future[PageAnalysis]:
    """The analysis of a page that was read."""
    return _done(account, analyse_page, reading, is_large=reading.size_bytes > LARGE)


def read_and_analyse(content: bytes, url: str, charset: str, notes: tuple[Message, ...]) -> PageRead:
    """What the processes do with a page."""
    reading = read_page(content, url, header_charset=charset, notes=notes)
    if not reading.word_count:
        return PageRead(reading, None, [])
    analysis = analyse_page(reading)
    return PageRead(reading, analysis, packed((block.text for block in reading.main_blocks() if block.kind != "code"), reading.language))


def _done(account: Hashable, work: Callable[..., Result], *arguments: Any, is_large: bool) -> Future[Result]:
    chosen = _large if is_large else _processes
    if chosen is not None:
        return chosen.submit(account, work, *arguments)
    done: Future[Result] = Future()
    try:
        done.set_result(work(*arguments))
    except Exception as error:  # as a process would give it
        done.set_exception(error)
    return done


def _load() -> None:
    warm_for_reading()
    warm_for_analysis()
