"""Whatever is sent to any form, address or JSON body: an answer, and never a fault of ours."""

from __future__ import annotations

import contextlib
import json
import os
from collections.abc import Iterator
from typing import Any

import pytest
from django.db import transaction
from django.test import Client
from django.urls import reverse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from fundament.web.accounts.roles import Actor
from tests.helpers import examples
from tests.web.people.addresses import ADDRESSES

pytestmark = pytest.mark.slow

FIELDS = (
    "name", "role", "note", "remove", "username", "password", "display_name", "time_zone", "language", "keyword", "country", "device", "depth",
    "addresses", "result", "chosen", "keep", "block", "counts", "action", "key", "study", "away", "drop", "file", "words", "low", "high", "page",
    "search", "sort", "panel", "part", "later", "format", "measure", "draft", "archived", "next", "mail",
    "kind", "member", "heading", "subtopic", "after", "level", "seen", "notes", "planned_words", "term", "entity", "intent", "assignee", "due", "terms",
    "aliases", "shown_kind", "phrases", "folder", "was", "way", "proposed", "table", "rework_address", "all", "addition", "off", "rows", "reason", "over", "phrase", "to", "intent", "address", "show", "columns", "column", "token", "of", "head", "alone", "target", "count", "tier", "zone", "decided", "whose",
)  # fmt: skip
awkward = st.one_of(
    st.text(max_size=60), st.sampled_from(["", "\x00", "\ud800", "-1", "0", "9" * 40, "1e400", "NaN", "²", "yes", "no", "owner", "gb", "en", "20", "http://[",
                                           "javascript:x", "a" * 5_000, "<script>", "=1+1", "../..", "%00", "\r\nX: y", "terms", "csv", "xlsx", "entities", "subtopics", "dropped", "own target", "as typed", "2026-12-24", "after", "in"]),
    st.integers().map(str),
)  # fmt: skip
forms = st.dictionaries(st.sampled_from(FIELDS) | st.text(max_size=10), awkward | st.lists(awkward, max_size=3), max_size=6)
nodes = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=20) | st.sampled_from(["doc", "paragraph", "text", "table", "image"]),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.sampled_from(["type", "content", "attrs", "marks", "text", "level", "src", "id"]) | st.text(max_size=5), inner, max_size=5),
    max_leaves=25,
)  # fmt: skip
bodies = st.dictionaries(
    st.sampled_from(["document", "base_version", "title_tag", "meta_description", "quick", "over", "panel", "part", "key"]), nodes, max_size=9
) | nodes  # fmt: skip
# more are tried by setting EXAMPLES, see docs/contributing.md
MANY = settings(
    max_examples=int(os.environ.get("EXAMPLES", "8")),
    deadline=None,
    suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow],
)
LEFT_OUT = {"sign-out", "ready"}  # the one ends the session; the other tells whether a worker is there


NAMES = sorted(set(ADDRESSES) - LEFT_OUT)
TOGETHER = 12  # addresses that are tried on the same rows, each leaving them as they were


@pytest.mark.parametrize("first", range(0, len(NAMES), TOGETHER), ids=lambda first: NAMES[first])
def test_no_form_and_no_address_ends_in_a_fault(client: Client, actor: Actor, places: dict[str, dict[str, Any]], first: int) -> None:
    client.raise_request_exception = False
    for name in NAMES[first : first + TOGETHER]:
        with undone():
            client.force_login(actor.person)
            ask_anything(client, name, reverse(name, kwargs=places[name]))


def ask_anything(client: Client, name: str, address: str) -> None:
    @MANY
    @given(form=forms)
    def ask(form: dict[str, Any]) -> None:
        sendable = {key: value for key, value in form.items() if key.isprintable() and "\ud800" not in key}
        for method in ("get", "post"):
            try:
                answer = getattr(client, method)(address, sendable)
            except UnicodeEncodeError:  # no client can send half a character so
                return
            assert answer.status_code < 500, (name, method, form)

    ask()


@contextlib.contextmanager
def undone() -> Iterator[None]:
    """What is done to the rows meanwhile is undone."""
    with transaction.atomic():
        yield
        transaction.set_rollback(True)


@MANY
@given(value=bodies)
def test_no_json_ends_in_a_fault(signed_in: Client, places: dict[str, dict[str, Any]], value: Any) -> None:
    signed_in.raise_request_exception = False
    address = reverse("save-draft", kwargs=places["save-draft"])
    answer = signed_in.post(address, json.dumps(value), content_type="application/json")
    assert answer.status_code in (200, 422, 429), value


@settings(MANY, max_examples=examples(60))
@given(document=nodes, version=st.integers() | st.just(1))
def test_no_document_ends_in_a_fault(signed_in: Client, places: dict[str, dict[str, Any]], document: Any, version: int) -> None:
    signed_in.raise_request_exception = False
    address = reverse("save-draft", kwargs=places["save-draft"])
    body = {"document": {"type": "doc", "content": document if isinstance(document, list) else [document]}, "base_version": version}
    assert signed_in.post(address, json.dumps(body), content_type="application/json").status_code in (200, 422, 429)


@MANY
@given(
    raw=st.binary(max_size=200) | st.sampled_from([b"[" * 100_000, b'{"document": ' * 2_000, b"\xff\xfe", b'"\\ud800"', b"1e999", b"NaN"])
)
def test_no_bytes_end_in_a_fault(signed_in: Client, places: dict[str, dict[str, Any]], raw: bytes) -> None:
    signed_in.raise_request_exception = False
    for name in ("save-draft", "own-entities", "new-study", "choose", "overrule"):
        for kind in ("application/json", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x", "text/plain", ""):
            answer = signed_in.generic("POST", reverse(name, kwargs=places[name]), raw, content_type=kind)
            assert answer.status_code < 500, (name, kind)


# what each address of a study's decisions takes; every field is then spoilt by itself, the others staying right
RIGHT: dict[str, dict[str, str]] = {
    "decide": {"kind": "terms", "key": "KEY", "action": "own target", "low": "1", "high": "2", "note": "why"},
    "add-terms": {"terms": "garden gnome; 2"},
    "join": {"kind": "terms", "key": "KEY"},
    "split": {"member": "x", "name": "A part"},
    "call": {"name": "Other", "shown_kind": "work"},
    "add-entity": {"name": "Aunt Mabel", "aliases": "Mabel", "shown_kind": "person"},
    "set-secondary": {"phrases": "lime mix"},
    "add-heading": {"heading": "Another", "subtopic": "", "after": "x", "level": "2"},
    "outline-node": {"seen": "x", "heading": "Other", "notes": "n", "planned_words": "90", "term": "KEY", "entity": "KEY"},
    "move-heading": {"way": "after", "after": "", "level": "3"},
    "set-plan": {"intent": "To do it.", "assignee": "", "due": "2026-12-24"},
    "to-folder": {"study": "1", "folder": "Advice", "was": ""},
    "choose": {"key": "1", "chosen": "no", "action": "intent", "reason": "r"},
    "take-back": {"addition": "1"},
}
SPOILT = ["\x00", "a\x00b", "x" * 30_000, "9" * 30, "<b>\r\n", "\u202e", "-1", "1e9"]


@pytest.mark.parametrize("name", RIGHT)
def test_one_spoilt_field_is_no_fault(client: Client, actor: Actor, places: dict[str, dict[str, Any]], name: str) -> None:
    client.raise_request_exception = False
    address = reverse(name, kwargs=places[name])
    body = {field: value.replace("KEY", places["term"]["key"]) for field, value in RIGHT[name].items()}
    for spoilt in body:
        with undone():
            client.force_login(actor.person)
            for value in SPOILT:
                for headers in ({}, {"HX-Request": "true"}):
                    answer = client.post(address, {**body, spoilt: value}, headers=headers)
                    assert answer.status_code < 500, (spoilt, value[:20])
