"""Which of the things that a consensus proposes are which of those that were known before.

Every time it is worked out afresh from what the known ones stood for when they were last decided on, so that nothing drifts and a change that is taken back
leaves no trace. A thing is taken for a known one only where they clearly agree: a decision that hangs on nothing is listed and comes back, one that hangs on
the wrong thing does harm.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from fundament.core.consensus.keys import Proposed, heading_of, new_key, page_of, words_of
from fundament.core.language.vectors import embed

LEAST_SHARE = 0.5  # of a known subtopic's headings on the pages that are there, found in one proposed
LEAST_OF_GROUP = 0.34  # of the proposed subtopic's headings on pages that the known one knew
# of a known subtopic's headings are on pages that are still there; with fewer they must be all that the proposed one has of these pages, or its name or its
# words must speak for it
MORE_THAN_LEFT = 0.5
MEANS_THE_SAME = 0.45  # mean similarity of the headings that are gone to the closest ones that are there
LEAST_LEFT = 0.25  # with a smaller share of its headings nobody can say what became of it


@dataclass(frozen=True)
class Known:
    """An identity that is kept. name: what it was called; members: see `keys`; pages: addresses that were compared when the members were noted."""

    key: str
    kind: str
    members: frozenset[str]
    pages: frozenset[str] = frozenset()
    name: str = ""


@dataclass(frozen=True)
class Matching:
    """keys: of the proposed things, in their order. joined: key of a known thing -> key of the one it is now a part of. split: key of a known thing ->
    keys of what else it has become. lost: keys of known things that are nowhere. new: keys that were made."""

    keys: tuple[str, ...]
    joined: dict[str, str] = field(default_factory=dict)
    split: dict[str, tuple[str, ...]] = field(default_factory=dict)
    lost: tuple[str, ...] = ()
    new: tuple[str, ...] = ()


def match(known: Sequence[Known], proposed: Sequence[Proposed], pages: Iterable[str]) -> Matching:
    """Match proposed things with known ones of their kind. pages: addresses that are compared now."""
    here = frozenset(pages)
    keys = [""] * len(proposed)
    joined: dict[str, str] = {}
    split: dict[str, list[str]] = defaultdict(list)
    agreements = _agreements(known, proposed, here)
    taken: set[str] = set()
    for _, _, key, number in sorted(agreements, key=lambda a: (-a[0], -a[1], a[2], a[3])):
        if not keys[number] and key not in taken:
            keys[number] = key
            taken.add(key)
    for _, _, key, number in sorted(agreements, key=lambda a: (-a[0], -a[1], a[2], a[3])):
        if keys[number] == key:
            continue
        if key not in taken and key not in joined:
            joined[key] = keys[number]  # another known thing is the larger part of it
        elif not keys[number]:
            split[key].append(str(number))  # the larger part of the known thing is elsewhere
    used = {k.key for k in known} | set(filter(None, keys))
    new = []
    for number, thing in enumerate(proposed):
        if not keys[number]:
            keys[number] = _unused(new_key(thing.kind, thing.members), used)
            used.add(keys[number])
            new.append(keys[number])
    return Matching(
        keys=tuple(keys),
        joined=joined,
        split={key: tuple(keys[int(n)] for n in numbers) for key, numbers in split.items()},
        lost=tuple(k.key for k in known if k.key not in taken and k.key not in joined),
        new=tuple(new),
    )


def _agreements(known: Sequence[Known], proposed: Sequence[Proposed], here: frozenset[str]) -> list[tuple[float, int, str, int]]:
    """(how well, in how many members, key, number of the proposed thing) of every pair that agrees well enough."""
    by_member: dict[tuple[str, str], list[Known]] = defaultdict(list)
    for one in known:
        for member in one.members:
            by_member[one.kind, member].append(one)
    found = []
    for number, thing in enumerate(proposed):
        candidates = {one.key: one for member in thing.members for one in by_member[thing.kind, member]}
        for one in candidates.values():
            agreement = _of_headings(one, thing, here) if thing.kind == "subtopics" else _of_phrases(one, thing)
            if agreement is not None:
                found.append((*agreement, one.key, number))
    return found


def _of_phrases(known: Known, thing: Proposed) -> tuple[float, int] | None:
    """Terms and entities: by the lemmas they share; by the written form only where lemmas were mended."""
    common = known.members & thing.members
    if not common:
        return None
    by_lemmas = sum(1 for member in common if member.startswith(("lemmas ", "address ")))
    return (1.0 + by_lemmas / len(known.members | thing.members) if by_lemmas else 0.5), len(common)


def _of_headings(known: Known, thing: Proposed, here: frozenset[str]) -> tuple[float, int] | None:
    """Subtopics: by the headings they share, among the pages that were there then and are there now."""
    still = frozenset(member for member in known.members if page_of(member) in here)
    of_then = frozenset(member for member in thing.members if page_of(member) in known.pages) if known.pages else thing.members
    common = still & thing.members
    if not common or len(still) < LEAST_LEFT * len(known.members):
        return None
    is_whole = still == of_then  # what is left of it is together, and nothing else of those pages is with it
    if len(still) <= MORE_THAN_LEFT * len(known.members) and not (
        is_whole or _says_the_same(known, thing) or _means_the_same(known, thing, still)
    ):
        return None
    share, of_group = len(common) / len(still), len(common) / len(of_then)
    if share < LEAST_SHARE or of_group < LEAST_OF_GROUP:
        return None
    return 2 * share * of_group / (share + of_group), len(common)


def _says_the_same(known: Known, thing: Proposed) -> bool:
    """Whether a subtopic is called what it was called, or a page that was not there then heads it in the very words of one that is gone."""
    if known.name and words_of(known.name) == words_of(thing.name):
        return True
    of_new_pages = {heading_of(member) for member in thing.members - known.members}
    return bool(of_new_pages & {heading_of(member) for member in known.members})


def _means_the_same(known: Known, thing: Proposed, still: frozenset[str]) -> bool:
    """Whether what the pages that are gone had as headings is close to headings of the proposed one: mean of each one's closest, as vectors."""
    gone = sorted({heading_of(member) for member in known.members - still})
    now = sorted({heading_of(member) for member in thing.members})
    closest: float = (embed(gone) @ embed(now).T).max(axis=1).mean()
    return closest >= MEANS_THE_SAME


def _unused(key: str, used: set[str]) -> str:
    number = 1
    found = key
    while found in used:
        number += 1
        found = f"{key}-{number}"
    return found
