"""Use a missing term; take out what is too much of one."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np

from fundament.core.edits.carriers import STAND_IN, context_carrier, plain_carrier
from fundament.core.edits.model import Change, Possible, span, times
from fundament.core.language.analysis import analyse_text
from fundament.core.scoring.block_features import TEXT_KINDS
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice


def find_missing_terms(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """A term below its range is used as often as the range asks, each time in a neutral sentence of its own."""
    yardstick = compiled.yardstick
    entity_of = {phrase: number for number, entity in enumerate(yardstick.entities) for phrase in entity.phrases}
    for number in np.flatnonzero(features.terms < compiled.term_low):
        term = yardstick.terms[number]
        count = int(features.terms[number])
        missing = term.low - count
        entity = entity_of.get(term.phrases[0])
        if entity is not None and not features.recognised[entity]:
            sentence = context_carrier(compiled, entity, term.name)
        else:
            sentence = plain_carrier(compiled, term.name)
        text = (
            f"{'Not used' if not count else f'Used {times(count)}'}; {span(term.low, term.high)} is usual "
            f"on {term.pages} of {len(yardstick.pages)} competitors. Use it {times(missing)}{' more' if count else ''}, each in a sentence of its own."
        )
        yield Possible("use_term", term.name, text, Change(blocks=(("paragraph", 0, " ".join([sentence] * missing)),)))


def find_overused_terms(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """A term above its ceiling is taken out of the last sentences that use it, down to the ceiling."""
    for number in np.flatnonzero(features.terms > compiled.term_ceiling):
        term = compiled.yardstick.terms[number]
        fewer = int(features.terms[number]) - term.ceiling
        text = f"Used {int(features.terms[number])} times; {span(term.low, term.high)} is usual. Take out {fewer}."
        yield Possible("take_out", term.name, text, Change(splices=_without_uses(compiled, features, int(number), fewer)))


def _without_uses(compiled: CompiledYardstick, features: DraftFeatures, number: int, fewer: int) -> tuple[Splice, ...]:
    """Splices that put a stand-in for the term into so many sentences, the last ones first."""
    splices = []
    stand_in = STAND_IN.get(compiled.language, STAND_IN["en"])
    for place in range(len(features.blocks) - 1, -1, -1):
        block = features.blocks[place]
        if fewer <= 0:
            break
        if block.kind not in TEXT_KINDS or not block.features.terms[number]:
            continue
        text = block.text
        sentences = analyse_text(block.text, compiled.language)
        uses = [(index, match) for index, match in block.features.matches if match.phrase == number and sentences[index].natural]
        for index, of_sentence in itertools.groupby(reversed(uses), key=lambda use: use[0]):
            if fewer <= 0:
                break
            tokens = sentences[index].tokens
            for _, use in of_sentence:
                text = f"{text[: tokens[use.start].start]}{stand_in}{text[tokens[use.end - 1].end :]}"
            fewer -= 1
        splices.append(Splice(place, 1, ((block.kind, block.level, text),)))
    return tuple(splices)
