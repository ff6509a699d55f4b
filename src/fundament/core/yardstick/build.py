"""From the competitors' pages to what they have in common: the second stage of the pipeline."""

from __future__ import annotations

import functools
from collections import Counter
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from fundament.core.errors import CoreError
from fundament.core.language.analysis import analyse_text
from fundament.core.language.detect import lacks_of
from fundament.core.language.words import tokenize
from fundament.core.message import Message, message
from fundament.core.reading.model import Reading
from fundament.core.yardstick.entity_finding.entities import find_entities
from fundament.core.yardstick.keyword_zones import keyword_uses
from fundament.core.yardstick.model import MOST_PROPOSED, ComparedPage, Consensus, PageSummary, Range, Settings
from fundament.core.yardstick.other_pages.near_copies import copied_from
from fundament.core.yardstick.page_words import words_of_page
from fundament.core.yardstick.ranges import LEAST_VALUES, is_usual, robust_ranges
from fundament.core.yardstick.secondary_keywords import secondary_keywords
from fundament.core.yardstick.section_groups.statements import shared_statements
from fundament.core.yardstick.section_groups.subtopics import find_subtopics
from fundament.core.yardstick.structure import contains, structure_of
from fundament.core.yardstick.term_finding.terms import find_terms

ZONES = ("title", "description", "h1", "h2", "opening")
SECONDARY_ZONES = (*ZONES, "body")
OPENING_WORDS = 100
FEW_PAGES = 5  # with fewer, what two share may be chance
FREAK = 5  # times the greatest other value
FREAK_MEASURES = ("words", "paragraphs", "h2")
TINY_WORDS = 120
WIDE_LENGTHS = 8  # times the shortest


def find_evidence(pages: Sequence[ComparedPage], keyword: str, settings: Settings | None = None) -> Consensus:
    """Find what the competitors have in common, but for how each of them stands against the others (`consensus.build` adds that).

    pages: the chosen competitors, at least one with text; they are taken in rank order. keyword: the search phrase.
    Raises CoreError when the keyword is empty or no page has text. The same input always gives the same value.
    """
    settings = settings or Settings()
    keyword = " ".join(keyword.split())
    if not keyword:
        raise CoreError("error.keyword_empty")
    pages = sorted((p for p in pages if p.reading.word_count > 0), key=lambda p: (p.rank, p.reading.url))
    if not pages:
        raise CoreError("error.no_text")
    spoken = Counter(page.reading.language for page in pages)
    language = max(spoken, key=lambda code: (bool(code), spoken[code]))  # the first of equals, for pages are in rank order
    notes = []
    for other, count in spoken.items():
        if other != language:
            notes.append(message("note.other_language", pages=count, other=other, language=language))
    pages = [p for p in pages if p.reading.language == language]
    notes += [message(f"note.lacks_{lack}", language=language) for lack in lacks_of(language)]
    copied = copied_from([page.reading for page in pages])
    for page, original in zip(pages, copied, strict=True):
        if original is not None:
            notes.append(message("note.near_copy", url=page.reading.url, original=pages[original].reading.url))
    pages = [page for page, original in zip(pages, copied, strict=True) if original is None]
    words = [float(page.reading.word_count) for page in pages]
    usual = is_usual(words)
    for page, fits in zip(pages, usual, strict=True):
        if not fits:
            notes.append(message("note.far_off", url=page.reading.url, words=page.reading.word_count))
    # a page far off in length or shape would bend every target: it counts for nothing but being listed
    measured = [page for page, fits in zip(pages, usual, strict=True) if fits]
    summaries = [summarise(page, keyword, language, settings.secondary_keywords) for page in measured]
    freaks = freaks_among(summaries)
    for number, (name, value, most) in freaks.items():
        notes.append(message("note.freak", url=summaries[number].url, measure=name, value=value, most=most))
    measured = [page for number, page in enumerate(measured) if number not in freaks]
    summaries = [summary for number, summary in enumerate(summaries) if number not in freaks]
    notes += notes_on_set([page.reading.word_count for page in measured])
    terms, unsure = find_terms(measured, summaries, keyword, language, most_terms=settings.most_terms)
    return Consensus(
        keyword=keyword,
        language=language,
        pages=tuple(summaries),
        terms=terms,
        entities=find_entities(measured, terms, keyword, language, most_entities=settings.most_entities, own=settings.own_entities),
        subtopics=find_subtopics(measured, summaries, keyword, language, most_subtopics=settings.most_subtopics),
        structure=structure_ranges(summaries),
        zones=zone_shares(summaries),
        settings=settings,
        notes=tuple(notes),
        unsure_terms=unsure,
        statements=shared_statements(measured, keyword, language),
    )


def freaks_among(pages: Sequence[PageSummary]) -> dict[int, tuple[str, float, float]]:
    """The pages, by number, that have of two things FREAK times as much as the one with most of it among the others, or more: (measure, value, most of
    the others) of the first. One alone may be the make of a site. Of fewer than LEAST_VALUES pages nobody can say which is the freak."""
    found: dict[int, list[tuple[str, float, float]]] = {}
    for name in FREAK_MEASURES if len(pages) >= LEAST_VALUES else ():
        values = [page.structure[name] for page in pages]
        number = max(range(len(values)), key=values.__getitem__)
        most = max(value for other, value in enumerate(values) if other != number)
        if most and values[number] >= FREAK * most:
            found.setdefault(number, []).append((name, values[number], most))
    return {number: measures[0] for number, measures in found.items() if len(measures) > 1}


def notes_on_set(words: Sequence[int]) -> list[Message]:
    """What is odd about a set of competitors, by their numbers of words: few, tiny, of lengths far apart."""
    notes = []
    if len(words) < FEW_PAGES:
        notes.append(message("note.few_pages", pages=len(words), least=FEW_PAGES))
    tiny = sum(count < TINY_WORDS for count in words)
    if 2 * tiny >= len(words):
        notes.append(message("note.tiny_pages", pages=tiny, of=len(words), words=TINY_WORDS))
    if max(words) >= WIDE_LENGTHS * min(words):
        notes.append(message("note.wide_lengths", least=min(words), most=max(words)))
    if (median := round(float(np.median(words)))) > MOST_PROPOSED:
        notes.append(message("note.long_pages", median=median, planned=MOST_PROPOSED))
    return notes


def structure_ranges(pages: Sequence[PageSummary]) -> dict[str, Range]:
    """The range of every structure measure over the pages."""
    return dict(zip(pages[0].structure, robust_ranges(structure_table(pages)), strict=True))


def structure_table(pages: Sequence[PageSummary]) -> NDArray[np.float64]:
    """The structure measures of the pages, shape (measures, pages)."""
    return np.array([[page.structure[name] for page in pages] for name in pages[0].structure], dtype=float)


def zone_shares(pages: Sequence[PageSummary]) -> dict[str, float]:
    """How much of the keyword (0..1) the pages have in each zone, on average."""
    return {zone: round(sum(page.zones[zone] for page in pages) / len(pages), 4) for zone in ZONES}


def summarise(page: ComparedPage, keyword: str, language: str, secondary: tuple[str, ...] = ()) -> PageSummary:
    """A competitor in short. secondary: further keywords."""
    reading = page.reading
    structure = structure_of(reading, keyword, language)
    texts = _texts_by_zone(reading)
    lemmas = tuple(token.lemma for token in tokenize(keyword, language))
    return PageSummary(
        reading.url, page.rank, reading.title, reading.kind, reading.word_count, structure,
        {zone: max((keyword_share(text, lemmas, language) for text in texts[zone]), default=0.0) for zone in ZONES},
        keyword_uses(reading, keyword, language), words_of_page(reading, language), _secondary(reading, texts, secondary, language),
    )  # fmt: skip


@functools.lru_cache(maxsize=10_000)
def keyword_share(text: str, keyword_lemmas: tuple[str, ...], language: str) -> float:
    """How much of the keyword a text has: 1 when it stands there word for word, else 0.8 times the share of its words."""
    lemmas = [token.lemma for token in tokenize(text, language)]
    if not keyword_lemmas:
        return 0.0
    if contains(lemmas, keyword_lemmas):
        return 1.0
    different = set(keyword_lemmas)
    return 0.8 * len(different & set(lemmas)) / len(different)


def _texts_by_zone(reading: Reading) -> dict[str, list[str]]:
    opening = " ".join(" ".join(b.text for b in reading.main_blocks() if b.kind != "heading").split()[:OPENING_WORDS])
    return {
        "title": [reading.title],
        "description": [reading.description],
        "h1": [b.text for b in reading.headings() if b.level == 1],
        "h2": [b.text for b in reading.headings() if b.level == 2],
        "opening": [opening],
    }


def _secondary(reading: Reading, texts: dict[str, list[str]], keywords: tuple[str, ...], language: str) -> dict[str, tuple[float, ...]]:
    if not keywords:
        return {}
    secondary = secondary_keywords(keywords, language)
    found = {zone: [secondary.in_text(text, language) for text in texts[zone]] for zone in ZONES}
    sentences = [s.lemmas for b in reading.main_blocks() if b.kind not in ("heading", "code") for s in analyse_text(b.text, language)]
    found["body"] = [shares for lemmas in sentences if (shares := secondary.shares(lemmas)) is not None]
    nothing = np.zeros(len(keywords))
    return {zone: tuple(np.max([nothing, *shares], axis=0).round(4).tolist()) for zone, shares in found.items()}
