"""Who of two pages that share a passage had it first."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from fundament.core.reading.model import Reading
from fundament.core.scoring.guards.verdicts import Exemptions


@dataclass(frozen=True)
class Origin:
    """When a page came to be, as ISO dates. stated: what it says of itself, "" where it says nothing; seen: when it was first read."""

    stated: str
    seen: str


def is_older(one: Origin, other: Origin) -> bool:
    """Whether one page is older: by what both state, else by when each was first seen."""
    if one.stated and other.stated:
        return one.stated[:10] < other.stated[:10]
    return bool(one.seen and other.seen) and one.seen < other.seen


def exemptions_of_earlier(reading: Reading, own: Origin, pages: Sequence[Origin]) -> Exemptions:
    """What an earlier reading of a page lets its text claim. pages: the competitors, in the yardstick's order."""
    younger = frozenset(number for number, page in enumerate(pages) if is_older(own, page))
    if not younger:
        return Exemptions()
    return Exemptions(earlier=frozenset(" ".join(block.text.split()) for block in reading.main_blocks()), younger_pages=younger)
