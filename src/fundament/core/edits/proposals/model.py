"""A proposal, and what whoever words it is asked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

from fundament.core.documents.changing import Operation

REWRITES = ("shorten", "expand", "reword")


@dataclass(frozen=True)
class WritingTask:
    """A term to be put into one of some passages, by changing one of its sentences.

    term: as it is mostly written. passages: paragraphs of the text, those that suit best by meaning first. examples: sentences of others with the term; they show how it is used and are not to be
    taken over.
    """

    key: str
    language: str
    term: str
    passages: tuple[str, ...]
    examples: tuple[str, ...]


@dataclass(frozen=True)
class Wording:
    """An answer to a task: one of its passages, by its number, as it would be then."""

    passage: int
    text: str


class Assistant(Protocol):
    """Whoever words proposals. What they answer is a proposal of theirs and nothing more: it is judged, and may be refused."""

    rewrites: tuple[str, ...]  # what it can do with a passage that is chosen, of REWRITES
    understands: bool  # whether it knows what a sentence says; else it is not asked to word terms, for what grammar allows is seldom true

    def word(self, tasks: tuple[WritingTask, ...]) -> list[list[Wording]]:
        """For each task its wordings, the best first; none where it knows none."""

    def rewrite(self, kind: str, text: str, keep: Mapping[str, int], language: str) -> str:
        """A passage otherwise. kind: of `rewrites`. keep: phrases that should stay, with the least number of their uses."""


@dataclass(frozen=True)
class Proposal:
    """A change of a text with its gain.

    key: the same for the same change. check, part, subject_key, subject: as of an edit. block: id of the block where it is shown. pieces: ("same" | "gone" | "new", text) of what is
    shown. operations: what is done. gain: the exact difference of two scores, in points of 100. by_part: of the parts that it moves. is_heading: what is shown is one, put before what stands
    there. is_skeleton: what goes in has still to be filled, so it is never taken with others. notes: what could be said, a line for each line that is to be filled. counts: False for a kind that moves no score.
    """

    key: str
    check: str
    part: str
    subject_key: str
    subject: str
    block: str
    pieces: tuple[tuple[str, str], ...]
    operations: tuple[Operation, ...]
    gain: float = 0.0
    by_part: tuple[tuple[str, float], ...] = ()
    is_heading: bool = False
    is_skeleton: bool = False
    notes: tuple[str, ...] = ()
    counts: bool = True

    @property
    def before(self) -> str:
        """What is shown, as it is now."""
        return "".join(text for how, text in self.pieces if how != "new")

    @property
    def after(self) -> str:
        """What is shown, as it would be."""
        return "".join(text for how, text in self.pieces if how != "gone")
