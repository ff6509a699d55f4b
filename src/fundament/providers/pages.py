"""Fetching one page: within limits of time, size and redirects, through the guard, with its robots.txt respected."""

from __future__ import annotations

import time
import zlib
from dataclasses import dataclass, field
from urllib.parse import urljoin, urlsplit, urlunsplit

import httpx
from protego import Protego

from fundament.providers.errors import PageError
from fundament.providers.guard import Target, check_address

USER_AGENT = "Mozilla/5.0 (compatible; Fundament/0.1; reads pages to compare them)"
_REDIRECTS = (301, 302, 303, 307, 308)
_HTML_TYPES = ("text/html", "application/xhtml+xml")


@dataclass(frozen=True)
class FetchLimits:
    """seconds: for the whole page; connect_seconds: for the connection and for silence; bytes: after decompression; redirects: hops."""

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
    notes: tuple[str, ...] = ()


@dataclass
class PageFetcher:
    """Fetches pages. simulated_proxy: the proxy that serves hosts ending in simulated_suffix ("" for none)."""

    limits: FetchLimits = field(default_factory=FetchLimits)
    simulated_proxy: str = ""
    simulated_suffix: str = ".example"
    respect_robots: bool = True
    _robots: dict[str, Protego | None] = field(default_factory=dict)

    def fetch(self, url: str) -> FetchedPage:
        """Fetch a page, following redirects. Raises PageError with one plain sentence for everything that can go wrong."""
        started = time.monotonic()
        deadline = started + self.limits.seconds
        asked, notes = url.strip(), []
        address = asked
        for _ in range(self.limits.redirects + 1):
            target = self._check(address)
            if self.respect_robots and not self._robots_allow(address, target, deadline):
                raise PageError("The site's robots.txt asks that this page is not read by programs.")
            response = self._get(address, target, deadline, self.limits.bytes)
            if response.status not in _REDIRECTS:
                break
            if not response.location:
                raise PageError(f"The server answered with a redirect ({response.status}) that leads nowhere.")
            address = urljoin(address, response.location)
            notes.append(f"Redirected to {address}.")
        else:
            raise PageError(f"The page redirects more than {self.limits.redirects} times.")
        if response.status != 200:
            raise PageError(_status_sentence(response.status))
        if response.content_type and response.content_type not in _HTML_TYPES:
            raise PageError(f"This is not a web page but {response.content_type}.")
        return FetchedPage(asked, address, response.content, response.charset, time.monotonic() - started, tuple(notes))

    def _check(self, address: str) -> Target:
        return check_address(address, simulated_suffix=self.simulated_suffix if self.simulated_proxy else "")

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
        parts = urlsplit(address)
        timeout = httpx.Timeout(self.limits.connect_seconds)
        headers = {
            "User-Agent": USER_AGENT,
            "Accept": "text/html,application/xhtml+xml",
            "Accept-Encoding": "gzip, deflate",
            "Host": parts.netloc,
        }
        if not target.address:
            # simulated hosts are asked for in plain text through their proxy, whatever the scheme they are shown with
            request_url = urlunsplit(("http", parts.netloc, parts.path or "/", parts.query, ""))
            client = httpx.Client(proxy=self.simulated_proxy, timeout=timeout, trust_env=False)
            extensions: dict[str, str] = {}
        else:
            host = f"[{target.address}]" if ":" in target.address else target.address
            request_url = urlunsplit((parts.scheme, f"{host}:{target.port}", parts.path or "/", parts.query, ""))
            client = httpx.Client(timeout=timeout, trust_env=False)
            extensions = {"sni_hostname": target.host}
        try:
            with client, client.stream("GET", request_url, headers=headers, extensions=extensions) as response:
                return self._read(response, deadline, most_bytes)
        except httpx.TimeoutException:
            raise PageError(f"The server did not answer within {self.limits.connect_seconds:g} seconds.") from None
        except (httpx.HTTPError, httpx.InvalidURL, ValueError) as error:
            raise PageError(f"The connection failed ({type(error).__name__}).") from None

    def _read(self, response: httpx.Response, deadline: float, most_bytes: int) -> _Answer:
        kind, _, rest = response.headers.get("content-type", "").partition(";")
        charset = rest.partition("charset=")[2].strip().strip("\"'") if "charset=" in rest.lower() else ""
        answer = _Answer(response.status_code, response.headers.get("location", ""), kind.strip().lower(), charset)
        if answer.status != 200:
            return answer
        declared = response.headers.get("content-length", "")
        if declared.isdigit() and int(declared) > most_bytes:
            raise PageError(_too_large(most_bytes))
        unpack = _decompressor(response.headers.get("content-encoding", "").strip().lower())
        pieces, size = [], 0
        for raw in response.iter_raw():
            if time.monotonic() > deadline:
                raise PageError(f"The page was not complete after {self.limits.seconds:g} seconds.")
            try:
                piece = unpack.decompress(raw, most_bytes + 1 - size) if unpack else raw
            except zlib.error:
                raise PageError("The page says it is compressed, but it cannot be unpacked.") from None
            pieces.append(piece)
            size += len(piece)
            if size > most_bytes:
                raise PageError(_too_large(most_bytes))
        answer.content = b"".join(pieces)
        return answer


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
    raise PageError(f"The page is compressed in a way that was not asked for ({encoding[:20]}).")


def _too_large(most_bytes: int) -> str:
    return f"The page is larger than {most_bytes // 1_000_000} MB, so it was not read."


def _status_sentence(status: int) -> str:
    known = {
        401: "The page asks for a password (401).",
        403: "The server refuses to show the page (403).",
        404: "The page does not exist (404).",
        410: "The page is gone (410).",
        429: "The server says that it is asked too often (429).",
        451: "The page is not shown for legal reasons (451).",
    }
    if status in known:
        return known[status]
    return f"The server reported a fault of its own ({status})." if status >= 500 else f"The server answered with status {status}."
