"""How what people keep of a study stands to a consensus: which identities its things are, and what people added to it. Pure; whoever keeps the study brings
its rows as values."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Generic, Protocol, TypeVar

from fundament.core.consensus.added import AddedEntity, Additions, Join, KeptSubtopic, OwnTerm, Split
from fundament.core.consensus.additions import applicable, keys_with
from fundament.core.consensus.decide import Decision
from fundament.core.consensus.identity import Known, Matching, match
from fundament.core.consensus.keys import Keys, Proposed, heading_of, page_of, proposals
from fundament.core.plain import to_plain
from fundament.core.version import CONSENSUS_VERSION
from fundament.core.yardstick.model import Consensus

KINDS = ("terms", "entities", "subtopics")


@dataclass(frozen=True)
class Added:
    """Something that a person added or grouped otherwise. kind: one of KINDS. what: "own", "join" or "split". key: the identity it makes; of a join, that of the thing that stays. names: other ways to
    write a term or entity of one's own. shown_kind: of an entity. others: the keys joined with it; of a split, the one it was a part of. members: of a split, what stands by itself."""

    kind: str
    what: str
    key: str
    name: str
    names: tuple[str, ...] = ()
    shown_kind: str = ""
    others: tuple[str, ...] = ()
    members: tuple[str, ...] = ()


@dataclass(frozen=True)
class KnownThings:
    """things, matching: what the consensus proposes, and which identities these are. keys: theirs. additions: what is added, and the keys with it. joined: key ->
    the key it is a part of, by what the pages say or by hand."""

    things: list[Proposed]
    matching: Matching
    known: dict[str, Known]
    keys: Keys
    additions: Additions
    extended_keys: Keys
    joined: dict[str, str]

    def hash_with(self, consensus_hash: str) -> str:
        """A hash of the consensus with what is added, "" where nothing is. Keys of identity are not in it."""
        if self.additions.is_empty:
            return ""
        keyless = replace(
            self.additions,
            terms=tuple(replace(term, key="") for term in self.additions.terms),
            entities=tuple(replace(entity, key="") for entity in self.additions.entities),
            subtopics=tuple(replace(subtopic, key="") for subtopic in self.additions.subtopics),
            splits=tuple(replace(split, key="") for split in self.additions.splits),
        )
        return hashlib.sha256(json.dumps([consensus_hash, to_plain(keyless), CONSENSUS_VERSION]).encode()).hexdigest()


def known_things(known: Sequence[Known], added: Sequence[Added], kept: Collection[str], consensus: Consensus) -> KnownThings:
    """Match what a consensus proposes with the identities that are known, and see what of what was added applies to it.

    kept: keys of what stays although no competitor has it any more.
    """
    things = proposals(consensus)
    parts = {row.key for row in added if row.what == "split"}
    matching = match(known, things, [page.url for page in consensus.pages])
    keys = Keys(*(tuple(key for thing, key in zip(things, matching.keys, strict=True) if thing.kind == kind) for kind in KINDS))
    by_key = {row.key: row for row in known}
    gone = [by_key[key] for key in sorted(set(kept) & set(matching.lost))]
    additions = applicable(consensus, _additions(added, gone, keys))
    joined = {old: new for old, new in matching.joined.items() if old not in parts}
    for row in added:
        if row.what == "join":
            joined |= dict.fromkeys(row.others, joined.get(row.key, row.key))
    return KnownThings(things, matching, by_key, keys, additions, keys_with(keys, additions), joined)


def _additions(rows: Sequence[Added], kept: Sequence[Known], keys: Keys) -> Additions:
    """What was added by the numbers of the things they are about; what is not there now is left out."""
    number = {(kind, key): place for kind in KINDS for place, key in enumerate(getattr(keys, kind))}
    terms, entities, subtopics, joins, splits = [], [], [], [], []
    for row in rows:
        if row.what == "join":
            found = [number[row.kind, key] for key in (row.key, *row.others) if (row.kind, key) in number]
            joins.append(Join(row.kind, tuple(found)))
        elif (row.kind, row.key) in number:
            continue  # competitors have it by themselves now
        elif row.what == "split":
            whole = number.get((row.kind, row.others[0]))
            if whole is not None:
                splits.append(Split(row.kind, whole, row.members, row.name, row.key))
        elif row.kind == "terms":
            terms.append(OwnTerm(row.name, row.names, key=row.key))
        else:
            entities.append(AddedEntity(row.name, row.shown_kind, row.names, key=row.key))
    there = {row.key for row in rows}
    for identity in kept:
        phrases = tuple(tuple(member.split(" ")[1:]) for member in identity.members if member.startswith("lemmas "))
        if identity.key in there:
            continue
        if identity.kind == "terms":
            terms.append(OwnTerm(identity.name, phrases=phrases, kept=True, key=identity.key))
        elif identity.kind == "entities":
            entities.append(AddedEntity(identity.name, phrases=phrases, kept=True, key=identity.key))
        else:
            headings = tuple((page_of(member), heading_of(member)) for member in identity.members)
            subtopics.append(KeptSubtopic(identity.name, headings, identity.key))
    return Additions(tuple(terms), tuple(entities), tuple(subtopics), tuple(joins), tuple(splits))


class OnKey(Protocol):
    """A decision as it is kept. action: as in `decide`. low, high: of an own target, in uses, else None."""

    @property
    def key(self) -> str: ...
    @property
    def action(self) -> str: ...
    @property
    def low(self) -> int | None: ...
    @property
    def high(self) -> int | None: ...


Kept = TypeVar("Kept", bound=OnKey)


@dataclass(frozen=True)
class DecidedThings(Generic[Kept]):
    """Decisions as they work now. by_key: those that have their subject, by its key. lost: those whose subject is gone. contested: those that
    meet in one subject and differ; it stays as proposed."""

    by_key: dict[str, Decision]
    lost: list[Kept]
    contested: list[Kept]


def decided_among(decisions: Iterable[Kept], here: Collection[str], joined: Mapping[str, str]) -> DecidedThings[Kept]:
    """Which decisions work, through what has joined. here: the keys of what there is now. joined: see KnownThings."""
    on: dict[str, list[Kept]] = {}
    lost = []
    for decision in decisions:
        key = joined.get(decision.key, decision.key)
        if key in here:
            on.setdefault(key, []).append(decision)
        else:
            lost.append(decision)
    by_key, contested = {}, []
    for key, found in on.items():
        ways = {(d.action, d.low, d.high) for d in found}
        if len(ways) > 1:
            contested += found
            continue
        action, low, high = ways.pop()
        by_key[key] = Decision(action, (low, high) if low is not None and high is not None else None)
    return DecidedThings(by_key, lost, contested)
