"""Which sentences of a text earn nothing, and why: all guards together.

A guard looks at a whole text, so what it finds is no sum over blocks; but what it looks at (frames, values of word order, places copied from) is kept
with each block, so that a keystroke costs the block it changes and a pass over numbers.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.word_order import WordOrder
from fundament.core.scoring.guards.frames import Frames, worn_sentences
from fundament.core.scoring.guards.pieces import pieced_together
from fundament.core.scoring.guards.reworded import followed
from fundament.core.scoring.guards.word_order import of_doubtful_order, without_order
from fundament.core.yardstick.substance import SaidWords

if TYPE_CHECKING:
    from fundament.core.scoring.measured.block_features import PlacedBlock

DOUBTED = "doubted"  # a passage that may have no natural order of words: warned of, and takes nothing
CRAMMED = "crammed"  # found in the sentence itself, see `language.uses`
GUARDS = ("copied", "quoted", "reworded", "pieces", "frame", "order", CRAMMED)  # the first that holds of a sentence is its reason
FREE_RUNS, FREE_SHARE = (
    2,
    0.05,
)  # so many sentences, or this share of a text's, may be for the most part their own and hold a competitor's run of words
MOST_QUOTED = 0.2  # of a text's words may be quotations that earn
LAYOUT = 0.5  # of its words; a text of which so much is set as a quotation is only indented
MONOTONOUS_FROM, MONOTONOUS_AT = 0.3, 0.8  # shares of the sentences in worn frames or without order
OF_VARIETY = {
    "pieces": 1.0,
    "frame": 1.0,
    "order": 2.0,
}  # what a sentence denied counts there: nobody shuffles half of the sentences honestly


class Verdict(NamedTuple):
    """A sentence that earns nothing. block: its number; start, end: characters of the block's text; guard: of GUARDS; page: number of the competitor it is
    copied from, or -1."""

    block: int
    start: int
    end: int
    guard: str
    page: int = -1


@dataclass(frozen=True)
class Exemptions:
    """What is known of a text that the guards cannot see. own_pages: numbers of competitors that copied from it, or are it; own_passages: texts of blocks that
    a person called their own; fine_passages: those that a person looked at and found in order. earlier: texts of the blocks of an earlier reading of the page itself; younger_pages: numbers of competitors that are younger than that, so
    that what both have is the page's own (see `provenance`)."""

    own_pages: frozenset[int] = frozenset()
    own_passages: frozenset[str] = frozenset()
    fine_passages: frozenset[str] = frozenset()
    earlier: frozenset[str] = frozenset()
    younger_pages: frozenset[int] = frozenset()


NO_EXEMPTIONS = Exemptions()


@dataclass(frozen=True, eq=False, slots=True)
class Judged:
    """What the guards look at of one block. frames, order and pairs (see `Copies.pairs_of`) are of its `judged` sentences, by their numbers among the real ones; copied: (number among the real
    ones, page, whether the sentence is for the most part its own), shape (n, 3). said: the content words of its judged sentences, None where substance is not looked at. like: see `reworded.PageBlocks.likeness`."""

    judged: NDArray[np.int32]
    order: NDArray[np.float32]
    pairs: NDArray[np.int32]
    frames: Frames | None
    copied: NDArray[np.int32]
    said: SaidWords | None = None
    like: NDArray[np.float32] | None = None

    @property
    def bytes(self) -> int:
        """What its arrays hold."""
        return (
            (self.said.bytes if self.said else 0)
            + (self.like.nbytes if self.like is not None else 0)
            + self.judged.nbytes
            + self.order.nbytes
            + self.pairs.nbytes
            + self.copied.nbytes
            + (self.frames.bytes if self.frames else 0)
        )


def verdicts_of(
    blocks: Sequence[PlacedBlock],
    order: WordOrder | None,
    exemptions: Exemptions = NO_EXEMPTIONS,
    page_words: int = 0,
    page_starts: NDArray[np.int64] | None = None,
) -> tuple[Verdict, ...]:
    """The sentences of a text that earn nothing, in its order. order: of the text's language, None where that guard is lacking. page_words: of all competitors; page_starts: the number of each
    page's first block, see `reworded`."""
    places, numbers, frames, values, pairs = [], [], [], [], []
    found: dict[tuple[int, int], tuple[str, int]] = {}
    in_part: dict[tuple[int, int], tuple[str, int]] = {}
    words = quoted = 0
    for place, block in enumerate(blocks):
        features = block.features
        words += features.words
        judged = features.judged
        if judged is None:
            continue
        if len(judged.copied) and block.text not in exemptions.own_passages:
            is_earlier = block.text in exemptions.earlier
            for number, page, is_own in judged.copied.tolist():
                if page not in exemptions.own_pages and not (is_earlier and page in exemptions.younger_pages):
                    guard = "quoted" if _is_quotation(block, number) else "copied"
                    (in_part if is_own and guard == "copied" else found).setdefault((place, number), (guard, page))
        if judged.frames is not None:
            places.append(np.full(len(judged.judged), place))
            numbers.append(judged.judged)
            frames.append(judged.frames)
            values.append(judged.order)
            pairs.append(judged.pairs)
    sentences = sum([len(block.features.real) for block in blocks])
    if (
        len(in_part) > max(FREE_RUNS, FREE_SHARE * sentences)
        or sum([guard == "copied" for guard, _ in found.values()]) > FREE_SHARE * sentences
    ):
        found = {**in_part, **found}
    set_as_quotation = sum([block.features.words for block in blocks if block.kind == "quote"])
    for place, block in enumerate(blocks):
        if block.kind == "quote" and MOST_QUOTED * words < set_as_quotation <= LAYOUT * words:
            quoted += block.features.words
            if quoted > MOST_QUOTED * words:
                for number in range(len(block.features.real)):
                    found.setdefault((place, number), ("quoted", -1))
    if page_starts is not None:
        for place, page in _reworded(blocks, page_starts, exemptions):
            for number in range(len(blocks[place].features.real)):
                found.setdefault((place, number), ("reworded", page))
    if places:
        at, of_real = np.concatenate(places), np.concatenate(numbers)
        lost = [("frame", worn_sentences(frames))]
        if not exemptions.own_pages:  # else its own pieces are among them
            those = np.concatenate(pairs).astype(float)
            lost.insert(0, ("pieces", pieced_together(those[:, 0], those[:, 1], page_words)))
        if order is not None and order.certain:
            rows = np.concatenate(values).astype(float)
            lost.append(("order", without_order(rows[:, 0], rows[:, 1], order)))
        for guard, flagged in lost:
            for index in np.flatnonzero(flagged).tolist():
                text = blocks[int(at[index])].text
                if guard == "pieces" and (text in exemptions.own_passages or (exemptions.younger_pages and text in exemptions.earlier)):
                    continue  # whoever has the pieces has them from here
                if guard != "pieces" and text in exemptions.fine_passages:
                    continue
                found.setdefault((int(at[index]), int(of_real[index])), (guard, -1))
    verdicts = []
    for (place, number), (guard, page) in sorted(found.items()):
        start, end = blocks[place].features.real[number].tolist()
        verdicts.append(Verdict(place, start, end, guard, page))
    for place, block in enumerate(blocks):
        if block.features.crammed is not None and len(block.features.crammed) and block.text not in exemptions.fine_passages:
            verdicts += [Verdict(place, start, end, CRAMMED) for start, end in block.features.crammed.tolist()]
    return tuple(sorted(verdicts))


def _reworded(blocks: Sequence[PlacedBlock], page_starts: NDArray[np.int64], exemptions: Exemptions) -> list[tuple[int, int]]:
    """(block, page it follows) of a text that follows a competitor's page statement by statement."""
    rows = [(place, judged.like) for place, block in enumerate(blocks) if (judged := block.features.judged) is not None]
    placed = [(place, like) for place, like in rows if like is not None and blocks[place].text not in exemptions.own_passages]
    found = followed([like for _, like in placed], page_starts)
    if found is None or found[0] in exemptions.own_pages or found[0] in exemptions.younger_pages:
        return []  # nobody is followed, or the other follows this one
    return [(placed[row][0], found[0]) for row in found[1]]


def doubted_sentences(
    blocks: Sequence[PlacedBlock], order: WordOrder | None, verdicts: Sequence[Verdict], exemptions: Exemptions = NO_EXEMPTIONS
) -> tuple[Verdict, ...]:
    """The sentences whose order of words is to be looked at by a person, in the text's order, but for those that are denied anyway. Where a language is not certain
    (see `WordOrder`) that is all that is said of its order."""
    rows = [(place, block.features.judged) for place, block in enumerate(blocks) if block.features.judged is not None]
    if order is None or not rows:
        return ()
    at = np.concatenate([np.full(len(judged.judged), place) for place, judged in rows])
    of_real = np.concatenate([judged.judged for _, judged in rows])
    values = np.concatenate([judged.order for _, judged in rows]).astype(float)
    flagged = of_doubtful_order(values[:, 0], values[:, 1], order)
    if not order.certain:
        flagged |= without_order(values[:, 0], values[:, 1], order)
    denied = {(verdict.block, verdict.start) for verdict in verdicts}
    found = []
    for index in np.flatnonzero(flagged).tolist():
        place = int(at[index])
        start, end = blocks[place].features.real[int(of_real[index])].tolist()
        if (place, start) not in denied and blocks[place].text not in exemptions.fine_passages:
            found.append(Verdict(place, start, end, DOUBTED))
    return tuple(found)


def variety_of(blocks: Sequence[PlacedBlock], verdicts: Sequence[Verdict]) -> float:
    """What is left (0..1) of all points of a text most of whose sentences repeat a frame or have no natural order: 1 up to MONOTONOUS_FROM of them, 0 from
    MONOTONOUS_AT on. A few sentences before a pattern wears out, with the heaviest terms in them, must not pay for all the others."""
    judged = sum([len(block.features.judged.judged) for block in blocks if block.features.judged is not None])
    denied = sum([OF_VARIETY.get(verdict.guard, 0.0) for verdict in verdicts])
    if not denied:
        return 1.0
    return float(np.clip((MONOTONOUS_AT - denied / max(1, judged)) / (MONOTONOUS_AT - MONOTONOUS_FROM), 0.0, 1.0))


_MARKS = {'"': '"', "“": "”", "«": "»", "„": "“", "‘": "’"}


def _is_quotation(block: PlacedBlock, number: int) -> bool:
    """Whether a sentence is set as a quotation: in a block of that kind, or between quotation marks."""
    if block.kind == "quote":
        return True
    start, end = block.features.real[number].tolist()
    sentence = block.text[start:end].strip()
    closing = _MARKS.get(sentence[:1])
    return closing is not None and closing in sentence[-3:]
