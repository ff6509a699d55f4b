"""From the outline of a study to a draft and back. A heading of a draft hangs on its node of the outline by the id of its block."""

from __future__ import annotations

from fundament.core.documents.schema import Node
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.saving import create_draft
from fundament.web.errors import ApplicationError
from fundament.web.studies.models import Study
from fundament.web.studies.plan import outlining


def draft_from_outline(actor: Actor, study_id: int) -> Draft:
    """A new draft with the outline's headings, each with an empty paragraph. Notes are not put into the text: they are no part of it."""
    study = get_for(actor, "study.see", Study.objects.all(), pk=study_id)
    sections = outlining.sections_of(study)
    if not sections:
        raise ApplicationError("error.outline_empty")
    blocks: list[Node] = [_heading(1, study.keyword[:1].upper() + study.keyword[1:], "title"), _paragraph("opening")]
    for section in sections:
        for node in (section.node, *section.under):
            blocks += [_heading(node.level, node.heading, node.key), _paragraph(f"p-{node.key}"[:40])]
    return create_draft(actor, study_id, name="", text=Text.cleaned({"type": "doc", "content": blocks}))


def outline_from_draft(actor: Actor, draft_id: int) -> int:
    """Make the outline what the H2 and H3 of a draft are; how many there are. Deeper headings are left to the draft."""
    draft = get_for(actor, "study.decide", Draft.objects.all(), pk=draft_id)
    found = [
        (str(block["attrs"].get("id", "")), int(block["attrs"].get("level", 2)), "".join(_texts(block)))
        for block in draft.document.get("content", [])
        if block.get("type") == "heading"
    ]
    headings = [(key, level, text) for key, level, text in found if level in (2, 3) and text.strip()]
    if not headings:
        raise ApplicationError("error.draft_without_headings")
    return outlining.take_headings(actor, draft.study_id, headings)


def _texts(node: Node) -> list[str]:
    return [child.get("text", "") for child in node.get("content", [])]


def _heading(level: int, text: str, key: str) -> Node:
    return {"type": "heading", "attrs": {"id": key, "level": level}, "content": [{"type": "text", "text": text}]}


def _paragraph(key: str) -> Node:
    return {"type": "paragraph", "attrs": {"id": key}}
