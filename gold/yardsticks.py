"""The yardstick of some pages, for labels, benchmarks and tests."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.yardstick.model import ComparedPage, Settings, Yardstick


def yardstick_of(pages: Sequence[ComparedPage], keyword: str, settings: Settings | None = None, planned_words: int = 0) -> Yardstick:
    """The yardstick of these pages, with nothing decided but a planned length."""
    return decide(build_consensus(pages, keyword, settings), decisions=Decisions(planned_words=planned_words))
