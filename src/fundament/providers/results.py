"""Ranked results for a keyword: the interface, and the client of an HTTP results service."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

from fundament.providers.errors import ServiceError
from fundament.providers.service import Answers, JsonService, Terms


@dataclass(frozen=True)
class RankedResult:
    """An address that ranks for a keyword. rank: 1 is first."""

    rank: int
    url: str
    title: str = ""
    snippet: str = ""


@dataclass(frozen=True)
class ResultPage:
    """What a results service answers: ranked results, and questions that people ask about the subject."""

    results: tuple[RankedResult, ...]
    questions: tuple[str, ...] = ()


class ResultsProvider(Protocol):
    """Anything that can say what ranks for a keyword in a market on a device."""

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int) -> ResultPage:
        """Ranked results, best first, at most `count`; none is a valid answer. Raises ServiceError."""
        ...


class HttpResults:
    """A results service over HTTP that answers GET /results with JSON."""

    def __init__(self, address: str, *, terms: Terms | None = None, answers: Answers | None = None) -> None:
        self.service = JsonService("results", address, terms or Terms(), answers)

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int) -> ResultPage:
        query = {"keyword": keyword, "country": country, "language": language, "device": device, "count": str(count)}
        body = self.service.ask("/results", query)
        try:
            results = tuple(
                RankedResult(int(row["rank"]), _clean(row["url"]), _clean(row.get("title", "")), _clean(row.get("snippet", "")))
                for row in body["results"][:count]
            )
            questions = tuple(_clean(question) for question in body.get("questions", []))
        except (ValueError, KeyError, TypeError, AttributeError, OverflowError):
            raise ServiceError("service.no_results_list") from None
        return ResultPage(results, questions)


def _clean(value: object) -> str:
    """Text that a database can hold: without NUL and halves of characters."""
    return str(value).replace("\x00", "").encode("utf-8", errors="replace").decode("utf-8")
