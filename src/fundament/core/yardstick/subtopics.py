"""Subtopics: the competitors' headings, grouped by meaning.

Each heading is a vector of its words and of the text below it. What all headings of the set share (the subject itself)
is taken off, so that "Repointing with lime: tools" and "Tools for repointing" meet by "tools". Groups come from average-linkage
clustering on cosine distance (scipy.cluster.hierarchy), cut at a fixed distance.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.cluster.hierarchy import fcluster, linkage

from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import Vectors, embed
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading
from fundament.core.yardstick.model import ComparedPage, PageSummary, Subtopic, SubtopicHeading
from fundament.core.yardstick.structure import is_question
from fundament.core.yardstick.terms import rank_weight

CUT_DISTANCE = 0.62
HEADING_SHARE = 0.7  # of the vector; the rest is the text below
BELOW_WORDS = 60
CLOSING = frozenset(
    [
        "conclusion",
        "summary",
        "introduction",
        "faq",
        "faqs",
        "overview",
        "final",
        "thoughts",
        "references",
        "notes",
        "sources",
        "further",
        "reading",
    ]
)


@dataclass(frozen=True)
class Section:
    """A heading (H2 or deeper) with the text below it, up to the next heading."""

    heading: str
    level: int
    place: float
    below: str
    sentences: tuple[str, ...] = ()


def sections_of(reading: Reading) -> list[Section]:
    """The sections of a page's main content, in order; H1 and headings of over 25 words are left out."""
    blocks = reading.main_blocks()
    starts = [i for i, b in enumerate(blocks) if b.kind == "heading"]
    sections = []
    for order, start in enumerate(starts):
        block = blocks[start]
        if block.level < 2 or len(block.text.split()) > 25:
            continue
        end = starts[order + 1] if order + 1 < len(starts) else len(blocks)
        below = " ".join(b.text for b in blocks[start + 1 : end])
        place = order / max(1, len(starts) - 1)
        sections.append(Section(block.text, block.level, round(place, 4), " ".join(below.split()[:BELOW_WORDS])))
    return sections


def plain_heading(text: str, keyword_lemmas: frozenset[str], language: str) -> str:
    """A heading without the keyword's own words and function words; as it is when nothing would remain."""
    functional = function_words(language)
    kept = [t.text.lower() for t in tokenize(text, language) if t.lemma not in keyword_lemmas and t.text.lower() not in functional]
    return " ".join(kept) if kept else text.lower()


def section_vectors(sections: Sequence[tuple[str, str]], keyword_lemmas: frozenset[str], language: str) -> Vectors:
    """Vectors (length 1) of (heading, text below), shape (n, dimensions)."""
    headings = embed([plain_heading(heading, keyword_lemmas, language) for heading, _ in sections])
    below = embed([text or heading for heading, text in sections])
    return _normal(HEADING_SHARE * headings + (1.0 - HEADING_SHARE) * below)


def _normal(vectors: Vectors) -> Vectors:
    lengths = np.linalg.norm(vectors, axis=1, keepdims=True)
    unit: Vectors = np.divide(vectors, lengths, out=np.zeros_like(vectors), where=lengths > 0)
    return unit


def find_subtopics(
    pages: Sequence[ComparedPage], summaries: Sequence[PageSummary], keyword: str, language: str, *, most_subtopics: int
) -> tuple[Subtopic, ...]:
    """Groups of headings found on at least two competitors' pages (one, when there are only two), heaviest first."""
    keyword_lemmas = frozenset(token.lemma for token in tokenize(keyword, language))
    found = [(number, page, section) for number, page in enumerate(pages) for section in sections_of(page.reading)]
    found = [f for f in found if not _is_closing(f[2].heading, language)]
    if not found:
        return ()
    vectors = section_vectors([(section.heading, section.below) for _, _, section in found], keyword_lemmas, language)
    labels = _group(vectors)
    least = 2 if len(pages) > 2 else 1
    groups: dict[int, list[int]] = {}
    for position, label in enumerate(labels):
        groups.setdefault(int(label), []).append(position)
    subtopics = []
    for members in groups.values():
        if len({found[m][0] for m in members}) < least:
            continue
        centre = vectors[members].mean(axis=0)
        closest = max(members, key=lambda m: (float(vectors[m] @ centre), -len(found[m][2].heading), -m))
        headings = tuple(
            SubtopicHeading(page.reading.url, s.heading, s.level, s.place, s.below) for _, page, s in (found[m] for m in members)
        )
        subtopics.append(Subtopic(found[closest][2].heading, 0, 0.0, 2, 0.0, False, headings))
    return weigh_subtopics(subtopics, summaries)[:most_subtopics]


def weigh_subtopics(subtopics: Sequence[Subtopic], pages: Sequence[PageSummary]) -> tuple[Subtopic, ...]:
    """The subtopics with pages, level, place and weight worked out from their headings; weights sum to 100, heaviest first."""
    rank_of = {page.url: page.rank for page in pages}
    whole = sum(rank_weight(page.rank) for page in pages)
    weighed = []
    for subtopic in subtopics:
        headings = subtopic.headings
        urls = {h.url for h in headings}
        weighed.append(
            replace(
                subtopic,
                pages=len(urls),
                weight=sum(rank_weight(rank_of[url]) for url in urls) / whole,
                level=Counter(h.level for h in headings).most_common(1)[0][0],
                place=round(float(np.median([h.place for h in headings])), 4),
                is_question=sum(is_question(h.text) for h in headings) * 2 > len(headings),
            )
        )
    total = sum(s.weight for s in weighed) or 1.0
    weighed = [replace(s, weight=round(100.0 * s.weight / total, 6)) for s in weighed]
    return tuple(sorted(weighed, key=lambda s: (-s.weight, s.place, s.label)))


def _is_closing(heading: str, language: str) -> bool:
    """ "Conclusion", "Introduction" and the like: part of the form, not of the subject."""
    functional = function_words(language)
    words = [t.text.lower() for t in tokenize(heading, language) if t.text.lower() not in functional]
    return not words or all(word in CLOSING for word in words)


def _group(vectors: Vectors) -> list[int]:
    if len(vectors) < 2:
        return [1] * len(vectors)
    centred = _normal(vectors - vectors.mean(axis=0, keepdims=True))
    distance = np.clip(1.0 - centred @ centred.T, 0.0, 2.0)
    rows, columns = np.triu_indices(len(vectors), 1)
    tree = linkage(distance[rows, columns].astype(np.float64), method="average")
    return [int(label) for label in fcluster(tree, CUT_DISTANCE, criterion="distance")]
