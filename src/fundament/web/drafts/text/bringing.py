"""A draft out of a file, or of a published page by its address."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from typing import Any
from urllib.parse import quote

from django.urls import reverse

from fundament.core.documents.schema import MISSING, Node, plain_text
from fundament.files.errors import FileError
from fundament.files.texts import BroughtText, load_texts, read_text, text_of_page
from fundament.web.accounts.roles import Actor, ask
from fundament.web.assets.services.keeping import keep_made
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.exporting import with_sources
from fundament.web.drafts.text.saving import create_draft
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.errors import ApplicationError
from fundament.web.files_in_requests import read_file
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.studies.figures.seeing import study_for

BRING = "draft.bring"  # the kind of errand


def ask_for_draft(actor: Actor, study_id: int, *, file: tuple[str, bytes] | None = None, address: str = "", name: str = "") -> Errand:
    """Have `bring_draft` done by a job. Raises what can be told at once: no file and no page, no right, one under way already."""
    ask(actor, "draft.create")
    study_for(actor, study_id)
    if file is None and not address.strip():
        raise ApplicationError("error.no_file_or_page")
    arguments = {"study": study_id, "file": file[0] if file else "", "address": "" if file else address, "name": name}
    return ask_for(actor, BRING, file[0] if file else address, arguments, file[1] if file else None)


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> str:
    """The errand itself: the address of the draft."""
    file = (arguments["file"], content) if content is not None else None
    draft = bring_draft(actor, arguments["study"], file=file, address=arguments["address"], name=arguments["name"])
    return reverse("draft", args=[draft.pk])


def bring_draft(actor: Actor, study_id: int, *, file: tuple[str, bytes] | None = None, address: str = "", name: str = "") -> Draft:
    """A new draft with the text of a file, as (name, bytes), or of the page at an address. Raises FileError, PageError, ConfinedError and CoreError with what is wrong; then nothing was made."""
    ask(actor, "draft.create")
    study_for(actor, study_id)
    if file is not None:
        brought: BroughtText = read_file(actor.workspace.pk, read_text, file[1], file[0], prepare=load_texts)
        called = name.strip() or file[0].rpartition(".")[0]
    elif address.strip():
        typed = address.strip()
        page = page_fetcher().fetch(typed if "//" in typed else f"https://{typed}")
        brought = read_file(actor.workspace.pk, text_of_page, page.content, page.url, page.charset, prepare=load_texts)
        called = name.strip() or brought.title
    else:
        raise ApplicationError("error.no_file_or_page")
    if not plain_text(brought.document).strip() and not brought.pictures:
        raise FileError("document.empty")
    sources = {source: keep_made(actor, picture).address for source, picture in brought.pictures.items()}
    document = _to_be_brought(with_sources(brought.document, sources))
    return create_draft(actor, study_id, name=called[:200], text=Text.cleaned(document, brought.title[:500], brought.description[:2_000]))


def _to_be_brought(node: Node) -> Node:
    """A document whose pictures that lay beside the file have a place to be brought to."""
    if node["type"] == "image":
        source = node["attrs"]["src"]
        if source.startswith(("http://", "https://", "/pictures/", MISSING)):
            return node
        mark = hashlib.sha256(source.encode()).hexdigest()[:8]
        return {**node, "attrs": {**node["attrs"], "src": f"{MISSING}{mark}/{quote(source.rpartition('/')[2][-80:])}"}}
    if "content" not in node:
        return node
    return {**node, "content": [_to_be_brought(child) for child in node["content"]]}
