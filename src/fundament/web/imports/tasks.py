"""Jobs of the worker about tables that are brought in."""

from __future__ import annotations

from fundament.web.imports.models import TableImport
from fundament.web.imports.services import taking
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob


def _workspace(import_id: int) -> int | None:
    return TableImport.objects.filter(pk=import_id).values_list("workspace_id", flat=True).first()


def _name(import_id: int) -> str:
    return TableImport.objects.filter(pk=import_id).values_list("name", flat=True).first() or ""


jobs.declare(
    KindOfJob("look_at_table", taking.look, _name, _workspace, taking.give_up),
    KindOfJob("take_table", taking.take, _name, _workspace, taking.give_up),
)
