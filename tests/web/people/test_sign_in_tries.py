"""Passwords cannot be tried without end, nobody keeps another person out, and the answer tells nobody whether there is such an account."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

import pytest
from django.contrib.auth.hashers import MD5PasswordHasher
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.web.accounts.models import PasswordLink, Person, SignInTries
from fundament.web.members.services import tries
from fundament.web.members.services.links import new_token

pytestmark = pytest.mark.django_db
OF_NAME, OF_ADDRESS = 2, 6  # that may fail
RIGHT = "a-long-enough-one"


@pytest.fixture(autouse=True)
def _few_tries(settings: Any) -> None:
    settings.SIGN_IN_TRIES = OF_ADDRESS


@pytest.fixture
def bea() -> Person:
    return Person.objects.create_user("bea", password=RIGHT)


def sign_in(name: str, password: str, address: str = "192.0.2.1", client: Client | None = None) -> Any:
    return (client or Client()).post("/sign-in/", {"username": name, "password": password}, REMOTE_ADDR=address)


def later(seconds: float) -> None:
    """As if so much time had passed."""
    for row in SignInTries.objects.all():
        row.last_at -= timedelta(seconds=seconds)
        row.save()


def often(kind: str) -> None:
    """As if it had failed a dozen times, just now."""
    assert SignInTries.objects.filter(kind=kind).update(failures=12.0, last_at=timezone.now())


def test_tries_of_a_name_wait_longer_and_longer_from_wherever_they_come(bea: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    waits = []
    for number in range(10):
        assert sign_in("bea", "wrong", f"192.0.2.{number}").status_code == 200
        waits.append(tries.seconds_to_wait(tries.Source("bea", "192.0.2.200")))
        later(waits[-1])
    assert waits[: OF_NAME - 1] == [0] * (OF_NAME - 1) and waits == sorted(waits) and waits[OF_NAME - 1] <= 2 and waits[-1] > 100
    looked: list[str] = []
    verify = MD5PasswordHasher.verify
    monkeypatch.setattr(MD5PasswordHasher, "verify", lambda self, *given: looked.append(given[0]) or verify(self, *given))
    sign_in("bea", "wrong", "192.0.2.50")
    often("name")
    before = looked.copy()
    closed = sign_in("bea", RIGHT, "192.0.2.99")
    assert closed.status_code == 429 and "Too many tries" in closed.content.decode() and 'value="bea"' in closed.content.decode()
    assert looked == before  # it costs no time either


def test_a_try_that_comes_too_early_prolongs_nothing_and_no_delay_is_longer_than_a_quarter_of_an_hour(bea: Person) -> None:
    sign_in("bea", "wrong")
    SignInTries.objects.update(failures=1_000.0)
    sign_in("bea", "wrong", "192.0.2.77")
    first = int(sign_in("bea", RIGHT).headers["Retry-After"])
    assert first > 800
    for _ in range(20):
        sign_in("bea", RIGHT)
    assert int(sign_in("bea", RIGHT).headers["Retry-After"]) <= first <= tries.LONGEST
    later(tries.LONGEST)
    assert sign_in("bea", RIGHT).status_code == 302


def test_failures_ease_with_time(bea: Person) -> None:
    for _ in range(OF_NAME):
        sign_in("bea", "wrong")
    later(3 * tries.EASES)
    sign_in("bea", "wrong")
    assert SignInTries.objects.get(kind="name").failures == pytest.approx(1.0, abs=0.1)


def test_whoever_signed_in_here_before_gets_in_whatever_others_try(bea: Person) -> None:
    own = Client()
    assert sign_in("bea", RIGHT, "192.0.2.1", own).status_code == 302
    own.post("/sign-out/")
    for number in range(15):
        sign_in("bea", "wrong", f"198.51.100.{number}")
        sign_in("bea", "wrong", "192.0.2.1")
    often("name")
    assert sign_in("bea", RIGHT, "192.0.2.1").status_code == 429  # another browser
    assert sign_in("bea", RIGHT, "192.0.2.1", own).status_code == 302


def test_a_known_device_has_its_own_delay_and_is_nobody_elses(bea: Person) -> None:
    own = Client()
    sign_in("bea", RIGHT, client=own)
    own.post("/sign-out/")
    assert [sign_in("bea", "wrong", client=own).status_code for _ in range(OF_NAME)] == [200] * OF_NAME
    assert [(row.kind, row.failures) for row in SignInTries.objects.all()] == [("device", OF_NAME)]
    often("device")
    assert sign_in("bea", RIGHT, client=own).status_code == 429
    other = Person.objects.create_user("adam", password=RIGHT)
    sign_in("adam", "wrong", "198.51.100.1")
    often("name")
    assert sign_in(other.username, RIGHT, client=own).status_code == 429  # a cookie of bea's opens nothing for another
    forged = Client()
    forged.cookies[tries.DEVICE] = "1:nothing"
    sign_in("bea", "wrong", "198.51.100.2")
    often("name")
    assert sign_in("bea", RIGHT, client=forged).status_code == 429


def test_a_link_for_a_new_password_lets_in_whoever_has_it(bea: Person) -> None:
    token, token_hash = new_token()
    PasswordLink.objects.create(person=bea, token_hash=token_hash, expires_at=timezone.now() + timedelta(hours=1))
    for number in range(15):
        sign_in("bea", "wrong", f"198.51.100.{number}")
    own = Client()
    assert own.post(reverse("new-password", args=[token]), {"new": "another-long-one"}).status_code == 302
    sign_in("bea", "wrong", "198.51.100.3")
    sign_in("bea", "wrong", "198.51.100.4")
    sign_in("bea", "wrong", "198.51.100.5")
    assert sign_in("bea", "another-long-one", "192.0.2.9", own).status_code == 302


def test_an_address_that_tries_many_names_waits_and_a_success_of_its_own_takes_nothing_back(bea: Person) -> None:
    statuses = []
    for number in range(39):
        statuses.append(sign_in(f"name{number}", "wrong", "192.0.2.7").status_code)
        if number % 3 == 2:
            sign_in("bea", RIGHT, "192.0.2.7")
    assert statuses[:OF_ADDRESS] == [200] * OF_ADDRESS and 429 in statuses
    assert sign_in("bea", RIGHT, "192.0.2.8").status_code == 302


def test_nobody_is_believed_who_says_for_whom_they_ask(bea: Person) -> None:
    for number in range(OF_ADDRESS):
        Client().post(
            "/sign-in/", {"username": f"n{number}", "password": "wrong"}, REMOTE_ADDR="192.0.2.7", HTTP_X_FORWARDED_FOR=f"10.0.0.{number}"
        )
    of_address = SignInTries.objects.get(kind="address")
    assert of_address.failures == OF_ADDRESS


def test_the_answers_are_the_same_for_an_account_that_is_not_there(bea: Person) -> None:
    for number in range(OF_ADDRESS):
        there, missing = sign_in("bea", "wrong", f"192.0.2.{number}"), sign_in("ghost", "wrong", f"198.51.100.{number}")
        assert there.status_code == missing.status_code
        pages = [
            re.sub(r"[A-Za-z0-9]{64}|Wait \d+ seconds?", "", answer.content.decode()).replace(name, "")
            for answer, name in ((there, "bea"), (missing, "ghost"))
        ]
        assert pages[0] == pages[1]


def test_who_gets_it_right_begins_anew(bea: Person) -> None:
    for number in range(3):
        assert sign_in("bea", "wrong", f"192.0.2.{number}").status_code == 200
        assert sign_in("bea", RIGHT, f"192.0.2.{number}").status_code == 302


def test_nothing_of_what_was_typed_is_kept(bea: Person) -> None:
    sign_in("my password by mistake", "wrong")
    assert "password" not in str(list(SignInTries.objects.values()))
