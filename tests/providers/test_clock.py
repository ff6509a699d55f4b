"""A page's time is over when it is over, whatever the server does with it: each of these servers would hold a fetch for as long as it liked."""

from __future__ import annotations

import socket
import threading
import time
from collections.abc import Callable, Iterator

import pytest

from fundament.providers import guard
from fundament.providers.errors import PageError
from fundament.providers.pages import FetchLimits, PageFetcher
from tests.helpers import raises_saying

SECONDS = 1.0
ENOUGH = 20.0  # a bound that a held fetch would pass by far, not a measure of speed


class SlowServer:
    """Answers every connection by what `speak` says, and counts them."""

    def __init__(self, speak: Callable[[socket.socket, str, threading.Event], None]) -> None:
        self.listening = socket.create_server(("127.0.0.1", 0))
        self.port = self.listening.getsockname()[1]
        self.over = threading.Event()
        self.speak = speak
        threading.Thread(target=self._accept, daemon=True).start()

    def _accept(self) -> None:
        while not self.over.is_set():
            try:
                connection, _ = self.listening.accept()
            except OSError:
                return
            threading.Thread(target=self._serve, args=(connection,), daemon=True).start()

    def _serve(self, connection: socket.socket) -> None:
        with connection:
            try:
                path = connection.recv(4_096).decode("latin-1").split(" ")[1]
                self.speak(connection, path, self.over)
            except OSError:
                pass

    def close(self) -> None:
        self.over.set()
        self.listening.close()


def drip(connection: socket.socket, over: threading.Event, text: bytes, again: bytes) -> None:
    connection.sendall(text)
    while not over.wait(0.05):
        connection.sendall(again)


def whole(connection: socket.socket, body: bytes, kind: bytes = b"text/html") -> None:
    connection.sendall(b"HTTP/1.1 200 OK\r\nContent-Type: %s\r\nContent-Length: %d\r\n\r\n%s" % (kind, len(body), body))


def slow_status(connection: socket.socket, path: str, over: threading.Event) -> None:
    drip(connection, over, b"HTTP/1.1 200 ", b"O")


def slow_headers(connection: socket.socket, path: str, over: threading.Event) -> None:
    drip(connection, over, b"HTTP/1.1 200 OK\r\nX: ", b"x")


def early_hints(connection: socket.socket, path: str, over: threading.Event) -> None:
    drip(connection, over, b"", b"HTTP/1.1 103 Early Hints\r\nLink: </a>\r\n\r\n")


def slow_robots(connection: socket.socket, path: str, over: threading.Event) -> None:
    if path == "/robots.txt":
        drip(connection, over, b"HTTP/1.1 200 OK\r\nContent-Type: text/plain\r\n\r\n", b"#")
    whole(connection, b"<p>There.</p>")


def slow_body(connection: socket.socket, path: str, over: threading.Event) -> None:
    drip(connection, over, b"HTTP/1.1 200 OK\r\nContent-Type: text/html\r\nContent-Length: 100000\r\n\r\n", b"x")


def slow_redirects(connection: socket.socket, path: str, over: threading.Event) -> None:
    over.wait(0.4)
    connection.sendall(b"HTTP/1.1 302 Found\r\nLocation: %sx\r\nContent-Length: 0\r\n\r\n" % path.encode())


@pytest.fixture
def server() -> Iterator[Callable[[Callable[[socket.socket, str, threading.Event], None]], SlowServer]]:
    made: list[SlowServer] = []

    def make(speak: Callable[[socket.socket, str, threading.Event], None]) -> SlowServer:
        made.append(SlowServer(speak))
        return made[-1]

    yield make
    for one in made:
        one.close()


@pytest.mark.parametrize("speak", [slow_status, slow_headers, early_hints, slow_robots, slow_body, slow_redirects])
def test_one_clock_is_over_all_of_it(server: Callable[..., SlowServer], speak: Callable[..., None]) -> None:
    port = server(speak).port
    fetcher = PageFetcher(limits=FetchLimits(seconds=SECONDS, redirects=50), also_allowed=frozenset([f"127.0.0.1:{port}"]))
    started = time.monotonic()
    with raises_saying(PageError, "not complete after"):
        fetcher.fetch(f"http://127.0.0.1:{port}/page")
    assert time.monotonic() - started < ENOUGH


def test_a_name_that_nobody_resolves_is_given_up(monkeypatch: pytest.MonkeyPatch) -> None:
    waiting = threading.Event()
    monkeypatch.setattr(guard.socket, "getaddrinfo", lambda *_, **__: waiting.wait(60) and [])
    started = time.monotonic()
    with raises_saying(PageError, "not complete after"):
        PageFetcher(limits=FetchLimits(seconds=0.3)).fetch("https://slow.test/")
    assert time.monotonic() - started < ENOUGH
    waiting.set()


def test_a_server_that_is_quick_enough_is_read(server: Callable[..., SlowServer]) -> None:
    port = server(lambda connection, path, over: whole(connection, b"<p>There.</p>")).port
    fetcher = PageFetcher(limits=FetchLimits(seconds=60), also_allowed=frozenset([f"127.0.0.1:{port}"]))
    assert fetcher.fetch(f"http://127.0.0.1:{port}/page").content == b"<p>There.</p>"
