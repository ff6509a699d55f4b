"""Whatever a results service answers, a study comes to an end that its screen tells, with a way to go on."""

from __future__ import annotations

import contextlib
from collections.abc import Callable
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.operating.services.jobs import ATTEMPTS
from fundament.web.studies.models import Study
from fundament.web.studies.results.opening import open_study
from tests.web.running_jobs import run_job

ROW = '"title": "A", "snippet": ""'
ANSWERS = {
    "NUL": '{"results": [{"rank": 1, "url": "https://a.example/\\u0000", "title": "a\\u0000b"}], "questions": ["\\u0000"]}',
    "half a character": '{"results": [{"rank": 1, "url": "https://a.example/\\ud800", "title": "\\ud800"}], "questions": ["\\udfff"]}',
    "a rank beyond numbers": f'{{"results": [{{"rank": 1e400, "url": "https://a.example/", {ROW}}}]}}',
    "a rank beyond integers": f'{{"results": [{{"rank": 1{"0" * 40}, "url": "https://a.example/", {ROW}}}]}}',
    "no number": f'{{"results": [{{"rank": NaN, "url": "https://a.example/", {ROW}}}]}}',
    "deep": "[" * 100_000 + "]" * 100_000,
    "deep inside": '{"results": ' + "[" * 100_000 + "]" * 100_000 + "}",
    "a list": "[]",
    "nothing": "",
    "no list": '{"results": {"rank": 1}}',
    "no address": '{"results": [{"rank": 1}]}',
    "other things": '{"results": [1, null, "x", []]}',
    "questions that are none": '{"results": [], "questions": 7}',
    "an address as long as a book": '{"results": [{"rank": 1, "url": "https://a.example/' + "x" * 100_000 + '"}]}',
    "a title as long as a book": '{"results": [{"rank": 1, "url": "https://a.example/", "title": "' + "x" * 300_000 + '"}]}',
    "addresses that are none": '{"results": [{"rank": 1, "url": "http://["}, {"rank": 2, "url": ""}, {"rank": 3, "url": 7}, {"rank": 4, "url": null}]}',
    "the same address a thousand times": '{"results": [' + ", ".join(['{"rank": 1, "url": "https://a.example/"}'] * 1_000) + "]}",
    "other places": '{"results": [{"rank": 1, "url": "http://127.0.0.1/"}, {"rank": 2, "url": "file:///etc/passwd"}]}',
}  # fmt: skip


@pytest.mark.parametrize("answer", ANSWERS.values(), ids=ANSWERS.keys())
def test_an_odd_answer_leaves_no_study_asking_for_ever(
    signed_in: Client, actor: Any, settings: Any, serve: Callable[[int, bytes], str], answer: str
) -> None:
    settings.RESULTS_ADDRESS = serve(200, answer.encode())
    settings.PAGE_PROXY = "http://127.0.0.1:9"  # no page is to be had
    study = open_study(actor, keyword="lime", country="gb", language="en", device="desktop", depth=20, addresses=[])
    for attempt in range(ATTEMPTS):
        with contextlib.suppress(Exception):  # the worker notes it and tries again
            run_job("read_study", attempt, study_id=study.pk)
            break
    study.refresh_from_db()
    assert study.state in ("failed", "empty", "ready")
    page = signed_in.get(reverse("results", args=[study.pk]))
    text = page.content.decode()
    assert page.status_code == 200 and ("ry again" in text or "Read the failed pages again" in text or study.state == "empty"), study.state
    assert Study.objects.filter(pk=study.pk).count() == 1
