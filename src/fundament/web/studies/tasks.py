"""Jobs of the worker about studies.

A workspace has a bounded number of studies read at once (STUDIES_AT_ONCE), and one job of each other kind, so that others never wait for all that one has
queued: see `queueing`.
"""

from __future__ import annotations

from typing import Any

from procrastinate.contrib.django import app

from fundament.confined import ConfinedError
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob
from fundament.web.studies.decisions import entities
from fundament.web.studies.figures import making as figures
from fundament.web.studies.figures.demand import look_again
from fundament.web.studies.models import EntityFile, Study
from fundament.web.studies.results import reading, rereading
from fundament.web.studies.results.collecting import collect
from fundament.web.studies.results.renewing import renew


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


def _make_figures(study_id: int) -> None:
    figures.make_figures(study_id)
    look_again(study_id)


jobs.declare(
    KindOfJob("read_study", reading.read_study, name_of_study, workspace_of_study, _give_up_all),
    KindOfJob("observe_study", reading.observe_study, name_of_study, workspace_of_study, _leave_unobserved),
    KindOfJob("make_figures", _make_figures, name_of_study, workspace_of_study, figures.give_up),
    KindOfJob("renew_study", renew, name_of_study, workspace_of_study, figures.give_up),
    KindOfJob("read_waiting", reading.read_waiting, name_of_study, workspace_of_study, reading.give_up_waiting),
    KindOfJob("reread_study", rereading.reread, name_of_study, workspace_of_study, _give_up_rereading),
    KindOfJob("read_entity_file", entities.read_file, _name_of_file, _workspace_of_file, _give_up_file),
)
