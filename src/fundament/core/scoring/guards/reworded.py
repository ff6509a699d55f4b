"""A page reworded sentence by sentence, its statements in the same order, earns nothing where it follows that page.

Words are exchanged and sentences turned, but what is said of what, the figures and the names stay, and so does the order. Blocks of the text and of each competitor's page are compared by TF-IDF cosine over
their content words, rare among all pages' blocks; the value of a page is the best sum, over blocks of both taken in order, of what the cosine has above LEAST_LIKE, by block of the text (a longest common
subsequence with weights; Needleman and Wunsch 1970). From FOLLOWS on, and where it is far above the value of every other page, the text follows the page: the blocks on that way earn nothing. Honest texts
share a subject and often its order, and stay far below (docs/quality.md).
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.function_words import function_words
from fundament.core.yardstick.page_words import BREAK, word_number, words_in

Numbers = NDArray[np.float64]
Row = NDArray[np.float32]
LEAST_BLOCKS = 6  # of a text and of a page
LEAST_WORDS = 4  # different content words of a block
LEAST_LIKE, FOLLOWS, ABOVE_OTHERS = 0.12, 0.19, 2.0
DENIED_FROM = 0.08  # of a block's value on the way, from which it earns nothing


@dataclass(frozen=True, eq=False)
class PageBlocks:
    """The blocks of all pages. postings: by word, the blocks that have it and the weight there; rarity: by word; starts: the number of each page's first block, and of all."""

    postings: dict[int, tuple[NDArray[np.int32], Row]]
    rarity: dict[int, float]
    starts: NDArray[np.int64]
    functional: frozenset[int]

    @staticmethod
    def of(pages: Sequence[str], language: str) -> PageBlocks:
        """pages: from `words_of_page`, each."""
        functional = frozenset(word_number(word) for word in function_words(language))
        blocks: list[Counter[int]] = []
        starts = [0]
        for page in pages:
            words = words_in(page)
            for part in np.split(words, np.flatnonzero(words == BREAK)):
                counts = Counter(word for word in part.tolist() if word != BREAK and word not in functional)
                if len(counts) >= LEAST_WORDS:
                    blocks.append(counts)
            starts.append(len(blocks))
        on = Counter(word for counts in blocks for word in counts)
        rarity = {word: math.log((len(blocks) + 1) / (number + 0.5)) for word, number in on.items()}
        found: dict[int, tuple[list[int], list[float]]] = {}
        for number, counts in enumerate(blocks):
            for word, weight in _unit(counts, rarity).items():
                places, weights = found.setdefault(word, ([], []))
                places.append(number)
                weights.append(weight)
        postings = {
            word: (np.array(places, dtype=np.int32), np.array(weights, dtype=np.float32)) for word, (places, weights) in found.items()
        }
        return PageBlocks(postings, rarity, np.array(starts), functional)

    def likeness(self, lemmas: Sequence[str]) -> Row | None:
        """The cosine of a text's block to every block of the pages; None for one with too few words."""
        counts = Counter(number for lemma in lemmas if (number := word_number(lemma)) not in self.functional)
        if len(counts) < LEAST_WORDS or not self.starts[-1]:
            return None
        found = np.zeros(int(self.starts[-1]), dtype=np.float32)
        unknown = math.log((len(found) + 1) / 0.5)
        for word, weight in _unit(counts, self.rarity, unknown).items():
            known = self.postings.get(word)
            if known is not None:
                found[known[0]] += weight * known[1]
        return found


def _unit(counts: Counter[int], rarity: dict[int, float], unknown: float = 0.0) -> dict[int, float]:
    weights = {word: (1.0 + math.log(number)) * rarity.get(word, unknown) for word, number in counts.items()}
    length = math.sqrt(sum(weight * weight for weight in weights.values())) or 1.0
    return {word: weight / length for word, weight in weights.items()}


def followed(rows: Sequence[Row], starts: NDArray[np.int64]) -> tuple[int, list[int]] | None:
    """(page that a text follows, places of the blocks on the way), None where it follows none. rows: from `likeness`, of the text's blocks in order."""
    if len(rows) < LEAST_BLOCKS or len(starts) < 3:
        return None
    above = np.maximum(np.stack(rows) - LEAST_LIKE, 0.0).astype(float)
    there = [page for page in range(len(starts) - 1) if starts[page + 1] - starts[page] >= LEAST_BLOCKS]
    most = {page: float(above[:, starts[page] : starts[page + 1]].max(axis=1).mean()) for page in there}
    likely = [page for page in there if most[page] >= FOLLOWS]
    if not likely:
        return None  # not even in any order
    values = {page: _ways(above[:, starts[page] : starts[page + 1]]) for page in likely}
    page = max(likely, key=lambda number: (float(values[number][-1, -1]), -number))
    value = float(values[page][-1, -1]) / len(rows)
    others = max(
        (float(_ways(above[:, starts[other] : starts[other + 1]])[-1, -1]) / len(rows) for other in there if other != page), default=0.0
    )
    if value < FOLLOWS or value < ABOVE_OTHERS * others:
        return None
    return page, _way_back(values[page], above[:, starts[page] : starts[page + 1]])


def _ways(above: Numbers) -> Numbers:
    """The best sums up to each pair of blocks, shape (blocks + 1, page's blocks + 1)."""
    found = np.zeros((above.shape[0] + 1, above.shape[1] + 1))
    for place, row in enumerate(above):
        found[place + 1, 1:] = np.maximum.accumulate(np.maximum(found[place, 1:], found[place, :-1] + row))
    return found


def _way_back(found: Numbers, above: Numbers) -> list[int]:
    """The text's blocks on the best way that are like the page's block there."""
    row, column = found.shape[0] - 1, found.shape[1] - 1
    places = []
    while row and column:
        if found[row, column] == found[row, column - 1]:
            column -= 1
        elif found[row, column] == found[row - 1, column]:
            row -= 1
        else:
            row, column = row - 1, column - 1
            if above[row, column] >= DENIED_FROM:
                places.append(row)
    return sorted(places)
