"""Our page beside the competitors, and the questions people ask."""

from __future__ import annotations

import csv
import io

import pytest
from django.test import Client
from django.urls import reverse
from openpyxl import load_workbook

from fundament.rendering.text_width import text_width
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.compared.comparing import compare
from fundament.web.drafts.measuring.measuring import measure_stored
from fundament.web.studies.figures import asking
from fundament.web.studies.figures.asking import asked_of
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft

TEXT = "<h1>Repointing with lime mortar</h1><p>Keep the lime mortar damp for a week. Rake the joint out to twice its width.</p>"


def rows_of(client: Client, study: Study, **query: str) -> list[dict[str, str]]:
    answer = client.get(reverse("compare", args=[study.pk]), {**query, "format": "csv"})
    return list(csv.DictReader(io.StringIO(answer.content.decode("utf-8-sig"))))


def test_ours_and_theirs_are_what_they_are_measured_as_elsewhere(signed_in: Client, study: Study, actor: Actor) -> None:
    draft = make_draft(actor, study, TEXT)
    compiled = compiled_of(study.pk)
    score = measure_stored(draft).score
    assert compiled is not None and score is not None
    found = compare(study, compiled, draft, [page.url for page in compiled.yardstick.pages])
    by_name = {(row.group, row.name): row for row in found.rows}
    total = by_name["score", "Score"]
    assert total.ours == score.total and total.theirs == tuple(compiled.yardstick.page_scores[page.url] for page in found.pages)
    for place in range(len(found.pages)):
        parts = sum(row.theirs[place] or 0.0 for row in found.rows if row.group == "score") - (total.theirs[place] or 0.0)
        assert abs(parts - (total.theirs[place] or 0.0)) < 0.05
    words = by_name["structure", "words"]
    assert words.ours == score.words
    assert words.theirs == tuple(float(page.words) for page in found.pages) and words.state == "below" and words.differs
    assert found.heads[0].name == draft.name and len(found.heads) == len(found.pages) + 1


def test_the_screen_shows_differences_and_the_file_everything(signed_in: Client, study: Study, actor: Actor) -> None:
    draft = make_draft(actor, study, TEXT)
    compiled = compiled_of(study.pk)
    assert compiled is not None
    address = reverse("compare", args=[study.pk])
    few = signed_in.get(address).content.decode()
    every = signed_in.get(address, {"rows": "all"}).content.decode()
    assert few.count("<tr>") < every.count("<tr>") and draft.name in few
    rows = rows_of(signed_in, study)
    assert draft.name in rows[0] and len(rows) > 100
    one = compiled.yardstick.pages[0].url
    narrowed = rows_of(signed_in, study, page=one, draft="none")
    assert set(narrowed[0]) == {"group", "figure", one}
    assert signed_in.get(address, {"format": "xlsx"}).content[:2] == b"PK"
    assert signed_in.get(address, {"page": "https://elsewhere.example/", "draft": "x"}).status_code == 200


def test_pixels_follow_the_letters() -> None:
    assert text_width("iiii", 20) < text_width("mmmm", 20) and text_width("", 20) == 0
    assert text_width("ab", 20) == text_width("  ab ", 20) and text_width("石灰", 20) == 40
    assert abs(text_width("ab" * 50, 14) - 50 * text_width("ab", 14)) <= 50


def test_the_questions_screen_says_who_answers(signed_in: Client, study: Study, actor: Actor) -> None:
    make_draft(actor, study, TEXT)
    page = signed_in.get(reverse("questions", args=[study.pk])).content.decode()
    ranking = study.rankings.first()
    assert all(question.split()[0] in page for question in ranking.questions) and "Our page" in page and "Add to outline" in page
    rows = list(
        csv.DictReader(io.StringIO(signed_in.get(reverse("questions", args=[study.pk]), {"format": "csv"}).content.decode("utf-8-sig")))
    )
    assert len(rows) == len(ranking.questions) + len(ranking.related) and {"question", "kind", "ours"} <= set(rows[0])
    study.rankings.update(questions=[], related=[])
    assert "No questions or related searches came" in signed_in.get(reverse("questions", args=[study.pk])).content.decode()


@pytest.mark.parametrize("screen", ["results", "terms", "entities", "outline", "questions", "measures"])
def test_every_table_of_a_study_comes_as_a_workbook_too(signed_in: Client, study: Study, screen: str) -> None:
    address = reverse(screen, args=[study.pk])
    rows = list(csv.reader(io.StringIO(signed_in.get(address, {"format": "csv"}).content.decode("utf-8-sig"))))
    sheet = load_workbook(io.BytesIO(signed_in.get(address, {"format": "xlsx"}).content)).active
    book = [list(row) for row in sheet.iter_rows(values_only=True)]
    assert book[0] == rows[0] and len(book) == len(rows) > 1
    assert "format=xlsx" in signed_in.get(address).content.decode()


def test_answers_stay_with_their_competitor_while_the_choice_changes(study: Study, actor: Actor) -> None:
    compiled = compiled_of(study.pk)
    assert compiled is not None
    before = asked_of(study, compiled)
    gone = next(n for n, page in enumerate(compiled.yardstick.pages) if study.results.filter(read_url=page.url, chosen=True).exists())
    asking._kept.clear()
    study.results.filter(read_url=compiled.yardstick.pages[gone].url).update(chosen=False)  # and the figures are not made yet
    for one, was in zip(asked_of(study, compiled), before, strict=True):
        assert len(one.on) == len(compiled.yardstick.pages) and one.on[gone].verdict == "absent"
        assert [a for n, a in enumerate(one.on) if n != gone] == [a for n, a in enumerate(was.on) if n != gone]


def test_a_text_too_long_to_be_measured_is_said(signed_in: Client, study: Study, actor: Actor, monkeypatch: pytest.MonkeyPatch) -> None:
    draft = make_draft(actor, study, TEXT)
    monkeypatch.setattr("fundament.web.drafts.measuring.measuring.MOST_WORDS", 5)
    page = signed_in.get(reverse("compare", args=[study.pk])).content.decode()
    assert f"“{draft.name}” is too long to be measured" in page
