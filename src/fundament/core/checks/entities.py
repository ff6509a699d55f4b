"""Name an entity so that it is recognised."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import message


class MissingEntities(Check):
    """An entity that is not recognised, or of which nothing is told, is named with two words of its context."""

    id, part = "name_entity", "entities"
    shares = (0.6, 1.0)

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        yardstick = compiled.yardstick
        missing_terms = {yardstick.terms[n].phrases[0] for n in np.flatnonzero(features.terms < compiled.term_low)}
        for number in np.flatnonzero((features.told == 0) & (compiled.entity_weight > 0)):
            entity = yardstick.entities[number]
            if missing_terms & set(entity.phrases):
                continue  # the edit for the term of the same name does it
            near = list((entity.beside or entity.context)[:4])
            if features.recognised[number]:
                words = message("check.name_entity.told", context=near)
            elif features.mentioned[number]:
                words = message("check.name_entity.mentioned", uses=int(features.mentioned[number]), context=near)
            elif entity.pages:
                words = message(
                    "check.name_entity.absent" if entity.kind else "check.name_entity.absent_any",
                    pages=entity.pages,
                    of=len(yardstick.pages),
                    kind=entity.kind,
                    context=near,
                )
            else:
                words = message("check.name_entity.own" if entity.kind else "check.name_entity.own_any", kind=entity.kind)
            yield self.found(entity.key, entity.name, words, change=Change(entities=(int(number),)))


CHECKS = (MissingEntities(),)
