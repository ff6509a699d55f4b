"""Two intents among a study's results: said, chosen, undone."""

from __future__ import annotations

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.studies.models import Study
from fundament.web.studies.results.intents import intents_of, keep_intent
from fundament.web.study_files.duplicating import duplicate
from tests.core.yardstick.test_intents import TOLD
from tests.web.conftest import make_study, settle
from tests.web.studies.decided import yardstick_of

BOTH = "old windows and floors"


@pytest.fixture
def both(outside: str, actor: Actor) -> Study:
    """How-to pages on windows and on floors, in turn."""
    return make_study(actor, BOTH, addresses=addresses(), depth=20)


def addresses() -> list[str]:
    from standins.sheets import read_folder

    sheets = [[sheet.address for sheet in read_folder(folder) if sheet.name in TOLD[folder]] for folder in ("sash", "floor")]
    return [address for pair in zip(*sheets, strict=True) for address in pair]


def test_two_intents_are_said_and_the_lesser_is_advised_against(both: Study, signed_in: Client) -> None:
    found = intents_of(both, both.results.all())
    assert [intent.pages for intent in found] == [6, 6] and [intent.kept for intent in found] == [6, 0]
    page = signed_in.get(reverse("results", args=[both.pk])).content.decode()
    assert "Two intents rank here" in page and "Keep only the second (0 of 6 kept)" in page
    assert both.results.filter(advice__0="advice.other_intent").count() == 5  # the sixth is too short anyway


def test_either_can_be_chosen_and_taken_back(both: Study, actor: Actor) -> None:
    before = set(both.results.filter(chosen=True).values_list("rank", flat=True))
    first = yardstick_of(both)
    keep_intent(actor, both.pk, 1)
    settle(both)
    now = set(both.results.filter(chosen=True).values_list("rank", flat=True))
    assert len(now) == 5 and not now & before
    assert {page.url for page in yardstick_of(both).pages} != {page.url for page in first.pages}
    action = last_to_undo(actor, f"study:{both.pk}")
    assert action is not None
    undo(actor, action.pk)
    assert set(both.results.filter(chosen=True).values_list("rank", flat=True)) == before


def test_one_intent_says_nothing(study: Study, signed_in: Client) -> None:
    assert study.division is None
    assert "Two intents" not in signed_in.get(reverse("results", args=[study.pk])).content.decode()
    for number in ("0", "2", "x", ""):
        assert signed_in.post(reverse("keep-intent", args=[study.pk]), {"intent": number}).status_code == 404


def test_a_copy_knows_its_intents(both: Study, actor: Actor) -> None:
    copy = duplicate(actor, both.pk)
    assert [intent.terms for intent in intents_of(copy, copy.results.all())] == [
        intent.terms for intent in intents_of(both, both.results.all())
    ]
