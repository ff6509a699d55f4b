"""Ranked results for a keyword: the interface, and the client of an HTTP results service."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

from fundament.providers.errors import ServiceError
from fundament.providers.service import Answers, JsonService, Terms, clean_text


@dataclass(frozen=True)
class RankedResult:
    """An address that ranks for a keyword. rank: 1 is first."""

    rank: int
    url: str
    title: str = ""
    snippet: str = ""


@dataclass(frozen=True)
class ResultPage:
    """What a results service answers: ranked results, questions that people ask about the subject, and related searches."""

    results: tuple[RankedResult, ...]
    questions: tuple[str, ...] = ()
    related: tuple[str, ...] = ()


class ResultsProvider(Protocol):
    """Anything that can say what ranks for a keyword in a market on a device."""

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int, place: str = "", as_of: str = "") -> ResultPage:
        """Ranked results, best first, at most `count`; none is a valid answer. place: within the country, where the service knows places; as_of: an earlier day, as ISO.
        Raises ServiceError."""
        ...


class HttpResults:
    """A results service over HTTP that answers GET /results with JSON."""

    def __init__(
        self, address: str, *, terms: Terms | None = None, answers: Answers | None = None, headers: Mapping[str, str] | None = None
    ) -> None:
        self.service = JsonService("results", address, terms or Terms(), answers)
        if headers:
            self.service.headers = {**self.service.headers, **headers}

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int, place: str = "", as_of: str = "") -> ResultPage:
        query = {"keyword": keyword, "country": country, "language": language, "device": device, "count": str(count)}
        query |= {name: value for name, value in (("place", place), ("as_of", as_of)) if value}
        body = self.service.ask("/results", query)
        try:
            results = tuple(
                RankedResult(int(row["rank"]), clean_text(row["url"]), clean_text(row.get("title", "")), clean_text(row.get("snippet", "")))
                for row in body["results"][:count]
            )
            questions = tuple(clean_text(question) for question in body.get("questions", []))
            related = tuple(clean_text(phrase) for phrase in body.get("related", []))
        except (ValueError, KeyError, TypeError, AttributeError, OverflowError):
            raise ServiceError("service.no_list", service=self.service.name) from None
        return ResultPage(results, questions, related)
