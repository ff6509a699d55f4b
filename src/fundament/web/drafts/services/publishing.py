"""A revision of a draft is at an address since a day."""

from __future__ import annotations

import datetime

from django.db import transaction

from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.models import Draft, Publication
from fundament.web.drafts.services.saving import keep
from fundament.web.drafts.services.texts import text_of
from fundament.web.history.services.record import recorded
from fundament.web.sites.models import Page


def publish(actor: Actor, draft_id: int, page_id: int, since: datetime.date) -> Publication:
    """Note that a draft's text, as it is now, is published on a page of the workspace since a day; the text is kept as a revision."""
    with transaction.atomic():
        draft = get_for(actor, "draft.write", Draft.objects.select_for_update(), pk=draft_id)
        page = get_for(actor, "site.see", Page.objects.all(), pk=page_id)
        revision = keep(actor, draft, text_of(draft), "published")
        with recorded(actor, "draft.publish", draft, url=page.url) as recording:
            publication = Publication.objects.create(
                workspace=actor.workspace, page=page, draft=draft, revision=revision, since=since, created_by=actor.person
            )
            recording.made(publication)
    return publication
