"""Use a missing term; take out what is too much of one."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np

from fundament.core.edits.carriers import STAND_IN, context_carrier, plain_carrier
from fundament.core.edits.model import Change, Possible, span, times
from fundament.core.language.analysis import analyse_text
from fundament.core.language.phrases import Match
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
    overused = np.flatnonzero(features.terms > compiled.term_ceiling).tolist()
    uses = _uses_of(frozenset(overused), compiled, features) if overused else {}
    for number in overused:
        term = compiled.yardstick.terms[number]
        fewer = int(features.terms[number]) - term.ceiling
        text = f"Used {int(features.terms[number])} times; {span(term.low, term.high)} is usual. Take out {fewer}."
        yield Possible("take_out", term.name, text, Change(splices=_without_uses(compiled, features, uses[number], fewer)))


_Uses = dict[int, dict[int, list[Match]]]  # by block and sentence, the last first; in a sentence the last first


def _uses_of(numbers: frozenset[int], compiled: CompiledYardstick, features: DraftFeatures) -> dict[int, _Uses]:
    """Where these terms are used in sentences that read as such, in one pass over the text from its end."""
    found: dict[int, _Uses] = {number: {} for number in numbers}
    for place in range(len(features.blocks) - 1, -1, -1):
        block = features.blocks[place]
        if block.kind not in TEXT_KINDS or not block.features.matches:
            continue
        sentences = analyse_text(block.text, compiled.language)
        for index, match in reversed(block.features.matches):
            if match.phrase in numbers and sentences[index].natural and block.features.terms[match.phrase]:
                found[match.phrase].setdefault(place, {}).setdefault(index, []).append(match)
    return found


def _without_uses(compiled: CompiledYardstick, features: DraftFeatures, uses: _Uses, fewer: int) -> tuple[Splice, ...]:
    """Splices that put a stand-in for the term into so many sentences, the last ones first."""
    splices = []
    stand_in = STAND_IN.get(compiled.language, STAND_IN["en"])
    for place, of_block in uses.items():
        block = features.blocks[place]
        text = block.text
        sentences = analyse_text(text, compiled.language)
        for index, of_sentence in itertools.islice(of_block.items(), fewer):
            tokens = sentences[index].tokens
            for use in of_sentence:
                text = f"{text[: tokens[use.start].start]}{stand_in}{text[tokens[use.end - 1].end :]}"
            fewer -= 1
        splices.append(Splice(place, 1, ((block.kind, block.level, text),)))
        if not fewer:
            break
    return tuple(splices)
