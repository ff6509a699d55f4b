"""How a study stands to a consensus: which identities its things are, and what people added to it."""

from __future__ import annotations

import hashlib
import json
from dataclasses import dataclass, replace

from fundament.core.consensus.added import AddedEntity, Additions, Join, KeptSubtopic, OwnTerm, Split
from fundament.core.consensus.additions import applicable, keys_with
from fundament.core.consensus.identity import Known, Matching, match
from fundament.core.consensus.keys import Keys, Proposed, heading_of, page_of, proposals
from fundament.core.plain import to_plain
from fundament.core.version import CONSENSUS_VERSION
from fundament.core.yardstick import model as core
from fundament.web.studies.models import Addition, Decision, Identity, Study

KINDS = ("terms", "entities", "subtopics")


@dataclass(frozen=True)
class Standing:
    """things, matching: what the consensus proposes, and which identities these are. keys: theirs. additions: what is added, and the keys with it. joined: key ->
    the key it is a part of, by what the pages say or by hand."""

    things: list[Proposed]
    matching: Matching
    known: dict[str, Identity]
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


def standing_of(study: Study, consensus: core.Consensus) -> Standing:
    """Match what a consensus proposes with a study's identities, and see what of the study's additions applies to it."""
    things = proposals(consensus)
    known = {row.key: row for row in study.identities.all()}
    rows = list(Addition.objects.filter(study=study))
    parts = {row.key for row in rows if row.what == "split"}
    matching = match([known_of(row) for row in known.values()], things, [page.url for page in consensus.pages])
    keys = Keys(*(tuple(key for thing, key in zip(things, matching.keys, strict=True) if thing.kind == kind) for kind in KINDS))
    kept = Decision.objects.filter(study=study, action="kept", key__in=matching.lost).values_list("key", flat=True)
    additions = applicable(consensus, _additions(rows, [known[key] for key in sorted(kept) if key in known], keys))
    joined = {old: new for old, new in matching.joined.items() if old not in parts}
    for row in rows:
        if row.what == "join":
            joined |= dict.fromkeys(row.others, joined.get(row.key, row.key))
    return Standing(things, matching, known, keys, additions, keys_with(keys, additions), joined)


def known_of(row: Identity) -> Known:
    """A stored identity as the core matches it."""
    return Known(row.key, row.kind, frozenset(row.members), frozenset(row.pages), row.name)


def _additions(rows: list[Addition], kept: list[Identity], keys: Keys) -> Additions:
    """The stored additions by the numbers of the things they are about; what is not there now is left out."""
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
                splits.append(Split(row.kind, whole, tuple(row.members), row.name, row.key))
        elif row.kind == "terms":
            terms.append(OwnTerm(row.name, tuple(row.names), key=row.key))
        else:
            entities.append(AddedEntity(row.name, row.shown_kind, tuple(row.names), key=row.key))
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
