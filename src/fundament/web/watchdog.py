"""A process that can answer nobody any more ends itself, so that its supervisor starts it again."""

from __future__ import annotations

import asyncio
import logging
import os
import threading
import time
from collections.abc import Callable, Mapping

from django.conf import settings
from django.db import connection

from fundament.web.turns import Turns

logger = logging.getLogger(__name__)
EVERY = 2.0  # seconds between looks
LAST_WORDS = 8.0  # seconds until a process that was told to end is ended


class Watchdog:
    """Whether this process is well: its loop goes round, its turns come back, its pool has connections."""

    def __init__(self, turns: Mapping[str, Turns]) -> None:
        self._turns = turns
        self._beat = time.monotonic()
        self._pool_empty_since: float | None = None

    def problem(self) -> str:
        """What is wrong, "" for nothing."""
        for name, turns in self._turns.items():
            if turns.seconds_stuck > settings.STUCK_SECONDS:
                return f"no {name} turn came back for {turns.seconds_stuck:.0f} s"
        if self._pool_seconds_empty() > settings.STUCK_SECONDS:
            return "the pool has no connection, and no view works"
        return ""

    def _pool_seconds_empty(self) -> float:
        """For how long the pool of connections has had none to give while no view worked that could hold one."""
        pool = _pool()
        is_empty = pool is not None and pool["pool_size"] >= pool["pool_max"] and not pool["pool_available"]
        if not is_empty or any(turns.working for turns in self._turns.values()):
            self._pool_empty_since = None
            return 0.0
        if self._pool_empty_since is None:
            self._pool_empty_since = time.monotonic()
        return time.monotonic() - self._pool_empty_since

    def start(self, end: Callable[[], None] | None = None) -> None:
        """Look now and then, in a thread of its own, while the loop that runs now tells it that it goes round. end: ends the process."""
        loop = asyncio.get_running_loop()
        threading.Thread(target=self._watch, args=(loop, end or _end), name="watchdog", daemon=True).start()

    def _watch(self, loop: asyncio.AbstractEventLoop, end: Callable[[], None]) -> None:
        self._beat = time.monotonic()
        while not loop.is_closed():
            time.sleep(EVERY)
            try:
                loop.call_soon_threadsafe(self._beats)
            except RuntimeError:
                return  # it is closed
            still = time.monotonic() - self._beat
            problem = self.problem() or (f"the loop stood still for {still:.0f} s" if still > settings.STUCK_SECONDS else "")
            if problem:
                logger.error("This process ends, to be started again: %s.", problem)
                end()
                return

    def _beats(self) -> None:
        self._beat = time.monotonic()


def _pool() -> dict[str, int] | None:
    if not settings.DATABASES["default"].get("OPTIONS", {}).get("pool") or connection.settings_dict["OPTIONS"].get("pool") is None:
        return None
    return connection.pool.get_stats() if connection.pool is not None else None


def _end() -> None:
    threading.Timer(LAST_WORDS, os._exit, (70,)).start()
    os.kill(os.getpid(), 15)
