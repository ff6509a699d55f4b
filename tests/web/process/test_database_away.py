"""When the database is away, or somebody holds a row for too long, every kind of request is answered with a sentence, and not with a fault of ours."""

from __future__ import annotations

from typing import Any

import psycopg
import pytest
from django.db import OperationalError
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft

pytestmark = pytest.mark.slow


class LockedError(psycopg.OperationalError):
    sqlstate = "55P03"


def raising(cause: Exception | None) -> Any:
    def ask(*_: Any, **__: Any) -> None:
        raise OperationalError("no connection") from cause

    return ask


@pytest.mark.parametrize(("cause", "says"), [(None, "database is away"), (LockedError("locked"), "try again in a moment")])
def test_each_kind_of_request_gets_a_sentence(
    signed_in: Client, actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch, cause: Exception | None, says: str
) -> None:
    draft = make_draft(actor, study, "<p>Lime.</p>")
    signed_in.raise_request_exception = False
    monkeypatch.setattr("fundament.web.drafts.text.saving.save", raising(cause))
    monkeypatch.setattr("fundament.web.studies.results.list_views.studies_for", raising(cause))
    saved = signed_in.post(
        reverse("save-draft", args=[draft.pk]), {"document": draft.document, "base_version": 1}, content_type="application/json"
    )
    page, part = signed_in.get("/studies/"), signed_in.get("/studies/", headers={"HX-Request": "true"})
    assert [answer.status_code for answer in (saved, page, part)] == [503, 503, 503]
    assert says in saved.json()["problem"] and says in page.content.decode() and says in part.content.decode()
    assert page.headers["Retry-After"] == "5" and part.headers["HX-Retarget"] == "#trouble"


def test_a_session_that_cannot_be_looked_up_is_answered_too(signed_in: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("django.contrib.sessions.backends.db.SessionStore.load", raising(None))
    signed_in.raise_request_exception = False
    answer = signed_in.get("/studies/")
    assert answer.status_code == 503 and "database is away" in answer.content.decode()


def test_another_fault_is_ours(signed_in: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    def broken(*_: Any) -> None:
        raise RuntimeError("nobody foresaw this")

    monkeypatch.setattr("fundament.web.studies.results.list_views.studies_for", broken)
    signed_in.raise_request_exception = False
    answer = signed_in.get("/studies/")
    assert answer.status_code == 500 and "fault is ours" in answer.content.decode() and "foresaw" not in answer.content.decode()
