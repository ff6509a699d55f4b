"""What the tests of confined processes have done in them."""

from __future__ import annotations

import os
import socket
import subprocess
import urllib.request


def load() -> None:
    """Nothing more is needed."""


def _connect(address: str) -> None:
    host, _, port = address.removeprefix("http://").partition("/")[0].partition(":")
    socket.create_connection((host, int(port)), timeout=2)


def _bare_descriptor(_: str) -> None:
    """A pipe is opened without any event that Python could refuse."""
    os.pipe()


DOORS = {
    "file": lambda _: open("/etc/passwd"),  # noqa: SIM115
    "descriptor": lambda _: os.open("/etc/passwd", os.O_RDONLY),
    "connection": _connect,
    "name": lambda _: socket.getaddrinfo("localhost", 80),
    "address": lambda address: urllib.request.urlopen(address, timeout=2),
    "program": lambda _: subprocess.run(["true"], check=False),
    "pipe": _bare_descriptor,
}


def knock(door: str, address: str) -> str:
    """Try to open something."""
    try:
        DOORS[door](address)
    except OSError:
        return "refused"
    return "open"


def never_end() -> None:
    """Work for ever."""
    while True:
        pass


def take(count: int) -> int:
    """Take so many bytes."""
    return len(bytearray(count))


def end() -> None:
    """End without a word."""
    os._exit(3)
