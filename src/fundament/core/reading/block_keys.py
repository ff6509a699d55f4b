"""Keys of a page's blocks, on which a person's corrections hang: they stay when a better reader finds more blocks, or others before."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Sequence

from fundament.core.reading.model import Block


def block_keys(blocks: Sequence[Block]) -> tuple[str, ...]:
    """A key for each block: a hash of its words, and which of the blocks with these words it is, from 1."""
    seen: Counter[str] = Counter()
    keys = []
    for block in blocks:
        folded = "".join(c for c in block.text.casefold() if c.isalnum()) or block.text.strip()
        digest = hashlib.sha256(folded.encode("utf-8", errors="replace")).hexdigest()[:16]
        seen[digest] += 1
        keys.append(f"{digest}-{seen[digest]}")
    return tuple(keys)
