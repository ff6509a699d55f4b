"""Own terms as people type or paste them: one a line, with the uses behind it where they are given."""

from __future__ import annotations

import re
from dataclasses import dataclass

MOST_CHARACTERS = 20_000
_PARTS = re.compile(r"[\t;,]")
_USES = re.compile(r"([0-9]{1,4})(?: ?(?:-|–|to) ?([0-9]{1,4}))?")


@dataclass(frozen=True)
class OwnTermLine:
    """A line: the term, its target in uses where one is given, and the line as it was typed."""

    name: str
    uses: tuple[int, int] | None
    typed: str


def own_terms_in(typed: str) -> list[OwnTermLine]:
    """The terms of a pasted list or table ("lime putty", "lime putty; 3", "lime putty<tab>3<tab>5"); a term given twice counts as it was given last."""
    found: dict[str, OwnTermLine] = {}
    for line in typed.splitlines():
        if line.strip():
            name, uses = _read(line)
            found[name] = OwnTermLine(name, uses, line.strip())
    return list(found.values())


def _read(line: str) -> tuple[str, tuple[int, int] | None]:
    """The term of a line, and the uses in its last part, or its last two."""
    parts = [" ".join(part.split()) for part in _PARTS.split(line)]
    while len(parts) > 1 and not parts[-1]:
        parts.pop()
    last = _USES.fullmatch(parts[-1]) if len(parts) > 1 else None
    if last is None:
        return " ".join(line.split()), None
    low, high = int(last[1]), int(last[2] or last[1])
    parts.pop()
    if last[2] is None and len(parts) > 1 and parts[-1].isascii() and parts[-1].isdigit() and len(parts[-1]) <= 4:
        low = int(parts.pop())
    return ", ".join(part for part in parts if part), (low, high)
