"""What a person can add to a consensus, as values: terms and entities of one's own, what is kept though nobody has it, joins and splits."""

from __future__ import annotations

from dataclasses import dataclass

Phrase = tuple[str, ...]


@dataclass(frozen=True)
class OwnTerm:
    """A term that a person brings, with other ways to write it; or, kept, one that no competitor has any more, by its lemmas. key: its identity."""

    name: str
    variants: tuple[str, ...] = ()
    phrases: tuple[Phrase, ...] = ()
    kept: bool = False
    key: str = ""


@dataclass(frozen=True)
class AddedEntity:
    """The same for an entity. kind: see Entity."""

    name: str
    kind: str = ""
    aliases: tuple[str, ...] = ()
    phrases: tuple[Phrase, ...] = ()
    kept: bool = False
    key: str = ""


@dataclass(frozen=True)
class KeptSubtopic:
    """A subtopic that no competitor has any more. headings: (address, heading)."""

    label: str
    headings: tuple[tuple[str, str], ...]
    key: str = ""


@dataclass(frozen=True)
class Join:
    """Things that are one. kind: "terms", "entities" or "subtopics"; numbers: of them in the consensus, that of the one that stays first."""

    kind: str
    numbers: tuple[int, ...]


@dataclass(frozen=True)
class Split:
    """A part of a thing that stands by itself. number: of the thing in the consensus; members: of the part, see `keys.Proposed`; name: what it is called, or "" for its first
    heading or phrase."""

    kind: str
    number: int
    members: tuple[str, ...]
    name: str = ""
    key: str = ""


@dataclass(frozen=True)
class Additions:
    """All that is added to a consensus, in the order it comes to stand in."""

    terms: tuple[OwnTerm, ...] = ()
    entities: tuple[AddedEntity, ...] = ()
    subtopics: tuple[KeptSubtopic, ...] = ()
    joins: tuple[Join, ...] = ()
    splits: tuple[Split, ...] = ()

    @property
    def is_empty(self) -> bool:
        """Whether nothing is added."""
        return not (self.terms or self.entities or self.subtopics or self.joins or self.splits)
