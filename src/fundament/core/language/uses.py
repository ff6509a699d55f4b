"""When a phrase counts as used: in a real sentence, once per sentence, and not in a sentence crammed with phrases."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import NamedTuple

from fundament.core.language.analysis import Sentence
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import Match, PhraseMatcher

LONGEST_RUN = 5  # so many phrases side by side are a list
SHORT_RUN = 4  # so many are one if the sentence has less else to say
MOST_IN_SENTENCE = 9
CRAMMED_FROM, CRAMMED_SHARE = 5, 5  # from so many phrases, a sentence needs one other content word for every five


class Uses(NamedTuple):
    """Uses of phrases in the sentences of one block.

    counted: the numbers of the phrases used, one entry per counted use; matches: every match with the index of its sentence (counted or not),
    for marking in the text; crammed: the indices of the sentences that are lists of phrases.
    """

    counted: list[int]
    matches: list[tuple[int, Match]]
    crammed: set[int]


class SentenceUses(NamedTuple):
    """Uses of phrases in one sentence: every match; whether it is a list of phrases; the numbers of the phrases used, once each, none where they do not
    count."""

    matches: list[Match]
    crammed: bool
    counted: list[int]


_NO_USES = SentenceUses([], False, [])


def uses_in_sentence(sentence: Sentence, matcher: PhraseMatcher, language: str) -> SentenceUses:
    """Uses of phrases in one sentence."""
    found = matcher.find(sentence.lemmas, sentence.joined)
    if not found:
        return _NO_USES
    crammed = is_crammed(sentence, found, language)
    return SentenceUses(found, crammed, list(dict.fromkeys([m.phrase for m in found])) if sentence.natural and not crammed else [])


def uses_in(sentences: Sequence[Sentence], matcher: PhraseMatcher, language: str) -> Uses:
    """Count uses of phrases in the sentences of one block."""
    uses = [uses_in_sentence(sentence, matcher, language) for sentence in sentences]
    return Uses(
        [phrase for of_sentence in uses for phrase in of_sentence.counted],
        [(index, match) for index, of_sentence in enumerate(uses) for match in of_sentence.matches],
        {index for index, of_sentence in enumerate(uses) if of_sentence.crammed},
    )


def is_crammed(sentence: Sentence, matches: Sequence[Match], language: str) -> bool:
    """Whether a sentence is a list of phrases rather than a statement about them.

    True when (a) LONGEST_RUN different phrases stand side by side, parted only by commas, articles, "and" or "or"; (b) SHORT_RUN do
    and there are fewer other content words than phrases, or three do and there are none; (c) it has CRAMMED_FROM phrases or more and
    fewer than one other content word for every CRAMMED_SHARE of them; (d) it holds more than MOST_IN_SENTENCE different phrases;
    (e) it is made of phrases alone.
    """
    inside = 0
    for match in matches:
        inside += match.end - match.start
    if inside >= len(sentence.tokens):
        return True  # nothing but phrases, such as "the width of the joint" alone in a line
    if len(matches) < 3:
        return False
    different = len({match.phrase for match in matches})
    if different < 3:
        return False
    if different > MOST_IN_SENTENCE:
        return True
    longest = _longest_run(sentence, matches, pack_of(language).between_words)
    if longest >= LONGEST_RUN:
        return True
    if longest < 3 and different < CRAMMED_FROM:
        return False
    functional = function_words(language)
    taken = {position for match in matches for position in range(match.start, match.end)}
    other = sum(1 for position, token in enumerate(sentence.tokens) if position not in taken and token.text.lower() not in functional)
    if (longest >= SHORT_RUN and other < different) or (longest >= 3 and not other):
        return True
    return different >= CRAMMED_FROM and other * CRAMMED_SHARE < different


def _longest_run(sentence: Sentence, matches: Sequence[Match], coordinators: frozenset[str]) -> int:
    """How many phrases stand side by side at most, with nothing but coordinators between."""
    run = longest = 1
    for before, after in itertools.pairwise(matches):
        run += 1
        for token in sentence.tokens[before.end : after.start]:
            if token.text.lower() not in coordinators:
                run = 1
                break
        longest = max(longest, run)
    return longest
