"""The kinds of edits, each on a text that needs it."""

from __future__ import annotations

import pytest

from fundament.core.checks import checks
from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import Decisions, decide
from fundament.core.edits.gains import Gains
from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import next_edits
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score
from fundament.core.yardstick.model import ComparedPage
from fundament.messages import label, say_all, subject_of
from gold.natural import naturally
from tests.conftest import KEYWORD
from tests.core.scoring.texts import MINE

RAKE = "Take out the old mortar with a plugging chisel to twice the height of the joint. Brush the dust out of the joints. Leave the back of the joint square."

ABOUT = (
    "The front of the house was built with lime mortar, and so it wants lime again. We began at the bottom and worked upwards in the shade. "
    "Old joints that are sound can stay as they are. Where the mortar comes out with a fingernail, it has to go. A bucket of clean water stands ready all day. "
    "Wet the brick until it stops drinking. Press the new mortar in firmly from the hawk. Thin layers hold better than one thick one. "
    "When it has stiffened, strike the joint with the iron. Cover everything with damp hessian against the sun. After a week you may take it off. "
    "Cement would have been quicker, but it breaks soft bricks in frost. Our neighbour did that twenty years ago and regrets it. "
    "His wall has lost the faces of its bricks. Ours should be good for another century. We paid for two bags of lime and the sand."
)


def edits_of(compiled: CompiledYardstick, html: str, kind: str) -> tuple[Reading, list[Edit]]:
    draft = read_draft(html, language="en")
    return draft, [edit for edit in next_edits(draft, compiled) if edit.finding.check == kind]


def test_every_check_is_registered_and_has_a_name(compiled: CompiledYardstick) -> None:
    for html in ("", f"<h2>Raking out</h2><p>{RAKE}</p>", f"<p>{RAKE * 9}</p>"):
        assert {edit.finding.check for edit in next_edits(read_draft(html, language="en"), compiled)} <= set(checks())
    assert all(label(f"check.{name}") != f"check.{name}" for name in checks())


def reached(compiled: CompiledYardstick, before: str, after: str, kind: str, subject: str = "", *, of: str = "", **parts: str) -> None:
    """An edit carried out by hand gets what it was said to reach. of: the part of the score that it is about, where moving text about cuts its passages otherwise."""

    def points(draft: Reading) -> float:
        result = score(draft, compiled)
        return sum(part.points for part in result.parts if of in ("", part.name))

    draft, found = edits_of(compiled, before, kind)
    edit = next(e for e in found if not subject or subject in (e.finding.subject, subject_of(e.finding)))
    got = points(read_draft(after, language="en", **parts)) - points(draft)
    assert got == pytest.approx(edit.gain.reach, abs=0.1)
    assert 0 < edit.gain.sure <= edit.gain.middle <= edit.gain.reach


def test_a_long_paragraph_is_split(without_substance: CompiledYardstick) -> None:
    compiled = without_substance
    sentences = [f"{text}." for text in ABOUT.rstrip(".").split(". ")]
    whole = f"<p>{' '.join(sentences)}</p>"
    reached(
        compiled,
        whole,
        "".join(f"<p>{' '.join(sentences[n : n + 4])}</p>" for n in range(0, len(sentences), 4)),
        "split_paragraph",
        of="structure",
    )


def test_the_keyword_moves_up_into_the_opening(without_substance: CompiledYardstick) -> None:
    compiled = without_substance
    sentences = ABOUT.split(". ")
    filler = "".join(f"<p>{text.rstrip('.')}.</p>" for text in sentences if "lime mortar" not in text)
    exact = f"<p>This is about {compiled.yardstick.keyword} and what it does for them. It is not dear.</p>"
    reached(compiled, f"{filler}{exact}", f"{exact}{filler}", "move_use", "keyword into the opening", of="placement")


def test_a_heading_goes_over_the_text_that_answers_it(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    first = "<h1>Repointing brick with lime mortar</h1><p>We looked at the garden wall, and its lime mortar had gone from the joints between the bricks.</p>"
    _, found = edits_of(compiled, f"{first}<p>{RAKE}</p>", "head_subtopic")
    edit = next(e for e in found if e.finding.subject == label)
    assert edit.change.headings and not edit.change.answers
    assert "head" in say_all(edit.finding.messages).lower()


def test_a_title_gets_what_it_was_said_to_reach(compiled: CompiledYardstick) -> None:
    text = f"<p>{ABOUT}</p>"
    reached(compiled, text, text, "title", title=f"{compiled.yardstick.keyword.capitalize()}, step by step")


def test_several_edits_together_are_worked_out_anew(compiled: CompiledYardstick) -> None:
    draft = read_draft(f"<h1>{compiled.yardstick.keyword}</h1><p>{ABOUT}</p>", language="en")
    gains = Gains(compiled, draft_features(compiled, draft))
    terms = [edit for edit in next_edits(draft, compiled) if edit.finding.check == "use_term"][:5]
    alone = sum(edit.gain.reach or 0.0 for edit in terms)
    assert gains.joint([edit.change for edit in terms]) == pytest.approx(alone, rel=0.05)
    same = [edit.change for edit in next_edits(draft, compiled) if edit.finding.check == "name_entity"][:1] * 3
    assert gains.joint(same) == pytest.approx(gains.joint(same[:1]))


def test_a_use_that_earns_nothing_stays_on_the_list_with_its_reason(compiled: CompiledYardstick) -> None:
    about = ABOUT.replace("cement", "it").replace("Cement", "It")
    repeated = "When you look at it from afar, cement is what most people notice first. "
    _, found = edits_of(compiled, f"<p>{about}</p><p>{repeated * 6}</p>", "use_term")
    said = say_all(next(e for e in found if e.finding.subject == "cement").finding.messages)
    assert "4 uses do not count" in said and "pattern that was used twice" in said


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
    _, found = edits_of(compiled, f"<h2>{label}</h2><p>{RAKE}</p>", "lengthen_section")
    assert found and found[0].finding.subject == label and "words under" in say_all(found[0].finding.messages)


def test_what_is_too_much_is_taken_out_down_to_the_ceiling(compiled: CompiledYardstick) -> None:
    term = next(t for t in compiled.yardstick.terms if not t.head and " " not in t.name and t.ceiling < 15)
    uses = 2 * term.ceiling
    rest = naturally([term.name] * uses)
    _, found = edits_of(compiled, f"<h1>{compiled.yardstick.keyword}</h1><p>{ABOUT}</p>{rest}", "take_out")
    edit = next(e for e in found if e.finding.subject == term.name)
    assert edit.change.uses[0][1] <= term.ceiling - uses and edit.gain.reach > 0


def test_no_section_is_told_to_be_longer_than_the_plan_allows(compiled: CompiledYardstick) -> None:
    label = next(s.label for s in compiled.yardstick.subtopics if "rak" in s.label.lower())
    full = "".join(naturally(["the wall"] * 40) for _ in range(1 + compiled.planned_words // 400))
    _, found = edits_of(compiled, f"<h2>{label}</h2><p>{RAKE}</p><h2>Our garden</h2>{full}", "lengthen_section")
    assert not found


def test_what_a_denied_sentence_would_earn_is_told_by_its_own_terms(compiled: CompiledYardstick) -> None:
    """Also where a fragment stands before it in the block."""
    repeated = "When you look at it from afar, cement is what most people notice first. "
    html = f"<h1>{compiled.yardstick.keyword}</h1><p>{ABOUT}</p>{''.join(f'<p>So much. {repeated}</p>' for _ in range(4))}"
    _, found = edits_of(compiled, html, "vary")
    cement = next(number for number, term in enumerate(compiled.yardstick.terms) if term.name == "cement")
    assert found[0].change.uses == ((cement, 2.0),)
    assert found[0].finding.block == 4


def test_in_a_text_longer_than_planned_what_is_put_in_displaces_something(articles: list[ComparedPage]) -> None:
    consensus = build_consensus(articles, KEYWORD)
    text = "".join(f"<h2>Part {number}</h2><p>{' '.join(MINE)}</p>" for number in range(6))
    draft = read_draft(f"<h1>{KEYWORD}</h1>{text}", language="en")
    lengths = (draft.word_count // 2, 2 * draft.word_count)
    short, long = (CompiledYardstick(decide(consensus, decisions=Decisions(planned_words=words))) for words in lengths)
    by_plan = [
        {edit.finding.key: edit.gain for edit in next_edits(draft, plan) if edit.finding.check == "use_term"} for plan in (short, long)
    ]
    assert by_plan[0] and all(gain.displaced > 0.0 for gain in by_plan[0].values())
    assert by_plan[1] and all(gain.displaced == 0.0 for gain in by_plan[1].values())
    features = draft_features(short, draft)
    more = draft_features(short, read_draft(f"<h1>{KEYWORD}</h1>{text}<p>{'and so on it goes ' * 20}</p>", language="en"))
    assert features.figures.longer_by(100).share == pytest.approx(more.figures.share, rel=0.01)


def test_a_use_of_a_term_brings_half_of_the_entity_of_its_name(compiled: CompiledYardstick) -> None:
    gains = Gains(compiled, draft_features(compiled, read_draft("")))
    halves = 0
    for edit in next_edits(read_draft(""), compiled):
        for entity in edit.change.entities if edit.change.uses else ():
            whole = compiled.part_weight["entities"] / 100.0 * compiled.entity_weight[entity]
            is_half = compiled.entity_context[entity][3] is not None
            halves += is_half
            assert gains.by_part(edit.change)["entities"] == pytest.approx(whole / (2 if is_half else 1))
    assert halves > 10
