"""The worker: runs the jobs that people's actions queued."""

from __future__ import annotations

import asyncio
import logging
import os
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from typing import Any

from asgiref.sync import sync_to_async
from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser
from procrastinate.contrib.django import app
from procrastinate.jobs import Job, Status

from fundament.core.warm import warm_for_building
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import give_back, take_up
from fundament.web.operating.services.queueing import DEFAULT, ERRANDS

logger = logging.getLogger(__name__)
LOOK_AROUND = 20.0  # seconds, after which jobs of workers that ended are looked for
SILENT = 30  # seconds without a sign after which a worker counts as ended
ERRANDS_AT_ONCE = 2  # somebody waits for them, so they have turns of their own
LAST_WORK = 5  # seconds that jobs have to come to an end when the worker is asked to stop


class Command(BaseCommand):
    help = "Run jobs until stopped. A job that a killed worker left unfinished is taken up again; one that ended its process twice is set aside."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument(
            "--sole", action="store_true", help="no other worker runs on this database: take up all unfinished jobs at once"
        )
        parser.add_argument(
            "--analysts",
            type=int,
            default=min(2, os.cpu_count() or 1),
            help="processes that read pages beside this one (0: this one reads them)",
        )

    def handle(self, *args: Any, **options: Any) -> None:
        jobs.begin(options)
        warm_for_building()
        with app.replace_connector(app.connector.get_worker_connector()):  # type: ignore[attr-defined]
            asyncio.run(self._work(options["sole"]))

    async def _work(self, sole: bool) -> None:
        asyncio.get_running_loop().set_default_executor(
            ThreadPoolExecutor(settings.JOBS_AT_ONCE + ERRANDS_AT_ONCE + 2, thread_name_prefix="job")
        )
        async with app.open_async():
            left = list(await app.job_manager.list_jobs_async(status=Status.DOING.value)) if sole else await self._left_by_others()
            await self._in_thread(take_up, left)
            looking = asyncio.create_task(self._look_around())
            worker = partial(
                app.run_worker_async, shutdown_graceful_timeout=LAST_WORK, delete_jobs="successful", stalled_worker_timeout=SILENT
            )
            errands = asyncio.create_task(worker(queues=[ERRANDS], concurrency=ERRANDS_AT_ONCE, install_signal_handlers=False))
            await worker(queues=[DEFAULT], concurrency=settings.JOBS_AT_ONCE)
            errands.cancel()
            await asyncio.wait([errands])
            looking.cancel()
            # asked to stop: what is not done yet is another worker's, or this one's at its next start
            ours = [job for job in await app.job_manager.list_jobs_async(status=Status.DOING.value) if job.worker_id is None]
            await self._in_thread(give_back, ours)
        logging.shutdown()
        os._exit(0)  # threads that are at work still would be waited for

    async def _look_around(self) -> None:
        while True:
            await asyncio.sleep(LOOK_AROUND)
            try:
                await self._in_thread(take_up, await self._left_by_others())
            except Exception:  # the database may be away: it is looked at again
                logger.exception("jobs of ended workers could not be looked for")

    async def _left_by_others(self) -> list[Job]:
        return list(await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=SILENT))

    async def _in_thread(self, work: Any, jobs: list[Job]) -> None:
        if jobs:
            await sync_to_async(work, thread_sensitive=False)(jobs)
