"""How hard it is to be among the pages that rank: what speaks against a newcomer, what for one. Never one number; each fact is one that a person can look up."""

from __future__ import annotations

import statistics
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from fundament.core.language.function_words import function_words
from fundament.core.language.words import tokenize
from fundament.core.message import Message, message
from fundament.core.yardstick.model import PageSummary, Yardstick

FIRST = 10  # pages that are looked at
LEAST_KNOWN = 3  # pages of which a figure must be known
LEAST_PAGES = 5  # for any verdict
SHARE_AGAINST, SHARE_FOR = 0.5, 0.2  # of the pages that have the keyword word for word somewhere
Figures = Mapping[str, Mapping[str, float]]


@dataclass(frozen=True)
class Bound:
    """A figure of pages: at `against` or above (below, where lower is harder) its median speaks against, at `favours` or beyond for a newcomer."""

    kind: str
    against: float
    favours: float

    def side(self, median: float) -> str:
        """ "against", "for", or "" between."""
        rising = self.against > self.favours
        if median >= self.against if rising else median <= self.against:
            return "against"
        return "for" if (median <= self.favours if rising else median >= self.favours) else ""


SCORES = Bound("score", 65.0, 45.0)
OBSERVED = (Bound("referring_sites", 100.0, 10.0), Bound("site_trust", 60.0, 30.0))
AGE = Bound("age", 0.75, 2.5)  # years


@dataclass(frozen=True)
class Hardness:
    """verdict: "hard", "open" or "mixed"; "few" where fewer than LEAST_PAGES pages are compared; "" where nothing is known. against, favours: the facts, the same for everybody."""

    verdict: str
    against: tuple[Message, ...]
    favours: tuple[Message, ...]


def hardness(yardstick: Yardstick, *, observed: Figures, ages: Mapping[str, float]) -> Hardness:
    """observed: referring_sites and site_trust by address. ages: years since a page was published or changed, by address; what nobody knows is not in them.

    A share of pages counts from SHARE_AGAINST and to SHARE_FOR; a median from the bounds above, when it is known of LEAST_KNOWN pages. The verdict is that of the
    side with at least two more facts; between, it is mixed.
    """
    pages = sorted(yardstick.pages, key=lambda page: page.rank)[:FIRST]
    if len(pages) < LEAST_PAGES:
        return Hardness("few", (), ())
    sides: dict[str, list[Message]] = {"against": [], "for": []}
    for code, has in _places(yardstick):
        count = sum(1 for page in pages if has(page))
        share = count / max(1, len(pages))
        side = "against" if share >= SHARE_AGAINST else "for" if share <= SHARE_FOR else ""
        if side:
            sides[side].append(message(f"hard.{code}", count=count, pages=len(pages)))
    scores = [yardstick.page_scores[page.url] for page in pages if page.url in yardstick.page_scores]
    _add(sides, SCORES, scores)
    for bound in OBSERVED:
        _add(sides, bound, [observed[page.url][bound.kind] for page in pages if bound.kind in observed.get(page.url, {})])
    _add(sides, AGE, [ages[page.url] for page in pages if page.url in ages])
    against, favours = tuple(sides["against"]), tuple(sides["for"])
    difference = len(against) - len(favours)
    verdict = "" if not against and not favours else "hard" if difference >= 2 else "open" if difference <= -2 else "mixed"
    return Hardness(verdict, against, favours)


def _add(sides: dict[str, list[Message]], bound: Bound, known: Sequence[float]) -> None:
    if len(known) < LEAST_KNOWN:
        return
    median = statistics.median(known)
    side = bound.side(median)
    if side:
        sides[side].append(message(f"hard.{bound.kind}", median=round(median, 1) if bound is AGE else round(median), known=len(known)))


def _places(yardstick: Yardstick) -> list[tuple[str, Callable[[PageSummary], bool]]]:
    functional = function_words(yardstick.language)
    words = [t.text.lower() for t in tokenize(yardstick.keyword, yardstick.language) if t.text.lower() not in functional]

    def exact(*zones: str) -> Callable[[PageSummary], bool]:
        return lambda page: any(page.keyword_uses.get(zone, (0, 0))[0] for zone in zones)

    def in_address(page: PageSummary) -> bool:
        path = page.url.lower().partition("//")[2].partition("/")[2]
        return bool(words) and all(word in path for word in words)

    return [("in_title", exact("title")), ("in_heading", exact("h1", "h2")), ("in_address", in_address)]
