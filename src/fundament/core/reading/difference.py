"""How two readings of a text differ, paragraph by paragraph: what is the same, changed, missing, or further."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from fundament.core.alignment import Budget, aligned
from fundament.core.reading.model import Reading

ALIKE = 0.6  # share of two paragraphs that is the same (Ratcliff and Metzener 1988), from which one is the other, changed
WORD_STEPS = 2_000_000  # of all that is compared word by word, see `alignment`
MOST_COMPARED = 200  # paragraphs in one gap that are compared each with each


@dataclass(frozen=True)
class Difference:
    """Of a page against a text. same: how many paragraphs stand on the page as they are; changed: (as it is in the text, as it is on the page); missing: of the text, not on the page; further: on the page
    only. is_title_same, is_description_same: whether these are."""

    same: int
    changed: tuple[tuple[str, str], ...]
    missing: tuple[str, ...]
    further: tuple[str, ...]
    is_title_same: bool
    is_description_same: bool

    @property
    def is_none(self) -> bool:
        """Whether the page has the text as it is."""
        return not (self.changed or self.missing or self.further) and self.is_title_same and self.is_description_same


def difference(text: Reading, page: Reading) -> Difference:
    """Compare what counts of a page with a text, in order (longest common subsequence of paragraphs; in the gaps the most alike are taken for the same, changed)."""
    ours, theirs = _paragraphs(text), _paragraphs(page)
    same, changed, missing, further = 0, [], [], []
    budget = Budget(WORD_STEPS)
    for kind, first, last, begin, end in aligned(ours, theirs):
        if kind == "equal":
            same += last - first
            continue
        pairs, left, right = _pairs(ours[first:last], theirs[begin:end], budget)
        changed += pairs
        missing += left
        further += right
    return Difference(
        same,
        tuple(changed),
        tuple(missing),
        tuple(further),
        _plain(text.title) == _plain(page.title),
        _plain(text.description) == _plain(page.description),
    )


def _pairs(ours: list[str], theirs: list[str], budget: Budget) -> tuple[list[tuple[str, str]], list[str], list[str]]:
    """Pairs that are alike, and what has no other."""
    pairs, taken = [], set()
    left = []
    words = [other.split() for other in theirs[:MOST_COMPARED]]
    counts = [Counter(of_other) for of_other in words]
    for text in ours[:MOST_COMPARED]:
        best, place = ALIKE, -1
        own = text.split()
        of_own = Counter(own)
        for number, other in enumerate(words):
            most = 2.0 * (of_own & counts[number]).total() / max(1, len(own) + len(other))  # whatever their order
            if number in taken or most < best:
                continue
            same = sum(last - first for tag, first, last, _, _ in aligned(own, other, budget) if tag == "equal")
            if (alike := 2.0 * same / max(1, len(own) + len(other))) >= best:
                best, place = alike, number
        if place < 0:
            left.append(text)
        else:
            taken.add(place)
            pairs.append((text, theirs[place]))
    return pairs, left + ours[MOST_COMPARED:], [other for number, other in enumerate(theirs) if number not in taken]


def _paragraphs(reading: Reading) -> list[str]:
    return [plain for block in reading.main_blocks() if (plain := _plain(block.text))]


def _plain(text: str) -> str:
    return " ".join(text.split())
