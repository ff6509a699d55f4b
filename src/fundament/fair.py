"""Turns: whoever asks for much waits for others who ask for little, not the other way round."""

from __future__ import annotations

import threading
from collections import OrderedDict, deque
from collections.abc import Hashable, Iterator
from contextlib import contextmanager
from typing import Generic, TypeVar

Item = TypeVar("Item")


class FairOrder(Generic[Item]):
    """Things that wait, each on somebody's account; taken from one account after the other. Not safe by itself to use from several threads."""

    def __init__(self) -> None:
        self._waiting: OrderedDict[Hashable, deque[Item]] = OrderedDict()

    def put(self, account: Hashable, item: Item) -> None:
        """Let one more wait."""
        self._waiting.setdefault(account, deque()).append(item)

    def take(self) -> Item | None:
        """The next: the oldest of the account whose turn it is; None when nothing waits."""
        if not self._waiting:
            return None
        account, items = next(iter(self._waiting.items()))
        item = items.popleft()
        del self._waiting[account]
        if items:
            self._waiting[account] = items  # behind all others
        return item


class FairLock:
    """A lock that goes from one account to the next, whoever asked most often."""

    def __init__(self) -> None:
        self._changing = threading.Lock()
        self._held = False
        self._waiting: FairOrder[threading.Event] = FairOrder()

    @contextmanager
    def turn_of(self, account: Hashable) -> Iterator[None]:
        """Hold the lock as soon as it is this account's turn."""
        with self._changing:
            mine = threading.Event()
            if self._held:
                self._waiting.put(account, mine)
            else:
                self._held = True
                mine.set()
        mine.wait()
        try:
            yield
        finally:
            with self._changing:
                following = self._waiting.take()
                if following is None:
                    self._held = False
                else:
                    following.set()
