"""Jobs of the worker about keyword lists."""

from __future__ import annotations

from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.keywords.models import KeywordList
from fundament.web.keywords.services import catalogue
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob

SOON = 10


@app.task(name="fill_keyword_list", retry=RetryStrategy(max_attempts=ATTEMPTS, wait=2), pass_context=True)
def fill_task(context: JobContext, list_id: int) -> None:
    """Fill a list from the catalogue."""
    jobs.run(context, catalogue.fill, list_id=list_id)


def _workspace(list_id: int) -> int | None:
    return KeywordList.objects.filter(pk=list_id).values_list("workspace_id", flat=True).first()


def _name(list_id: int) -> str:
    return KeywordList.objects.filter(pk=list_id).values_list("name", flat=True).first() or ""


jobs.declare(KindOfJob("fill_keyword_list", "Asking the keyword catalogue", _name, _workspace, catalogue.give_up))


def queue_filling(row: KeywordList) -> None:
    """Queue the filling of a list."""
    fill_task.configure(priority=SOON, lock=f"catalogue-{row.workspace_id}").defer(list_id=row.pk)
