"""The panels beside the score: why it is what it is, title and description, language."""

from __future__ import annotations

import json
import re
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.core.proofreading.model import Remark, SpellerLateError
from fundament.core.proofreading.remarks import remarks_of
from fundament.core.reading.model import Reading
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.desk import language
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.drafts.models import DictionaryWord, Draft, HandCheck, HushedRemark
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft

TEXT = """<h1>Repointing brick with lime mortar</h1><p>Rake out the old joints with a plugging chisel and brush away the dust. The wall was wetted well, for a dry brick takes the water out of the lime mortar before
it has set. It is really important that nobody hurries, and that the quoinstonez are left alone.</p><h2>Which sand</h2><p>We mix one part of lime putty with three parts of sharp sand, which holds the pointing
together. Keep the mortar damp for a week, and shade it from the sun, or the wind will dry it out before the lime has begun to harden in the joints.</p>"""


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, TEXT)


def panel(client: Client, draft: Draft, name: str) -> str:
    return str(json.loads(client.get(reverse("draft-panel", args=[draft.pk]), {"panel": name}).content)["panel"])


def test_every_point_is_accounted_for(draft: Draft, signed_in: Client) -> None:
    shown = panel(signed_in, draft, "why")
    score = measure_stored(draft).score
    assert score is not None
    earned, missed = (float(figure) for figure in re.search(r"([\d.]+) points earned, ([\d.]+) missed", shown).groups())  # type: ignore[union-attr]
    assert earned == pytest.approx(score.total, abs=0.05) and earned + missed == pytest.approx(100.0, abs=0.11)
    rows = re.findall(r'<td class="number">([\d.]+)</td><td class="number">([\d.]+)</td>', shown)
    assert sum(float(one) for one, _ in rows) == pytest.approx(earned, abs=0.001) and sum(
        float(other) for _, other in rows
    ) == pytest.approx(missed, abs=0.001)
    losses = [float(other) for _, other in rows[:40]]
    assert losses == sorted(losses, reverse=True)


def test_title_and_description_are_shown_as_they_are_cut_off(draft: Draft, signed_in: Client) -> None:
    Draft.objects.filter(pk=draft.pk).update(title_tag="Wide words " * 20, meta_description="Short.")
    shown = panel(signed_in, draft, "entry")
    assert shown.count("The title is cut off after") == 2 and "…" in shown
    assert "Words the competitors" in shown and "Short." in shown and "The description fits" in shown
    Draft.objects.filter(pk=draft.pk).update(title_tag="<b>&", meta_description="")
    assert "&lt;b&gt;&amp;" in panel(signed_in, draft, "entry")


def test_a_word_goes_into_the_dictionary_and_a_remark_is_hushed(draft: Draft, actor: Actor, signed_in: Client) -> None:
    shown = panel(signed_in, draft, "language")
    assert "quoinstonez" in shown and "really" in shown and "was wetted" in shown and "Flesch" in shown
    say = reverse("say-of-language", args=[draft.pk])
    assert signed_in.post(say, {"what": "word", "text": "quoinstonez"}).status_code == 200
    key = re.search(r'data-remark="(filler:[^"]+)"', shown).group(1)  # type: ignore[union-attr]
    assert signed_in.post(say, {"what": "hush", "key": key, "text": "really"}).status_code == 200
    assert signed_in.post(say, {"what": "check", "key": "facts", "done": "yes"}).status_code == 200
    shown = panel(signed_in, draft, "language")
    assert "quoinstonez" not in shown and key not in shown and "Ada Marl" in shown and 'data-check="facts" checked' in shown
    assert DictionaryWord.objects.get().language == "en" and HushedRemark.objects.count() == 1
    signed_in.post(say, {"what": "check", "key": "facts", "done": "no"})
    assert not HandCheck.objects.exists()


@pytest.mark.parametrize(
    "body", [{}, {"what": "hush"}, {"what": "hush", "key": "eaten:x"}, {"what": "word", "text": "12"}, {"what": "word", "text": "x" * 99}, {"what": "check", "key": "moon"}]
)  # fmt: skip
def test_what_cannot_be_said_is_refused(draft: Draft, signed_in: Client, body: dict[str, str]) -> None:
    assert signed_in.post(reverse("say-of-language", args=[draft.pk]), body).status_code == 422


def test_a_dictionary_that_is_late_hides_nothing_else(draft: Draft, signed_in: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    def late(reading: Reading, *, speller: object, **more: Any) -> list[Remark]:
        if speller is not None:
            raise SpellerLateError
        return remarks_of(reading, speller=None, **more)

    monkeypatch.setattr(language, "speller_for", lambda *_: object())
    monkeypatch.setattr(language, "remarks_of", late)
    shown = panel(signed_in, draft, "language")
    assert "has not looked at all words in time" in shown and "really" in shown
    monkeypatch.undo()
    assert "has not looked at all words in time" not in panel(signed_in, draft, "language")
