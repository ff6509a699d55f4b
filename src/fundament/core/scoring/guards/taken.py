"""What competitors have from a text: sentences found copied that are the text's own. They earn nothing there, as a copy earns nothing here.

Which passages are its own is either known (an earlier reading of its page is older than the competitor's) or said by a person ("this is ours").
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

from fundament.core.scoring.guards.verdicts import Claims

if TYPE_CHECKING:
    from fundament.core.scoring.block_features import PlacedBlock

Taken = dict[int, tuple[str, ...]]  # sentences by the number of the competitor that has them


def taken_by_competitors(blocks: Sequence[PlacedBlock], claims: Claims) -> Taken:
    """The sentences of a text's own passages that stand on competitors' pages; empty where nothing is claimed."""
    found: dict[int, list[str]] = {}
    if claims.own_passages or claims.younger_pages:
        for page, sentence in _taken(blocks, claims):
            found.setdefault(page, []).append(sentence)
    return {page: tuple(dict.fromkeys(sentences)) for page, sentences in sorted(found.items())}


def _taken(blocks: Sequence[PlacedBlock], claims: Claims) -> Iterator[tuple[int, str]]:
    for block in blocks:
        judged = block.features.judged
        if judged is None or not len(judged.copied):
            continue
        is_said, is_earlier = block.text in claims.own_passages, block.text in claims.earlier
        for number, page in judged.copied.tolist():
            if page not in claims.own_pages and (is_said or (is_earlier and page in claims.younger_pages)):
                start, end = block.features.real[number].tolist()
                yield page, block.text[start:end]
