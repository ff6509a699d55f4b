"""Many saves at once: of a draft one is measured and one waits, the newest; nobody waits for all that another asked for, and no text is lost."""

from __future__ import annotations

import threading
import time
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.fair import FairLock
from fundament.web.accounts.roles import Actor
from fundament.web.drafts import views
from fundament.web.drafts.models import Draft
from fundament.web.drafts.services.turns import MOST_OF_A_PERSON, Turns
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft


def test_of_a_draft_one_is_under_way_and_the_newest_waits() -> None:
    turns = Turns()
    under_way, may_end = threading.Event(), threading.Event()

    def one(number: int) -> tuple[int, bool]:
        with turns.of(7, 1) as has_turn:
            if number == 0:
                under_way.set()
                may_end.wait(10)
            return number, has_turn

    with ThreadPoolExecutor(5) as pool:
        jobs = [pool.submit(one, 0)]
        under_way.wait(10)
        for number in range(1, 5):
            before = turns._waiting.get(7)
            jobs.append(pool.submit(one, number))
            while turns._waiting.get(7) is before:
                time.sleep(0.001)
        overtaken = [job.result(10) for job in jobs[1:4]]  # they are answered while the first is still under way
        may_end.set()
        assert overtaken == [(1, False), (2, False), (3, False)]
        assert [jobs[0].result(), jobs[4].result()] == [(0, True), (4, True)]
    assert not turns._under_way and not turns._waiting and not turns._of_person


def test_one_person_has_so_many_at_once_and_another_their_own() -> None:
    turns = Turns()
    with ExitStack() as stack:
        found = [stack.enter_context(turns.of(draft, 1)) for draft in range(MOST_OF_A_PERSON + 2)]
        assert found == [True] * MOST_OF_A_PERSON + [False, False]
        assert stack.enter_context(turns.of(99, 2))
    with turns.of(1, 1) as has_turn:
        assert has_turn


def test_a_measurement_that_fails_leaves_the_turn_to_the_next() -> None:
    turns = Turns()
    with pytest.raises(ValueError), turns.of(7, 1):
        raise ValueError
    with turns.of(7, 1) as has_turn:
        assert has_turn


def test_the_lock_goes_round_by_account() -> None:
    lock, order = FairLock(), []

    def ask(account: str) -> None:
        with lock.turn_of(account):
            order.append(account)

    with lock.turn_of("first"):
        threads = []
        for account in ("a", "a", "a", "b"):
            threads.append(threading.Thread(target=ask, args=(account,)))
            threads[-1].start()
            while sum(len(waiting) for waiting in lock._waiting._waiting.values()) < len(threads):
                time.sleep(0.001)
    for thread in threads:
        thread.join(10)
    assert order == ["a", "b", "a", "a"]


def test_a_save_that_has_no_turn_is_saved_and_measured_when_asked_for(
    signed_in: Client, actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch
) -> None:
    draft = make_draft(actor, study, "<p>Sand.</p>")
    Draft.objects.filter(pk=draft.pk).update(score=None)
    full = Turns()
    monkeypatch.setattr(views, "turns", full)
    body: dict[str, Any] = {"document": {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": "Lime."}]}]},
                            "base_version": draft.version, "quick": True}  # fmt: skip
    with ExitStack() as stack:
        for other in range(MOST_OF_A_PERSON):
            stack.enter_context(full.of(-other - 1, actor.person.pk if actor.person else 0))
        answer = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json").json()
        assert answer["later"] and answer["version"] == draft.version + 1 and answer["core"] is None
        assert "Its score follows in a moment" in signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    draft.refresh_from_db()
    assert draft.document["content"][0]["content"][0]["text"] == "Lime." and draft.score is None
    answer = signed_in.get(reverse("draft-panel", args=[draft.pk]), {"later": "1"}).json()
    assert answer["core"] and "later" not in answer
    draft.refresh_from_db()
    assert draft.score is not None
