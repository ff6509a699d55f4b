"""The features of a text: the same however its blocks are come by."""

from __future__ import annotations

import numpy as np
import pytest

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.block_features import PlacedBlock, place_block, place_blocks
from fundament.core.scoring.measured.features import draft_features
from fundament.core.yardstick.model import ComparedPage, Yardstick

OF_BLOCK = ("counts", "best", "heading", "real", "matches")


def _plain(page: ComparedPage) -> list[tuple[str, int, str]]:
    return [(block.kind, block.level, block.text) for block in page.reading.main_blocks()]


def test_blocks_taken_together_and_alone_are_the_same(yardstick: Yardstick, articles: list[ComparedPage]) -> None:
    blocks = _plain(articles[0])
    together = place_blocks(CompiledYardstick(yardstick), blocks)
    alone_in = CompiledYardstick(yardstick)
    for block, plain in zip(together, blocks, strict=True):
        alone: PlacedBlock = place_block(alone_in, *plain)
        assert (block.kind, block.level, block.text) == plain
        for name in OF_BLOCK:
            assert getattr(block.features, name) == pytest.approx(getattr(alone.features, name), abs=1e-6)
        for name in ("words", "keyword", "asks", "says", "exact_keyword"):
            assert getattr(block.features, name) == getattr(alone.features, name)


def test_nothing_is_shared_that_one_block_could_change_for_another(compiled: CompiledYardstick) -> None:
    before = [getattr(compiled.nothing, name).copy() for name in OF_BLOCK]
    draft_features(compiled, read_draft("<h2>Mortar</h2><p>Lime mortar is soft, and hessian keeps it damp for a week.</p>", language="en"))
    for name, values in zip(OF_BLOCK, before, strict=True):
        assert np.array_equal(getattr(compiled.nothing, name), values)
