"""How two readings of a text differ, paragraph by paragraph: what is the same, changed, missing, or further."""

from __future__ import annotations

from dataclasses import dataclass
from difflib import SequenceMatcher

from fundament.core.reading.model import Reading

ALIKE = 0.6  # share of two paragraphs that is the same (Ratcliff and Metzener 1988), from which one is the other, changed
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
    for kind, first, last, begin, end in SequenceMatcher(None, ours, theirs, autojunk=False).get_opcodes():
        if kind == "equal":
            same += last - first
            continue
        pairs, left, right = _pairs(ours[first:last], theirs[begin:end])
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


def _pairs(ours: list[str], theirs: list[str]) -> tuple[list[tuple[str, str]], list[str], list[str]]:
    """Pairs that are alike, and what has no other."""
    pairs, taken = [], set()
    left = []
    for text in ours[:MOST_COMPARED]:
        best, place = ALIKE, -1
        for number, other in enumerate(theirs[:MOST_COMPARED]):
            if number in taken:
                continue
            matcher = SequenceMatcher(None, text.split(), other.split(), autojunk=False)
            if matcher.real_quick_ratio() >= best and (alike := matcher.ratio()) >= best:
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
