"""A chosen passage said otherwise, shown as a change with its exact gain."""

from __future__ import annotations

import hashlib
import math
import re
from collections import Counter

import numpy as np

from fundament.core.alignment import aligned
from fundament.core.documents.changing import CONTENT, Operation, text_of_block, with_words
from fundament.core.documents.difference import word_pieces
from fundament.core.documents.schema import Node, clean_text
from fundament.core.edits.proposals.model import Proposal
from fundament.core.edits.proposals.trial import Trial
from fundament.core.errors import CoreError
from fundament.core.language import grammar
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.measured.features import DraftFeatures

_END_OF_SENTENCE = re.compile(r"(?<=[.!?])\s{1,9}(?=[\"“(]?[^\W\d_])(?![\"“(]?[a-z])")
MOST_SENTENCES = 12  # of an answer that are tried one by one
LEAST_LOSS = 0.01  # uses, or share of a credit
LEAST_WORDS = 8  # of a passage that is worth saying otherwise


def phrases_to_keep(text: str, trial: Trial) -> dict[str, int]:
    """The study's terms and entities in a passage, as they are written there, with how many of their uses there earn something.

    What the rest of the text holds of a term counts first towards the least that its target asks for; uses beyond that earn nothing more.
    """
    features, compiled = trial.features, trial.compiled
    wanted = (
        [(features.share * features.terms[number], term.low) for number, term in enumerate(compiled.yardstick.terms)],
        [(features.recognised[number], 1.0) for number in range(len(compiled.yardstick.entities))],
    )
    found: dict[tuple[int, int], list[str]] = {}
    for sentence in analyse_text(text, compiled.language):
        for kind, matcher in enumerate((compiled.term_matcher, compiled.entity_matcher)):
            for match in matcher.find(sentence.lemmas, sentence.joined):
                start, end = sentence.bounds(match.start, match.end)
                found.setdefault((kind, match.phrase), []).append(text[start:end])
    kept: dict[str, int] = {}
    for (kind, number), written in found.items():
        uses, least = wanted[kind][number]
        earning = written[: max(0, math.ceil(least - (uses - len(written))))]
        for phrase, count in Counter(earning).items():
            kept[phrase] = max(count, kept.get(phrase, 0))
    return kept


def passage_of(node: Node | None, start: int, end: int) -> tuple[str, int, int]:
    """(text of the block, first character, last + 1) of a passage, by characters of its block's text; all of the block when they are equal. Raises CoreError for one that cannot be said otherwise."""
    text = text_of_block(node) if node is not None and node["type"] == "paragraph" else None
    if text is None:
        raise CoreError("error.rewrite_block")
    if start >= end:
        start, end = 0, len(text)
    start, end = max(0, start), min(len(text), end)
    while start < end and text[start].isspace():
        start += 1
    while end > start and text[end - 1].isspace():
        end -= 1
    if len(text[start:end].split()) < LEAST_WORDS:
        raise CoreError("error.rewrite_short", least=LEAST_WORDS)
    return text, start, end


def rewritten(trial: Trial, node: Node, start: int, end: int, answer: str, kind: str) -> Proposal:
    """The change that an answer makes. start, end: from `passage_of`. Where a sentence of it takes away credit of a term, entity or subtopic, or brings a mistake, what
    stood there before stays. Raises CoreError where nothing is left: the same again, or only what loses credit or has new mistakes."""
    text = text_of_block(node) or ""
    before, after = text[start:end], " ".join(clean_text(answer).split())
    if not after or after == before:
        raise CoreError("error.rewrite_same")
    refusal = _refusal(trial, node, start, end, before, after, kind)
    if refusal is not None:
        after = _as_far_as_it_goes(trial, node, start, end, after, kind)
        if after == before:
            raise refusal
    operations = _operations(node, start, end, after)
    gain, by_part, _ = trial.gain(operations)
    block = node["attrs"]["id"]
    digest = hashlib.sha256(f"{block} {before} {after}".encode("utf-8", errors="replace")).hexdigest()[:16]
    pieces = word_pieces(text, text[:start] + after + text[end:])
    return Proposal(f"{kind}:{digest}", kind, "", block, " ".join(before.split()[:6]) + " …", block, pieces, operations, gain, by_part)


def _operations(node: Node, start: int, end: int, after: str) -> tuple[Operation, ...]:
    content = with_words(node, start, end, after)
    if content is None:
        raise CoreError("error.rewrite_block")
    return (Operation(CONTENT, node["attrs"]["id"], content),)


def _refusal(trial: Trial, node: Node, start: int, end: int, before: str, after: str, kind: str) -> CoreError | None:
    """Why an answer is not proposed."""
    language = trial.compiled.language
    if language in grammar.LANGUAGES and len(grammar.objections(after)) > len(grammar.objections(before)):
        return CoreError("error.rewrite_mistakes")
    if kind == "shorten" and (lost := _lost(trial, _operations(node, start, end, after))):
        return CoreError("error.rewrite_loses", phrases=lost[:4])
    return None


def _as_far_as_it_goes(trial: Trial, node: Node, start: int, end: int, after: str, kind: str) -> str:
    """The passage with those sentences of an answer, one after the other, that may stand."""
    before = (text_of_block(node) or "")[start:end]
    old, new = (_END_OF_SENTENCE.split(text) for text in (before, after))
    taken = list(old)
    for first, last, begin, beyond in reversed(_sentence_changes(old, new)):  # from the end, so that the places before stay where they are
        tried = [*taken[:first], *new[begin:beyond], *taken[last:]]
        if _refusal(trial, node, start, end, before, _joined(tried), kind) is None:
            taken = tried
    return before if taken == old else _joined(taken)


def _sentence_changes(old: list[str], new: list[str]) -> list[tuple[int, int, int, int]]:
    """(first, last + 1) of the sentences that go and of those that come, one sentence for one where as many come as go."""
    found: list[tuple[int, int, int, int]] = []
    for how, first, last, begin, beyond in aligned(old, new):
        if how == "replace" and last - first == beyond - begin:
            found += [(first + n, first + n + 1, begin + n, begin + n + 1) for n in range(last - first)]
        elif how != "equal":
            found.append((first, last, begin, beyond))
    return found[:MOST_SENTENCES]


def _joined(sentences: list[str]) -> str:
    return " ".join(sentence.strip() for sentence in sentences if sentence.strip())


def _lost(trial: Trial, operations: tuple[Operation, ...]) -> list[str]:
    """The terms, entities and subtopics of which less is credited after some operations."""
    yardstick = trial.compiled.yardstick
    before, after = (_credited(trial, features) for features in (trial.features, trial.measured(operations)[0]))
    names = [term.name for term in yardstick.terms] + [entity.name for entity in yardstick.entities]
    names += [subtopic.label for subtopic in yardstick.subtopics]
    return [name for name, was, then in zip(names, before, after, strict=True) if was > then + LEAST_LOSS]


def _credited(trial: Trial, features: DraftFeatures) -> list[float]:
    """Of each term the uses that its target still asks for, of each entity whether it is recognised and mentioned, of each subtopic whether it is covered."""
    low = np.array([term.low for term in trial.compiled.yardstick.terms])
    entities = np.minimum(features.recognised, 1.0) + np.minimum(features.mentioned, 1.0)
    credited = np.concatenate(
        (np.minimum(features.share * features.terms, low), entities, features.figures.levels(len(trial.compiled.subtopic_weight)))
    )
    return [float(value) for value in credited]
