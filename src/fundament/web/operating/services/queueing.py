"""Jobs are queued by their names, so that who queues one does not know what does it."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

DEFAULT, ERRANDS = "default", "errands"  # queues; a worker has turns of their own for each
SOON, LATER = 10, -10  # priorities: of what somebody waits for, and of what nobody does


def queue(job: str, *, lock: str | None = None, priority: int = 0, on: str = DEFAULT, **arguments: Any) -> None:
    """Queue a job. lock: of those with the same one is done at a time."""
    app.configure_task(job, allow_unknown=False, lock=lock, priority=priority, queue=on).defer(**arguments)


def queue_once(job: str, *, once: str, lock: str | None = None, priority: int = 0, **arguments: Any) -> None:
    """Queue a job, unless one with the same `once` waits already."""
    try:
        with transaction.atomic():
            app.configure_task(job, allow_unknown=False, queueing_lock=once, lock=lock, priority=priority, queue=DEFAULT).defer(**arguments)
    except AlreadyEnqueued:
        pass
