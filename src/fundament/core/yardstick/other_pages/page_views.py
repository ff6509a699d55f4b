"""How alike pages are, in three views that know little of each other: the phrases they share, what they mean, and the manner they speak in. Each is a matrix n x n of pages."""

from __future__ import annotations

import math
import re
from collections import Counter
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import embed
from fundament.core.reading.model import Reading
from fundament.core.yardstick.page_analysis import PageAnalysis

Floats = NDArray[np.float64]
_SIGN = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?|\d+|[£$€%?!:;()]")


def by_terms(analyses: Sequence[PageAnalysis]) -> Floats:
    """Cosine similarity over the phrases that some of the pages share, (1 + log) tf x idf, from 0 to 1."""
    counts = [Counter({candidate.key: candidate.count for candidate in analysis.candidates}) for analysis in analyses]
    spread = Counter(key for count in counts for key in count)
    shared = {key: number for number, key in enumerate(sorted(key for key, pages in spread.items() if 2 <= pages < len(counts)))}
    found = np.zeros((len(counts), max(1, len(shared))))
    for row, count in enumerate(counts):
        for key, uses in count.items():
            if key in shared:
                found[row, shared[key]] = math.log1p(uses) * math.log(len(counts) / spread[key])
    return _cosines(found)


def by_meaning(readings: Sequence[Reading]) -> Floats:
    """Similarity of the mean vectors of the pages' blocks, less what all have in common, from 0 to 1."""
    texts = [[block.text for block in reading.main_blocks() if block.kind != "code" and block.text.strip()] for reading in readings]
    vectors = np.array([embed(of_page or [""]).mean(axis=0) for of_page in texts], dtype=float)
    return (_cosines(vectors - vectors.mean(axis=0)) + 1) / 2


def by_manner(readings: Sequence[Reading]) -> Floats:
    """Similarity of how pages speak, whatever of: shares of function words, numbers, signs, and kinds of blocks (square roots, as in Hellinger's distance), less what all have in common, from 0 to 1."""
    found = [_manner(reading, function_words(reading.language)) for reading in readings]
    keys = sorted({key for of_page in found for key in of_page})
    rows = np.array([[math.sqrt(of_page.get(key, 0.0)) for key in keys] for of_page in found], dtype=float)
    return (_cosines(rows - rows.mean(axis=0)) + 1) / 2


def _manner(reading: Reading, empty: frozenset[str]) -> dict[str, float]:
    """Each sign of manner as a share of the page's words."""
    counts: Counter[str] = Counter()
    words = 0
    for block in reading.main_blocks():
        if block.kind == "code":
            continue
        signs = _SIGN.findall(block.text.lower())
        words += len(signs)
        counts.update("0" if sign.isdigit() else sign for sign in signs if sign in empty or not sign[0].isalpha())
        counts[f"a {block.kind}"] += 1
        if signs:
            counts["begins with a function word" if signs[0] in empty else "begins with another word"] += 1
    return {key: count / max(1, words) for key, count in counts.items()}


def _cosines(rows: Floats) -> Floats:
    plain = rows / (np.linalg.norm(rows, axis=1, keepdims=True) + 1e-12)
    found: Floats = plain @ plain.T
    return found
