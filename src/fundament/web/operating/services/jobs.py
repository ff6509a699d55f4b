"""Jobs that did not succeed: noted with a reason, tried again a bounded number of times, then set aside so that they hold up nothing."""

from __future__ import annotations

import logging
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.contrib.django.django_connector import DjangoConnector
from procrastinate.contrib.django.models import ProcrastinateJob
from procrastinate.jobs import Job, Status
from procrastinate.manager import JobManager
from procrastinate.sql import queries
from procrastinate.utils import utcnow

from fundament.messages import label
from fundament.web.accounts.models import SignInTries
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import NotFoundError
from fundament.web.logs import place_of, request_number
from fundament.web.operating.models import JobTrouble

logger = logging.getLogger(__name__)
ATTEMPTS = 3  # of a job that ends in an error
MOST_ENDED = 2  # times a job may end its process
AFTER_AN_END = -100  # priority of a job that ended its process: all others first
KEPT_DAYS = 90
LISTED = 50
_connector = DjangoConnector(alias="default")  # in the transaction of whoever asks
_queue = JobManager(_connector)


@dataclass(frozen=True)
class KindOfJob:
    """task: its name in the queue; `job.<task>` is its label. work: does it. about: what people call its thing. workspace_of: whose it is, from its arguments (None: nobody's). give_up: leaves a state that says so and that one can go
    on from, after the last try."""

    task: str
    work: Callable[..., Any]
    about: Callable[..., str]
    workspace_of: Callable[..., int | None]
    give_up: Callable[..., Any]

    @property
    def shown(self) -> str:
        """What is done in it, for people."""
        return label(f"job.{self.task}")


KINDS: dict[str, KindOfJob] = {}


def declare(*kinds: KindOfJob) -> None:
    """Make kinds of jobs known to the queue and to the owners' page; called once by each app with its tasks."""
    for kind in kinds:
        KINDS[kind.task] = kind
        app.task(name=kind.task, retry=RetryStrategy(max_attempts=ATTEMPTS, wait=2), pass_context=True)(_task_of(kind.task))


def _task_of(name: str) -> Callable[..., None]:
    def task(context: JobContext, **arguments: Any) -> None:
        run(context, KINDS[name].work, **arguments)

    return task


_at_start: list[Callable[[Mapping[str, Any]], Any]] = []


def at_start(work: Callable[[Mapping[str, Any]], Any]) -> None:
    """Have something done when a worker starts, with its options; called once by its app."""
    _at_start.append(work)


def begin(options: Mapping[str, Any]) -> None:
    """A worker starts."""
    for work in _at_start:
        work(options)


def run(context: JobContext, work: Callable[..., Any], **arguments: Any) -> None:
    """Do a job's work. An error is noted; after the last try the job is given up."""
    known = request_number.set(f"job {context.job.id}")
    try:
        work(**arguments)
    except Exception as error:
        note(context.job, "error", f"{type(error).__name__} at {place_of(error)}")
        if context.job.attempts >= ATTEMPTS - 1:
            KINDS[context.job.task_name].give_up(**arguments)
        raise
    finally:
        request_number.reset(known)


def note(job: Job, kind: str, reason: str = "") -> None:
    """Note a try that did not succeed."""
    JobTrouble.objects.create(job=job.id or 0, task=job.task_name[:100], kind=kind, reason=reason[:200])


def take_up(left: Iterable[Job]) -> None:
    """Jobs whose process ended while they ran: they are tried again behind all others, and one that ended its process twice is set aside."""
    for job in left:
        with transaction.atomic():
            if _is_still_left(job):
                _take_up_one(job)


def _is_still_left(job: Job) -> bool:
    """Whether no other worker has taken it up since it was looked for. Its row is held."""
    rows = ProcrastinateJob.objects.select_for_update(skip_locked=True, of=("self",))
    return rows.filter(pk=job.id, status=Status.DOING.value, worker_id=job.worker_id).exists()


def _take_up_one(job: Job) -> None:
    note(job, "ended")
    times = JobTrouble.objects.filter(job=job.id, kind="ended").count()
    if times < MOST_ENDED:
        _queue.retry_job_by_id(job.id or 0, retry_at=utcnow(), priority=AFTER_AN_END)
        return
    logger.error("job set aside", extra={"task": job.task_name, "job": job.id, "ended": times})
    if job.task_name in KINDS:
        KINDS[job.task_name].give_up(**job.task_kwargs)
    _connector.execute_query(queries["finish_job"], job_id=job.id, status=Status.FAILED.value, delete_job=False)


def give_back(left: Iterable[Job]) -> None:
    """Jobs that a worker left which was asked to stop: another takes them up; nothing is held against them."""
    for job in left:
        _queue.retry_job_by_id(job.id or 0, retry_at=utcnow())


@dataclass(frozen=True)
class FailedJob:
    """A job that is not tried any more by itself. shown: what is done in it; about: the thing it was about, as people call it."""

    number: int
    task: str
    shown: str
    about: str
    troubles: tuple[JobTrouble, ...]


def failed_jobs(actor: Actor) -> list[FailedJob]:
    """The failed jobs of the actor's workspace, the latest first, with why."""
    ask(actor, "workspace.operate")
    rows = ProcrastinateJob.objects.filter(status=Status.FAILED.value, task_name__in=list(KINDS)).order_by("-id")[: 10 * LISTED]
    found = [row for row in rows if KINDS[row.task_name].workspace_of(**row.args) == actor.workspace.pk][:LISTED]
    troubles: dict[int, list[JobTrouble]] = {}
    for trouble in JobTrouble.objects.filter(job__in=[row.pk for row in found]).order_by("at"):
        troubles.setdefault(trouble.job, []).append(trouble)
    return [
        FailedJob(
            row.pk, row.task_name, KINDS[row.task_name].shown, KINDS[row.task_name].about(**row.args), tuple(troubles.get(row.pk, ()))
        )
        for row in found
    ]


def try_again(actor: Actor, number: int) -> FailedJob:
    """Queue a failed job again. What was held against it is forgotten."""
    job = next((job for job in failed_jobs(actor) if job.number == number), None)
    if job is None:
        raise NotFoundError("error.not_found")
    with transaction.atomic():
        JobTrouble.objects.filter(job=number).delete()
        _queue.retry_job_by_id(number, retry_at=utcnow(), priority=0)
    return job


def forget_old() -> int:
    """Delete notes of long ago, of jobs and of sign-ins that failed; how many there were of jobs."""
    long_ago = timezone.now() - timedelta(days=KEPT_DAYS)
    SignInTries.objects.filter(last_at__lt=timezone.now() - timedelta(days=2)).delete()
    deleted, _ = JobTrouble.objects.filter(at__lt=long_ago).delete()
    return deleted
