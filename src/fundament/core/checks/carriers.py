"""Neutral sentences that carry a term or an entity, with which the gain of using it is measured. They are never shown as advice."""

from __future__ import annotations

import itertools

from fundament.core.language.packs import pack_of
from fundament.core.language.words import lemma_of
from fundament.core.scoring.block_features import place_block
from fundament.core.scoring.compiled import CompiledYardstick


def plain_carrier(compiled: CompiledYardstick, name: str) -> str:
    """A sentence that uses the phrase and says nothing else."""
    return pack_of(compiled.language).carrier.format(name)


def context_carrier(compiled: CompiledYardstick, entity: int, name: str) -> str:
    """A sentence that names the entity with two of its context words, so that it is recognised."""
    known = compiled.carriers.get((entity, name))
    if known is None:
        known = compiled.carriers[(entity, name)] = _find_context_carrier(compiled, entity, name)
    return known


def _find_context_carrier(compiled: CompiledYardstick, entity: int, name: str) -> str:
    pack = pack_of(compiled.language)
    pattern = pack.carrier_with
    if not pattern:
        return plain_carrier(compiled, name)
    own = compiled.entity_own[entity]
    context = [
        word for word in compiled.yardstick.entities[entity].context
        if word not in own and word.isalpha() and lemma_of(word, compiled.language) == word
    ]  # fmt: skip
    for first, second in itertools.pairwise(context):
        sentence = pattern.format(name, first, second)
        if place_block(compiled, "paragraph", 0, sentence).features.count(compiled.row.terms + compiled.row.entities + entity):
            return sentence
    return plain_carrier(compiled, name)
