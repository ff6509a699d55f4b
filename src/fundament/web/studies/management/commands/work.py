"""The worker: runs the jobs that people's actions queued."""

from __future__ import annotations

import asyncio
import os
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from procrastinate.contrib.django import app
from procrastinate.jobs import Status
from procrastinate.utils import utcnow

from fundament.core.warm import warm_for_analysis, warm_for_building, warm_for_reading


class Command(BaseCommand):
    help = "Run jobs until stopped. A job that a killed worker left unfinished is taken up again."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument(
            "--sole", action="store_true", help="no other worker runs on this database: take up all unfinished jobs at once"
        )

        parser.add_argument(
            "--analysts", type=int, default=min(2, os.cpu_count() or 1), help="processes that analyse pages beside this one (1: none)"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        from fundament.web.sites import analysts
        from fundament.web.studies.tasks import queue_outdated

        queue_outdated()
        analysts.start(options["analysts"])
        warm_for_building()
        warm_for_reading()
        if options["analysts"] < 2:
            warm_for_analysis()
        with app.replace_connector(app.connector.get_worker_connector()):  # type: ignore[attr-defined]
            asyncio.run(self._work(options["sole"]))

    async def _work(self, sole: bool) -> None:
        async with app.open_async():
            if sole:
                left = await app.job_manager.list_jobs_async(status=Status.DOING.value)
            else:
                left = await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=30)
            for job in left:
                await app.job_manager.retry_job(job, retry_at=utcnow())
            await app.run_worker_async(concurrency=2, shutdown_graceful_timeout=5, delete_jobs="successful")
