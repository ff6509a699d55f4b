"""Processes beside the worker's own that analyse pages, so that a study is read on all cores.

Until `start` is called pages are analysed in this process, as they are in web processes, on the command line and in most tests. Nothing here knows Django,
so the processes hold little but the tagger.
"""

from __future__ import annotations

import os
import threading
from concurrent.futures import Future, ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from multiprocessing import connection, get_context, parent_process

from fundament.core.reading.model import Reading
from fundament.core.warm import warm_for_analysis
from fundament.core.yardstick.page_analysis import PageAnalysis, analyse_page

_pool: ProcessPoolExecutor | None = None
_processes = 0
_changing = threading.Lock()
_one_by_one = threading.Lock()


def start(processes: int) -> None:
    """Have pages analysed by so many processes; none is started for fewer than two, where it would gain nothing."""
    global _pool, _processes
    with _changing:
        _processes = processes
        _pool = _new_pool(processes) if processes > 1 else None


def stop() -> None:
    """End the processes; what is asked for after that is done in this one."""
    global _pool
    with _changing:
        pool, _pool = _pool, None
    if pool is not None:
        pool.shutdown(cancel_futures=True)


def analysis_of(reading: Reading) -> Future[PageAnalysis]:
    """The analysis of a page, which may not be there yet. When a process ended over some page, asking for the result raises BrokenProcessPool, which
    `analysis_after_all` deals with."""
    pool = _pool
    if pool is None:
        return _here(reading)
    try:
        return pool.submit(analyse_page, reading)
    except BrokenProcessPool:
        return _pool_after(pool).submit(analyse_page, reading)


def analysis_after_all(broken: Future[PageAnalysis], reading: Reading) -> PageAnalysis:
    """The analysis of a page whose first try fell with the processes. Pages that fell together are tried one after another, so that only the one at fault
    fails. Raises BrokenProcessPool when this page ends its process again."""
    try:
        return broken.result()
    except BrokenProcessPool:
        with _one_by_one:
            return analysis_of(reading).result()


def _here(reading: Reading) -> Future[PageAnalysis]:
    done: Future[PageAnalysis] = Future()
    try:
        done.set_result(analyse_page(reading))
    except Exception as error:  # as a process would give it
        done.set_exception(error)
    return done


def _new_pool(processes: int) -> ProcessPoolExecutor:
    # started afresh, not forked: the worker has threads, and half of a lock may not be copied
    pool = ProcessPoolExecutor(processes, mp_context=get_context("spawn"), initializer=_begin)
    for _ in range(processes):
        pool.submit(os.getpid)  # each that is waited for starts one process
    return pool


def _pool_after(broken: ProcessPoolExecutor) -> ProcessPoolExecutor:
    global _pool
    with _changing:
        if _pool is None or _pool is broken:
            broken.shutdown(wait=False)
            _pool = _new_pool(_processes)
        return _pool


def _begin() -> None:
    """In a new process: end with the worker even if that is killed, and load what reading needs."""
    parent = parent_process()
    if parent is not None:
        threading.Thread(target=_end_with, args=(parent.sentinel,), daemon=True).start()
    warm_for_analysis()


def _end_with(sentinel: int) -> None:
    connection.wait([sentinel])
    os._exit(0)
