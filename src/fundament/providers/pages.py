"""Fetching one page: within limits of time, size and redirects, through the guard, with its robots.txt respected."""

from __future__ import annotations

import time
import zlib
from dataclasses import dataclass, field
from urllib.parse import urljoin, urlsplit, urlunsplit

import httpx
from protego import Protego

from fundament.core.message import Message, message
from fundament.core.reading.page.no_page import kind_of_no_page
from fundament.providers.clock import client_until, within
from fundament.providers.errors import PageError
from fundament.providers.guard import Target, check_address

USER_AGENT = "Mozilla/5.0 (compatible; Fundament/0.1; reads pages to compare them)"
_REDIRECTS = (301, 302, 303, 307, 308)
_HTML_TYPES = ("text/html", "application/xhtml+xml")


@dataclass(frozen=True)
class FetchLimits:
    """seconds: for all of it, from the name to the last byte, with robots.txt and redirects; connect_seconds: for the connection and for silence; bytes: after decompression; redirects: hops."""

    seconds: float = 15.0
    connect_seconds: float = 6.0
    bytes: int = 5_000_000
    redirects: int = 5


@dataclass(frozen=True)
class FetchedPage:
    """The bytes of a page as they came, decompressed. url: where it was in the end; asked: what was asked for."""

    asked: str
    url: str
    content: bytes
    charset: str
    seconds: float
    notes: tuple[Message, ...] = ()


@dataclass
class PageFetcher:
    """Fetches pages. simulated_proxy: the proxy that serves hosts ending in simulated_suffix ("" for none)."""

    limits: FetchLimits = field(default_factory=FetchLimits)
    simulated_proxy: str = ""
    simulated_suffix: str = ".example"
    respect_robots: bool = True
    also_allowed: frozenset[str] = frozenset()  # host:port on loopback that a test serves pages from
    _robots: dict[str, Protego | None] = field(default_factory=dict)

    def fetch_file(self, url: str, most_bytes: int) -> FetchedPage:
        """Fetch a file of any type, such as a sitemap."""
        return self.fetch(url, most_bytes=most_bytes, is_page=False)

    def fetch(self, url: str, *, most_bytes: int = 0, is_page: bool = True) -> FetchedPage:
        """Fetch a page, following redirects. most_bytes: another bound than usual. is_page: whether only a web page is taken. Raises PageError with one plain sentence for
        everything that can go wrong."""
        started = time.monotonic()
        deadline = started + self.limits.seconds
        asked, notes = url.strip(), []
        address = asked
        for _ in range(self.limits.redirects + 1):
            target = self._check(address, deadline)
            if self.respect_robots and not self._robots_allow(address, target, deadline):
                raise PageError("page.robots")
            response = self._get(address, target, deadline, most_bytes or self.limits.bytes)
            if response.status not in _REDIRECTS:
                break
            if not response.location:
                raise PageError("page.redirect_nowhere", status=response.status)
            try:
                address = urljoin(address, response.location)
            except ValueError:
                raise PageError("address.invalid") from None
            notes.append(message("reading.redirected", address=address))
        else:
            raise PageError("page.redirects", most=self.limits.redirects)
        if response.status != 200:
            raise _status_error(response.status)
        if is_page and response.content_type and response.content_type not in _HTML_TYPES:
            other = kind_of_no_page(response.content, response.content_type)
            raise PageError(f"no_page.{other}") if other else PageError("page.no_web_page", type=response.content_type[:80])
        return FetchedPage(asked, address, response.content, response.charset, time.monotonic() - started, tuple(notes))

    def _check(self, address: str, deadline: float) -> Target:
        suffix = self.simulated_suffix if self.simulated_proxy else ""
        try:
            return within(deadline, lambda: check_address(address, simulated_suffix=suffix, also_allowed=self.also_allowed))
        except TimeoutError:
            raise PageError("page.too_slow", seconds=self.limits.seconds) from None

    def _robots_allow(self, address: str, target: Target, deadline: float) -> bool:
        parts = urlsplit(address)
        site = f"{parts.scheme}://{parts.netloc}"
        if site not in self._robots:
            try:
                answer = self._get(f"{site}/robots.txt", target, deadline, 200_000)
                known = Protego.parse(answer.content.decode("utf-8", errors="replace")) if answer.status == 200 else None
            except PageError:
                known = None  # no robots.txt to be had: nothing is forbidden
            self._robots[site] = known
        rules = self._robots[site]
        return rules is None or bool(rules.can_fetch(address, "Fundament"))

    def _get(self, address: str, target: Target, deadline: float, most_bytes: int) -> _Answer:
        if not target.addresses:
            # simulated hosts are asked for in plain text through their proxy, whatever the scheme they are shown with
            return self._ask(address, "http", urlsplit(address).netloc, {}, self.simulated_proxy, deadline, most_bytes)
        for place, ip in enumerate(target.addresses, 1):
            host = f"[{ip}]" if ":" in ip else ip
            try:
                return self._ask(address, target.scheme, f"{host}:{target.port}", {"sni_hostname": target.host}, None, deadline, most_bytes)
            except _NotConnectedError as error:
                if place == len(target.addresses) or time.monotonic() > deadline:
                    raise PageError(error.message.code, **error.message.values) from None
        raise AssertionError("a checked target has an address")

    def _ask(
        self, address: str, scheme: str, netloc: str, extensions: dict[str, str], proxy: str | None, deadline: float, most_bytes: int
    ) -> _Answer:
        parts = urlsplit(address)
        headers = {
            "User-Agent": USER_AGENT,
            "Accept": "text/html,application/xhtml+xml",
            "Accept-Encoding": "gzip, deflate",
            "Host": parts.netloc,
        }
        request_url = urlunsplit((scheme, netloc, parts.path or "/", parts.query, ""))
        client = client_until(deadline, silence=self.limits.connect_seconds, proxy=proxy)
        try:
            with client, client.stream("GET", request_url, headers=headers, extensions=extensions) as response:
                return self._read(response, deadline, most_bytes)
        except (httpx.TimeoutException, httpx.NetworkError) as error:
            if time.monotonic() >= deadline:
                raise PageError("page.too_slow", seconds=self.limits.seconds) from None
            if isinstance(error, httpx.TimeoutException) and not isinstance(error, httpx.ConnectTimeout):
                raise PageError("page.no_answer", seconds=self.limits.connect_seconds) from None
            if not isinstance(error, httpx.ConnectError | httpx.ConnectTimeout):
                raise PageError("page.connection", kind=type(error).__name__) from None
            raise _NotConnectedError("page.connection", kind=type(error).__name__) from None
        except (httpx.HTTPError, httpx.InvalidURL, ValueError) as error:
            raise PageError("page.connection", kind=type(error).__name__) from None

    def _read(self, response: httpx.Response, deadline: float, most_bytes: int) -> _Answer:
        kind, _, rest = response.headers.get("content-type", "").partition(";")
        charset = rest.partition("charset=")[2].strip().strip("\"'") if "charset=" in rest.lower() else ""
        answer = _Answer(response.status_code, response.headers.get("location", ""), kind.strip().lower(), charset)
        if answer.status != 200:
            return answer
        declared = response.headers.get("content-length", "")
        if declared.isdigit() and int(declared) > most_bytes:
            raise PageError("page.too_large", megabytes=most_bytes // 1_000_000)
        unpack = _decompressor(response.headers.get("content-encoding", "").strip().lower())
        pieces, size = [], 0
        for raw in response.iter_raw():
            if time.monotonic() > deadline:
                raise PageError("page.too_slow", seconds=self.limits.seconds)
            try:
                piece = unpack.decompress(raw, most_bytes + 1 - size) if unpack else raw
            except zlib.error:
                raise PageError("page.broken_compression") from None
            pieces.append(piece)
            size += len(piece)
            if size > most_bytes:
                raise PageError("page.too_large", megabytes=most_bytes // 1_000_000)
        answer.content = b"".join(pieces)
        return answer


class _NotConnectedError(PageError):
    """No connection was made; another address of the host may answer."""


@dataclass
class _Answer:
    status: int
    location: str
    content_type: str
    charset: str
    content: bytes = b""


def _decompressor(encoding: str) -> zlib._Decompress | None:
    if encoding in ("", "identity"):
        return None
    if encoding in ("gzip", "x-gzip", "deflate"):
        return zlib.decompressobj(zlib.MAX_WBITS | 32)  # tells gzip and zlib apart by itself
    raise PageError("page.unknown_compression", encoding=encoding[:20])


def _status_error(status: int) -> PageError:
    known = {401: "password", 403: "refused", 404: "missing", 410: "gone", 429: "too_often", 451: "legal"}.get(status)
    return PageError(f"page.{known or ('fault' if status >= 500 else 'status')}", status=status)
