"""What differs between two versions of a document: block by block, and word by word within a block that changed."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field

from fundament.core.alignment import Budget, aligned
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import Node
from fundament.core.reading.model import Block

LEAST_ALIKE = 0.4  # share of the words two blocks have in common to be one that changed
MOST_WORDS = 3_000  # of a block that is compared word by word
WORD_STEPS = 1_000_000  # of all words of two texts that are compared, see `alignment`
MOST_PAIRS = 60_000  # of blocks that are held against each other
_PIECE = re.compile(r"\w+\s?|[^\w\s]\s?|\s")  # a word with the space after it


@dataclass(frozen=True)
class Passage:
    """One block. how: "same", "changed", "gone" or "new". kind, level: see `Block`, as it is after. White space is as it is after. pieces: ("same" | "gone" | "new", text), in order. is_coarse: more may have
    stayed than is told, for what may be compared was spent."""

    how: str
    kind: str
    level: int
    pieces: tuple[tuple[str, str], ...]
    is_coarse: bool = False


def differences(before: Node, after: Node) -> list[Passage]:
    """All blocks of both, in order: longest common runs of equal blocks; between them blocks that are alike are one that changed. Of texts that repeat themselves without end, or differ in thousands of
    places, some is told coarsely: see `Passage.is_coarse`."""
    one, other = (read_document(document, language="en", counted=False).blocks for document in (before, after))
    ours, theirs = ([f"{block.kind} {block.level} {block.text}" for block in blocks] for blocks in (one, other))
    found: list[Passage] = []
    comparing = _Comparing()
    for tag, first, last, begin, end in aligned(ours, theirs):
        if tag == "equal":
            found += [_whole("same", block) for block in other[begin:end]]
        else:
            found += comparing.between(one[first:last], other[begin:end])
    return found


def _whole(how: str, block: Block) -> Passage:
    return Passage(how, block.kind, block.level, ((how, block.text),))


@dataclass
class _Comparing:
    """What is compared in one pair of texts, and what it may cost together."""

    words: Budget = field(default_factory=lambda: Budget(WORD_STEPS))
    pairs: int = MOST_PAIRS

    def between(self, before: Sequence[Block], after: Sequence[Block]) -> list[Passage]:
        """Two runs of blocks that differ."""
        found: list[Passage] = []
        at = 0
        theirs = [set(block.text.split()) for block in after]
        for block in before:
            words = set(block.text.split())
            until = min(len(after), at + self.pairs)
            self.pairs -= until - at
            alike = [(_alike(words, theirs[place]), -place) for place in range(at, until)]
            share, place = max(alike, default=(0.0, 0))
            if share < LEAST_ALIKE:
                found.append(_whole("gone", block))
                continue
            found += [_whole("new", other) for other in after[at:-place]]
            found.append(self.changed(block, after[-place]))
            at = 1 - place
        return [*found, *(_whole("new", block) for block in after[at:])]

    def changed(self, before: Block, after: Block) -> Passage:
        """A block as it was and is."""
        pieces = word_pieces(before.text, after.text, self.words)
        is_coarse = self.words.is_spent
        self.words.is_spent = False
        return Passage("changed", after.kind, after.level, pieces, is_coarse)


def _alike(words: set[str], theirs: set[str]) -> float:
    return 2.0 * len(words & theirs) / max(1, len(words) + len(theirs))


def word_pieces(before: str, after: str, budget: Budget | None = None) -> tuple[tuple[str, str], ...]:
    """("same" | "gone" | "new", text) in order: what of a text stayed, word by word. budget: of what is compared together."""
    one, other = _PIECE.findall(before), _PIECE.findall(after)
    if max(len(one), len(other)) > MOST_WORDS:
        return ("gone", before), ("new", after)
    pieces: list[tuple[str, str]] = []
    was, now = ([piece.strip() for piece in text] for text in (one, other))  # the last word of a text has no space after it
    for tag, first, last, begin, end in aligned(was, now, budget):
        if tag == "equal":
            pieces.append(("same", "".join(other[begin:end])))
            continue
        pieces += [(how, text) for how, text in (("gone", "".join(one[first:last])), ("new", "".join(other[begin:end]))) if text]
    return tuple(pieces)
