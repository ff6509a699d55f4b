"""When a phrase counts as used: in a real sentence, once per sentence, not in a sentence crammed with phrases, and of a list of phrases inside a sentence only the first: a list is one use."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import NamedTuple

from fundament.core.language.analysis import Sentence
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import Match, PhraseMatcher

LONGEST_RUN = 5  # so many phrases with nothing at all between them are no sentence
LONG_LIST = 5  # so many in lists, and no more other content words than they are: the sentence is a list
LIST_FROM = 3  # so many different phrases parted by commas, articles, "and" or "or" are a list, which earns as one use
MOST_IN_SENTENCE = 9
CRAMMED_FROM, CRAMMED_SHARE = 5, 5  # from so many phrases, a sentence needs one other content word for every five
SPOKEN_SHARE = 1 / 3  # of its words are function words in a sentence that somebody would say; such a one is full, not crammed


class Uses(NamedTuple):
    """Uses of phrases in the sentences of one block.

    counted: the numbers of the phrases used, one entry per counted use; matches: every match with the index of its sentence (counted or not),
    for marking in the text; crammed: the indices of the sentences that are lists of phrases.
    """

    counted: list[int]
    matches: list[tuple[int, Match]]
    crammed: set[int]


class SentenceUses(NamedTuple):
    """Uses of phrases in one sentence: every match; whether it is crammed with phrases; the numbers of the phrases used, once each, none where they do not
    count. is_list: hardly more than a list of phrases, which says nothing of them and is no fault (tools, materials): nothing in it counts as a use."""

    matches: list[Match]
    crammed: bool
    counted: list[int]
    is_list: bool = False


_NO_USES = SentenceUses([], False, [])


def uses_in_sentence(sentence: Sentence, matcher: PhraseMatcher, language: str, *, is_fine: bool = False) -> SentenceUses:
    """Uses of phrases in one sentence. is_fine: a person said that it is in order, so it is not crammed."""
    found = matcher.find(sentence.lemmas, sentence.joined)
    if not found:
        return _NO_USES
    listed = _in_lists(sentence, found, pack_of(language).between_words) if len(found) >= LIST_FROM else frozenset[int]()
    crammed = not is_fine and is_crammed(sentence, found, language, listed)
    if crammed or not sentence.natural:
        return SentenceUses(found, crammed, [])
    if len(listed) + 1 >= LONG_LIST and not is_fine and _other_words(sentence, found, language) <= len(listed) + 1:
        return SentenceUses(found, False, [], is_list=True)
    counted = list(dict.fromkeys([m.phrase for place, m in enumerate(found) if place not in listed]))
    if len(counted) >= CRAMMED_FROM and not is_fine:
        counted = counted[: max(CRAMMED_FROM - 1, CRAMMED_SHARE * _other_words(sentence, found, language))]
    return SentenceUses(found, crammed, counted)


def uses_in(sentences: Sequence[Sentence], matcher: PhraseMatcher, language: str) -> Uses:
    """Count uses of phrases in the sentences of one block."""
    uses = [uses_in_sentence(sentence, matcher, language) for sentence in sentences]
    return Uses(
        [phrase for of_sentence in uses for phrase in of_sentence.counted],
        [(index, match) for index, of_sentence in enumerate(uses) for match in of_sentence.matches],
        {index for index, of_sentence in enumerate(uses) if of_sentence.crammed},
    )


def is_crammed(sentence: Sentence, matches: Sequence[Match], language: str, listed: frozenset[int] = frozenset()) -> bool:
    """Whether a sentence is a row of phrases rather than a statement about them. listed: places of the matches that a list has beside its first; whoever lists tools does not cram.

    True when (a) it is made of phrases alone; (b) LONGEST_RUN different phrases stand side by side with nothing between them; (c) it has, a list counting as one, CRAMMED_FROM
    phrases or more and fewer than one other content word for every CRAMMED_SHARE of them, unless it has one and is otherwise built as people speak (SPOKEN_SHARE), when only as many of them count; (d) more than
    MOST_IN_SENTENCE of them.
    """
    inside = 0
    for match in matches:
        inside += match.end - match.start
    if inside >= len(sentence.tokens):
        return True  # nothing but phrases, such as "the width of the joint" alone in a line
    if len(matches) < CRAMMED_FROM:
        return False
    if _longest_row(sentence, matches) >= LONGEST_RUN:
        return True
    different = len({match.phrase for place, match in enumerate(matches) if place not in listed})
    if different < CRAMMED_FROM:
        return False
    if different > MOST_IN_SENTENCE:
        return True
    others = _other_words(sentence, matches, language)
    return others * CRAMMED_SHARE < different and (not others or _function_share(sentence, language) < SPOKEN_SHARE)


def _function_share(sentence: Sentence, language: str) -> float:
    """The share of the words that are function words."""
    functional = function_words(language)
    return sum(token.text.lower() in functional for token in sentence.tokens) / max(1, len(sentence.tokens))


def _other_words(sentence: Sentence, matches: Sequence[Match], language: str) -> int:
    """The content words of a sentence that are in no phrase."""
    functional = function_words(language)
    taken = {position for match in matches for position in range(match.start, match.end)}
    return sum(1 for position, token in enumerate(sentence.tokens) if position not in taken and token.text.lower() not in functional)


def _longest_row(sentence: Sentence, matches: Sequence[Match]) -> int:
    """How many different phrases stand side by side at most, with nothing between them."""
    row, longest = [matches[0].phrase], 1
    for before, after in itertools.pairwise(matches):
        row = [*row, after.phrase] if before.end == after.start and sentence.joined[after.start] else [after.phrase]
        longest = max(longest, len(set(row)))
    return longest


def _in_lists(sentence: Sentence, matches: Sequence[Match], coordinators: frozenset[str]) -> frozenset[int]:
    """The places of the matches that stand in a list of LIST_FROM different phrases or more, but for the first of each list."""
    found: list[int] = []
    of_list = [0]
    for place, (before, after) in enumerate(itertools.pairwise(matches), 1):
        between = sentence.tokens[before.end : after.start]
        is_parted = bool(between) or not sentence.joined[after.start]
        if not (is_parted and all(token.text.lower() in coordinators for token in between)):
            found += _beside_first(of_list, matches)
            of_list = []
        of_list.append(place)
    return frozenset(found + _beside_first(of_list, matches))


def _beside_first(places: Sequence[int], matches: Sequence[Match]) -> list[int]:
    return list(places[1:]) if len({matches[place].phrase for place in places}) >= LIST_FROM else []
