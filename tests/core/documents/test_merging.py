"""Two texts side by side: the same is said once, what differs can be chosen, and by default nothing is lost."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from fundament.core.documents.html import document_from_html
from fundament.core.documents.merging import BOTH, MINE, NEITHER, THEIRS, merged, passages, side_by_side
from fundament.core.documents.schema import Node, clean_document, plain_text

PARAGRAPHS = st.lists(
    st.sampled_from(["<p>One.</p>", "<p>Two.</p>", "<h2>Head</h2>", "<ul><li>Item</li></ul>", "<p><b>One.</b></p>", "<p>Three.</p>"]),
    max_size=8,
)


def text(pieces: list[str]) -> Node:
    return clean_document(document_from_html("".join(pieces) or "<p></p>"))


def words(document: Node) -> list[str]:
    return plain_text(document).split()


@given(PARAGRAPHS, PARAGRAPHS)
def test_either_text_comes_out_whole_and_by_default_nothing_is_lost(one: list[str], other: list[str]) -> None:
    theirs, mine = text(one), text(other)
    stretches = side_by_side(theirs, mine)
    everywhere = range(len(stretches))
    assert words(merged(stretches, dict.fromkeys(everywhere, THEIRS))) == words(theirs)
    assert words(merged(stretches, dict.fromkeys(everywhere, MINE))) == words(mine)
    both = merged(stretches, {})
    assert both == merged(stretches, dict.fromkeys(everywhere, BOTH)) and len(words(both)) >= max(len(words(theirs)), len(words(mine)))
    ids = [node["attrs"]["id"] for node in both["content"] if "id" in node.get("attrs", {})]
    assert len(ids) == len(set(ids))


def test_what_differs_in_marks_differs() -> None:
    stretches = side_by_side(text(["<p>One.</p>", "<p>Two.</p>"]), text(["<p><b>One.</b></p>", "<p>Two.</p>"]))
    assert [stretch.differs for stretch in stretches] == [True, False]
    assert words(merged(stretches, {0: NEITHER})) == ["Two."]


def test_passages_that_face_each_other_are_told_word_by_word() -> None:
    stretch = side_by_side(text(["<p>One old wall.</p>"]), text(["<p>One new wall.</p>"]))[0]
    theirs, mine = passages(stretch)
    assert [piece for piece in theirs[0][1] if piece[0] == "gone"] == [("gone", "old ")] and [
        piece for piece in mine[0][1] if piece[0] == "new"
    ] == [("new", "new ")]
    assert "".join(words for _, words in mine[0][1]) == "One new wall."
    theirs, mine = passages(side_by_side(text(["<p>One.</p>"]), text(["<p>Two.</p>", "<p>Three.</p>"]))[0])
    assert len(theirs) == 1 and len(mine) == 2
