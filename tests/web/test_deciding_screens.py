"""Decisions from the screens: a term, the planned length."""

from __future__ import annotations

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.studies.models import Decision, Study
from fundament.web.studies.services.yardsticks import compiled_of
from tests.web.conftest import member


def yardstick_of(study: Study):  # type: ignore[no-untyped-def]
    compiled = compiled_of(study.pk)
    assert compiled is not None
    return compiled.yardstick


def decide(client: Client, study: Study, key: str, **body: str):  # type: ignore[no-untyped-def]
    return client.post(reverse("decide-on-term", args=[study.pk, key]), body)


def test_a_term_is_dropped_given_a_target_and_put_back(signed_in: Client, study: Study, actor: Actor) -> None:
    term = yardstick_of(study).terms[0]
    answer = decide(signed_in, study, term.key, action="dropped", note="not <b>ours</b>", query="sort=-pages&search=lime")
    assert answer.status_code == 302 and answer["Location"] == reverse("terms", args=[study.pk]) + "?sort=-pages&search=lime"
    moved = yardstick_of(study)
    assert next(t for t in moved.terms if t.key == term.key).weight == 0
    page = signed_in.get(reverse("terms", args=[study.pk])).content.decode()
    assert "1 is decided by hand" in page and ">dropped<" in page
    part = signed_in.get(reverse("term", args=[study.pk, term.key])).content.decode()
    assert "Dropped" in part and "not &lt;b&gt;ours&lt;/b&gt;" in part and actor.person.shown in part and "As proposed" in part
    decide(signed_in, study, term.key, action="own target", low="3")
    made = Decision.objects.get()
    assert (made.action, made.low, made.high) == ("own target", 3, 3)
    assert next(t for t in yardstick_of(study).terms if t.key == term.key).low == 3
    decide(signed_in, study, term.key, action="as proposed")
    assert not Decision.objects.exists() and "decided by hand" not in signed_in.get(reverse("terms", args=[study.pk])).content.decode()


@pytest.mark.parametrize(
    "body",
    [
        {"action": "own target"}, {"action": "own target", "low": "-1"}, {"action": "own target", "low": "5", "high": "2"},
        {"action": "own target", "low": "٣"}, {"action": "own target", "low": "9" * 400}, {"action": "praised"}, {},
    ],
)  # fmt: skip
def test_what_is_no_decision_is_said(signed_in: Client, study: Study, body: dict[str, str]) -> None:
    answer = signed_in.post(
        reverse("decide-on-term", args=[study.pk, yardstick_of(study).terms[0].key]), body, headers={"HX-Request": "true"}
    )
    assert answer.status_code == 422 and answer["HX-Retarget"] and not Decision.objects.exists()


@pytest.mark.parametrize("query", ["//evil.example", "a=1\r\nX: y", "https://evil.example/?a", "&" * 900, "\x00"])
def test_one_is_never_led_elsewhere(signed_in: Client, study: Study, query: str) -> None:
    answer = decide(signed_in, study, yardstick_of(study).terms[0].key, action="kept", query=query)
    assert answer["Location"].startswith(reverse("terms", args=[study.pk])) and "\n" not in answer["Location"]


def test_the_length_is_planned_and_taken_back(signed_in: Client, study: Study) -> None:
    before, address = yardstick_of(study), reverse("plan-length", args=[study.pk])
    assert signed_in.post(address, {"words": "2,000"}, headers={"HX-Request": "true"})["HX-Redirect"] == reverse(
        "yardstick", args=[study.pk]
    )
    after = yardstick_of(study)
    assert after.planned_words == 2_000 and any(a.high > b.high for a, b in zip(after.terms, before.terms, strict=True))
    page = signed_in.get(reverse("yardstick", args=[study.pk])).content.decode()
    assert "set by hand" in page and "Back to their median" in page
    for wrong in ("", "0", "many", "49", "40001", "-5"):
        assert signed_in.post(address, {"words": wrong}).status_code == 422
    assert yardstick_of(study).planned_words == 2_000
    signed_in.post(address, {"median": "yes"})
    assert yardstick_of(study) == before


def test_who_may_not_decide_sees_no_buttons(client: Client, study: Study, actor: Actor) -> None:
    reader = member(actor.workspace, "rita", "reader")
    client.force_login(reader.person)
    part = client.get(reverse("term", args=[study.pk, yardstick_of(study).terms[0].key])).content.decode()
    assert "<button" not in part and "Plan it" not in client.get(reverse("yardstick", args=[study.pk])).content.decode()
