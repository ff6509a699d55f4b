"""One web process: `python -m fundament.web.serve --port 8000`, as many times as there are cores to give.

Each process listens on a socket of its own at the same port, and the kernel spreads connections over them. Where processes share one socket, the first to
wake takes what has come: one was at its limit while the other had half of its time left.
"""

from __future__ import annotations

import argparse
import asyncio
import os
import socket
from collections.abc import Callable
from typing import Any

import uvicorn
from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol, RequestResponseCycle

from fundament.web.sending import ABORT

KEEP_ALIVE, LAST_ANSWERS = 5, 5  # seconds
HEAD_SECONDS = 15.0  # until the head of a request is there
UNREAD_SECONDS = 30.0  # until what is not read is given up
MOST_PIPELINED = 8  # requests of one connection that wait for its first; more are refused with the connection


class PatientProtocol(HttpToolsProtocol):
    """HTTP of connections whose heads come in time, whose answers are read in time, and which ask for few things at once; others are closed."""

    def __init__(self, *arguments: Any, **named: Any) -> None:
        super().__init__(*arguments, **named)
        self._clocks: dict[str, asyncio.TimerHandle] = {}
        self._answered: RequestResponseCycle | None = None  # the request that is answered now

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Called by the loop."""
        super().connection_made(transport)
        self._start("head", HEAD_SECONDS, transport.close)

    def on_message_begin(self) -> None:
        """Called by the parser: a head begins."""
        super().on_message_begin()
        self.scope[ABORT] = self.transport.abort  # type: ignore[literal-required]
        if len(self.pipeline) >= MOST_PIPELINED:
            self.transport.abort()
        self._start("head", HEAD_SECONDS, self.transport.close)

    def on_headers_complete(self) -> None:
        """Called by the parser: a head is there."""
        self._stop("head")
        if not self.transport.is_closing():
            super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """Called by the loop. What waits behind a request is not begun, and the request that is answered is told, whichever came last."""
        for clock in list(self._clocks):
            self._stop(clock)
        self.pipeline.clear()
        if self._answered is not None and not self._answered.response_complete:
            self._answered.disconnected = True
            self._answered.message_event.set()
        super().connection_lost(exc)

    def pause_writing(self) -> None:
        """Called by the loop: what was sent is not read."""
        super().pause_writing()
        self._start("unread", UNREAD_SECONDS, self.transport.abort)

    def resume_writing(self) -> None:
        """Called by the loop: it was read."""
        self._stop("unread")
        super().resume_writing()

    def _start_asgi_task(self, cycle: RequestResponseCycle, app: Any) -> None:
        self._answered = cycle
        super()._start_asgi_task(cycle, app)

    def _start(self, clock: str, seconds: float, then: Callable[[], None]) -> None:
        self._stop(clock)
        self._clocks[clock] = self.loop.call_later(seconds, then)

    def _stop(self, clock: str) -> None:
        if (timer := self._clocks.pop(clock, None)) is not None:
            timer.cancel()


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
    proxies = os.environ.get("FUNDAMENT_PROXIES", "")  # nobody else says for whom they ask
    config = uvicorn.Config(
        "fundament.web.asgi:application", loop="uvloop", http=PatientProtocol, log_config=None, access_log=False, server_header=False,
        proxy_headers=bool(proxies), forwarded_allow_ips=proxies, timeout_keep_alive=KEEP_ALIVE, timeout_graceful_shutdown=LAST_ANSWERS,
    )  # fmt: skip
    uvicorn.Server(config).run([listening_socket(options.host, options.port)])


if __name__ == "__main__":
    main()
