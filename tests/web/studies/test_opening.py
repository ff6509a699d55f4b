"""Opening a study with a name, a folder and a page to rework; duplicating it; folders."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.errors import ApplicationError
from fundament.web.sites.models import Site
from fundament.web.studies.decisions.deciding import decide_on
from fundament.web.studies.figures.seeing import seconds_left
from fundament.web.studies.models import Decision, OutlineNode, Study
from fundament.web.studies.plan import outlining
from fundament.web.studies.results.choosing import set_chosen
from fundament.web.studies.results.opening import open_study
from fundament.web.studies.results.reworking import plain_address
from fundament.web.study_files.duplicating import duplicate
from tests.conftest import KEYWORD
from tests.web.conftest import member, settle
from tests.web.studies.decided import yardstick_of

MARKET = {"country": "gb", "language": "en", "device": "desktop", "depth": 10}


def test_a_page_that_ranks_is_reworked_and_never_its_own_competitor(actor: Actor, study: Study, outside: str, signed_in: Client) -> None:
    own = study.results.filter(chosen=True).order_by("rank").last()
    made = open_study(actor, keyword=KEYWORD, rework_address=own.url + "/", folder="Advice", name="Ours again", now=True, **MARKET)
    result = made.results.get(rank=own.rank)
    assert not result.chosen and result.advice == ["advice.own_page", {}]
    draft = Draft.objects.get(study=made)
    assert draft.page == made.page_to_rework and draft.words > 100 and draft.created_by is None
    page = signed_in.get(reverse("results", args=[made.pk])).content.decode()
    assert f"ranks {own.rank}, and is no competitor" in page and "Ours again" in page


def test_pages_of_an_own_site_are_no_competitors_and_can_be_put_back(actor: Actor, study: Study, outside: str) -> None:
    rows = list(study.results.filter(chosen=True).order_by("rank"))
    host = plain_address(rows[0].url).partition("/")[0]
    Site.objects.create(workspace=actor.workspace, host=host)
    made = open_study(actor, keyword=KEYWORD, name="With a site", now=True, **MARKET)
    own = made.results.get(rank=rows[0].rank)
    assert not own.chosen and own.advice == ["advice.own_site", {"host": host}] and made.results.filter(chosen=True).exists()
    set_chosen(actor, made.pk, [own.pk], True)
    own.refresh_from_db()
    assert own.chosen


def test_a_page_that_cannot_be_read_is_said_and_the_study_goes_on(actor: Actor, outside: str, signed_in: Client) -> None:
    made = open_study(actor, keyword=KEYWORD, rework_address="https://nowhere-at-all.example/x", now=True, **MARKET)
    assert made.state == "ready" and made.page_to_rework is None and not Draft.objects.filter(study=made).exists()
    assert "could not be read" in signed_in.get(reverse("results", args=[made.pk])).content.decode()


def test_what_is_typed_stays_when_the_address_is_none(signed_in: Client) -> None:
    answer = signed_in.post(reverse("new-study"), {"keyword": "lime", "rework_address": "ftp://x", "name": "My name", **MARKET})
    page = answer.content.decode()
    assert answer.status_code == 422 and 'value="My name"' in page and "ftp://x" in page
    assert signed_in.post(reverse("new-study"), {"keyword": "k" * 5_000, **MARKET}).status_code == 422
    too_many = "\n".join(f"lime {n}" for n in range(51))
    refused = signed_in.post(reverse("new-study"), {"keyword": "lime", "secondary": too_many, **MARKET})
    assert refused.status_code == 422 and "lime 50" in refused.content.decode()


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("https://www.a.example/x/", "http://a.example/x"),
        ("https://a.example", "https://a.example/"),
        ("https://a.example/x#top", "https://A.example/x"),
    ],
)
def test_addresses_of_one_page_are_one(one: str, other: str) -> None:
    assert plain_address(one) == plain_address(other)
    assert plain_address(one) != plain_address(other.partition("#")[0] + "?b")


def test_a_duplicate_has_the_same_figures_and_goes_its_own_way(actor: Actor, study: Study) -> None:
    yardstick = yardstick_of(study)
    decide_on(actor, study.pk, yardstick.terms[0].key, "dropped", note="why")
    outlining.add_proposed(actor, study.pk)
    outlining.add_heading(actor, study.pk, "Ours", level=3)
    copy = duplicate(actor, study.pk)
    settle(copy)
    first, second = yardstick_of(study), yardstick_of(copy)
    assert [(t.key, t.weight, t.low) for t in first.terms] == [(t.key, t.weight, t.low) for t in second.terms]
    assert first.page_scores == second.page_scores and copy.rankings.get().questions == study.rankings.get().questions
    ours, theirs = ([(n.heading, n.level, n.subtopic) for n in OutlineNode.objects.filter(study=s)] for s in (study, copy))
    assert ours == theirs and ours[-1][:2] == ("Ours", 3)
    decide_on(actor, copy.pk, yardstick.terms[0].key, "as proposed")
    assert Decision.objects.filter(study=study).count() == 1 and not Decision.objects.filter(study=copy).exists()
    assert copy.shown != study.shown and not Draft.objects.filter(study=copy).exists()


def test_studies_are_put_into_folders_and_found_there(signed_in: Client, study: Study, actor: Actor, client: Client) -> None:
    other = Study.objects.create(workspace=actor.workspace, keyword="another wall", state="ready")
    signed_in.post(reverse("to-folder"), {"study": [study.pk, other.pk], "folder": " Advice  pages "})
    listed = signed_in.get(reverse("studies"), {"folder": "Advice pages"}).content.decode()
    assert "another wall" in listed and "Advice pages (2)" in listed
    signed_in.post(reverse("to-folder"), {"was": "Advice pages", "folder": "Guides & more"})
    assert set(Study.objects.values_list("folder", flat=True)) == {"Guides & more"}
    signed_in.post(reverse("to-folder"), {"study": other.pk, "folder": ""})
    listed = signed_in.get(reverse("studies"), {"folder": "Guides & more"}).content.decode()
    assert "another wall" not in listed
    assert signed_in.post(reverse("to-folder"), {"study": study.pk, "folder": "x" * 81}).status_code == 422
    elsewhere = member(type(actor.workspace).objects.create(name="Elsewhere"), "eve", "owner")
    client.force_login(elsewhere.person)
    client.post(reverse("to-folder"), {"study": study.pk, "folder": "Stolen"})
    assert Study.objects.get(pk=study.pk).folder == "Guides & more"


def test_the_time_left_is_told_from_the_pages_that_are_done(study: Study) -> None:
    study.rankings.update(asked_at=timezone.now() - timedelta(seconds=20))
    assert seconds_left(study, 2, 20) is None and seconds_left(study, 20, 20) is None
    assert 28 <= (seconds_left(study, 8, 20) or 0) <= 33


def test_a_study_that_is_being_read_is_not_duplicated(actor: Actor, study: Study) -> None:
    Study.objects.filter(pk=study.pk).update(state="reading")
    with pytest.raises(ApplicationError):
        duplicate(actor, study.pk)
    assert Study.objects.count() == 1


def test_what_new_studies_begin_with_is_kept(actor: Actor, signed_in: Client, outside: str) -> None:
    form = {
        "keyword": "kalkputz",
        "country": "at",
        "language": "de",
        "device": "mobile",
        "depth": "30",
        "folder": "Rat",
        "keep": "on",
        "addresses": "https://a.example/",
    }
    assert signed_in.post(reverse("new-study"), form).status_code == 302
    page = signed_in.get(reverse("new-study")).content.decode()
    for chosen in ('value="at" selected', 'value="de" selected', 'value="mobile" selected', 'value="30" selected', 'value="Rat"'):
        assert chosen in page
    signed_in.post(reverse("new-study"), {**form, "country": "gb", "keep": ""})
    assert 'value="at" selected' in signed_in.get(reverse("new-study")).content.decode()


def test_results_of_a_place_and_of_an_earlier_day_are_asked_for(actor: Actor, signed_in: Client, outside: str) -> None:
    def addresses(**more: object) -> list[str]:
        study = open_study(actor, keyword=KEYWORD, now=True, **MARKET, **more)
        return list(study.results.order_by("rank").values_list("url", flat=True))

    today = addresses()
    assert addresses(place="Harrow Weir") != today or addresses(place="ravenscar") != today
    assert addresses(as_of=date(2024, 11, 3)) != today
    form = {"keyword": "lime", **MARKET, "place": " Harrow   Weir ", "as_of": "2025-03-31"}
    assert signed_in.post(reverse("new-study"), form).status_code == 302
    made = Study.objects.latest("pk")
    assert (made.place, made.as_of) == ("Harrow Weir", date(2025, 3, 31))
    head = signed_in.get(reverse("results", args=[made.pk])).content.decode()
    assert "Harrow Weir, United Kingdom" in head and "as of 31 Mar 2025" in head
    assert "Harrow Weir, United Kingdom, English, desktop, as of 31 Mar 2025" in signed_in.get(reverse("studies")).content.decode()
    for day in ("tomorrow", "1888-01-01", (timezone.localdate() + timedelta(days=2)).isoformat()):
        refused = signed_in.post(reverse("new-study"), {**form, "place": "Harrow Weir", "as_of": day})
        page = refused.content.decode()
        assert refused.status_code == 422 and "Give a day" in page and 'value="Harrow Weir"' in page and f'value="{day}"' in page
    assert signed_in.post(reverse("new-study"), {**form, "place": "x" * 101}).status_code == 422
