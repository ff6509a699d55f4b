"""Jobs of the worker about drafts."""

from __future__ import annotations

import contextlib

from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from fundament.web.drafts.models import Publication
from fundament.web.drafts.services import publishing
from fundament.web.drafts.services.measuring import score_again
from fundament.web.drafts.services.thinning import thin_revisions
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob
from fundament.web.studies.tasks import name_of_study, workspace_of_study


@app.task(name="score_again", retry=RetryStrategy(max_attempts=ATTEMPTS, wait=2), pass_context=True)
def score_again_task(context: JobContext, study_id: int) -> None:
    """Score the drafts of a study anew after its figures changed; safe to run again."""
    jobs.run(context, score_again, study_id=study_id)


def _leave_scores(study_id: int) -> None:
    """The scores stay as they were; each draft gets its new one when it is next measured."""


jobs.declare(KindOfJob("score_again", "Scoring drafts again", name_of_study, workspace_of_study, _leave_scores))


@app.task(name="read_publication", retry=RetryStrategy(max_attempts=ATTEMPTS, wait=2), pass_context=True)
def read_publication_task(context: JobContext, publication_id: int) -> None:
    """Read the page of a publication again."""
    jobs.run(context, publishing.read_again, publication_id=publication_id)


def _workspace_of_publication(publication_id: int) -> int | None:
    return Publication.objects.filter(pk=publication_id).values_list("workspace_id", flat=True).first()


def _name_of_publication(publication_id: int) -> str:
    return Publication.objects.filter(pk=publication_id).values_list("page__url", flat=True).first() or ""


jobs.declare(KindOfJob("read_publication", "Reading a published page", _name_of_publication, _workspace_of_publication, publishing.give_up))


def queue_publication(row: Publication) -> None:
    """Queue the reading of a published page."""
    read_publication_task.configure(priority=5, lock=f"publications-{row.workspace_id}").defer(publication_id=row.pk)


@app.periodic(cron="37 3 * * *")
@app.task(name="thin_revisions", queueing_lock="thin_revisions")
def thin_revisions_task(timestamp: int) -> None:
    """Thin out revisions, every night."""
    thin_revisions()


def queue_scoring(study_id: int) -> None:
    """Queue the scoring of a study's drafts, unless it is queued already; one study of a workspace at a time."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        score_again_task.configure(queueing_lock=f"score-{study_id}", lock=f"score-of-{workspace_of_study(study_id)}").defer(
            study_id=study_id
        )
