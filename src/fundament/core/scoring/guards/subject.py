"""A text without evidence of the subject earns nothing anywhere.

The evidence is what the text earns for terms and entities, with what the other guards leave of them, beside what the median competitor earns; and how far the words of the keyword
themselves are used, since pages about other things share many terms and few of these. What the competitors do not use themselves is not asked for.
Below NO_EVIDENCE a text is taken to be about something else, from FULL_EVIDENCE on about the subject; between the two all its points count in part.

A report of one's own, or a short text, uses few of the terms often and is about the subject all the same: so where a text has enough of them at all (by weight, and of the entities), that is evidence too, the
greater of the two.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Numbers = NDArray[np.float64]
NO_EVIDENCE, FULL_EVIDENCE = 0.06, 0.35
FEW_THERE, MANY_THERE = 0.12, 0.24  # the same bounds for the share of terms and entities that are there at all
KEYWORD_SHARE = 0.75  # of the evidence is lost where none of the keyword's words is used though all competitors use them
OFTEN = 2.0  # uses of a word of the keyword from which it is there
USUAL_IF_UNKNOWN = 0.3  # of the points for terms and entities, where too few competitors tell what is usual


def evidence_of(earned: float, usual: float, words: Numbers, usual_words: Numbers) -> float:
    """0 and more; 1 is what the median competitor has. earned, usual: shares of the points for terms and entities; words: uses of each word of the keyword at
    the planned length; usual_words: how far (0..1) the competitors use each."""
    missing = float(np.maximum(0.0, usual_words - presence(words)).mean()) if len(usual_words) else 0.0
    return earned / (usual or USUAL_IF_UNKNOWN) * (1.0 - KEYWORD_SHARE * missing)


def presence(words: Numbers) -> Numbers:
    """How far (0..1) words are used, from their uses."""
    return np.asarray(np.minimum(1.0, words / OFTEN))


def usual_presence(pages: Sequence[Numbers], size: int) -> Numbers:
    """How far the lower quartile of the competitors uses each word of the keyword; 1 where there are none."""
    return np.asarray(np.percentile([presence(words) for words in pages], 25, axis=0)) if pages else np.ones(size)


def factor_of(evidence: float, there: float = 0.0) -> float:
    """What is left of all points: 0..1. there: see `there_at_all`."""
    by_points = (evidence - NO_EVIDENCE) / (FULL_EVIDENCE - NO_EVIDENCE)
    by_presence = (there - FEW_THERE) / (MANY_THERE - FEW_THERE)
    return min(1.0, max(0.0, by_points, by_presence))


def there_at_all(share: float, words: Numbers, usual_words: Numbers) -> float:
    """0..1: the share (by weight) of terms and entities that a text has at all, less where words of the keyword are missing; the arguments as in `evidence_of`."""
    missing = float(np.maximum(0.0, usual_words - presence(words)).mean()) if len(usual_words) else 0.0
    return share * (1.0 - KEYWORD_SHARE * missing)
