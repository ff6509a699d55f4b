"""Use a missing term; take out what is too much of one."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np

from fundament.core.checks.carriers import context_carrier, plain_carrier
from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.language.analysis import analyse_text
from fundament.core.language.packs import pack_of
from fundament.core.language.phrases import Match
from fundament.core.message import message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice


class MissingTerms(Check):
    """A term below its range is used as often as the range asks, each time in a neutral sentence of its own."""

    id, family, part = "use_term", "terms", "terms"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
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
            words = message(
                "check.use_term.more" if count else "check.use_term.none",
                uses=count, target=[term.low, term.high], pages=term.pages, of=len(yardstick.pages), missing=missing,
            )  # fmt: skip
            change = Change(blocks=(("paragraph", 0, " ".join([sentence] * missing)),))
            yield self.found(term.key, term.name, words, change=change)


class OverusedTerms(Check):
    """A term above its ceiling is taken out of the last sentences that use it, down to the ceiling."""

    id, family, part = "take_out", "terms", "terms"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        overused = np.flatnonzero(features.terms > compiled.term_ceiling).tolist()
        uses = _uses_of(frozenset(overused), features) if overused else {}
        for number in overused:
            term = compiled.yardstick.terms[number]
            fewer = int(features.terms[number]) - term.ceiling
            words = message("check.take_out", uses=int(features.terms[number]), target=[term.low, term.high], fewer=fewer)
            yield self.found(term.key, term.name, words, change=Change(splices=_without_uses(compiled, features, uses[number], fewer)))


_Uses = dict[int, dict[int, list[Match]]]  # by block and sentence, the last first; in a sentence the last first


def _uses_of(numbers: frozenset[int], features: DraftFeatures) -> dict[int, _Uses]:
    """Where uses of these terms count, in one pass over the text from its end."""
    found: dict[int, _Uses] = {number: {} for number in numbers}
    for place in range(len(features.blocks) - 1, -1, -1):
        block = features.blocks[place]
        for index, *bounds in reversed(block.features.matches.tolist()):
            match = Match(*bounds)
            if match.phrase in numbers:
                found[match.phrase].setdefault(place, {}).setdefault(index, []).append(match)
    return found


def _without_uses(compiled: CompiledYardstick, features: DraftFeatures, uses: _Uses, fewer: int) -> tuple[Splice, ...]:
    """Splices that put a stand-in for the term into so many sentences, the last ones first."""
    splices = []
    stand_in = pack_of(compiled.language).stand_in
    for place, of_block in uses.items():
        block = features.blocks[place]
        text = block.text
        sentences = analyse_text(text, compiled.language)
        for index, of_sentence in itertools.islice(of_block.items(), fewer):
            for use in of_sentence:
                start, end = sentences[index].bounds(use.start, use.end)
                text = f"{text[:start]}{stand_in}{text[end:]}"
            fewer -= 1
        splices.append(Splice(place, 1, ((block.kind, block.level, text),)))
        if not fewer:
            break
    return tuple(splices)


CHECKS = (MissingTerms(), OverusedTerms())
