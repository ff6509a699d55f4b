"""What the results service says of another day, and what people search for beside a keyword."""

from __future__ import annotations

import functools
import hashlib

from standins.catalogue import Keyword, keywords, words_of

TODAY = "2026-11-26"
_QUESTIONS = ("how ", "what ", "why ", "when ", "who ", "can ", "is ", "do ")


def as_of(rows: list[dict[str, object]], day: str) -> list[dict[str, object]]:
    """The results of an earlier day: the longer ago, the more pages were not there yet and the farther others moved. Not a day: today's."""
    if len(day) != 10 or day >= TODAY:
        return rows
    months = (int(TODAY[:4]) - int(day[:4])) * 12 + int(TODAY[5:7]) - int(day[5:7])

    def number(url: object, what: str, most: int) -> int:
        return int(hashlib.sha256(f"{what} {url} {day[:7]}".encode()).hexdigest()[:6], 16) % (most + 1)

    there = [(place, row) for place, row in enumerate(rows) if number(row["url"], "there", 99) >= min(60, 2 * months)]
    return [row for _, row in sorted(there, key=lambda one: one[0] + number(one[1]["url"], "moved", min(6, months // 3)))]


def asks(phrase: str) -> bool:
    """Whether a phrase is a question."""
    return phrase.startswith(_QUESTIONS)


@functools.lru_cache(maxsize=500)
def related(keyword: str, country: str) -> tuple[Keyword, ...]:
    """Keywords that share most of their words with this one, those most searched first."""
    wanted = set(words_of(keyword))
    found = [
        k
        for k in keywords()
        if k.country == country and k.phrase != keyword and len(wanted & set(words_of(k.phrase))) >= max(1, min(2, len(wanted)))
    ]
    return tuple(sorted(found, key=lambda k: (-k.volume, k.phrase))[:60])
