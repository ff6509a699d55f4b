"""Use a missing term; take out what is too much of one."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

import numpy as np

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import message


class MissingTerms(Check):
    """A term below its range is used as often as the range asks; where uses of it earn nothing, it is said why."""

    id, family, part = "use_term", "terms", "terms"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        yardstick = compiled.yardstick
        entity_of = {phrase: number for number, entity in enumerate(yardstick.entities) for phrase in entity.phrases}
        for number in np.flatnonzero(features.share * features.terms < compiled.term_low):
            term = yardstick.terms[number]
            count = int(features.terms[number])
            missing = term.low - int(features.share * count)
            entity = entity_of.get(term.phrases[0])
            words = [message(
                "check.use_term.more" if count else "check.use_term.none",
                uses=count, target=[term.low, term.high], pages=term.pages, of=len(yardstick.pages), missing=missing,
            )]  # fmt: skip
            denied = int(features.all_terms[number]) - count
            if denied:
                guard = _most_frequent_guard(context, int(number))
                words.append(message(f"check.use_term.denied.{guard}", uses=denied))
            named = (entity,) if entity is not None and not features.recognised[entity] else ()
            yield self.found(term.key, term.name, *words, change=Change(uses=((int(number), float(missing)),), entities=named))


class OverusedTerms(Check):
    """A term above its ceiling is taken out of the last sentences that use it, down to the ceiling."""

    id, family, part = "take_out", "terms", "terms"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        for number in np.flatnonzero(features.share * features.all_terms > compiled.term_ceiling).tolist():
            term = compiled.yardstick.terms[number]
            fewer = int(features.all_terms[number] - term.ceiling / features.share)
            if fewer > 0:
                words = message("check.take_out", uses=int(features.all_terms[number]), target=[term.low, term.high], fewer=fewer)
                yield self.found(term.key, term.name, words, change=Change(uses=((number, -float(fewer)),)))


def _most_frequent_guard(context: Context, number: int) -> str:
    """Why most of the uses of a term that earn nothing do so."""
    features = context.features
    reasons: Counter[str] = Counter()
    for verdict in features.verdicts:
        block = features.blocks[verdict.block]
        matches = block.features.matches
        sentence = np.flatnonzero(block.features.real[:, 0] == verdict.start)
        reasons[verdict.guard] += int(((matches[:, 1] == number) & np.isin(matches[:, 0], sentence)).any())
    return max(reasons, key=lambda guard: reasons[guard]) if reasons.total() else "frame"


CHECKS = (MissingTerms(), OverusedTerms())
