"""Length and structure of a text: counts of its parts. The same function serves competitors and drafts, block by block."""

from __future__ import annotations

import functools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from fundament.core.language.analysis import analyse_text
from fundament.core.language.packs import words_of_all
from fundament.core.language.words import count_words, tokenize
from fundament.core.reading.model import Reading
from fundament.core.yardstick.measures import MEASURES

LONG_PARAGRAPH = 130  # words; what is above it is hard to read on a screen
PARAGRAPH_KINDS = ("paragraph", "quote")
# counts of a block that are summed over a text
COUNTS = (
    "words", "sentences", "sentence_words", "paragraphs", "paragraph_words", "long_paragraph_words", "h1", "h2", "h3", "question_headings",
    "list_items", "table_cells", "exact_keyword",
)  # fmt: skip


@dataclass(frozen=True)
class Beside:
    """What a text has beside its blocks. bold: passages set in bold."""

    images: int = 0
    images_with_alt: int = 0
    internal_links: int = 0
    external_links: int = 0
    bold: int = 0


def is_question(text: str) -> bool:
    """Whether a heading asks a question: it ends with a question mark, or begins as only a question does ("What is", "How long does it", "Can I").

    "How to repoint a wall" and "What you need" ask nothing. Only English often leaves the mark away.
    """
    if text.rstrip(" \"'”’»)").endswith(("?", "？", "؟")):
        return True
    words = [word.strip(",.:;'\"“”‘’") for word in text.lower().split()]
    if len(words) < 3:
        return False
    verbs, asked = words_of_all("question_verbs"), words_of_all("asked_words")
    if words[0] in verbs:
        return words[1] in asked
    if words[0] not in words_of_all("question_words") or words[1] in asked:
        return False
    return words[1] in verbs or (len(words) > 3 and words[2] in verbs and words[3] in asked)


def contains(lemmas: Sequence[str], phrase: Sequence[str]) -> bool:
    """Whether the phrase stands in the lemmas, word for word."""
    size = len(phrase)
    if not size or phrase[0] not in lemmas:
        return False
    return any(tuple(lemmas[i : i + size]) == tuple(phrase) for i in range(len(lemmas) - size + 1))


@functools.lru_cache(maxsize=2_000)
def count_block(kind: str, level: int, text: str, language: str, keyword_lemmas: tuple[str, ...]) -> tuple[int, ...]:
    """The COUNTS of one block. A paragraph holds at least one real sentence; a caption or a lone phrase in a block of its own is none."""
    if kind == "heading":
        return count_words(text), 0, 0, 0, 0, 0, level == 1, level == 2, level >= 3, is_question(text), 0, 0, 0
    if kind == "code":
        return count_words(text), *(0,) * 12
    sentences = analyse_text(text, language)
    words = sum([s.counted_words for s in sentences])
    natural = [s for s in sentences if s.natural]
    paragraph = kind in PARAGRAPH_KINDS and bool(natural)
    counts_sentences = kind in (*PARAGRAPH_KINDS, "list_item")
    return (
        words, len(natural) if counts_sentences else 0, sum([s.words for s in natural]) if counts_sentences else 0, int(paragraph),
        words if paragraph else 0, max(0, words - LONG_PARAGRAPH) if paragraph else 0, 0, 0, 0, 0, int(kind == "list_item"),
        int(kind == "table_cell"), sum([contains(s.lemmas, keyword_lemmas) for s in natural]),
    )  # fmt: skip


def beside_of(reading: Reading) -> Beside:
    """What a reading's main content has beside its blocks."""
    return Beside(
        images=len(reading.images),
        images_with_alt=sum(1 for image in reading.images if image.alt),
        internal_links=sum(1 for link in reading.links if link.internal),
        external_links=sum(1 for link in reading.links if not link.internal),
        bold=sum(1 for block in reading.main_blocks() for mark in block.marks if mark.kind == "bold"),
    )


def structure_from(counts: Mapping[str, float], beside: Beside) -> dict[str, float]:
    """The MEASURES of a text, from the sums of its blocks' COUNTS and what stands beside them."""
    known = {
        **counts,
        "words_per_paragraph": counts["paragraph_words"] / counts["paragraphs"] if counts["paragraphs"] else 0.0,
        "words_per_sentence": counts["sentence_words"] / counts["sentences"] if counts["sentences"] else 0.0,
        "images": beside.images,
        "images_with_alt": beside.images_with_alt,
        "internal_links": beside.internal_links,
        "external_links": beside.external_links,
        "bold": beside.bold,
    }
    return {measure.key: float(known[measure.key]) for measure in MEASURES}


def structure_of(reading: Reading, keyword: str, language: str) -> dict[str, float]:
    """The MEASURES of a reading's main content."""
    lemmas = tuple(token.lemma for token in tokenize(keyword, language))
    rows = [count_block(block.kind, block.level, block.text, language, lemmas) for block in reading.main_blocks()]
    sums = [sum(column) for column in zip(*rows, strict=True)] if rows else [0] * len(COUNTS)
    return structure_from(dict(zip(COUNTS, map(float, sums), strict=True)), beside_of(reading))
