"""Bodies of requests: what is too large is refused before it is read, what is too slow is given up, each with its sentence."""

from __future__ import annotations

import asyncio
import socket
import time
from collections.abc import Iterator
from typing import Any

import pytest

from fundament.core.yardstick.entity_finding.skos import MOST_BYTES
from fundament.web import serve
from fundament.web.asgi import Application
from fundament.web.bodies import most_body_of
from tests.helpers import run_in_a_loop
from tests.web.process.serving import served


class Asked:
    """One request to the application, sent piece by piece."""

    def __init__(
        self, application: Application, path: str, pieces: list[bytes], *, declared: int | None = None, pause: float = 0.0
    ) -> None:
        headers = [(b"host", b"127.0.0.1"), (b"content-type", b"application/x-www-form-urlencoded")]
        if declared is not None:
            headers.append((b"content-length", str(declared).encode()))
        self.scope = {"type": "http", "method": "POST", "path": path, "raw_path": path.encode(), "query_string": b"", "headers": headers,
                      "http_version": "1.1", "scheme": "http", "server": ("127.0.0.1", 80), "client": ("127.0.0.1", 9)}  # fmt: skip
        self.pieces, self.pause, self.taken, self.sent = pieces, pause, 0, []
        run_in_a_loop(application(self.scope, self.receive, self.send))

    async def receive(self) -> dict[str, Any]:
        await asyncio.sleep(self.pause)
        self.taken += 1
        return {"type": "http.request", "body": self.pieces[self.taken - 1], "more_body": self.taken < len(self.pieces)}

    async def send(self, event: dict[str, Any]) -> None:
        self.sent.append(event)

    @property
    def status(self) -> int:
        return int(self.sent[0]["status"])

    @property
    def text(self) -> str:
        return b"".join(event.get("body", b"") for event in self.sent).decode()

    def header(self, name: bytes) -> bytes:
        return next((value for key, value in self.sent[0]["headers"] if key.lower() == name), b"")


@pytest.fixture
def application() -> Application:
    return Application()


def test_two_hundred_megabytes_to_the_sign_in_page_are_refused_before_a_byte_is_read(application: Application) -> None:
    asked = Asked(application, "/sign-in/", [b"x"] * 10, declared=200_000_000)
    assert (asked.status, asked.taken) == (413, 0)
    assert "larger than is allowed here (100 kB)" in asked.text
    assert asked.header(b"connection") == b"close"
    assert b"default-src" in asked.header(b"content-security-policy") and b"no-store" in asked.header(b"cache-control")


def test_a_body_that_does_not_say_its_length_is_refused_as_soon_as_it_is_too_large(application: Application) -> None:
    asked = Asked(application, "/sign-in/", [b"x" * 10_000] * 1_000)
    assert asked.status == 413 and asked.taken <= 12


def test_large_bodies_are_for_those_who_are_signed_in(application: Application, monkeypatch: pytest.MonkeyPatch) -> None:
    pieces = [b"x" * 50_000] * 6
    assert Asked(application, "/drafts/1/text/", pieces, declared=300_000).status == 413

    async def signed_in(_: Any) -> bool:
        return True

    read: list[int] = []

    async def answer(_: Any, __: Any, body: bytes) -> None:
        read.append(len(body))

    monkeypatch.setattr(application, "_is_signed_in", signed_in)
    monkeypatch.setattr(application, "_answer", answer)
    Asked(application, "/drafts/1/text/", pieces, declared=300_000)
    Asked(application, "/drafts/1/text/", pieces)  # without a length
    Asked(application, "/studies/1/rename/", pieces, declared=300_000)  # this view takes no large ones from anybody
    assert read == [300_000, 300_000, 0]
    assert application._held == 0


def test_the_refusal_is_json_where_a_script_asked(application: Application) -> None:
    asked = Asked(application, "/drafts/1/text/", [b"x"], declared=20_000_000)
    assert asked.status == 413 and asked.text.startswith('{"problem": "What was sent is larger')


def test_a_slow_body_is_given_up(application: Application, settings: Any) -> None:
    settings.BODY_SECONDS = 0.05
    asked = Asked(application, "/sign-in/", [b"x"] * 100, declared=100, pause=0.02)
    assert asked.status == 408 and asked.taken < 10 and application._held == 0


def test_so_many_bytes_are_held_at_once(application: Application, settings: Any) -> None:
    settings.BODIES_HELD = 50_000
    asked = Asked(application, "/sign-in/", [b"x" * 20_000] * 4, declared=80_000)
    assert asked.status == 503 and asked.header(b"retry-after") == b"5" and application._held == 0


def test_each_view_says_what_it_takes(settings: Any) -> None:
    assert most_body_of("/drafts/1/text/") == settings.LARGEST_TEXT
    assert most_body_of("/studies/1/entities/own/") == MOST_BYTES + 100_000
    assert most_body_of("/sign-in/") == most_body_of("/no/such/page/") == settings.SMALL_BODY


@pytest.fixture
def patient(monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    """A server that waits a moment for the head of a request."""
    monkeypatch.setattr(serve, "HEAD_SECONDS", 0.3)

    async def answers(scope: Any, receive: Any, send: Any) -> None:
        await send({"type": "http.response.start", "status": 200, "headers": [(b"content-length", b"2")]})
        await send({"type": "http.response.body", "body": b"ok"})

    with served(answers) as port:
        yield port


def test_a_head_that_does_not_come_ends_the_connection_and_one_that_does_not(patient: int) -> None:
    with socket.create_connection(("127.0.0.1", patient), timeout=10) as half:
        half.sendall(b"GET / HTTP/1.1\r\nHost: x\r\nX: ")
        assert half.recv(100) == b""  # closed by the server
    with socket.create_connection(("127.0.0.1", patient), timeout=10) as silent:
        assert silent.recv(100) == b""
    with socket.create_connection(("127.0.0.1", patient), timeout=10) as whole:
        for _ in range(3):
            whole.sendall(b"GET / HTTP/1.1\r\nHost: x\r\n\r\n")
            assert whole.recv(1000).endswith(b"ok")
            time.sleep(0.4)  # longer than a head may take: the connection is kept between requests
