"""The results as a table: sorted by any column, and a figure for the pages that are no competitors too."""

from __future__ import annotations

import csv
import io
import re

import pytest
from django.test import Client
from django.urls import reverse

from fundament.web.accounts.roles import Actor
from fundament.web.studies.figures.left_out import left_out_scores
from fundament.web.studies.figures.seeing import figures_of
from fundament.web.studies.models import CompetitorChoice, Result, Study
from fundament.web.studies.results.choosing import set_chosen
from fundament.web.studies.results.result_columns import result_columns
from tests.web.conftest import settle


def rows_of(signed_in: Client, study: Study, **query: str) -> list[dict[str, str]]:
    """The file as it is exported."""
    answer = signed_in.get(reverse("results", args=[study.pk]), {**query, "format": "csv"})
    return list(csv.DictReader(io.StringIO(answer.content.decode("utf-8-sig"))))


@pytest.mark.parametrize("column", [c.key for c in result_columns(with_observed=True) if c.shown])
def test_every_column_sorts_both_ways_on_the_screen_and_in_the_file(signed_in: Client, study: Study, column: str) -> None:
    up, down = (rows_of(signed_in, study, sort=sign + column) for sign in ("", "-"))
    assert {r["url"] for r in up} == {r["url"] for r in down} and len(up) == study.results.count()
    page = signed_in.get(reverse("results", args=[study.pk]), {"sort": f"-{column}"})
    assert page.status_code == 200
    if column in ("words", "rank", "score"):
        figures = [float(r[column] or -1) for r in down]
        assert figures == sorted(figures, reverse=True)


def test_the_order_is_kept_while_the_screen_follows(signed_in: Client, study: Study) -> None:
    page = signed_in.get(reverse("results", args=[study.pk]), {"sort": "-words"}).content.decode()
    assert f'hx-get="{reverse("progress", args=[study.pk])}?sort=-words"' in page and 'aria-sort="descending"' in page
    part = signed_in.get(reverse("progress", args=[study.pk]), {"sort": "-words"}).content.decode()
    order = re.findall(r'id="choose-(\d+)"', part)
    assert order == [str(r.pk) for r in sorted(study.results.filter(state="read"), key=lambda r: r.words, reverse=True)]


def test_pages_left_out_have_a_score_that_is_never_among_the_competitors(signed_in: Client, study: Study, actor: Actor) -> None:
    result = study.results.filter(chosen=True).order_by("rank")[1]
    set_chosen(actor, study.pk, [result.pk], False)
    settle(study)
    compiled = figures_of(study)
    assert compiled is not None
    everything = list(study.results.all())
    scores = left_out_scores(compiled, everything)
    assert set(scores) == {r.pk for r in everything if r.reading_id and not r.chosen} and result.pk in scores
    assert scores[result.pk] > 20 and all(0 <= total <= 100 for total in scores.values())
    assert result.read_url not in compiled.yardstick.page_scores
    assert left_out_scores(compiled, everything, only_known=True) == scores
    assert not left_out_scores(compiled, [Result(pk=1, reading_id=result.reading_id, words=90_000)])  # nobody waits for such a page
    answer = signed_in.get(reverse("scores-of-left-out", args=[study.pk])).content.decode()
    assert f'id="left-out-{result.pk}"' in answer
    exported = {r["url"]: r for r in rows_of(signed_in, study)}[result.url]
    assert float(exported["score"]) == pytest.approx(scores[result.pk], abs=0.01) and exported["competitor"] == "no"


def test_what_counts_by_hand_moves_the_score_of_a_page_left_out(study: Study, actor: Actor) -> None:
    from fundament.core.reading.corrections import block_keys
    from fundament.web.sites.services.readings import pairs_of
    from fundament.web.studies.models import BlockCorrection

    result = study.results.filter(chosen=True).order_by("rank")[1]
    set_chosen(actor, study.pk, [result.pk], False)
    settle(study)
    compiled = figures_of(study)
    assert compiled is not None
    fresh = Result.objects.get(pk=result.pk)
    before = left_out_scores(compiled, [fresh])[fresh.pk]
    reading, _ = pairs_of([fresh.reading_id or 0])[fresh.reading_id or 0]
    for key, block in zip(block_keys(list(reading.blocks)), reading.blocks, strict=True):
        if block.main:
            BlockCorrection.objects.create(result=fresh, block_key=key, counts=False)
    assert left_out_scores(compiled, [fresh])[fresh.pk] < before / 3


def test_a_reason_is_kept_with_who_and_when(signed_in: Client, study: Study, actor: Actor) -> None:
    result = study.results.filter(chosen=True).first()
    address = reverse("choose", args=[study.pk])
    signed_in.post(address, {"key": result.pk, "chosen": "no", "action": "intent"})
    choice = CompetitorChoice.objects.get(result=result, until=None)
    assert (choice.chosen, choice.reason, choice.by) == (False, ["left_out.intent", {}], actor.person)
    page = signed_in.get(reverse("results", args=[study.pk])).content.decode()
    assert "Left out: other intent" in page and actor.person.shown in page
    signed_in.post(address, {"key": result.pk, "chosen": "no", "action": "old"})  # another reason for what is out already
    assert CompetitorChoice.objects.get(result=result, until=None).reason == ["left_out.old", {}]
    signed_in.post(address, {"result": result.pk, "chosen": "yes"})
    assert "out of date" not in signed_in.get(reverse("results", args=[study.pk])).content.decode().split("<tbody>")[1]


def test_a_page_is_looked_into_beside_the_list(signed_in: Client, study: Study) -> None:
    result = study.results.filter(chosen=True).first()
    part = signed_in.get(reverse("preview", args=[study.pk, result.pk])).content.decode()
    assert 'class="preview"' in part and reverse("reading", args=[study.pk, result.pk]) in part
