"""How a text stands to an outline: its own headings are found again, what is missing has a place, and nothing is counted twice."""

from __future__ import annotations

from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import Node, clean_document
from fundament.core.outline.outline_progress import Planned, SectionProgress, outline_progress
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score_with


def text(html: str, ids: tuple[str, ...] = ()) -> Node:
    document = document_from_html(html)
    heads = [node for node in document["content"] if node["type"] == "heading"]
    for node, key in zip(heads, ids, strict=False):
        node["attrs"]["id"] = key
    return clean_document(document)


def told(document: Node, planned: list[Planned], compiled: CompiledYardstick) -> list[SectionProgress]:
    reading = read_document(document, language="en")
    return outline_progress(planned, compiled, reading, score_with(compiled, reading)[0])


def test_a_heading_is_found_by_where_it_came_from_its_words_or_its_subtopic(compiled: CompiledYardstick) -> None:
    subtopic = max(compiled.yardstick.subtopics, key=lambda one: one.pages)
    own = text(
        f"<h1>Walls</h1><p>In short.</p><h2>Renamed since</h2><p>Four words of it.</p><h2>the  SAND</h2><p>Two words.</p><h2>{subtopic.label}</h2>",
        ("", "n1"),
    )
    rows = told(
        own,
        [
            Planned("n1", "Called otherwise", 2, words=50), Planned("n2", "The sand", 2), Planned("n3", "Another name", 2, covers=subtopic.key),
            Planned("n4", "Never written", 2), Planned("n5", "The sand", 2),
        ],
        compiled,
    )  # fmt: skip
    ids = [node["attrs"]["id"] for node in own["content"] if node["type"] == "heading"]
    assert [row.block for row in rows] == ["n1", ids[2], ids[3], "", ""] and [row.words for row in rows] == [4, 2, 0, 0, 0]
    assert rows[3].before == rows[4].before == "" and rows[0].before == ""


def test_what_is_missing_goes_before_the_next_planned_heading_that_is_there(compiled: CompiledYardstick) -> None:
    own = text("<h2>Sand</h2><p>Of sand.</p><h2>Lime</h2><p>Of lime.</p>")
    ids = [node["attrs"]["id"] for node in own["content"] if node["type"] == "heading"]
    plan = [Planned("a", "Tools", 2), Planned("b", "Sand", 2), Planned("c", "Sieves", 3), Planned("d", "Lime", 2), Planned("e", "After", 2)]
    assert [row.before for row in told(own, plan, compiled)] == [ids[0], "", ids[1], "", ""]


def test_what_is_meant_for_a_section_is_counted_in_it_alone(compiled: CompiledYardstick) -> None:
    first, second = [term for term in compiled.yardstick.terms if len(term.name.split()) == 1][:2]
    sentence = "We looked at the {} for an hour on that cold morning and wrote it down."
    own = text(
        f"<h2>One</h2><p>{sentence.format(first.name)}</p><h2>Two</h2><p>{sentence.format(second.name)} {sentence.format(first.name)}</p>"
    )
    meant = (first.key, second.key, "gone")
    rows = told(
        own, [Planned("a", "One", 2, terms=meant), Planned("b", "Two", 2, terms=meant), Planned("c", "Three", 2, terms=meant)], compiled
    )
    assert [dict(row.uses) for row in rows] == [
        {first.name: 1, second.name: 0},
        {first.name: 1, second.name: 1},
        {first.name: 0, second.name: 0},
    ]
