"""A chosen passage said otherwise, shown as a change with its exact gain."""

from __future__ import annotations

import hashlib
from collections import Counter

from fundament.core.documents.changing import CONTENT, Operation, text_of_block, with_words
from fundament.core.documents.difference import word_pieces
from fundament.core.documents.schema import Node, clean_text
from fundament.core.edits.proposals.model import Proposal
from fundament.core.edits.proposals.trial import Trial
from fundament.core.errors import CoreError
from fundament.core.language import grammar
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.compiled import CompiledYardstick

LEAST_WORDS = 8  # of a passage that is worth saying otherwise


def phrases_to_keep(text: str, compiled: CompiledYardstick) -> tuple[str, ...]:
    """The study's terms and entities in a text, as they are written there, each once."""
    found: dict[str, None] = {}
    for sentence in analyse_text(text, compiled.language):
        for matcher in (compiled.term_matcher, compiled.entity_matcher):
            for match in matcher.find(sentence.lemmas, sentence.joined):
                start, end = sentence.bounds(match.start, match.end)
                found[text[start:end]] = None
    return tuple(found)


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
    """The change that an answer makes. start, end: from `passage_of`. Raises CoreError where the answer is none: the same again, with uses of terms gone, or with new mistakes."""
    text = text_of_block(node) or ""
    before, after = text[start:end], " ".join(clean_text(answer).split())
    if not after or after == before:
        raise CoreError("error.rewrite_same")
    language = trial.compiled.language
    lost = _uses(before, trial.compiled) - _uses(after, trial.compiled) if kind == "shorten" else Counter()
    if lost:
        raise CoreError("error.rewrite_loses", phrases=[trial.compiled.yardstick.terms[number].name for number in list(lost)[:4]])
    if language in grammar.LANGUAGES and len(grammar.objections(after)) > len(grammar.objections(before)):
        raise CoreError("error.rewrite_mistakes")
    content = with_words(node, start, end, after)
    if content is None:
        raise CoreError("error.rewrite_block")
    block = node["attrs"]["id"]
    operations = (Operation(CONTENT, block, content),)
    gain, by_part, _ = trial.gain(operations)
    digest = hashlib.sha256(f"{block} {before} {after}".encode("utf-8", errors="replace")).hexdigest()[:16]
    pieces = word_pieces(text, text[:start] + after + text[end:])
    return Proposal(f"{kind}:{digest}", kind, "", block, " ".join(before.split()[:6]) + " …", block, pieces, operations, gain, by_part)


def _uses(text: str, compiled: CompiledYardstick) -> Counter[int]:
    """Terms used in a text, with how often."""
    return Counter(
        match.phrase
        for sentence in analyse_text(text, compiled.language)
        for match in compiled.term_matcher.find(sentence.lemmas, sentence.joined)
    )
