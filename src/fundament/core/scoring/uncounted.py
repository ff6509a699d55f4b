"""Where terms and entities stand in a text, and why a use counts nothing: for every count that is shown, its places."""

from __future__ import annotations

import weakref
from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.phrases import Match, PhraseMatcher
from fundament.core.language.uses import uses_in_sentence
from fundament.core.message import Message, message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures

INSIDE = "inside"  # a longer term
MOST_BLOCKS = 2_000  # of a yardstick, whose uses are kept
MOST_REASONS = 2  # told of one term


class Use(NamedTuple):
    """A use of a term or entity in a block. number: of it; sentence: first character of its sentence; start, end: its characters, all in the block's text; reason: why it does not count, "" where
    it does as far as its block tells; other: number of the longer term it stands inside, -1 else."""

    number: int
    sentence: int
    start: int
    end: int
    reason: str
    other: int = -1


_kept: weakref.WeakKeyDictionary[CompiledYardstick, dict[tuple[str, str], tuple[Use, ...]]] = weakref.WeakKeyDictionary()


def uses_in_block(compiled: CompiledYardstick, kind: str, text: str) -> tuple[Use, ...]:
    """All uses of terms in a block, in the order of its text. kind: of the block. Kept, so that a keystroke costs one block."""
    kept = _kept.setdefault(compiled, {})
    found = kept.get((kind, text))
    if found is None:
        if len(kept) >= MOST_BLOCKS:
            kept.clear()
        found = kept[kind, text] = tuple(_uses(compiled.term_matcher, kind, text, compiled.language)) if kind != "code" else ()
    return found


def mentions_in_block(compiled: CompiledYardstick, kind: str, text: str) -> tuple[Use, ...]:
    """All mentions of entities in a block, as `uses_in_block` has those of terms."""
    return tuple(_uses(compiled.entity_matcher, kind, text, compiled.language)) if kind != "code" else ()


def uncounted_uses(compiled: CompiledYardstick, features: DraftFeatures) -> dict[int, Counter[tuple[str, int]]]:
    """Of each term of a text how many of its uses count nothing, by (reason, number of the longer term or -1). Reasons: "heading", "no_sentence", "crammed", "list", "same_sentence", INSIDE, and those
    of `guards.verdicts.GUARDS`."""
    guards = {(verdict.block, verdict.start): verdict.guard for verdict in features.verdicts}
    found: dict[int, Counter[tuple[str, int]]] = {}
    for place, block in enumerate(features.blocks):
        for use in uses_in_block(compiled, block.kind, block.text):
            reason = use.reason or guards.get((place, use.sentence), "")
            if reason:
                found.setdefault(use.number, Counter())[reason, use.other] += 1
    return found


def told_of(compiled: CompiledYardstick, uncounted: Counter[tuple[str, int]]) -> list[Message]:
    """Why uses of one term count nothing, the most frequent reasons first."""
    told = []
    for (reason, other), uses in sorted(uncounted.items(), key=lambda one: (-one[1], one[0]))[:MOST_REASONS]:
        if reason == INSIDE:
            told.append(message("reason.use_inside", uses=uses, other=compiled.yardstick.terms[other].name))
        else:
            told.append(message("reason.use_uncounted", uses=uses, why=f"use.{reason}"))
    return told


def _uses(matcher: PhraseMatcher, kind: str, text: str, language: str) -> list[Use]:
    found = []
    for sentence in analyse_text(text, language):
        of_sentence = uses_in_sentence(sentence, matcher, language)
        counted = set(of_sentence.counted)
        seen: set[int] = set()
        for match in of_sentence.matches:
            reason = _reason(kind, sentence, match.phrase in counted, match.phrase in seen, is_crammed=of_sentence.crammed)
            seen.add(match.phrase)
            found.append(Use(match.phrase, sentence.start, *sentence.bounds(match.start, match.end), reason))
            found += [
                Use(
                    inner.phrase, sentence.start, *sentence.bounds(inner.start, inner.end), reason or INSIDE, -1 if reason else match.phrase
                )
                for inner in _inside(matcher, sentence, match)
            ]
    return found


def _reason(kind: str, sentence: Sentence, is_counted: bool, is_second: bool, *, is_crammed: bool) -> str:
    """Why no use in a sentence counts, or not this one; "" where it does."""
    if kind == "heading":
        return "heading"
    if not sentence.natural:
        return "no_sentence"
    if is_crammed:
        return "crammed"
    if not is_counted:
        return "list"
    return "same_sentence" if is_second else ""


def _inside(matcher: PhraseMatcher, sentence: Sentence, match: Match) -> Sequence[Match]:
    """What stands inside a longer phrase."""
    if match.end - match.start < 2:
        return ()
    found: dict[tuple[int, int], Match] = {}
    for start, end in ((match.start + 1, match.end), (match.start, match.end - 1)):
        for inner in matcher.find(sentence.lemmas[start:end], sentence.joined[start:end]):
            placed = Match(inner.phrase, start + inner.start, start + inner.end)
            if placed.phrase != match.phrase:
                found[placed.start, placed.end] = placed
    return list(found.values())
