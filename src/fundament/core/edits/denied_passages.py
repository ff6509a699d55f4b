"""Passages that earn nothing, each with what it costs: the points that come back at once when a person says that it is fine, or the text's own."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import islice

from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.features import DraftFeatures, draft_features
from fundament.core.scoring.model import Score
from fundament.core.scoring.score import score_features
from fundament.core.scoring.statements import Statements

OURS, FINE = "ours", "fine"  # kinds of statements
SUBSTANCE = "substance"  # a passage that says little beside its terms
OURS_GUARDS = frozenset(["copied", "reworded", "pieces"])  # what is said against them is that the text was there first
MOST_WORKED_OUT = 12  # passages; each costs a score of the whole text


@dataclass(frozen=True)
class DeniedPassage:
    """Sentences of one block that earn nothing, or in part, for one reason.

    block: its number. sentences: (first character, last + 1) of each, in the block's text. guard: of `GUARDS`, or SUBSTANCE. pages: numbers of the competitors that are named, each once.
    cost: points, 0 or more: the exact difference of two scores. statement: what a person can say of it, OURS or FINE. share: of its points that count, 0..1; 0 but for SUBSTANCE.
    """

    block: int
    sentences: tuple[tuple[int, int], ...]
    guard: str
    pages: tuple[int, ...]
    cost: float
    statement: str
    share: float = 0.0


def denied_passages(
    compiled: CompiledYardstick, draft: Reading, features: DraftFeatures, score: Score, statements: Statements, exemptions: Exemptions
) -> tuple[DeniedPassage, ...]:
    """The passages of a text that are denied, the costliest first; quotations are not among them, for nobody is blamed for them.

    draft, statements, exemptions: as for its score; features, score: what came of them. Only the MOST_WORKED_OUT passages with most denied characters are worked out, the others are left out.
    """
    found = sorted(_passages(features), key=lambda passage: (-sum(end - start for start, end in passage.sentences), passage.block))
    worked_out = []
    for passage in islice(found, MOST_WORKED_OUT):
        text = frozenset([features.blocks[passage.block].text])
        if passage.statement == OURS:
            more = replace(exemptions, own_passages=exemptions.own_passages | text)
        else:
            more = replace(exemptions, fine_passages=exemptions.fine_passages | text)
        without = score_features(compiled, draft_features(compiled, draft, more, statements=statements), with_items=False)
        worked_out.append(replace(passage, cost=max(0.0, without.total - score.total)))
    return tuple(sorted(worked_out, key=lambda passage: (-passage.cost, passage.block, passage.guard)))


def _passages(features: DraftFeatures) -> Iterable[DeniedPassage]:
    by_block: dict[tuple[int, str], tuple[list[tuple[int, int]], list[int]]] = {}
    for verdict in features.verdicts:
        if verdict.guard != "quoted":
            sentences, pages = by_block.setdefault((verdict.block, verdict.guard), ([], []))
            sentences.append((verdict.start, verdict.end))
            if verdict.page >= 0 and verdict.page not in pages:
                pages.append(verdict.page)
    for (block, guard), (sentences, pages) in by_block.items():
        yield DeniedPassage(block, tuple(sentences), guard, tuple(pages), 0.0, OURS if guard in OURS_GUARDS else FINE)
    for block, factor in enumerate(features.factors):
        if factor < 1.0:
            yield DeniedPassage(block, ((0, len(features.blocks[block].text)),), SUBSTANCE, (), 0.0, FINE, float(factor))
