"""The page of one's own that a study is to rework: read with the results, and never its own competitor."""

from __future__ import annotations

import logging
from collections.abc import Collection
from urllib.parse import urlsplit

from fundament.confined import ConfinedError
from fundament.core.errors import SaidError
from fundament.web.sites import analysts
from fundament.web.sites.models import Site, StoredReading
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.sites.services.own_pages import note_page
from fundament.web.sites.services.readings import known_reading_of, reading_as_core, store_raw, store_reading, without_text
from fundament.web.studies.models import Result, Study

logger = logging.getLogger(__name__)


def read_rework(study: Study) -> None:
    """Read the page to rework, unless that was done: from the results, where it ranks, else from its address. What goes wrong is kept and said, and the study goes on."""
    if not study.rework_address or study.page_to_rework_id:
        return
    try:
        stored = _of_result(study) or _fetched(study)
        page = note_page(study.workspace, study.rework_address, reading_as_core(stored), stored)
        study.page_to_rework, study.site, study.rework_problem = page, page.site, None
    except ConfinedError as error:
        study.rework_problem = [f"page.{error.message.code}", dict(error.message.values)]
    except SaidError as error:
        study.rework_problem = list(error.message)
    except Exception:
        logger.exception("Reading the page to rework of study %s failed", study.pk)
        study.rework_problem = ["page.fault_of_ours", {}]
    study.save(update_fields=["page_to_rework", "site", "rework_problem"])


def _of_result(study: Study) -> StoredReading | None:
    for result in study.results.filter(state="read", reading__isnull=False).select_related("reading"):
        if is_rework(study, result):
            return result.reading
    return None


def _fetched(study: Study) -> StoredReading:
    fetched = page_fetcher().fetch(study.rework_address)
    raw = store_raw(fetched)
    known = known_reading_of(raw)
    if known is not None:
        return known
    read = analysts.page_read(study.workspace_id, fetched.content, fetched.url, fetched.charset, fetched.notes).result()
    if read.analysis is None:
        raise without_text(read.reading)
    return store_reading(read.reading, read.analysis, raw)


def is_rework(study: Study, result: Result) -> bool:
    """Whether a result is the page that the study reworks."""
    own = study.rework_address or (study.page_to_rework.url if study.page_to_rework else "")
    return bool(own) and plain_address(own) in (plain_address(result.url), plain_address(result.read_url))


def own_site_of(hosts: Collection[str], result: Result) -> str:
    """The host of the workspace's own site that a result is on, "" for none. hosts: see `own_hosts`."""
    found = {urlsplit(url.strip()).hostname or "" for url in (result.url, result.read_url) if url}
    plain = {host.lower().removeprefix("www.") for host in found}
    return next((own for own in sorted(hosts) if any(host == own or host.endswith(f".{own}") for host in plain)), "")


def own_hosts(study: Study) -> frozenset[str]:
    """The hosts of the workspace's own sites, without those that are archived."""
    return frozenset(Site.objects.filter(workspace_id=study.workspace_id, archived_at=None).values_list("host", flat=True))


def plain_address(url: str) -> str:
    """An address without what leads to the same page: the scheme, www, a slash at the end, a place in the page."""
    parts = urlsplit(url.strip())
    host = (parts.hostname or "").lower().removeprefix("www.")
    return f"{host}{parts.path.rstrip('/')}{f'?{parts.query}' if parts.query else ''}"
