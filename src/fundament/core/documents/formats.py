"""What each file format holds of a document, declared once: for the export, what it says before it, the documentation, and the tests."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from fundament.core.documents.schema import Node, is_missing

FORMATS = ("html", "markdown", "docx", "text")


@dataclass(frozen=True)
class Feature:
    """Something that a text can have. held: by which formats, so that it comes back when the file is read again. is_of: whether a node, which stands inside of nodes of these kinds, has it."""

    key: str
    held: frozenset[str]
    is_of: Callable[[Node, tuple[str, ...]], bool]


# what tells that a word processor's file was written here, and that its title is a title tag and no draft's name
OWN_FILE, OWN_TITLE = "Fundament draft", "title tag"


def _kind(*kinds: str) -> Callable[[Node, tuple[str, ...]], bool]:
    return lambda node, _: node["type"] in kinds


def _mark(kind: str) -> Callable[[Node, tuple[str, ...]], bool]:
    return lambda node, _: any(mark["type"] == kind for mark in node.get("marks", ()))


def _attribute(kind: str, name: str) -> Callable[[Node, tuple[str, ...]], bool]:
    return lambda node, _: node["type"] == kind and bool(node["attrs"].get(name))


def _is_nested(node: Node, inside: tuple[str, ...]) -> bool:
    lists = ("bulletList", "orderedList", "taskList")
    return node["type"] in lists and any(kind in lists for kind in inside)


def _is_merged(node: Node, _: tuple[str, ...]) -> bool:
    return node["type"] in ("tableCell", "tableHeader") and (node["attrs"]["colspan"] > 1 or node["attrs"]["rowspan"] > 1)


def _has_blocks_in_cell(node: Node, _: tuple[str, ...]) -> bool:
    content = node.get("content", ())
    return node["type"] in ("tableCell", "tableHeader") and (len(content) > 1 or any(child["type"] != "paragraph" for child in content))


def _is_headless(node: Node, _: tuple[str, ...]) -> bool:
    return node["type"] == "table" and any(cell["type"] != "tableHeader" for cell in node["content"][0].get("content", ()))


def _is_kept_picture(node: Node, _: tuple[str, ...]) -> bool:
    return node["type"] == "image" and not is_missing(node["attrs"]["src"])


def _is_missing_picture(node: Node, _: tuple[str, ...]) -> bool:
    return node["type"] == "image" and is_missing(node["attrs"]["src"])


_ALL, _MARKED, _RICH = frozenset(FORMATS), frozenset(["html", "markdown", "docx"]), frozenset(["html", "docx"])
FEATURES = (
    Feature("headings", _MARKED, _kind("heading")),
    Feature("bold", _MARKED, _mark("bold")),
    Feature("italic", _MARKED, _mark("italic")),
    Feature("underline", _RICH, _mark("underline")),
    Feature("strike", _MARKED, _mark("strike")),
    Feature("code", _MARKED, _mark("code")),
    Feature("subscript", _RICH, _mark("subscript")),
    Feature("superscript", _RICH, _mark("superscript")),
    Feature("links", _MARKED, _mark("link")),
    Feature("line_breaks", _MARKED, _kind("hardBreak")),
    Feature("lists", _MARKED, _kind("bulletList", "orderedList")),
    Feature("list_starts", frozenset(["html", "markdown"]), lambda node, _: node["type"] == "orderedList" and node["attrs"]["start"] != 1),
    Feature("nested_lists", _MARKED, _is_nested),
    Feature("tasks", _MARKED, _kind("taskList")),
    Feature("quotes", _MARKED, _kind("blockquote")),
    Feature("code_blocks", _MARKED, _kind("codeBlock")),
    Feature("rules", frozenset(["html", "markdown", "docx"]), _kind("horizontalRule")),
    Feature("tables", _MARKED, _kind("table")),
    Feature("headless_tables", _RICH, _is_headless),
    Feature("merged_cells", _RICH, _is_merged),
    Feature("blocks_in_cells", _RICH, _has_blocks_in_cell),
    Feature("pictures", _MARKED, _is_kept_picture),
    Feature("captions", _RICH, lambda node, inside: _attribute("image", "caption")(node, inside) or _attribute("image", "credit")(node, inside)),
    Feature("missing_pictures", frozenset(), _is_missing_picture),
)  # fmt: skip


def _nodes(node: Node, inside: tuple[str, ...] = ()) -> Iterator[tuple[Node, tuple[str, ...]]]:
    yield node, inside
    for child in node.get("content", ()):
        yield from _nodes(child, (*inside, node["type"]))


def features_of(document: Node) -> list[str]:
    """What a document has, by the keys of FEATURES."""
    found: set[str] = set()
    for node, inside in _nodes(document):
        found.update(feature.key for feature in FEATURES if feature.key not in found and feature.is_of(node, inside))
    return [feature.key for feature in FEATURES if feature.key in found]


def lost_in(document: Node, form: str) -> list[str]:
    """What a document has that a format does not hold."""
    has = set(features_of(document))
    return [feature.key for feature in FEATURES if feature.key in has and form not in feature.held]
