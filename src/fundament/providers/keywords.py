"""A keyword catalogue: the interface, and the client of one over HTTP that speaks the documented JSON."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

from fundament.providers.errors import ServiceError
from fundament.providers.service import Answers, JsonService, Terms, clean_text

PAGE_SIZE, MOST_PAGES = 500, 40
MOST_CHARACTERS = 200
MOST_MONTHS = 60
MONTH = re.compile(r"(?!0000)[0-9]{4}-(0[1-9]|1[0-2])")


@dataclass(frozen=True)
class CatalogueKeyword:
    """A keyword as a catalogue knows it; None where it does not. volume: searches a month; months: by month ("2026-03"); difficulty: 0 to 100; competition: 0 to 1. url, rank: of the site that was
    asked about."""

    keyword: str
    volume: float | None = None
    months: Mapping[str, float] = field(default_factory=dict)
    difficulty: float | None = None
    cost: float | None = None
    competition: float | None = None
    intent: str = ""
    url: str = ""
    rank: int = 0


class HttpCatalogue:
    """A catalogue over HTTP: GET /keywords/search and /keywords/ranking, page by page."""

    def __init__(
        self, address: str, *, terms: Terms | None = None, answers: Answers | None = None, headers: Mapping[str, str] | None = None
    ) -> None:
        self.service = JsonService("keywords", address, terms or Terms(), answers)
        if headers:
            self.service.headers = {**self.service.headers, **headers}

    def search(self, seed: str, *, country: str, language: str, most: int) -> Iterator[CatalogueKeyword]:
        return self._pages("/keywords/search", {"seed": seed, "country": country, "language": language}, most)

    def of_site(self, host: str, *, country: str, language: str, most: int) -> Iterator[CatalogueKeyword]:
        return self._pages("/keywords/ranking", {"host": host, "country": country, "language": language}, most)

    def traffic(self, host: str, *, country: str) -> dict[str, float]:
        """Visits of a site from searches, by month. Raises ServiceError."""
        body = self.service.ask("/keywords/traffic", {"host": host, "country": country})
        months = body.get("months") if isinstance(body, dict) else None
        if not isinstance(months, Mapping):
            raise ServiceError("service.no_list", service=self.service.name)
        return _by_month(months)

    def _pages(self, path: str, query: dict[str, str], most: int) -> Iterator[CatalogueKeyword]:
        given = 0
        for page in range(1, MOST_PAGES + 1):
            body = self.service.ask(path, {**query, "page": str(page), "size": str(PAGE_SIZE)})
            rows = rows_of(body, "keywords", self.service.name)
            for row in rows:
                yield keyword_of(row, self.service.name)
                given += 1
                if given >= most:
                    return
            total = body.get("total") if isinstance(body, dict) else None
            if len(rows) < PAGE_SIZE or (isinstance(total, int) and page * PAGE_SIZE >= total):
                return


def rows_of(body: Any, name: str, service: str) -> list[Any]:
    """A list of an answer. Raises ServiceError where there is none."""
    rows = body.get(name) if isinstance(body, dict) else None
    if not isinstance(rows, list):
        raise ServiceError("service.no_list", service=service)
    return rows


def keyword_of(row: Any, service: str) -> CatalogueKeyword:
    """A row of an answer as a keyword. Raises ServiceError where it is none."""
    if not isinstance(row, Mapping) or not isinstance(row.get("keyword"), str) or len(row["keyword"]) > MOST_CHARACTERS:
        raise ServiceError("service.no_list", service=service)
    rank = _number(row.get("rank"))
    return CatalogueKeyword(
        keyword=clean_text(row["keyword"]), volume=_number(row.get("volume")),
        months=_by_month(row.get("months")),
        difficulty=_number(row.get("difficulty"), 100.0), cost=_number(row.get("cost")), competition=_number(row.get("competition"), 1.0),
        intent=clean_text(row.get("intent") or "")[:30], url=clean_text(row.get("url") or "")[:2_000], rank=int(rank) if rank is not None and rank < 10_000 else 0,
    )  # fmt: skip


def _by_month(said: Any) -> dict[str, float]:
    """Figures by month ("2026-03"), at most MOST_MONTHS; what has no month or no number is left out."""
    figures: dict[str, float] = {}
    for month, figure in list(said.items())[:MOST_MONTHS] if isinstance(said, Mapping) else ():
        found, value = MONTH.match(str(month)), _number(figure)
        if found and value is not None:
            figures[found[0]] = value
    return figures


def _number(value: Any, most: float = 1e12) -> float | None:
    """A number of at least 0; None for anything else."""
    if isinstance(value, bool) or not isinstance(value, int | float) or value != value or not 0 <= value <= most:
        return None
    return float(value)
