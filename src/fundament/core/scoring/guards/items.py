"""Short items and cells together earn at most the share that they earn on the competitors' pages.

They are too short to be judged as sentences (frames, order of words), so a list of them could hold every term. What the items and cells of fewer than
`JUDGED_WORDS` words earn on terms and entities is therefore bounded by the share they earn on the upper-quartile competitor, never under LEAST_SHARE.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from fundament.core.scoring.guards.word_order import JUDGED_WORDS, SHORT_KINDS

if TYPE_CHECKING:
    from fundament.core.scoring.block_features import PlacedBlock

LEAST_SHARE = 0.2


def is_short_item(block: PlacedBlock) -> bool:
    """Whether a block is an item or cell that no other guard judges."""
    return block.kind in SHORT_KINDS and block.features.words < JUDGED_WORDS


def allowed_share(everything: float, running: float, most: float) -> float:
    """Which share of what short items earn counts, so that it is at most `most` (0..1) of the whole. everything, running: points with and without them."""
    items = everything - running
    if items <= 0.0:
        return 1.0
    return min(1.0, most / (1.0 - most) * running / items)
