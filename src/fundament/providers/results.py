"""Ranked results for a keyword: the interface, and the client of an HTTP results service."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Protocol

import httpx

from fundament.providers.errors import ServiceError


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


@dataclass
class HttpResults:
    """A results service over HTTP that answers GET /results with JSON."""

    address: str
    seconds: float = 15.0
    _headers: dict[str, str] = field(default_factory=lambda: {"Accept": "application/json"})

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int) -> ResultPage:
        query = {"keyword": keyword, "country": country, "language": language, "device": device, "count": str(count)}
        try:
            answer = httpx.get(
                f"{self.address.rstrip('/')}/results", params=query, headers=self._headers, timeout=self.seconds, trust_env=False
            )
            answer.raise_for_status()
            body = answer.json()
            results = tuple(
                RankedResult(int(row["rank"]), str(row["url"]), str(row.get("title", "")), str(row.get("snippet", "")))
                for row in body["results"][:count]
            )
            questions = tuple(str(question) for question in body.get("questions", []))
        except httpx.HTTPStatusError as error:
            raise ServiceError(f"The results service answered with status {error.response.status_code}. Try again later.") from None
        except httpx.HTTPError:
            raise ServiceError("The results service cannot be reached. Try again later, or give the addresses yourself.") from None
        except (ValueError, KeyError, TypeError):
            raise ServiceError("The results service answered with something that is not a list of results.") from None
        return ResultPage(results, questions)
