"""One draft by a link: for so long, as text alone or with scores, under a name; and nothing else of the workspace."""

from __future__ import annotations

import hashlib
import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fundament.core.documents.html import document_from_html
from fundament.files.pictures import Picture
from fundament.web.accounts.roles import GUEST, Actor, can, seen_by
from fundament.web.assets.models import Asset
from fundament.web.assets.services.keeping import keep_made
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft, Revision, Share, ShareVisit
from fundament.web.drafts.text import saving, sharing
from fundament.web.history.models import ActionLog
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining
from tests.web.conftest import make_draft
from tests.web.drafts.texts import TEXT


@pytest.fixture
def draft(actor: Actor, study: Study) -> Draft:
    return make_draft(actor, study, TEXT)


def link_of(signed_in: Client, draft: Draft, **asked: str) -> str:
    shown = signed_in.post(reverse("shares", args=[draft.pk]), {"hours": "72", "scores": "yes", **asked}).content.decode()
    return shown.partition("/shared/by/")[2].partition("/<")[0].partition("/")[0]


def visitor(token: str, name: str = "Gil Guest") -> Client:
    client = Client()
    answer = client.post(reverse("shared", args=[token]), {"name": name})
    assert answer.status_code == 302 and token not in answer["Location"]
    return client


def saved(client: Client, draft: Draft, html: str, version: int, panel: str = "edits") -> Any:
    body = {"document": document_from_html(html), "base_version": version, "panel": panel, "title_tag": "", "meta_description": ""}
    return client.post(reverse("guest-save", args=[draft.pk]), json.dumps(body), content_type="application/json")


def test_a_visitor_writes_under_their_name_in_this_draft(draft: Draft, signed_in: Client) -> None:
    token = link_of(signed_in, draft)
    assert (
        len(token) >= 40
        and token not in str(list(Share.objects.values()))
        and Share.objects.get().token_hash == hashlib.sha256(token.encode()).hexdigest()
    )
    first = Client().get(reverse("shared", args=[token]))
    assert first.status_code == 200 and first["Referrer-Policy"] == "strict-origin" and draft.name not in first.content.decode()
    guest = visitor(token)
    desk = guest.get(reverse("guest-desk", args=[draft.pk])).content.decode()
    assert (
        "Rake out" in desk
        and "Ignore for this page" not in desk
        and token not in desk
        and "/studies/" not in desk
        and "Suggest edits" not in desk
    )
    answer = saved(guest, draft, "<p>Other words altogether, from outside.</p>", draft.version)
    assert answer.status_code == 200 and answer.json()["core"] and answer.json()["version"] == draft.version + 1
    assert guest.get(reverse("guest-version", args=[draft.pk])).json() == {"version": draft.version + 1}
    assert ShareVisit.objects.get().saves == 1
    late = saved(guest, draft, "<p>Words on an old version.</p>", draft.version).json()
    assert late["conflict"] and Revision.objects.get(cause="conflict").by == "Gil Guest, by a link"
    assert "Gil Guest" in signed_in.get(reverse("shares", args=[draft.pk])).content.decode()
    assert "Gil Guest, by a link" in signed_in.get(reverse("revisions", args=[draft.pk])).content.decode()


def test_text_alone_shows_no_scores(draft: Draft, signed_in: Client) -> None:
    guest = visitor(link_of(signed_in, draft, scores="no"))
    desk = guest.get(reverse("guest-desk", args=[draft.pk])).content.decode()
    assert "text-alone" in desk and "core-sample" not in desk and "Next best edits" not in desk and "below the aim" not in desk
    assert guest.get(reverse("guest-panel", args=[draft.pk])).status_code == 404
    told = saved(guest, draft, "<p>Other words.</p>", draft.version).json()
    assert (told["core"], told["panel"], told["marks"], told["conflict"]) == ("", "", [], False)


def test_two_visitors_and_the_owner_lose_nothing(draft: Draft, actor: Actor, signed_in: Client) -> None:
    token = link_of(signed_in, draft)
    one, other = visitor(token, "One"), visitor(token, "Other")
    saved(one, draft, "<p>Of the first.</p>", draft.version)
    assert saved(other, draft, "<p>Of the other.</p>", draft.version).json()["conflict"]
    assert saved(one, draft, "<p>Of the first, late.</p>", draft.version).json()["conflict"]
    kept = {(revision.guest, json.dumps(revision.document)) for revision in Revision.objects.filter(cause="conflict")}
    assert {name for name, _ in kept} == {"One", "Other"} and any("Of the other" in document for _, document in kept)


def test_a_link_that_is_over_opens_nothing(draft: Draft, actor: Actor, signed_in: Client) -> None:
    token = link_of(signed_in, draft)
    guest = visitor(token)
    share = Share.objects.get()
    Share.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
    assert guest.get(reverse("guest-desk", args=[draft.pk])).status_code == 404
    assert saved(guest, draft, "<p>Late.</p>", draft.version).status_code == 404
    assert Client().get(reverse("shared", args=[token])).status_code == 404
    signed_in.post(reverse("renew-share", args=[draft.pk, share.pk]), {"hours": "72"})
    assert guest.get(reverse("guest-desk", args=[draft.pk])).status_code == 200
    signed_in.post(reverse("end-share", args=[draft.pk, share.pk]))
    assert guest.get(reverse("guest-version", args=[draft.pk])).status_code == 404
    assert signed_in.post(reverse("renew-share", args=[draft.pk, share.pk]), {"hours": "72"}).status_code == 404
    assert {entry.verb for entry in ActionLog.objects.all()} >= {"draft.share", "draft.renew_share", "draft.end_share"}


def test_no_other_draft_is_there_for_a_visitor(draft: Draft, actor: Actor, study: Study, signed_in: Client) -> None:
    guest = visitor(link_of(signed_in, draft))
    other = make_draft(actor, study, TEXT, name="Another")
    for name in ("guest-desk", "guest-panel", "guest-version"):
        assert guest.get(reverse(name, args=[other.pk])).status_code == 404
    assert saved(guest, other, "<p>x</p>", other.version).status_code == 404
    by_link = Actor(None, actor.workspace, GUEST, guest="Gil", draft=draft.pk)
    assert list(seen_by(by_link, Draft.objects.all())) == [draft] and not seen_by(by_link, Study.objects.all()).exists()
    assert (
        can(by_link, "draft.write", draft)
        and not can(by_link, "draft.write", other)
        and not can(by_link, "draft.state")
        and not can(by_link, "study.see")
    )
    assert guest.get("/events/").status_code in (302, 401, 403, 404)


def test_guessing_is_limited(draft: Draft, signed_in: Client) -> None:
    token = link_of(signed_in, draft)
    client = Client()
    statuses = [client.get(reverse("shared", args=[f"guess-{number}"])).status_code for number in range(sharing.MOST_TRIES + 2)]
    assert statuses[: sharing.MOST_TRIES] == [404] * sharing.MOST_TRIES and statuses[-1] == 429
    assert client.get(reverse("shared", args=[token])).status_code == 429
    assert Client(REMOTE_ADDR="198.51.100.7").get(reverse("shared", args=[token])).status_code == 200


@pytest.mark.parametrize("hours", ["0", "-1", "99999", "x", "", "1e9", "\x00"])
def test_odd_hours_make_no_link_or_the_usual_one(draft: Draft, signed_in: Client, hours: str) -> None:
    answer = signed_in.post(reverse("shares", args=[draft.pk]), {"hours": hours})
    assert answer.status_code == (200 if not hours.strip("\x00") else 422) and Share.objects.count() == (answer.status_code == 200)


@pytest.mark.parametrize("name", ["", "  ", "x" * 99, "\x00"])
def test_a_visitor_says_a_name(draft: Draft, signed_in: Client, name: str) -> None:
    answer = Client().post(reverse("shared", args=[link_of(signed_in, draft)]), {"name": name})
    assert answer.status_code == 422 and "Say your name" in answer.content.decode() and not ShareVisit.objects.exists()


def test_what_is_planned_in_the_workspace_is_not_shown_to_a_visitor(draft: Draft, actor: Actor, study: Study, signed_in: Client) -> None:
    outlining.add_heading(actor, study.pk, "A heading of our own")
    guest = visitor(link_of(signed_in, draft))
    desk = guest.get(reverse("guest-desk", args=[draft.pk]), {"panel": "plan"}).content.decode()
    answer = guest.get(reverse("guest-panel", args=[draft.pk]), {"panel": "plan"}).json()["panel"]
    typed = saved(guest, draft, "<p>Other words.</p>", draft.version, panel="plan").json()["panel"]
    assert 'data-panel="plan"' not in desk
    for shown in (desk, answer, typed):
        assert "A heading of our own" not in shown and "Next best edits" in shown


def test_a_visitor_sees_the_pictures_of_the_text_and_no_others(draft: Draft, actor: Actor, signed_in: Client) -> None:
    ours, other = (keep_made(actor, Picture(content, "image/png", 1, 1)) for content in (b"\x89PNG one", b"\x89PNG other"))
    guest = visitor(link_of(signed_in, draft, scores="no"))

    def shown(asset: Asset) -> Any:
        return guest.get(reverse("guest-picture", args=[draft.pk, asset.pk, asset.content_hash[:12]]))

    assert shown(ours).status_code == 404
    saving.save(
        actor,
        draft.pk,
        Text.cleaned(document_from_html(f'<p>A wall.</p><ul><li><img src="{ours.address}" alt="A wall"></li></ul>')),
        draft.version,
    )
    assert shown(ours).content == b"\x89PNG one" and shown(ours)["Content-Type"] == "image/png"
    assert shown(other).status_code == 404 and guest.get(ours.address).status_code == 302
    desk = guest.get(reverse("guest-desk", args=[draft.pk])).content.decode()
    assert f'data-shown="/shared/{draft.pk}"' in desk
