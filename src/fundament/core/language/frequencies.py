"""How frequent words and phrases are in general language (wordfreq)."""

from __future__ import annotations

import functools

FLOOR = 1e-8  # frequency given to words the lists do not have


@functools.lru_cache(maxsize=40_000)
def word_general_frequency(word: str, language: str) -> float:
    """Share of running words, in 0..1, never below FLOOR; FLOOR in a language without a list that can be used here."""
    if not has_frequencies(language):
        return FLOOR
    from wordfreq import word_frequency  # not in a process that only scores

    return max(float(word_frequency(word, language)), FLOOR)


@functools.cache
def has_frequencies(language: str) -> bool:
    """Whether there is a list of words for a language that needs nothing else: those of languages without spaces between words ask for a program that parts them."""
    from wordfreq import word_frequency

    try:
        word_frequency("a", language)
    except (LookupError, ValueError, ImportError):
        return False
    return True


def phrase_general_frequency(words: tuple[str, ...], language: str) -> float:
    """Estimated share of a phrase: harmonic combination of its words' shares, a tenth for every further word.

    Source: the way wordfreq combines the tokens of a text it has no own entry for, 1 / sum(1 / f), lowered
    tenfold per word boundary as it does for languages written without spaces.
    """
    combined = 1.0 / sum(1.0 / word_general_frequency(word, language) for word in words)
    boundaries = 10.0 ** (len(words) - 1)
    return float(max(combined, FLOOR) / boundaries)
