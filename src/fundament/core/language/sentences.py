"""Sentence bounds by rule: a full stop, question or exclamation mark ends one, unless it belongs to an abbreviation or a number."""

from __future__ import annotations

import re

from fundament.core.language.word_list import word_list

_ABBREVIATIONS = word_list(
    """
    mr mrs ms dr prof st sr jr rev hon e.g i.e eg ie etc vs cf al approx no nos fig figs p pp vol ed eds dept inc ltd co corp bros u.k u.s a.m p.m max
    min ca est tel ext ref sq ft in oz lb z.b bzw usw d.h ca nr bspw vgl str p.ex sig sra art cap
    """
)
# those may also end a sentence; they do so when a capital follows
_MAY_END = frozenset(
    ["etc", "inc", "ltd", "co", "corp", "a.m", "p.m", "u.k", "u.s", "ft", "in", "oz", "lb", "no", "usw", "max", "min", "ext"]
)
# what was read is not tried again another way (possessive), and marks are looked at once, from the first of them
_END = re.compile(r"(?<![.!?…])[.!?…]++[\"'”’)\]]*+(?=\s|$)")
LONGEST = 4_000  # characters of a sentence; a longer one is parted at a space
_LOOKED_BACK = 200  # characters, for the words before a full stop
_SPACES = re.compile(r"\s*+")


def split_sentences(text: str) -> list[tuple[int, int]]:
    """Character bounds (start, end) of the sentences of one block; every non-space character is in exactly one, and none is longer than LONGEST."""
    bounds: list[tuple[int, int]] = []
    start = 0
    for found in _END.finditer(text):
        if found.group(0)[0] == "." and _belongs_to_abbreviation(text, start, found.start(), found.end()):
            continue
        _add_trimmed(bounds, text, start, found.end())
        start = found.end()
    _add_trimmed(bounds, text, start, len(text))
    return bounds


def _add_trimmed(bounds: list[tuple[int, int]], text: str, start: int, end: int) -> None:
    """Add a sentence without the white space around it, in parts where it is too long."""
    while end - start > LONGEST:
        space = text.rfind(" ", start + LONGEST // 2, start + LONGEST)
        part = space if space > 0 else start + LONGEST
        _add_trimmed(bounds, text, start, part)
        start = part
    piece = text[start:end]
    lead = len(piece) - len(piece.lstrip())
    tail = len(piece) - len(piece.rstrip())
    if lead + tail < len(piece):
        bounds.append((start + lead, end - tail))


def _belongs_to_abbreviation(text: str, start: int, stop: int, after: int) -> bool:
    words = text[max(start, stop - _LOOKED_BACK) : stop].split()
    if not words:
        return True
    last = words[-1].lstrip("(\"'“‘[").lower()
    spaces = _SPACES.match(text, after)
    following = text[spaces.end() : spaces.end() + 1] if spaces else ""
    if following.islower():
        return True
    if last in _ABBREVIATIONS:
        if last == "no" or last in ("in", "art", "fig", "max", "min", "cap", "sig", "str", "est"):
            return following.isdigit()
        return last not in _MAY_END
    # an initial: "J. Smith" (but "section A." may end a sentence, and so may "I.")
    return len(last) == 1 and last.isalpha() and last != "i" and len(words) <= 4 and following.isupper()
