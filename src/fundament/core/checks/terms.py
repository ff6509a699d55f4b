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
        guards = _guards_by_term(context) if features.verdicts else {}
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
                guard = guards.get(int(number), "frame")
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


def _guards_by_term(context: Context) -> dict[int, str]:
    """Why most of the uses of each term that earn nothing do so."""
    reasons: dict[int, Counter[str]] = {}
    for verdict, terms in zip(context.features.verdicts, context.features.denied_terms, strict=True):
        for term in terms:
            reasons.setdefault(term, Counter())[verdict.guard] += 1
    return {term: max(of_term, key=lambda guard: of_term[guard]) for term, of_term in reasons.items()}


CHECKS = (MissingTerms(), OverusedTerms())
