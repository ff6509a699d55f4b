"""What differs between two versions of a document: block by block, and word by word within a block that changed."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import Node
from fundament.core.reading.model import Block

LEAST_ALIKE = 0.4  # share of the words two blocks have in common to be one that changed
MOST_WORDS = 3_000  # of a block that is compared word by word
MANY_BLOCKS = 500  # beyond it blocks that stand in many places are no anchors (difflib's own rule)
_PIECE = re.compile(r"\w+\s?|[^\w\s]\s?|\s")  # a word with the space after it


@dataclass(frozen=True)
class Passage:
    """One block. how: "same", "changed", "gone" or "new". kind, level: see `Block`, as it is after. White space is as it is after. pieces: ("same" | "gone" | "new", text), in order."""

    how: str
    kind: str
    level: int
    pieces: tuple[tuple[str, str], ...]


def differences(before: Node, after: Node) -> list[Passage]:
    """All blocks of both, in order: longest common runs of equal blocks (Ratcliff and Obershelp 1988, as in difflib); between them blocks that are alike are one that changed."""
    one, other = (read_document(document, language="en", counted=False).blocks for document in (before, after))
    ours, theirs = ([f"{block.kind} {block.level} {block.text}" for block in blocks] for blocks in (one, other))
    found: list[Passage] = []
    matcher = SequenceMatcher(None, ours, theirs, autojunk=max(len(ours), len(theirs)) > MANY_BLOCKS)
    for tag, first, last, begin, end in matcher.get_opcodes():
        if tag == "equal":
            found += [_whole("same", block) for block in other[begin:end]]
        else:
            found += _between(one[first:last], other[begin:end])
    return found


def _whole(how: str, block: Block) -> Passage:
    return Passage(how, block.kind, block.level, ((how, block.text),))


def _between(before: Sequence[Block], after: Sequence[Block]) -> list[Passage]:
    found: list[Passage] = []
    at = 0
    for block in before:
        words = set(block.text.split())
        alike = [(_alike(words, other), -place) for place, other in enumerate(after[at:], at)]
        share, place = max(alike, default=(0.0, 0))
        if share < LEAST_ALIKE:
            found.append(_whole("gone", block))
            continue
        found += [_whole("new", other) for other in after[at:-place]]
        found.append(_changed(block, after[-place]))
        at = 1 - place
    return [*found, *(_whole("new", block) for block in after[at:])]


def _alike(words: set[str], other: Block) -> float:
    theirs = set(other.text.split())
    return 2.0 * len(words & theirs) / max(1, len(words) + len(theirs))


def _changed(before: Block, after: Block) -> Passage:
    return Passage("changed", after.kind, after.level, word_pieces(before.text, after.text))


def word_pieces(before: str, after: str) -> tuple[tuple[str, str], ...]:
    """("same" | "gone" | "new", text) in order: what of a text stayed, word by word."""
    one, other = _PIECE.findall(before), _PIECE.findall(after)
    if max(len(one), len(other)) > MOST_WORDS:
        return ("gone", before), ("new", after)
    pieces: list[tuple[str, str]] = []
    was, now = ([piece.strip() for piece in text] for text in (one, other))  # the last word of a text has no space after it
    for tag, first, last, begin, end in SequenceMatcher(None, was, now, autojunk=False).get_opcodes():
        if tag == "equal":
            pieces.append(("same", "".join(other[begin:end])))
            continue
        pieces += [(how, text) for how, text in (("gone", "".join(one[first:last])), ("new", "".join(other[begin:end]))) if text]
    return tuple(pieces)
