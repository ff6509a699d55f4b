"""Revisions with a name, two versions beside one another, and the curve of a draft's score."""

from __future__ import annotations

import datetime

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.core.documents.html import document_from_html
from fundament.core.documents.schema import plain_text
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft, Revision, ScorePoint
from fundament.web.drafts.text import revising
from fundament.web.drafts.text.saving import save
from fundament.web.drafts.text.thinning import thin_revisions
from fundament.web.errors import NotFoundError
from fundament.web.history.models import ActionLog
from fundament.web.history.services.undo import undo
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft, text

BEFORE = "<h1>Walls</h1><p>Rake out the old joints and brush away the dust.</p>"
AFTER = "<h1>Walls</h1><p>Rake out the old joints with a chisel and brush away all the dust.</p><h2>Which lime mortar</h2><p>We mix one part of lime putty with three parts of sharp sand.</p>"


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    draft = make_draft(actor, study, BEFORE)
    revising.keep_named(actor, draft.pk, "  The first \n round ")
    Draft.objects.filter(pk=draft.pk).update(document=document_from_html(AFTER), version=2, title_tag="Walls, anew")
    return Draft.objects.get(pk=draft.pk)


def test_a_named_revision_stays(draft: Draft) -> None:
    revision = draft.revisions.get()
    assert revision.name == "The first round"
    Revision.objects.filter(pk=revision.pk).update(created_at=timezone.now() - datetime.timedelta(days=400))
    draft.revisions.create(version=1, document=draft.document, name="The second")
    thin_revisions()
    assert draft.revisions.count() == 2


def test_two_versions_are_compared_in_text_and_in_what_each_part_gained(draft: Draft, actor: Actor, signed_in: Client) -> None:
    revision = draft.revisions.get()
    found = revising.compare_versions(actor, draft.pk, revising.NOW, str(revision.pk))  # whatever order they are asked for in
    assert (found.before.number, found.after.number) == (str(revision.pk), "now")
    assert found.before.score is not None and found.after.score is not None
    assert sum(after - before for _, before, after, _ in found.parts) == pytest.approx(
        found.after.score.total - found.before.score.total, abs=0.3
    )
    page = signed_in.get(reverse("compare-revisions", args=[draft.pk]), {"one": revision.pk, "other": "now"}).content.decode()
    assert "<ins>with a chisel </ins>" in page
    assert "Which lime mortar" in page and "The first round" in page and "<ins>Walls, anew</ins>" in page


@pytest.mark.parametrize("number", ["0", "-1", "x", "9" * 30, "\u00b2"])
def test_a_version_that_is_none_is_not_there(draft: Draft, actor: Actor, number: str) -> None:
    with pytest.raises(NotFoundError):
        revising.compare_versions(actor, draft.pk, number, "now")


def test_a_revision_without_a_name_is_not_kept(draft: Draft, signed_in: Client) -> None:
    assert signed_in.post(reverse("keep-revision", args=[draft.pk]), {"name": "  "}).status_code == 422
    assert draft.revisions.count() == 1


def test_the_curve_says_what_moved_the_score(draft: Draft, signed_in: Client) -> None:
    draft.score_points.all().delete()
    for total, version, core, aim in (
        (20.0, 1, "1", 60.0),
        (20.0, 1, "1", 60.0),
        (28.0, 2, "1", 60.0),
        (25.0, 2, "1", 55.0),
        (26.0, 2, "2", 55.0),
    ):
        ScorePoint.objects.create(draft=draft, version=version, core_version=core, total=total, aim=aim, enough=80.0, parts=[], words=100)
    draft.score = None
    draft.save(update_fields=["score"])
    steps = revising.curve_of(draft)
    assert [(step.cause, step.change) for step in steps] == [("first", 0.0), ("text", 8.0), ("competitors", -3.0), ("program", 1.0)]
    page = signed_in.get(reverse("revisions", args=[draft.pk])).content.decode()
    noted = {"total": 31.0, "aim": 55.0, "enough": 80.0, "version": "2"}
    draft.score, draft.version = noted, 3
    assert [(step.cause, step.total) for step in revising.curve_of(draft)][-1] == ("text", 31.0)  # though no minute has passed
    assert "Score from 20 to 26 in 4 steps, aim 55" in page and "a newer version of the program" in page


def test_two_texts_are_made_one_and_both_stay(actor: Actor, study: Study, signed_in: Client) -> None:
    draft = make_draft(actor, study, "<h1>Walls</h1><p>Of the first.</p><p>The same.</p>")
    kept = save(actor, draft.pk, text("<h1>Walls</h1><p>Of the other.</p><p>The same.</p>"), 0)
    assert kept.conflict
    address = reverse("merge-revision", args=[draft.pk, kept.revision])
    shown = signed_in.get(address).content.decode()
    assert "Of the <del>first</del>." in shown and "Of the <ins>other</ins>." in shown and shown.count('value="both" checked') == 1
    stale = signed_in.post(address, {"version": "99", "p1": "mine"})
    assert stale.status_code == 422 and "made again" in stale.content.decode()
    assert signed_in.post(address, {"version": str(draft.version), "p1": "both", "p7": "moon", "x": "y"}).status_code == 302
    draft.refresh_from_db()
    assert "Of the first." in plain_text(draft.document) and "Of the other." in plain_text(draft.document)
    assert draft.version == 2 and draft.revisions.filter(cause="before").exists() and draft.revisions.filter(cause="conflict").exists()
    undo(actor, ActionLog.objects.filter(verb="draft.take_over").latest("pk").pk)
    draft.refresh_from_db()
    assert "Of the other." not in plain_text(draft.document)
