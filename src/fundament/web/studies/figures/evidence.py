"""What stands behind a term or an entity: all sentences of the competitors that use it."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.language.phrases import PhraseMatcher
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.evidence import Evidence, evidence_in
from fundament.core.yardstick.model import PageSummary
from fundament.web.studies.figures.making import chosen_of, compared_pages
from fundament.web.studies.models import Result, Study


@dataclass(frozen=True)
class PageEvidence:
    """One competitor's uses, in its own words."""

    page: PageSummary
    result: Result
    uses: list[Evidence]

    @property
    def counted(self) -> int:
        """How many of them count."""
        return sum(1 for use in self.uses if use.counts)


def term_evidence(study: Study, compiled: CompiledYardstick, key: str) -> list[PageEvidence]:
    """The uses of a term on every competitor, in rank order."""
    return _evidence(study, compiled, compiled.term_matcher, [term.key for term in compiled.yardstick.terms].index(key))


def entity_evidence(study: Study, compiled: CompiledYardstick, key: str) -> list[PageEvidence]:
    """The mentions of an entity on every competitor, in rank order."""
    return _evidence(study, compiled, compiled.entity_matcher, [entity.key for entity in compiled.yardstick.entities].index(key))


def _evidence(study: Study, compiled: CompiledYardstick, matcher: PhraseMatcher, number: int) -> list[PageEvidence]:
    chosen = chosen_of(study)
    by_url = {page.reading.url: (page, result) for page, result in zip(compared_pages(chosen), chosen, strict=True)}
    found = []
    for summary in compiled.yardstick.pages:
        if summary.url in by_url:  # else the choice has changed, and the figures follow
            page, result = by_url[summary.url]
            found.append(PageEvidence(summary, result, evidence_in(page.reading, matcher, number, compiled.language)))
    return found
