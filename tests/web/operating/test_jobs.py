"""Jobs that do not succeed hold up nobody, and whoever may can look at them and try them again."""

from __future__ import annotations

import contextlib
from collections.abc import Callable
from typing import Any

import pytest
from django.db import connection, transaction
from procrastinate.contrib.django.models import ProcrastinateJob
from procrastinate.jobs import Job

from fundament.web.accounts.models import Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.operating.models import JobTrouble
from fundament.web.operating.services import jobs, queueing
from fundament.web.studies.models import Study
from fundament.web.studies.queueing import queue_figures, queue_reading
from fundament.web.studies.results.opening import open_study
from tests.web.running_jobs import break_job, run_job

MARKET = {"country": "gb", "language": "en", "device": "desktop", "depth": 20}


@pytest.fixture
def opened(actor: Actor, outside: str) -> Study:
    return open_study(actor, keyword="lime", **MARKET)


def job_of(study: Study, status: str = "") -> Job:
    row = ProcrastinateJob.objects.get(task_name="read_study", args={"study_id": study.pk})
    if status:
        with connection.cursor() as cursor:
            cursor.execute("UPDATE procrastinate_jobs SET status = %s WHERE id = %s", [status, row.pk])
    return ProcrastinateJob.objects.get(pk=row.pk).procrastinate_job


def jobs_of(study: Study) -> int:
    return int(ProcrastinateJob.objects.filter(args={"study_id": study.pk}).count())


@pytest.mark.parametrize("queue", [queue_reading, queue_figures])
def test_a_worker_queues_a_job_when_its_rows_can_be_seen(
    opened: Study, monkeypatch: pytest.MonkeyPatch, django_capture_on_commit_callbacks: Any, queue: Callable[[Study], None]
) -> None:
    before = jobs_of(opened)
    monkeypatch.setattr(queueing, "DjangoConnector", type("AnotherConnector", (), {}))  # as in a worker
    with django_capture_on_commit_callbacks(execute=True):
        queue(opened)
        assert jobs_of(opened) == before
    assert jobs_of(opened) == before + 1


def test_a_web_process_queues_a_job_in_the_transaction_of_its_rows(opened: Study) -> None:
    before = jobs_of(opened)
    with contextlib.suppress(RuntimeError), transaction.atomic():
        queue_reading(opened)
        assert jobs_of(opened) == before + 1
        raise RuntimeError
    assert jobs_of(opened) == before


def test_a_job_whose_process_ended_is_tried_again_behind_all_others(opened: Study) -> None:
    jobs.take_up([job_of(opened, "doing")])
    job = job_of(opened)
    assert (job.status, job.priority) == ("todo", jobs.AFTER_AN_END)
    assert opened.is_working


def test_a_job_that_ended_its_process_twice_is_set_aside_with_its_reason(actor: Actor, opened: Study) -> None:
    for _ in range(jobs.MOST_ENDED):
        jobs.take_up([job_of(opened, "doing")])
    assert job_of(opened).status == "failed"
    opened.refresh_from_db()
    assert (opened.state, opened.problem[0]) == ("failed", "error.reading_fault")  # and its screen has a button
    failed = jobs.failed_jobs(actor)
    assert [(job.task, job.about) for job in failed] == [("read_study", "lime")]
    assert [trouble.kind for trouble in failed[0].troubles] == ["ended", "ended"]


def test_a_job_that_another_worker_took_up_meanwhile_is_left_to_it(opened: Study) -> None:
    left = [job_of(opened, "doing")]
    jobs.take_up(left)
    jobs.take_up(left)  # a second worker had seen it too
    assert job_of(opened).status == "todo" and JobTrouble.objects.count() == 1
    with connection.cursor() as cursor:
        cursor.execute("INSERT INTO procrastinate_workers DEFAULT VALUES RETURNING id")
        cursor.execute("UPDATE procrastinate_jobs SET status = 'doing', worker_id = %s WHERE id = %s", [cursor.fetchone()[0], left[0].id])
    jobs.take_up(left)  # by now somebody is at it
    assert job_of(opened).status == "doing" and JobTrouble.objects.count() == 1


def test_a_worker_that_is_asked_to_stop_gives_its_jobs_back_without_a_mark(opened: Study) -> None:
    for _ in range(5):
        jobs.give_back([job_of(opened, "doing")])
    assert job_of(opened).status == "todo" and not JobTrouble.objects.exists()


def test_an_error_is_noted_with_its_kind_and_place_and_without_its_words(opened: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    break_job(monkeypatch, "read_study", RuntimeError("somebody's words"))
    with pytest.raises(RuntimeError):
        run_job("read_study", study_id=opened.pk)
    trouble = JobTrouble.objects.get()
    assert trouble.reason.startswith("RuntimeError at ") and "words" not in trouble.reason


def test_a_failed_job_is_tried_again_by_an_owner_only_and_only_of_their_workspace(actor: Actor, opened: Study) -> None:
    assert actor.person
    for _ in range(jobs.MOST_ENDED):
        jobs.take_up([job_of(opened, "doing")])
    number = job_of(opened).id or 0
    other = Actor(actor.person, Workspace.objects.create(name="Another"), "owner")
    assert jobs.failed_jobs(other) == []
    with pytest.raises(NotFoundError):
        jobs.try_again(other, number)
    with pytest.raises(NotAllowedError):
        jobs.try_again(Actor(actor.person, actor.workspace, "editor"), number)
    jobs.try_again(actor, number)
    assert job_of(opened).status == "todo" and not JobTrouble.objects.exists()


def test_a_workspace_has_so_many_places_for_reading_and_others_have_their_own(actor: Actor, opened: Study, settings: Any) -> None:
    settings.STUDIES_AT_ONCE = 2
    for _ in range(5):
        open_study(actor, keyword="lime", **MARKET)
    other = Study.objects.create(workspace=Workspace.objects.create(name="Another"), keyword="x", **MARKET)
    queue_reading(other)
    locks = {job.args["study_id"]: job.lock for job in ProcrastinateJob.objects.filter(task_name="read_study")}
    other_lock = locks.pop(other.pk)
    assert len(set(locks.values())) == 2 and other_lock not in locks.values()


def test_more_studies_than_may_wait_are_refused_with_a_sentence_and_nothing_is_queued(actor: Actor, opened: Study, settings: Any) -> None:
    settings.STUDIES_WAITING = 3
    for _ in range(2):
        open_study(actor, keyword="lime", **MARKET)
    before = ProcrastinateJob.objects.count()
    with pytest.raises(ApplicationError) as raised:
        open_study(actor, keyword="lime", **MARKET)
    assert raised.value.message.code == "error.studies_waiting"
    assert ProcrastinateJob.objects.count() == before
