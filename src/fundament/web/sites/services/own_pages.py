"""The owner's own sites and pages."""

from __future__ import annotations

from urllib.parse import urlsplit

from django.utils import timezone

from fundament.core.reading.model import Reading
from fundament.web.accounts.models import Workspace
from fundament.web.sites.models import Page, Site, StoredReading


def note_page(workspace: Workspace, url: str, reading: Reading, stored: StoredReading, *, site_name: str = "") -> Page:
    """A page of the workspace's own at this address, with what was read of it; its site is made when it is not there yet."""
    host = (urlsplit(url).hostname or "").removeprefix("www.")
    site, made = Site.objects.get_or_create(workspace=workspace, host=host, defaults={"name": site_name})
    if not made and site_name and not site.name:
        site.name = site_name
        site.save(update_fields=["name"])
    page, _ = Page.objects.update_or_create(
        workspace=workspace,
        url=url,
        defaults={
            "site": site,
            "title": reading.title,
            "reading": stored,
            "state": "read",
            "kind": reading.kind,
            "words": reading.word_count,
            "read_at": timezone.now(),
        },
    )
    return page
