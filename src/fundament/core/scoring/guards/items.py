"""Short items and cells together earn at most the share that they earn on the competitors' pages.

They are too short to be judged as sentences (frames, order of words), so a list of them could hold every term. What the items and cells of fewer than
`JUDGED_WORDS` words earn on terms and entities is therefore bounded by the share they earn on the upper-quartile competitor, never under LEAST_SHARE.
"""

from __future__ import annotations

JUDGED_WORDS = 8  # of an item or cell, from which its sentences are judged like all others
SHORT_KINDS = ("list_item", "table_cell")
LEAST_SHARE = 0.2


def is_short_item(kind: str, words: int) -> bool:
    """Whether a block of this kind with so many words is an item or cell too short to be judged. It is the item that is short and not a sentence in it: else two
    short sentences would be bounded by nothing."""
    return kind in SHORT_KINDS and words < JUDGED_WORDS


def allowed_share(everything: float, running: float, most: float) -> float:
    """Which share of what short items earn counts, so that it is at most `most` (0..1) of the whole. everything, running: points with and without them."""
    items = everything - running
    if items <= 0.0:
        return 1.0
    return min(1.0, most / (1.0 - most) * running / items)
