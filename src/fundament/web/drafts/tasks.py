"""Jobs of the worker about drafts."""

from __future__ import annotations

from procrastinate.contrib.django import app

from fundament.web.drafts.measuring.measuring import score_again
from fundament.web.drafts.models import Publication
from fundament.web.drafts.text import publishing
from fundament.web.drafts.text.thinning import thin_revisions
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob
from fundament.web.studies.tasks import name_of_study, workspace_of_study


@app.periodic(cron="37 3 * * *")
@app.task(name="thin_revisions", queueing_lock="thin_revisions")
def thin_revisions_task(timestamp: int) -> None:
    """Thin out revisions, every night."""
    thin_revisions()


def _leave_scores(study_id: int) -> None:
    """The scores stay as they were; each draft gets its new one when it is next measured."""


def _workspace_of_publication(publication_id: int) -> int | None:
    return Publication.objects.filter(pk=publication_id).values_list("workspace_id", flat=True).first()


def _name_of_publication(publication_id: int) -> str:
    return Publication.objects.filter(pk=publication_id).values_list("page__url", flat=True).first() or ""


jobs.declare(
    KindOfJob("score_again", score_again, name_of_study, workspace_of_study, _leave_scores),
    KindOfJob(
        "read_publication",
        publishing.read_again,
        _name_of_publication,
        _workspace_of_publication,
        publishing.give_up,
    ),
)
