"""Proposals over HTTP: worked out for the stored text, written down with who and when, and without the assistant when it is away or rude."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.providers.assistant import HttpAssistant
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk import wording
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft, Revision, SettledProposal
from fundament.web.drafts.text.saving import save
from fundament.web.errands.models import Errand
from fundament.web.errands.services import running
from fundament.web.history.models import ActionLog
from fundament.web.history.services.undo import undo
from fundament.web.studies.models import Study
from tests.core.edits.texts import TEXT
from tests.web.conftest import make_draft


@pytest.fixture
def draft(actor: Actor, study: Study, settings: Any, standins: str, monkeypatch: pytest.MonkeyPatch) -> Draft:
    settings.ASSISTANT_ADDRESS = standins
    monkeypatch.setattr(HttpAssistant, "understands", True)  # the stand-in in the place of one that does
    return make_draft(actor, study, TEXT)


def asked(client: Client, draft: Draft) -> dict[str, Any]:
    """What is proposed in the end, with the assistant's errand done that a worker does."""
    answer = client.get(reverse("proposals", args=[draft.pk]))
    assert answer.status_code == 200
    found = dict(answer.json())
    if found["errand"] is None:
        return found
    running.carry_out(found["worded"])
    return dict(client.get(reverse("proposals", args=[draft.pk]), {"worded": found["worded"]}).json())


def sent(client: Client, name: str, draft: Draft, body: Any) -> Any:
    return client.post(reverse(name, args=[draft.pk]), json.dumps(body), content_type="application/json")


def test_a_proposal_is_taken_and_stays_settled_while_it_stands(draft: Draft, actor: Actor, signed_in: Client) -> None:
    found = asked(signed_in, draft)
    proposal = next(one for one in found["proposals"] if one["check"] == "use_term")
    assert proposal["key"] in found["panel"] and "together" in found["panel"]
    before = measure_stored(draft).score
    assert sent(signed_in, "settle-proposals", draft, {"verdict": "taken", "proposals": [proposal]}).json() == {"settled": 1}
    assert Revision.objects.get(draft=draft, cause="proposal").document == draft.document
    document = json.loads(json.dumps(draft.document))
    operation = proposal["operations"][0]

    def put(node: dict[str, Any]) -> None:
        if node.get("attrs", {}).get("id") == operation["block"]:
            node["content"] = operation["value"]
        for child in node.get("content", ()):
            put(child)

    put(document)
    save(actor, draft.pk, Text.cleaned(document), draft.version)
    draft.refresh_from_db()
    after = measure_stored(draft).score
    assert before is not None and after is not None and after.total - before.total == pytest.approx(proposal["gain"], abs=0.05)
    found = asked(signed_in, draft)
    assert (
        proposal["key"] not in {one["key"] for one in found["proposals"]}
        and "Accepted and dismissed" in found["panel"]
        and "Ada Marl" in found["panel"]
    )
    save(actor, draft.pk, Text.cleaned(json.loads(json.dumps(Revision.objects.get(cause="proposal").document))), draft.version)
    found = asked(signed_in, draft)
    assert proposal["key"] in {one["key"] for one in found["proposals"]} and "no longer in the text" in found["panel"]


def test_what_is_dismissed_does_not_come_again_until_that_is_undone(draft: Draft, actor: Actor, signed_in: Client) -> None:
    proposal = asked(signed_in, draft)["proposals"][0]
    sent(signed_in, "settle-proposals", draft, {"verdict": "dismissed", "proposals": [proposal]})
    assert proposal["key"] not in {one["key"] for one in asked(signed_in, draft)["proposals"]}
    undo(actor, ActionLog.objects.get(verb="draft.dismiss").pk)
    assert not SettledProposal.objects.exists() and proposal["key"] in {one["key"] for one in asked(signed_in, draft)["proposals"]}


def test_what_needs_no_wording_is_there_before_the_assistant_answers(
    draft: Draft, signed_in: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    with monkeypatch.context() as patched:
        patched.setattr(HttpAssistant, "word", lambda *_: pytest.fail("no view waits for another server"))
        first = signed_in.get(reverse("proposals", args=[draft.pk])).json()
        again = signed_in.get(reverse("proposals", args=[draft.pk]), {"worded": first["worded"]}).json()
    assert first["proposals"] and all(one["check"] != "use_term" for one in first["proposals"])
    assert "assistant is asked" in first["panel"] and again["worded"] == first["worded"]
    running.carry_out(first["worded"])
    done = signed_in.get(reverse("proposals", args=[draft.pk]), {"worded": first["worded"]}).json()
    assert done["errand"] is None and any(one["check"] == "use_term" for one in done["proposals"])
    assert Errand.objects.filter(kind=wording.WORD).count() == 1  # what is answered is not asked again
    assert signed_in.get(reverse("proposals", args=[draft.pk]), {"worded": "7" * 12}).status_code == 404


@pytest.mark.parametrize(
    "rows", [None, [], [7], [{}], [{"key": ""}], [{"key": "x" * 999}], [{"key": "a", "after": 7}], [{"key": "a"}] * 99, "x"]
)
def test_what_is_no_proposal_is_refused(draft: Draft, signed_in: Client, rows: Any) -> None:
    assert sent(signed_in, "settle-proposals", draft, {"verdict": "taken", "proposals": rows}).status_code == 422
    assert sent(signed_in, "settle-proposals", draft, {"verdict": "eaten", "proposals": [{"key": "a"}]}).status_code == 422


@pytest.mark.parametrize(
    "answer", [b"<h1>Welcome</h1>", b"[]", b'{"wordings": 7}', b'{"wordings": [[{"passage": "x"}]]}', b"[" * 99_999, b"\xff\xfe"]
)
def test_a_rude_assistant_leaves_what_needs_no_wording(
    draft: Draft, signed_in: Client, settings: Any, serve: Callable[[int, bytes], str], answer: bytes
) -> None:
    settings.ASSISTANT_ADDRESS = serve(200, answer)
    found = asked(signed_in, draft)
    assert "text assistant answered" in found["panel"] and {one["check"] for one in found["proposals"]} >= {"title", "description"}
    settings.ASSISTANT_ADDRESS = "http://127.0.0.1:9"
    assert "cannot be reached" in asked(signed_in, draft)["panel"]
    settings.ASSISTANT_ADDRESS = ""
    assert "not put into sentences by rule" in asked(signed_in, draft)["panel"]


def test_terms_are_not_worded_by_rule(draft: Draft, signed_in: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(HttpAssistant, "understands", False)
    found = asked(signed_in, draft)
    assert found["proposals"] and all(one["check"] != "use_term" for one in found["proposals"])
    assert "For your own words" in found["panel"] and "Theirs:" in found["panel"] and "Your passage:" in found["panel"]


def test_a_passage_is_said_shorter(draft: Draft, actor: Actor, signed_in: Client) -> None:
    block = next(node for node in draft.document["content"] if "Take out" in json.dumps(node))
    passage = {"kind": "shorten", "block": block["attrs"]["id"], "start": 0, "end": 0}
    begun = sent(signed_in, "rewrite", draft, passage)
    assert begun.status_code == 202 and sent(signed_in, "rewrite", draft, passage).status_code == 429
    running.carry_out(begun.json()["number"])
    answer = sent(signed_in, "rewrite", draft, {**passage, "errand": begun.json()["number"]})
    proposal = answer.json()["proposal"]
    other = next(node for node in draft.document["content"] if node["type"] == "paragraph" and node != block)
    moved = sent(signed_in, "rewrite", draft, {**passage, "block": other["attrs"]["id"], "errand": begun.json()["number"]})
    assert moved.status_code == 422 and "changed meanwhile" in moved.json()["problem"]
    assert answer.status_code == 200 and len(proposal["after"]) < len(proposal["before"]) and "<del>" in answer.json()["shown"]
    for body in (
        {"kind": "translate"},
        {"kind": "shorten", "block": "nowhere"},
        {"kind": "shorten", "start": "x"},
        {"kind": "shorten", "start": -1},
        7,
    ):
        assert sent(signed_in, "rewrite", draft, body).status_code == 422
    shown = signed_in.get(reverse("draft", args=[draft.pk])).content.decode()
    assert 'data-rewrite="shorten"' in shown and 'data-rewrite="expand"' not in shown  # what it cannot do has no button
    assert wording.rewrites() == ("shorten",)
