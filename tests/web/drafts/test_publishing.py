"""A text is at an address since a day: said, undone, read again and compared."""

from __future__ import annotations

import datetime
from dataclasses import replace

import pytest
from django.test import Client
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.reading.difference import difference
from fundament.core.reading.read_draft import read_draft
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft, Publication
from fundament.web.drafts.text import publishing
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.sites.services import sites
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.studies.models import Study
from tests.web.conftest import make_draft

ADDRESS = "https://www.marlandquoin.example/advice/curing-lime"
texts = st.lists(st.text("abc ", min_size=3, max_size=30).map(str.strip).filter(bool), max_size=8)


@pytest.fixture
def draft(actor: Actor, study: Study, outside: str) -> Draft:
    sites.add_site(actor, "marlandquoin.example")
    from fundament.core.reading.read_page import read_page

    reading = read_page(page_fetcher().fetch(ADDRESS).content, ADDRESS)
    blocks = list(reading.main_blocks())
    html = "".join(f"<h{b.level}>{b.text}</h{b.level}>" if b.kind == "heading" else f"<p>{b.text}</p>" for b in blocks[:-1])
    return make_draft(
        actor, study, html.replace("Keep sun and wind off.", "Keep the sun off.") + "<p>A paragraph that nobody published yet.</p>"
    )


def test_a_publication_is_said_read_compared_and_undone(actor: Actor, draft: Draft, signed_in: Client) -> None:
    answer = signed_in.post(f"/drafts/{draft.pk}/published/", {"address": ADDRESS, "since": "2026-11-02"})
    assert answer.status_code == 302
    row = Publication.objects.get()
    assert row.since == datetime.date(2026, 11, 2) and row.revision.cause == "published" and row.page.url == ADDRESS
    signed_in.post(f"/drafts/{draft.pk}/published/{row.pk}/read/")
    assert "The page is being read" in signed_in.get(f"/drafts/{draft.pk}/revisions/").content.decode()
    publishing.read_again(row.pk)
    row.refresh_from_db()
    found = row.difference
    assert found["same"] > 5 and len(found["changed"]) == 1 and found["changed"][0][1].startswith("Keep sun and wind off")
    assert found["missing"] == ["A paragraph that nobody published yet."] and len(found["further"]) == 1
    page = signed_in.get(f"/drafts/{draft.pk}/revisions/").content.decode()
    assert "1 changed, 1 missing, 1 further" in page and "another title tag" in page
    action = last_to_undo(actor, f"draft:{draft.pk}")
    assert action is None or action.verb == "draft.publish"


def test_an_act_of_publishing_can_be_undone(actor: Actor, draft: Draft) -> None:
    publishing.publish_at(actor, draft.pk, ADDRESS, datetime.date(2026, 11, 2))
    action = last_to_undo(actor, f"draft:{draft.pk}")
    assert action is not None
    undo(actor, action.pk)
    assert not Publication.objects.exists()


def test_a_page_that_is_gone_keeps_what_was_compared_before(actor: Actor, draft: Draft) -> None:
    row = publishing.publish_at(actor, draft.pk, ADDRESS + "-gone", datetime.date(2026, 11, 2))
    publishing.ask_to_read(actor, draft.pk, row.pk)
    publishing.read_again(row.pk)
    row.refresh_from_db()
    assert row.problem[0] == "page.missing" and row.difference is None and not row.is_asked


def test_what_cannot_be_published_is_refused(actor: Actor, draft: Draft, signed_in: Client) -> None:
    for address, since in (("https://elsewhere.example/a", "2026-11-02"), ("nonsense", "2026-11-02"), (ADDRESS, "2036-01-01")):
        with pytest.raises(ApplicationError):
            publishing.publish_at(actor, draft.pk, address, datetime.date.fromisoformat(since))
    assert signed_in.post(f"/drafts/{draft.pk}/published/", {"address": ADDRESS, "since": "soon"}).status_code == 422
    with pytest.raises(NotFoundError):
        publishing.ask_to_read(actor, draft.pk, 10**9)


@given(texts, texts)
def test_every_paragraph_is_told_once(ours: list[str], theirs: list[str]) -> None:
    one, other = (read_draft("".join(f"<p>{text}</p>" for text in side), language="en") for side in (ours, theirs))
    found = difference(one, other)
    assert found.same + len(found.changed) + len(found.missing) == len(one.main_blocks())
    assert found.same + len(found.changed) + len(found.further) == len(other.main_blocks())
    assert difference(one, one).is_none and not difference(replace(one, title="a"), one).is_none
