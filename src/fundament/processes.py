"""A few processes that work for this one, each under a clock and a bound on memory; one that exceeds them is ended and replaced.

What waits is taken in turns by account (`fair`). A piece of work that ended its process is tried once more; then it has failed, and nothing else has.
"""

from __future__ import annotations

import contextlib
import logging
import os
import resource
import threading
from collections.abc import Callable, Hashable
from concurrent.futures import Future
from dataclasses import dataclass, field
from multiprocessing import connection, get_context, parent_process
from multiprocessing.connection import Connection
from multiprocessing.process import BaseProcess
from typing import Any, TypeVar

from fundament.confined import LOADING_SECONDS, ConfinedError, function_named, megabytes_taken, name_of
from fundament.core.errors import SaidError
from fundament.fair import FairOrder

logger = logging.getLogger(__name__)
Result = TypeVar("Result")
KEPT_SHARE = 0.75
TRIES = 2  # of a piece of work that ends its process


@dataclass
class _Task:
    work: tuple[str, str]
    arguments: tuple[Any, ...]
    future: Future[Any] = field(default_factory=Future)
    ended: int = 0


class Processes:
    """count: how many; prepare: a function of a module that loads what the work needs; seconds: for a piece of work; megabytes: beside what was loaded.

    A process that holds more than KEPT_SHARE of them after its work is replaced too, so that nothing piles up.

    nice: how much others come first (as of the program `nice`); idle_seconds: after so long without work a process is ended until there is some (0: never).
    """

    def __init__(
        self, count: int, *, prepare: Callable[[], None], seconds: float, megabytes: int, nice: int = 0, idle_seconds: float = 0.0
    ) -> None:
        self._nice, self._idle_seconds = nice, idle_seconds or None
        self._prepare, self._seconds, self._megabytes = name_of(prepare), seconds, megabytes
        self._waiting: FairOrder[_Task] = FairOrder()
        self._changed = threading.Condition()
        self._stopping = False
        self.replaced = 0  # processes, so far
        self._threads = [threading.Thread(target=self._serve, name=f"process {number}", daemon=True) for number in range(1, count + 1)]
        for thread in self._threads:
            thread.start()

    def submit(self, account: Hashable, work: Callable[..., Result], *arguments: Any) -> Future[Result]:
        """Have `work(*arguments)` done. The future raises what work raises as a SaidError, or ConfinedError (slow, large, ended)."""
        task = _Task(name_of(work), arguments)
        with self._changed:
            if self._stopping:
                raise RuntimeError("the processes are ended")
            self._waiting.put(account, task)
            self._changed.notify()
        return task.future

    def stop(self) -> None:
        """End the processes; what waits is cancelled."""
        with self._changed:
            self._stopping = True
            while (task := self._waiting.take()) is not None:
                task.future.cancel()
            self._changed.notify_all()
        for thread in self._threads:
            thread.join(5)

    def _next(self, seconds: float | None) -> _Task | None:
        """The next to be done; None when none came within so many seconds, or we are stopping."""
        with self._changed:
            while not self._stopping:
                task = self._waiting.take()
                if task is None and not self._changed.wait(seconds):
                    return None
                if task is not None and task.future.set_running_or_notify_cancel():
                    return task
        return None

    def _serve(self) -> None:
        """One process after the other, as long as this one lives."""
        child = None if self._idle_seconds else self._new_child()
        try:
            while not self._stopping:
                task = self._next(self._idle_seconds if child else None)
                if task is None:
                    if child is not None and self._idle_seconds:
                        child.end()
                        child = None
                    continue
                try:
                    child = self._child_after(task, child)
                except (
                    Exception
                ) as error:  # no process could be started, or what it said could not be read: the next piece of work finds another
                    logger.exception("a process could not be used")
                    if not task.future.done():
                        task.future.set_exception(RuntimeError(type(error).__name__))
                    child = None
        finally:
            if child is not None:
                child.end()

    def _child_after(self, task: _Task, child: _Child | None) -> _Child:
        """Have a piece of work done, and the process for the next."""
        child = child or self._new_child()
        while not child.do(task, self._seconds, self._megabytes):
            child.end()
            self.replaced += 1
            child = self._new_child()
            if task.future.done() or self._stopping:
                break
        return child

    def _new_child(self) -> _Child:
        return _Child(self._prepare, self._megabytes, self._nice)


class _Child:
    """One process, and our end of the pipe to it."""

    def __init__(self, prepare: tuple[str, str], megabytes: int, nice: int) -> None:
        # started afresh, not forked: this process has threads, and half of a lock may not be copied
        context = get_context("spawn")
        self._pipe, theirs = context.Pipe()
        self._process: BaseProcess = context.Process(target=_run, args=(theirs, prepare, megabytes, nice), daemon=True)
        self._process.start()
        theirs.close()
        self._is_ready = False

    def do(self, task: _Task, seconds: float, megabytes: int) -> bool:
        """Do a piece of work; False when the process cannot go on. The task's future is set then too, unless it is to be tried again."""
        try:
            if not self._is_ready:
                if not self._pipe.poll(LOADING_SECONDS):
                    raise EOFError
                self._pipe.recv()
                self._is_ready = True
            self._pipe.send((task.work, task.arguments))
            if not self._pipe.poll(seconds):
                task.future.set_exception(ConfinedError("confined.slow", seconds=seconds))
                return False
            kind, value, has_grown = self._pipe.recv()
        except (EOFError, OSError):
            task.ended += 1
            if task.ended >= TRIES:
                task.future.set_exception(ConfinedError("confined.ended"))
            return False
        if kind == "done":
            task.future.set_result(value)
        elif kind == "large":
            task.future.set_exception(ConfinedError("confined.large", megabytes=megabytes))
        else:
            task.future.set_exception(value)
        return kind != "large" and not has_grown

    def end(self) -> None:
        self._process.kill()
        self._process.join()
        self._pipe.close()


def _run(pipe: Connection, prepare: tuple[str, str], megabytes: int, nice: int) -> None:
    """In the process."""
    os.nice(nice)
    parent = parent_process()
    if parent is not None:
        threading.Thread(target=_end_with, args=(parent.sentinel,), daemon=True).start()
    function_named(prepare)()
    loaded = megabytes_taken()
    resource.setrlimit(resource.RLIMIT_DATA, (int((loaded + megabytes) * 1_000_000),) * 2)
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    pipe.send("ready")
    while True:
        try:
            name, arguments = pipe.recv()
        except EOFError:
            return
        answer: tuple[str, Any]
        try:
            answer = "done", function_named(name)(*arguments)
        except MemoryError:
            answer = "large", None
        except SaidError as error:
            answer = "said", error
        except Exception as error:  # whatever it is, whoever asked is told, with the place
            answer = "broke", _told(error)
        del arguments
        with contextlib.suppress(OSError, MemoryError):
            pipe.send((*answer, megabytes_taken() - loaded > KEPT_SHARE * megabytes))


def _told(error: Exception) -> Exception:
    """The error as one that surely goes through the pipe: its kind and place, without its values, which may be somebody's text."""
    last = error.__traceback__
    while last is not None and last.tb_next is not None:
        last = last.tb_next
    place = f"{last.tb_frame.f_code.co_filename.rpartition('/')[2]}:{last.tb_lineno}" if last is not None else "?"
    return RuntimeError(f"{type(error).__name__} at {place}")


def _end_with(sentinel: int) -> None:
    """End with the parent, even if that is killed."""
    connection.wait([sentinel])
    os._exit(0)
