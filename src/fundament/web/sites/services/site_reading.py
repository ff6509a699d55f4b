"""Reading a site: its pages out of its sitemaps, and then the pages themselves, politely. Both go on where they stopped."""

from __future__ import annotations

import datetime
import time
from collections.abc import Callable

from django.db import transaction
from django.utils import timezone

from fundament.confined import ConfinedError
from fundament.core.errors import SaidError
from fundament.core.message import Message, message
from fundament.files.cells import date_of
from fundament.files.sitemaps import MOST_BYTES, Sitemap, read_sitemap
from fundament.providers.errors import PageError
from fundament.providers.pages import PageFetcher
from fundament.web.accounts.roles import Actor
from fundament.web.errors import ApplicationError
from fundament.web.live.notify import announce
from fundament.web.sites import analysts
from fundament.web.sites.models import Page, Site
from fundament.web.sites.queueing import queue_listing, queue_reading
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.sites.services.readings import store_raw, store_reading, without_text
from fundament.web.sites.services.sites import MOST_PAGES, is_of, note_addresses, site_for

MOST_SITEMAPS = 500
USUAL_SITEMAPS = ("/sitemap.xml", "/sitemap_index.xml", "/sitemap.txt")
SLICE_SECONDS = 60.0  # of one job; then others have their turn, and another job goes on
LONGEST_LISTING = 300.0  # seconds for all sitemaps of a site
TOLD_EVERY = 5  # pages


def begin_listing(actor: Actor, site_id: int) -> Site:
    """Have a site's sitemap read."""

    site = site_for(actor, site_id, "site.change")
    return _begin(site, "listing", queue_listing)


def begin_reading(actor: Actor, site_id: int, *, again: bool = False) -> Site:
    """Have the pages read that were not yet; again: those that were not to be had, too."""

    site = site_for(actor, site_id, "site.change")
    if again:
        Page.objects.filter(site=site, state="failed").update(state="new", problem=None)
    if not Page.objects.filter(site=site, state="new").exists():
        raise ApplicationError("error.all_pages_read")
    return _begin(site, "reading", queue_reading)


def stop(actor: Actor, site_id: int) -> Site:
    """Stop after the page that is being read; it goes on from there when it is begun again."""
    site = site_for(actor, site_id, "site.change")
    Site.objects.filter(pk=site.pk, state__in=("listing", "reading")).update(state="stopping")
    _tell(site)
    site.refresh_from_db()
    return site


def _begin(site: Site, state: str, queue: Callable[[Site], None]) -> Site:
    with transaction.atomic():
        if not Site.objects.filter(pk=site.pk, state="").update(state=state, problem=None):
            raise ApplicationError("error.site_is_busy")
        queue(site)
        _tell(site)
    site.refresh_from_db()
    return site


def list_pages(site_id: int) -> None:
    """Read a site's sitemaps, and note its pages."""
    site = Site.objects.filter(pk=site_id, state="listing").first()
    if site is None:
        return
    notes: list[Message] = []
    fetcher = page_fetcher()
    waiting = list(dict.fromkeys([site.sitemap] if site.sitemap else _where(site, fetcher)))
    seen: set[str] = set()
    new = pages = 0
    problem: Message | None = None
    begun = time.monotonic()
    while waiting and len(seen) < MOST_SITEMAPS and pages < MOST_PAGES:
        if time.monotonic() - begun > LONGEST_LISTING:
            notes.append(message("site.listing_cut", seconds=LONGEST_LISTING, left=len(waiting)))
            break
        address = waiting.pop(0)
        if address in seen:
            continue
        seen.add(address)
        try:
            found = _sitemap(fetcher, address)
        except SaidError as error:
            problem = error.message
            if site.sitemap or pages:
                notes.append(message("site.sitemap_not_read", address=address[:200], code=error.message.code))
            continue
        notes += found.notes
        waiting += [entry.url for entry in found.sitemaps if entry.url not in seen]
        own = [entry for entry in found.pages if is_of(site, entry.url)]
        if len(own) < len(found.pages):
            notes.append(message("site.pages_of_others", pages=len(found.pages) - len(own)))
        pages += len(own)
        new += note_addresses(site, ((entry.url, date_of(entry.changed[:10])) for entry in own))
        if not _goes_on(site, "listing"):
            break
    if not pages:
        _rest(site, problem if problem is not None and len(seen) == 1 else message("site.no_sitemap", tried=len(seen)), notes)
        return
    notes.insert(0, message("site.listed", pages=pages, new=new))
    Site.objects.filter(pk=site.pk).update(listed_at=timezone.now())
    _rest(site, None, notes)


def _where(site: Site, fetcher: PageFetcher) -> list[str]:
    """Where a site's sitemaps may be: what its robots.txt says, else the usual places."""
    for host in (f"www.{site.host}", site.host):
        try:
            robots = fetcher.fetch_file(f"https://{host}/robots.txt", 500_000).content.decode("utf-8", errors="replace")
        except PageError:
            continue
        said = [line.partition(":")[2].strip() for line in robots.splitlines() if line.strip().lower().startswith("sitemap:")]
        return [address for address in said if address.startswith(("http://", "https://"))][:20] or [
            f"https://{host}{path}" for path in USUAL_SITEMAPS
        ]
    return [f"https://{site.host}{path}" for path in USUAL_SITEMAPS]


def _sitemap(fetcher: PageFetcher, address: str) -> Sitemap:
    return read_sitemap(fetcher.fetch_file(address, MOST_BYTES).content, address)


def read_pages(site_id: int, *, wait: Callable[[float], None] = time.sleep) -> None:
    """Read the site's pages one after another, so many a minute, for SLICE_SECONDS; then another job goes on."""

    site = Site.objects.filter(pk=site_id, state="reading").first()
    if site is None:
        return
    fetcher, begun = page_fetcher(), time.monotonic()
    pause = 60.0 / site.pages_a_minute
    for number, page in enumerate(Page.objects.filter(site=site, state="new").order_by("pk").iterator(chunk_size=50), 1):
        started = time.monotonic()
        read_page(page, fetcher)
        if number % TOLD_EVERY == 0:
            _tell(site)
        if not _goes_on(site, "reading"):
            break
        if time.monotonic() - begun > SLICE_SECONDS:
            queue_reading(site)
            _tell(site)
            return
        wait(max(0.0, pause - (time.monotonic() - started)))
    _rest(site, None, site.notes)


def read_page(page: Page, fetcher: PageFetcher | None = None) -> Page:
    """Read one page of a site as it is now. One that cannot be had keeps the reason, and what was read of it before."""
    fetcher = fetcher or page_fetcher()
    try:
        fetched = fetcher.fetch(page.url)
        read = analysts.page_read(page.workspace_id, fetched.content, fetched.url, fetched.charset, fetched.notes).result()
        if read.analysis is None:
            raise without_text(read.reading)
        stored = store_reading(read.reading, read.analysis, store_raw(fetched), account=page.workspace_id)
    except ConfinedError as error:
        return _failed(page, [f"page.{error.message.code}", dict(error.message.values)])
    except SaidError as error:
        return _failed(page, list(error.message))
    page.reading, page.state, page.problem, page.read_at = stored, "read", None, timezone.now()
    page.title, page.kind, page.words = read.reading.title, read.reading.kind, read.reading.word_count
    page.changed = page.changed or _day(read.reading.modified or read.reading.published)
    page.save(update_fields=["reading", "state", "problem", "read_at", "title", "kind", "words", "changed"])
    return page


def _day(text: str) -> datetime.date | None:
    return date_of(text[:10]) if text else None


def _failed(page: Page, problem: list[object]) -> Page:
    page.state, page.problem = "failed", problem
    page.save(update_fields=["state", "problem"])
    return page


def _goes_on(site: Site, state: str) -> bool:
    return Site.objects.filter(pk=site.pk, state=state).exists()


def _rest(site: Site, problem: Message | None, notes: list[Message]) -> None:
    Site.objects.filter(pk=site.pk).update(state="", problem=list(problem) if problem else None, notes=[list(note) for note in notes][:50])
    _tell(site)


def give_up(site_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw."""
    site = Site.objects.filter(pk=site_id).exclude(state="").first()
    if site is not None:
        _rest(site, message("site.fault"), site.notes)


def _tell(site: Site) -> None:
    with transaction.atomic():
        announce(site.workspace_id, f"site:{site.pk}", what="progress")
