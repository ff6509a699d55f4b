"""Jobs of the worker about sites."""

from __future__ import annotations

from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob
from fundament.web.sites.models import Site
from fundament.web.sites.services import site_reading


def _workspace(site_id: int) -> int | None:
    return Site.objects.filter(pk=site_id).values_list("workspace_id", flat=True).first()


def _name(site_id: int) -> str:
    return Site.objects.filter(pk=site_id).values_list("host", flat=True).first() or ""


jobs.declare(
    KindOfJob("list_site", site_reading.list_pages, _name, _workspace, site_reading.give_up),
    KindOfJob("read_site", site_reading.read_pages, _name, _workspace, site_reading.give_up),
)
