"""Tables narrowed by filters, and columns that a person chose; ours on the yardstick's strips."""

from __future__ import annotations

import csv
import io

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.studies.decisions.adding import add_terms
from fundament.web.studies.decisions.deciding import decide_on
from fundament.web.studies.figures.demand import ask_demand
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft, settle
from tests.web.studies.decided import yardstick_of

OURS = "<h2>Mixing</h2><p>The lime mortar is mixed with sand and left under a damp sheet. The wall is raked out with a plugging chisel.</p>"


def listed(client: Client, study: Study, query: str) -> set[str]:
    """The terms that the table shows, out of its own export."""
    file = client.get(reverse("terms", args=[study.pk]) + f"?{query}&format=csv").content.decode("utf-8-sig")
    return {row["term"] for row in csv.DictReader(io.StringIO(file))}


def test_terms_are_narrowed_by_what_they_are(signed_in: Client, study: Study, actor: Actor) -> None:
    terms = yardstick_of(study).terms
    decide_on(actor, study.pk, terms[1].key, "dropped")
    decide_on(actor, study.pk, terms[2].key, "own target", uses=(1, 2))
    assert listed(signed_in, study, "words=2") == {t.name for t in terms if len(t.name.split()) == 2}
    assert listed(signed_in, study, "words=4") == {t.name for t in terms if len(t.name.split()) >= 4}
    assert listed(signed_in, study, "tier=1") == {t.name for t in terms if t.tier == 1}
    assert listed(signed_in, study, "zone=headed") | listed(signed_in, study, "zone=text") == {t.name for t in terms}
    assert not listed(signed_in, study, "zone=headed") & listed(signed_in, study, "zone=text")
    assert listed(signed_in, study, "decided=yes") == {terms[1].name, terms[2].name}
    assert listed(signed_in, study, "decided=own-target") == {terms[2].name}
    assert listed(signed_in, study, "tier=1&words=1") == {t.name for t in terms if t.tier == 1 and len(t.name.split()) == 1}


def test_what_our_text_has_and_lacks(signed_in: Client, study: Study, actor: Actor) -> None:
    every = {t.name for t in yardstick_of(study).terms}
    assert listed(signed_in, study, "ours=no") == every  # there is no text yet
    make_draft(actor, study, OURS)
    has, lacks = listed(signed_in, study, "ours=yes"), listed(signed_in, study, "ours=no")
    assert "lime mortar" in has and "plugging chisel" in has and has | lacks == every and not has & lacks
    add_terms(actor, study.pk, ["our own putty"])
    settle(study)
    assert listed(signed_in, study, "ours=own") == {"our own putty"}


def test_demand_narrows_where_it_is_known(signed_in: Client, study: Study) -> None:
    assert "filter-demand" not in signed_in.get(reverse("terms", args=[study.pk])).content.decode()
    ask_demand(study)
    assert "lime mortar" in listed(signed_in, study, "demand=1000")


@pytest.mark.parametrize("query", ["words=9", "tier=x", "zone=", "decided=%00", "ours=maybe"])
def test_a_filter_that_is_none_leaves_everything(signed_in: Client, study: Study, query: str) -> None:
    assert listed(signed_in, study, query) == {t.name for t in yardstick_of(study).terms}


def test_a_filter_is_kept_while_one_sorts(signed_in: Client, study: Study) -> None:
    page = signed_in.get(reverse("terms", args=[study.pk]) + "?words=2&search=lime").content.decode()
    assert "words=2&amp;sort=" in page and '<option value="2" selected>' in page and 'name="search"' in page


def test_columns_are_chosen_once_for_a_session(signed_in: Client, study: Study) -> None:
    address = reverse("terms", args=[study.pk])
    heads = lambda page: "sort-specificity" in page  # noqa: E731
    assert heads(signed_in.get(address).content.decode())
    chosen = signed_in.get(address + "?columns=chosen&column=weight&column=pages").content.decode()
    assert not heads(chosen) and "sort-weight" in chosen and "sort-term" in chosen  # what names the row stays
    assert not heads(signed_in.get(address).content.decode())
    assert heads(signed_in.get(address + "?columns=chosen&column=specificity&column=weight").content.decode())
    assert "specificity" in signed_in.get(address + "?format=csv").content.decode()  # a file has everything


def test_our_text_stands_on_the_yardsticks_strips(signed_in: Client, study: Study, actor: Actor) -> None:
    address = reverse("yardstick", args=[study.pk])
    assert ">Our page<" not in signed_in.get(address).content.decode()
    draft = make_draft(actor, study, OURS, name="Our guide")
    page = signed_in.get(address).content.decode()
    assert ">Our page<" in page and "Our guide" in page and "; our page " in page
    assert ">Our page<" not in signed_in.get(address + "?draft=none").content.decode()
    assert f"/drafts/{draft.pk}/" in page
