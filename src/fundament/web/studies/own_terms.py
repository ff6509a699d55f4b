"""Own terms as people type or paste them: one a line, with the uses behind it where they are given."""

from __future__ import annotations

import re
from dataclasses import dataclass

MOST_CHARACTERS = 20_000
_USES = re.compile(r"^(?P<name>.*?)(?:\t|;|,|\s{2,})\s*(?P<low>[0-9]{1,4})\s*(?:(?:-|–|to|\t|;|,)\s*(?P<high>[0-9]{1,4}))?\s*$")


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
        if not line.strip():
            continue
        match = _USES.match(line)
        name = " ".join((match["name"] if match else line).split())
        uses = None
        if match:
            low = int(match["low"])
            uses = (low, int(match["high"] or low))
        found[name] = OwnTermLine(name, uses, line.strip())
    return list(found.values())
