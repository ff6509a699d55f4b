"""What two sequences have in common, in order, found within a counted number of steps.

Longest common runs first, then what lies left and right of them (Ratcliff and Obershelp 1988, as in difflib), which reads as a person would compare. Its work grows with the square of what repeats, and worse: 700 times
"a" against 350 times "a b" took eleven seconds. So steps are counted before they are made. Where they are spent, what is left is aligned by the things that stand once in both (patience: their longest
increasing subsequence, Schensted 1961) with the equal run around each, in a time that grows with the length alone.
"""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Hashable, Iterator, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

STEPS = 400_000  # about a twentieth of a second
Opcode = tuple[str, int, int, int, int]  # "equal", "replace", "delete" or "insert"; first and last + 1 of both


@dataclass
class Budget:
    """Steps that are left, and whether some were wanting."""

    left: int = STEPS
    is_spent: bool = False

    def takes(self, steps: int) -> bool:
        """Whether so many steps are left; then they are gone."""
        if steps > self.left:
            self.is_spent = True
            return False
        self.left -= steps
        return True


def aligned(one: Sequence[Hashable], other: Sequence[Hashable], budget: Budget | None = None) -> list[Opcode]:
    """How `other` came of `one`, as difflib's opcodes. budget: shared by what is compared together; a new one without."""
    budget = budget if budget is not None else Budget()
    blocks = sorted(_blocks(one, other, budget))
    found: list[Opcode] = []
    at, to = 0, 0
    for first, begin, size in [*_joined(blocks), (len(one), len(other), 0)]:
        if at < first or to < begin:
            tag = "replace" if at < first and to < begin else "delete" if at < first else "insert"
            found.append((tag, at, first, to, begin))
        at, to = first + size, begin + size
        if size:
            found.append(("equal", first, at, begin, to))
    return found


def _joined(blocks: Sequence[tuple[int, int, int]]) -> Iterator[tuple[int, int, int]]:
    """Runs that touch in both are one."""
    at, to, length = 0, 0, 0
    for first, begin, size in blocks:
        if (at + length, to + length) == (first, begin):
            length += size
            continue
        if length:
            yield at, to, length
        at, to, length = first, begin, size
    if length:
        yield at, to, length


def _blocks(one: Sequence[Hashable], other: Sequence[Hashable], budget: Budget) -> Iterator[tuple[int, int, int]]:
    """(place in one, place in the other, length) of equal runs, in no order."""
    first, last, begin, end = 0, len(one), 0, len(other)
    while first < last and begin < end and one[first] == other[begin]:
        first, begin = first + 1, begin + 1
    while first < last and begin < end and one[last - 1] == other[end - 1]:
        last, end = last - 1, end - 1
    if first:
        yield 0, 0, first
    if last < len(one):
        yield last, end, len(one) - last
    if first == last or begin == end:
        return
    inner, outer = one[first:last], other[begin:end]
    matcher = SequenceMatcher(None, inner, outer, autojunk=False)
    stands = Counter(outer)
    steps = [0]
    for thing in inner:
        steps.append(steps[-1] + 1 + stands[thing])
    waiting = [(0, len(inner), 0, len(outer))]
    while waiting:
        low, high, left, right = waiting.pop()
        if not budget.takes(steps[high] - steps[low]):
            for at, to, size in _by_anchors(inner, outer, low, high, left, right):
                yield first + at, begin + to, size
            continue
        at, to, size = matcher.find_longest_match(low, high, left, right)
        if size:
            yield first + at, begin + to, size
            waiting += [
                part for part in ((low, at, left, to), (at + size, high, to + size, right)) if part[0] < part[1] and part[2] < part[3]
            ]


def _by_anchors(
    one: Sequence[Hashable], other: Sequence[Hashable], low: int, high: int, left: int, right: int
) -> Iterator[tuple[int, int, int]]:  # fmt: skip
    """Equal runs around what stands once in both ranges, in rising order of both."""
    here, there = Counter(one[low:high]), Counter(other[left:right])
    place = {thing: number for number, thing in enumerate(other[left:right], left) if there[thing] == 1}
    pairs = [(number, place[thing]) for number, thing in enumerate(one[low:high], low) if here[thing] == 1 and thing in place]
    at, to = low, left
    for number, other_number in _rising(pairs):
        if number < at or other_number < to:
            continue  # in the run before
        first, begin = number, other_number
        while first > at and begin > to and one[first - 1] == other[begin - 1]:
            first, begin = first - 1, begin - 1
        at, to = number + 1, other_number + 1
        while at < high and to < right and one[at] == other[to]:
            at, to = at + 1, to + 1
        yield first, begin, at - first


def _rising(pairs: Sequence[tuple[int, int]]) -> list[tuple[int, int]]:
    """The longest subsequence that rises in the second place too."""
    ends: list[int] = []  # the least last value of a subsequence of each length
    last: list[int] = []  # the number of the pair it ends with
    before: list[int] = []
    for number, (_, value) in enumerate(pairs):
        length = bisect_left(ends, value)
        before.append(last[length - 1] if length else -1)
        if length == len(ends):
            ends.append(value)
            last.append(number)
        else:
            ends[length], last[length] = value, number
    found = []
    number = last[-1] if last else -1
    while number >= 0:
        found.append(pairs[number])
        number = before[number]
    return found[::-1]
