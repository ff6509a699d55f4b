"""Jobs about studies, queued. Which are locked by what, so that others never wait for all that one workspace has queued."""

from __future__ import annotations

from django.conf import settings

from fundament.web.operating.services.queueing import LATER, SOON, queue, queue_once
from fundament.web.studies.models import EntityFile, Study


def queue_reading(study: Study) -> None:
    """The reading of a study, in one of its workspace's places."""
    queue("read_study", lock=_place(study), study_id=study.pk)


def queue_waiting(study: Study, person_id: int | None) -> None:
    """The reading of the pages of a study that wait, and who is told; each call is a job of its own, for one that began may have passed the new page."""
    queue("read_waiting", lock=_place(study), priority=SOON, study_id=study.pk, person_id=person_id)


def queue_rereading(study: Study, person_id: int | None) -> None:
    """The reading of a study's pages from how they came."""
    queue("reread_study", lock=f"figures-{study.workspace_id}", priority=SOON, study_id=study.pk, person_id=person_id)


def queue_observing(study: Study) -> None:
    """The asking for trust and speed."""
    queue("observe_study", lock=f"observing-{study.workspace_id}", priority=LATER, study_id=study.pk)


def queue_entity_file(file: EntityFile) -> None:
    """The reading of a file with entities."""
    queue("read_entity_file", lock=f"entities-{file.study.workspace_id}", priority=SOON, file_id=file.pk)


def queue_figures(study: Study) -> None:
    """The making of a study's figures."""
    queue_once("make_figures", once=f"figures-{study.pk}", lock=f"figures-{study.workspace_id}", priority=SOON, study_id=study.pk)


def queue_renewal(study_id: int, *, soon: bool = True) -> None:
    """The renewal of a study. Of those that nobody asked for one is made at a time."""
    queue_once("renew_study", once=f"renew-{study_id}", lock=None if soon else "renew", priority=0 if soon else LATER, study_id=study_id)


def _place(study: Study) -> str:
    return f"read-{study.workspace_id}-{study.pk % settings.STUDIES_AT_ONCE}"
