"""Every answer says who may keep it and what a browser may do with it, whatever became of the request."""

from __future__ import annotations

import os
import subprocess
import sys
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.studies.models import Study
from tests.helpers import run_in_a_loop
from tests.web.conftest import make_draft

POLICIES = {
    "Cache-Control": "no-store", "Content-Security-Policy": "default-src 'self'", "X-Frame-Options": "DENY", "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin", "Permissions-Policy": "camera=()",
}  # fmt: skip


def lacking(answer: Any) -> list[str]:
    return [name for name, value in POLICIES.items() if value not in answer.headers.get(name, "")]


def test_policies_hold_on_every_answer(signed_in: Client, actor: Actor, study: Study) -> None:
    draft = make_draft(actor, study, "<p>Lime is kind to brick.</p>")
    of_study = [
        reverse(name, args=[study.pk])
        for name in ("results", "terms", "entities", "outline", "yardstick", "study-history", "drafts", "progress")
    ]
    of_draft = [reverse(name, args=[draft.pk]) for name in ("draft", "draft-panel", "export-draft", "revisions", "measured-against")]
    others = ["/studies/", "/account/", "/nothing/", "/studies/10000/", f"{of_study[1]}?format=csv", reverse("save-draft", args=[draft.pk])]
    for address in (*of_study, *of_draft, *others):
        assert not lacking(signed_in.get(address)), address
    assert not lacking(signed_in.post(reverse("save-draft", args=[draft.pk]), "no JSON", content_type="application/json"))
    for address in ("/sign-in/", "/studies/", "/ready", "/invitations/none/"):
        assert not lacking(Client().get(address)), address


def test_a_fault_of_ours_has_them_too(signed_in: Client, study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    def broken(*_: Any) -> None:
        raise RuntimeError("nobody foresaw this")

    monkeypatch.setattr("fundament.web.studies.results.list_views.studies_for", broken)
    signed_in.raise_request_exception = False
    answer = signed_in.get("/studies/")
    assert answer.status_code == 500 and not lacking(answer)


def test_the_name_of_tests_is_no_host_elsewhere() -> None:
    environment = {name: value for name, value in os.environ.items() if name != "FUNDAMENT_TESTING"}
    program = "from fundament.web import settings; print(settings.ALLOWED_HOSTS)"
    hosts = subprocess.run([sys.executable, "-c", program], env=environment, capture_output=True, text=True, check=True).stdout
    assert "127.0.0.1" in hosts and "testserver" not in hosts


def test_files_and_events_have_policies_of_their_own() -> None:
    from fundament.web.asgi import application

    for path in ("/static/icon.svg", "/static/build/editor.js", "/events/", "/health"):
        sent: list[dict[str, Any]] = []

        async def receive() -> dict[str, Any]:
            return {"type": "http.disconnect"}

        async def send(event: dict[str, Any], sent: list[dict[str, Any]] = sent) -> None:
            sent.append(event)

        scope = {"type": "http", "method": "GET", "path": path, "headers": [], "query_string": b"", "scheme": "http", "http_version": "1.1",
                 "server": ("127.0.0.1", 80), "client": ("127.0.0.1", 9)}  # fmt: skip
        run_in_a_loop(application(scope, receive, send))
        headers = {name.decode().lower(): value.decode() for name, value in sent[0]["headers"]}
        assert headers["x-content-type-options"] == "nosniff" and "default-src 'none'" in headers["content-security-policy"], path
        assert headers["x-frame-options"] == "DENY" and headers["permissions-policy"].startswith("camera=()"), path
