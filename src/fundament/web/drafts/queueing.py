"""Jobs about drafts, queued."""

from __future__ import annotations

from fundament.web.drafts.models import Publication
from fundament.web.operating.services.queueing import queue, queue_once
from fundament.web.studies.models import Study


def queue_publication(row: Publication) -> None:
    """The reading of a published page."""
    queue("read_publication", lock=f"publications-{row.workspace_id}", priority=5, publication_id=row.pk)


def queue_scoring(study_id: int) -> None:
    """The scoring of a study's drafts; one study of a workspace at a time."""
    workspace = Study.objects.filter(pk=study_id).values_list("workspace_id", flat=True).first()
    queue_once("score_again", once=f"score-{study_id}", lock=f"score-of-{workspace}", study_id=study_id)
