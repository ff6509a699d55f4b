"""The worker's job for errands."""

from __future__ import annotations

from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.errands.models import Errand
from fundament.web.errands.services import running
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob

SOON = 20  # somebody waits for it
ERRANDS = "errands"  # a queue that other jobs do not fill


@app.task(name="carry_out_errand", queue=ERRANDS, retry=RetryStrategy(max_attempts=ATTEMPTS, wait=2), pass_context=True)
def errand_task(context: JobContext, errand_id: int) -> None:
    """Carry one out."""
    jobs.run(context, running.carry_out, errand_id=errand_id)


def _workspace(errand_id: int) -> int | None:
    return Errand.objects.filter(pk=errand_id).values_list("workspace_id", flat=True).first()


def _about(errand_id: int) -> str:
    return Errand.objects.filter(pk=errand_id).values_list("about", flat=True).first() or ""


jobs.declare(KindOfJob("carry_out_errand", "Reading a file or a page", _about, _workspace, running.give_up))


def queue_errand(errand: Errand) -> None:
    """Queue it; of one person one at a time."""
    errand_task.configure(priority=SOON, lock=f"errands-{errand.person_id}").defer(errand_id=errand.pk)
