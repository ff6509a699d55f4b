"""Studies: services on a real database, and the pages."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client
from django.urls import reverse
from procrastinate.contrib.django.models import ProcrastinateJob

from fundament.core.yardstick.other_pages.proposed_competitors import Candidate, advice_for
from fundament.messages import say
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.sites.models import StoredReading
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from fundament.web.studies.results import reading
from fundament.web.studies.results.choosing import as_proposed, set_chosen
from fundament.web.templating import message_of
from tests.web.conftest import make_study, settle

NEW = {"country": "gb", "language": "en", "device": "mobile", "depth": "10", "addresses": ""}


def said(message: Any) -> str:
    return say(message_of(message))


def test_a_study_is_read_to_its_yardstick(study: Study) -> None:
    assert study.state == "ready"
    kinds = {r.rank: (r.state, r.chosen) for r in study.results.all()}
    assert kinds[1] == ("read", True)
    assert kinds[3] == ("read", False)  # a product page
    failed = study.results.get(state="failed")
    assert failed.rank == 8 and said(failed.problem) == "The page does not exist (404)."
    compiled = compiled_of(study.pk)
    assert compiled is not None and len(compiled.yardstick.pages) == study.results.filter(chosen=True).count()
    assert set(compiled.yardstick.page_scores) == set(study.results.filter(chosen=True).values_list("read_url", flat=True))
    assert study.rankings.get().questions and study.rankings.get().results.count() == 10


def test_reading_again_does_nothing_twice(study: Study) -> None:
    before = list(StoredReading.objects.values_list("pk", flat=True))
    Study.objects.filter(pk=study.pk).update(state="reading")  # as a killed worker leaves it
    reading.read_study(study.pk)
    study.refresh_from_db()
    assert study.state == "ready"
    assert list(StoredReading.objects.values_list("pk", flat=True)) == before


def test_the_same_page_is_stored_once_for_two_studies(actor: Actor, study: Study) -> None:
    before = StoredReading.objects.count()
    make_study(actor)
    assert StoredReading.objects.count() == before


def test_choosing_moves_every_figure_and_back(actor: Actor, study: Study) -> None:
    def figures() -> Any:
        settle(study)
        found = compiled_of(study.pk)
        return None if found is None else (found.yardstick.planned_words, found.yardstick.terms[0], found.yardstick.aim)

    before = figures()
    first = study.results.get(rank=1)
    set_chosen(actor, study.pk, [first.pk], False)
    assert figures() != before
    as_proposed(actor, study.pk)
    assert figures() == before
    set_chosen(actor, study.pk, [r.pk for r in study.results.all()], False)
    assert figures() is None
    as_proposed(actor, study.pk)
    assert figures() == before


def test_a_keyword_without_results_ends_with_a_sentence(actor: Actor, outside: str) -> None:
    study = make_study(actor, keyword="nobody ranks for this")
    assert study.state == "empty"
    assert "nobody ranks for this" in said(study.problem) and "United Kingdom" in said(study.problem)


def test_a_results_service_that_is_down_ends_with_a_sentence(actor: Actor, settings: Any) -> None:
    settings.RESULTS_ADDRESS = "http://127.0.0.1:9"
    study = make_study(actor)
    assert study.state == "failed" and "cannot be reached" in said(study.problem)


def test_awkward_pages_do_not_stop_a_study(actor: Actor, outside: str, monkeypatch: pytest.MonkeyPatch) -> None:
    from fundament.providers.pages import FetchedPage, FetchLimits, PageFetcher

    class Fetcher:
        """Impatient only with the page that never ends, so that a busy machine fails no other."""

        def fetch(self, url: str) -> FetchedPage:
            limits = FetchLimits(seconds=3) if url.endswith("/drip") else FetchLimits(seconds=120, connect_seconds=60)
            return PageFetcher(simulated_proxy=outside, limits=limits).fetch(url)

    monkeypatch.setattr(reading, "page_fetcher", Fetcher)
    study = make_study(actor, keyword="awkward pages", depth=30)
    assert study.state == "ready"
    results = {r.url.removeprefix("https://odd.example"): r for r in study.results.all()}
    assert results["/fine"].state == "read"
    assert results["/latin1"].state == "read" and results["/latin1"].reading.reading["notes"] == [
        ["reading.wrong_charset", {"name": "utf-8"}],
        ["reading.guessed_charset", {"name": "windows-1252"}],
    ]
    assert "façade" in str(results["/latin1"].reading.reading)
    for path in (
        "/huge",
        "/endless",
        "/bomb",
        "/drip",
        "/no-text",
        "/redirect-to-loopback",
        "http://127.0.0.1:5432/",
        "file:///etc/passwd",
    ):
        assert results[path].state == "failed" and said(results[path].problem).endswith("."), path


def test_addresses_can_be_given_instead_of_results(actor: Actor, outside: str, settings: Any) -> None:
    settings.RESULTS_ADDRESS = ""
    addresses = ["https://limewardens.example/questions/pointing", "https://studio-penhallow.example/notes/specifying-lime-pointing"]
    study = make_study(actor, addresses=addresses)
    assert study.state == "ready" and study.results.count() == 2


def test_opening_a_study_queues_its_job_in_the_same_transaction(signed_in: Client) -> None:
    response = signed_in.post(reverse("new-study"), {**NEW, "keyword": "  lime   wash "})
    study = Study.objects.latest("pk")
    assert response.url == reverse("results", args=[study.pk])
    assert study.keyword == "lime wash" and study.state == "asking"
    assert ProcrastinateJob.objects.filter(task_name="read_study", args={"study_id": study.pk}).exists()
    assert b"Asking which pages rank" in signed_in.get(response.url).content


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"keyword": ""}, "Give the keyword"),
        ({"keyword": "?!"}, "at least one letter"),
        ({"keyword": "x" * 300}, "at most 200 characters"),
        ({"keyword": "lime", "addresses": "http://127.0.0.1/"}, "private network"),
        ({"keyword": "lime", "addresses": "file:///etc/passwd"}, "http://"),
        ({"keyword": "lime", "depth": "9999"}, "Select a valid choice"),
    ],
)
def test_bad_input_gets_a_sentence_and_keeps_what_was_typed(signed_in: Client, change: dict[str, str], words: str) -> None:
    response = signed_in.post(reverse("new-study"), {**NEW, "keyword": "", **change})
    assert response.status_code == 422
    content = response.content.decode()
    assert words in content
    for typed in change.values():
        assert typed in content or typed == "9999"
    assert not Study.objects.filter(keyword=change.get("keyword", "")).exists()


def test_pages_show_the_study_with_few_queries(signed_in: Client, study: Study, django_assert_max_num_queries: Any) -> None:
    compiled_of(study.pk)
    addresses = [
        reverse("studies"),
        *(reverse(name, args=[study.pk]) for name in ("results", "yardstick", "terms", "entities", "measures", "outline", "drafts")),
    ]
    for address in addresses:
        with django_assert_max_num_queries(12):
            response = signed_in.get(address)
        assert response.status_code == 200
        assert "lime mortar" in response.content.decode()
        policy = response["Content-Security-Policy"]
        assert "script-src 'self'" in policy and "unsafe" not in policy


def test_tables_sort_search_and_export_what_is_shown(signed_in: Client, study: Study) -> None:
    address = reverse("terms", args=[study.pk])
    page = signed_in.get(address, {"search": "NHL", "sort": "term"}).content.decode()
    assert "NHL" in page and "hessian" not in page.split("<tbody>")[1]
    exported = signed_in.get(address, {"search": "nhl", "format": "csv"})
    rows = exported.content.decode("utf-8-sig").strip().splitlines()
    assert rows[0].startswith("term,") and all("nhl" in row.lower() for row in rows[1:])
    assert signed_in.get(reverse("results", args=[study.pk]), {"format": "csv"}).content.count(b"\n") == study.results.count() + 1


def test_a_term_opens_on_the_competitors_sentences(signed_in: Client, study: Study) -> None:
    assert "<q>" in signed_in.get(reverse("term", args=[study.pk, compiled_of(study.pk).yardstick.terms[0].key])).content.decode()
    assert signed_in.get(reverse("term", args=[study.pk, "t-none"])).status_code == 404


def test_what_was_left_out_of_a_page_can_be_seen(signed_in: Client, study: Study) -> None:
    result = study.results.get(rank=1)
    page = signed_in.get(reverse("reading", args=[study.pk, result.pk])).content.decode()
    assert "Left out, navigation" in page or "Left out, page header" in page
    assert "<script>window" not in page


def test_nobody_sees_another_workspace(client: Client, study: Study) -> None:
    other = Person.objects.create_user("eve")
    Membership.objects.create(workspace=Workspace.objects.create(name="Elsewhere"), user=other)
    client.force_login(other)
    for name in ("results", "terms", "drafts", "progress"):
        assert client.get(reverse(name, args=[study.pk])).status_code == 404
    assert client.post(reverse("choose", args=[study.pk])).status_code == 404
    client.force_login(Person.objects.create_user("nobody"))
    assert client.get(reverse("studies")).status_code == 403


def test_without_signing_in_there_is_only_the_way_in(client: Client, db: None) -> None:
    assert client.get(reverse("studies")).url.startswith(reverse("sign-in"))


def test_the_proposal_names_its_reasons() -> None:
    candidates = [Candidate(1, "article", 900, "en")] * 4 + [
        Candidate(1, "product", 300, "en"), Candidate(1, "article", 14_000, "en"), Candidate(1, "article", 60, "en"), Candidate(1, "article", 800, "de"),
    ]  # fmt: skip
    advice = advice_for(candidates, "en")
    assert advice[:4] == [None] * 4
    assert [a.code if a else "" for a in advice[4:]] == ["advice.other_kind", "advice.giant", "advice.short", "advice.other_language"]
    assert "product page" in say(advice[4]) and "another language (German)" in say(advice[7])
