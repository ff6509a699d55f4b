"""Jobs are queued by their names, so that who queues one does not know what does it."""

from __future__ import annotations

import contextlib
from collections.abc import Callable
from typing import Any

from django.db import transaction
from procrastinate.contrib.django import app
from procrastinate.contrib.django.django_connector import DjangoConnector
from procrastinate.exceptions import AlreadyEnqueued

DEFAULT, ERRANDS = "default", "errands"  # queues; a worker has turns of their own for each
SOON, LATER = 10, -10  # priorities: of what somebody waits for, and of what nobody does


def queue(job: str, *, lock: str | None = None, priority: int = 0, on: str = DEFAULT, **arguments: Any) -> None:
    """Queue a job. lock: of those with the same one is done at a time."""
    _seen_by_others(lambda: app.configure_task(job, allow_unknown=False, lock=lock, priority=priority, queue=on).defer(**arguments))


def queue_once(job: str, *, once: str, lock: str | None = None, priority: int = 0, **arguments: Any) -> None:
    """Queue a job, unless one with the same `once` waits already."""

    def defer() -> None:
        with contextlib.suppress(AlreadyEnqueued), transaction.atomic():
            app.configure_task(job, allow_unknown=False, queueing_lock=once, lock=lock, priority=priority, queue=DEFAULT).defer(**arguments)

    _seen_by_others(defer)


def _seen_by_others(defer: Callable[[], Any]) -> None:
    """A web process queues in the transaction of what the job is about. A worker has a connection of its own for the queue, so there a job is queued when that transaction has ended: it must not begin before its rows are seen."""
    if isinstance(app.connector, DjangoConnector):  # type: ignore[attr-defined]
        defer()
    else:
        transaction.on_commit(defer)
