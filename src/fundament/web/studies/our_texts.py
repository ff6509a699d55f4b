"""What studies ask of our texts. Drafts stand above studies, so they answer through this port and are not imported."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Protocol

from fundament.web.accounts.roles import Actor
from fundament.web.studies.models import Study


class OurTexts(Protocol):
    """Whoever keeps them."""

    def used_terms(self, study_id: int) -> frozenset[str] | None:
        """The keys of the terms that the text changed last uses; None where there is no text."""

    def noted_scores(self, study_id: int) -> list[tuple[int, float]]:
        """(number of the draft, its score last noted) of the texts that are measured with a study's figures."""

    def of_studies(self, actor: Actor, studies: Iterable[Study]) -> Mapping[int, list[Any]]:
        """The drafts of each study by its number, as the actor may see them."""


_kept: list[OurTexts] = []


def declare(texts: OurTexts) -> None:
    """Say who keeps them; called once."""
    _kept[:] = [texts]


def our_texts() -> OurTexts:
    """Whoever keeps them. Raises IndexError before that is declared."""
    return _kept[0]
