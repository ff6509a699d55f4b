"""A client for any JSON service that a file describes: how its addresses are made, its headers, and where in its answers things stand (JMESPath).

    {
      "address": "https://api.service.example/v2/search?q={keyword}&gl={country}&num={count}",
      "headers": {"X-Api-Key": "{key}"},
      "lists": {
        "results": "organic[].{rank: position, url: link, title: title, snippet: description}",
        "questions": "people_ask[].question"
      }
    }

Names in braces are put in as they are asked for, quoted for an address; {key} is the service's key, from the settings. What an expression gives is understood as the documented JSON is.
For a catalogue: "search" and "of_site" are addresses of their own in "addresses", "lists" has "keywords", and {page} goes through pages until one is short of {size}.
"""

from __future__ import annotations

import string
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, ClassVar, Self
from urllib.parse import quote

import jmespath
from jmespath.exceptions import JMESPathError

from fundament.providers.errors import ServiceError
from fundament.providers.keywords import MOST_PAGES, PAGE_SIZE, CatalogueKeyword, keyword_of, rows_of
from fundament.providers.results import RankedResult, ResultPage
from fundament.providers.service import Answers, JsonService, Terms, clean_text, described_headers, read_description


@dataclass(frozen=True)
class Mapped:
    """A description as it was read. addresses: by question ("" where there is one only)."""

    addresses: Mapping[str, str]
    headers: Mapping[str, str] = field(default_factory=dict)
    lists: Mapping[str, Any] = field(default_factory=dict)  # compiled expressions

    @staticmethod
    def of(plain: Any) -> Mapped:
        """Raises ServiceError with what is wrong in a description."""
        if not isinstance(plain, Mapping):
            raise ServiceError("mapping.no_object")
        addresses = dict(plain.get("addresses") or {"": plain.get("address", "")})
        for question, address in addresses.items():
            if not isinstance(address, str) or not address.startswith(("http://", "https://")):
                raise ServiceError("mapping.no_address", question=str(question) or "address")
        lists = {}
        for name, expression in dict(plain.get("lists") or {}).items():
            try:
                lists[str(name)] = jmespath.compile(str(expression))
            except JMESPathError as error:
                raise ServiceError("mapping.no_expression", name=str(name), reason=str(error).splitlines()[0][:120]) from None
        return Mapped(addresses, {str(k): str(v) for k, v in dict(plain.get("headers") or {}).items()}, lists)

    @staticmethod
    def read(path: str) -> Mapped:
        """A description out of a file. Raises ServiceError."""
        return Mapped.of(read_description(path))

    def address(self, question: str, values: Mapping[str, str]) -> str:
        """The address of a question, with the values put in. Raises ServiceError for a name that nobody knows."""
        pattern = self.addresses.get(question) or self.addresses.get("", "")
        if not pattern:
            raise ServiceError("mapping.no_address", question=question)
        known = {name: quote(value, safe="") for name, value in values.items()}
        for _, name, _, _ in string.Formatter().parse(pattern):
            if name is not None and name not in known:
                raise ServiceError("mapping.no_such_name", name=name)
        return pattern.format(**known)

    def found(self, name: str, body: Any) -> Any:
        """What the expression of a list finds in an answer; None where there is none."""
        expression = self.lists.get(name)
        if expression is None:
            return None
        try:
            return expression.search(body)
        except JMESPathError:
            return None


class _Client:
    """What both clients are made of. kind: key of the service."""

    kind: ClassVar[str]

    @classmethod
    def read(cls, path: str, **more: Any) -> Self:
        """The client that a file describes. Raises ServiceError."""
        return cls(cls.kind, Mapped.read(path), **more)

    def __init__(self, name: str, mapped: Mapped, *, key: str = "", terms: Terms | None = None, answers: Answers | None = None) -> None:
        self.mapped, self.key = mapped, key
        self.service = JsonService(name, "", terms or Terms(), answers, headers=described_headers(mapped.headers, key))

    def ask(self, question: str, values: Mapping[str, str]) -> Any:
        return self.service.ask(self.mapped.address(question, {**values, "key": self.key}), {})


class MappedResults(_Client):
    """A results service that a file describes."""

    kind = "results"

    def search(self, keyword: str, *, country: str, language: str, device: str, count: int, place: str = "", as_of: str = "") -> ResultPage:
        values = {
            "keyword": keyword,
            "country": country,
            "language": language,
            "device": device,
            "count": str(count),
            "place": place,
            "as_of": as_of,
        }
        body = self.ask("search", values)
        rows = rows_of({"results": self.mapped.found("results", body)}, "results", self.service.name)
        results = []
        for place_in_list, row in enumerate(rows[:count], 1):
            if not isinstance(row, Mapping) or not isinstance(row.get("url"), str):
                raise ServiceError("service.no_list", service=self.service.name)
            rank = row.get("rank")
            results.append(
                RankedResult(
                    rank if isinstance(rank, int) and 0 < rank < 10_000 else place_in_list, clean_text(row["url"]), clean_text(row.get("title") or ""),
                    clean_text(row.get("snippet") or ""),
                )
            )  # fmt: skip
        return ResultPage(tuple(results), self._texts("questions", body), self._texts("related", body))

    def _texts(self, name: str, body: Any) -> tuple[str, ...]:
        found = self.mapped.found(name, body)
        return tuple(clean_text(text)[:300] for text in found[:100] if isinstance(text, str)) if isinstance(found, list) else ()


class MappedCatalogue(_Client):
    """A keyword catalogue that a file describes."""

    kind = "keywords"

    def search(self, seed: str, *, country: str, language: str, most: int) -> Iterator[CatalogueKeyword]:
        return self._pages("search", {"seed": seed, "country": country, "language": language}, most)

    def of_site(self, host: str, *, country: str, language: str, most: int) -> Iterator[CatalogueKeyword]:
        return self._pages("of_site", {"host": host, "country": country, "language": language}, most)

    def _pages(self, question: str, values: dict[str, str], most: int) -> Iterator[CatalogueKeyword]:
        given = 0
        goes_on = "{page}" in (self.mapped.addresses.get(question) or self.mapped.addresses.get("", ""))
        for page in range(1, MOST_PAGES + 1):
            body = self.ask(question, {**values, "page": str(page), "size": str(PAGE_SIZE)})
            rows = rows_of({"keywords": self.mapped.found("keywords", body)}, "keywords", self.service.name)
            for row in rows:
                yield keyword_of(row, self.service.name)
                given += 1
                if given >= most:
                    return
            if not goes_on or len(rows) < PAGE_SIZE:
                return
