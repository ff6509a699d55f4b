"""Whatever a client does, turns and connections come back: every way to leave, answers that nobody reads, passwords and slow work beside others."""

from __future__ import annotations

import asyncio
import socket
import struct
import threading
import time
from collections.abc import Iterator
from typing import Any

import pytest
from django.core.signals import request_finished, request_started
from django.db import connection
from django.http import HttpRequest, HttpResponse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from fundament.web import serve
from fundament.web import watchdog as watchdog_module
from fundament.web.asgi import Application
from fundament.web.sending import Answer, Sender
from fundament.web.turns import HASHING, ORDINARY, Turns, turn_of
from fundament.web.watchdog import Watchdog
from tests.helpers import examples, run_in_a_loop
from tests.web.process.serving import served

pytestmark = pytest.mark.slow

LARGE = 6_000_000  # bytes; more than the sockets between two programs hold


class Views:
    """Views that take a connection each, as ours do, in place of Django's routing: what leaves and when is all that matters here."""

    def __init__(self) -> None:
        self.begun = self.finished = self.started = 0
        self.gate = threading.Event()
        self.gate.set()
        self.others = of_server()  # what listens for tests of the browser, in the same process

    def answer(self, request: HttpRequest) -> HttpResponse:
        self.begun += 1
        connection.ensure_connection()
        self.gate.wait(10)
        return HttpResponse(b"x" * (LARGE if "large" in request.path else 10))

    def count_started(self, **_: Any) -> None:
        self.started += 1

    def count_finished(self, **_: Any) -> None:
        self.finished += 1


@pytest.fixture
def views(monkeypatch: pytest.MonkeyPatch, transactional_db: None) -> Iterator[Views]:
    found = Views()
    monkeypatch.setattr("fundament.web.asgi.Handler.get_response", lambda _, request: found.answer(request))
    request_started.connect(found.count_started)
    request_finished.connect(found.count_finished)
    yield found
    found.gate.set()
    request_started.disconnect(found.count_started)
    request_finished.disconnect(found.count_finished)


@pytest.fixture
def running(views: Views) -> Iterator[tuple[Application, int]]:
    application = Application()
    with served(application) as port:
        yield application, port


def connected(port: int) -> socket.socket:
    found = socket.socket()
    found.settimeout(10)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 4_096)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_LINGER, struct.pack("ii", 1, 0))  # closing resets
    found.connect(("127.0.0.1", port))
    return found


def request_to(
    path: str, *, cookie: str = "sessionid=invented", body: bytes = b"", method: str = "GET", length: int | None = None
) -> bytes:
    length = len(body) if length is None else length
    return f"{method} {path} HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookie}\r\nContent-Length: {length}\r\n\r\n".encode() + body


def leave(port: int, how: str, path: str, pause: float) -> None:
    """One client that comes, does one thing, and is gone."""
    with connected(port) as client:
        if how == "before the head":
            client.sendall(b"GET /large/ HT")
        elif how == "in the body":
            client.sendall(request_to(path, method="POST", length=50_000, body=b"x" * 100))
        elif how == "pipelined":
            client.sendall(request_to(path) * 2)
        elif how == "many pipelined":
            client.sendall(request_to(path) * 60)
        else:
            client.sendall(request_to(path))
        if how == "half closed":
            client.shutdown(socket.SHUT_WR)
        time.sleep(pause)
        if how == "in the answer":
            client.recv(1_000)
        if how == "at once answered":
            client.sendall(request_to(path))


def comes_back(application: Application, views: Views) -> None:
    """Every turn, byte and connection is there again; waits for it, as the server may still be at work."""
    until = time.monotonic() + 20
    while time.monotonic() < until:
        held = [turns.working for turns in application.turns.values()] + [application.sender.held, application._held]
        if not any(held) and views.started == views.finished and of_server() <= views.others:
            return
        time.sleep(0.02)
    raise AssertionError((held, views.started, views.finished, of_server()))


def of_server() -> int:
    """Connections to the database beside the test's own."""
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() AND backend_type = 'client backend'"
        )
        return int(cursor.fetchone()[0])


WAYS = ("before the head", "in the body", "pipelined", "many pipelined", "half closed", "in the answer", "at once answered", "in the view")


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    st.lists(
        st.tuples(st.sampled_from(WAYS), st.sampled_from(["/small/", "/large/"]), st.sampled_from([0.0, 0.003, 0.03])),
        min_size=1,
        max_size=30,
    )
)
def test_every_way_to_leave_gives_everything_back(
    running: tuple[Application, int], views: Views, left: list[tuple[str, str, float]]
) -> None:
    application, port = running
    clients = [threading.Thread(target=leave, args=(port, *one)) for one in left]
    for client in clients:
        client.start()
    for client in clients:
        client.join()
    comes_back(application, views)
    with connected(port) as client:
        client.sendall(request_to("/small/"))
        assert client.recv(4_000).startswith(b"HTTP/1.1 200")


def test_twenty_four_pipelined_and_reset_connections_stop_nobody(running: tuple[Application, int], views: Views) -> None:
    application, port = running
    for _ in range(24):
        leave(port, "pipelined", "/large/", 0.003)
    comes_back(application, views)


def test_answers_that_nobody_reads_hold_no_turn_and_no_connection(
    running: tuple[Application, int], views: Views, monkeypatch: pytest.MonkeyPatch
) -> None:
    application, port = running
    monkeypatch.setattr(serve, "UNREAD_SECONDS", 6.0)
    silent = [connected(port) for _ in range(20)]
    for client in silent:
        client.sendall(request_to("/large/"))

    def are_back() -> bool:
        return views.finished == 20 and not any(turns.working for turns in application.turns.values()) and of_server() <= views.others

    until = time.monotonic() + 10
    while not are_back() and time.monotonic() < until:
        time.sleep(0.02)
    assert are_back()
    assert application.sender.held > 0  # they are still being sent
    comes_back(application, views)  # and are given up when nobody reads for too long
    for client in silent:
        client.close()


def test_so_many_bytes_of_answers_are_held_and_the_one_read_least_lately_is_given_up(settings: Any) -> None:
    settings.ANSWERS_HELD = 250_000
    ended: list[str] = []

    async def all_of_them() -> None:
        sender, never = Sender(), asyncio.Event()

        async def unread(_: Any) -> None:
            await never.wait()

        async def read(_: Any) -> None:
            await asyncio.sleep(0)

        sending = []
        for name in ("first", "second", "third", "fourth"):
            scope = {"fundament.abort": lambda name=name: ended.append(name)}
            sending.append(asyncio.create_task(sender.send(scope, unread, Answer(200, [], b"x" * 100_000))))
            await asyncio.sleep(0.01)
        assert ended == ["first", "second"] and sender.held == 200_000 and sender.given_up == 2
        await sender.send({}, read, Answer(200, [], b"x" * 1_000))  # others go on
        never.set()
        await asyncio.gather(*sending)
        assert sender.held == 0

    run_in_a_loop(all_of_them())


def test_whoever_left_while_waiting_is_not_answered_but_what_was_sent_is_done(
    running: tuple[Application, int], views: Views, settings: Any
) -> None:
    application, port = running
    views.gate.clear()
    first = [connected(port) for _ in range(settings.VIEWS_AT_ONCE)]
    for client in first:
        client.sendall(request_to("/small/"))
    until = time.monotonic() + 10
    while views.begun < settings.VIEWS_AT_ONCE and time.monotonic() < until:
        time.sleep(0.01)
    for _ in range(5):
        leave(port, "in the view", "/small/", 0.05)
    with connected(port) as sends:
        sends.sendall(request_to("/small/", method="POST", body=b"text=kept"))
        time.sleep(0.05)
    views.gate.set()
    comes_back(application, views)
    assert views.begun == settings.VIEWS_AT_ONCE + 1  # the five that only looked are left out, what was sent is not
    for client in first:
        client.close()


def test_views_say_which_turn_they_take() -> None:
    assert turn_of("POST", "/sign-in/") == turn_of("POST", "/account/") == turn_of("POST", "/new-password/abc/") == HASHING
    assert turn_of("GET", "/sign-in/") == turn_of("GET", "/studies/") == turn_of("POST", "/no/such/page/") == ORDINARY
    assert turn_of("POST", "/drafts/1/text/") == ORDINARY
    assert turn_of("POST", "/drafts/of/1/bring/") == ORDINARY  # a job reads it
    assert turn_of("POST", "/pictures/") == ORDINARY
    assert turn_of("POST", "/pictures/library/") == ORDINARY


def test_turns_go_from_one_account_to_the_next() -> None:
    order: list[str] = []

    async def all_of_them() -> None:
        turns = Turns("test", 1)
        greedy = [asyncio.create_task(turns.run("greedy", lambda n=n: order.append(f"greedy {n}"))) for n in range(5)]
        modest = [asyncio.create_task(turns.run("modest", lambda: order.append("modest")))]
        await asyncio.gather(*greedy, *modest)
        assert turns.working == 0

    run_in_a_loop(all_of_them())
    assert order.index("modest") <= 2 and len(order) == 6


@settings(max_examples=examples(40), deadline=None)
@given(st.lists(st.tuples(st.sampled_from("abc"), st.booleans()), max_size=25), st.integers(1, 3))
def test_turns_come_back_whoever_is_cancelled(asks: list[tuple[str, bool]], at_once: int) -> None:
    async def all_of_them() -> None:
        turns = Turns("test", at_once)
        tasks = [asyncio.create_task(turns.run(account, lambda: time.sleep(0.001))) for account, _ in asks]
        await asyncio.sleep(0.001)
        for task, (_, leaves) in zip(tasks, asks, strict=True):
            if leaves:
                task.cancel()
        await asyncio.gather(*tasks, return_exceptions=True)
        until = time.monotonic() + 5
        while turns.working and time.monotonic() < until:
            await asyncio.sleep(0.005)
        assert turns.working == 0

    run_in_a_loop(all_of_them())


def test_health_says_that_turns_do_not_come_back_and_the_process_ends(
    running: tuple[Application, int], views: Views, settings: Any, monkeypatch: pytest.MonkeyPatch
) -> None:
    application, port = running
    settings.STUCK_SECONDS = 0.2
    monkeypatch.setattr(watchdog_module, "EVERY", 0.05)
    ended = threading.Event()

    async def watch() -> None:
        application.watchdog.start(ended.set)
        await asyncio.sleep(1.0)

    views.gate.clear()
    stuck = [connected(port) for _ in range(settings.VIEWS_AT_ONCE)]
    for client in stuck:
        client.sendall(request_to("/small/"))
    time.sleep(0.5)
    with connected(port) as client:
        client.sendall(request_to("/health"))
        answer = client.recv(4_000)
    assert answer.startswith(b"HTTP/1.1 503") and b"no ordinary turn came back" in answer
    run_in_a_loop(watch())
    assert ended.is_set()
    views.gate.set()
    comes_back(application, views)
    with connected(port) as client:
        client.sendall(request_to("/health"))
        assert client.recv(4_000).startswith(b"HTTP/1.1 200")
    for client in stuck:
        client.close()


def test_an_empty_pool_is_no_health_unless_views_work_with_it(settings: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    settings.STUCK_SECONDS = 0.02
    turns = Turns("test", 2)
    dog = Watchdog({"ordinary": turns})
    monkeypatch.setattr(watchdog_module, "_pool", lambda: {"pool_size": 4, "pool_max": 4, "pool_available": 0})
    assert not dog.problem()  # from now on
    time.sleep(0.03)
    assert "the pool has no connection" in dog.problem()
    turns.working = 1
    assert not dog.problem()
    monkeypatch.setattr(watchdog_module, "_pool", lambda: {"pool_size": 4, "pool_max": 4, "pool_available": 2})
    turns.working = 0
    assert not dog.problem()
