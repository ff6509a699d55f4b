"""How frequent words and phrases are in general language (wordfreq)."""

from __future__ import annotations

import functools

FLOOR = 1e-8  # frequency given to words the lists do not have


@functools.lru_cache(maxsize=40_000)
def word_general_frequency(word: str, language: str) -> float:
    """Share of running words, in 0..1, never below FLOOR."""
    from wordfreq import word_frequency  # not in a process that only scores

    return max(float(word_frequency(word, language)), FLOOR)


def phrase_general_frequency(words: tuple[str, ...], language: str) -> float:
    """Estimated share of a phrase: harmonic combination of its words' shares, a tenth for every further word.

    Source: the way wordfreq combines the tokens of a text it has no own entry for, 1 / sum(1 / f), lowered
    tenfold per word boundary as it does for languages written without spaces.
    """
    combined = 1.0 / sum(1.0 / word_general_frequency(word, language) for word in words)
    boundaries = 10.0 ** (len(words) - 1)
    return float(max(combined, FLOOR) / boundaries)
