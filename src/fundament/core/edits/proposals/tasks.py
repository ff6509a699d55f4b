"""Which terms are to be worded, and in which passages: those that suit best by meaning."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from fundament.core.documents.changing import text_of_block
from fundament.core.documents.schema import Node
from fundament.core.edits.model import Edit
from fundament.core.edits.proposals.model import WritingTask
from fundament.core.language.analysis import analyse_text
from fundament.core.language.vectors import embed, unit
from fundament.core.scoring.compiled import CompiledYardstick

MOST_TASKS = 30
MOST_PASSAGES = 8  # of a task
LEAST_PASSAGE = 8  # words of a passage that is worth a change
QUOTES = ('"', "“", "„", "«")
WHERE = frozenset(["paragraph", "listItem", "taskItem"])


def writing_tasks(
    document: Node, compiled: CompiledYardstick, edits: Sequence[Edit], *, taken: frozenset[str] = frozenset(), most: int = MOST_TASKS
) -> tuple[list[WritingTask], dict[str, tuple[str, ...]]]:
    """The tasks for the missing terms with the largest gains, and of each the ids of its passages.

    taken: keys of terms that are not asked for (proposed or dismissed before).
    """
    passages = list(_passages(document, compiled.language))
    if not passages:
        return [], {}
    sentences = [[text[s.start : s.end] for s in analyse_text(text, compiled.language)] for _, text in passages]
    owner = np.repeat(np.arange(len(passages)), [len(of_passage) for of_passage in sentences])
    vectors = embed([sentence for of_passage in sentences for sentence in of_passage])
    terms = {term.key: term for term in compiled.yardstick.terms}
    tasks: list[WritingTask] = []
    places: dict[str, tuple[str, ...]] = {}
    for edit in edits:
        term = terms.get(edit.finding.subject_key) if edit.finding.check == "use_term" else None
        if term is None or term.key in taken or not term.first_sentences:
            continue
        examples = tuple(sentence for _, sentence in term.first_sentences)
        middle = unit(embed(examples).mean(axis=0, keepdims=True))[0]
        closest = np.full(len(passages), -1.0)
        np.maximum.at(closest, owner, vectors @ middle)
        best = [int(number) for number in np.argsort(-closest, kind="stable")[:MOST_PASSAGES]]
        tasks.append(WritingTask(term.key, compiled.language, term.name, tuple(passages[number][1] for number in best), examples))
        places[term.key] = tuple(passages[number][0] for number in best)
        if len(tasks) >= most:
            break
    return tasks, places


def _passages(document: Node, language: str) -> Iterator[tuple[str, str]]:
    """(id, text) of paragraphs that may be changed: of running text and items, without a quotation."""

    def walk(node: Node, is_allowed: bool) -> Iterator[Node]:
        for child in node.get("content", ()):
            if child["type"] == "paragraph":
                if is_allowed:
                    yield child
            elif child["type"] not in ("text", "heading", "codeBlock"):
                yield from walk(child, is_allowed and child["type"] not in ("blockquote", "table"))

    for node in walk(document, True):
        text = text_of_block(node)
        if text and len(text.split()) >= LEAST_PASSAGE and not any(mark in text for mark in QUOTES):
            yield node["attrs"]["id"], text
