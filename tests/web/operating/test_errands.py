"""What is asked for in a form and takes its time is a job: one of a kind a person at once, told on a screen of its own, and with its form again when it went wrong."""

from __future__ import annotations

from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from procrastinate.contrib.django.models import ProcrastinateJob

from fundament.web.accounts.models import Membership
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.bringing import ask_for_draft
from fundament.web.errands.models import Errand
from fundament.web.errands.services import running
from fundament.web.errors import NotFoundError, TooOftenError
from fundament.web.studies.models import Study
from tests.web.conftest import after_errand, member

TEXT = ("sand.txt", b"Wet the lime mortar, and wet the bricks before it.")


def test_a_form_answers_at_once_and_a_job_does_the_work(signed_in: Client, study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    def unasked(*_: Any, **__: Any) -> None:
        raise AssertionError("no view reads a file or asks another server")

    with monkeypatch.context() as patched:
        patched.setattr("fundament.web.drafts.text.bringing.read_file", unasked)
        patched.setattr("fundament.web.drafts.text.bringing.page_fetcher", unasked)
        asked = signed_in.post(reverse("bring-draft", args=[study.pk]), {"text": SimpleUploadedFile(*TEXT)})
        page = signed_in.get(asked["Location"])
    assert "sand.txt" in page.content.decode() and "It is about to be done." in page.content.decode()
    assert ProcrastinateJob.objects.filter(task_name="carry_out_errand", status="todo").count() == 1
    answer = after_errand(signed_in, asked)
    assert answer.redirect_chain[-1][0] == reverse("draft", args=[Draft.objects.latest("pk").pk])
    errand = Errand.objects.get()
    assert errand.state == "done" and errand.content is None


def test_one_of_a_kind_a_person_at_once(signed_in: Client, actor: Actor, study: Study) -> None:
    first = ask_for_draft(actor, study.pk, file=TEXT)
    with pytest.raises(TooOftenError):
        ask_for_draft(actor, study.pk, address="https://a.example/")
    refused = signed_in.post(reverse("bring-draft", args=[study.pk]), {"address": "https://a.example/"})
    assert refused.status_code == 429 and "still being read" in refused.content.decode()
    ask_for_draft(member(actor.workspace, "bea", "writer"), study.pk, file=TEXT)  # another person's
    running.carry_out(first.pk)
    ask_for_draft(actor, study.pk, file=TEXT)
    assert Errand.objects.count() == 3


def test_an_errand_is_done_as_who_asked_is_now(actor: Actor, study: Study) -> None:
    bea = member(actor.workspace, "bea", "writer")
    reader, gone = (ask_for_draft(member(actor.workspace, name, "writer"), study.pk, file=TEXT) for name in ("cora", "dora"))
    Membership.objects.filter(user=reader.person).update(role="reader")
    Membership.objects.filter(user=gone.person).delete()
    for errand in (reader, gone):
        running.carry_out(errand.pk)
        errand.refresh_from_db()
        assert errand.state == "failed" and errand.problem and errand.content is None
    with pytest.raises(NotFoundError):
        running.errand_for(bea, reader.pk)  # nobody else's to see
    assert not Draft.objects.filter(created_by=reader.person).exists()


def test_what_went_wrong_is_said_in_the_form_it_came_from_and_nowhere_else(signed_in: Client, actor: Actor, study: Study) -> None:
    asked = signed_in.post(reverse("bring-draft", args=[study.pk]), {"address": "http://10.0.0.1/a", "name": "Kept"})
    page = after_errand(signed_in, asked).content.decode()
    assert "private network" in page and "Kept" in page and "http://10.0.0.1/a" in page
    number = Errand.objects.get().pk
    assert "private network" not in signed_in.get(f"{reverse('new-study')}?errand={number}").content.decode()
    bea = Client()
    other = member(actor.workspace, "bea", "writer").person
    assert other is not None
    bea.force_login(other)
    assert "private network" not in bea.get(f"{reverse('drafts', args=[study.pk])}?errand={number}").content.decode()
    for odd in ("x", "9" * 40, "-1", "²"):
        assert signed_in.get(f"{reverse('drafts', args=[study.pk])}?errand={odd}").status_code == 200


def test_a_job_that_cannot_be_done_is_given_up_with_a_sentence(signed_in: Client, actor: Actor, study: Study) -> None:
    errand = ask_for_draft(actor, study.pk, file=TEXT)
    running.give_up(errand.pk)
    assert "tried several times" in signed_in.get(reverse("errand", args=[errand.pk]), follow=True).content.decode()
    running.carry_out(errand.pk)  # it is at its end
    assert not Draft.objects.filter(study=study).exists()


def test_a_fault_of_ours_is_no_end_of_it(actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    errand = ask_for_draft(actor, study.pk, file=TEXT)

    def broken(*_: Any, **__: Any) -> None:
        raise RuntimeError("nobody foresaw this")

    with monkeypatch.context() as patched:
        patched.setattr("fundament.web.drafts.text.bringing.read_file", broken)
        with pytest.raises(RuntimeError):
            running.carry_out(errand.pk)
    running.carry_out(errand.pk)  # tried again
    errand.refresh_from_db()
    assert errand.state == "done"
