"""Neutral sentences that carry a term or an entity, with which the gain of using it is measured. They are never shown as advice."""

from __future__ import annotations

import itertools

from fundament.core.language.words import lemma_of
from fundament.core.scoring.block_features import place_block
from fundament.core.scoring.compiled import CompiledYardstick

_PLAIN = {
    "en": "This is about {} and what it does for them here.",
    "de": "Hier geht es um {} und was das für uns ist.",
    "fr": "Ici il est question de {} et de ce que cela fait pour nous.",
    "es": "Aquí se trata de {} y de lo que es para nosotros.",
    "it": "Qui si tratta di {} e di quello che è per noi.",
    "nl": "Hier gaat het om {} en wat dat voor ons is.",
    "pt": "Aqui se trata de {} e do que é para nós.",
    "pl": "Tu chodzi o {} i o to, co to jest dla nas.",
}
# put in the place of a term that is taken out
STAND_IN = {"en": "it", "de": "es", "fr": "cela", "es": "eso", "it": "ciò", "nl": "het", "pt": "isso", "pl": "to"}
_WITH = {
    "en": "This is about {} and what it has to do with {} or with {} here.",
    "de": "Hier geht es um {} und was das mit {} und mit {} zu tun hat.",
}


def plain_carrier(compiled: CompiledYardstick, name: str) -> str:
    """A sentence that uses the phrase and says nothing else."""
    return _PLAIN.get(compiled.language, _PLAIN["en"]).format(name)


def context_carrier(compiled: CompiledYardstick, entity: int, name: str) -> str:
    """A sentence that names the entity with two of its context words, so that it is recognised."""
    known = compiled.carriers.get((entity, name))
    if known is None:
        known = compiled.carriers[(entity, name)] = _find_context_carrier(compiled, entity, name)
    return known


def _find_context_carrier(compiled: CompiledYardstick, entity: int, name: str) -> str:
    pattern = _WITH.get(compiled.language, _WITH["en"])
    own = compiled.entity_own[entity]
    context = [
        word for word in compiled.yardstick.entities[entity].context
        if word not in own and word.isalpha() and lemma_of(word, compiled.language) == word
    ]  # fmt: skip
    for first, second in itertools.pairwise(context):
        sentence = pattern.format(name, first, second)
        if place_block(compiled, "paragraph", 0, sentence).features.recognised[entity]:
            return sentence
    return plain_carrier(compiled, name)
