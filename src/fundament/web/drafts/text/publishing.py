"""A revision of a draft is at an address since a day."""

from __future__ import annotations

import datetime

from django.db import transaction
from django.utils import timezone

from fundament.core.plain import to_plain
from fundament.core.reading.difference import difference
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.measuring.texts import text_of
from fundament.web.drafts.models import Draft, Publication
from fundament.web.drafts.queueing import queue_publication
from fundament.web.drafts.text.saving import keep
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.sites.models import Page, Site
from fundament.web.sites.services.readings import reading_as_core
from fundament.web.sites.services.site_reading import read_page
from fundament.web.sites.services.sites import host_of, is_of

PUBLISH = verb("draft.publish", asks="draft.write", touches=(Publication,))


def publish_at(actor: Actor, draft_id: int, address: str, since: datetime.date) -> Publication:
    """The same by the page's address, which is at one of the workspace's sites."""
    get_for(actor, "draft.write", Draft.objects.only("workspace_id"), pk=draft_id)
    plain = address.strip()
    host = host_of(plain)
    site = next(
        (site for site in Site.objects.filter(workspace=actor.workspace) if host == site.host or host.endswith(f".{site.host}")), None
    )
    if site is None or not is_of(site, plain):
        raise ApplicationError("error.no_site_of_ours", host=host)
    if since > timezone.localdate() + datetime.timedelta(days=1):
        raise ApplicationError("error.published_later")
    page, _ = Page.objects.get_or_create(workspace=actor.workspace, url=plain, defaults={"site": site})
    return publish(actor, draft_id, page.pk, since)


def publications_of(draft: Draft) -> list[Publication]:
    """Where a draft is published, the latest first."""
    return list(draft.publications.select_related("page", "revision", "created_by").defer("revision__document"))


def ask_to_read(actor: Actor, draft_id: int, publication_id: int) -> Publication:
    """Have the page of a publication read, and compared with the text that was published."""

    get_for(actor, "draft.write", Draft.objects.only("workspace_id"), pk=draft_id)
    row = Publication.objects.filter(workspace=actor.workspace, draft_id=draft_id, pk=publication_id).first()
    if row is None:
        raise NotFoundError("error.not_found")
    with transaction.atomic():
        row.is_asked = True
        row.save(update_fields=["is_asked"])
        queue_publication(row)
    return row


def read_again(publication_id: int) -> None:
    """Read the page of a publication and compare it with the text that was published."""
    row = Publication.objects.select_related("page", "revision", "draft__study").filter(pk=publication_id, is_asked=True).first()
    if row is None:
        return
    page = read_page(row.page)
    row.is_asked, row.problem = False, page.problem if page.state == "failed" else None
    if page.state == "read" and page.reading is not None:
        text = text_of(row.revision).reading(row.draft.study.language)
        row.difference, row.read_at = to_plain(difference(text, reading_as_core(page.reading))), timezone.now()
    with transaction.atomic():
        row.save(update_fields=["is_asked", "problem", "difference", "read_at"])
        announce(row.workspace_id, f"draft:{row.draft_id}", what="publication")


def give_up(publication_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw."""
    Publication.objects.filter(pk=publication_id).update(is_asked=False, problem=["page.fault_of_ours", {}])


def publish(actor: Actor, draft_id: int, page_id: int, since: datetime.date) -> Publication:
    """Note that a draft's text, as it is now, is published on a page of the workspace since a day; the text is kept as a revision."""
    with transaction.atomic():
        draft = get_for(actor, "draft.write", Draft.objects.select_for_update(), pk=draft_id)
        page = get_for(actor, "site.see", Page.objects.all(), pk=page_id)
        revision = keep(actor, draft, text_of(draft), "published")
        with recorded(actor, PUBLISH, draft, url=page.url) as recording:
            publication = Publication.objects.create(
                workspace=actor.workspace, page=page, draft=draft, revision=revision, since=since, created_by=actor.person
            )
            recording.made(publication)
    return publication
