"""What a process keeps of work already done: bounded by bytes, what was used longest ago goes first. Safe to use from several threads."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Hashable, Iterable
from typing import Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")


class Kept(Generic[Key, Value]):
    """Values by key. The one kept last stays whatever its size."""

    def __init__(self, most_bytes: int) -> None:
        """most_bytes: of all values together, as those who keep them say."""
        self.most_bytes = most_bytes
        self._found: OrderedDict[Key, tuple[Value, int]] = OrderedDict()
        self._bytes = 0
        self._lock = threading.Lock()

    @property
    def bytes(self) -> int:
        """What is kept now."""
        return self._bytes

    def __len__(self) -> int:
        return len(self._found)

    def get(self, key: Key) -> Value | None:
        """The value of a key, when it is there."""
        return self.get_all((key,)).get(key)

    def get_all(self, keys: Iterable[Key]) -> dict[Key, Value]:
        """The values of those keys that are there."""
        there = {}
        with self._lock:
            for key in keys:
                found = self._found.get(key)
                if found is not None:
                    self._found.move_to_end(key)
                    there[key] = found[0]
        return there

    def keep(self, key: Key, value: Value, size: int) -> None:
        """Keep one value of so many bytes."""
        self.keep_all(((key, value, size),))

    def keep_all(self, values: Iterable[tuple[Key, Value, int]]) -> None:
        """Keep values, each given as (key, value, bytes), in the place of those that were there under their keys."""
        with self._lock:
            for key, value, size in values:
                _, before = self._found.pop(key, (None, 0))
                self._found[key] = value, size
                self._bytes += size - before
            while self._bytes > self.most_bytes and len(self._found) > 1:
                _, (_, gone) = self._found.popitem(last=False)
                self._bytes -= gone

    def clear(self) -> None:
        """Let go of everything."""
        with self._lock:
            self._found.clear()
            self._bytes = 0
