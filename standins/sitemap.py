"""Sitemaps of the made-up sites that have one: an index, and a compressed file for each kind of page."""

from __future__ import annotations

import gzip
from collections import defaultdict
from collections.abc import Sequence
from html import escape

from standins.sheets import Sheet

_NAMESPACE = "http://www.sitemaps.org/schemas/sitemap/0.9"


class Sitemap:
    """Files by host and path. A sheet says with "site" that its address stands in one; with "changed" when it was changed last."""

    def __init__(self, sheets: Sequence[Sheet]) -> None:
        by_host: dict[str, dict[str, list[Sheet]]] = defaultdict(lambda: defaultdict(list))
        for sheet in sheets:
            by_host[sheet.host_and_path[0]][sheet.get("kind") or "page"].append(sheet)
        self.hosts = set(by_host)
        self.files: dict[tuple[str, str], tuple[bytes, str]] = {}
        for host, kinds in by_host.items():
            names = {kind: f"/sitemap-{kind}.xml.gz" for kind in sorted(kinds)}
            index = "".join(f"<sitemap><loc>https://{host}{name}</loc></sitemap>" for name in names.values())
            self.files[host, "/sitemap.xml"] = (_xml("sitemapindex", index), "application/xml")
            for kind, name in names.items():
                urls = "".join(
                    f"<url><loc>{escape(s.address)}</loc>{_changed(s)}</url>" for s in sorted(kinds[kind], key=lambda s: s.address)
                )
                self.files[host, name] = (gzip.compress(_xml("urlset", urls), mtime=0), "application/gzip")

    def file(self, host: str, path: str) -> tuple[bytes, str] | None:
        """(content, type) of a sitemap file, or None."""
        return self.files.get((host, path))


def _changed(sheet: Sheet) -> str:
    return f"<lastmod>{escape(sheet.get('changed'))}</lastmod>" if sheet.get("changed") else ""


def _xml(root: str, inside: str) -> bytes:
    return f'<?xml version="1.0" encoding="UTF-8"?>\n<{root} xmlns="{_NAMESPACE}">{inside}</{root}>\n'.encode()
