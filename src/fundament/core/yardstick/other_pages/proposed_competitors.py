"""Which results are proposed as competitors, and why others are not. A person decides in the end."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.message import Message, message
from fundament.core.reading.model import Reading
from fundament.core.reading.page.script_application import NOTE as FILLED_BY_SCRIPT
from fundament.core.yardstick.other_pages.near_copies import copied_from

LEAST_WORDS = 120
SAME_PAGE = ("advice.same_page", "advice.near_copy")  # what no choice of competitors takes a second time
GIANT = 3.5  # times the median
MOST_OF_FRAME = 1 / 3  # of the median: with fewer words a page that scripts fill was hardly read

# kinds that are no rivals where most of the results are of another kind
_OTHER_KINDS = frozenset(["product", "category", "forum", "video", "home", "encyclopaedia"])


@dataclass(frozen=True)
class Candidate:
    """What the proposal needs to know of a result that was read. url: where it led in the end.
    copied_rank: the rank of the page it is nearly a copy of. needs_browser: what was read of it is an empty frame."""

    rank: int
    kind: str
    words: int
    language: str
    url: str = ""
    copied_rank: int | None = None
    needs_browser: bool = False


def advice_for(candidates: Sequence[Candidate], language: str) -> list[Message | None]:
    """For each candidate the reason to leave it out, or None."""
    kinds = [c.kind for c in candidates]
    usual = max(sorted(set(kinds)), key=lambda kind: (kinds.count(kind), kind == "article"), default="article")
    lengths = [c.words for c in candidates if c.kind == usual and c.words >= LEAST_WORDS]
    median = statistics.median(lengths) if lengths else 0
    first: dict[str, int] = {}
    for candidate in candidates:
        if candidate.url:
            first.setdefault(candidate.url, candidate.rank)
    return [_advice(c, usual, median, language, first.get(c.url, c.rank)) for c in candidates]


def advice_for_readings(ranks: Sequence[int], readings: Sequence[Reading], language: str) -> list[Message | None]:
    """The same for pages that were read, in the order of their ranks, with what divides them into two intents. Nothing is left out where that would leave nobody."""
    copied = copied_from(readings)
    candidates = [
        Candidate(
            rank, reading.kind, reading.word_count, reading.language, reading.url, None if original is None else ranks[original],
            any(note.code == FILLED_BY_SCRIPT.code for note in reading.notes),
        )
        for rank, reading, original in zip(ranks, readings, copied, strict=True)
    ]  # fmt: skip
    found = advice_for(candidates, language)
    kept = [number for number, advice in enumerate(found) if advice is None]
    if not kept:
        return [advice if advice is not None and advice.code in SAME_PAGE else None for advice in found]
    return found


def _advice(candidate: Candidate, usual: str, median: float, language: str, first_rank: int) -> Message | None:
    if first_rank != candidate.rank:
        return message("advice.same_page", rank=first_rank)
    if candidate.copied_rank is not None:
        return message("advice.near_copy", rank=candidate.copied_rank)
    if candidate.words == 0:
        return message("advice.no_text")
    if candidate.needs_browser and candidate.words < MOST_OF_FRAME * median:
        return message("advice.needs_browser", words=candidate.words, usual=round(median))
    if candidate.language != language:
        return message("advice.other_language", language=candidate.language)
    if candidate.kind != usual and candidate.kind in _OTHER_KINDS:
        code = "advice.other_kind" if usual != "other" else "advice.kind"
        return message(code, kind=f"a.{candidate.kind}", usual=usual)
    if candidate.words < LEAST_WORDS:
        return message("advice.short", words=candidate.words)
    if median and candidate.words > GIANT * median:
        return message("advice.giant", words=candidate.words, usual=round(median))
    return None
