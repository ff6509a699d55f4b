"""Next best edits: every single edit with its gain, found by making it on the features and scoring again."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from fundament.core.edits.entity_edits import find_missing_entities
from fundament.core.edits.model import Change, Edit, Finder
from fundament.core.edits.placement_edits import find_head_edits, find_moves
from fundament.core.edits.structure_edits import find_long_paragraphs, find_structure_edits
from fundament.core.edits.subtopic_edits import find_short_sections, find_subtopic_edits
from fundament.core.edits.term_edits import find_missing_terms, find_overused_terms
from fundament.core.language.words import count_words
from fundament.core.reading.model import Block, Image, Link, Reading
from fundament.core.scoring.block_features import place_blocks
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, add_block, draft_features, splice
from fundament.core.scoring.model import PART_WEIGHTS
from fundament.core.scoring.points import parts_of, points_of
from fundament.core.yardstick.build import keyword_share

LEAST_GAIN = 0.005  # points; smaller gains are not worth a line
FINDERS: tuple[Finder, ...] = (
    find_missing_terms, find_overused_terms, find_missing_entities, find_subtopic_edits, find_short_sections,
    find_head_edits, find_moves, find_long_paragraphs, find_structure_edits,
)  # fmt: skip


def next_edits(draft: Reading, compiled: CompiledYardstick) -> list[Edit]:
    """All edits that gain, largest gain first. The gain is exact: what `score` gives after `apply_change` minus before.

    draft: from `read_draft`, so that all its blocks count.
    """
    return edits_for_features(compiled, draft_features(compiled, draft))


def edits_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Edit]:
    """The same from features that are at hand already."""
    now = points_of(compiled, features).parts
    before = np.array([now[part] for part in PART_WEIGHTS])
    possible = [edit for find in FINDERS for edit in find(compiled, features)]
    new = [block for edit in possible for part in (edit.change.blocks, *(s.blocks for s in edit.change.splices)) for block in part]
    place_blocks(compiled, new)  # all together, for speed
    gains = parts_of(compiled, features, [change_features(compiled, features, edit.change) for edit in possible]) - before
    edits = [
        Edit(kind, subject, round(sum(by_part), 4), text, change, tuple(zip(PART_WEIGHTS, by_part, strict=True)))
        for (kind, subject, text, change), by_part in zip(possible, gains.tolist(), strict=True)
        if sum(by_part) >= LEAST_GAIN
    ]
    edits.sort(key=lambda edit: (-edit.gain, edit.kind, edit.subject))
    return edits


def apply_change(draft: Reading, change: Change) -> Reading:
    """The draft with the change made, as a new value."""
    blocks = list(draft.blocks)
    for part in sorted(change.splices, key=lambda s: -s.start):
        blocks[part.start : part.start + part.removed] = [Block(kind, level, text) for kind, level, text in part.blocks]
    blocks += [Block(kind, level, text) for kind, level, text in change.blocks]
    links = (Link("", "", True),) * change.internal_links + (Link("", "", False),) * change.external_links
    return replace(
        draft,
        blocks=tuple(blocks),
        word_count=sum(count_words(block.text) for block in blocks),
        title=draft.title if change.title is None else change.title,
        description=draft.description if change.description is None else change.description,
        images=draft.images + (Image("", "alt text"),) * change.images,
        links=draft.links + links,
    )


def change_features(compiled: CompiledYardstick, features: DraftFeatures, change: Change) -> DraftFeatures:
    """The features after a change, which is of one sort: blocks at the end, blocks in the place of others, or parts beside the blocks."""
    if change.splices:
        features = splice(compiled, features, change.splices)
    for kind, level, text in change.blocks:
        features = add_block(compiled, features, kind, level, text)
    placement, structure = features.placement, features.structure
    for zone, new in (("title", change.title), ("description", change.description)):
        if new is not None:
            share = keyword_share(new, compiled.keyword_lemmas, compiled.language)
            placement = {**placement, zone: share, f"{zone}_length": float(len(new))}
    more = {
        "images": change.images,
        "images_with_alt": change.images,
        "internal_links": change.internal_links,
        "external_links": change.external_links,
    }
    if any(more.values()):
        structure = {**structure, **{name: structure[name] + count for name, count in more.items()}}
    if placement is features.placement and structure is features.structure:
        return features
    return replace(features, placement=placement, structure=structure)
