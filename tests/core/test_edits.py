"""The kinds of edits, each on a text that needs it."""

from __future__ import annotations

import pytest

from fundament.core.checks import checks
from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import apply_change, next_edits
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.score import score
from fundament.messages import label, say_all, subject_of

RAKE = "Take out the old mortar with a plugging chisel to twice the height of the joint. Brush the dust out of the joints. Leave the back of the joint square."


def edits_of(compiled: CompiledYardstick, html: str, kind: str) -> tuple[Reading, list[Edit]]:
    draft = read_draft(html, language="en")
    return draft, [edit for edit in next_edits(draft, compiled) if edit.finding.check == kind]


def test_every_check_is_registered_and_has_a_name(compiled: CompiledYardstick) -> None:
    for html in ("", f"<h2>Raking out</h2><p>{RAKE}</p>", f"<p>{RAKE * 9}</p>"):
        assert {edit.finding.check for edit in next_edits(read_draft(html, language="en"), compiled)} <= set(checks())
    assert all(label(f"check.{name}") != f"check.{name}" for name in checks())


def test_a_long_paragraph_is_split_without_losing_a_word(compiled: CompiledYardstick) -> None:
    draft, found = edits_of(compiled, f"<p>{' '.join([RAKE] * 8)}</p>", "split_paragraph")
    after = apply_change(draft, found[0].change)
    assert len(after.blocks) > len(draft.blocks)
    assert " ".join(b.text for b in after.blocks).split() == " ".join(b.text for b in draft.blocks).split()


def test_the_keyword_moves_up_into_the_opening(compiled: CompiledYardstick) -> None:
    filler = "<p>" + "We had tea afterwards and talked about the garden and the dog. " * 12 + "</p>"
    keyword = compiled.yardstick.keyword
    draft, found = edits_of(compiled, f"{filler}<p>This is about {keyword} and what it does for them. It is not dear.</p>", "move_use")
    move = next(edit for edit in found if subject_of(edit.finding) == "keyword into the opening")
    after = apply_change(draft, move.change)
    assert keyword in after.blocks[0].text and keyword not in after.blocks[1].text
    assert after.word_count == draft.word_count


def test_a_heading_goes_over_the_text_that_answers_it(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    draft, found = edits_of(compiled, f"<p>We had tea afterwards and talked about the garden.</p><p>{RAKE}</p>", "head_subtopic")
    edit = next(e for e in found if e.finding.subject == label)
    assert [b.kind for b in apply_change(draft, edit.change).blocks] == ["paragraph", "heading", "paragraph"]


def test_a_heading_without_text_below_earns_nothing(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    alone = score(read_draft(f"<h2>{label}</h2><h2>Our garden</h2><p>We had tea afterwards.</p>", language="en"), compiled)
    assert next(i for i in alone.items_of("subtopics") if i.subject == label).state == "absent"
    headings = next(i for i in alone.items_of("structure") if i.key == "h2")
    assert headings.value == 2 and "count nothing" in say_all(headings.reason)


def test_headings_that_no_competitor_has_are_the_texts_own(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    draft = read_draft(
        f"<h2>{label}</h2><p>{RAKE}</p><h2>Our dog and the tea party</h2><p>The dog had tea with us in the garden that day.</p>",
        language="en",
    )
    assert score(draft, compiled).own_headings == ("Our dog and the tea party",)


def test_a_short_section_is_lengthened(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    _, found = edits_of(compiled, f"<h2>{label}</h2><p>Take out the old mortar with a chisel.</p>", "lengthen_section")
    assert found and found[0].finding.subject == label and "words under" in say_all(found[0].finding.messages)


@pytest.mark.parametrize("uses", [40])
def test_what_is_too_much_is_taken_out_down_to_the_ceiling(compiled: CompiledYardstick, uses: int) -> None:
    term = next(t for t in compiled.yardstick.terms if not t.head and " " not in t.name)
    text = f"This is about {term.name} and what it does for them here. "
    draft, found = edits_of(compiled, "".join(f"<p>{text * 4}</p>" for _ in range(uses // 4)), "take_out")
    edit = next(e for e in found if e.finding.subject == term.name)
    after = score(apply_change(draft, edit.change), compiled)
    item = next(i for i in after.items_of("terms") if i.subject == term.name)
    assert item.state == "within" and item.value == term.ceiling


@pytest.mark.parametrize("html", ["", f"<h2>Raking out</h2><p>{RAKE}</p>", f"<p>{RAKE * 9}</p>"])
def test_what_each_part_gains_is_what_it_gets(compiled: CompiledYardstick, html: str) -> None:
    draft = read_draft(html, language="en")
    before = {part.name: part.points for part in score(draft, compiled).parts}
    for edit in next_edits(draft, compiled):
        after = {part.name: part.points for part in score(apply_change(draft, edit.change), compiled).parts}
        assert dict(edit.by_part) == pytest.approx({name: after[name] - before[name] for name in after}, abs=1e-6)
        assert sum(gain for _, gain in edit.by_part) == pytest.approx(edit.gain.middle, abs=1e-3)
        assert len(edit.shares) != 1 and edit.shares == sorted(edit.shares, key=lambda share: -share[1])
