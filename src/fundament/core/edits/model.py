"""A thing to do to a text, with what the score gains by it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TYPE_CHECKING, NamedTuple, Protocol

from fundament.core.scoring.features import Splice

if TYPE_CHECKING:
    from fundament.core.scoring.compiled import CompiledYardstick
    from fundament.core.scoring.features import DraftFeatures

LEAST_SHARE = 0.05  # points; smaller shares would be shown as 0.0
EDIT_KINDS = {
    "use_term": "Use a term",
    "take_out": "Take some out",
    "name_entity": "Name an entity",
    "head_subtopic": "Head a subtopic",
    "answer_subtopic": "Answer a subtopic",
    "lengthen_section": "Lengthen a section",
    "title": "Title tag",
    "description": "Meta description",
    "h1": "Main heading",
    "move_use": "Move a use",
    "question": "Ask a question",
    "split_paragraph": "Split a paragraph",
    "images": "Images",
    "links": "Links",
    "structure": "Length and structure",
}
_PART_OF_KIND = {
    "use_term": "terms", "take_out": "terms", "name_entity": "entities", "head_subtopic": "subtopics", "answer_subtopic": "subtopics",
}  # fmt: skip


@dataclass(frozen=True)
class Change:
    """What exactly is done when the gain is worked out.

    blocks: (kind, level, text) put at the end of the text. splices: blocks put in the place of others. title, description: their new text
    (None: unchanged). images, internal_links, external_links: so many more, images with alt text.
    """

    blocks: tuple[tuple[str, int, str], ...] = ()
    splices: tuple[Splice, ...] = ()
    title: str | None = None
    description: str | None = None
    images: int = 0
    internal_links: int = 0
    external_links: int = 0


@dataclass(frozen=True)
class Edit:
    """gain: points of the score, 0..100 scale. text: what is, what is usual, what to do. change: how the gain was measured. by_part: what each part of
    the score gains, which adds up to the gain."""

    kind: str
    subject: str
    gain: float
    text: str
    change: Change
    by_part: tuple[tuple[str, float], ...] = ()

    @property
    def shares(self) -> list[tuple[str, float]]:
        """The parts that gain or lose something one can see, the largest gain first; empty when there is only one."""
        seen = sorted(((name, gain) for name, gain in self.by_part if abs(gain) >= LEAST_SHARE), key=lambda share: -share[1])
        return seen if len(seen) > 1 else []

    @property
    def part(self) -> str:
        """The part of the score whose item the subject is, or ""."""
        return _PART_OF_KIND.get(self.kind, "")


class Possible(NamedTuple):
    """An edit before its gain is known."""

    kind: str
    subject: str
    text: str
    change: Change


class Finder(Protocol):
    """Finds the possible edits of some kinds. A new kind of edit is a new finder, named in `next_edits.FINDERS`."""

    def __call__(self, compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]: ...


def times(count: float) -> str:
    """ "once", "twice", "3 times"."""
    return "once" if count == 1 else "twice" if count == 2 else f"{count:g} times"


def span(low: float, high: float) -> str:
    """ "3" or "3 to 5"."""
    return f"{low:g}" if low == high else f"{low:g} to {high:g}"
