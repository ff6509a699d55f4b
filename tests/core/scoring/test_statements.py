"""Words of a person about a text."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from fundament.core.consensus.build import build_consensus
from fundament.core.consensus.decide import decide, without_taken
from fundament.core.consensus.keys import proposed_keys
from fundament.core.edits.next_edits import next_edits
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.guards.taken import Taken
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.model import MOST_ON_WORD
from fundament.core.scoring.score import score, score_with
from fundament.core.scoring.statements import COUNTABLE, Settled, Statements, target_key
from fundament.core.yardstick.model import ComparedPage, Yardstick
from tests.conftest import KEYWORD
from tests.core.scoring.texts import MINE

DRAFT = "<h1>Repointing brick with lime mortar</h1>" + "".join(f"<p>{text}</p>" for text in MINE)


@settings(max_examples=25, deadline=None)
@given(st.data())
def test_not_for_this_page_lowers_the_bar_and_never_raises_the_score(compiled: CompiledYardstick, data: st.DataObject) -> None:
    draft = read_draft(DRAFT, language="en")
    plain = score(draft, compiled)
    targets = [target_key(item.part, item.key) for item in plain.items]
    few = frozenset(data.draw(st.lists(st.sampled_from(targets), max_size=12)))
    more = few | frozenset(data.draw(st.lists(st.sampled_from(targets), max_size=12)))
    one, other = (score(draft, compiled, Statements(not_for_page=chosen)) for chosen in (few, more))
    assert one.total == other.total == plain.total
    assert plain.aim >= one.aim >= other.aim and plain.enough >= one.enough >= other.enough
    assert other.excused >= one.excused >= 0.0
    assert replace(other, still_open=()).may_be_enough == (other.excused <= MOST_ON_WORD)


def test_what_is_ours_is_out_of_the_score_of_whoever_took_it(articles: list[ComparedPage]) -> None:
    consensus = build_consensus(articles, KEYWORD)
    keys = proposed_keys(consensus)
    yardstick = decide(consensus, keys)
    compiled = CompiledYardstick(yardstick)
    best = max(yardstick.page_scores, key=yardstick.page_scores.__getitem__)
    number = compiled.page_number[best]
    page = next(page.reading for page in articles if page.reading.url == best)
    texts = [block.text for block in page.main_blocks() if block.kind == "paragraph" and len(block.text.split()) > 20][:6]
    draft = read_draft(DRAFT + "".join(f"<p>{text}</p>" for text in texts), language="en")
    asked: list[Taken] = []

    def without(taken: Taken) -> Yardstick:
        asked.append(taken)
        return without_taken(yardstick, consensus, articles, taken, keys)

    plain = score_with(compiled, draft, without=without)[1]
    assert any(denied.guard == "copied" for denied in plain.denied) and not asked
    statements = Statements(exemptions=Exemptions(own_passages=frozenset(texts)))
    after = score_with(compiled, draft, statements, without=without)[1]
    assert [number] == list(asked[0])
    left = without(asked[0])
    assert left.page_scores[best] < yardstick.page_scores[best] - 1.0
    for url, then in left.page_scores.items():  # what the others are held against hardly moves
        assert url == best or abs(then - yardstick.page_scores[url]) < 0.5
    # the passages earn here now, and all that rests on the word is told beside the score
    assert after.total > plain.total and abs(after.on_word - (after.total - plain.total)) < 1e-9
    assert after.enough < plain.enough and after.aim <= plain.aim and abs(after.excused - (plain.aim - after.aim)) < 1e-9
    assert (after.may_be_enough) == (after.on_word + after.excused <= MOST_ON_WORD)
    both = score_with(
        compiled, draft, Statements(exemptions=statements.exemptions, not_for_page=frozenset(["structure:h2"])), without=without
    )[1]
    assert both.aim <= after.aim and both.excused >= after.excused and both.total == after.total
    # what stood on the own page before is known and on nobody's word; of whoever is older nothing is taken
    for younger in (frozenset([number]), frozenset(range(len(articles))) - {number}):
        known = score_with(compiled, draft, exemptions=Exemptions(earlier=frozenset(texts), younger_pages=younger), without=without)[1]
        assert (known.on_word, known.excused) == (0.0, 0.0) and known.enough == (after.enough if number in younger else plain.enough)


def test_a_copy_called_ours_is_never_enough_on_that_word_alone(articles: list[ComparedPage], compiled: CompiledYardstick) -> None:
    page = max(articles, key=lambda page: compiled.yardstick.page_scores.get(page.reading.url, 0.0)).reading
    copied = replace(page, url="")
    texts = frozenset(block.text for block in page.main_blocks())
    after = score(copied, compiled, Statements(exemptions=Exemptions(own_passages=texts)))
    assert after.on_word > MOST_ON_WORD and not after.may_be_enough


def test_an_excused_target_has_no_edits(compiled: CompiledYardstick) -> None:
    draft = read_draft(DRAFT, language="en")
    edit = next(edit for edit in next_edits(draft, compiled) if edit.finding.check == "use_term")
    left = next_edits(draft, compiled, Statements(not_for_page=frozenset([target_key("terms", edit.finding.subject_key)])))
    assert edit.finding.key not in {other.finding.key for other in left}


def test_what_is_there_already_counts_as_if_it_stood_there(compiled: CompiledYardstick) -> None:
    draft = read_draft(DRAFT, language="en")
    plain = score(draft, compiled)
    lacking = [item.key for item in plain.items_of("structure") if item.key in COUNTABLE and item.value < item.low]
    stated = score(draft, compiled, Statements(counts=dict.fromkeys(lacking, 30.0)))
    assert (stated.total > plain.total) == bool(lacking) and abs(stated.on_word - (stated.total - plain.total)) < 1e-9
    question = "How long does it take? A mason repoints two square metres of brick in a day when the lime mortar is ready, and the weather has to stay dry."
    asked = score(draft, compiled, Statements(texts=(question,)))
    assert asked.total > plain.total and asked.words > plain.words


def test_a_settlement_holds_as_long_as_its_block_does(compiled: CompiledYardstick) -> None:
    html = DRAFT + "<p>Cement is harder than the brick and sends the water through its face, which then comes off in winter.</p>"
    draft = read_draft(html, language="en")
    plain = score(draft, compiled)
    perhaps = [item for item in plain.items_of("subtopics") if item.state == "perhaps covered"]
    assert perhaps
    block = draft.blocks[1].text
    yes, no, gone = (
        score(draft, compiled, Statements(settled={perhaps[0].key: Settled(covered, text)}))
        for covered, text in ((True, block), (False, block), (True, "a block that is there no more"))
    )
    assert yes.total > plain.total > no.total and gone.total == plain.total
    plainly = next(item for item in plain.items_of("subtopics") if item.state == "absent")
    assert (
        score(draft, compiled, Statements(settled={plainly.key: Settled(True, block)})).total == plain.total
    )  # only what is perhaps can be settled


def test_what_a_person_says_changes_no_weight(compiled: CompiledYardstick) -> None:
    draft = read_draft(DRAFT, language="en")
    statements = Statements(counts={"images_with_alt": 2}, texts=(MINE[0],), not_for_page=frozenset(["structure:h2"]))
    plain, other = score(draft, compiled), score(draft, compiled, statements)
    assert [(i.key, i.max) for i in plain.items] == [(i.key, i.max) for i in other.items]
    assert draft_features(compiled, draft).figures.settled == {}


def test_what_is_still_open_holds_back_enough(compiled: CompiledYardstick) -> None:
    draft = read_draft("<h1>Repointing brick with lime mortar</h1><p>We looked at the garden wall before anything else.</p>", language="en")
    result = score(draft, compiled)
    half = {f"subtopics:{s.key}" for s in compiled.yardstick.subtopics if 2 * s.pages >= len(compiled.yardstick.pages)}
    assert half and set(result.still_open) == {"placement:title", "placement:description"} | half and not result.may_be_enough
    few = next(s.key for s in compiled.yardstick.subtopics if s.pages == 2)
    required = CompiledYardstick(replace(compiled.yardstick, required=(few,)))
    assert f"subtopics:{few}" in score(draft, required).still_open
    titled = replace(draft, title="Repointing", description="How we do it.")
    assert not any(target.startswith("placement") for target in score(titled, compiled).still_open)
    ignored = score(titled, compiled, Statements(not_for_page=frozenset(half)))
    assert ignored.still_open == () and ignored.total == score(titled, compiled).total
