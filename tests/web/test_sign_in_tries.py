"""Passwords cannot be tried without end, and the answer tells nobody whether there is such an account."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

import pytest
from axes.models import AccessAttempt
from django.contrib.auth.hashers import MD5PasswordHasher
from django.test import Client
from django.utils import timezone

from fundament.web.accounts.models import Person

pytestmark = pytest.mark.django_db
TRIES = 5


@pytest.fixture(autouse=True)
def _few_tries(settings: Any) -> None:
    settings.AXES_FAILURE_LIMIT = TRIES


@pytest.fixture
def bea() -> Person:
    return Person.objects.create_user("bea", password="a-long-enough-one")


def sign_in(name: str, password: str, address: str = "192.0.2.1") -> Any:
    return Client(REMOTE_ADDR=address).post("/sign-in/", {"username": name, "password": password})


def test_an_account_is_closed_for_a_while_from_wherever_it_is_tried(bea: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    answers = [sign_in("bea", "wrong", f"192.0.2.{number}") for number in range(TRIES)]
    assert [answer.status_code for answer in answers] == [200] * (TRIES - 1) + [429]
    looked: list[str] = []
    verify = MD5PasswordHasher.verify
    monkeypatch.setattr(MD5PasswordHasher, "verify", lambda self, *given: looked.append(given[0]) or verify(self, *given))
    closed = sign_in("bea", "a-long-enough-one", "192.0.2.99")
    assert closed.status_code == 429 and "Too many tries" in closed.content.decode() and 'value="bea"' in closed.content.decode()
    assert not looked  # it costs no time either
    AccessAttempt.objects.update(attempt_time=timezone.now() - timedelta(minutes=16))
    assert sign_in("bea", "a-long-enough-one").status_code == 302


def test_an_address_that_tries_many_names_is_closed_and_others_are_not(bea: Person) -> None:
    for number in range(TRIES):
        sign_in(f"name{number}", "wrong", "192.0.2.7")
    assert sign_in("bea", "a-long-enough-one", "192.0.2.7").status_code == 429
    assert sign_in("bea", "a-long-enough-one", "192.0.2.8").status_code == 302


def test_the_answers_are_the_same_for_an_account_that_is_not_there(bea: Person) -> None:
    for number in range(TRIES):
        there, missing = sign_in("bea", "wrong", f"192.0.2.{number}"), sign_in("ghost", "wrong", f"198.51.100.{number}")
        assert there.status_code == missing.status_code
        pages = [
            re.sub(r"[A-Za-z0-9]{64}", "", answer.content.decode()).replace(name, "")
            for answer, name in ((there, "bea"), (missing, "ghost"))
        ]
        assert pages[0] == pages[1]


def test_who_gets_it_right_begins_anew(bea: Person) -> None:
    for _ in range(3):
        for _ in range(TRIES - 1):
            assert sign_in("bea", "wrong").status_code == 200
        assert sign_in("bea", "a-long-enough-one").status_code == 302
