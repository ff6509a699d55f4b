"""Use a missing term; take out what is too much of one."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from fundament.core.checks.model import TO_THE_LETTER, Change, Check, Context, Finding
from fundament.core.message import message
from fundament.core.scoring.uncounted import told_of, uncounted_uses


class MissingTerms(Check):
    """A term below its range is used as often as the range asks; where it is there and does not count, it is said why. Who has it that often in a text longer than planned is asked for no more."""

    id, part = "use_term", "terms"
    shares = (0.7, 1.0)

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        yardstick = compiled.yardstick
        entity_of = {phrase: number for number, entity in enumerate(yardstick.entities) for phrase in entity.phrases}
        uncounted = uncounted_uses(compiled, features)
        for number in np.flatnonzero((features.share * features.terms < compiled.term_low) & (features.terms < compiled.term_low)):
            term = yardstick.terms[number]
            count = int(features.terms[number])
            missing = term.low - count
            entity = entity_of.get(term.phrases[0])
            idle = uncounted.get(int(number))
            words = [message(
                "check.use_term.more" if count else "check.use_term.there" if idle else "check.use_term.none",
                uses=count or (idle.total() if idle else 0), target=[term.low, term.high], pages=term.pages, of=len(yardstick.pages), missing=missing,
            )]  # fmt: skip
            if idle:
                words += told_of(compiled, idle)
            named = (entity,) if entity is not None and not features.recognised[entity] else ()
            yield self.found(term.key, term.name, *words, change=Change(uses=((int(number), float(missing)),), entities=named))


class OverusedTerms(Check):
    """A term above its ceiling is taken out of the last sentences that use it, down to the ceiling."""

    id, part = "take_out", "terms"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        for number in np.flatnonzero(features.share * features.all_terms > compiled.term_ceiling).tolist():
            term = compiled.yardstick.terms[number]
            fewer = int(features.all_terms[number] - term.ceiling / features.share)
            if fewer > 0:
                words = message("check.take_out", uses=int(features.all_terms[number]), target=[term.low, term.high], fewer=fewer)
                yield self.found(term.key, term.name, words, change=Change(uses=((number, -float(fewer)),)))


CHECKS = (MissingTerms(), OverusedTerms())
