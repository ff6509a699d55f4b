"""Jobs about sites, queued."""

from __future__ import annotations

from fundament.web.operating.services.queueing import queue
from fundament.web.sites.models import Site


def queue_listing(site: Site) -> None:
    """The reading of sitemaps."""
    queue("list_site", lock=f"site-{site.pk}", priority=5, site_id=site.pk)


def queue_reading(site: Site) -> None:
    """The reading of pages. Of all sites of a workspace one is read at a time."""
    queue("read_site", lock=f"sites-{site.workspace_id}", priority=-5, site_id=site.pk)
