"""Nothing that a person wrote is in any log, and each failure is found there by its request's number, with kind and place."""

from __future__ import annotations

import io
import json
import logging
from collections.abc import Iterator
from typing import Any

import psycopg
import pytest
from django.db import connection, transaction
from django.test import Client
from django.urls import reverse

import fundament.web.urls  # noqa: F401 - all views are there before anything is made to fail
from fundament.postgres import Postgres
from fundament.runtime import DATA
from fundament.web.accounts.roles import Actor
from fundament.web.logs import JsonFormatter
from fundament.web.members.services.profile import note_failed
from fundament.web.studies.models import Study
from tests.helpers import text_document
from tests.web.conftest import make_draft

MARKER = "Zinkweiss-4711"


@pytest.fixture
def logged() -> Iterator[io.StringIO]:
    """Everything that is logged anywhere, at any level, in the form it is written in."""
    stream, root = io.StringIO(), logging.getLogger()
    handler = logging.StreamHandler(stream)
    handler.setFormatter(JsonFormatter())
    level = root.level
    root.addHandler(handler)
    root.setLevel(logging.DEBUG)
    yield stream
    root.removeHandler(handler)
    root.setLevel(level)


def entries(logged: io.StringIO) -> list[dict[str, Any]]:
    return [json.loads(line) for line in logged.getvalue().splitlines()]


def test_what_was_typed_everywhere_is_in_no_log_when_everything_fails(
    signed_in: Client, actor: Actor, study: Study, logged: io.StringIO, monkeypatch: pytest.MonkeyPatch
) -> None:
    draft = make_draft(actor, study, f"<p>{MARKER}</p>")
    signed_in.raise_request_exception = False

    def failing(*values: Any, **named: Any) -> None:
        try:
            with transaction.atomic(), connection.cursor() as cursor:
                cursor.execute("SELECT %s::integer", [f"{MARKER} {values} {named}"])
        except Exception as error:
            raise RuntimeError(f"with {MARKER}: {values} {named}") from error

    for place in (
        "drafts.text.saving.save", "drafts.text.saving.create_draft", "drafts.text.saving.rename", "studies.results.opening.open_study",
        "studies.results.opening.rename", "studies.results.list_views.studies_for", "members.views.members.invite", "members.views.profile.save_profile",
    ):  # fmt: skip
        monkeypatch.setattr(f"fundament.web.{place}", failing)
    document = text_document(MARKER)
    answers = [
        signed_in.post(reverse("save-draft", args=[draft.pk]), {"document": document, "base_version": 1, "title_tag": MARKER,
                       "meta_description": MARKER}, content_type="application/json"),
        signed_in.post(reverse("new-draft", args=[study.pk]), {"name": MARKER}),
        signed_in.post(reverse("rename-draft", args=[draft.pk]), {"name": MARKER}),
        signed_in.post(reverse("new-study"), {"keyword": MARKER, "country": "gb", "language": "en", "device": "desktop", "depth": "10"}),
        signed_in.post(reverse("rename-study", args=[study.pk]), {"name": MARKER}),
        signed_in.get(reverse("studies"), {"search": MARKER}),
        signed_in.post(reverse("invite"), {"role": "reader", "note": MARKER}),
        signed_in.post(reverse("account"), {"display_name": MARKER, "time_zone": "UTC", "language": "en-gb"}),
    ]  # fmt: skip
    client = Client(raise_request_exception=False)
    client.post(reverse("sign-in"), {"username": MARKER, "password": MARKER})
    client.get(f"/invitations/{MARKER}/")
    assert [answer.status_code for answer in answers] == [500] * len(answers)
    assert MARKER not in logged.getvalue()
    found = {entry.get("request"): entry for entry in entries(logged) if "error" in entry}
    for answer in answers:
        entry = found[answer["X-Request-Number"]]
        assert entry["error"] == "builtins.RuntimeError" and entry["places"][-1].startswith("web/process/test_logs.py:")
        assert entry["because"].startswith("django.db.utils.DataError at ")
    assert answers[1].content.decode().count(answers[1]["X-Request-Number"]) == 1  # whoever saw it can tell it


def test_a_failing_statement_leaves_its_values_out_of_the_databases_log(db: None) -> None:
    log = Postgres(DATA, "postgres-test", durable=False).folder / "server.log"
    before = log.stat().st_size
    options = connection.get_connection_params()
    wanted = {key: options[key] for key in ("dbname", "user", "password", "host", "port")}
    with psycopg.connect(**wanted, autocommit=True) as direct:
        for statement in (
            f"SELECT '{MARKER}'::integer",
            f"SELECT 1/0, '{MARKER}'",
            f"INSERT INTO accounts_workspace (name) VALUES ('{MARKER}')",
        ):
            with pytest.raises(psycopg.Error):
                direct.execute(statement)
        with pytest.raises(psycopg.Error):
            direct.execute("SELECT %s::integer", [MARKER])
    assert MARKER not in log.read_text()[before:]


def test_sign_ins_exports_and_what_is_done_are_noted_by_number(
    client: Client, person: Any, actor: Actor, study: Study, logged: io.StringIO
) -> None:
    draft = make_draft(actor, study, f"<p>{MARKER}</p>")
    client.post(reverse("sign-in"), {"username": "ada", "password": "limewash-1"})
    client.get(reverse("export-file", args=[draft.pk, "html"]))
    client.post(reverse("rename-study", args=[study.pk]), {"name": MARKER})
    note_failed(None)
    told = {entry["what"]: entry for entry in entries(logged) if entry["from"] == "fundament.audit"}
    assert {"sign-in", "sign-in failed", "export", "study.rename", "draft.create"} <= set(told)
    assert told["export"]["person"] == person.pk and told["export"]["thing"] == str(draft.pk)
    assert told["study.rename"]["thing"] == f"study:{study.pk}" and told["study.rename"]["workspace"] == study.workspace_id
    assert MARKER not in logged.getvalue()
