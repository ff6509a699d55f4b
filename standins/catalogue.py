"""The keyword catalogue: made-up keywords with two years of searches, and which pages rank for them. Everything is worked out from the words, so every start gives the same."""

from __future__ import annotations

import functools
import hashlib
import math
import re
from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from standins.catalogue_words import PLACES, SINGLE_WORDS_EACH, SUBJECTS, SUFFIXES_EACH, TEMPLATES, TRADES
from standins.sheets import Sheet

COUNTRIES = {"gb": 1.0, "ie": 0.09}  # with the share of the searches
MONTHS = tuple(f"{2024 + (10 + n) // 12}-{(10 + n) % 12 + 1:02d}" for n in range(24))  # November 2024 to October 2026
MOST_RANKING = 30
_WORD = re.compile(r"[^\W_]+")
_EMPTY = frozenset(
    [
        "a",
        "an",
        "and",
        "are",
        "as",
        "at",
        "be",
        "before",
        "by",
        "can",
        "do",
        "does",
        "for",
        "from",
        "how",
        "i",
        "if",
        "in",
        "is",
        "it",
        "long",
        "much",
        "need",
        "of",
        "on",
        "or",
        "that",
        "the",
        "to",
        "what",
        "when",
        "who",
        "why",
        "with",
        "without",
        "you",
        "your",
    ]
)


@dataclass(frozen=True)
class Keyword:
    """A keyword of one country. months: searches by month, as MONTHS has them."""

    phrase: str
    country: str
    months: tuple[int, ...]
    difficulty: int
    cost: float
    competition: float
    intent: str

    @property
    def volume(self) -> int:
        """Searches a month, in the mean of the last year."""
        return round(sum(self.months[-12:]) / 12)


def _share(*parts: object) -> float:
    """A number from 0 to 1 that only depends on the words."""
    return int(hashlib.sha256(" ".join(map(str, parts)).encode()).hexdigest()[:8], 16) / 0xFFFFFFFF


@functools.cache
def keywords() -> tuple[Keyword, ...]:
    """All keywords, in order of their phrases."""
    found: dict[tuple[str, str], Keyword] = {}
    for country, share in COUNTRIES.items():
        for phrase, peak, searches, intent, cost in _phrases(country):
            months = _months(phrase, country, peak, searches * share)
            if sum(months[-12:]) < 12:
                continue
            hard = min(95, round(6 * math.log1p(searches) + 22 * _share("hard", phrase) - 4 * len(phrase.split())))
            found[phrase, country] = Keyword(
                phrase, country, months, max(1, hard), round(cost * (0.6 + 0.8 * _share("cost", phrase)), 2),
                round(min(1.0, 0.15 + 0.3 * (intent == "to buy") + 0.5 * _share("ads", phrase)), 2), intent,
            )  # fmt: skip
    return tuple(found[key] for key in sorted(found))


def _phrases(country: str) -> Iterable[tuple[str, int, float, str, float]]:
    single: Counter[str] = Counter()
    for thing, peak, searches in SUBJECTS:
        suffixes = 0
        for pattern, factor, intent, cost in sorted(TEMPLATES, key=lambda t: (t[0] != "{}", _share(thing, t[0]))):
            words = len(pattern.split()) - 1
            if " " not in thing:
                if single[pattern] >= SINGLE_WORDS_EACH:
                    continue
                single[pattern] += 1
            if words == 1:
                suffixes += 1
                if suffixes > SUFFIXES_EACH:
                    continue
            if _share("left out", thing, pattern) < 0.2 and pattern != "{}":
                continue
            yield pattern.format(thing), peak, searches * factor * (0.5 + _share("size", thing, pattern)), intent, cost
    for place in PLACES[country]:
        for trade in TRADES:
            if _share("there", place, trade) < 0.7:
                yield f"{trade} {place.lower()}", 5, 20 + 120 * _share("local", place, trade), "to buy", 2.8


def _months(phrase: str, country: str, peak: int, searches: float) -> tuple[int, ...]:
    trend = 0.6 + 0.9 * _share("trend", phrase)  # of the searches two years later
    season = 0.15 + 0.35 * _share("season", phrase.split()[-1])
    found = []
    for number, month in enumerate(MONTHS):
        wave = 1.0 + season * math.cos(2 * math.pi * (int(month[5:]) - peak) / 12)
        noise = 0.92 + 0.16 * _share(phrase, country, month)
        found.append(max(0, round(searches * wave * noise * (1.0 + (trend - 1.0) * number / (len(MONTHS) - 1)))))
    return tuple(found)


def words_of(text: str) -> list[str]:
    """Words as they are compared: lower case, without a plural's s, without words that say nothing."""
    return [
        w[:-1] if len(w) > 3 and w.endswith("s") and not w.endswith("ss") else w
        for w in map(str.lower, _WORD.findall(text))
        if w not in _EMPTY
    ]


class Ranking:
    """Which of the made-up pages rank for which phrase: those that hold all of its words, the ones that say them most and most densely first."""

    def __init__(self, sheets: Iterable[Sheet]) -> None:
        self.counts = {sheet.address: Counter(words_of(f"{sheet.get('title')} {sheet.get('title')} {sheet.text}")) for sheet in sheets}
        self.sheets = {sheet.address: sheet for sheet in sheets}
        self.holding: dict[str, set[str]] = defaultdict(set)
        for address, counts in self.counts.items():
            for word in counts:
                self.holding[word].add(address)

    def pages_for(self, phrase: str) -> tuple[str, ...]:
        """Addresses in order of rank."""
        words = words_of(phrase)
        if not words:
            return ()
        held = set.intersection(*(self.holding.get(word, set()) for word in words))
        return tuple(sorted(held, key=lambda address: (-self._weight(address, words), address))[:MOST_RANKING])

    def _weight(self, address: str, words: Sequence[str]) -> float:
        counts = self.counts[address]
        whole = sum(counts.values()) or 1
        return sum(math.log1p(counts[word]) for word in words) + 40 * sum(counts[word] for word in words) / whole + _share("rank", address)


def search(seed: str, country: str) -> list[Keyword]:
    """Keywords that hold all words of a seed, those most searched first."""
    wanted = set(words_of(seed))
    found = [k for k in keywords() if k.country == country and wanted and wanted <= set(words_of(k.phrase))]
    return sorted(found, key=lambda k: (-k.volume, k.phrase))


def ranking_keywords(ranking: Ranking, host: str, country: str) -> list[tuple[Keyword, str, int]]:
    """(keyword, address, rank) of everything a site ranks for, those most searched first."""
    plain = host.lower().removeprefix("www.")
    found = []
    for keyword in keywords():
        if keyword.country != country:
            continue
        for rank, address in enumerate(ranking.pages_for(keyword.phrase), 1):
            if address.split("/")[2].removeprefix("www.") == plain:
                found.append((keyword, address, rank))
                break
    return sorted(found, key=lambda row: (-row[0].volume, row[0].phrase))


def traffic(ranking: Ranking, host: str, country: str) -> dict[str, int]:
    """Visits of a site from searches by month: of each keyword a share that falls with the rank."""
    sums: Counter[str] = Counter()
    for keyword, _, rank in ranking_keywords(ranking, host, country):
        for month, searches in zip(MONTHS, keyword.months, strict=True):
            sums[month] += round(searches * 0.3 / rank**1.1)
    return {month: sums[month] for month in MONTHS}
