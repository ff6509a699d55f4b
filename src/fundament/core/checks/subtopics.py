"""Head a subtopic, answer one, lengthen the section of one."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import message
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.evidence import best_blocks, evidence_sentence
from fundament.core.scoring.measured.block_features import PlacedBlock, place_blocks
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.measured.headings import HEADED_AT
from fundament.core.yardstick.model import Range
from fundament.core.yardstick.ranges import robust_range

LEAST_USUAL = 0.5  # uses of a term in the mean section of a subtopic, below which it brings none
MOST_SHORT = 60  # sections told to be longer, those that lack most; nobody reads more
LEAST_LENGTHENING = 20  # words


class UnheadedSubtopics(Check):
    """A subtopic without a heading: a heading with text below it, or a heading over the text that answers it."""

    id, part = "head_subtopic", "subtopics"
    shares = (0.0, 0.5)

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        answered, places = features.figures.levels(len(compiled.subtopic_weight)), best_blocks(compiled, features)
        for number, subtopic in enumerate(compiled.yardstick.subtopics):
            if features.heading[number] >= HEADED_AT:
                continue
            values = {"pages": subtopic.pages, "of": len(compiled.yardstick.pages)}
            if answered[number] > 0.0:
                level = _heading_level(features, int(places[number]), subtopic.level)
                if answered[number] == 1.0:
                    words = message("check.head_subtopic.answered", level=level, **values)
                else:
                    sentence = evidence_sentence(compiled, features, number)
                    words = message(
                        "check.head_subtopic.perhaps" if sentence else "check.head_subtopic.perhaps_by_words",
                        level=level,
                        sentence=sentence,
                        **values,
                    )
                change = Change(headings=(number,))
            else:
                words = message("check.head_subtopic.absent", level=subtopic.level, **values)
                change = with_usual_section(compiled, number)
            yield self.found(subtopic.key, subtopic.label, words, change=change)


class UnansweredSubtopics(Check):
    """A subtopic that has a heading and little text that answers it."""

    id, part = "answer_subtopic", "subtopics"
    shares = (0.0, 0.25)

    def run(self, context: Context) -> Iterator[Finding]:
        answered = context.features.figures.levels(len(context.compiled.subtopic_weight))
        for number, subtopic in enumerate(context.compiled.yardstick.subtopics):
            if context.features.heading[number] >= HEADED_AT and answered[number] < 1.0:
                change = replace(with_usual_section(context.compiled, number), headings=())
                heading = _heading_of(context.features, number)
                yield self.found(subtopic.key, subtopic.label, message("check.answer_subtopic", heading=heading), change=change)


def _heading_of(features: DraftFeatures, number: int) -> str:
    """The heading with text below it that is closest to a subtopic."""
    places = [place for place in features.headings.places if features.blocks[place].level >= 2]
    return features.blocks[max(places, key=lambda place: features.blocks[place].features.heading[number])].text


class ShortSections(Check):
    """A section far shorter than the competitors' on the same subtopic, and that answers it, is lengthened by what is missing, as far as the plan has room."""

    id, part = "lengthen_section", "subtopics"
    shares = (0.4, 0.9)

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        room = compiled.planned_words - features.structure["words"]
        answered = features.figures.levels(len(compiled.subtopic_weight))
        short = []
        for start, end, heading in sections_of(features.blocks) if len(compiled.subtopic_weight) and room >= LEAST_LENGTHENING else ():
            number = int(heading.features.heading.argmax()) if heading.level >= 2 else 0
            if heading.level < 2 or heading.features.heading[number] < HEADED_AT or answered[number] < 1.0:
                continue
            usual = _section_words(compiled, number)
            own = sum(block.features.words for block in features.blocks[start + 1 : end])
            missing = min(round(usual.p25 - own), int(room))
            if usual.pages >= 2 and missing >= LEAST_LENGTHENING:
                short.append((missing, start, end, number, own))
        for missing, start, _, number, own in sorted(short, key=lambda found: (-found[0], found[1]))[:MOST_SHORT]:
            subtopic, usual, heading = compiled.yardstick.subtopics[number], _section_words(compiled, number), features.blocks[start]
            target = [round(usual.p25), round(usual.p75)]
            words = message("check.lengthen_section", words=own, heading=heading.text, target=target, missing=missing)
            part = missing / max(1.0, usual.median)
            whole = with_usual_section(compiled, number)
            change = Change(uses=tuple((term, part * uses) for term, uses in whole.uses), counts=(("words", float(missing)),))
            yield self.found(f"{subtopic.key}:{start}", heading.text, words, change=change, block=start)


def _heading_level(features: DraftFeatures, place: int, level: int) -> int:
    """The level of a heading that goes before a block, given by its number: one deeper than the heading above when that would otherwise be left without text."""
    before = features.blocks[place - 1] if place > 0 else None
    return min(6, max(level, before.level + 1)) if before is not None and before.is_heading else level


def with_usual_section(compiled: CompiledYardstick, number: int) -> Change:
    """A heading for a subtopic with what sections of it usually bring: the mean of the competitors' uses of terms there, less where few have it, and their median
    length."""
    known = compiled.usual_sections.get(number)
    if known is None:
        subtopic = compiled.yardstick.subtopics[number]
        blocks = place_blocks(compiled, [("paragraph", 0, heading.below) for heading in subtopic.headings if heading.below])
        shared = min(1.0, 2.0 * subtopic.pages / max(1, len(compiled.yardstick.pages)))  # what two of twelve pages bring there says little
        mean = shared * compiled.row.sum(blocks)[: compiled.row.terms] / max(1, len(blocks))
        uses = tuple((int(term), float(mean[term])) for term in np.flatnonzero(mean >= LEAST_USUAL))
        words = _section_words(compiled, number).median if any(h.words for h in subtopic.headings) else 0.0
        level = "h2" if subtopic.level <= 2 else "h3"
        known = Change(uses=uses, headings=(number,), answers=(number,), counts=(("words", words), (level, 1.0)))
        compiled.usual_sections[number] = known
    return known


def _section_words(compiled: CompiledYardstick, number: int) -> Range:
    """How many words the competitors' sections on a subtopic have."""
    known = compiled.section_words.get(number)
    if known is None:
        known = robust_range([float(h.words) for h in compiled.yardstick.subtopics[number].headings if h.words])
        compiled.section_words[number] = known
    return known


def sections_of(blocks: tuple[PlacedBlock, ...]) -> Iterator[tuple[int, int, PlacedBlock]]:
    """(number of the heading's block, number after the section's last block, heading), up to the next heading of any level."""
    starts = [n for n, block in enumerate(blocks) if block.is_heading]
    for order, start in enumerate(starts):
        yield start, starts[order + 1] if order + 1 < len(starts) else len(blocks), blocks[start]


CHECKS = (UnheadedSubtopics(), UnansweredSubtopics(), ShortSections())
