"""What a web process keeps of yardsticks is bounded while it grows, not only when one is loaded."""

from __future__ import annotations

import uuid
from types import SimpleNamespace
from typing import Any

import pytest

from fundament.core.scoring import block_features
from fundament.core.scoring.block_features import BlockCache
from fundament.web.studies.services import yardsticks


def compiled(own_bytes: int) -> Any:
    return SimpleNamespace(own_bytes=own_bytes, blocks=BlockCache())


def fill(cache: BlockCache, name: str, count: int = 10) -> None:
    features = SimpleNamespace(bytes=0)
    for number in range(count):
        cache.keep(("paragraph", 0, f"{name} {number}"), SimpleNamespace(features=features))  # type: ignore[arg-type]


def test_the_yardstick_nobody_asked_for_goes_first(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(yardsticks, "MOST_BYTES", 250)
    kept = yardsticks._Kept()
    stamps = {study: uuid.uuid4() for study in (1, 2, 3)}
    for study in (1, 2):
        kept.keep(study, stamps[study], compiled(100))
    assert kept.get(1, stamps[1]) is not None
    kept.keep(3, stamps[3], compiled(100))
    assert [study for study in stamps if kept.get(study, stamps[study])] == [1, 3]


def test_blocks_that_are_no_longer_measured_go_while_others_stay(monkeypatch: pytest.MonkeyPatch) -> None:
    size = 10 * (block_features.OBJECT_BYTES + 2 * len("first 0"))
    monkeypatch.setattr(yardsticks, "MOST_BYTES_OF_BLOCKS", 2 * size - 2)
    kept, stamp = yardsticks._Kept(), uuid.uuid4()
    one = compiled(1)
    kept.keep(1, stamp, one)
    fill(one.blocks, "first")
    kept.get(1, stamp)  # too many: they are old now
    assert one.blocks.young_bytes == 0 and one.blocks.bytes == size
    assert one.blocks.get(("paragraph", 0, "first 3")) is not None  # still asked for
    fill(one.blocks, "other")
    kept.get(1, stamp)
    assert one.blocks.get(("paragraph", 0, "first 3")) is not None
    assert one.blocks.get(("paragraph", 0, "first 4")) is None
