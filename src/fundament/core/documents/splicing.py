"""A change of a document: what stands in the place of a run of its outermost nodes."""

from __future__ import annotations

from typing import Any

from fundament.core.documents.schema import Node
from fundament.core.errors import CoreError


def spliced(document: Node, change: Any) -> Node | None:
    """The document with a change made; None where it was made on a text of another number of outermost nodes.

    change: {"from": first node replaced, "to": the one after the last, "count": outermost nodes of the text that it was made on, "content": nodes}; places count
    from 0. Not cleaned: what comes back holds what came. Raises CoreError for what is no change.
    """
    if not isinstance(change, dict):
        raise CoreError("error.document_malformed")
    first, after, count = (change.get(name) for name in ("from", "to", "count"))
    content = change.get("content")
    if not (type(first) is type(after) is type(count) is int and isinstance(content, list) and 0 <= first <= after <= count):
        raise CoreError("error.document_malformed")
    nodes = document.get("content", [])
    return {"type": "doc", "content": [*nodes[:first], *content, *nodes[after:]]} if len(nodes) == count else None


def are_as_sent(sent: Any, stored: Node) -> bool:
    """Whether the outermost nodes of a document are one for one those that came, so that a change can be told by their places."""
    nodes = sent.get("content") if isinstance(sent, dict) else None
    kinds = [node.get("type") if isinstance(node, dict) else None for node in nodes] if isinstance(nodes, list) else None
    return kinds == [node["type"] for node in stored.get("content", ())]
