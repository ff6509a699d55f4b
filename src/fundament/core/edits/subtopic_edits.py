"""Head a subtopic, answer one, lengthen the section of one."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.edits.model import Change, Possible, span
from fundament.core.scoring.block_features import PlacedBlock
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, Splice
from fundament.core.scoring.points import HEADED_AT, text_credit
from fundament.core.yardstick.model import Range, Subtopic
from fundament.core.yardstick.ranges import robust_range

PASSAGE_WORDS = 25
LEAST_LENGTHENING = 20  # words


def find_subtopic_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """What a subtopic lacks: a heading with a passage, a heading over the text that answers it, or text under the heading.

    The passage a gain is measured with is that of the competitor whose heading gave the label.
    """
    yardstick = compiled.yardstick
    answered = text_credit(features)
    for number, subtopic in enumerate(yardstick.subtopics):
        headed = features.heading[number] >= HEADED_AT
        passage = ("paragraph", 0, passage_of(subtopic))
        usual = f"{subtopic.pages} of {len(yardstick.pages)} competitors have a heading for it"
        if headed and answered[number] < 1.0:
            text = "It has a heading, but the text below says little of what the competitors say there. Answer it in a paragraph."
            yield Possible("answer_subtopic", subtopic.label, text, Change(blocks=(passage,)))
        elif not headed and answered[number] >= 0.5:
            place, level = _heading_place(features, number, subtopic.level)
            text = f"{usual}; yours answers it in the text. Give that part an H{level}."
            yield Possible(
                "head_subtopic", subtopic.label, text, Change(splices=(Splice(place, 0, (("heading", level, subtopic.label),)),))
            )
        elif not headed:
            heading = ("heading", subtopic.level, subtopic.label)
            text = f"{usual}. Add an H{subtopic.level} with a paragraph that answers it."
            yield Possible("head_subtopic", subtopic.label, text, Change(blocks=(heading, passage)))


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


def find_short_sections(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[Possible]:
    """A section far shorter than the competitors' on the same subtopic is lengthened by what is missing, with a competitor's passage."""
    for start, end, heading in sections_of(features.blocks):
        if heading.level < 2 or not len(compiled.subtopic_weight):
            continue
        number = int(heading.features.heading.argmax())
        if heading.features.heading[number] < HEADED_AT:
            continue
        subtopic = compiled.yardstick.subtopics[number]
        usual = _section_words(compiled, number)
        own = sum(block.features.words for block in features.blocks[start + 1 : end])
        missing = round(usual.p25 - own)
        if usual.pages < 2 or missing < LEAST_LENGTHENING:
            continue
        passage = " ".join(passage_of(subtopic).split()[:missing])
        text = (
            f"{own} words under “{heading.text}”; {span(round(usual.p25), round(usual.p75))} is usual on the competitors' pages. "
            f"Say more of it there, about {missing} words."
        )
        yield Possible("lengthen_section", heading.text, text, Change(splices=(Splice(end, 0, (("paragraph", 0, passage),)),)))


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
