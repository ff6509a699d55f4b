"""Head a subtopic, answer one, lengthen the section of one."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import message
from fundament.core.scoring.block_features import PlacedBlock
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice
from fundament.core.scoring.points import HEADED_AT, text_credit
from fundament.core.scoring.score import closest_sentence
from fundament.core.yardstick.model import Range, Subtopic
from fundament.core.yardstick.ranges import robust_range

PASSAGE_WORDS = 25
MOST_SHORT = 60  # sections told to be longer, those that lack most; nobody reads more
LEAST_LENGTHENING = 20  # words


class UnheadedSubtopics(Check):
    """A subtopic without a heading: a heading with a passage, or a heading over the text that answers it.

    The passage a gain is measured with is that of the competitor whose heading gave the label.
    """

    id, family, part, evidence = "head_subtopic", "subtopics", "subtopics", "meaning"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        answered = text_credit(features)
        for number, subtopic in enumerate(compiled.yardstick.subtopics):
            if features.heading[number] >= HEADED_AT:
                continue
            values = {"pages": subtopic.pages, "of": len(compiled.yardstick.pages)}
            if answered[number] > 0.0:
                place, level = _heading_place(features, number, subtopic.level)
                if answered[number] == 1.0:
                    words = message("check.head_subtopic.answered", level=level, **values)
                else:
                    sentence = closest_sentence(compiled, features, number)
                    words = message("check.head_subtopic.perhaps", level=level, sentence=sentence, **values)
                change = Change(splices=(Splice(place, 0, (("heading", level, subtopic.label),)),))
            else:
                words = message("check.head_subtopic.absent", level=subtopic.level, **values)
                heading = ("heading", subtopic.level, subtopic.label)
                change = Change(blocks=(heading, ("paragraph", 0, passage_of(subtopic))))
            yield self.found(subtopic.key, subtopic.label, words, change=change)


class UnansweredSubtopics(Check):
    """A subtopic that has a heading and little text that answers it."""

    id, family, part, evidence = "answer_subtopic", "subtopics", "subtopics", "meaning"

    def run(self, context: Context) -> Iterator[Finding]:
        answered = text_credit(context.features)
        for number, subtopic in enumerate(context.compiled.yardstick.subtopics):
            if context.features.heading[number] >= HEADED_AT and answered[number] < 1.0:
                change = Change(blocks=(("paragraph", 0, passage_of(subtopic)),))
                yield self.found(subtopic.key, subtopic.label, message("check.answer_subtopic"), change=change)


class ShortSections(Check):
    """A section far shorter than the competitors' on the same subtopic is lengthened by what is missing, with a competitor's passage."""

    id, family, part, evidence = "lengthen_section", "subtopics", "subtopics", "meaning"

    def run(self, context: Context) -> Iterator[Finding]:
        compiled, features = context.compiled, context.features
        short = []
        for start, end, heading in sections_of(features.blocks) if len(compiled.subtopic_weight) else ():
            number = int(heading.features.heading.argmax()) if heading.level >= 2 else 0
            if heading.level < 2 or heading.features.heading[number] < HEADED_AT:
                continue
            usual = _section_words(compiled, number)
            own = sum(block.features.words for block in features.blocks[start + 1 : end])
            missing = round(usual.p25 - own)
            if usual.pages >= 2 and missing >= LEAST_LENGTHENING:
                short.append((missing, start, end, number, own))
        for missing, start, end, number, own in sorted(short, key=lambda found: (-found[0], found[1]))[:MOST_SHORT]:
            subtopic, usual, heading = compiled.yardstick.subtopics[number], _section_words(compiled, number), features.blocks[start]
            passage = " ".join(passage_of(subtopic).split()[:missing])
            target = [round(usual.p25), round(usual.p75)]
            words = message("check.lengthen_section", words=own, heading=heading.text, target=target, missing=missing)
            change = Change(splices=(Splice(end, 0, (("paragraph", 0, passage),)),))
            yield self.found(f"{subtopic.key}:{start}", heading.text, words, change=change, block=start)


def _heading_place(features: DraftFeatures, number: int, level: int) -> tuple[int, int]:
    """Where a heading for a subtopic goes, before the block that answers it best, and its level: one deeper than
    the heading above when that would otherwise be left without text."""
    _, block_of = features.ordered_closest
    place = max(0, int(block_of[0, number]))
    before = features.blocks[place - 1] if place else None
    if before is not None and before.is_heading:
        level = min(6, max(level, before.level + 1))
    return place, level


def passage_of(subtopic: Subtopic) -> str:
    """The competitors' text the gain is measured with: that below the heading which gave the label, or the longest if it is short."""
    own = next((h.below for h in subtopic.headings if h.text.endswith(subtopic.label)), "")
    longest = max((h.below for h in subtopic.headings), key=lambda below: (len(below.split()), below))
    return own if len(own.split()) >= PASSAGE_WORDS else longest


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
