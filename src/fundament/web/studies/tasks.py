"""Jobs of the worker."""

from __future__ import annotations

from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.studies.services import read_study


@app.task(name="read_study", retry=RetryStrategy(max_attempts=3, wait=2))
def read_study_task(study_id: int) -> None:
    """Read a study; safe to run again."""
    read_study(study_id)
