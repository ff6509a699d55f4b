"""Jobs of the worker."""

from __future__ import annotations

import contextlib

from django.db import transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from fundament.web.studies.models import Study
from fundament.web.studies.services import read_study
from fundament.web.studies.yardsticks import outdated_studies, renew


@app.task(name="read_study", retry=RetryStrategy(max_attempts=3, wait=2))
def read_study_task(study_id: int) -> None:
    """Read a study; safe to run again."""
    read_study(study_id)


@app.task(name="renew_study", retry=RetryStrategy(max_attempts=3, wait=2))
def renew_study_task(study_id: int) -> None:
    """Build a study's yardstick anew and score its drafts again; safe to run again."""
    from fundament.web.drafts.services import score_again

    study = Study.objects.filter(pk=study_id, state="ready").first()
    if study is not None:
        renew(study)
        score_again(study)


def queue_renewal(study_id: int) -> None:
    """Queue the rebuilding of a study's yardstick, unless it is queued already."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        renew_study_task.configure(queueing_lock=f"renew-{study_id}").defer(study_id=study_id)


def queue_outdated() -> int:
    """Queue the rebuilding of every yardstick that an earlier version of the core made; how many there are."""
    studies = outdated_studies()
    for study_id in studies:
        queue_renewal(study_id)
    return len(studies)
