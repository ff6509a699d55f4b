"""Jobs of the worker about drafts."""

from __future__ import annotations

import contextlib

from django.db import transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from fundament.web.drafts.services.measuring import score_again
from fundament.web.drafts.services.thinning import thin_revisions

LATER = -10  # priority: nobody waits for it


@app.task(name="score_again", retry=RetryStrategy(max_attempts=3, wait=2))
def score_again_task(study_id: int) -> None:
    """Score the drafts of a study anew after its figures changed; safe to run again."""
    score_again(study_id)


@app.periodic(cron="37 3 * * *")
@app.task(name="thin_revisions", queueing_lock="thin_revisions")
def thin_revisions_task(timestamp: int) -> None:
    """Thin out revisions, every night."""
    thin_revisions()


def queue_scoring(study_id: int) -> None:
    """Queue the scoring of a study's drafts, unless it is queued already."""
    with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
        score_again_task.configure(queueing_lock=f"score-{study_id}", lock="score", priority=LATER).defer(study_id=study_id)
