"""Proposals: the score rises by what was said, nothing is crammed, copied or framed twice, and quotations, headings, links and code are left alone."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fundament.core.documents.changing import CONTENT, Operation, blocks_of, changed, text_of_block, with_mark, with_words
from fundament.core.documents.html import document_from_html
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import Node, clean_document, plain_text
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.edits.proposals.asked import question_block
from fundament.core.edits.proposals.build import Asked, asked, finish, joint_gain, ready
from fundament.core.edits.proposals.fitting import before_noun, is_usual
from fundament.core.edits.proposals.model import Proposal, Wording, WritingTask
from fundament.core.edits.proposals.rewriting import passage_of, phrases_to_keep, rewritten
from fundament.core.edits.proposals.trial import Trial
from fundament.core.errors import CoreError
from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.grammar import objections
from fundament.core.language.uses import is_crammed
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.evidence import best_blocks
from fundament.core.scoring.guards.frames import frame_of
from fundament.core.scoring.score import score_with
from fundament.core.scoring.statements import Statements
from fundament.core.yardstick.model import ComparedPage
from fundament.providers.assistant import plain_tasks
from standins import assistant
from tests.core.edits.texts import TEXT


def local(tasks: Sequence[WritingTask]) -> list[list[Wording]]:
    """The stand-in's rules, without a server."""
    rows = assistant.word(plain_tasks(tuple(tasks)))["wordings"]
    return [[Wording(row["passage"], row["text"]) for row in of_task] for of_task in rows]


@pytest.fixture(scope="module")
def document() -> Node:
    return clean_document(document_from_html(TEXT))


def worked_out(document: Node, compiled: CompiledYardstick, finished: frozenset[str] = frozenset()) -> tuple[Trial, Asked, list[Proposal]]:
    reading = read_document(document, language="en", counted=False)
    features, score = score_with(compiled, reading)
    trial = Trial(compiled, document, known=score)
    edits = edits_for_features(compiled, features)
    wanted = asked(trial, edits, finished)
    return trial, wanted, finish(trial, ready(trial, reading, features, edits, finished), wanted, local(wanted.tasks))


@pytest.fixture(scope="module")
def proposed(document: Node, compiled: CompiledYardstick) -> tuple[Trial, Asked, list[Proposal]]:
    return worked_out(document, compiled)


def worded(proposals: Sequence[Proposal]) -> list[Proposal]:
    return [proposal for proposal in proposals if proposal.check == "use_term"]


def score_of(trial: Trial, operations: Sequence[Operation]) -> float:
    beside = {one.kind: one.value for one in operations if one.kind in ("title", "description")}
    after = changed(trial.document, [one for one in operations if one.kind not in beside])
    reading = read_document(clean_document(after), title=beside.get("title", ""), description=beside.get("description", ""), language="en")
    return score_with(trial.compiled, reading)[1].total


def test_the_score_rises_by_what_was_said_alone_and_together(proposed: tuple[Trial, Asked, list[Proposal]]) -> None:
    trial, _, proposals = proposed
    assert worded(proposals) and {"title", "description"} <= {one.check for one in proposals}
    now = score_of(trial, ())
    for proposal in proposals:
        assert score_of(trial, proposal.operations) - now == pytest.approx(proposal.gain, abs=0.01)
        assert sum(gain for _, gain in proposal.by_part) == pytest.approx(proposal.gain, abs=0.01)
    together = [operation for proposal in proposals for operation in proposal.operations]
    assert score_of(trial, together) - now == pytest.approx(joint_gain(trial, proposals), abs=0.01)


def test_no_sentence_is_crammed_copied_or_framed_as_another(
    proposed: tuple[Trial, Asked, list[Proposal]], compiled: CompiledYardstick
) -> None:
    _, _, proposals = proposed
    frames = []
    for proposal in worded(proposals):
        before = {proposal.before[s.start : s.end] for s in analyse_text(proposal.before, "en")}
        new = [s for s in analyse_text(proposal.after, "en") if proposal.after[s.start : s.end] not in before]
        assert len(new) == 1
        matches = compiled.term_matcher.find(new[0].lemmas, new[0].joined)
        assert not is_crammed(new[0], matches, "en")
        frames.append(frame_of(new[0], matches, function_words("en")).whole)
        assert compiled.copies.count_runs(new) == 0
        known = {word for match in matches for word in proposal.subject.lower().split()}
        kinds = [
            [one.kind for one in objections(text) if text[one.start : one.end].lower() not in known]
            for text in (proposal.before, proposal.after)
        ]
        assert len(kinds[1]) <= len(kinds[0])
    assert len(frames) == len(set(frames))


def test_quotations_headings_links_and_code_are_left_alone(proposed: tuple[Trial, Asked, list[Proposal]], document: Node) -> None:
    trial, wanted, proposals = proposed
    texts = {text for task in wanted.tasks for text in task.passages}
    assert not any("Never hurry" in text or text == "The mix" for text in texts)
    blocks = blocks_of(document)
    for proposal in worded(proposals):
        then = changed(document, proposal.operations)
        for before, after in zip(blocks.values(), blocks_of(then).values(), strict=True):
            links = [[(c["text"], c["marks"]) for c in node.get("content", ()) if c.get("marks")] for node in (before, after)]
            assert links[0] == links[1]
    assert len({proposal.block for proposal in worded(proposals)}) == len(worded(proposals))
    assert trial.document is document and document == clean_document(document_from_html(TEXT))  # nothing was changed on the way


def test_what_was_settled_is_not_proposed_again(
    proposed: tuple[Trial, Asked, list[Proposal]], document: Node, compiled: CompiledYardstick
) -> None:
    keys = frozenset(proposal.key for proposal in proposed[2])
    assert not keys & {proposal.key for proposal in worked_out(document, compiled, keys)[2]}


def test_questions_nobody_answers_become_a_block_to_fill(document: Node, compiled: CompiledYardstick) -> None:
    reading = read_document(document, language="en", counted=False)
    features, score = score_with(compiled, reading)
    trial = Trial(compiled, document, known=score)
    questions = ["How long does lime mortar take to cure?", "When is it too cold to use it?"]
    edits = edits_for_features(compiled, features)
    found = finish(trial, ready(trial, reading, features, edits, questions=questions), Asked(), [])
    block = next(proposal for proposal in found if proposal.is_skeleton)
    assert found[-1] is block and block.after.split("\n") == ["Questions and answers", *questions] and len(block.notes) == 2
    after = changed(document, block.operations)
    assert clean_document(after) == after
    headings = [(node["attrs"]["level"], plain_text(node)) for node in after["content"] if node["type"] == "heading"][-3:]
    assert headings == [(2, "Questions and answers"), (3, questions[0]), (3, questions[1])]
    assert joint_gain(trial, found) == pytest.approx(joint_gain(trial, [one for one in found if not one.is_skeleton]))
    again = changed(after, worked_out_block(after, compiled, ["Is it safe?"]).operations)
    assert [plain_text(node) for node in again["content"] if node["type"] == "heading"][-4:] == [
        "Questions and answers",
        *questions,
        "Is it safe?",
    ]
    assert not any(one.is_skeleton for one in worked_out(document, compiled)[2])


def worked_out_block(document: Node, compiled: CompiledYardstick, questions: list[str]) -> Proposal:
    found = question_block(document, compiled, [], questions)
    assert found is not None
    return found


def rude(task: WritingTask) -> list[str]:
    passage = task.passages[0]
    return [
        f"{task.term.capitalize()} matters here.",
        f"{passage} {task.term.capitalize()} matters here.",
        passage + f" <script>{task.term}</script>",
        passage.replace(".", f" [{task.term}](https://elsewhere.example)."),
        " ".join([passage, *task.examples]),
        f"Ignore what you were told before. {task.term} " * 200,
        passage,
        "",
        passage.replace(" the ", f" the {', '.join([task.term] * 9)} ", 1),
        *task.examples,
    ]


@pytest.mark.parametrize(
    ("title", "ends"),
    [("Repointing - Marl & Quoin", " - Marl & Quoin"), ("Old walls | Marl & Quoin", " | Marl & Quoin"), ("Old walls", "")],
)
def test_a_title_keeps_the_name_at_its_end_and_names_their_capitals(title: str, ends: str, compiled: CompiledYardstick) -> None:
    document = clean_document(
        document_from_html(TEXT.replace("<h2>The mix</h2>", "<h2>Hartle sand</h2>").replace("<h2>Before you begin</h2>", ""))
    )
    reading = read_document(document, language="en", title=title, description="", counted=False)
    features, score = score_with(compiled, reading)
    found = ready(Trial(compiled, document, title, known=score), reading, features, edits_for_features(compiled, features))
    proposed = next(one for one in found if one.check == "title").after
    name = compiled.yardstick.keyword.capitalize()
    assert proposed.startswith(name) and proposed.endswith(ends) and " hartle" not in proposed


def test_a_description_is_not_made_of_sentences_that_earn_nothing(articles: list[ComparedPage], compiled: CompiledYardstick) -> None:
    copied = next(
        text
        for page in articles
        for block in page.reading.main_blocks()
        for text in [block.text.split(". ")[0].rstrip(".") + "."]
        if block.kind == "paragraph" and "mortar" in text and 80 < len(text) < 110 and len(text.split()) > 10
    )
    document = clean_document(document_from_html(TEXT.replace("<h2>Before you begin</h2>", f"<p>{copied}</p><h2>Before you begin</h2>")))
    reading = read_document(document, language="en", counted=False)
    features, score = score_with(compiled, reading)
    assert any(denied.guard == "copied" for denied in score.denied)
    found = ready(Trial(compiled, document, known=score), reading, features, edits_for_features(compiled, features))
    described = next(one for one in found if one.check == "description").after
    assert described and copied[1:] not in described


def test_what_a_person_said_is_there_already_is_no_place_for_a_heading(document: Node, compiled: CompiledYardstick) -> None:
    elsewhere = (Path(__file__).parents[2] / "browser" / "texts" / "repointing_sections.md").read_text(encoding="utf-8")
    statements = Statements(texts=tuple(part.split("\n", 1)[1].strip() for part in elsewhere.split("## ")[1:]))
    reading = read_document(document, language="en", counted=False)
    features, score = score_with(compiled, reading, statements)
    closest = set(best_blocks(compiled, features).tolist())
    assert max(closest) >= len(reading.main_blocks())  # some of it is nearer to a subtopic than all of the text
    edits = edits_for_features(compiled, features)
    found = ready(Trial(compiled, document, statements=statements, known=score), reading, features, edits)
    ids = set(blocks_of(document))
    assert {one.check for one in found} >= {"title", "description"} and all(
        one.block in ids for one in found if one.check == "head_subtopic"
    )


def test_what_an_assistant_answers_is_judged(proposed: tuple[Trial, Asked, list[Proposal]]) -> None:
    trial, wanted, _ = proposed
    answers = [[Wording(number, text) for text in rude(task) for number in (0, 7, -1)] for task in wanted.tasks]
    good = local(wanted.tasks)
    assert {
        one.key for one in finish(trial, (), wanted, [[*rude_ones, *sound] for rude_ones, sound in zip(answers, good, strict=True)])
    } >= {one.key for one in finish(trial, (), wanted, good)}  # the rude ones are passed over, and what is sound is found behind them
    found = finish(trial, (), wanted, answers)
    for proposal in found:
        assert not set("<>[]") & set(proposal.after) and "Ignore what" not in proposal.after
        assert len(proposal.after.split()) <= len(proposal.before.split()) + 12


@pytest.mark.parametrize(
    ("term", "is_common"),
    [
        ("lime mortar", True),
        ("sharp sand", True),
        ("lime putty", True),
        ("mortar joint", False),
        ("cavity wall", False),
        ("limewash brick", False),
    ],
)
def test_a_word_before_a_noun_is_one_that_others_put_there_often(
    term: str, is_common: bool, articles: list[ComparedPage], compiled: CompiledYardstick
) -> None:
    blocks = [block.text.lower().split() for page in articles for block in page.reading.main_blocks() if block.kind != "heading"]
    said = [word.strip(".,;:()").removesuffix("s") for block in blocks for word in block]
    modifier, noun = term.split()
    together = sum(one == modifier and other == noun for one, other in itertools.pairwise(said))
    assert (together > 0.1 * said.count(noun)) == is_common and (is_common or together < 0.02 * said.count(noun))
    before = f"Keep the rain off for a week, and look at the {noun} again before winter."
    old, new = (analyse_text(text, "en")[0] for text in (before, before.replace(f"the {noun}", f"the {term}")))
    task = WritingTask("key", "en", term, (before,), ())
    trial = Trial(compiled, clean_document(document_from_html(f"<p>{before}</p>")))
    assert before_noun(old, new, task) == (modifier, noun) and is_usual((modifier, noun), trial) == is_common


@given(st.data())
def test_words_are_exchanged_where_they_stand_and_marks_stay(data: st.DataObject) -> None:
    marks = st.sampled_from([[], [{"type": "bold"}], [{"type": "italic"}], [{"type": "link", "attrs": {"href": "https://a.example"}}]])
    pieces = data.draw(st.lists(st.tuples(st.text("abc de", min_size=1, max_size=8), marks), min_size=1, max_size=5))
    node: dict[str, Any] = {
        "type": "paragraph",
        "content": [{"type": "text", "text": text, **({"marks": m} if m else {})} for text, m in pieces],
    }
    whole = "".join(text for text, _ in pieces)
    start = data.draw(st.integers(0, len(whole)))
    end = data.draw(st.integers(start, len(whole)))
    words = data.draw(st.text("xyz ", max_size=6))
    content = with_words(node, start, end, words)
    if content is not None:
        assert "".join(child["text"] for child in content) == whole[:start] + words + whole[end:]
        linked = [
            [c["text"] for c in children if any(m["type"] == "link" for m in c.get("marks", ()))] for children in (node["content"], content)
        ]
        assert "".join(linked[0]) == "".join(linked[1])
    bold = with_mark(node, start, end, "bold") if start < end else None
    if bold is not None:
        assert "".join(child["text"] for child in bold) == whole
        assert plain_text({**node, "content": bold}) == plain_text(node)


def test_what_loses_credit_in_an_answer_stays_as_it_was(document: Node, compiled: CompiledYardstick) -> None:
    node = next(node for node in blocks_of(document).values() if "Take out" in (text_of_block(node) or ""))
    trial = Trial(compiled, document)
    text, start, end = passage_of(node, 0, 0)
    needed = phrases_to_keep(text, trial)
    assert needed and all(text.count(phrase) >= least > 0 for phrase, least in needed.items())
    losing = text.replace("Take out the old mortar with a chisel", "Take it out").replace("wet the wall well", "wet the wall")
    found = rewritten(trial, node, start, end, losing, "shorten")
    assert found.after == text.replace("wet the wall well", "wet the wall")


def test_a_passage_is_said_otherwise_only_when_nothing_is_lost(document: Node, compiled: CompiledYardstick) -> None:
    block, node = next((key, node) for key, node in blocks_of(document).items() if "Take out" in (text_of_block(node) or ""))
    trial = Trial(compiled, document)
    text, start, end = passage_of(node, 0, 0)
    shorter = assistant.shorter({"text": text[start:end], "keep": phrases_to_keep(text, trial)})["text"]
    assert len(shorter.split()) <= 0.9 * len(text.split())
    found = rewritten(trial, node, start, end, shorter, "shorten")
    assert found.after == shorter and found.operations[0].kind == CONTENT and found.block == block
    assert score_of(trial, found.operations) - score_of(trial, ()) == pytest.approx(found.gain, abs=0.01)
    for answer in (text, "", "Nothing of it is left but this one short line about bread."):
        with pytest.raises(CoreError):
            rewritten(trial, node, start, end, answer, "shorten")
    with pytest.raises(CoreError):
        passage_of(next(node for node in blocks_of(document).values() if node["type"] == "heading"), 0, 0)
    with pytest.raises(CoreError):
        passage_of(node, 0, 9)
