"""Awkward and hostile pages, for trying how the reading of pages holds up."""

from __future__ import annotations

import functools
import gzip
import time
from http.server import BaseHTTPRequestHandler

HOST = "odd.example"
KEYWORD = "awkward pages"
PATHS = (
    "/huge", "/endless", "/bomb", "/latin1", "/no-text", "/redirect-to-loopback", "/redirect-to-metadata", "/redirect-loop",
    "/pdf", "/error", "/drip", "/fine",
)  # fmt: skip
_FINE = (
    "<html lang=en><head><title>A fine page</title></head><body><main><h1>A fine page among awkward pages</h1>"
    + "<p>This page is served as pages should be, with a heading and a few sentences of text that can be read.</p>" * 8
    + "</main></body></html>"
)


def results() -> list[dict[str, object]]:
    """All awkward pages as ranked results, and some addresses that must never be asked for."""
    rows = [f"https://{HOST}{path}" for path in PATHS]
    rows += ["http://127.0.0.1:5432/", "http://169.254.169.254/latest/", "http://10.0.0.8/", "file:///etc/passwd", "http://localhost/x"]
    return [{"rank": n, "url": url, "title": url.rsplit("/", 1)[-1], "snippet": ""} for n, url in enumerate(rows, 1)]


def answer(handler: BaseHTTPRequestHandler, path: str) -> None:
    """Answer one request for an awkward page."""
    if path == "/huge":
        _stream(handler, b"<p>This page goes on for fifty million bytes.</p>" * 2000, times=510, declared=True)
    elif path == "/endless":
        _stream(handler, b"<p>And another paragraph of the page that never ends.</p>" * 200, times=1_000_000)
    elif path == "/drip":
        _stream(handler, b"<p>slowly</p>", times=1000, pause=0.5)
    elif path == "/bomb":
        body = _bomb()
        _head(handler, 200, "text/html", {"Content-Encoding": "gzip", "Content-Length": str(len(body))})
        handler.wfile.write(body)
    elif path == "/latin1":
        text = _FINE.replace("fine page", "p\u00e4ge caf\u00e9 fa\u00e7ade").encode("latin-1")
        _whole(handler, text, "text/html; charset=utf-8")
    elif path == "/no-text":
        _whole(handler, b"<html><body><script>render()</script><div id=app></div></body></html>", "text/html")
    elif path.startswith("/redirect"):
        target = {
            "/redirect-to-loopback": "http://127.0.0.1/admin",
            "/redirect-to-metadata": "http://169.254.169.254/latest/meta-data/",
        }.get(path, f"https://{HOST}/redirect-loop")
        _head(handler, 302, "text/html", {"Location": target, "Content-Length": "0"})
    elif path == "/pdf":
        _whole(handler, b"%PDF-1.4 not a page", "application/pdf")
    elif path == "/error":
        _head(handler, 503, "text/html", {"Content-Length": "0"})
    elif path == "/fine":
        _whole(handler, _FINE.encode(), "text/html")
    else:
        _head(handler, 404, "text/html", {"Content-Length": "0"})


@functools.cache
def _bomb() -> bytes:
    """66 MB of markup in some hundred kilobytes."""
    return gzip.compress(b"<p>bomb</p>" * 6_000_000, compresslevel=1)


def _head(handler: BaseHTTPRequestHandler, status: int, kind: str, headers: dict[str, str]) -> None:
    handler.send_response(status)
    handler.send_header("Content-Type", kind)
    for name, value in headers.items():
        handler.send_header(name, value)
    handler.end_headers()


def _whole(handler: BaseHTTPRequestHandler, body: bytes, kind: str) -> None:
    _head(handler, 200, kind, {"Content-Length": str(len(body))})
    handler.wfile.write(body)


def _stream(handler: BaseHTTPRequestHandler, piece: bytes, *, times: int, declared: bool = False, pause: float = 0.0) -> None:
    headers = {"Content-Length": str(len(piece) * times)} if declared else {"Connection": "close"}
    _head(handler, 200, "text/html", headers)
    handler.close_connection = True
    for _ in range(times):
        handler.wfile.write(piece)
        time.sleep(pause)
