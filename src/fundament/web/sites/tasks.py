"""Jobs of the worker about sites."""

from __future__ import annotations

from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import ATTEMPTS, KindOfJob
from fundament.web.sites.models import Site
from fundament.web.sites.services import site_reading

_RETRY = RetryStrategy(max_attempts=ATTEMPTS, wait=2)


@app.task(name="list_site", retry=_RETRY, pass_context=True)
def list_task(context: JobContext, site_id: int) -> None:
    """Read a site's sitemaps."""
    jobs.run(context, site_reading.list_pages, site_id=site_id)


@app.task(name="read_site", retry=_RETRY, pass_context=True)
def read_task(context: JobContext, site_id: int) -> None:
    """Read a site's pages for a while."""
    jobs.run(context, site_reading.read_pages, site_id=site_id)


def _workspace(site_id: int) -> int | None:
    return Site.objects.filter(pk=site_id).values_list("workspace_id", flat=True).first()


def _name(site_id: int) -> str:
    return Site.objects.filter(pk=site_id).values_list("host", flat=True).first() or ""


jobs.declare(
    KindOfJob("list_site", "Reading a sitemap", _name, _workspace, site_reading.give_up),
    KindOfJob("read_site", "Reading a site's pages", _name, _workspace, site_reading.give_up),
)


def queue_listing(site: Site) -> None:
    """Queue the reading of sitemaps."""
    list_task.configure(priority=5, lock=f"site-{site.pk}").defer(site_id=site.pk)


def queue_reading(site: Site) -> None:
    """Queue the reading of pages. Of all sites of a workspace one is read at a time."""
    read_task.configure(priority=-5, lock=f"sites-{site.workspace_id}").defer(site_id=site.pk)
