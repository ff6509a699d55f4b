"""Revisions thin out as they grow old; what somebody named, or what stood before another text, stays."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.web.accounts.roles import GUEST, Actor
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft, Revision
from fundament.web.drafts.text import saving
from fundament.web.drafts.text.thinning import thin_revisions
from fundament.web.errors import TooOftenError
from fundament.web.studies.models import Study
from tests.helpers import text_document
from tests.web.conftest import make_draft

MIDNIGHT = timezone.now().replace(hour=0, minute=0, second=0, microsecond=0)


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, "<p>Lime.</p>")


def revision(draft: Draft, at: datetime, **values: Any) -> int:
    made = Revision.objects.create(draft=draft, version=1, document=draft.document, **values)
    Revision.objects.filter(pk=made.pk).update(created_at=at)
    return made.pk


def test_one_an_hour_stays_after_a_day_and_one_a_day_after_a_month(draft: Draft) -> None:
    late = [revision(draft, timezone.now() - timedelta(minutes=10 * n)) for n in range(12)]
    between = [revision(draft, MIDNIGHT - timedelta(days=5) + timedelta(minutes=10 * n)) for n in range(12)]  # two hours
    old = [revision(draft, MIDNIGHT - timedelta(days=50) + timedelta(hours=6 * n)) for n in range(8)]  # two days
    other = make_draft_like(draft)
    theirs = revision(other, MIDNIGHT - timedelta(days=5))
    assert thin_revisions() == 10 + 6
    assert set(Revision.objects.filter(draft__in=[draft, other]).values_list("pk", flat=True)) == {
        *late, between[5], between[11], old[3], old[7], theirs,
    }  # fmt: skip
    assert thin_revisions() == 0


def test_what_is_named_or_stood_before_another_text_stays(draft: Draft) -> None:
    at = MIDNIGHT - timedelta(days=50)
    staying = [
        revision(draft, at, name="Before the call"),
        *(revision(draft, at, cause=cause) for cause in ("conflict", "before", "published")),
    ]
    kept = [revision(draft, at + timedelta(minutes=n)) for n in range(3)]
    assert thin_revisions() == 2
    assert set(draft.revisions.values_list("pk", flat=True)) == {*staying, kept[-1]}


def test_more_revisions_than_anybody_writes_are_refused_and_the_text_that_is_stored_stays(
    signed_in: Client, draft: Draft, settings: Any
) -> None:
    settings.REVISIONS_AN_HOUR = 5
    statuses = []
    for number in range(8):
        body = {"document": text_document(f"Text {number}"), "base_version": 100 + number}
        answer = signed_in.post(reverse("save-draft", args=[draft.pk]), body, content_type="application/json")
        statuses.append(answer.status_code)
    assert statuses == [200] * 5 + [429] * 3
    assert "5 times within an hour" in answer.json()["problem"]
    assert draft.revisions.count() == 5


def test_a_guests_stale_saves_cost_nobody_else_a_save(signed_in: Client, actor: Actor, draft: Draft, settings: Any) -> None:
    settings.REVISIONS_AN_HOUR = 5
    guest = Actor(None, actor.workspace, GUEST, guest="Gil", draft=draft.pk)
    for number in range(5):
        saving.save(guest, draft.pk, Text.cleaned(text_document(f"Stale {number}")), 100 + number)
    with pytest.raises(TooOftenError):
        saving.save(guest, draft.pk, Text.cleaned(text_document("One more")), 200)
    for number in range(8):
        Draft.objects.filter(pk=draft.pk).update(kept_at=None)
        draft.refresh_from_db()
        saved = saving.save(actor, draft.pk, Text.cleaned(text_document(f"Mine {number}")), draft.version)
        assert saved.changed and not saved.conflict
    draft.refresh_from_db()
    assert "Mine 7" in str(draft.document)


def make_draft_like(draft: Draft) -> Draft:
    return Draft.objects.create(workspace_id=draft.workspace_id, study_id=draft.study_id, name="Other", document=draft.document)
