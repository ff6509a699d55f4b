"""Candidates for terms gathered over all pages, and the ways in which one of them is written put together."""

from __future__ import annotations

from collections import Counter, defaultdict
from dataclasses import dataclass

from fundament.core.language.frequencies import word_general_frequency
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.words import is_dictionary_word, lemma_of

Phrases = dict[str, list[tuple[str, ...]]]  # lemma tuples by key
LEAST_STEM = 4  # letters
LEAST_PART, LEAST_KNOWN = 3, 5e-6  # letters, and share of running words, of each part of a compound that may be written open or closed


@dataclass
class Pool:
    """Candidates gathered over all pages; how often each is written in which form and tagged as what."""

    pages: dict[str, int]
    counts: dict[str, int]
    forms: dict[str, Counter[str]]
    tags: dict[str, Counter[str]]


def with_variants(keys: list[str], pool: Pool, language: str) -> Phrases:
    """Lemma tuples per term; an open compound and its closed form ("draught proofing", "draughtproofing") become one."""
    phrases: Phrases = {key: [tuple(key.split(" "))] for key in keys}
    _join_unknown_inflections(phrases, pool, language)
    _join_inflected_groups(phrases, pool, language)
    for key in keys:
        words = key.split(" ")
        if len(words) != 2 or key not in phrases:
            continue
        form = pool.forms[key].most_common(1)[0][0].replace("-", " ").split(" ")
        for closed in {"".join(words), lemma_of("".join(form), language)}:
            if closed in phrases and closed != key:
                kept, dropped = (closed, key) if pool.counts[closed] >= pool.counts[key] else (key, closed)
                phrases[kept] = phrases[kept] + phrases.pop(dropped)
                pool.forms[kept].update(pool.forms[dropped])
                pool.counts[kept] += pool.counts[dropped]
                break
    return phrases


def with_written_ways(phrases: Phrases, language: str) -> Phrases:
    """The phrases with the ways in which each may be written though no page here does: a compound open or closed ("back reference", "backreference"), and the regular forms of a word that the
    dictionary does not know ("backreferences"). What is a phrase of another term already stays that one's.
    """
    taken = {variant for variants in phrases.values() for variant in variants}
    found: Phrases = {}
    for key, variants in phrases.items():
        ways = list(variants)
        for variant in variants:
            for way in dict.fromkeys([*_open_and_closed(variant, language), *_unknown_inflections(variant, language)]):
                if way not in taken:
                    taken.add(way)
                    ways.append(way)
        found[key] = ways
    return found


def _open_and_closed(variant: tuple[str, ...], language: str) -> list[tuple[str, ...]]:
    """A compound of two words in one, and a word in two that the dictionary has both."""
    if len(variant) == 2 and all(len(word) >= LEAST_PART and word.isalpha() for word in variant):
        closed = "".join(variant)
        return [(form,) for form in dict.fromkeys((closed, lemma_of(closed, language)))]
    word = variant[0]
    if len(variant) > 1 or not word.isalpha():
        return []
    parts = [(word[:at], word[at:]) for at in range(LEAST_PART, len(word) - LEAST_PART + 1)]
    return [
        (_noun(first, language), _noun(second, language))
        for first, second in parts
        if _is_word(first, language) and _is_word(second, language)
    ]


def _is_word(part: str, language: str) -> bool:
    """Whether half of a compound is a word that people use."""
    return (
        is_dictionary_word(part, language)
        and part not in function_words(language)
        and word_general_frequency(part, language) >= LEAST_KNOWN
    )


def _noun(part: str, language: str) -> str:
    return lemma_of(part.capitalize() if pack_of(language).nouns_in_capitals else part, language)


def _unknown_inflections(variant: tuple[str, ...], language: str) -> list[tuple[str, ...]]:
    """The regular forms of a phrase whose last word the dictionary does not know, as lemmas: the word with each ending, and without the one it has."""
    *before, word = variant
    if not word.isalpha() or is_dictionary_word(word, language):
        return []
    endings = pack_of(language).endings
    stems = [word.removesuffix(ending) for ending in endings if word.endswith(ending) and len(word) - len(ending) >= LEAST_STEM]
    return [(*before, lemma_of(form, language)) for form in (*(word + ending for ending in endings), *stems)]


def _join_unknown_inflections(phrases: Phrases, pool: Pool, language: str) -> None:
    """Forms of one word that the dictionary does not know, so that it gives each a lemma of its own ("plugin", "plugins"), become one; only what is on the
    pages is joined, the longer form with the shorter."""
    endings = pack_of(language).endings
    for key in sorted(phrases, key=len, reverse=True):
        if " " in key or is_dictionary_word(key, language):
            continue
        for ending in endings:
            stem = key.removesuffix(ending)
            if stem == key or (len(stem) < LEAST_STEM and not shown_form(pool.forms[key]).removesuffix(ending).isupper()):
                continue
            shorter = next((other for other in (stem, f"{stem}e") if other in phrases and other != key), None)
            if shorter is not None:
                phrases[shorter] = phrases[shorter] + phrases.pop(key)
                pool.forms[shorter].update(pool.forms[key])
                pool.counts[shorter] += pool.counts[key]
                break


def _join_inflected_groups(phrases: Phrases, pool: Pool, language: str) -> None:
    """An adjective before a noun that the dictionary gives several lemmas ("installierte Pakete", "installierten Pakete") makes one phrase, under its commonest form."""
    endings = pack_of(language).adjective_endings
    groups: dict[tuple[str, ...], list[str]] = defaultdict(list)
    for key in phrases if endings else ():
        words = key.split(" ")
        if len(words) > 1:
            stem = next(
                (words[0].removesuffix(e) for e in endings if words[0].endswith(e) and len(words[0]) - len(e) >= LEAST_STEM), words[0]
            )
            groups[stem, *words[1:]].append(key)
    for keys in groups.values():
        kept, *others = sorted(keys, key=lambda key: (-pool.counts[key], key))
        for key in others:
            phrases[kept] = phrases[kept] + phrases.pop(key)
            pool.forms[kept].update(pool.forms[key])
            pool.counts[kept] += pool.counts[key]


def shown_form(forms: Counter[str]) -> str:
    """The form most used; among equals the shorter, then the first in the alphabet."""
    if len(forms) == 1:
        return next(iter(forms))
    return min(forms, key=lambda form: (-forms[form], len(form), form))
