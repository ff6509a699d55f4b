"""The workspace's own sites: pages from sitemaps and lists, read politely, stopped and gone on with; and what they are meant for."""

from __future__ import annotations

import gzip
from collections.abc import Callable
from typing import Any

import pytest
from django.test import Client
from django.urls import reverse

from fundament.files.errors import FileError
from fundament.files.sitemaps import MOST_ADDRESSES, read_sitemap
from fundament.providers.pages import FetchedPage
from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError, NotAllowedError, NotFoundError
from fundament.web.history.services.undo import last_to_undo, undo
from fundament.web.sites.models import Page, Site
from fundament.web.sites.services import site_reading, sites
from fundament.web.studies.models import Study
from fundament.web.studies.results import purposes
from tests.web.conftest import member, part_after_errand

HOST = "marlandquoin.example"


@pytest.fixture
def site(actor: Actor, outside: str) -> Site:
    made = sites.add_site(actor, f"https://www.{HOST}/shop/", pages_a_minute=600)
    site_reading.begin_listing(actor, made.pk)
    site_reading.list_pages(made.pk)
    made.refresh_from_db()
    return made


def read_all(actor: Actor, site: Site, wait: Callable[[float], None] = lambda _: None) -> None:
    site_reading.begin_reading(actor, site.pk)
    site_reading.read_pages(site.pk, wait=wait)


def test_a_site_is_listed_from_its_sitemap_and_read(actor: Actor, site: Site) -> None:
    assert (site.host, site.state, site.problem) == (HOST, "", None) and site.listed_at is not None
    pages = Page.objects.filter(site=site)
    assert pages.count() == 40 and pages.filter(changed__isnull=False).count() >= 39 and not pages.filter(state="read").exists()
    waits: list[float] = []
    read_all(actor, site, waits.append)
    assert pages.filter(state="read").count() == 40 and all(0 <= pause <= 0.1 for pause in waits) and len(waits) == 40
    kinds = set(pages.values_list("kind", flat=True))
    assert {"article", "product", "category", "home"} <= kinds and min(p.words or 0 for p in pages) > 10
    with pytest.raises(ApplicationError):
        site_reading.begin_reading(actor, site.pk)  # all are read


def test_reading_goes_on_where_it_was_stopped(actor: Actor, site: Site) -> None:
    count = 0

    def stop_soon(_: float) -> None:
        nonlocal count
        count += 1
        if count == 7:
            site_reading.stop(actor, site.pk)

    read_all(actor, site, stop_soon)
    site.refresh_from_db()
    done = Page.objects.filter(site=site, state="read").count()
    assert 7 <= done <= 9 and site.state == ""
    read_all(actor, site)
    assert Page.objects.filter(site=site, state="read").count() == 40


def test_a_page_that_is_gone_says_why_and_keeps_what_was_read(actor: Actor, site: Site) -> None:
    assert sites.add_addresses(actor, site.pk, f"https://www.{HOST}/nothing\nhttps://elsewhere.example/a\nnot an address\n\n") == (
        1, ["https://elsewhere.example/a", "not an address"],
    )  # fmt: skip
    read_all(actor, site)
    gone = Page.objects.get(url=f"https://www.{HOST}/nothing")
    assert gone.state == "failed" and gone.problem[0] == "page.missing"
    site_reading.begin_reading(actor, site.pk, again=True)
    site_reading.read_pages(site.pk, wait=lambda _: None)
    assert Page.objects.filter(site=site, state="failed").count() == 1


def test_a_page_that_changed_since_is_read_again(actor: Actor, site: Site) -> None:
    read_all(actor, site)
    page = Page.objects.filter(site=site).first()
    assert page is not None and page.read_at is not None
    assert sites.note_addresses(site, [(page.url, page.read_at.date().replace(year=2030))]) == 0
    assert Page.objects.get(pk=page.pk).state == "new"


def test_a_site_without_a_sitemap_says_what_to_do(actor: Actor, outside: str) -> None:
    made = sites.add_site(actor, "www.ravenscar-conservation.example")
    site_reading.begin_listing(actor, made.pk)
    with pytest.raises(ApplicationError):
        site_reading.begin_listing(actor, made.pk)
    site_reading.list_pages(made.pk)
    made.refresh_from_db()
    assert made.problem[0] == "site.no_sitemap" and made.state == ""


def test_sites_are_added_once_changed_put_away_and_undone(actor: Actor, site: Site) -> None:
    for address in (f"http://{HOST}", "nonsense", "127.0.0.1", "http://localhost/", ""):
        with pytest.raises(ApplicationError):
            sites.add_site(actor, address)
    sites.change_site(actor, site.pk, brand_words=["Marl & Quoin", " ", "Marl & Quoin"], name="Marl and Quoin", pages_a_minute=30)
    assert Site.objects.get(pk=site.pk).brand_words == ["Marl & Quoin"]
    for wrong in ({"pages_a_minute": 0}, {"time_zone": "Mars/Olympus"}, {"sitemap": "ftp://a"}):
        with pytest.raises(ApplicationError):
            sites.change_site(actor, site.pk, **wrong)
    sites.archive(actor, site.pk, away=True)
    assert sites.add_site(actor, HOST).pk == site.pk  # it is taken back, with its pages
    action = last_to_undo(actor, f"site:{site.pk}")
    assert action is not None
    undo(actor, action.pk)
    assert Site.objects.get(pk=site.pk).archived_at is not None


def test_pages_are_meant_for_a_keyword_or_a_study(actor: Actor, site: Site, study: Study, signed_in: Client) -> None:
    pages = list(Page.objects.filter(site=site).order_by("url")[:2])
    signed_in.post(f"/studies/for-pages-of/{site.pk}/", {"page": [str(p.pk) for p in pages], "keyword": " lime  mortar "})
    assert [p.purpose.keyword for p in Page.objects.filter(pk__in=[p.pk for p in pages])] == ["lime mortar"] * 2
    purposes.mean_for(actor, site.pk, [pages[0].pk], study_id=study.pk)
    screen = signed_in.get(f"/sites/{site.pk}/", {"sort": "-meant_for"}).content.decode()
    assert study.keyword in screen and "lime mortar" in screen and f"/studies/{study.pk}/" in screen
    for _ in range(2):
        action = last_to_undo(actor, f"site:{site.pk}")
        if action is not None:
            undo(actor, action.pk)
    assert purposes.mean_for(actor, site.pk, [pages[0].pk], keyword="") in (0, 1)
    with pytest.raises(ApplicationError):
        purposes.mean_for(actor, site.pk, [10**9], keyword="a")


def test_the_screens_of_sites(actor: Actor, signed_in: Client, outside: str) -> None:
    assert "No site yet" in signed_in.get("/sites/").content.decode()
    made = signed_in.post("/sites/new/", {"address": HOST})
    site = Site.objects.get()
    assert made["Location"] == f"/sites/{site.pk}/" and site.state == "listing"
    assert "Its sitemap is being read" in signed_in.get(made["Location"]).content.decode()
    site_reading.list_pages(site.pk)
    signed_in.post(f"/sites/{site.pk}/read/")
    site_reading.read_pages(site.pk, wait=lambda _: None)
    page = signed_in.get(f"/sites/{site.pk}/", {"kind": "product", "search": "lime"}).content.decode()
    assert "40 pages of" in page and "Matured lime putty" in page and "Churn brush" not in page
    assert signed_in.get(f"/sites/{site.pk}/", {"format": "csv"}).content.decode().count("\n") == 41
    assert signed_in.post(f"/sites/{site.pk}/change/", {"name": "M", "pages_a_minute": "x", "time_zone": "UTC"}).status_code == 422
    signed_in.post(f"/sites/{site.pk}/archive/", {"away": "yes"})
    assert HOST in signed_in.get("/sites/", {"archived": "1"}).content.decode()
    for name in ("list", "stop", "read"):
        assert signed_in.post(f"/sites/{site.pk}/{name}/").status_code in (302, 422)


def test_what_searches_bring_to_a_site(signed_in: Client, site: Site, settings: Any) -> None:
    def traffic() -> str:
        return part_after_errand(signed_in, signed_in.post(reverse("ask-site-traffic", args=[site.pk])))

    page = traffic()
    assert "visits in October 2026" in page and "svg" in page
    settings.KEYWORDS_ADDRESS = "http://127.0.0.1:9"
    Site.objects.filter(pk=site.pk).update(host="another.example")
    assert "The keyword catalogue cannot be reached" in traffic()
    settings.KEYWORDS_ADDRESS = ""
    assert signed_in.post(reverse("ask-site-traffic", args=[site.pk])).content == b""


def test_a_stranger_and_a_reader_change_nothing(actor: Actor, site: Site) -> None:
    from fundament.web.accounts.models import Workspace

    stranger = member(Workspace.objects.create(name="Elsewhere"), "eve", "owner")
    reader = member(actor.workspace, "rea", "reader")
    for who, error in ((stranger, NotFoundError), (reader, NotAllowedError)):
        for attempt in (
            lambda w=who: sites.change_site(w, site.pk, name="x"), lambda w=who: site_reading.begin_listing(w, site.pk),
            lambda w=who: sites.add_addresses(w, site.pk, "https://a.example/"), lambda w=who: purposes.mean_for(w, site.pk, [1], keyword="x"),
        ):  # fmt: skip
            with pytest.raises(error):
                attempt()


# sitemaps by themselves

URLSET = '<urlset xmlns="http://www.google.example/schemas/0.84" xmlns:image="http://images.example/1.1"><url><image:image><image:loc>https://a.example/p.jpg</image:loc></image:image><loc> https://a.example/1 </loc><lastmod>2026-03-04T10:00:00Z</lastmod></url><url><loc>/2</loc></url></urlset>'


@pytest.mark.parametrize(
    ("content", "expected"),
    [
        (URLSET.encode(), [("https://a.example/1", "2026-03-04T10:00:00Z"), ("https://b.example/2", "")]),
        (b"\n\n  \xef\xbb\xbf" + URLSET.encode(), [("https://a.example/1", "2026-03-04T10:00:00Z"), ("https://b.example/2", "")]),
        (gzip.compress(URLSET.encode()), [("https://a.example/1", "2026-03-04T10:00:00Z"), ("https://b.example/2", "")]),
        (('<?xml version="1.0" encoding="UTF-16"?>' + URLSET).encode("utf-16"), [("https://a.example/1", "2026-03-04T10:00:00Z"), ("https://b.example/2", "")]),
        (b"https://a.example/1\r\n# no\r\n\r\nhttps://a.example/1\nhttps://a.example/2\n", [("https://a.example/1", ""), ("https://a.example/2", "")]),
        (b"<rss><channel><item><link>https://a.example/n</link></item></channel></rss>", [("https://a.example/n", "")]),
        (b'<feed xmlns="http://www.w3.org/2005/Atom"><entry><link rel="self" href="/x"/><link href="/y"/></entry></feed>', [("https://b.example/y", "")]),
        (URLSET.encode()[:-40], [("https://a.example/1", "2026-03-04T10:00:00Z")]),
    ],
)  # fmt: skip
def test_sitemaps_of_many_makes(content: bytes, expected: list[tuple[str, str]]) -> None:
    found = read_sitemap(content, "https://b.example/sitemap.xml")
    assert [(entry.url, entry.changed) for entry in found.pages][: len(expected)] == expected


def test_an_index_of_sitemaps_and_what_is_none() -> None:
    index = b"<sitemapindex><sitemap><loc>https://a.example/s1.xml.gz</loc></sitemap><sitemap><loc>https://a.example/s2.xml</loc></sitemap></sitemapindex>"
    assert [entry.url for entry in read_sitemap(index).sitemaps] == ["https://a.example/s1.xml.gz", "https://a.example/s2.xml"]
    for content in (
        b"",
        b"<html><body>Not found</body></html>",
        b"<urlset></urlset>",
        b"just words\nand more",
        gzip.compress(b"<urlset></urlset>")[:-5],
    ):
        with pytest.raises(FileError):
            read_sitemap(content)


def test_fifty_thousand_addresses_are_taken_and_no_outside_entity() -> None:
    many = "<urlset>" + "".join(f"<url><loc>https://a.example/{n}</loc></url>" for n in range(MOST_ADDRESSES + 10)) + "</urlset>"
    found = read_sitemap(many.encode())
    assert len(found.pages) == MOST_ADDRESSES and found.notes[0].code == "sitemap.cut"
    evil = b'<!DOCTYPE urlset [<!ENTITY a SYSTEM "file:///etc/passwd"><!ENTITY b "x">]><urlset><url><loc>https://a.example/&a;</loc></url><url><loc>https://a.example/ok</loc></url></urlset>'
    assert all("root:" not in entry.url for entry in read_sitemap(evil).pages)


def test_a_large_site_is_noted_at_once(actor: Actor, site: Site, monkeypatch: pytest.MonkeyPatch, settings: Any) -> None:
    content = gzip.compress("\n".join(f"https://www.{HOST}/p/{n}" for n in range(20_000)).encode())

    class Fetcher:
        def fetch_file(self, url: str, most: int) -> FetchedPage:
            return FetchedPage(url, url, content, "", 0.0)

    monkeypatch.setattr(site_reading, "page_fetcher", Fetcher)
    sites.change_site(actor, site.pk, sitemap=f"https://www.{HOST}/all.txt.gz")
    site_reading.begin_listing(actor, site.pk)
    site_reading.list_pages(site.pk)
    assert Page.objects.filter(site=site).count() == 20_040
