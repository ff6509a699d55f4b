"""Jobs of the worker. A job whose last attempt ends in an error leaves a state that says so and that one can go on from."""

from __future__ import annotations

import contextlib
from collections.abc import Callable

from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from fundament.confined import ConfinedError
from fundament.web.studies.services import entities, figures, reading
from fundament.web.studies.services.collecting import collect
from fundament.web.studies.services.renewing import outdated_studies, renew

ATTEMPTS = 3
_RETRY = RetryStrategy(max_attempts=ATTEMPTS, wait=2)


def _try(context: JobContext, work: Callable[[int], None], give_up: Callable[[int], None], study_id: int) -> None:
    try:
        work(study_id)
    except Exception:
        if context.job.attempts >= ATTEMPTS - 1:
            give_up(study_id)
        raise


@app.task(name="read_study", retry=_RETRY, pass_context=True)
def read_study_task(context: JobContext, study_id: int) -> None:
    """Read a study."""
    _try(context, reading.read_study, _give_up_all, study_id)


def _give_up_all(study_id: int) -> None:
    reading.give_up(study_id)
    figures.give_up(study_id)


@app.task(name="make_figures", retry=_RETRY, pass_context=True)
def make_figures_task(context: JobContext, study_id: int) -> None:
    """Make a study's figures after its choice changed."""
    _try(context, figures.make_figures, figures.give_up, study_id)


@app.task(name="renew_study", retry=_RETRY, pass_context=True)
def renew_study_task(context: JobContext, study_id: int) -> None:
    """Make a study's figures with this version of the core."""
    _try(context, renew, figures.give_up, study_id)


@app.task(name="read_entity_file", retry=_RETRY, pass_context=True)
def read_entity_file_task(context: JobContext, file_id: int) -> None:
    """Read a file with a person's own entities."""
    _try(context, entities.read_file, lambda number: entities.set_aside(number, ConfinedError("confined.ended")), file_id)


@app.periodic(cron="17 3 * * *")
@app.task(name="collect", queueing_lock="collect")
def collect_task(timestamp: int) -> None:
    """Collect what nothing points at, every night."""
    collect()


def queue_reading(study_id: int) -> None:
    """Queue the reading of a study."""
    read_study_task.defer(study_id=study_id)


def queue_entity_file(file_id: int) -> None:
    """Queue the reading of a file with entities."""
    read_entity_file_task.configure(priority=5).defer(file_id=file_id)


def queue_figures(study_id: int) -> None:
    """Queue the making of a study's figures, unless it is queued already."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        make_figures_task.configure(queueing_lock=f"figures-{study_id}", priority=10).defer(study_id=study_id)


def queue_renewal(study_id: int) -> None:
    """Queue the renewal of a study, unless it is queued already."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        renew_study_task.configure(queueing_lock=f"renew-{study_id}").defer(study_id=study_id)


def queue_outdated() -> int:
    """Queue the renewal of every study whose figures an earlier version of the core made; how many there are."""
    studies = outdated_studies()
    for study_id in studies:
        queue_renewal(study_id)
    return len(studies)
