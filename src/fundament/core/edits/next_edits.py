"""Next best edits: every single edit with its gain, found by making it on the features and scoring again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from fundament.core.checks import checks
from fundament.core.checks.model import Change, Context, Finding
from fundament.core.edits.model import Edit, Gain
from fundament.core.language.words import count_words
from fundament.core.reading.model import Block, Image, Link, Reading
from fundament.core.scoring.block_features import place_blocks
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, add_block, draft_features, splice
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.scoring.points import parts_of, points_of
from fundament.core.yardstick.build import keyword_share

HERE = frozenset(["study", "readings"])  # what is at hand when edits are looked for
LEAST_GAIN = 0.005  # points; smaller gains are not worth a line


def next_edits(draft: Reading, compiled: CompiledYardstick) -> list[Edit]:
    """All edits that gain, largest gain first. The gain is exact: what `score` gives after `apply_change` minus before.

    draft: from `read_draft`, so that all its blocks count.
    """
    return edits_for_features(compiled, draft_features(compiled, draft))


def edits_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Edit]:
    """The same from features that are at hand already."""
    return measured(compiled, features, findings_for_features(compiled, features))


def findings_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Finding]:
    """What all checks find that need no more than a study and speak the text's language."""
    context = Context(compiled, features)
    return [
        finding
        for check in checks().values()
        if check.needs <= HERE and (not check.languages or compiled.language in check.languages)
        for finding in check.run(context)
    ]


def measured(compiled: CompiledYardstick, features: DraftFeatures, findings: Sequence[Finding]) -> list[Edit]:
    """The findings that carry a change which gains, largest gain first."""
    now = points_of(compiled, features).parts
    before = np.array([now[part] for part in PART_WEIGHTS])
    possible = [(finding, finding.change) for finding in findings if finding.change is not None]
    new = [block for _, change in possible for part in (change.blocks, *(s.blocks for s in change.splices)) for block in part]
    place_blocks(compiled, new)  # all together, for speed
    gains = parts_of(compiled, features, [change_features(compiled, features, change) for _, change in possible]) - before
    edits = [
        Edit(finding, change, Gain(round(sum(by_part), 4)), tuple(zip(PART_WEIGHTS, by_part, strict=True)))
        for (finding, change), by_part in zip(possible, gains.tolist(), strict=True)
        if sum(by_part) >= LEAST_GAIN
    ]
    edits.sort(key=lambda edit: (-edit.gain.middle, edit.finding.key))
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
