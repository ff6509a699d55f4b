"""Doing something with what comes from outside in a process of its own: with a clock, a bound on memory, and no door open.

The process loads what it needs first. Then no file, connection or program can be opened in it, by two means: the kernel gives it no further descriptor, and
Python refuses the event. Whatever is in a file, nobody is asked for anything.
"""

from __future__ import annotations

import contextlib
import importlib
import resource
import sys
from collections.abc import Callable
from multiprocessing import get_context
from multiprocessing.connection import Connection
from typing import Any, TypeVar

from fundament.core.errors import SaidError

Result = TypeVar("Result")
LOADING_SECONDS = 60.0
DOORS = (
    "open",
    "os.",
    "socket.",
    "urllib.",
    "ftplib.",
    "http.",
    "smtplib.",
    "subprocess.",
    "import",
    "ctypes.",
    "shutil.",
    "tempfile.",
    "webbrowser.",
)


class ConfinedError(SaidError):
    """What was asked for was not done. Codes: confined.slow, confined.large, confined.ended."""


def confined(work: Callable[..., Result], *arguments: Any, prepare: Callable[[], None], seconds: float, megabytes: int) -> Result:
    """What `work(*arguments)` gives, worked out in a process of its own.

    work, prepare: functions of a module, found there by name; prepare loads all that work needs, before the doors are closed. seconds: from when it is
    loaded. megabytes: of memory beside what it has then. Raises ConfinedError when it takes too long, too much, or ends; what work raises as a SaidError is
    raised here.
    """
    context = get_context("spawn")
    ours, theirs = context.Pipe()
    process = context.Process(target=_run, args=(theirs, name_of(prepare), name_of(work), arguments, megabytes), daemon=True)
    process.start()
    theirs.close()
    try:
        if not ours.poll(LOADING_SECONDS) or ours.recv() != "ready":
            raise ConfinedError("confined.ended")
        if not ours.poll(seconds):
            raise ConfinedError("confined.slow", seconds=seconds)
        kind, value = ours.recv()
    except EOFError:
        raise ConfinedError("confined.ended") from None
    finally:
        process.kill()
        process.join()
        ours.close()
    if kind == "said":
        raise value
    if kind == "large":
        raise ConfinedError("confined.large", megabytes=megabytes)
    if kind != "done":
        raise ConfinedError("confined.ended")
    result: Result = value
    return result


def name_of(function: Callable[..., Any]) -> tuple[str, str]:
    """A function of a module by name, as another process finds it."""
    return function.__module__, function.__qualname__


def _run(pipe: Connection, prepare: tuple[str, str], work: tuple[str, str], arguments: tuple[Any, ...], megabytes: int) -> None:
    """In the process."""
    function_named(prepare)()
    function = function_named(work)
    answer: tuple[str, Any]
    pipe.send("ready")
    close_doors(megabytes)
    try:
        answer = "done", function(*arguments)
    except SaidError as error:
        answer = "said", error
    except MemoryError:
        answer = "large", None
    except Exception:  # whatever a parser raises over a file that was made to break it
        answer = "broke", None
    with contextlib.suppress(OSError, MemoryError):
        pipe.send(answer)


def function_named(name: tuple[str, str]) -> Callable[..., Any]:
    """The function of this name."""
    found: Callable[..., Any] = getattr(importlib.import_module(name[0]), name[1])
    return found


def megabytes_taken() -> float:
    """The data and stack of this process."""
    with open("/proc/self/statm") as file:
        return int(file.read().split()[5]) * resource.getpagesize() / 1_000_000


def close_doors(megabytes: int) -> None:
    """From here on this process opens nothing, and takes no more than so much memory beside what it has. Cannot be taken back."""
    resource.setrlimit(resource.RLIMIT_DATA, (int((megabytes_taken() + megabytes) * 1_000_000),) * 2)
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
    resource.setrlimit(resource.RLIMIT_NOFILE, (0, 0))
    sys.addaudithook(_refuse)


def _refuse(event: str, _: tuple[Any, ...]) -> None:
    if event.startswith(DOORS):
        raise PermissionError(f"a confined process does not do {event}")
