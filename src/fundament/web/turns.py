"""Turns of views: so many at once, in threads of their own, and of those who wait one account after the other.

There are three kinds. Most views take an ordinary turn. What hashes a password has turns of its own, and so has what waits for another server or reads a file: they may be slow, and nobody else waits
for them.
"""

from __future__ import annotations

import asyncio
import contextvars
import time
from collections import Counter
from collections.abc import Callable, Hashable
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Any, TypeVar

from django.conf import settings
from django.urls import Resolver404, resolve

from fundament.fair import FairOrder

Result = TypeVar("Result")
View = TypeVar("View", bound=Callable[..., Any])
ORDINARY, HASHING, SLOW = "ordinary", "hashing", "slow"
SAFE = frozenset(["GET", "HEAD", "OPTIONS"])


class TooManyError(Exception):
    """As many of one account's wait for a turn of a kind as may."""


def takes_turn(kind: str) -> Callable[[View], View]:
    """Declare that a view takes turns of a kind: HASHING (when something is sent) or SLOW."""

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

    def __init__(self, name: str, at_once: int, *, of_one: int = 0, waiting_of_one: int = 0, patience: float = 1.0) -> None:
        """of_one: at once of one account; waiting_of_one: that wait beside those; 0 for no bound. patience: how many times as long as others its work may take before the process counts as stuck."""
        self.at_once, self.of_one, self.waiting_of_one, self.patience = at_once, of_one, waiting_of_one, patience
        self.last_done = time.monotonic()
        self._threads = ThreadPoolExecutor(at_once, thread_name_prefix=name)
        self._waiting: FairOrder[tuple[Hashable, asyncio.Future[None]]] = FairOrder()
        self._of_account: Counter[Hashable] = Counter()
        self._asked: Counter[Hashable] = Counter()
        self._set_aside: list[tuple[Hashable, asyncio.Future[None]]] = []
        self.working = 0

    async def run(self, account: Hashable, work: Callable[[], Result]) -> Result:
        """What `work` gives, in a thread, when it is this account's turn. Whoever is cancelled while waiting has no turn; work that is begun is ended. Raises TooManyError."""
        if self.of_one and self._asked[account] >= self.of_one + self.waiting_of_one:
            raise TooManyError
        self._asked[account] += 1
        try:
            await self._take(account)
        except asyncio.CancelledError:
            self._forget(account)
            raise
        loop, context = asyncio.get_running_loop(), contextvars.copy_context()

        def done(_: Future[Result]) -> None:
            if not loop.is_closed():
                loop.call_soon_threadsafe(self._give_back, account)

        begun = self._threads.submit(context.run, work)
        begun.add_done_callback(done)
        return await asyncio.wrap_future(begun)

    @property
    def seconds_stuck(self) -> float:
        """For how long all turns have been taken and none was given back; 0 while there is one."""
        return time.monotonic() - self.last_done if self.working >= self.at_once else 0.0

    def _may_begin(self, account: Hashable) -> bool:
        return self.working < self.at_once and not (self.of_one and self._of_account[account] >= self.of_one)

    async def _take(self, account: Hashable) -> None:
        if self._may_begin(account):
            self._begin(account)
            return
        mine: asyncio.Future[None] = asyncio.get_running_loop().create_future()
        self._waiting.put(account, (account, mine))
        try:
            await mine
        except asyncio.CancelledError:
            if mine.done() and not mine.cancelled():  # the turn was given at the same moment
                self._end(account)
            raise

    def _begin(self, account: Hashable) -> None:
        if not self.working:
            self.last_done = time.monotonic()
        self.working += 1
        self._of_account[account] += 1

    def _forget(self, account: Hashable) -> None:
        self._asked[account] -= 1
        if not self._asked[account]:
            del self._asked[account]

    def _give_back(self, account: Hashable) -> None:
        self._forget(account)
        self._end(account)

    def _end(self, account: Hashable) -> None:
        self.last_done = time.monotonic()
        self.working -= 1
        self._of_account[account] -= 1
        if not self._of_account[account]:
            del self._of_account[account]
        for waiting in self._set_aside:
            self._waiting.put(*(waiting[0], waiting))
        self._set_aside = []
        while self.working < self.at_once and (following := self._waiting.take()) is not None:
            whose, turn = following
            if turn.done():
                continue  # gone meanwhile
            if not self._may_begin(whose):
                self._set_aside.append(following)
                continue
            self._begin(whose)
            turn.set_result(None)


def turns_of_views() -> dict[str, Turns]:
    """The turns of one process, by kind."""
    return {
        ORDINARY: Turns("view", settings.VIEWS_AT_ONCE),
        HASHING: Turns("hashing", settings.HASHING_AT_ONCE),
        SLOW: Turns("slow", settings.SLOW_AT_ONCE, of_one=1, waiting_of_one=settings.SLOW_WAITING, patience=10.0),
    }
