"""The services and the web of made-up pages, in one small program."""

from __future__ import annotations

import contextlib
import gzip
import sys
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from urllib.parse import parse_qs, urlsplit

from standins import odd
from standins.catalogue import Ranking
from standins.makes import render
from standins.observed import Links
from standins.services import Services
from standins.sheets import Sheet, read_folder
from standins.sitemap import Sitemap
from standins.then import as_of, asks, related

# keyword -> folder of content; addresses that lead nowhere are put among the results at a rank
STUDIES: dict[str, tuple[str, dict[int, str]]] = {
    "repointing brick with lime mortar": (
        "repointing",
        {
            8: "https://www.oldbricklover.example/repointing-gone",
            13: "https://hartle.example/lime-repointing",
        },
    ),
    "draughtproofing sash windows": ("sash", {}),
    "insulating a suspended timber floor": ("floor", {}),
}
REDIRECTS = {"https://hartle.example/lime-repointing": "https://www.hartle-masonry.example/services/lime-repointing"}
MOST_BODY = 8_000_000
QUESTIONS = {
    "repointing brick with lime mortar": [
        "How deep should you rake out before repointing?",
        "What is the best lime mortar mix for repointing?",
        "Can you use lime mortar over cement pointing?",
        "How long does lime mortar take to cure?",
        "When is it too cold to use lime mortar?",
        "How much does it cost to repoint a house with lime?",
    ]
}


class Web:
    """All pages by address, and all ranked lists by keyword."""

    def __init__(self) -> None:
        self.pages: dict[tuple[str, str], Sheet] = {}
        self.ranked: dict[str, list[dict[str, object]]] = {}
        for keyword, (folder, inserted) in STUDIES.items():
            sheets = read_folder(folder)
            redirected = {to: source for source, to in REDIRECTS.items()}
            rows = [(redirected.get(s.address, s.address), s.get("title"), s.get("description")) for s in sheets]
            for rank, address in sorted(inserted.items()):
                if address not in [row[0] for row in rows]:
                    rows.insert(rank - 1, (address, "Page not found", ""))
            self.ranked[keyword] = [
                {"rank": n, "url": url, "title": title, "snippet": snippet} for n, (url, title, snippet) in enumerate(rows, 1)
            ]
            for sheet in sheets:
                self.pages[sheet.host_and_path] = sheet
        own = read_folder("own")
        for sheet in own:
            self.pages[sheet.host_and_path] = sheet
        self.ranked[odd.KEYWORD] = odd.results()
        self.ranking = Ranking(list(self.pages.values()))
        self.services = Services(self.ranking, Links(self.pages.values()), self.results)
        self.sitemap = Sitemap(own)

    def results(self, query: dict[str, str]) -> dict[str, object]:
        """What ranks for a keyword: as it is written down, else the pages that hold its words. as_of: an earlier day, on which some pages were not there or stood elsewhere; place: a
        place within the country, where pages of its name come first."""
        keyword = " ".join(query.get("keyword", "").lower().split())
        count = min(100, max(1, int(query.get("count") or 20)))
        rows = self.ranked.get(keyword) or [self._row(address) for address in self.ranking.pages_for(keyword)]
        rows = as_of(rows, query.get("as_of", ""))
        place = query.get("place", "").lower()
        if place:
            rows = sorted(rows, key=lambda row: place not in f"{row['title']} {row['snippet']} {row['url']}".lower())
        return {
            "keyword": keyword,
            "results": [{**row, "rank": rank} for rank, row in enumerate(rows[:count], 1)],
            "questions": QUESTIONS.get(keyword)
            or [k.phrase.capitalize() + "?" for k in related(keyword, query.get("country", "gb")) if asks(k.phrase)][:6],
            "related": [k.phrase for k in related(keyword, query.get("country", "gb")) if not asks(k.phrase)][:8],
        }

    def _row(self, address: str) -> dict[str, object]:
        sheet = self.ranking.sheets[address]
        return {"rank": 0, "url": address, "title": sheet.get("title"), "snippet": sheet.get("description")}


class Handler(BaseHTTPRequestHandler):
    """Answers as a proxy for pages, and by path for the results service."""

    web: Web
    protocol_version = "HTTP/1.1"

    def log_message(self, format: str, *arguments: object) -> None:
        """Say nothing: the stand-ins run beside the application."""

    def do_GET(self) -> None:
        parts = urlsplit(self.path)
        try:
            if parts.scheme:
                self._page(parts.netloc.split(":")[0], parts.path or "/")
            elif parts.path == "/health":
                self._send(200, b"ok", "text/plain")
            elif parts.path.startswith("/pictures/file/"):
                picture = self.web.services.picture(parts.path)
                self._send(200 if picture else 404, picture or b"no such picture", "image/png" if picture else "text/plain")
            else:
                query = {name: values[0] for name, values in parse_qs(parts.query).items()}
                status, headers, body = self.web.services.answer(parts.path, query)
                self._send(status, body, headers.pop("Content-Type", "application/json"), headers)
        except (BrokenPipeError, ConnectionResetError):
            self.close_connection = True

    def do_POST(self) -> None:
        length = self.headers.get("Content-Length", "")
        if not length.isdigit() or int(length) > MOST_BODY:
            self.close_connection = True
            self._send(413, b"too large", "text/plain")
            return
        try:
            status, headers, body = self.web.services.answer(urlsplit(self.path).path, {}, self.rfile.read(int(length)))
            self._send(status, body, headers.pop("Content-Type", "application/json"), headers)
        except (BrokenPipeError, ConnectionResetError):
            self.close_connection = True

    def _page(self, host: str, path: str) -> None:
        if host == odd.HOST:
            odd.answer(self, path)
            return
        address = f"https://{host}{path}"
        if address in REDIRECTS:
            self.send_response(301)
            self.send_header("Location", REDIRECTS[address])
            self.send_header("Content-Length", "0")
            self.end_headers()
            return
        if path == "/robots.txt":
            more = f"Sitemap: https://{host}/sitemap.xml\n" if host in self.web.sitemap.hosts else ""
            self._send(200, f"User-agent: *\nDisallow: /basket\n{more}".encode(), "text/plain")
            return
        sitemap = self.web.sitemap.file(host, path)
        if sitemap is not None:
            self._send(200, *sitemap)
            return
        sheet = self.web.pages.get((host, path))
        if sheet is None:
            self._send(404, b"<h1>Not found</h1>", "text/html")
            return
        time.sleep(float(sheet.get("delay") or 0))
        self._send(200, render(sheet).encode(), "text/html; charset=utf-8")

    def _send(self, status: int, body: bytes, kind: str, headers: dict[str, str] | None = None) -> None:
        headers = dict(headers or {})
        if len(body) > 500 and "gzip" in self.headers.get("Accept-Encoding", ""):
            body = gzip.compress(body)
            headers["Content-Encoding"] = "gzip"
        self.send_response(status)
        self.send_header("Content-Type", kind)
        self.send_header("Content-Length", str(len(body)))
        for name, value in headers.items():
            self.send_header(name, value)
        self.end_headers()
        self.wfile.write(body)


class Server(ThreadingHTTPServer):
    """A thread per request; a client that goes away in the middle is nothing to speak of."""

    daemon_threads = True

    def handle_error(self, request: object, client_address: object) -> None:
        if not isinstance(sys.exception(), ConnectionError):
            super().handle_error(request, client_address)  # type: ignore[arg-type]


def make_server(port: int = 0) -> Server:
    """A server on the loopback address, ready for serve_forever; port 0 takes a free port."""
    Handler.web = Web()
    return Server(("127.0.0.1", port), Handler)


def serve(port: int) -> int:
    """Serve until interrupted."""
    server = make_server(port)
    print(f"standins: {server.server_address[1]}", flush=True)
    with contextlib.suppress(KeyboardInterrupt):
        server.serve_forever()
    return 0
