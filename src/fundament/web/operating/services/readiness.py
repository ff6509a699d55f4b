"""Whether the installation can do its work."""

from __future__ import annotations

from datetime import timedelta

from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateWorker

SEEN_LATELY = timedelta(seconds=60)


def readiness() -> dict[str, bool]:
    """database: it answers; migrations: it is of this version; worker: one was seen lately. Never raises for what is not there."""
    found = {"database": False, "migrations": False, "worker": False}
    try:
        connection.ensure_connection()
        found["database"] = True
        executor = MigrationExecutor(connection)
        found["migrations"] = not executor.migration_plan(executor.loader.graph.leaf_nodes())
        if found["migrations"]:
            found["worker"] = ProcrastinateWorker.objects.filter(last_heartbeat__gt=timezone.now() - SEEN_LATELY).exists()
    except DatabaseError:
        pass
    return found
