"""A link for a new password by mail, where mail is set up."""

from __future__ import annotations

import re
import smtplib
from datetime import timedelta
from typing import Any

import pytest
from django.core import mail
from django.test import Client
from django.urls import reverse
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from fundament.web.accounts.models import PasswordLink, Person
from fundament.web.accounts.roles import Actor
from fundament.web.members.services import passwords
from fundament.web.members.services.passwords import mail_link
from tests.web.conftest import member

PASSWORD = "a-long-enough-one"


@pytest.fixture(autouse=True)
def _mail_is_set_up(settings: Any) -> None:
    settings.MAIL_SET_UP, settings.ADDRESS, settings.DEFAULT_FROM_EMAIL = True, "https://desk.example", "desk@desk.example"


@pytest.fixture
def bea(actor: Actor) -> Person:
    person = member(actor.workspace, "bea", "writer").person
    assert person is not None
    person.set_password(PASSWORD)
    person.email = "Bea@office.example"
    person.save()
    return person


def link_in(message: Any) -> str:
    found = re.search(r"https://desk\.example(/\S+)", message.body)
    assert found is not None
    return found.group(1)


def test_from_the_sign_in_page_to_a_new_password(bea: Person, client: Client) -> None:
    assert reverse("forgotten-password") in client.get(reverse("sign-in")).content.decode()
    page = client.post(reverse("forgotten-password"), {"who": "BEA@office.example"}).content.decode()
    assert "is on its way" in page and not mail.outbox  # it is a job's work
    job = ProcrastinateJob.objects.get(task_name="mail_password_link")
    assert mail_link(**job.args) == 1
    (sent,) = mail.outbox
    assert sent.to == ["Bea@office.example"] and sent.from_email == "desk@desk.example" and "bea" in sent.body
    link = link_in(sent)
    assert link.split("/")[-2] not in str(job.args) and not PasswordLink.objects.filter(token_hash__in=link.split("/")).exists()
    assert client.post(link, {"new": "another-long-one"}).url == reverse("sign-in")
    bea.refresh_from_db()
    assert bea.check_password("another-long-one") and client.get(link).status_code == 404


def test_whether_there_is_an_account_shows_nowhere(bea: Person, client: Client) -> None:
    pages = [client.post(reverse("forgotten-password"), {"who": who}).content.decode().replace(who, "") for who in ("bea", "nobody")]
    found, missing = (re.sub(r"[A-Za-z0-9]{64}", "", page) for page in pages)  # without the token of the form
    assert found == missing
    for job in ProcrastinateJob.objects.filter(task_name="mail_password_link"):
        mail_link(**job.args)
    assert len(mail.outbox) == 1


def test_nobody_can_have_somebody_mailed_all_day(bea: Person) -> None:
    assert [mail_link("bea") for _ in range(5)] == [1, 0, 0, 0, 0]
    first = link_in(mail.outbox[0])
    PasswordLink.objects.update(created_at=timezone.now() - timedelta(minutes=6))
    assert mail_link("bea@office.example") == 1
    assert Client().get(first).status_code == 404 and Client().get(link_in(mail.outbox[1])).status_code == 200  # the newest only


def test_a_mail_server_that_is_down_leaves_no_link_and_the_job_can_try_again(bea: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    def down(*_: Any, **__: Any) -> int:
        raise smtplib.SMTPServerDisconnected("closed")

    with monkeypatch.context() as broken:
        broken.setattr(passwords, "send_mail", down)
        with pytest.raises(smtplib.SMTPServerDisconnected):
            mail_link("bea")
    assert not PasswordLink.objects.exists() and mail_link("bea") == 1


@pytest.mark.parametrize("who", ["", "  ", "\x00", "x" * 5_000, "bea@office.example\nBcc: all@office.example", "\ud800"])
def test_what_is_no_name_mails_nobody(bea: Person, client: Client, who: str) -> None:
    shown = who.encode("utf-8", "surrogatepass").decode("utf-8", "replace")
    assert client.post(reverse("forgotten-password"), {"who": shown}).status_code == 200
    assert mail_link(shown) == 0 and not mail.outbox


def test_the_mail_address_is_changed_with_the_password_only(bea: Person, client: Client) -> None:
    client.force_login(bea)
    mail_link("bea")
    address = reverse("account")
    wrong = client.post(address, {"what": "mail", "mail": "mallory@elsewhere.example", "old": "guessed"})
    assert wrong.status_code == 422 and "mallory@elsewhere.example" in wrong.content.decode()
    nonsense = client.post(address, {"what": "mail", "mail": "not an address", "old": PASSWORD})
    assert nonsense.status_code == 422 and "not a mail address" in nonsense.content.decode()
    bea.refresh_from_db()
    assert bea.email == "Bea@office.example"
    assert client.post(address, {"what": "mail", "mail": "bea@home.example", "old": PASSWORD}).status_code == 302
    bea.refresh_from_db()
    assert bea.email == "bea@home.example"
    assert Client().get(link_in(mail.outbox[0])).status_code == 404  # what was mailed to the old address opens nothing any more


def test_without_mail_there_is_no_such_page(client: Client, settings: Any) -> None:
    settings.MAIL_SET_UP = False
    assert client.get(reverse("forgotten-password")).status_code == 404
    page = client.get(reverse("sign-in")).content.decode()
    assert reverse("forgotten-password") not in page and "An owner of your workspace" in page
