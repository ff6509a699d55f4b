"""Work for processes to do, good and bad; found there by name."""

from __future__ import annotations

import os
import time
from pathlib import Path
from typing import Any

_kept: list[Any] = []


def nothing() -> None:
    """Load nothing."""


def doubled(number: int) -> int:
    return 2 * number


def sleeps(seconds: float) -> None:
    time.sleep(seconds)


def endless() -> None:
    while True:
        pass


def greedy() -> int:
    held = []
    while True:
        held.append(bytearray(10_000_000))


def keeps(size: int) -> int:
    _kept.append(bytearray(size))
    return size


def ends() -> None:
    os._exit(1)


def ends_at_first(marker: str) -> str:
    if not Path(marker).exists():
        Path(marker).touch()
        os._exit(1)
    return "done"


def fails_over(text: str) -> None:
    raise ValueError(text)
