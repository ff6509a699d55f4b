"""Length and structure of a page: counts of its parts. One function serves competitors and drafts."""

from __future__ import annotations

from collections.abc import Iterable

from fundament.core.language.analysis import analyse_text
from fundament.core.language.word_list import word_list
from fundament.core.reading.model import Reading

MEASURES = {
    "words": "words",
    "sentences": "sentences",
    "paragraphs": "paragraphs",
    "words_per_paragraph": "words per paragraph",
    "words_per_sentence": "words per sentence",
    "h1": "H1 headings",
    "h2": "H2 headings",
    "h3": "H3 and deeper headings",
    "question_headings": "headings that ask a question",
    "images": "images",
    "images_with_alt": "images with alt text",
    "list_items": "list items",
    "table_cells": "table cells",
    "internal_links": "internal links",
    "external_links": "external links",
    "bold": "bold passages",
    "exact_keyword": "sentences with the exact keyword",
}
_QUESTION_WORDS = word_list(
    """
    how what why when where which who can do does is are should will must could was wie was warum wann wo welche kann comment pourquoi quand où quel
    quelle que qué cómo cuándo dónde cuál come perché quando dove quale hoe wat waarom wanneer waar welke como porquê onde qual jak co dlaczego kiedy
    gdzie
    """
)


def is_question(text: str) -> bool:
    """Whether a heading asks a question: it ends with a question mark, or begins with a question word and has a few words."""
    words = text.lower().split()
    return text.rstrip().endswith("?") or (len(words) >= 4 and words[0] in _QUESTION_WORDS)


def structure_of(reading: Reading) -> dict[str, float]:
    """The MEASURES of the main content, without those that depend on a keyword: counts, and averages per unit."""
    blocks = reading.main_blocks()
    headings = [b for b in blocks if b.kind == "heading"]
    # a paragraph holds at least one real sentence; a caption or a lone phrase in a block of its own is none
    paragraphs = [b for b in blocks if b.kind in ("paragraph", "quote") and any(s.natural for s in analyse_text(b.text, reading.language))]
    paragraph_words = [sum(s.words for s in analyse_text(b.text, reading.language)) for b in paragraphs]
    sentence_words = [
        s.words for b in blocks if b.kind in ("paragraph", "quote", "list_item") for s in analyse_text(b.text, reading.language)
        if s.natural
    ]  # fmt: skip
    return {
        "words": float(reading.word_count),
        "sentences": float(len(sentence_words)),
        "paragraphs": float(len(paragraphs)),
        "words_per_paragraph": mean(paragraph_words),
        "words_per_sentence": mean(sentence_words),
        "h1": float(sum(1 for b in headings if b.level == 1)),
        "h2": float(sum(1 for b in headings if b.level == 2)),
        "h3": float(sum(1 for b in headings if b.level >= 3)),
        "question_headings": float(sum(1 for b in headings if is_question(b.text))),
        "images": float(len(reading.images)),
        "images_with_alt": float(sum(1 for image in reading.images if image.alt)),
        "list_items": float(sum(1 for b in blocks if b.kind == "list_item")),
        "table_cells": float(sum(1 for b in blocks if b.kind == "table_cell")),
        "internal_links": float(sum(1 for link in reading.links if link.internal)),
        "external_links": float(sum(1 for link in reading.links if not link.internal)),
        "bold": float(sum(1 for b in blocks for m in b.marks if m.kind == "bold")),
    }


def mean(values: Iterable[float]) -> float:
    """The arithmetic mean, 0 for no values."""
    values = list(values)
    return sum(values) / len(values) if values else 0.0
