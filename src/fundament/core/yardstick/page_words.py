"""The words of a competitor's page as numbers, so that a yardstick can tell what is copied from it without holding its text."""

from __future__ import annotations

import base64
import functools
import zlib
from collections.abc import Iterable

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.reading.model import Reading

Words = NDArray[np.uint32]
BREAK = 0  # between blocks


@functools.lru_cache(maxsize=60_000)
def word_number(lemma: str) -> int:
    """The number of a lemma: its CRC-32 with the last bit set, so that it is never BREAK."""
    return zlib.crc32(lemma.encode("utf-8", "surrogatepass")) | 1


def words_of_page(reading: Reading, language: str) -> str:
    """The words of a page's main content as the 32-bit numbers of their lemmas, a BREAK after each block; base64. Headings and code are left out."""
    return words_of_texts([block.text for block in reading.main_blocks() if block.kind not in ("heading", "code")], language)


def words_of_texts(texts: Iterable[str], language: str) -> str:
    """The same of texts, a BREAK after each."""
    numbers: list[int] = []
    for text in texts:
        numbers += [word_number(lemma) for sentence in analyse_text(text, language) for lemma in sentence.lemmas]
        numbers.append(BREAK)
    return base64.b64encode(np.array(numbers, dtype="<u4").tobytes()).decode()


def words_in(text: str) -> Words:
    """What `words_of_page` gave, as numbers."""
    return np.frombuffer(base64.b64decode(text), dtype="<u4")
