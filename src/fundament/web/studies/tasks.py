"""Jobs of the worker about studies.

A workspace has a bounded number of studies read at once (STUDIES_AT_ONCE), and one job of each other kind, so that others never wait for all that one has
queued.
"""

from __future__ import annotations

import contextlib
from typing import Any

from django.conf import settings
from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from fundament.confined import ConfinedError
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob
from fundament.web.studies.models import EntityFile, Study
from fundament.web.studies.services import entities, figures, reading, rereading
from fundament.web.studies.services.collecting import collect
from fundament.web.studies.services.renewing import outdated_studies, renew

_RETRY = RetryStrategy(max_attempts=ATTEMPTS, wait=2)
SOON, LATER = 10, -10  # priorities: what somebody waits for, and what nobody does


@app.task(name="read_study", retry=_RETRY, pass_context=True)
def read_study_task(context: JobContext, study_id: int) -> None:
    """Read a study."""
    jobs.run(context, reading.read_study, study_id=study_id)


@app.task(name="make_figures", retry=_RETRY, pass_context=True)
def make_figures_task(context: JobContext, study_id: int) -> None:
    """Make a study's figures after its choice changed."""
    jobs.run(context, figures.make_figures, study_id=study_id)


@app.task(name="renew_study", retry=_RETRY, pass_context=True)
def renew_study_task(context: JobContext, study_id: int) -> None:
    """Make a study's figures with this version of the core."""
    jobs.run(context, renew, study_id=study_id)


@app.task(name="read_waiting", retry=_RETRY, pass_context=True)
def read_waiting_task(context: JobContext, study_id: int, person_id: int | None = None) -> None:
    """Read pages that were added to a study that is ready."""
    jobs.run(context, reading.read_waiting, study_id=study_id, person_id=person_id)


@app.task(name="reread_study", retry=_RETRY, pass_context=True)
def reread_study_task(context: JobContext, study_id: int, person_id: int | None) -> None:
    """Read a study's pages anew from how they came."""
    jobs.run(context, rereading.reread, study_id=study_id, person_id=person_id)


@app.task(name="read_entity_file", retry=_RETRY, pass_context=True)
def read_entity_file_task(context: JobContext, file_id: int) -> None:
    """Read a file with a person's own entities."""
    jobs.run(context, entities.read_file, file_id=file_id)


@app.task(name="observe_study", retry=_RETRY, pass_context=True)
def observe_study_task(context: JobContext, study_id: int) -> None:
    """Ask for what is observed of a study's pages elsewhere."""
    jobs.run(context, reading.observe_study, study_id=study_id)


@app.periodic(cron="17 3 * * *")
@app.task(name="collect", queueing_lock="collect")
def collect_task(timestamp: int) -> None:
    """Collect what nothing points at, every night."""
    collect()
    jobs.forget_old()


def workspace_of_study(study_id: int, **_: Any) -> int | None:
    """Whose study it is."""
    return Study.objects.filter(pk=study_id).values_list("workspace_id", flat=True).first()


def _workspace_of_file(file_id: int, **_: Any) -> int | None:
    return EntityFile.objects.filter(pk=file_id).values_list("study__workspace_id", flat=True).first()


def name_of_study(study_id: int, **_: Any) -> str:
    """What people call it."""
    study = Study.objects.filter(pk=study_id).first()
    return study.shown if study else ""


def _name_of_file(file_id: int, **_: Any) -> str:
    return EntityFile.objects.filter(pk=file_id).values_list("name", flat=True).first() or ""


def _leave_unobserved(study_id: int) -> None:
    """The figures are dashes."""


def _give_up_all(study_id: int) -> None:
    reading.give_up(study_id)
    figures.give_up(study_id)


def _give_up_rereading(study_id: int, person_id: int | None) -> None:
    figures.give_up(study_id)


def _give_up_file(file_id: int) -> None:
    entities.set_aside(file_id, ConfinedError("confined.ended"))


jobs.declare(
    KindOfJob("read_study", "Reading a study", name_of_study, workspace_of_study, _give_up_all),
    KindOfJob("observe_study", "Asking for trust and speed", name_of_study, workspace_of_study, _leave_unobserved),
    KindOfJob("make_figures", "Working out figures", name_of_study, workspace_of_study, figures.give_up),
    KindOfJob("renew_study", "Bringing figures up to date", name_of_study, workspace_of_study, figures.give_up),
    KindOfJob("read_waiting", "Reading single pages of a study", name_of_study, workspace_of_study, reading.give_up_waiting),
    KindOfJob("reread_study", "Reading a study's pages anew", name_of_study, workspace_of_study, _give_up_rereading),
    KindOfJob("read_entity_file", "Reading a file of entities", _name_of_file, _workspace_of_file, _give_up_file),
)


def queue_reading(study: Study) -> None:
    """Queue the reading of a study, in one of its workspace's places."""
    place = study.pk % settings.STUDIES_AT_ONCE
    read_study_task.configure(lock=f"read-{study.workspace_id}-{place}").defer(study_id=study.pk)


def queue_waiting(study: Study, person_id: int | None) -> None:
    """Queue the reading of the pages of a study that wait, and who is told; each call is a job of its own, for one that began may have passed the new page."""
    read_waiting_task.configure(priority=SOON, lock=f"read-{study.workspace_id}-{study.pk % settings.STUDIES_AT_ONCE}").defer(
        study_id=study.pk, person_id=person_id
    )


def queue_rereading(study: Study, person_id: int | None) -> None:
    """Queue the reading of a study's pages from how they came."""
    reread_study_task.configure(priority=SOON, lock=f"figures-{study.workspace_id}").defer(study_id=study.pk, person_id=person_id)


def queue_observing(study: Study) -> None:
    """Queue the asking for trust and speed."""
    observe_study_task.configure(priority=LATER, lock=f"observing-{study.workspace_id}").defer(study_id=study.pk)


def queue_entity_file(file: EntityFile) -> None:
    """Queue the reading of a file with entities."""
    read_entity_file_task.configure(priority=SOON, lock=f"entities-{file.study.workspace_id}").defer(file_id=file.pk)


def queue_figures(study: Study) -> None:
    """Queue the making of a study's figures, unless it is queued already."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        make_figures_task.configure(
            queueing_lock=f"figures-{study.pk}", lock=f"figures-{study.workspace_id}", priority=SOON
        ).defer(study_id=study.pk)  # fmt: skip


def queue_renewal(study_id: int, *, soon: bool = True) -> None:
    """Queue the renewal of a study, unless it is queued already. Of those that nobody asked for one is made at a time."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        renew_study_task.configure(
            queueing_lock=f"renew-{study_id}", lock=None if soon else "renew", priority=0 if soon else LATER
        ).defer(study_id=study_id)  # fmt: skip


def queue_outdated() -> int:
    """Queue the renewal of every study whose figures an earlier version of the core made; how many there are."""
    studies = outdated_studies()
    for study_id in studies:
        queue_renewal(study_id, soon=False)
    return len(studies)
