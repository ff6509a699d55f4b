"""Single pages of a study: told when only a browser fills them, added by hand, read again, brought in a file."""

from __future__ import annotations

from unittest import mock

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse

from fundament.core.reading.page.script_application import needs_browser
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.other_pages.proposed_competitors import Candidate, advice_for
from fundament.providers.errors import PageError
from fundament.web.accounts.models import Membership, Person, Workspace
from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError
from fundament.web.notices.models import Notice
from fundament.web.studies.models import Study
from fundament.web.studies.results import pages
from fundament.web.studies.results.choosing import set_chosen
from fundament.web.studies.results.reading import read_waiting
from tests.web.conftest import after_errand
from tests.web.studies.decided import yardstick_of

FRAME = """<!doctype html><html lang="en"><head><title>Lime</title><script src="/app.js" defer></script></head>
<body><noscript>You need to enable JavaScript to run this app.</noscript><div id="root"></div></body></html>"""
HEADED_FRAME = """<html lang="en"><head><script type="module" src="/a.js"></script></head><body><header><a href="/">Lime house</a></header>
<shop-page></shop-page><footer><p>Lime house, 2 Mill Lane, open on weekdays from nine to five.</p></footer></body></html>"""
PAGE = f"""<html lang="en"><head><title>Pointing at home</title></head><body><div id="root"><article><h1>Pointing at home</h1>
{"".join(f"<p>Rake out joint number {n} to twice its width and press the lime mortar in firmly, then keep it damp for a week.</p>" for n in range(20))}
</article></div><script src="/app.js"></script></body></html>"""


@pytest.mark.parametrize("html", [FRAME, HEADED_FRAME])
def test_an_empty_frame_is_told(html: str) -> None:
    assert needs_browser(read_page(html, "https://a.example/"))


@pytest.mark.parametrize(
    "html",
    [
        PAGE,
        "<html lang=en><body><div id=top></div><p>A short page without any script.</p></body></html>",
        '<html lang=en><head><script src="a.js"></script></head><body><div id="text"><p>A short page, served with its words, and with a script beside them.</p></div></body></html>',
    ],
)
def test_what_was_served_with_its_words_is_none(html: str) -> None:
    assert not needs_browser(read_page(html, "https://a.example/"))


def test_a_frame_is_advised_against_only_where_others_have_far_more() -> None:
    others = [Candidate(rank, "article", 900, "en", f"https://a{rank}.example/") for rank in range(1, 7)]
    frames = [
        Candidate(7, "article", 130, "en", "https://b.example/", needs_browser=True),
        Candidate(8, "article", 800, "en", "https://c.example/", needs_browser=True),
    ]
    advice = advice_for([*others, *frames], "en")
    assert advice[6] is not None and advice[6].code == "advice.needs_browser" and advice[7] is None


def test_a_page_is_added_by_its_file_and_counts(study: Study, actor: Actor, signed_in: Client) -> None:
    before = yardstick_of(study)
    answer = signed_in.post(
        reverse("add-page", args=[study.pk]), {"address": "hand.example/pointing", "page": SimpleUploadedFile("a.html", PAGE.encode())}
    )
    assert after_errand(signed_in, answer).redirect_chain[-1][0] == reverse("results", args=[study.pk])
    made = study.results.order_by("rank").last()
    assert made.url == "https://hand.example/pointing" and made.state == "waiting"
    assert Study.objects.get(pk=study.pk).state == "ready"  # the study stays as it is meanwhile
    assert yardstick_of(study) == before
    read_waiting(study.pk)
    made.refresh_from_db()
    assert made.state == "read" and made.words > 300
    set_chosen(actor, study.pk, [made.pk], True)
    assert made.rank == len(study.results.all())


def test_whoever_added_a_page_is_told_when_it_is_read(study: Study, actor: Actor, workspace: Workspace) -> None:
    other = Person.objects.create_user("cleo", password="limewash-1")
    Membership.objects.create(workspace=workspace, user=other, role="editor")
    with mock.patch("fundament.web.studies.results.pages.queue_waiting") as queued:
        pages.add_page(Actor(other, workspace, "editor"), study.pk, "", ("a.html", PAGE.encode()))
    asked_for, person_id = queued.call_args.args
    read_waiting(asked_for.pk, person_id)
    assert [notice.person for notice in Notice.objects.filter(said__0="notice.pages_read")] == [other]


def test_the_choice_of_others_stays_when_a_page_is_added(study: Study, actor: Actor) -> None:
    left_out = study.results.filter(chosen=True).first()
    set_chosen(actor, study.pk, [left_out.pk], False, "no rival")
    pages.add_page(actor, study.pk, "", ("a.html", PAGE.encode()))
    before = dict(study.results.values_list("pk", "chosen"))
    read_waiting(study.pk)
    now = dict(study.results.values_list("pk", "chosen"))
    assert {pk: now[pk] for pk in before if before[pk] or pk == left_out.pk} == {
        pk: before[pk] for pk in before if before[pk] or pk == left_out.pk
    }


@pytest.mark.parametrize(
    ("address", "file"),
    [
        ("file:///etc/passwd", None),
        ("http://127.0.0.1/", None),
        ("", None),
        ("", ("a.pdf", b"%PDF-1.4")),
        ("", ("a.zip", b"PK\x03\x04broken")),
        ("not an address", None),
    ],
)
def test_what_is_no_page_is_refused_and_changes_nothing(study: Study, actor: Actor, address: str, file: tuple[str, bytes] | None) -> None:
    before = study.results.count()
    with pytest.raises((ApplicationError, PageError)):
        pages.add_page(actor, study.pk, address, file)
    assert study.results.count() == before


def test_an_address_that_is_there_is_not_added_twice(study: Study, actor: Actor) -> None:
    there = study.results.first()
    with pytest.raises(ApplicationError) as refused:
        pages.add_page(actor, study.pk, there.url.replace("www.", "").replace("https://", "http://www."))
    assert refused.value.message.values["rank"] == there.rank


def test_a_page_that_failed_is_brought_in_a_file(study: Study, actor: Actor, signed_in: Client) -> None:
    failed = study.results.filter(state="failed").first()
    assert failed is not None
    page = signed_in.get(reverse("results", args=[study.pk])).content.decode()
    assert "Bring the page yourself" in page
    address = reverse("bring-page", args=[study.pk, failed.pk])
    broken = after_errand(signed_in, signed_in.post(address, {"page": SimpleUploadedFile("a.pdf", b"%PDF-1.4")}))
    assert 'role="alert"' in broken.content.decode() and "There is no page in the file" in broken.content.decode()
    after_errand(signed_in, signed_in.post(address, {"page": SimpleUploadedFile("saved.html", PAGE.encode())}))
    read_waiting(study.pk)
    failed.refresh_from_db()
    assert failed.state == "read" and failed.problem is None and failed.rank > 0


def test_what_was_read_before_stands_when_it_cannot_be_read_again(study: Study, actor: Actor, settings: object) -> None:
    from fundament.web.sites.models import RawResponse

    result = study.results.filter(chosen=True).first()
    reading = result.reading_id
    pages.read_page_again(actor, study.pk, result.pk)
    empty = RawResponse.objects.create(
        content_hash="0" * 64, url=result.url, final_url=result.url, body=b"x\x9c\x03\x00\x00\x00\x00\x01", size=0
    )
    result.refresh_from_db()
    result.raw = empty
    result.save()
    read_waiting(study.pk)
    result.refresh_from_db()
    assert (result.state, result.reading_id, result.chosen) == ("read", reading, True) and result.problem[0] == "page.no_text"
