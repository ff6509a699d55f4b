"""Why a use does not count, which passage shows a subtopic, and the ways in which a term may be written."""

from __future__ import annotations

from dataclasses import replace

import pytest

from fundament.core.edits.next_edits import next_edits
from fundament.core.language.analysis import analyse_text
from fundament.core.language.phrases import PhraseMatcher
from fundament.core.language.uses import uses_in_sentence
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.evidence import best_blocks, evidence_sentence
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score
from fundament.core.scoring.uncounted import INSIDE, uncounted_uses, uses_in_block
from fundament.core.yardstick.build import notes_on_set
from fundament.core.yardstick.model import MOST_PROPOSED, Yardstick, proposed_words
from fundament.core.yardstick.term_finding.term_variants import with_written_ways
from fundament.messages import say_all
from gold.natural import naturally


def number_of(compiled: CompiledYardstick, name: str) -> int:
    return next(number for number, term in enumerate(compiled.yardstick.terms) if term.name == name)


@pytest.mark.parametrize(
    ("html", "reason"),
    [
        ("<h2>Hydrated lime</h2><p>It is sold in bags by every merchant.</p>", "heading"),
        ("<ul><li>hydrated lime</li></ul>", "no_sentence"),
        ("<p>We bought hydrated lime because hydrated lime was all they had there.</p>", "same_sentence"),
        ("<p>Hydrated lime, putty, sand, brick, joint.</p>", "no_sentence"),
    ],
)
def test_a_use_that_does_not_count_says_why(yardstick: Yardstick, html: str, reason: str) -> None:
    term = replace(yardstick.terms[0], name="hydrated lime", phrases=(("hydrate", "lime"), ("hydrated", "lime")), key="own")
    compiled = CompiledYardstick(replace(yardstick, terms=(*yardstick.terms, term)))
    features = draft_features(compiled, read_draft(html, language="en"))
    found = uncounted_uses(compiled, features)[len(yardstick.terms)]
    assert found[reason, -1] == 1


def test_a_use_inside_a_longer_term_names_it(compiled: CompiledYardstick) -> None:
    lime, mortar = number_of(compiled, "lime mortar"), number_of(compiled, "mortar")
    uses = uses_in_block(compiled, "paragraph", "We filled the joint with a soft lime mortar and then with plain mortar.")
    assert [(use.reason, use.other) for use in uses if use.number == mortar] == [(INSIDE, lime), ("", -1)]
    assert [use.reason for use in uses if use.number == lime] == [""]


def test_every_use_that_is_counted_is_one_that_earns_and_the_rest_has_a_reason(compiled: CompiledYardstick) -> None:
    html = (
        "<h2>Lime mortar</h2><p>The lime mortar goes into the joint. A brick wall wants lime, not cement.</p><ul><li>mortar</li><li>Mortar is mixed by hand in a bucket.</li></ul>"
        + "<p>Rake the joint. We used lime mortar because lime mortar breathes and because mortar is soft.</p>"
    )
    draft = read_draft(html, language="en")
    features = draft_features(compiled, draft)
    counted = [0] * len(compiled.yardstick.terms)
    for block in features.blocks:
        for use in uses_in_block(compiled, block.kind, block.text):
            counted[use.number] += not use.reason
    assert counted == features.terms.astype(int).tolist() and sum(counted) >= 6


def test_an_edit_never_says_that_a_term_is_not_used_where_it_stands_in_a_heading(compiled: CompiledYardstick) -> None:
    draft = read_draft("<h2>Joints and mortars</h2><p>The wall was wet and cold, and nobody knew what to do about it.</p>", language="en")
    found = {
        edit.finding.subject: say_all(edit.finding.messages) for edit in next_edits(draft, compiled) if edit.finding.check == "use_term"
    }
    assert "It is there once" in found["mortar"] and "in a heading" in found["mortar"] and "Not used" not in found["mortar"]


def test_whoever_has_a_term_as_often_as_is_usual_is_asked_for_no_more_in_a_long_text(compiled: CompiledYardstick) -> None:
    term = next(term for term in compiled.yardstick.terms if term.name == "joint")
    filler = "".join(f"<p>On day {n} the weather stayed dry, and nothing else was done than to wait for {n} hours.</p>" for n in range(400))
    uses = naturally(["joint"] * term.low)
    draft = read_draft(filler + uses, language="en")
    assert draft_features(compiled, draft).share < 1.0
    found = {edit.finding.subject_key for edit in next_edits(draft, compiled) if edit.finding.check == "use_term"}
    assert term.key not in found and found


def test_the_sentence_that_is_shown_is_of_the_passage_that_counts(compiled: CompiledYardstick) -> None:
    rake = "Take out the old mortar with a plugging chisel to twice the height of the joint. Brush the dust out of the joints. Leave the back of the joint square."
    html = f"<h2>Weather</h2><p>It rained for a week, and the wall was wet through. Nobody wanted to begin.</p><h2>First steps</h2><p>{rake}</p>"
    features = draft_features(compiled, read_draft(html, language="en"))
    levels = features.figures.levels(len(compiled.subtopic_weight))
    places = best_blocks(compiled, features)
    assert levels.any()
    for number in [number for number, level in enumerate(levels) if level > 0.0]:
        assert evidence_sentence(compiled, features, number) in ("", *features.blocks[places[number]].real_sentences)
    raking = next(number for number, subtopic in enumerate(compiled.yardstick.subtopics) if "old mortar" in subtopic.label)
    assert features.blocks[places[raking]].text == rake and evidence_sentence(compiled, features, raking) in rake
    nothing = draft_features(compiled, read_draft("", language="en"))
    assert (best_blocks(compiled, nothing) == -1).all() and evidence_sentence(compiled, nothing, 0) == ""


def test_what_answers_a_subtopic_too_little_names_the_heading_it_has(compiled: CompiledYardstick) -> None:
    label = compiled.yardstick.subtopics[0].label
    draft = read_draft(
        f"<h2>{label}</h2><p>This is something that everybody knows well enough, and so we say no more of it here today.</p>", language="en"
    )
    found = [say_all(edit.finding.messages) for edit in next_edits(draft, compiled) if edit.finding.check == "answer_subtopic"]
    assert any(f"“{label}” is a heading for it" in text for text in found)


FULL = "An ICC profile describes a device or a colour space, by a few curves and a matrix or by a lookup table."


def test_a_sentence_full_of_terms_that_somebody_would_say_is_not_accused() -> None:
    names = ["ICC profile", "device", "color space", "curve", "matrix", "lookup table"]
    lemmas = [analyse_text(f"This is the {name} here.", "en")[0].lemmas[3:-1] for name in names]
    matcher = PhraseMatcher((tuple(phrase), number) for number, phrase in enumerate(lemmas))
    found = uses_in_sentence(analyse_text(FULL, "en")[0], matcher, "en")
    assert not found.crammed and len(found.counted) == 5 < len(found.matches)  # one other content word carries five
    bare = uses_in_sentence(analyse_text("ICC profile device color space curve is a matrix lookup table there.", "en")[0], matcher, "en")
    assert bare.crammed and not bare.counted


@pytest.mark.parametrize(
    ("language", "term", "way"),
    [
        ("en", "back reference", "backreference"),
        ("en", "limewash", "lime wash"),
        ("en", "wildcard", "wildcards"),
        ("en", "database", "data base"),
        ("de", "paketverwaltung", "paket verwaltung"),
        ("fr", "passeport", "passe port"),
    ],
)
def test_a_term_is_found_in_the_ways_it_may_be_written(language: str, term: str, way: str) -> None:
    found = with_written_ways({term: [tuple(term.split())]}, language)[term]
    assert found[0] == tuple(term.split()) and tuple(way.split()) in found


def test_no_way_of_writing_takes_the_phrase_of_another_term() -> None:
    found = with_written_ways({"back reference": [("back", "reference")], "backreference": [("backreference",)], "lime": [("lime",)]}, "en")
    assert found == {"back reference": [("back", "reference")], "backreference": [("backreference",)], "lime": [("lime",)]}
    assert with_written_ways({"input": [("input",)], "outcome": [("outcome",)]}, "en") == {"input": [("input",)], "outcome": [("outcome",)]}


def test_an_entity_that_is_defined_is_recognised_with_one_word_of_the_subject(compiled: CompiledYardstick) -> None:
    entities = compiled.yardstick.entities
    number = next(
        n for n, (context, _, needed, _) in enumerate(compiled.entity_context) if needed == 2 and context and compiled.entity_weight[n] > 0
    )
    name = entities[number].name
    own = compiled.entity_own[number]
    word = next(lemma for lemma in sorted(compiled.keyword_lemmas) if lemma not in own)
    says, only_names = (
        f"A {name} is a thing that people ask about with {word} in mind.",
        f"We saw {name} on the way home from the sea in June.",
    )
    of_definition = draft_features(compiled, read_draft(f"<p>{says}</p>", language="en"))
    of_mention = draft_features(compiled, read_draft(f"<p>{only_names}</p>", language="en"))
    assert of_definition.recognised[number] == 1 and of_mention.mentioned[number] == 1 and of_mention.recognised[number] == 0
    told = {
        item.subject: say_all(item.reason)
        for item in score(read_draft(f"<p>{only_names}</p>", language="en"), compiled).items_of("entities")
    }
    assert "with too few of the words" in told[name]


def test_pages_far_longer_than_an_article_are_no_plan(yardstick: Yardstick) -> None:
    long = tuple(replace(page, words=10 * MOST_PROPOSED) for page in yardstick.pages)
    assert proposed_words(long) == MOST_PROPOSED and proposed_words(yardstick.pages) < MOST_PROPOSED
    assert yardstick.is_median_proposed and not replace(yardstick, pages=long).is_median_proposed
    assert any(note.code == "note.long_pages" for note in notes_on_set([page.words for page in long]))
    assert not any(note.code == "note.long_pages" for note in notes_on_set([page.words for page in yardstick.pages]))
