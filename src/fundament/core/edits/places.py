"""Where a heading that is missing goes: in the order in which the competitors mostly have their subtopics."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.measured.headings import HEADED_AT


def heading_places(compiled: CompiledYardstick, features: DraftFeatures, keys: Sequence[str]) -> dict[str, str]:
    """For each subtopic without a heading, by its key, the id of the heading it goes before; "" for the end of the text.

    keys: of the text's blocks. A heading goes before the first heading of level 2 whose own subtopic mostly stands later on the competitors' pages; without one it goes to the end.
    """
    subtopics = compiled.yardstick.subtopics
    if not subtopics:
        return {}
    own: list[tuple[float, str]] = []  # where its subtopic mostly stands, id of the heading
    for number, block in enumerate(features.blocks):
        if not block.is_heading or block.level != 2:
            continue
        best = int(block.features.heading.argmax())
        if block.features.heading[best] >= HEADED_AT:
            own.append((subtopics[best].place, keys[number]))
    return {
        subtopic.key: next((key for place, key in own if place > subtopic.place), "")
        for number, subtopic in enumerate(subtopics)
        if features.heading[number] < HEADED_AT
    }
