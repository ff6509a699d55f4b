"""Processes that belong together: started, watched, started again with a line that says so, and stopped gently."""

from __future__ import annotations

import contextlib
import os
import signal
import subprocess
import threading
import time
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

STOPPING_SECONDS = 12.0  # until a process that was asked to stop is ended
TOO_FAST = 5.0  # seconds; a process that ends sooner than that after its start is started again later and later
LONGEST_PAUSE = 30.0


@dataclass
class Part:
    """One process. What it is called stands in the lines about it."""

    name: str
    command: Sequence[str]
    environment: Mapping[str, str]
    process: subprocess.Popen[bytes] | None = None
    started: float = 0.0
    again_at: float = 0.0
    pause: float = 0.0

    def start(self) -> None:
        """Start it, in a session of its own: Ctrl-C reaches only us."""
        self.process = subprocess.Popen(self.command, env=dict(self.environment), start_new_session=True)
        self.started = time.monotonic()


@dataclass
class Supervisor:
    """say: what lines are given to. also: called now and then while it watches."""

    parts: list[Part]
    say: Callable[[str], None]
    also: Callable[[], None] = lambda: None
    stopping: threading.Event = field(default_factory=threading.Event)

    def start(self) -> None:
        """Start all."""
        for part in self.parts:
            part.start()

    def watch(self) -> None:
        """Until `stopping` is set: start again what ended."""
        while not self.stopping.wait(0.5):
            self.also()
            for part in self.parts:
                self._look_at(part)

    def _look_at(self, part: Part) -> None:
        now = time.monotonic()
        if part.process is not None:
            code = part.process.poll()
            if code is None:
                return
            part.pause = min(LONGEST_PAUSE, 2 * part.pause + 1) if now - part.started < TOO_FAST else 0.0
            part.process, part.again_at = None, now + part.pause
            self.say(f"The {part.name} ended ({code}); starting it again{f' in {part.pause:.0f} s' if part.pause else ''}.")
        if now >= part.again_at:
            part.start()

    def stop(self) -> None:
        """Ask all to stop, together, and end those that do not."""
        self.stopping.set()
        running = [part.process for part in self.parts if part.process is not None and part.process.poll() is None]
        for process in running:
            _signal(process, signal.SIGTERM)
        until = time.monotonic() + STOPPING_SECONDS
        for process in running:
            with contextlib.suppress(subprocess.TimeoutExpired):
                process.wait(max(0.1, until - time.monotonic()))
        for process in running:
            if process.poll() is None:
                _signal(process, signal.SIGKILL)
                process.wait()


def _signal(process: subprocess.Popen[bytes], number: int) -> None:
    """To a process and those it started."""
    with contextlib.suppress(ProcessLookupError):
        os.killpg(process.pid, number)
