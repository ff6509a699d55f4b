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
_END = re.compile(r"[.!?…]+[\"'”’)\]]*(?=\s|$)")


def split_sentences(text: str) -> list[tuple[int, int]]:
    """Character bounds (start, end) of the sentences of one block; every non-space character is in exactly one."""
    bounds: list[tuple[int, int]] = []
    start = 0
    for found in _END.finditer(text):
        if found.group(0)[0] == "." and _belongs_to_abbreviation(text, start, found.start(), found.end()):
            continue
        bounds.append((start, found.end()))
        start = found.end()
    if text[start:].strip():
        bounds.append((start, len(text)))
    trimmed = []
    for begin, end in bounds:
        piece = text[begin:end]
        lead = len(piece) - len(piece.lstrip())
        tail = len(piece) - len(piece.rstrip())
        if begin + lead < end - tail:
            trimmed.append((begin + lead, end - tail))
    return trimmed


def _belongs_to_abbreviation(text: str, start: int, stop: int, after: int) -> bool:
    words = text[start:stop].split()
    if not words:
        return True
    last = words[-1].lstrip("(\"'“‘[").lower()
    following = text[after:].lstrip()
    if following and following[0].islower():
        return True
    if last in _ABBREVIATIONS:
        if last == "no" or last in ("in", "art", "fig", "max", "min", "cap", "sig", "str", "est"):
            return bool(following) and following[0].isdigit()
        return last not in _MAY_END
    # an initial: "J. Smith" (but "section A." may end a sentence, and so may "I.")
    return len(last) == 1 and last.isalpha() and last != "i" and len(words) <= 4 and bool(following) and following[0].isupper()
