"""What a change of a text does to its score: the text is changed and scored, once for each change that is looked at."""

from __future__ import annotations

import functools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from fundament.core.documents.changing import DESCRIPTION, TITLE, Operation, changed
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import Node
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import NO_EXEMPTIONS, Exemptions
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.model import Score
from fundament.core.scoring.score import score_with
from fundament.core.scoring.statements import NO_STATEMENTS, Statements
from fundament.core.yardstick.page_words import Words, word_number, words_in


@dataclass(frozen=True, eq=False)
class Trial:
    """A text with what is known of it beside. statements, exemptions: as for its score."""

    compiled: CompiledYardstick
    document: Node
    title: str = ""
    description: str = ""
    statements: Statements = NO_STATEMENTS
    exemptions: Exemptions = NO_EXEMPTIONS
    known: Score | None = None  # the score as the text is, where it is at hand

    @functools.cached_property
    def now(self) -> Score:
        """The score as the text is."""
        return self.known or self.after(())

    @functools.cached_property
    def page_words(self) -> Words:
        """The numbers of the competitors' words, a page after the other."""
        return np.concatenate([words_in(page.text) for page in self.compiled.yardstick.pages] or [np.empty(0, dtype=np.uint32)])

    def uses_together(self, first: str, second: str) -> tuple[int, int]:
        """(how often a lemma stands right before another on the competitors' pages, how often the other stands there at all)."""
        other = self.page_words == word_number(second)
        return int((other[1:] & (self.page_words[:-1] == word_number(first))).sum()), int(other.sum())

    def after(self, operations: Sequence[Operation]) -> Score:
        """The score after some operations."""
        return self.measured(operations)[1]

    @functools.cached_property
    def features(self) -> DraftFeatures:
        """The features of the text as it is."""
        return self.measured(())[0]

    def measured(self, operations: Sequence[Operation]) -> tuple[DraftFeatures, Score]:
        """The features and the score after some operations."""
        beside = {operation.kind: operation.value for operation in operations if operation.kind in (TITLE, DESCRIPTION)}
        reading = read_document(
            changed(self.document, [operation for operation in operations if operation.kind not in beside]),
            title=beside.get(TITLE, self.title), description=beside.get(DESCRIPTION, self.description),
            language=self.compiled.language, counted=False,
        )  # fmt: skip
        return score_with(self.compiled, reading, self.statements, self.exemptions, with_items=False)

    def gain(self, operations: Sequence[Operation]) -> tuple[float, tuple[tuple[str, float], ...], int]:
        """(points of the score, by part, so many more sentences that earn nothing) of some operations."""
        then = self.after(operations)
        parts = {part.name: part.points for part in self.now.parts}
        by_part = tuple((part.name, part.points - parts[part.name]) for part in then.parts)
        return then.total - self.now.total, by_part, len(then.denied) - len(self.now.denied)
