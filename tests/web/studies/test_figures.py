"""Figures: found by what goes into them, made by jobs, right after a rollback, and followed by decisions."""

from __future__ import annotations

from typing import Any

import pytest
from django.db import connection, transaction
from django.test import Client
from django.urls import reverse
from procrastinate.contrib.django.models import ProcrastinateJob

from fundament.core.errors import CoreError
from fundament.web.accounts.roles import Actor, job_in
from fundament.web.drafts.measuring.measuring import measure
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.operating.services.jobs import ATTEMPTS
from fundament.web.sites.models import ProviderAnswer, RawResponse, StoredReading
from fundament.web.studies.decisions import deciding
from fundament.web.studies.figures import making as figures
from fundament.web.studies.figures.seeing import decisions_for
from fundament.web.studies.figures.yardsticks import compiled_of, figures_stamp, forget_all
from fundament.web.studies.models import CompetitorChoice, Consensus, CurrentConsensus, Decision, Identity, KeyAlias, Result, Study
from fundament.web.studies.results import choosing, reading
from fundament.web.studies.results.collecting import collect
from fundament.web.studies.results.renewing import renew
from tests.web.conftest import make_study, settle, text
from tests.web.running_jobs import break_job, run_job


def aim(study: Study) -> float:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    return compiled.yardstick.aim


def first(study: Study) -> Result:
    return study.results.filter(chosen=True).first()


def test_a_choice_made_before_is_at_hand_and_another_is_a_job(actor: Actor, study: Study) -> None:
    before = aim(study)
    choosing.set_chosen(actor, study.pk, [first(study).pk], False)
    study.refresh_from_db()
    assert study.figures == "making"
    assert ProcrastinateJob.objects.filter(task_name="make_figures", args={"study_id": study.pk}).count() == 1
    assert aim(study) == before  # until the new ones are there, those of the choice before
    settle(study)
    assert study.figures == "" and aim(study) != before
    made = Consensus.objects.count()
    choosing.as_proposed(actor, study.pk)
    study.refresh_from_db()
    assert study.figures == "" and aim(study) == before and Consensus.objects.count() == made


def test_after_a_rollback_the_process_serves_what_is_stored(actor: Actor, study: Study) -> None:
    before = aim(study)
    study.results.filter(pk=first(study).pk).update(chosen=False)
    with pytest.raises(RuntimeError), transaction.atomic():
        figures.follow(study.pk)
        figures.make_figures(study.pk)
        assert aim(study) != before  # a process that looks in the middle of it
        raise RuntimeError("and then something else goes wrong")
    assert aim(study) == before


def test_quick_ticks_end_with_the_numbers_of_the_last(actor: Actor, study: Study, monkeypatch: pytest.MonkeyPatch) -> None:
    chosen = list(study.results.filter(chosen=True)[:2])
    real = figures.build_consensus
    seen = []

    def slow(*arguments: Any, **more: Any) -> Any:
        if not seen:  # while the first choice is worked out, a second tick comes
            seen.append(1)
            choosing.set_chosen(actor, study.pk, [chosen[1].pk], False)
        return real(*arguments, **more)

    monkeypatch.setattr(figures, "build_consensus", slow)
    choosing.set_chosen(actor, study.pk, [chosen[0].pk], False)
    settle(study)
    compiled = compiled_of(study.pk)
    assert compiled is not None
    assert {p.url for p in compiled.yardstick.pages} == set(study.results.filter(chosen=True).values_list("read_url", flat=True))
    assert study.figures == ""


def test_a_choice_is_kept_with_who_and_why(actor: Actor, study: Study) -> None:
    result = first(study)
    choosing.set_chosen(actor, study.pk, [result.pk], False, "a shop in disguise")
    rows = list(CompetitorChoice.objects.filter(result=result).order_by("since"))
    assert [row.chosen for row in rows] == [True, False] and rows[0].until is not None and rows[1].until is None
    assert rows[1].by == actor.person and rows[1].reason == ["as_written", {"text": "a shop in disguise"}] and rows[0].by is None


def test_where_all_are_advised_against_as_proposed_is_all(actor: Actor, study: Study) -> None:
    study.results.filter(state="read").update(advice=["advice.short", {"words": 60}])
    choosing.set_chosen(actor, study.pk, [first(study).pk], False)
    choosing.as_proposed(actor, study.pk)
    assert set(study.results.filter(state="read").values_list("chosen", flat=True)) == {True}


def test_two_results_that_lead_to_one_page_count_once(actor: Actor, outside: str, settings: Any) -> None:
    settings.RESULTS_ADDRESS = ""
    twice = ["https://limewardens.example/questions/pointing"] * 1 + ["https://limewardens.example/questions/pointing#top",
             "https://studio-penhallow.example/notes/specifying-lime-pointing", "https://www.museumofbrick.example/learn/lime-and-brick"]  # fmt: skip
    study = make_study(actor, addresses=twice)
    results = {r.rank: r for r in study.results.all()}
    Result.objects.filter(pk=results[2].pk).update(read_url=results[1].read_url)
    reading._choose(study)
    second = study.results.get(rank=2)
    assert second.advice == ["advice.same_page", {"rank": 1}] and not second.chosen


def test_a_near_copy_on_another_host_is_proposed_to_be_left_out(actor: Actor, outside: str, settings: Any) -> None:
    settings.RESULTS_ADDRESS = ""
    study = make_study(actor, addresses=[
        "https://limewardens.example/questions/pointing", "https://studio-penhallow.example/notes/specifying-lime-pointing",
        "https://www.museumofbrick.example/learn/lime-and-brick",
    ])  # fmt: skip
    original = study.results.get(rank=1)
    study.results.filter(rank=3).update(reading=original.reading, words=original.words)
    reading._choose(study)
    copy = study.results.get(rank=3)
    assert copy.advice == ["advice.near_copy", {"rank": 1}] and not copy.chosen


@pytest.mark.parametrize(("task", "state"), [("read_study", "reading"), ("make_figures", "ready")])
def test_a_job_that_ends_in_an_error_leaves_a_state_to_go_on_from(
    signed_in: Client, study: Study, monkeypatch: pytest.MonkeyPatch, task: str, state: str
) -> None:
    Study.objects.filter(pk=study.pk).update(state=state, figures="making")
    break_job(monkeypatch, task, RuntimeError("nobody foresaw this"))
    for attempt in range(ATTEMPTS):
        with pytest.raises(RuntimeError):
            run_job(task, attempt, study_id=study.pk)
        study.refresh_from_db()
        assert (study.figures == "failed") == (attempt == ATTEMPTS - 1)
    assert study.state == ("failed" if state == "reading" else "ready")
    page = signed_in.get(reverse("results", args=[study.pk])).content.decode()
    assert "Something went wrong on our side" in page and "ry again" in page


@pytest.mark.parametrize("way", ["choose", "as-proposed", "as-read"])
def test_an_error_of_the_core_is_a_sentence_and_no_fault(
    signed_in: Client, study: Study, monkeypatch: pytest.MonkeyPatch, way: str
) -> None:
    def cannot(*_: Any, **__: Any) -> Any:
        raise CoreError("error.no_text")

    monkeypatch.setattr(figures, "build_consensus", cannot)
    result = first(study)
    signed_in.post(reverse("choose", args=[study.pk]), {"result": result.pk, "chosen": "no"})
    address = reverse(way, args=[study.pk, *([result.pk] if way == "as-read" else [])])
    assert signed_in.post(address, {"result": result.pk, "chosen": "no"}).status_code == 302
    Consensus.objects.exclude(studies=None).update(hash="gone")
    choosing.set_chosen(job_in(study.workspace), study.pk, [r.pk for r in study.results.filter(chosen=True)[:2]], False)
    settle(study)
    assert study.figures == "failed"
    page = signed_in.get(reverse("results", args=[study.pk])).content.decode()
    assert "None of the pages has text that counts" in page


def test_what_is_stored_and_cannot_be_read_is_said_and_made_anew(signed_in: Client, actor: Actor, study: Study) -> None:
    before = aim(study)
    Consensus.objects.filter(studies__study=study).update(data=Consensus.packed({"not": "a consensus"}))
    StoredReading.objects.filter(results__study=study).update(version="0")
    forget_all()
    CurrentConsensus.objects.filter(study=study).update(stamp="00000000-0000-0000-0000-000000000001")
    for name in ("results", "yardstick", "terms", "entities", "outline", "measures", "drafts"):
        assert signed_in.get(reverse(name, args=[study.pk])).status_code == 200, name
    assert "cannot be read any more" in signed_in.get(reverse("terms", args=[study.pk])).content.decode()
    assert measure(study.pk, text("<p>Lime.</p>")).score is None
    from fundament.web.sites.services import readings

    readings._kept.clear()
    result = first(study)
    assert "has to be made anew" in signed_in.get(reverse("reading", args=[study.pk, result.pk])).content.decode()
    assert StoredReading.objects.filter(results__study=study, raw__isnull=False).exists()
    Consensus.objects.update(version="0", hash="old")
    renew(study.pk)  # from the raw responses, without asking for the pages
    study.refresh_from_db()
    assert study.figures == "" and aim(study) == before


def test_decisions_move_the_figures_and_come_back(actor: Actor, study: Study) -> None:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    heavy = compiled.yardstick.terms[0]
    stamp = figures_stamp(study.pk)
    deciding.decide_on(actor, study.pk, heavy.key, "dropped", note="not for us")
    assert figures_stamp(study.pk) != stamp
    after = compiled_of(study.pk)
    assert after is not None
    assert next(t for t in after.yardstick.terms if t.key == heavy.key).weight == 0 and after.yardstick.aim != compiled.yardstick.aim
    deciding.plan_length(actor, study.pk, 2_000)
    planned = compiled_of(study.pk)
    assert planned is not None and planned.yardstick.planned_words == 2_000
    deciding.plan_length(actor, study.pk, 0)
    deciding.decide_on(actor, study.pk, heavy.key, "as proposed")
    back = compiled_of(study.pk)
    assert back is not None and back.yardstick == compiled.yardstick


@pytest.mark.parametrize(
    ("key", "action", "uses", "error"),
    [
        ("t-none", "dropped", None, NotFoundError), ("", "praised", None, ApplicationError), ("", "own target", None, ApplicationError),
        ("", "own target", (5, 2), ApplicationError), ("", "dropped", (1, 2), ApplicationError), ("", "own target", (0, 10**9), ApplicationError),
    ],
)  # fmt: skip
def test_what_is_no_decision_is_refused(actor: Actor, study: Study, key: str, action: str, uses: Any, error: type[Exception]) -> None:
    with pytest.raises(error):
        deciding.decide_on(actor, study.pk, key or Identity.objects.filter(study=study).first().key, action, uses=uses)
    assert not Decision.objects.exists()


def test_a_competitor_switched_off_and_on_loses_no_decision(actor: Actor, study: Study) -> None:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    yardstick = compiled.yardstick
    decided = [t.key for t in yardstick.terms[::3]] + [e.key for e in yardstick.entities[::3]] + [s.key for s in yardstick.subtopics]
    for number, key in enumerate(decided):
        deciding.decide_on(actor, study.pk, key, ("kept", "must", "may", "dropped")[number % 4])
    with_all = compiled_of(study.pk)
    two = [r.pk for r in study.results.filter(chosen=True)[:2]]
    settle(choosing.set_chosen(actor, study.pk, two, False))
    study = Study.objects.get(pk=study.pk)
    things = decisions_for(study)
    assert len(things.lost) > 0 and len(things.by_key) + len(things.lost) + len(things.contested) >= len(decided) - KeyAlias.objects.count()
    assert Decision.objects.filter(study=study).count() == len(decided)
    settle(choosing.set_chosen(actor, study.pk, two, True))
    things = decisions_for(Study.objects.get(pk=study.pk))
    assert not things.lost and not things.contested and set(things.by_key) == set(decided)
    again = compiled_of(study.pk)
    assert again is not None and with_all is not None and again.yardstick == with_all.yardstick


def test_raw_responses_are_kept_and_read_again(study: Study) -> None:
    stored = StoredReading.objects.filter(results__study=study, raw__isnull=False).select_related("raw").first()
    assert stored is not None and stored.raw is not None
    assert b"<html" in stored.raw.content()[:500].lower() and len(bytes(stored.raw.body)) < stored.raw.size
    assert ProviderAnswer.objects.filter(service="results").exists()


def test_what_nothing_points_at_is_collected_and_what_is_pointed_at_stays(actor: Actor, study: Study) -> None:
    settle(choosing.set_chosen(actor, study.pk, [first(study).pk], False))
    counted = [model.objects.count() for model in (Consensus, StoredReading, RawResponse)]
    assert collect() == {"consensuses": 0, "readings": 0, "responses": 0, "answers": 0}  # made lately
    with connection.cursor() as cursor:
        for table, column in (("studies_consensus", "made_at"), ("sites_storedreading", "read_at"), ("sites_rawresponse", "fetched_at")):
            cursor.execute(f"UPDATE {table} SET {column} = now() - interval '30 days'")
    Result.objects.filter(pk=study.results.get(rank=3).pk).update(reading=None, state="waiting", chosen=False)
    found = collect()
    assert found["consensuses"] == counted[0] - 1 and found["readings"] == 1 and found["responses"] >= 1
    assert CurrentConsensus.objects.get(study=study).consensus is not None
