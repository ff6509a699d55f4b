"""How many steps a backtracking matcher takes for a pattern on a text: counted, not timed, so that it is the same on every machine.

A small matcher of its own over Python's parse of the pattern. It looks at what Python's would look at, in the same order; what it finds is compared with
Python's by its test.
"""

from __future__ import annotations

import re
import sys
import unicodedata
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from re import _constants as ops
from re import _parser as parser
from typing import Any

Next = Callable[[int], int]  # goes on from a place; the end of the match, or -1
Node = Callable[[int, Next], int]


class TooManyStepsError(Exception):
    """The pattern takes more steps than were allowed."""


class Matcher:
    """One pattern as nested functions that count each place they look at."""

    def __init__(self, pattern: re.Pattern[Any]) -> None:
        source = pattern.pattern
        if isinstance(source, bytes):
            source = source.decode("latin-1")
        self._ignore_case = bool(pattern.flags & re.IGNORECASE)
        items = list(parser.parse(source, pattern.flags & ~re.UNICODE if isinstance(pattern.pattern, bytes) else pattern.flags))
        self._node = self._sequence(items)
        self._is_anchored = items[0] == (ops.AT, ops.AT_BEGINNING)
        self._first = self._single(*items[0])  # what a match begins with, where that is one character
        self.steps, self._most, self._text = 0, sys.maxsize, ""
        self._groups: dict[int, tuple[int, int]] = {}

    def count(self, text: str, most: int = sys.maxsize, *, only_here: bool = False) -> tuple[int, list[tuple[int, int]]]:
        """Steps for finding all matches in a text, and where they are. Raises TooManyStepsError beyond `most`.

        only_here: of a match at the beginning, for patterns that are not searched for.
        """
        self._text, self.steps, self._most = text, 0, most
        found: list[tuple[int, int]] = []
        place = 0
        with _deep():
            while place <= (0 if only_here or self._is_anchored else len(text)):
                if self._first is not None and not (place < len(text) and self._first(text[place])):
                    self._step()
                    place += 1
                    continue
                end = self._node(place, lambda end: end)
                self._step()
                if end >= 0 and not (end == place and found and found[-1][1] == end):
                    found.append((place, end))
                    place = end if end > place else place + 1
                else:
                    place += 1
        return self.steps, found

    def _step(self, count: int = 1) -> None:
        self.steps += count
        if self.steps > self._most:
            raise TooManyStepsError

    def _sequence(self, items: list[Any]) -> Node:
        nodes = [self._item(op, value) for op, value in items]

        def run(place: int, then: Next) -> int:
            return at(0, place, then)

        def at(number: int, place: int, then: Next) -> int:
            if number == len(nodes):
                return then(place)
            return nodes[number](place, lambda end: at(number + 1, end, then))

        return nodes[0] if len(nodes) == 1 else run

    def _item(self, op: Any, value: Any) -> Node:
        single = self._single(op, value)
        if single is not None:
            return self._one(single)
        if op is ops.MAX_REPEAT or op is ops.MIN_REPEAT or op is ops.POSSESSIVE_REPEAT:
            return self._repeat(op, *value)
        if op is ops.SUBPATTERN:
            return self._sequence(list(value[3]))
        if op is ops.ATOMIC_GROUP:
            return self._atomic(self._sequence(list(value)))
        if op is ops.BRANCH:
            return self._branch([self._sequence(list(part)) for part in value[1]])
        if op is ops.AT:
            return self._at(value)
        if op is ops.ASSERT or op is ops.ASSERT_NOT:
            direction, inner = value
            return self._assert(self._sequence(list(inner)), direction, list(inner), wanted=op is ops.ASSERT)
        raise NotImplementedError(str(op))

    def _single(self, op: Any, value: Any) -> Callable[[str], bool] | None:
        """Whether a character is taken, for what takes exactly one."""
        if op is ops.LITERAL or op is ops.NOT_LITERAL:
            wanted = chr(value)
            folded = wanted.lower()
            is_wanted = (lambda c: c.lower() == folded) if self._ignore_case else (lambda c: c == wanted)
            return is_wanted if op is ops.LITERAL else (lambda c: not is_wanted(c))
        if op is ops.ANY:
            return lambda c: c != "\n"
        if op is not ops.IN:
            return None
        negated = value[0][0] is ops.NEGATE
        tests = [self._in(*part) for part in value if part[0] is not ops.NEGATE]
        known: dict[str, bool] = {}

        def takes(character: str) -> bool:
            found = known.get(character)
            if found is None:
                found = known[character] = any(test(character) for test in tests) != negated
            return found

        return takes

    def _in(self, op: Any, value: Any) -> Callable[[str], bool]:
        if op is ops.LITERAL:
            return self._single(op, value) or (lambda c: False)
        if op is ops.RANGE:
            low, high = value
            if self._ignore_case:
                return lambda c: low <= ord(c.lower()) <= high or low <= ord(c.upper()[:1]) <= high
            return lambda c: low <= ord(c) <= high
        name = {
            ops.CATEGORY_DIGIT: r"\d", ops.CATEGORY_NOT_DIGIT: r"\D", ops.CATEGORY_SPACE: r"\s", ops.CATEGORY_NOT_SPACE: r"\S",
            ops.CATEGORY_WORD: r"\w", ops.CATEGORY_NOT_WORD: r"\W",
        }[value]  # fmt: skip
        category = re.compile(name)
        return lambda c: category.match(c) is not None

    def _one(self, takes: Callable[[str], bool]) -> Node:
        def run(place: int, then: Next) -> int:
            self._step()
            return then(place + 1) if place < len(self._text) and takes(self._text[place]) else -1

        return run

    def _repeat(self, op: Any, least: int, most: Any, inner: Any) -> Node:
        limit = sys.maxsize if most is ops.MAXREPEAT else int(most)
        items = list(inner)
        single = self._single(*items[0]) if len(items) == 1 else None
        if single is not None:
            return self._repeat_one(op, least, limit, single)
        node = self._sequence(items)
        if op is ops.POSSESSIVE_REPEAT:

            def run_possessive(place: int, then: Next) -> int:
                count = 0
                while count < limit:
                    end = node(place, lambda end: end)
                    if end < 0 or end == place:
                        break
                    place, count = end, count + 1
                return then(place) if count >= least else -1

            return run_possessive

        def run(place: int, then: Next, count: int = 0) -> int:
            self._step()

            def once_more(end: int) -> int:
                return -1 if end == place and count >= least else run(end, then, count + 1)

            if op is ops.MIN_REPEAT and count >= least:
                end = then(place)
                return end if end >= 0 or count >= limit else node(place, once_more)
            if count < limit:
                end = node(place, once_more)
                if end >= 0:
                    return end
            return then(place) if count >= least else -1

        return run

    def _repeat_one(self, op: Any, least: int, limit: int, takes: Callable[[str], bool]) -> Node:
        def run(place: int, then: Next) -> int:
            text = self._text
            end, stop = place, min(len(text), place + limit)
            if op is ops.MIN_REPEAT:
                stop = min(len(text), place + least)
            while end < stop and takes(text[end]):
                end += 1
            self._step(end - place + 1)
            if end - place < least:
                return -1
            if op is ops.POSSESSIVE_REPEAT:
                return then(end)
            if op is ops.MIN_REPEAT:
                while True:
                    found = then(end)
                    self._step()
                    if found >= 0 or end - place >= limit or end >= len(text) or not takes(text[end]):
                        return found
                    end += 1
            while end >= place + least:
                self._step()
                found = then(end)
                if found >= 0:
                    return found
                end -= 1
            return -1

        return run

    def _atomic(self, node: Node) -> Node:
        def run(place: int, then: Next) -> int:
            end = node(place, lambda end: end)
            return then(end) if end >= 0 else -1

        return run

    def _branch(self, nodes: list[Node]) -> Node:
        def run(place: int, then: Next) -> int:
            for node in nodes:
                self._step()
                end = node(place, then)
                if end >= 0:
                    return end
            return -1

        return run

    def _at(self, value: Any) -> Node:
        def is_word(place: int) -> bool:
            if not 0 <= place < len(self._text):
                return False
            character = self._text[place]
            return (
                character == "_"
                or character.isalnum()
                or (unicodedata.category(character) in ("Mn", "Nd", "No", "Nl") and character.isalnum())
            )

        def holds(place: int) -> bool:
            if value in (ops.AT_BEGINNING, ops.AT_BEGINNING_STRING):
                return place == 0
            if value is ops.AT_END:
                return place == len(self._text) or (place == len(self._text) - 1 and self._text[place] == "\n")
            if value is ops.AT_END_STRING:
                return place == len(self._text)
            return (is_word(place - 1) != is_word(place)) == (value is ops.AT_BOUNDARY)

        def run(place: int, then: Next) -> int:
            self._step()
            return then(place) if holds(place) else -1

        return run

    def _assert(self, node: Node, direction: int, items: list[Any], *, wanted: bool) -> Node:
        width = parser.SubPattern(parser.State(), items).getwidth()[0] if direction < 0 else 0

        def run(place: int, then: Next) -> int:
            start = place - width
            there = start >= 0 and node(start, lambda end: end if direction > 0 or end == place else -1) >= 0
            return then(place) if there == wanted else -1

        return run


@contextmanager
def _deep() -> Iterator[None]:
    """Let functions call each other as deep as a long text is."""
    before = sys.getrecursionlimit()
    sys.setrecursionlimit(10_000_000)
    try:
        yield
    finally:
        sys.setrecursionlimit(before)
