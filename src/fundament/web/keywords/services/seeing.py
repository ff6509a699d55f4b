"""Keywords as the address asks for them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from django.db.models import Count, Q, QuerySet, Sum

from fundament.web.keywords.models import Keyword, KeywordList
from fundament.web.typed import storable

NUMBERS = ("words", "difficulty", "from", "to")  # at least so many words; difficulty at most; volume from, to
TEXTS = ("contains", "without")


@dataclass(frozen=True)
class Filter:
    """What is asked for. given: what was typed, for the form and for links, without what was empty. wrong: names of fields that hold no number."""

    given: dict[str, str]
    wrong: tuple[str, ...]

    @staticmethod
    def of(asked: Mapping[str, str]) -> Filter:
        given = {name: storable(asked.get(name, "")).strip()[:100] for name in (*NUMBERS, *TEXTS)}
        given["questions"] = "1" if asked.get("questions") else ""
        wrong = tuple(name for name in NUMBERS if given[name] and _number(given[name]) is None)
        return Filter({name: value for name, value in given.items() if value}, wrong)

    def apply(self, rows: QuerySet[Keyword]) -> QuerySet[Keyword]:
        """The rows that fit."""
        number = {name: _number(self.given.get(name, "")) for name in NUMBERS}
        if number["words"] is not None:
            rows = rows.filter(words__gte=number["words"])
        if number["difficulty"] is not None:
            rows = rows.filter(difficulty__lte=number["difficulty"])
        if number["from"] is not None:
            rows = rows.filter(volume__gte=number["from"])
        if number["to"] is not None:
            rows = rows.filter(volume__lte=number["to"])
        for word in self.given.get("contains", "").lower().split():
            rows = rows.filter(key__contains=word)
        for word in self.given.get("without", "").lower().split():
            rows = rows.exclude(key__contains=word)
        return rows.filter(is_question=True) if self.given.get("questions") else rows


def keywords_of(row: KeywordList) -> QuerySet[Keyword]:
    """What is on a list."""
    return Keyword.objects.filter(list=row, removed_at=None)


def summary_of(row: KeywordList) -> dict[str, float]:
    """How many keywords a list has, how many are questions, and their searches a month together."""
    found = keywords_of(row).aggregate(count=Count("id"), questions=Count("id", filter=Q(is_question=True)), volume=Sum("volume"))
    return {name: value or 0 for name, value in found.items()}


def _number(text: str) -> float | None:
    try:
        found = float(text.replace(",", "").replace(" ", ""))
    except ValueError:
        return None
    return found if 0 <= found < 1e12 else None
