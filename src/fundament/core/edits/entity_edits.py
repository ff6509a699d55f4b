"""Name an entity so that it is recognised."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from fundament.core.edits.carriers import context_carrier
from fundament.core.edits.model import Change, Possible
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures


def find_missing_entities(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """An entity that is not recognised is named in a sentence with two words of its context."""
    yardstick = compiled.yardstick
    missing_terms = {yardstick.terms[n].phrases[0] for n in np.flatnonzero(features.terms < compiled.term_low)}
    for number in np.flatnonzero(features.recognised == 0):
        entity = yardstick.entities[number]
        if missing_terms & set(entity.phrases):
            continue  # the edit for the term of the same name does it
        near = ", ".join(entity.context[:4])
        if features.mentioned[number]:
            text = f"The words are there, but nothing near them shows that this is meant. Write of it with {near}."
        elif entity.pages:
            text = f"{entity.pages} of {len(yardstick.pages)} competitors name it ({entity.kind}). Say what it has to do with {near}."
        else:
            text = f"On your own list ({entity.kind}); no competitor names it. Name it in a sentence of its own."
        yield Possible(
            "name_entity", entity.name, text, Change(blocks=(("paragraph", 0, context_carrier(compiled, int(number), entity.name)),))
        )
