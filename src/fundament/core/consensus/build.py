"""From the competitors' pages to the consensus: what they have in common, and how each stands against the others."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from fundament.core.scoring.aim import LEAST_PAGES
from fundament.core.scoring.measured.competitor_features import competitor_features
from fundament.core.scoring.measured.substance import substance_of
from fundament.core.yardstick.build import find_evidence
from fundament.core.yardstick.model import ComparedPage, Consensus, Settings


def build_consensus(pages: Sequence[ComparedPage], keyword: str, settings: Settings | None = None) -> Consensus:
    """What the competitors have in common. It takes seconds; what a person decides on it afterwards takes none (`decide`).

    pages: the chosen competitors, at least one with text; they are taken in rank order. keyword: the search phrase.
    Raises CoreError when the keyword is empty or no page has text. The same input always gives the same consensus.
    """
    consensus = find_evidence(pages, keyword, settings)
    substance, factors = substance_of(consensus, pages)
    consensus = replace(consensus, substance=substance)
    if len(consensus.pages) < LEAST_PAGES:
        return consensus
    return replace(consensus, competitors=competitor_features(consensus, pages, factors))
