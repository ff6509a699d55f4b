"""Figures made anew with today's version of the core."""

from __future__ import annotations

from django.db.models import Q

from fundament.core.errors import StoredValueError
from fundament.core.version import CONSENSUS_VERSION
from fundament.web.sites.services.readings import read_anew
from fundament.web.studies.figures.making import make_figures
from fundament.web.studies.models import Result, Study
from fundament.web.studies.queueing import queue_renewal
from fundament.web.studies.results.correcting import reading_of
from fundament.web.studies.results.intents import note_division
from fundament.web.studies.results.reading import note_counts


def outdated_studies() -> list[int]:
    """The studies whose figures an earlier version of the core made, or that were left without."""
    old = ~Q(current__consensus__version=CONSENSUS_VERSION) & Q(current__consensus__isnull=False)
    without = Q(results__chosen=True) & (Q(current=None) | Q(current__consensus=None))
    return list(Study.objects.filter(old | without | Q(figures="making"), state="ready").distinct().values_list("pk", flat=True))


def renew(study_id: int) -> None:
    """Read a study's pages again from what came of them, keep the corrections, and make its figures; safe to run again. A page of which nothing can be
    used any more is listed as failed, to be asked for again."""
    for result in Result.objects.filter(study_id=study_id, reading__isnull=False).select_related("reading__raw", "raw", "study"):
        _bring_up_to_date(result)
    study = Study.objects.filter(pk=study_id).first()
    if study is not None:
        note_division(study, list(study.results.filter(state="read")))
    Study.objects.filter(pk=study_id, state="ready").update(figures="making", figures_problem=None)
    make_figures(study_id)


def _bring_up_to_date(result: Result) -> None:
    assert result.reading is not None
    if result.reading.is_of_today:
        return
    try:
        result.reading = read_anew(result.reading, result.raw, account=result.study.workspace_id)
        reading = reading_of(result)
    except StoredValueError as error:
        result.state, result.problem, result.chosen = "failed", list(error.message), False
        result.save(update_fields=["state", "problem", "chosen"])
        return
    result.save(update_fields=["reading", *note_counts(result, reading)])


def queue_outdated() -> int:
    """Queue the renewal of every study whose figures an earlier version of the core made; how many there are."""
    studies = outdated_studies()
    for study_id in studies:
        queue_renewal(study_id, soon=False)
    return len(studies)
