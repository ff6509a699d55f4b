"""Jobs of the worker about tables that are brought in."""

from __future__ import annotations

from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.imports.models import TableImport
from fundament.web.imports.services import taking
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob

_RETRY = RetryStrategy(max_attempts=ATTEMPTS, wait=2)
SOON = 10


@app.task(name="look_at_table", retry=_RETRY, pass_context=True)
def look_task(context: JobContext, import_id: int) -> None:
    """Look at a table."""
    jobs.run(context, taking.look, import_id=import_id)


@app.task(name="take_table", retry=_RETRY, pass_context=True)
def take_task(context: JobContext, import_id: int) -> None:
    """Take a table's rows."""
    jobs.run(context, taking.take, import_id=import_id)


def _workspace(import_id: int) -> int | None:
    return TableImport.objects.filter(pk=import_id).values_list("workspace_id", flat=True).first()


def _name(import_id: int) -> str:
    return TableImport.objects.filter(pk=import_id).values_list("name", flat=True).first() or ""


jobs.declare(
    KindOfJob("look_at_table", "Looking at a table", _name, _workspace, taking.give_up),
    KindOfJob("take_table", "Taking a table", _name, _workspace, taking.give_up),
)


def queue_look(row: TableImport) -> None:
    """Queue the first look."""
    look_task.configure(priority=SOON, lock=f"tables-{row.workspace_id}").defer(import_id=row.pk)


def queue_taking(row: TableImport) -> None:
    """Queue the taking of rows."""
    take_task.configure(lock=f"tables-{row.workspace_id}").defer(import_id=row.pk)
