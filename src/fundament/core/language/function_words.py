"""Words that carry grammar rather than subject, and words that say nothing about any one subject."""

from __future__ import annotations

from fundament.core.language.packs import pack_of


def function_words(language: str) -> frozenset[str]:
    """Function words of a language."""
    return pack_of(language).function_words


def empty_words(language: str) -> frozenset[str]:
    """Words too general to be a term by themselves."""
    return pack_of(language).empty_words


def inner_words(language: str) -> frozenset[str]:
    """Function words that may stand inside a term ("carbon to nitrogen ratio")."""
    return pack_of(language).inner_words
