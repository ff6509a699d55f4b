"""A draft as a file."""

from __future__ import annotations

from urllib.parse import urlsplit

from django.template.loader import render_to_string

from fundament.core.documents.html_out import html_of
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.models import Draft


def as_html(actor: Actor, draft_id: int) -> tuple[str, str]:
    """(name, HTML page) of a draft. Links to the page's own site are plain; the others say that they lead elsewhere."""
    draft = get_for(actor, "draft.see", Draft.objects.select_related("study", "page"), pk=draft_id)
    own_host = urlsplit(draft.page.url).hostname or "" if draft.page else ""
    body = html_of(draft.document, own_host=own_host)
    return draft.name, render_to_string("drafts/export.html", {"draft": draft, "body": body, "language": draft.study.language})
