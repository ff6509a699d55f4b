"""What is observed of sites and pages elsewhere: trust, referring sites, speed. Each figure may be missing, and nothing depends on one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from fundament.providers.errors import ServiceError
from fundament.providers.keywords import rows_of
from fundament.providers.service import Answers, JsonService, Terms, clean_text

MOST_SITES = 1_000
SPEED_FIGURES = ("ttfb_ms", "bytes", "lcp_ms", "cls", "inp_ms")


@dataclass(frozen=True)
class ReferringSite:
    """A site that links to another. trust: 0 to 100, None where nobody knows. first_seen: ISO day, or ""."""

    host: str
    links: int
    trust: float | None = None
    first_seen: str = ""


class HttpObserver:
    """One service of observed figures over HTTP: GET /trust/page, /trust/referring and /speed/page. name: under which answers are kept and it is called in sentences."""

    def __init__(
        self,
        address: str,
        *,
        name: str = "trust",
        terms: Terms | None = None,
        answers: Answers | None = None,
        headers: Mapping[str, str] | None = None,
    ) -> None:
        self.service = JsonService(name, address, terms or Terms(), answers, seconds=8.0)
        if headers:
            self.service.headers = {**self.service.headers, **headers}

    def figures(self, path: str, url: str, names: tuple[str, ...]) -> dict[str, float]:
        """The figures of a page that are known, by name. Raises ServiceError."""
        body = self.service.ask(path, {"url": url})
        if not isinstance(body, dict):
            raise ServiceError("service.no_list", service=self.service.name)
        return {name: value for name in names if (value := _figure(body.get(name))) is not None}

    def trust(self, url: str) -> dict[str, float]:
        """site_trust and page_trust (0 to 100) and referring_sites of a page."""
        return self.figures("/trust/page", url, ("site_trust", "page_trust", "referring_sites"))

    def speed(self, url: str) -> dict[str, float]:
        """SPEED_FIGURES of a page: time to first byte, weight, and Web Vitals."""
        return self.figures("/speed/page", url, SPEED_FIGURES)

    def referring(self, host: str) -> list[ReferringSite]:
        """The sites that link to a site, those trusted most first. Raises ServiceError."""
        body = self.service.ask("/trust/referring", {"host": host, "size": str(MOST_SITES)})
        rows = rows_of(body, "sites", self.service.name)
        return [
            ReferringSite(
                clean_text(row["host"])[:253],
                int(_figure(row.get("links")) or 0),
                _figure(row.get("trust")),
                clean_text(row.get("first_seen") or "")[:10],
            )
            for row in rows
            if isinstance(row, Mapping) and isinstance(row.get("host"), str)
        ]


def _figure(value: Any) -> float | None:
    if isinstance(value, bool) or not isinstance(value, int | float) or value != value or not 0 <= value <= 1e12:
        return None
    return float(value)
