"""Demand beside terms and secondary keywords, and what is in demand that no competitor answers."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.core.yardstick.other_pages.demand import demand_key
from fundament.web.accounts.roles import Actor
from fundament.web.sites.models import ProviderAnswer
from fundament.web.studies.decisions.adding import set_secondary_keywords
from fundament.web.studies.figures.demand import ask_demand, count_unused, demand_of, look_again, volume_of_term, volumes_of
from fundament.web.studies.models import Demand, SecondaryKeyword, Study
from fundament.web.studies.results.choosing import set_chosen
from fundament.web.studies.results.reading import observe_study
from tests.web.conftest import settle
from tests.web.studies.decided import yardstick_of


@pytest.fixture
def demanded(study: Study, actor: Actor) -> Study:
    set_secondary_keywords(actor, study.pk, ["lime mortar cost"])
    settle(study)
    assert ask_demand(study) == []
    return study


def test_terms_and_secondary_keywords_show_their_demand(demanded: Study, signed_in: Client) -> None:
    term = next(term for term in yardstick_of(demanded).terms if term.name == "lime mortar")
    volume = volume_of_term(term, volumes_of(demanded))
    assert volume is not None and volume > 1_000
    assert f"{volume:,.0f}" in signed_in.get(reverse("terms", args=[demanded.pk]) + "?search=lime+mortar").content.decode()
    yardstick = signed_in.get(reverse("yardstick", args=[demanded.pk])).content.decode()
    assert "Searches a month" in yardstick
    plan = signed_in.get(reverse("export-plan", args=[demanded.pk]) + "?format=json").json()
    assert plan["secondary"][0]["volume"] > 100


def test_what_no_competitor_answers_is_listed_and_can_be_taken_up(demanded: Study, signed_in: Client) -> None:
    rows = demand_of(demanded, yardstick_of(demanded), unused_only=True)
    assert rows and all(row.answered == 0 for row in rows)
    assert [row.volume for row in rows] == sorted((row.volume for row in rows), key=lambda volume: -(volume or 0))
    first, second = rows[0].phrase, rows[1].phrase
    signed_in.post(reverse("take-up", args=[demanded.pk]), {"phrase": first, "to": "outline"})
    signed_in.post(reverse("take-up", args=[demanded.pk]), {"phrase": second, "to": "terms"})
    settle(demanded)
    now = {row.phrase: row.standing for row in demand_of(demanded, yardstick_of(demanded), unused_only=False)}
    assert now[first] == "outline" and now[second] == "term"
    assert signed_in.post(reverse("take-up", args=[demanded.pk]), {"phrase": first, "to": "the moon"}).status_code == 422


def test_who_answers_follows_the_choice(demanded: Study, actor: Actor) -> None:
    free = {row.phrase for row in demand_of(demanded, None, unused_only=False) if row.standing != "secondary"}
    row = next(row for row in Demand.objects.filter(study=demanded) if len(row.answered) == 1 and row.phrase in free)
    answering = demanded.results.get(rank=row.answered[0])
    was = {r.phrase for r in demand_of(demanded, None, unused_only=True)}
    set_chosen(actor, demanded.pk, [answering.pk], not answering.chosen)
    assert (row.phrase in was) != (row.phrase in {r.phrase for r in demand_of(demanded, None, unused_only=True)})


def test_the_studys_own_keywords_are_no_gap(demanded: Study) -> None:
    Demand.objects.create(study=demanded, phrase=demanded.keyword, key=demand_key(demanded.keyword, "en"), answered=[], closeness=1.0)
    rows = demand_of(demanded, yardstick_of(demanded), unused_only=True)
    assert demanded.keyword not in {row.phrase for row in rows} and len(rows) == count_unused(demanded, yardstick_of(demanded))
    SecondaryKeyword.objects.create(study=demanded, phrase=rows[0].phrase, place=9)
    assert rows[0].phrase not in {row.phrase for row in demand_of(demanded, yardstick_of(demanded), unused_only=True)}
    assert count_unused(demanded, yardstick_of(demanded)) == len(rows) - 1


def test_what_the_pages_answer_follows_when_they_are_read_again(demanded: Study) -> None:
    before = dict(Demand.objects.filter(study=demanded).values_list("phrase", "answered"))
    Demand.objects.filter(study=demanded).update(answered=[])
    look_again(demanded.pk)
    assert dict(Demand.objects.filter(study=demanded).values_list("phrase", "answered")) == before and any(before.values())


def test_without_a_catalogue_nothing_is_missing(study: Study, settings: Any, signed_in: Client) -> None:
    settings.KEYWORDS_ADDRESS = settings.TRUST_ADDRESS = settings.SPEED_ADDRESS = ""
    observe_study(study.pk)
    page = signed_in.get(reverse("terms", args=[study.pk])).content.decode()
    assert "Searches a month" not in page and "in demand" not in page
    assert "No keyword is known" in signed_in.get(reverse("demand", args=[study.pk])).content.decode()


def test_a_catalogue_that_is_down_takes_nothing_away(demanded: Study, settings: Any) -> None:
    before = Demand.objects.filter(study=demanded).count()
    settings.KEYWORDS_ADDRESS = "http://127.0.0.1:9"
    ProviderAnswer.objects.all().delete()  # what was answered lately is not asked again
    assert ask_demand(demanded)
    assert Demand.objects.filter(study=demanded).count() == before > 0
