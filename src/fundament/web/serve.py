"""One web process: `python -m fundament.web.serve --port 8000`, as many times as there are cores to give.

Each process listens on a socket of its own at the same port, and the kernel spreads connections over them. Where processes share one socket, the first to
wake takes what has come: one was at its limit while the other had half of its time left.
"""

from __future__ import annotations

import argparse
import asyncio
import socket

import uvicorn
from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

KEEP_ALIVE, LAST_ANSWERS = 5, 5  # seconds
HEAD_SECONDS = 15.0  # until the head of a request is there


class PatientProtocol(HttpToolsProtocol):
    """HTTP of connections whose heads come in time; others are closed."""

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Called by the loop."""
        super().connection_made(transport)
        self._wait_for_head()

    def on_message_begin(self) -> None:
        """Called by the parser: a head begins."""
        super().on_message_begin()
        self._wait_for_head()

    def on_headers_complete(self) -> None:
        """Called by the parser: a head is there."""
        self._head.cancel()
        super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """Called by the loop."""
        self._head.cancel()
        super().connection_lost(exc)

    def _wait_for_head(self) -> None:
        if (before := getattr(self, "_head", None)) is not None:
            before.cancel()
        self._head = self.loop.call_later(HEAD_SECONDS, self.transport.close)


def listening_socket(host: str, port: int) -> socket.socket:
    """A socket at this address, which other web processes may have too."""
    found = socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEPORT, 1)
    found.bind((host, port))
    return found


def main() -> None:
    parser = argparse.ArgumentParser(prog="fundament.web.serve", description="One web process.")
    parser.add_argument("--host", default="127.0.0.1")
    parser.add_argument("--port", type=int, required=True)
    options = parser.parse_args()
    config = uvicorn.Config(
        "fundament.web.asgi:application", loop="uvloop", http=PatientProtocol, log_config=None, access_log=False, server_header=False,
        timeout_keep_alive=KEEP_ALIVE, timeout_graceful_shutdown=LAST_ANSWERS,
    )  # fmt: skip
    uvicorn.Server(config).run([listening_socket(options.host, options.port)])


if __name__ == "__main__":
    main()
