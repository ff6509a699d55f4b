"""How often a keyword stands in each zone of a page: word for word, and in part.

A partial match is a sentence, or the whole of a short text such as a heading, that has at least half of the keyword's content words and not the
keyword itself. The zones overlap: a bold anchor in the body counts in all three.
"""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.words import tokenize
from fundament.core.message import Message, message
from fundament.core.reading.model import Reading
from fundament.core.yardstick.model import Range, Yardstick
from fundament.core.yardstick.ranges import robust_range

ZONES = ("title", "description", "h1", "h2", "h3", "body", "alt", "anchor", "emphasis")
ONE_EARNS = frozenset(["title", "description", "h1", "h2"])
LEAST_SHARE = 0.5  # of the keyword's content words, from which a text is a partial match


def keyword_uses(reading: Reading, keyword: str, language: str) -> dict[str, tuple[int, int]]:
    """(exact, partial) uses of the keyword by zone."""
    phrase = tuple(token.lemma for token in tokenize(keyword, language))
    blocks = reading.main_blocks()
    texts: dict[str, list[str]] = {
        "title": [reading.title],
        "description": [reading.description],
        "h1": [b.text for b in blocks if b.kind == "heading" and b.level == 1],
        "h2": [b.text for b in blocks if b.kind == "heading" and b.level == 2],
        "h3": [b.text for b in blocks if b.kind == "heading" and b.level >= 3],
        "body": [b.text for b in blocks if b.kind not in ("heading", "code")],
        "alt": [image.alt or "" for image in reading.images],
        "anchor": [link.anchor for link in reading.links],
        "emphasis": [b.text[m.start : m.end] for b in blocks for m in b.marks if m.kind != "link"],
    }
    return {zone: _uses(texts[zone], phrase, language) for zone in ZONES}


def _uses(texts: Sequence[str], phrase: tuple[str, ...], language: str) -> tuple[int, int]:
    functional = function_words(language)
    content = {lemma for lemma in phrase if lemma not in functional} or set(phrase)
    exact = partial = 0
    for text in texts:
        for sentence in analyse_text(text, language):
            found = _count(sentence.lemmas, phrase)
            exact += found
            if not found and content and len(content.intersection(sentence.lemmas)) >= LEAST_SHARE * len(content):
                partial += 1
    return exact, partial


def _count(lemmas: Sequence[str], phrase: tuple[str, ...]) -> int:
    """How often the phrase stands in the lemmas, without overlaps."""
    count = place = 0
    size = len(phrase)
    if not size or phrase[0] not in lemmas:
        return 0
    while place + size <= len(lemmas):
        if tuple(lemmas[place : place + size]) == phrase:
            count += 1
            place += size
        else:
            place += 1
    return count


def zone_ranges(yardstick: Yardstick) -> dict[str, tuple[Range, Range]]:
    """The ranges of exact and of partial uses over the competitors, by zone."""
    uses = [page.keyword_uses for page in yardstick.pages if page.keyword_uses]  # those of earlier versions have none
    return {
        zone: (robust_range([float(page[zone][0]) for page in uses]), robust_range([float(page[zone][1]) for page in uses]))
        for zone in ZONES
    }


def zone_advice(count: int, wanted: Range, zone: str = "") -> Message:
    """What brings a count into the middle half of the competitors: add so many, take out so many, or leave it. zone: of word for word uses, where one of them earns in ONE_EARNS however few
    competitors have it."""
    low, high = round(wanted.p25), round(wanted.p75)
    if zone in ONE_EARNS:
        high = max(high, 1)
    if count < low:
        return message("advice.add", count=low - count)
    if count > max(high, round(wanted.p95)):
        return message("advice.take_out", count=count - high)
    return message("advice.leave")
