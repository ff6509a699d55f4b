"""Jobs about keyword lists, queued."""

from __future__ import annotations

from fundament.web.keywords.models import KeywordList
from fundament.web.operating.services.queueing import SOON, queue


def queue_filling(row: KeywordList) -> None:
    """The filling of a list."""
    queue("fill_keyword_list", lock=f"catalogue-{row.workspace_id}", priority=SOON, list_id=row.pk)
