"""Lists of words, written as running text."""

from __future__ import annotations


def word_list(text: str) -> frozenset[str]:
    """The words of a text, parted by white space."""
    return frozenset(text.split())
