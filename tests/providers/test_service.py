"""Services: asked again when they stumble, never more often than they may be, and every raw answer kept."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import pytest

from fundament.providers.errors import QuotaError, ServiceError
from fundament.providers.results import HttpResults
from fundament.providers.service import JsonService, Terms, load
from tests.answers import in_background
from tests.helpers import raises_saying

Answer = tuple[int, bytes, dict[str, str]]


@pytest.fixture
def serve() -> Iterator[Callable[[list[Answer]], tuple[str, list[str]]]]:
    """Serves the answers one after another; gives the address, and the questions as they come."""
    servers = []

    def start(answers: list[Answer]) -> tuple[str, list[str]]:
        asked: list[str] = []

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                status, body, headers = answers[min(len(asked), len(answers) - 1)]
                asked.append(self.path)
                self.send_response(status)
                for name, value in {**headers, "Content-Length": str(len(body))}.items():
                    self.send_header(name, value)
                self.end_headers()
                self.wfile.write(body)

            def log_message(self, *_: object) -> None:
                """Say nothing."""

        server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
        in_background(server)
        servers.append(server)
        return f"http://127.0.0.1:{server.server_address[1]}", asked

    yield start
    for server in servers:
        server.shutdown()


class Kept:
    """Answers in memory."""

    def __init__(self) -> None:
        self.answers: list[tuple[str, str, str]] = []

    def recent(self, service: str, question: str, seconds: float) -> str | None:
        return next((raw for s, q, raw in reversed(self.answers) if (s, q) == (service, question)), None)

    def keep(self, service: str, question: str, raw: str, cost: float) -> None:
        self.answers.append((service, question, raw))

    def asked(self, service: str, seconds: float) -> int:
        return len(self.answers)


GOOD: Answer = (200, b'{"results": [{"rank": 1, "url": "https://a.example/"}]}', {})


def test_a_service_that_stumbles_is_asked_again_and_waits_as_long_as_it_says(
    serve: Callable[[list[Answer]], tuple[str, list[str]]],
) -> None:
    address, asked = serve([(503, b"", {}), (429, b"", {"Retry-After": "3"}), GOOD])
    waits: list[float] = []
    assert JsonService("s", address, wait=waits.append).ask("/results", {})["results"]
    assert len(asked) == 3 and waits == [0.5, 3.0]


@pytest.mark.parametrize("status", [400, 403, 404])
def test_one_that_says_no_is_not_asked_again(serve: Callable[[list[Answer]], tuple[str, list[str]]], status: int) -> None:
    address, asked = serve([(status, b"", {})])
    with raises_saying(ServiceError, str(status)):
        JsonService("s", address, wait=lambda _: None).ask("/results", {})
    assert len(asked) == 1


def test_it_is_given_up_after_three_times(serve: Callable[[list[Answer]], tuple[str, list[str]]]) -> None:
    address, asked = serve([(500, b"", {})])
    with raises_saying(ServiceError, "500"):
        JsonService("s", address, wait=lambda _: None).ask("/results", {})
    assert len(asked) == 3


def test_answers_are_kept_and_the_same_question_costs_nothing(serve: Callable[[list[Answer]], tuple[str, list[str]]]) -> None:
    address, asked = serve([GOOD])
    kept = Kept()
    service = HttpResults(address, terms=Terms(keep_seconds=60), answers=kept)
    question = {"country": "gb", "language": "en", "device": "mobile", "count": 10}
    for _ in range(3):
        assert service.search("lime", **question).results[0].url == "https://a.example/"  # type: ignore[arg-type]
    assert len(asked) == len(kept.answers) == 1
    service.search("lime wash", **question)  # type: ignore[arg-type]
    assert len(asked) == 2 and kept.answers[1][2].startswith('{"results"')


def test_a_quota_is_not_gone_over(serve: Callable[[list[Answer]], tuple[str, list[str]]]) -> None:
    address, asked = serve([GOOD])
    service = JsonService("s", address, Terms(quota=2), Kept())
    for number in range(2):
        service.ask("/results", {"q": str(number)})
    with raises_saying(QuotaError, "2 times"):
        service.ask("/results", {"q": "3"})
    assert len(asked) == 2


@pytest.mark.parametrize(
    "body", [b"<html>", b"[1]", b'{"results": 7}', b'{"results": [{"rank": 1e400, "url": "x"}]}', b"[" * 100_000, b'{"results": [null]}']
)  # fmt: skip
def test_odd_answers_give_one_sentence(serve: Callable[[list[Answer]], tuple[str, list[str]]], body: bytes) -> None:
    address, _ = serve([(200, body, {})])
    with raises_saying(ServiceError, "Nothing was imported"):
        HttpResults(address).search("x", country="gb", language="en", device="desktop", count=10)


def test_odd_characters_in_an_answer_can_be_stored(serve: Callable[[list[Answer]], tuple[str, list[str]]]) -> None:
    address, _ = serve([(200, b'{"results": [{"rank": 1, "url": "https://a.example/", "title": "a\\u0000b \\ud83d"}]}', {})])
    title = HttpResults(address).search("x", country="gb", language="en", device="desktop", count=10).results[0].title
    assert title == "ab ?"


def test_a_provider_is_found_by_its_setting() -> None:
    assert load("fundament.providers.results:HttpResults") is HttpResults
