"""A check looks at a text in one way and says what it finds. A new one is a new class in a module of this folder, and its name in `checks.MODULES`."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import ClassVar

from fundament.core.message import Message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures

TO_THE_LETTER = (1.0, 1.0)  # shares of what is told to the letter: a title, an image, a split paragraph


@dataclass(frozen=True)
class Change:
    """What is done to a text, told by what the score looks at: nobody's sentence is put into it.

    uses: (number of a term, so many more that earn; fewer when negative, and then of all uses). entities: numbers of those that become recognised. headings: numbers of subtopics that get one, with
    text below; answers: of those that the text covers afterwards. counts: (measure, so many more that earn). long_words: so many words fewer stand in over-long
    paragraphs. placement: (check, what its credit becomes).
    """

    uses: tuple[tuple[int, float], ...] = ()
    entities: tuple[int, ...] = ()
    headings: tuple[int, ...] = ()
    answers: tuple[int, ...] = ()
    counts: tuple[tuple[str, float], ...] = ()
    long_words: float = 0.0
    placement: tuple[tuple[str, float], ...] = ()

    @property
    def once(self) -> Change:
        """The same with one more use at most of each term: what whoever begins with it has done."""
        return replace(self, uses=tuple((term, min(1.0, uses)) for term, uses in self.uses))


@dataclass(frozen=True)
class Finding:
    """What a check found.

    check: its id. subject_key: of the term, entity, subtopic, measure or place it is about. subject: a name from the pages or the text ("" where the
    measure or place has one by its key). messages: what is, what is usual, what to do. change: what to do, worked out, where it can be; then the finding has
    a gain. block: number of the block it stands at (-1: none).
    """

    check: str
    subject_key: str
    subject: str
    messages: tuple[Message, ...]
    change: Change | None = None
    block: int = -1

    @property
    def key(self) -> str:
        """Stable as long as the subject's is."""
        return f"{self.check}:{self.subject_key}"


@dataclass(frozen=True)
class Context:
    """What a check may look at: the yardstick made ready, and the text's features."""

    compiled: CompiledYardstick
    features: DraftFeatures


class Check:
    """One way to look at a text.

    id: stable. part: of the score, or "" when it counts nothing there. languages: codes, empty for all. shares: (sure, middle) of what its change would gain on
    features, as edits made by hand got it; needed where a finding has a change.
    """

    id: ClassVar[str]
    part: ClassVar[str] = ""
    languages: ClassVar[frozenset[str]] = frozenset()
    shares: ClassVar[tuple[float, float] | None] = None

    def run(self, context: Context) -> Iterator[Finding]:
        """Everything the check finds, in the order of the text or of the yardstick. Must not change what it looks at."""
        raise NotImplementedError

    def found(self, subject_key: str, subject: str, *messages: Message, change: Change | None = None, block: int = -1) -> Finding:
        """A finding of this check."""
        return Finding(self.id, subject_key, subject, messages, change, block)
