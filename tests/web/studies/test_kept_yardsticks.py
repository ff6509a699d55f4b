"""What a web process keeps of yardsticks and the blocks measured with them."""

from __future__ import annotations

import pytest

from fundament.web.drafts.measuring.measuring import measure
from fundament.web.drafts.measuring.texts import Text
from fundament.web.studies.figures import yardsticks
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study

pytestmark = pytest.mark.django_db


def test_a_yardstick_is_loaded_once_and_its_blocks_are_in_the_room_all_share(study: Study) -> None:
    first = compiled_of(study.pk)
    assert first is not None and compiled_of(study.pk) is first
    before = yardsticks._blocks.bytes
    measure(study.pk, Text({"type": "doc", "content": []}, "A title of its own", ""), with_edits=True)
    assert yardsticks._blocks.bytes > before and first.blocks is yardsticks._blocks


def test_a_yardstick_that_nobody_asked_for_goes_when_there_are_too_many(study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    first = compiled_of(study.pk)
    assert first is not None
    monkeypatch.setattr(yardsticks._yardsticks, "most_bytes", first.bytes + 10)
    stamp = yardsticks.figures_stamp(study.pk)
    assert stamp is not None
    yardsticks._yardsticks.keep(-1, (stamp, first), 20)
    again = compiled_of(study.pk)
    assert again is not None and again is not first and yardsticks._yardsticks.bytes <= first.bytes + 10
