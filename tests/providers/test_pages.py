"""Fetching, against the stand-ins and their awkward pages, and the guard."""

from __future__ import annotations

import socket
from collections.abc import Callable, Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import pytest

from fundament.providers.errors import PageError, ServiceError
from fundament.providers.guard import Target, check_address, check_form, is_public
from fundament.providers.pages import FetchLimits, PageFetcher
from fundament.providers.results import HttpResults
from standins.server import REDIRECTS
from tests.answers import in_background
from tests.helpers import raises_saying


@pytest.fixture
def fetcher(standins: str) -> PageFetcher:
    return PageFetcher(simulated_proxy=standins, limits=FetchLimits(seconds=60.0, connect_seconds=10.0))


def test_a_page_is_fetched_and_a_redirect_is_followed_and_noted(fetcher: PageFetcher) -> None:
    source, target = next(iter(REDIRECTS.items()))
    page = fetcher.fetch(source)
    assert page.asked == source and page.url == target
    assert page.notes[0].code == "reading.redirected"
    assert b"<h1>" in page.content


@pytest.mark.parametrize(
    ("path", "words"),
    [
        ("/huge", "larger than 5 MB"), ("/endless", "larger than 5 MB"), ("/bomb", "larger than 5 MB"), ("/drip", "not complete after"),
        ("/redirect-to-loopback", "private network"), ("/redirect-to-metadata", "private network"), ("/redirect-loop", "redirects more than"),
        ("/pdf", "This is a PDF"), ("/error", "fault of its own (503)"), ("/nothing", "does not exist"),
    ],
)  # fmt: skip
def test_awkward_pages_are_refused_in_one_sentence(standins: str, path: str, words: str) -> None:
    """Only the page that never ends by itself waits for the clock: a busy machine must not run out of time before a page out of size."""
    limits = FetchLimits(seconds=2.0) if path == "/drip" else FetchLimits(seconds=120.0)
    with raises_saying(PageError, words):
        PageFetcher(simulated_proxy=standins, limits=limits).fetch(f"https://odd.example{path}")


def test_a_slow_page_is_given_up(standins: str) -> None:
    quick = PageFetcher(simulated_proxy=standins, limits=FetchLimits(connect_seconds=0.5))
    with raises_saying(PageError, "did not answer"):
        quick.fetch("https://www.museumofbrick.example/learn/lime-and-brick")


def test_robots_txt_is_respected(fetcher: PageFetcher) -> None:
    with raises_saying(PageError, "robots.txt"):
        fetcher.fetch("https://www.ashlartrust.example/basket")


@pytest.mark.parametrize(
    "url",
    [
        "http://127.0.0.1/", "http://127.1/", "http://2130706433/", "http://0x7f.1/", "http://[::1]/", "http://[::ffff:127.0.0.1]/",
        "http://localhost/", "http://10.1.2.3/", "http://192.168.0.1/", "http://172.16.9.9/", "http://169.254.169.254/latest", "http://0.0.0.0/",
        "http://100.64.0.1/", "http://[fd00::1]/", "http://[fe80::1]/", "http://[64:ff9b::7f00:1]/", "file:///etc/passwd", "gopher://a.example/",
        "ftp://a.example/", "http://", "//a.example/", "http://a.example:22/", "javascript:alert(1)", "http://[bad", "http://224.0.0.1/",
    ],
)  # fmt: skip
def test_the_guard_refuses(url: str) -> None:
    with pytest.raises(PageError):
        check_address(url)


def test_a_name_with_one_private_address_is_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    answers = [(socket.AF_INET, socket.SOCK_STREAM, 6, "", (address, 80)) for address in ("93.184.216.34", "10.0.0.1")]
    monkeypatch.setattr(socket, "getaddrinfo", lambda *a, **k: answers)
    with raises_saying(PageError, "private network"):
        check_address("http://rebinding.test/")
    monkeypatch.setattr(socket, "getaddrinfo", lambda *a, **k: answers[:1])
    assert check_address("http://public.test/").addresses == ("93.184.216.34",)


def test_simulated_hosts_are_only_let_through_where_a_proxy_serves_them() -> None:
    assert check_address("https://a.example/", simulated_suffix=".example").addresses == ()
    with pytest.raises(PageError):
        check_address("https://notexample/", simulated_suffix=".example")


def test_public_addresses() -> None:
    assert is_public("93.184.216.34") and is_public("2606:2800:220:1::1")
    assert is_public("2a00:1450:4001::1") and is_public("64:ff9b::5db8:d822")
    for address in (
        "::ffff:10.0.0.1", "2002:7f00:1::", "::7f00:1", "::1", "::", "::ffff:0:127.0.0.1", "64:ff9b:1::7f00:1", "64:ff9b::a00:1", "fec0::1", "5f00::1", "3fff::1",
        "2001::1", "2001:db8::1", "2001:10::1", "2001:20::1", "fc00::1", "fe80::1%eth0", "ff02::1", "100::1", "4000::1", "2002:5db8:d822::1",
    ):  # fmt: skip
        assert not is_public(address), address


def test_ranked_results_come_over_http(standins: str) -> None:
    page = HttpResults(standins).search("Repointing brick  with lime mortar", country="gb", language="en", device="desktop", count=10)
    assert [r.rank for r in page.results] == list(range(1, 11))
    assert page.questions
    assert HttpResults(standins).search("zzz", country="gb", language="en", device="mobile", count=10).results == ()


@pytest.mark.parametrize("answer", [(200, b"not json"), (200, b"{}"), (200, b'{"results": [{}]}'), (500, b"")])
def test_a_results_service_that_answers_badly_gives_one_sentence(answer: tuple[int, bytes], serve: Callable[[int, bytes], str]) -> None:
    with pytest.raises(ServiceError):
        HttpResults(serve(*answer)).search("x", country="gb", language="en", device="desktop", count=10)


def test_a_results_service_that_is_down_gives_one_sentence() -> None:
    with raises_saying(ServiceError, "cannot be reached"):
        HttpResults("http://127.0.0.1:9").search("x", country="gb", language="en", device="desktop", count=10)


class _Page(BaseHTTPRequestHandler):
    """Pages as a real host would serve them, without any proxy."""

    def do_GET(self) -> None:
        if self.path == "/moved":
            self.send_response(302)
            self.send_header("Location", "/page")
            self.end_headers()
            return
        body = b"User-agent: *\nDisallow: /secret" if self.path == "/robots.txt" else f"<p>{self.headers['Host']} {self.path}</p>".encode()
        self.send_response(200)
        self.send_header("Content-Type", "text/html; charset=utf-8")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        self.wfile.write(body)

    def log_message(self, *_: object) -> None:
        """Say nothing."""


@pytest.fixture
def real_host() -> Iterator[str]:
    """ "host:port" of a server on a second loopback address, which a setting of the test allows."""
    server = ThreadingHTTPServer(("127.0.0.2", 0), _Page)
    in_background(server)
    yield f"127.0.0.2:{server.server_address[1]}"
    server.shutdown()


def test_the_way_to_real_pages_without_a_proxy(real_host: str) -> None:
    allowed = PageFetcher(also_allowed=frozenset([real_host]))
    page = allowed.fetch(f"http://{real_host}/moved")
    assert page.content == f"<p>{real_host} /page</p>".encode() and page.url.endswith("/page") and page.charset == "utf-8"
    with raises_saying(PageError, "robots.txt"):
        allowed.fetch(f"http://{real_host}/secret")
    with raises_saying(PageError, "Port"):
        PageFetcher().fetch(f"http://{real_host}/page")
    with raises_saying(PageError, "private network"):
        allowed.fetch("http://127.0.0.2/page")


def test_every_address_of_a_host_is_tried(real_host: str, monkeypatch: pytest.MonkeyPatch) -> None:
    """The first address of the host answers nobody; the page comes from the second."""
    ip, port = real_host.split(":")
    target = Target("http", "two.test", int(port), ("127.0.0.9", ip))
    fetcher = PageFetcher(respect_robots=False)
    monkeypatch.setattr(PageFetcher, "_check", lambda self, address, deadline: target)
    assert b"/page" in fetcher.fetch(f"http://two.test:{port}/page").content
    monkeypatch.setattr(
        PageFetcher, "_check", lambda self, address, deadline: Target("http", "two.test", int(port), ("127.0.0.9", "127.0.0.8"))
    )
    with raises_saying(PageError, "connection failed"):
        fetcher.fetch(f"http://two.test:{port}/page")


@pytest.mark.parametrize(
    "address", ["http://127.0.0.1/", "http://[::1]/", "http://localhost/", "ftp://a.test/", "http://", "http://[", "http://a.test:22/"]
)
def test_what_can_be_told_of_an_address_without_asking_anybody(address: str, monkeypatch: pytest.MonkeyPatch) -> None:
    def nobody(*_: object, **__: object) -> None:
        raise AssertionError("a name was looked up")

    monkeypatch.setattr(socket, "getaddrinfo", nobody)
    with pytest.raises(PageError):
        check_form(address)
    check_form("https://www.site.example/page")
