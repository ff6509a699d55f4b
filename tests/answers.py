"""A server that answers one thing."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, HTTPServer
from socketserver import BaseServer

import pytest


def in_background(server: BaseServer) -> None:
    """Let a server answer until it is shut down, which then takes no half a second."""
    threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()


@pytest.fixture
def serve() -> Iterator[Callable[[int, bytes], str]]:
    servers: list[HTTPServer] = []

    def start(status: int, body: bytes) -> str:
        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                self.rfile.read(int(self.headers.get("Content-Length", 0)))
                self.send_response(status)
                self.send_header("Content-Length", str(len(body)))
                self.end_headers()
                self.wfile.write(body)

            do_POST = do_GET

            def log_message(self, *arguments: object) -> None:
                pass

        server = HTTPServer(("127.0.0.1", 0), Handler)
        servers.append(server)
        in_background(server)
        return f"http://127.0.0.1:{server.server_address[1]}"

    yield start
    for server in servers:
        server.shutdown()
