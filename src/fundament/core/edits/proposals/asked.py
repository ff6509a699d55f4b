"""A block of questions that nobody answers yet: headings with a place to write below each, and what could be said there."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from fundament.core.documents.changing import AFTER, BEFORE, Operation, fresh_id
from fundament.core.documents.schema import Node, plain_text
from fundament.core.edits.model import Edit
from fundament.core.edits.proposals.model import Proposal
from fundament.core.language.packs import pack_of
from fundament.core.language.vectors import embed
from fundament.core.scoring.compiled import CompiledYardstick

MOST_QUESTIONS, MOST_TERMS = 5, 3
LEAST_CLOSE = 0.2  # of a term to a question it could help to answer


def question_block(document: Node, compiled: CompiledYardstick, edits: Sequence[Edit], questions: Sequence[str]) -> Proposal | None:
    """The block, at the end of the text or at the end of one that asks already; None where every question is answered. questions: those the text does not answer."""
    asked = [" ".join(question.split()) for question in dict.fromkeys(questions) if question.strip()][:MOST_QUESTIONS]
    top = document.get("content", [])
    anchor = _last_id(top)
    if not asked or not anchor:
        return None
    heading = pack_of(compiled.language).prose.questions
    there = next((n for n, node in enumerate(top) if _is_heading(node, 2) and plain_text(node).strip().lower() == heading.lower()), -1)
    after = next((n for n, node in enumerate(top) if n > there >= 0 and _is_heading(node, 2)), -1)
    key = "questions:questions"
    nodes: list[Node] = [] if there >= 0 else [_heading(2, heading, key)]
    for question in asked:
        nodes += [_heading(3, question, key), {"type": "paragraph", "attrs": {"id": fresh_id(key, question, "answer")}}]
    operation = Operation(AFTER, anchor, nodes) if after < 0 else Operation(BEFORE, top[after]["attrs"]["id"], nodes)
    lines = "\n".join(plain_text(node).strip() for node in nodes if node["type"] == "heading")
    return Proposal(
        key, "questions", "subtopics", "questions", heading, operation.block, (("new", lines),), (operation,), is_heading=True, is_skeleton=True,
        notes=tuple(_notes(asked, compiled, edits)),
    )  # fmt: skip


def _is_heading(node: Node, level: int) -> bool:
    return bool(node["type"] == "heading" and node["attrs"]["level"] == level)


def _heading(level: int, text: str, key: str) -> Node:
    return {"type": "heading", "attrs": {"level": level, "id": fresh_id(key, text)}, "content": [{"type": "text", "text": text}]}


def _last_id(nodes: Sequence[Node]) -> str:
    """The id of the last block, however deep it lies."""
    for node in reversed(nodes):
        own = str(node.get("attrs", {}).get("id") or "") or _last_id(
            [child for child in node.get("content", ()) if child["type"] != "text"]
        )
        if own:
            return own
    return ""


def _notes(asked: Sequence[str], compiled: CompiledYardstick, edits: Sequence[Edit]) -> list[str]:
    """For each question the missing terms that are closest to it, each once; "" where none is."""
    names = {term.key: term.name for term in compiled.yardstick.terms}
    missing = [names[edit.finding.subject_key] for edit in edits if edit.finding.check == "use_term" and edit.finding.subject_key in names][
        :60
    ]
    if not missing:
        return ["" for _ in asked]
    close = embed(list(asked)) @ embed(missing).T
    used: set[int] = set()
    notes = []
    for row in close:
        best = [int(n) for n in np.argsort(-row, kind="stable") if row[n] >= LEAST_CLOSE and int(n) not in used][:MOST_TERMS]
        used |= set(best)
        notes.append(", ".join(missing[n] for n in best))
    return notes
