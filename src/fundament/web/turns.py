"""Turns of views: so many at once, in threads of their own, and of those who wait one account after the other.

There are two kinds. Most views take an ordinary turn; what hashes a password has turns of its own. No view waits for another server or reads a file: that is an errand's.
"""

from __future__ import annotations

import asyncio
import contextvars
import time
from collections.abc import Callable, Hashable
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Any, TypeVar

from django.conf import settings
from django.urls import Resolver404, resolve

from fundament.fair import FairOrder

Result = TypeVar("Result")
View = TypeVar("View", bound=Callable[..., Any])
ORDINARY, HASHING = "ordinary", "hashing"
SAFE = frozenset(["GET", "HEAD", "OPTIONS"])


def takes_turn(kind: str) -> Callable[[View], View]:
    """Declare that a view takes turns of a kind: HASHING, when something is sent."""

    def declared(view: View) -> View:
        view.turn = kind  # type: ignore[attr-defined]
        return view

    return declared


def turn_of(method: str, path: str) -> str:
    """The kind of turn that a request takes. Whoever only looks at a screen with a password on it has none hashed."""
    try:
        kind = str(getattr(resolve(path).func, "turn", ORDINARY))
    except Resolver404:
        return ORDINARY
    return ORDINARY if kind == HASHING and method in SAFE else kind


class Turns:
    """Turns of one kind. They are given back when the work is done, whatever became of whoever asked for it."""

    def __init__(self, name: str, at_once: int) -> None:
        self.at_once = at_once
        self.last_done = time.monotonic()
        self._threads = ThreadPoolExecutor(at_once, thread_name_prefix=name)
        self._waiting: FairOrder[asyncio.Future[None]] = FairOrder()
        self.working = 0

    async def run(self, account: Hashable, work: Callable[[], Result]) -> Result:
        """What `work` gives, in a thread, when it is this account's turn. Whoever is cancelled while waiting has no turn; work that is begun is ended."""
        await self._take(account)
        loop, context = asyncio.get_running_loop(), contextvars.copy_context()

        def done(_: Future[Result]) -> None:
            if not loop.is_closed():
                loop.call_soon_threadsafe(self._end)

        begun = self._threads.submit(context.run, work)
        begun.add_done_callback(done)
        return await asyncio.wrap_future(begun)

    @property
    def seconds_stuck(self) -> float:
        """For how long all turns have been taken and none was given back; 0 while there is one."""
        return time.monotonic() - self.last_done if self.working >= self.at_once else 0.0

    async def _take(self, account: Hashable) -> None:
        if self.working < self.at_once:
            self._begin()
            return
        mine: asyncio.Future[None] = asyncio.get_running_loop().create_future()
        self._waiting.put(account, mine)
        try:
            await mine
        except asyncio.CancelledError:
            if mine.done() and not mine.cancelled():  # the turn was given at the same moment
                self._end()
            raise

    def _begin(self) -> None:
        if not self.working:
            self.last_done = time.monotonic()
        self.working += 1

    def _end(self) -> None:
        self.last_done = time.monotonic()
        self.working -= 1
        while self.working < self.at_once and (turn := self._waiting.take()) is not None:
            if not turn.done():  # else gone meanwhile
                self._begin()
                turn.set_result(None)


def turns_of_views() -> dict[str, Turns]:
    """The turns of one process, by kind."""
    return {
        ORDINARY: Turns("view", settings.VIEWS_AT_ONCE),
        HASHING: Turns("hashing", settings.HASHING_AT_ONCE),
    }
