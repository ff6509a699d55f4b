"""How a text stands to an outline that was planned for it: which headings it has, and what their sections hold of what was meant for them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from fundament.core.language.words import count_words
from fundament.core.reading.model import Block, Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.measured.headings import HEADED_AT


@dataclass(frozen=True)
class Planned:
    """A heading of an outline. key: a heading of a text that has it as its id was begun from it. covers: key of a subtopic, "" for a heading of one's own. terms, entities: keys."""

    key: str
    heading: str
    level: int
    covers: str = ""
    words: int = 0
    terms: tuple[str, ...] = ()
    entities: tuple[str, ...] = ()


@dataclass(frozen=True)
class SectionProgress:
    """block: id of the text's heading for it, "" without one. before: where there is none, the id of the heading it goes before, "" for the end. words: from the heading to the
    next one. uses: of what is meant for the section, (name, uses there)."""

    planned: Planned
    block: str
    before: str
    words: int
    uses: tuple[tuple[str, int], ...]


def outline_progress(
    planned: Sequence[Planned], compiled: CompiledYardstick, reading: Reading, features: DraftFeatures
) -> list[SectionProgress]:
    """Each planned heading with how the text stands to it. reading, features: of the text.

    A heading of the text is the planned one when it was begun from it, else when it has the same words, else when both are of the same subtopic; each is taken once, in this order.
    """
    blocks = reading.main_blocks()
    heads = [number for number, block in enumerate(blocks) if block.kind == "heading"]
    found = _matched(planned, compiled, [(number, blocks[number].key, blocks[number].text) for number in heads], features)
    term_place = {term.key: (number, term.name) for number, term in enumerate(compiled.yardstick.terms)}
    first = len(term_place)
    entity_place = {entity.key: (first + number, entity.name) for number, entity in enumerate(compiled.yardstick.entities)}
    standing: list[SectionProgress] = []
    for place, one in enumerate(planned):
        number = found.get(one.key)
        end = next((head for head in heads if number is not None and head > number), len(blocks))
        section = range(number + 1, end) if number is not None else range(0)
        meant = [term_place[key] for key in one.terms if key in term_place] + [
            entity_place[key] for key in one.entities if key in entity_place
        ]
        uses: dict[str, int] = {}  # a name that is a term and an entity is told once
        for row, name in meant:
            uses[name] = max(uses.get(name, 0), sum(features.blocks[n].features.count(row) for n in section))
        standing.append(
            SectionProgress(
                one,
                blocks[number].key if number is not None else "",
                "" if number is not None else _next_there(planned[place + 1 :], found, blocks),
                sum(count_words(blocks[n].text) for n in section),
                tuple(uses.items()),
            )
        )
    return standing


def _matched(
    planned: Sequence[Planned], compiled: CompiledYardstick, heads: Sequence[tuple[int, str, str]], features: DraftFeatures
) -> dict[str, int]:
    """The number of the block that is each planned heading, by its key. heads: (number of the block, its id, its text)."""
    subtopic = {one.key: number for number, one in enumerate(compiled.yardstick.subtopics)}
    found: dict[str, int] = {}
    free = list(heads)

    def take(one: Planned, fits: Sequence[tuple[int, str, str]]) -> None:
        if one.key not in found and fits:
            found[one.key] = fits[0][0]
            free.remove(fits[0])

    for one in planned:
        take(one, [head for head in free if head[1] == one.key])
    for one in planned:
        take(one, [head for head in free if _folded(head[2]) == _folded(one.heading)])
    for one in planned:
        number = subtopic.get(one.covers)
        if number is not None:
            near = [(features.blocks[head[0]].features.heading[number], head) for head in free]
            take(one, [head for likeness, head in sorted(near, key=lambda pair: -pair[0]) if likeness >= HEADED_AT])
    return found


def _folded(text: str) -> str:
    return " ".join(text.casefold().split())


def _next_there(later: Sequence[Planned], found: Mapping[str, int], blocks: Sequence[Block]) -> str:
    number = next((found[one.key] for one in later if one.key in found), None)
    return blocks[number].key if number is not None else ""
