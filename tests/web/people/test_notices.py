"""Notes of the application: what somebody began and left is told when it is done."""

from __future__ import annotations

from typing import Any

from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.notices.models import Notice
from fundament.web.notices.services.noting import note, notices_for, unseen
from fundament.web.studies.models import Study
from fundament.web.studies.results.opening import open_study
from fundament.web.studies.results.reading import read_study
from tests.conftest import KEYWORD
from tests.web.conftest import member

MARKET = {"country": "gb", "language": "en", "device": "desktop", "depth": 10}


def opened(actor: Actor, keyword: str = KEYWORD, **more: Any) -> Study:
    study = open_study(actor, keyword=keyword, **{**MARKET, **more})
    read_study(study.pk)
    study.refresh_from_db()
    return study


def test_who_opened_a_study_is_told_when_it_is_ready(outside: str, actor: Actor, signed_in: Client) -> None:
    study = opened(actor)
    assert unseen(actor) == 1
    page = signed_in.get(reverse("studies")).content.decode()
    assert "1 new notification" in page
    listed = signed_in.get(reverse("notices")).content.decode()
    assert "is ready:" in listed and reverse("results", args=[study.pk]) in listed
    assert unseen(actor) == 0 and "1 new notification" not in signed_in.get(reverse("studies")).content.decode()


def test_a_study_that_failed_is_told_with_the_reason(outside: str, actor: Actor, settings: Any) -> None:
    settings.RESULTS_ADDRESS = ""
    opened(actor)
    assert notices_for(actor).first().said[0] == "notice.study_failed"


def test_opening_what_it_is_about_is_enough(outside: str, actor: Actor, signed_in: Client) -> None:
    study = opened(actor)
    signed_in.get(reverse("results", args=[study.pk]))
    assert unseen(actor) == 0


def test_who_looks_at_it_is_not_told_again(outside: str, actor: Actor, signed_in: Client) -> None:
    study = opened(actor)
    part = signed_in.get(
        reverse("notices-count"),
        headers={"HX-Request": "true", "HX-Current-URL": f"http://testserver{reverse('results', args=[study.pk])}?sort=rank"},
    )
    assert "new note" not in part.content.decode() and unseen(actor) == 0


def test_a_note_is_for_one_person_in_one_workspace(outside: str, actor: Actor) -> None:
    other = member(actor.workspace, "bea", "editor")
    opened(actor)
    assert unseen(other) == 0


def test_a_newer_note_takes_the_place_of_one_that_was_not_seen(actor: Actor) -> None:
    from fundament.core.message import message

    for changed in (1, 2):
        note(actor.person, actor.workspace, message("notice.reread", study="a", changed=changed), address="/a/", thing="study:1:reread")
    assert [row.said[1]["changed"] for row in Notice.objects.filter(person=actor.person)] == [2]
    note(None, actor.workspace, message("notice.pages_read", study="a"), address="/a/", thing="study:1")
    assert Notice.objects.count() == 1
