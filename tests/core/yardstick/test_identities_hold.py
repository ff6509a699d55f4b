"""Decisions stay where they belong when pages, reader, lemmas or grouping change; the truth is in the sheets' labels. `bench identities` has all studies."""

from __future__ import annotations

import pytest

from bench.identities import Step, Trial
from gold.studies import demo_study


@pytest.fixture(scope="module")
def steps() -> dict[str, Step]:
    return {step.name: step for step in Trial(demo_study("repointing")).steps()}


def test_what_changes_a_little_keeps_its_decisions(steps: dict[str, Step]) -> None:
    for name in ("another version of the reader", "lemmas mended", "grouped more loosely", "grouped more strictly"):
        assert steps[name].share >= 0.95 and len(steps[name].wrong) <= 2, (name, steps[name])


def test_without_the_most_shared_competitors_hardly_any_hangs_on_the_wrong_thing(steps: dict[str, Step]) -> None:
    swapped = steps["two competitors swapped"]
    assert len(swapped.wrong) <= 2 and swapped.share >= 0.9, swapped


def test_all_are_back_when_the_competitors_are(steps: dict[str, Step]) -> None:
    back = steps["swapped back"]
    assert back.right == 56 and not back.wrong and not back.lost
