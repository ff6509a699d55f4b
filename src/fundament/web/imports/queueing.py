"""Jobs about tables that are brought in, queued."""

from __future__ import annotations

from fundament.web.imports.models import TableImport
from fundament.web.operating.services.queueing import SOON, queue


def queue_look(row: TableImport) -> None:
    """The first look."""
    queue("look_at_table", lock=f"tables-{row.workspace_id}", priority=SOON, import_id=row.pk)


def queue_taking(row: TableImport) -> None:
    """The taking of rows."""
    queue("take_table", lock=f"tables-{row.workspace_id}", import_id=row.pk)
