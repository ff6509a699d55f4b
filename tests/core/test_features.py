"""The features of a text: the same however its blocks are come by."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.block_features import PlacedBlock, place_block, place_blocks
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, PageParts, Splice, add_block, combine, draft_features, splice
from fundament.core.yardstick.model import ComparedPage, Yardstick
from fundament.core.yardstick.structure import Beside

ARRAYS = ("sums", "terms", "mentioned", "recognised", "best", "heading")
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


@settings(max_examples=25, deadline=None)
@given(st.data())
def test_an_added_or_changed_block_gives_what_the_whole_text_gives(
    compiled: CompiledYardstick, articles: list[ComparedPage], data: st.DataObject
) -> None:
    blocks = _plain(data.draw(st.sampled_from(articles)))[:40]
    new = data.draw(st.sampled_from(_plain(data.draw(st.sampled_from(articles)))))
    place = data.draw(st.integers(0, len(blocks) - 1))
    removed = data.draw(st.integers(0, min(3, len(blocks) - place)))

    def whole(text: list[tuple[str, int, str]]) -> DraftFeatures:
        return combine(compiled, place_blocks(compiled, text), parts)

    def same(found: DraftFeatures, wanted: DraftFeatures) -> None:
        for name in (*ARRAYS, "structure", "placement"):
            assert getattr(found, name) == pytest.approx(getattr(wanted, name), abs=1e-9)
        assert found.opening == wanted.opening

    parts = PageParts("Repointing", "", Beside())
    start = whole(blocks)
    same(add_block(compiled, start, *new), whole([*blocks, new]))
    changed = splice(compiled, start, [Splice(place, removed, (new,))])
    same(changed, whole([*blocks[:place], new, *blocks[place + removed :]]))
