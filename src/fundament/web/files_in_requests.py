"""Files that are read while somebody waits: in a confined process, one at a time in each web process, so that nobody takes the machine's memory with many at once. Larger ones are jobs."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from typing import Any, TypeVar

from fundament.confined import confined
from fundament.fair import FairLock

Result = TypeVar("Result")
SECONDS, MEGABYTES = 20.0, 700
_reading = FairLock()


def read_file(account: Hashable, work: Callable[..., Result], *arguments: Any, prepare: Callable[[], None]) -> Result:
    """What `work(*arguments)` gives, see `confined`. account: on whose turn, a workspace. Raises ConfinedError, and what work says is wrong."""
    with _reading.turn_of(account):
        return confined(work, *arguments, prepare=prepare, seconds=SECONDS, megabytes=MEGABYTES)
