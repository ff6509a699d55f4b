"""A draft as a file: HTML, Markdown, DOCX, plain text; with its pictures beside it where the format cannot hold them."""

from __future__ import annotations

import io
import json
import re
import zipfile
from collections.abc import Callable
from typing import Any, NamedTuple
from urllib.parse import urlsplit

from django.template.loader import render_to_string
from django.utils.text import slugify

from fundament.core.documents.formats import FORMATS, lost_in
from fundament.core.documents.html_out import html_of
from fundament.core.documents.markdown_out import markdown_of, text_of
from fundament.core.documents.schema import Node
from fundament.rendering.document_docx import Head, document_docx
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.assets.models import Asset
from fundament.web.drafts.models import Draft
from fundament.web.errors import NotFoundError

_ASSET = re.compile(r"/pictures/(\d{1,18})/([0-9a-f]{12})/")
_ENDING = {"image/png": "png", "image/jpeg": "jpg"}


class Exported(NamedTuple):
    """A file. is_text: whether it can be copied as it is."""

    name: str
    content: bytes
    media_type: str


class _Format(NamedTuple):
    ending: str
    media_type: str
    make: Callable[[Draft, Node, bool, dict[str, Asset]], bytes]


def export(actor: Actor, draft_id: int, form: str, *, with_head: bool, alone: bool = False) -> Exported:
    """The draft in a format. with_head: title tag and meta description go along. alone: no pictures beside it, for the clipboard. Raises NotFoundError for a format that is none."""
    draft: Draft = get_for(actor, "draft.see", Draft.objects.select_related("study", "page"), pk=draft_id)
    kind = _FORMATS.get(form)
    if kind is None:
        raise NotFoundError("error.not_found")
    assets = assets_of(actor, draft.document)
    name = slugify(draft.name) or "draft"
    if form not in ("html", "markdown") or not assets or alone:
        return Exported(f"{name}.{kind.ending}", kind.make(draft, draft.document, with_head, assets), kind.media_type)
    places = {source: f"pictures/{number}.{_ENDING[asset.media_type]}" for number, (source, asset) in enumerate(assets.items(), 1)}
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr(f"{name}.{kind.ending}", kind.make(draft, with_sources(draft.document, places), with_head, {}))
        for source, place in places.items():
            packed.writestr(place, bytes(assets[source].content))
    return Exported(f"{name}.zip", held.getvalue(), "application/zip")


def lost_by_format(draft: Draft) -> list[tuple[str, list[str]]]:
    """For each format what the draft has that it does not hold, as keys."""
    return [(form, lost_in(draft.document, form)) for form in FORMATS]


def assets_of(actor: Actor, document: Node) -> dict[str, Asset]:
    """The workspace's pictures that stand in a document, by their source there, in order."""
    found = pictures_in(document)
    known = {asset.address: asset for asset in Asset.objects.filter(workspace=actor.workspace, pk__in=found.values())}
    return {source: known[source] for source in found if source in known}


def pictures_in(document: Node) -> dict[str, int]:
    """The addresses of a workspace's pictures that a document names, in order, each with the number of its picture."""
    found = dict.fromkeys(_ASSET.findall(json.dumps(document)))
    return {f"/pictures/{number}/{digest}/": int(number) for number, digest in found if int(number) < 2**63}


def with_sources(node: Node, sources: dict[str, str]) -> Node:
    """A document with other sources for its pictures."""
    if node["type"] == "image":
        return {**node, "attrs": {**node["attrs"], "src": sources.get(node["attrs"]["src"], node["attrs"]["src"])}}
    if "content" not in node:
        return node
    return {**node, "content": [with_sources(child, sources) for child in node["content"]]}


def _html(draft: Draft, document: Node, with_head: bool, _: Any) -> bytes:
    own_host = urlsplit(draft.page.url).hostname or "" if draft.page else ""
    body = html_of(document, own_host=own_host)
    if not with_head:
        return f"{body}\n".encode()
    return render_to_string("drafts/text/exported_page.html", {"draft": draft, "body": body, "language": draft.study.language}).encode()


def _markdown(draft: Draft, document: Node, with_head: bool, _: Any) -> bytes:
    fields = [
        (name, " ".join(value.split()))
        for name, value in (("title", draft.title_tag), ("description", draft.meta_description))
        if value.strip()
    ]
    head = "---\n" + "".join(f"{name}: {value}\n" for name, value in fields) + "---\n\n" if with_head and fields else ""
    return (head + markdown_of(document)).encode()


def _text(draft: Draft, document: Node, with_head: bool, _: Any) -> bytes:
    head = "".join(f"{words.strip()}\n\n" for words in (draft.title_tag, draft.meta_description) if words.strip()) if with_head else ""
    return (head + text_of(document)).encode()


def _docx(draft: Draft, document: Node, with_head: bool, assets: dict[str, Asset]) -> bytes:
    title, description = (draft.title_tag, draft.meta_description) if with_head else ("", "")
    return document_docx(
        document,
        Head(draft.name, title, description, draft.study.language),
        {source: bytes(asset.content) for source, asset in assets.items()},
    )


_FORMATS = {
    "html": _Format("html", "text/html; charset=utf-8", _html),
    "markdown": _Format("md", "text/markdown; charset=utf-8", _markdown),
    "docx": _Format("docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document", _docx),
    "text": _Format("txt", "text/plain; charset=utf-8", _text),
}
