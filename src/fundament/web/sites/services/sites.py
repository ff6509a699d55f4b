"""The workspace's own sites: making, changing, putting away."""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any
from urllib.parse import urlsplit

from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.utils import timezone

from fundament.providers.errors import PageError
from fundament.providers.guard import check_form
from fundament.web.accounts.models import TIME_ZONES
from fundament.web.accounts.roles import Actor, ask, get_for, seen_by
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.sites.models import Page, Site
from fundament.web.typed import one_line, storable

MOST_PAGES = 50_000  # of a site
MOST_BRAND_WORDS = 50
CHANGED = ("name", "country", "language", "time_zone", "brand_words", "sitemap", "pages_a_minute")
_HOST_HERE = re.compile(r"(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z]{2,24}")
CHANGE = verb("site.change", role="editor", touches=(Site,))
ARCHIVE = verb("site.archive", asks="site.change", touches=(Site,))
RESTORE = verb("site.restore", asks="site.change", touches=(Site,))
ADD = verb("site.add", asks="site.change", touches=(Site,))


def add_site(actor: Actor, address: str, **values: Any) -> Site:
    """A site by its address or host. values: see CHANGED."""
    ask(actor, "site.change")
    host = host_of(address)
    with transaction.atomic():
        known = Site.objects.filter(workspace=actor.workspace, host=host).first()
        if known is not None:
            if known.archived_at is None:
                raise ApplicationError("error.site_is_there", host=host)
            return archive(actor, known.pk, away=False)
        made = Site.objects.create(workspace=actor.workspace, host=host, **_checked(values))
        with recorded(actor, ADD, made, name=host) as recording:
            recording.made(made)
    return made


def change_site(actor: Actor, site_id: int, **values: Any) -> Site:
    """Change what is said of a site. values: see CHANGED."""
    site = site_for(actor, site_id, "site.change")
    with recorded(actor, CHANGE, site, name=site.host) as recording:
        recording.watch([site], *CHANGED)
        for name, value in _checked(values).items():
            setattr(site, name, value)
        site.save(update_fields=list(CHANGED))
    return site


def archive(actor: Actor, site_id: int, *, away: bool) -> Site:
    """Put a site away, or take it back; nothing of it is lost."""
    site = site_for(actor, site_id, "site.change")
    with recorded(actor, ARCHIVE if away else RESTORE, site, name=site.host) as recording:
        recording.watch([site], "archived_at")
        site.archived_at = timezone.now() if away else None
        site.save(update_fields=["archived_at"])
    return site


def site_for(actor: Actor, site_id: int, action: str = "site.see") -> Site:
    """A site of the actor's workspace. Raises NotFoundError."""
    found: Site = get_for(actor, action, Site.objects.all(), pk=site_id)
    return found


def sites_for(actor: Actor, *, archived: bool = False) -> QuerySet[Site]:
    """The sites of the actor's workspace, each with how many pages it has and how many of them are read."""
    ask(actor, "site.see")
    rows = seen_by(actor, Site.objects.filter(archived_at__isnull=not archived))
    return rows.annotate(count=Count("pages"), read=Count("pages", filter=Q(pages__state="read"))).order_by("host")


def add_addresses(actor: Actor, site_id: int, text: str) -> tuple[int, list[str]]:
    """Give pages of a site by their addresses, one a line: how many are new, and the lines that are none of its addresses."""
    site = site_for(actor, site_id, "site.change")
    wanted, refused = [], []
    for line in storable(text).splitlines():
        plain = line.strip()
        if not plain:
            continue
        (wanted if is_of(site, plain) else refused).append(plain)
    return note_addresses(site, ((url, None) for url in wanted)), refused[:100]


def note_addresses(site: Site, entries: Iterable[tuple[str, Any]]) -> int:
    """Note pages of a site, (address, day of the last change); how many are new. A page that was changed since it was read is to be read again."""
    known = {page.url: page for page in Page.objects.filter(workspace_id=site.workspace_id, site=site)}
    fresh: dict[str, Page] = {}
    moved = []
    for url, changed in entries:
        page = known.get(url)
        if page is None:
            if len(known) + len(fresh) < MOST_PAGES:
                fresh.setdefault(url, Page(workspace_id=site.workspace_id, site=site, url=url, changed=changed))
        elif changed and page.changed != changed:
            page.changed = changed
            if page.read_at is not None and page.read_at.date() < changed:
                page.state = "new"
            moved.append(page)
    Page.objects.bulk_create(fresh.values(), batch_size=2_000, ignore_conflicts=True)
    Page.objects.bulk_update(moved, ["changed", "state"], batch_size=2_000)
    return len(fresh)


def is_of(site: Site, url: str) -> bool:
    """Whether an address is one of the site's that can be read."""
    try:
        check_form(url)
        host = (urlsplit(url).hostname or "").lower().removeprefix("www.")
    except (PageError, ValueError):
        return False
    return host == site.host or host.endswith(f".{site.host}")


def host_of(address: str) -> str:
    """The host of an address without "www.". Raises ApplicationError where there is none."""
    plain = address.strip().lower()
    try:
        host = (urlsplit(plain if "://" in plain else f"https://{plain}").hostname or "").removeprefix("www.")
        host = host.encode("idna").decode("ascii")
    except (ValueError, UnicodeError):
        host = ""
    if len(host) > 253 or not _HOST_HERE.fullmatch(host):
        raise ApplicationError("error.no_host")
    return host


def _checked(values: dict[str, Any]) -> dict[str, Any]:
    found = {name: values[name] for name in CHANGED if name in values}
    if "name" in found:
        found["name"] = one_line(str(found["name"]))[:200]
    if found.get("time_zone", "UTC") not in TIME_ZONES:
        raise ApplicationError("error.time_zone")
    if "brand_words" in found:
        words = [one_line(str(word))[:80] for word in found["brand_words"]]
        found["brand_words"] = list(dict.fromkeys(word for word in words if word))[:MOST_BRAND_WORDS]
    if found.get("sitemap"):
        try:
            check_form(found["sitemap"])
        except PageError as error:
            raise ApplicationError(error.message.code, **error.message.values) from None
    if not 1 <= int(found.get("pages_a_minute", 60)) <= 600:
        raise ApplicationError("error.pages_a_minute")
    return found
