"""Two texts side by side, and one made of both: paragraph by paragraph, list by list, table by table."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from fundament.core.alignment import Budget, aligned
from fundament.core.documents.difference import WORD_STEPS, word_pieces
from fundament.core.documents.schema import Node, clean_document, plain_text

THEIRS, MINE, BOTH, NEITHER = "theirs", "mine", "both", "neither"
Passage = tuple[str, tuple[tuple[str, str], ...]]  # kind of node, ("same" | "gone" | "new", text) in order
CHOICES = (THEIRS, MINE, BOTH, NEITHER)


@dataclass(frozen=True)
class Stretch:
    """A run of a text's outermost nodes. differs: False where both have the same, which is then `theirs`."""

    differs: bool
    theirs: tuple[Node, ...]
    mine: tuple[Node, ...] = ()


def side_by_side(theirs: Node, mine: Node) -> list[Stretch]:
    """All stretches of two texts, in order. Nodes are the same when their kind and all of their words and marks are, whatever their ids."""
    one, other = theirs.get("content", []), mine.get("content", [])
    keys = [[_key(node) for node in nodes] for nodes in (one, other)]
    return [
        Stretch(tag != "equal", tuple(one[first:last]), tuple(other[begin:end]) if tag != "equal" else ())
        for tag, first, last, begin, end in aligned(keys[0], keys[1])
    ]


def _key(node: Node) -> str:
    """What a node says, with its kind and marks and without its ids."""
    if node["type"] == "text":
        return f"{node['text']}{[mark['type'] + str(mark.get('attrs', '')) for mark in node.get('marks', ())]}"
    attributes = {name: value for name, value in node.get("attrs", {}).items() if name != "id"}
    return f"{node['type']}{attributes}({'|'.join(_key(child) for child in node.get('content', ()))})"


def merged(stretches: Sequence[Stretch], choices: Mapping[int, str]) -> Node:
    """One text. choices: for a stretch that differs, by its number, of CHOICES; where none is made both stay, so that nothing is lost."""
    content: list[Node] = []
    for number, stretch in enumerate(stretches):
        choice = choices.get(number, BOTH) if stretch.differs else THEIRS
        if choice in (THEIRS, BOTH):
            content += stretch.theirs
        if choice in (MINE, BOTH):
            content += stretch.mine
    return clean_document({"type": "doc", "content": content})


def passages(stretch: Stretch) -> tuple[list[Passage], list[Passage]]:
    """What there is to read of both texts in a stretch. Where both have as many nodes, they are told word by word against each other."""
    theirs, mine = ([(node["type"], plain_text(node)) for node in nodes] for nodes in (stretch.theirs, stretch.mine))
    if len(theirs) != len(mine):
        return [(kind, (("same", text),)) for kind, text in theirs], [(kind, (("same", text),)) for kind, text in mine]
    budget = Budget(WORD_STEPS)
    told = [word_pieces(one, other, budget) for (_, one), (_, other) in zip(theirs, mine, strict=True)]
    return (
        [(kind, tuple(piece for piece in pieces if piece[0] != "new")) for (kind, _), pieces in zip(theirs, told, strict=True)],
        [(kind, tuple(piece for piece in pieces if piece[0] != "gone")) for (kind, _), pieces in zip(mine, told, strict=True)],
    )
