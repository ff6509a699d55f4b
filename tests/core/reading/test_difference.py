"""Two versions of a document beside one another: nothing of either is lost, and what stayed is told from what changed."""

from __future__ import annotations

from typing import Any

from hypothesis import given, settings

from fundament.core.documents.difference import Passage, differences
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from tests.core.documents.test_formats import DOCUMENTS
from tests.helpers import examples


def found(before: str, after: str) -> list[Passage]:
    return differences(document_from_html(before), document_from_html(after))


def test_a_changed_sentence_is_told_word_by_word() -> None:
    (passage,) = found("<p>Wet the old wall well before you point it.</p>", "<p>Wet the wall very well before you point it.</p>")
    assert passage.how == "changed"
    assert "".join(text for how, text in passage.pieces if how != "new") == "Wet the old wall well before you point it."
    assert "".join(text for how, text in passage.pieces if how != "gone") == "Wet the wall very well before you point it."
    assert {text.strip() for how, text in passage.pieces if how != "same"} == {"old", "very"}


def test_a_word_at_the_end_stays_the_same_word() -> None:
    (passage,) = found("<h2>Choosing your lime</h2>", "<h2>Choosing your lime and sand</h2>")
    assert [piece for piece in passage.pieces if piece[0] != "same"] == [("new", "and sand")]


def test_passages_come_in_their_order() -> None:
    before = "<h2>The sand</h2><p>Sharp sand holds well together.</p><p>Gone entirely now.</p><p>Stays as it is.</p>"
    after = "<h2>The sand</h2><p>Quite another thing came first.</p><p>Sharp sand holds well together, always.</p><p>Stays as it is.</p>"
    assert [passage.how for passage in found(before, after)] == ["same", "new", "changed", "gone", "same"]


def test_a_heading_that_became_text_is_another_block() -> None:
    assert [passage.how for passage in found("<h2>The sand</h2>", "<p>The sand</p>")] == ["changed"]


@settings(max_examples=examples(60), deadline=None)
@given(DOCUMENTS, DOCUMENTS)
def test_both_texts_are_whole(before: Any, after: Any) -> None:
    passages = differences(before, after)
    for document, other in ((before, "new"), (after, "gone")):
        blocks = ["".join(block.text.split()) for block in read_document(document, language="en").blocks]
        assert [
            text for passage in passages if (text := "".join("".join(piece.split()) for how, piece in passage.pieces if how != other))
        ] == blocks
    assert all(passage.how == "same" for passage in differences(after, after))
