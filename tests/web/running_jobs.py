"""Jobs done by a test, as a worker does them."""

from __future__ import annotations

from dataclasses import replace
from types import SimpleNamespace
from typing import Any

import pytest
from procrastinate.contrib.django import app
from procrastinate.jobs import Job

from fundament.web.operating.services.jobs import KINDS


def run_job(name: str, attempts: int = 0, **arguments: Any) -> None:
    """Do a job as a worker does. attempts: how often it was tried before."""
    job = Job(id=7, queue="default", lock=None, queueing_lock=None, task_name=name, attempts=attempts)
    app.tasks[name].func(SimpleNamespace(job=job), **arguments)


def break_job(monkeypatch: pytest.MonkeyPatch, name: str, error: Exception) -> None:
    """From now on a kind of job ends in an error."""

    def broken(**_: Any) -> None:
        raise error

    monkeypatch.setitem(KINDS, name, replace(KINDS[name], work=broken))
