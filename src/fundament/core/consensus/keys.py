"""Keys of terms, entities and subtopics, and what each of them stands for.

A key is given from outside and stays. What it stands for, its *members*, is what a later consensus is searched for: the lemmas and the written form of a term,
those or the address in a vocabulary of an entity, the headings (page and words) of a subtopic.
"""

from __future__ import annotations

import hashlib
import re
from collections.abc import Iterable
from dataclasses import dataclass

from fundament.core.yardstick.model import Consensus, Entity, Subtopic, Term
from fundament.core.yardstick.section_groups.section_similarity import plain_label

_NOT_LETTERS = re.compile(r"[^\w]+")


@dataclass(frozen=True)
class Keys:
    """The keys of a consensus' terms, entities and subtopics, in its order."""

    terms: tuple[str, ...]
    entities: tuple[str, ...]
    subtopics: tuple[str, ...]


@dataclass(frozen=True)
class Proposed:
    """One thing of a consensus, before it is known which identity it is. kind: "terms", "entities" or "subtopics". name: what people read."""

    kind: str
    name: str
    members: frozenset[str]


def proposals(consensus: Consensus) -> list[Proposed]:
    """All terms, entities and subtopics of a consensus, in its order."""
    return [
        *(Proposed("terms", term.name, _phrases(term)) for term in consensus.terms),
        *(Proposed("entities", entity.name, _phrases(entity)) for entity in consensus.entities),
        *(Proposed("subtopics", subtopic.label, _headings(subtopic)) for subtopic in consensus.subtopics),
    ]


def proposed_keys(consensus: Consensus) -> Keys:
    """Keys made from what the things stand for, where nobody keeps identities (on the command line)."""
    keys = {kind: [new_key(kind, p.members) for p in proposals(consensus) if p.kind == kind] for kind in ("terms", "entities", "subtopics")}
    return Keys(*(tuple(_different(keys[kind])) for kind in ("terms", "entities", "subtopics")))


def new_key(kind: str, members: Iterable[str]) -> str:
    """A key for something that has none yet."""
    return f"{kind[0]}-{hashlib.sha256(chr(10).join(sorted(members)).encode()).hexdigest()[:12]}"


def heading_member(url: str, heading: str) -> str:
    """A heading of a page as a member of a subtopic: its letters and digits, without its number, so that a better reader's dash or space is no other one."""
    return f"{url} {words_of(heading)}"


def words_of(heading: str) -> str:
    """The letters and digits of a heading, without its number."""
    return _NOT_LETTERS.sub(" ", plain_label(heading).lower()).strip()


def heading_of(member: str) -> str:
    """The words of a subtopic's member."""
    return member.partition(" ")[2]


def page_of(member: str) -> str:
    """The address of the page that a subtopic's member stands on."""
    return member.partition(" ")[0]


def phrase_members(name: str, phrases: Iterable[tuple[str, ...]]) -> frozenset[str]:
    """The members of a term or entity: its lemmas in every form, and how it is written."""
    written = _NOT_LETTERS.sub(" ", name.lower()).strip()
    return frozenset([*(f"lemmas {' '.join(phrase)}" for phrase in phrases), f"written {written}"])


def _phrases(thing: Term | Entity) -> frozenset[str]:
    return phrase_members(thing.name, thing.phrases)


def _headings(subtopic: Subtopic) -> frozenset[str]:
    return frozenset(heading_member(heading.url, heading.text) for heading in subtopic.headings)


def _different(keys: list[str]) -> list[str]:
    """The same keys; where two are alike the later ones get a number."""
    seen: dict[str, int] = {}
    found = []
    for key in keys:
        seen[key] = seen.get(key, 0) + 1
        found.append(key if seen[key] == 1 else f"{key}-{seen[key]}")
    return found
