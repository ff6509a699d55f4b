"""Drafts in Markdown: nothing of the text is lost, and an item of a list is one item."""

from __future__ import annotations

from pathlib import Path

import pytest

from fundament.commands import read_draft_file
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document


@pytest.mark.parametrize(
    ("text", "title", "blocks"),
    [
        ("---\nHello there\n\nmore", "", ["Hello there", "more"]),
        ("---\nA paragraph between two.\n\n---\n\nmore", "", ["A paragraph between two.", "more"]),
        ("---\nTime: we have none\nand this is text\n---\n\nmore", "", ["Time: we have none and this is text", "more"]),
        ('---\ntitle: "Walls"\ndescription: Old ones\ntags:\n  - lime\n# a remark\n---\n\n# Head\n\nmore', "Walls", ["Head", "more"]),
        ("no lines\n---\n\nmore", "", ["no lines", "more"]),
    ],
)
def test_only_fields_between_lines_are_no_text(tmp_path: Path, text: str, title: str, blocks: list[str]) -> None:
    file = tmp_path / "draft.md"
    file.write_text(text)
    found = read_draft_file(file)
    assert found.title == title and [block.text for block in found.blocks] == blocks


LOOSE = "- one\n\n- two\n\n  more of two\n\n- three\n"


def test_a_loose_item_is_one_item_with_paragraphs(tmp_path: Path) -> None:
    file = tmp_path / "draft.md"
    file.write_text(LOOSE)
    kinds = [(block.kind, block.text) for block in read_draft_file(file).blocks]
    assert kinds == [("list_item", "one"), ("list_item", "two"), ("paragraph", "more of two"), ("list_item", "three")]


def test_the_editor_reads_items_the_same_way() -> None:
    document = document_from_html("<ul><li><p>one</p></li><li><p>two</p><p>more of two</p><ul><li><p>below</p></li></ul></li></ul>")
    kinds = [(block.kind, block.text) for block in read_document(document, language="en").blocks]
    assert kinds == [("list_item", "one"), ("list_item", "two"), ("paragraph", "more of two"), ("list_item", "below")]
