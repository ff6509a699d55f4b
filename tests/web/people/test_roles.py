"""Who may do what: every address, with every method, as every role, in one's own workspace and from another."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

import pytest
from django.test import Client
from django.urls import URLPattern, URLResolver, get_resolver, reverse

from fundament.core.documents.schema import EMPTY
from fundament.web.accounts.models import PasswordLink, Person, SignIn, Workspace
from fundament.web.accounts.roles import ALLOWED_FROM, LOWEST_FIRST, Actor, can, job_in, seen_by
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.sharing import share
from fundament.web.history.models import ActionLog
from fundament.web.studies.models import Study
from tests.web.conftest import ROLES, member
from tests.web.people.addresses import ADDRESSES, OF_NOBODY, OF_ONE


def names(resolver: URLResolver | None = None) -> Iterator[str]:
    for pattern in (resolver or get_resolver()).url_patterns:
        if isinstance(pattern, URLResolver):
            yield from names(pattern)
        elif isinstance(pattern, URLPattern) and pattern.name:
            yield pattern.name


BODIES: dict[str, Any] = {
    "keep-intent": {"intent": "0"},
    "take-up": {"phrase": "hair in plaster", "to": "outline"},
    "plan-length": {"words": "900"}, "decide": {"kind": "terms", "action": "dropped"}, "add-terms": {"terms": "garden gnome"}, "join": {"kind": "terms"}, "split": {"member": "x"}, "call": {"name": "Other"}, "add-entity": {"name": "Aunt Mabel"}, "add-heading": {"heading": "Another"}, "move-heading": {"way": "up"}, "export-plan": {"format": "md"}, "set-logo": {"remove": "yes"},
    "say-of-language": {"what": "check", "key": "facts", "done": "yes"},
    "settle-proposals": {"verdict": "dismissed", "proposals": [{"key": "use_term:x"}]}, "rewrite": {"kind": "shorten", "block": "x", "start": 0, "end": 0},
    "state": {"kind": "not_for_page", "target": "terms:y"}, "save-draft": {"document": EMPTY, "base_version": 1}, "rename-draft": {"name": "Other"}, "rename-study": {"name": "Other"},
    "rename-workspace": {"name": "Other"}, "new-keyword-list": {"name": "Other"}, "keywords-from-catalogue": {"seed": "lime"}, "add-keywords": {"phrases": "a b"},
    "rename-keyword-list": {"name": "Other"}, "new-import": {"kind": "keywords", "pasted": "keyword\na b\n"}, "import-columns": {"column-0": "keyword"},
    "new-site": {"address": "another.example"}, "change-site": {"name": "Other", "pages_a_minute": "60", "time_zone": "UTC"}, "add-pages": {"addresses": ""},
    "publish-draft": {"address": "https://www.marlandquoin.example/a", "since": "2026-11-02"}, "change-member": {"role": "owner"}, "invite": {"role": "writer"},
}  # fmt: skip


FOR_VISITORS = (
    "shared",
    "guest-desk",
    "guest-save",
    "guest-panel",
    "guest-version",
    "guest-picture",
)  # nothing is there for whoever did not come by a link


def ask(client: Client, name: str, place: dict[str, Any], method: str = "") -> int:
    method = method or ADDRESSES[name][0]
    address = reverse(name, kwargs=place)
    body = BODIES.get(name, {})
    if name in ("save-draft", "settle-proposals", "rewrite") and method == "POST":
        return client.post(address, json.dumps(body), content_type="application/json").status_code
    return getattr(client, method.lower())(address, body).status_code


def test_every_address_is_in_the_table() -> None:
    assert set(names()) == set(ADDRESSES)


def test_every_action_is_declared_for_a_role() -> None:
    assert set(ALLOWED_FROM.values()) <= set(LOWEST_FIRST) and set(ROLES) == set(LOWEST_FIRST)


@pytest.mark.parametrize("role", ROLES)
def test_what_each_role_may_do(client: Client, actor: Actor, places: dict[str, dict[str, Any]], role: str) -> None:
    client.force_login(member(actor.workspace, f"a-{role}", role).person)
    wrong = {}
    last = ("renew", "read-again")  # after these the study is at work
    for name, (_, least) in sorted(ADDRESSES.items(), key=lambda item: item[0] in last):
        if name in ("sign-out", "invitation", "new-password", "forgotten-password", "end-sign-in", *OF_ONE, "ready"):
            continue
        status = ask(client, name, places[name])
        allowed = not least or LOWEST_FIRST.index(role) >= LOWEST_FIRST.index(least)
        if (
            (status == 403) == allowed
            or status >= 500
            or (allowed and status == 404 and name not in ("measure-against", "take-back", "join", "logo") and name not in FOR_VISITORS)
        ):
            wrong[name] = status
    assert not wrong


def test_nothing_is_there_for_another_workspace(client: Client, places: dict[str, dict[str, Any]], study: Study, draft: Draft) -> None:
    elsewhere = Workspace.objects.create(name="Elsewhere")
    client.force_login(member(elsewhere, "eve", "owner").person)
    before = [ActionLog.objects.count(), Draft.objects.get(pk=draft.pk).version, Study.objects.get(pk=study.pk).name]
    wrong = {}
    for name in set(ADDRESSES) - OF_NOBODY:
        status = ask(client, name, places[name])
        if status != 404:
            wrong[name] = status
    assert not wrong
    assert [ActionLog.objects.count(), Draft.objects.get(pk=draft.pk).version, Study.objects.get(pk=study.pk).name] == before


def test_without_signing_in_there_is_only_the_way_in(client: Client, places: dict[str, dict[str, Any]]) -> None:
    wrong = {name: ask(client, name, places[name]) for name, (_, least) in ADDRESSES.items() if least != "" and name != "sign-out"}
    assert set(wrong.values()) == {302}
    assert ask(client, "invitation", {"token": "none"}) == 404


def test_a_visitor_by_link_gets_no_further_than_anybody(actor: Actor, draft: Draft, places: dict[str, dict[str, Any]]) -> None:
    client = Client()
    assert client.post(reverse("shared", args=[share(actor, draft.pk, hours=1, with_scores=True)[1]]), {"name": "Gil"}).status_code == 302
    answers = {name: ask(client, name, places[name]) for name, (_, least) in ADDRESSES.items() if least and name != "sign-out"}
    assert set(answers.values()) == {302}  # to the way in
    assert client.get(reverse("guest-desk", args=[draft.pk])).status_code == 200


def test_what_changes_something_answers_to_no_other_method(client: Client, actor: Actor, places: dict[str, dict[str, Any]]) -> None:
    client.force_login(actor.person)
    for name, (method, _) in ADDRESSES.items():
        if method == "POST" and name != "sign-out":
            assert ask(client, name, places[name], "GET") == 405, name


def test_somebody_without_a_workspace_is_told_so(client: Client, db: None) -> None:
    client.force_login(Person.objects.create_user("nobody"))
    answer = client.get(reverse("studies"))
    assert answer.status_code == 403 and "Ask somebody for an invitation" in answer.content.decode()


def test_lists_go_through_what_the_actor_may_see(actor: Actor, study: Study) -> None:
    other = Workspace.objects.create(name="Elsewhere")
    assert not seen_by(job_in(other), Study.objects.all()).exists()
    assert seen_by(actor, Study.objects.filter(pk=study.pk)).exists()
    assert can(job_in(actor.workspace), "study.choose", study) and not can(job_in(other), "study.choose", study)
    assert not PasswordLink.objects.exists() and SignIn.objects.count() >= 0
