"""Next best edits: every single edit with its gain, found by making it on the features and scoring again."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from fundament.core.edits.carriers import context_carrier, plain_carrier
from fundament.core.edits.model import Change, Edit
from fundament.core.language.words import count_words
from fundament.core.reading.model import Block, Image, Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import DraftFeatures, add_block, draft_features
from fundament.core.scoring.points import (
    DESCRIPTION_LENGTH,
    HEADED_AT,
    STRUCTURE_POINTS,
    TITLE_LENGTH,
    points_of,
    structure_target,
    text_credit,
    totals_of,
)
from fundament.core.yardstick.build import keyword_share
from fundament.core.yardstick.model import Subtopic
from fundament.core.yardstick.structure import MEASURES

PASSAGE_WORDS = 25
LEAST_GAIN = 0.005  # points; smaller gains are not worth a line


def next_edits(draft: Reading, compiled: CompiledYardstick) -> list[Edit]:
    """All edits that gain, largest gain first. The gain is exact: what `score` gives after `apply_change` minus before."""
    return edits_for_features(compiled, draft_features(compiled, draft))


def edits_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Edit]:
    """The same from features that are at hand already."""
    before = points_of(compiled, features).total
    possible = list(_possible(compiled, features))
    totals = totals_of(compiled, features, [change_features(compiled, features, change) for *_, change in possible])
    edits = [
        Edit(kind, subject, round(float(total) - before, 4), text, change)
        for (kind, subject, text, change), total in zip(possible, totals, strict=True)
        if total - before >= LEAST_GAIN
    ]
    edits.sort(key=lambda edit: (-edit.gain, edit.kind, edit.subject))
    return edits


def apply_change(draft: Reading, change: Change) -> Reading:
    """The draft with the change made, as a new value. `take_out` has no text of its own and is refused with ValueError."""
    if change.take_out is not None:
        raise ValueError("Which uses to take out is for the writer to choose.")
    added = tuple(Block(kind, level, text) for kind, level, text in change.blocks)
    return replace(
        draft,
        blocks=draft.blocks + added,
        word_count=draft.word_count + sum(count_words(block.text) for block in added),
        title=draft.title if change.title is None else change.title,
        description=draft.description if change.description is None else change.description,
        images=draft.images + (Image("", "alt text"),) * change.images,
    )


def change_features(compiled: CompiledYardstick, features: DraftFeatures, change: Change) -> DraftFeatures:
    """The features after a change."""
    for kind, level, text in change.blocks:
        features = add_block(compiled, features, kind, level, text)
    placement = features.placement
    for zone, new in (("title", change.title), ("description", change.description)):
        if new is not None:
            share = keyword_share(new, compiled.keyword_lemmas, compiled.language)
            placement = {**placement, zone: share, f"{zone}_length": float(len(new))}
    structure = features.structure
    if change.images:
        structure = {**structure, "images": structure["images"] + change.images}
        structure["images_with_alt"] += change.images
    terms = features.terms
    if change.take_out is not None:
        number, fewer = change.take_out
        terms = terms.copy()
        terms[number] -= fewer
    return replace(features, placement=placement, structure=structure, terms=terms)


_Possible = tuple[str, str, str, Change]


def _possible(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    yield from _term_edits(compiled, features)
    yield from _entity_edits(compiled, features)
    yield from _subtopic_edits(compiled, features)
    yield from _zone_edits(compiled, features)
    yield from _structure_edits(compiled, features)


def _times(count: int) -> str:
    return "once" if count == 1 else "twice" if count == 2 else f"{count} times"


def _span(low: float, high: float) -> str:
    return f"{low:g}" if low == high else f"{low:g} to {high:g}"


def _term_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    yardstick = compiled.yardstick
    entity_of = {phrase: number for number, entity in enumerate(yardstick.entities) for phrase in entity.phrases}
    for number in np.flatnonzero(features.terms < compiled.term_low):
        term = yardstick.terms[number]
        count = int(features.terms[number])
        missing = term.low - count
        entity = entity_of.get(term.phrases[0])
        if entity is not None and not features.recognised[entity]:
            sentence = context_carrier(compiled, entity, term.name)
        else:
            sentence = plain_carrier(compiled, term.name)
        text = (
            f"{'Not used' if not count else f'Used {_times(count)}'}; {_span(term.low, term.high)} is usual "
            f"on {term.pages} of {len(yardstick.pages)} competitors. Use it {_times(missing)}{' more' if count else ''}, each in a sentence of its own."
        )
        yield "use_term", term.name, text, Change(blocks=(("paragraph", 0, " ".join([sentence] * missing)),))
    for number in np.flatnonzero(features.terms > compiled.term_ceiling):
        term = yardstick.terms[number]
        fewer = int(features.terms[number]) - term.ceiling
        text = f"Used {int(features.terms[number])} times; {_span(term.low, term.high)} is usual. Take out {fewer}."
        yield "take_out", term.name, text, Change(take_out=(int(number), fewer))


def _entity_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    yardstick = compiled.yardstick
    missing_terms = {yardstick.terms[n].phrases[0] for n in np.flatnonzero(features.terms < compiled.term_low)}
    for number in np.flatnonzero(features.recognised == 0):
        entity = yardstick.entities[number]
        if missing_terms & set(entity.phrases):
            continue  # the edit for the term of the same name does it
        near = ", ".join(entity.context[:4])
        if features.mentioned[number]:
            text = f"The words are there, but nothing near them shows that this is meant. Write of it with {near}."
        else:
            text = f"{entity.pages} of {len(yardstick.pages)} competitors name it ({entity.kind}). Say what it has to do with {near}."
        yield "name_entity", entity.name, text, Change(blocks=(("paragraph", 0, context_carrier(compiled, int(number), entity.name)),))


def _subtopic_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    yardstick = compiled.yardstick
    answered = text_credit(features)
    for number, subtopic in enumerate(yardstick.subtopics):
        headed = features.heading[number] >= HEADED_AT
        heading = ("heading", subtopic.level, subtopic.label)
        passage = ("paragraph", 0, _passage_of(subtopic))
        usual = f"{subtopic.pages} of {len(yardstick.pages)} competitors have a heading for it"
        if headed and answered[number] < 1.0:
            text = "It has a heading, but the text below says little of what the competitors say there. Answer it in a paragraph."
            yield "answer_subtopic", subtopic.label, text, Change(blocks=(passage,))
        elif not headed and answered[number] >= 0.5:
            text = f"{usual}; yours answers it in the text. Give that part an H{subtopic.level}."
            yield "head_subtopic", subtopic.label, text, Change(blocks=(heading,))
        elif not headed:
            text = f"{usual}. Add an H{subtopic.level} with a paragraph that answers it."
            yield "head_subtopic", subtopic.label, text, Change(blocks=(heading, passage))


def _passage_of(subtopic: Subtopic) -> str:
    """The competitors' text the gain is measured with: that below the heading which gave the label, or the longest if it is short."""
    own = next((h.below for h in subtopic.headings if h.text.endswith(subtopic.label)), "")
    longest = max((h.below for h in subtopic.headings), key=lambda below: (len(below.split()), below))
    return own if len(own.split()) >= PASSAGE_WORDS else longest


def _zone_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    keyword = compiled.yardstick.keyword
    shown = keyword[:1].upper() + keyword[1:]
    placement = features.placement
    low, high = TITLE_LENGTH
    if placement["title"] < 1.0 or not low <= placement["title_length"] <= high:
        new = _fitted(shown, f"{shown}: what to know before you begin", low, high)
        what = "There is no title tag" if not placement["title_length"] else f"{placement['title_length']:g} characters"
        if placement["title_length"] and placement["title"] < 1.0:
            what += ", and the keyword is not in it word for word"
        yield (
            "title",
            "title tag",
            f"{what}; {low} to {high} characters with the keyword early are shown whole. Write one.",
            Change(title=new),
        )
    low, high = DESCRIPTION_LENGTH
    if placement["description"] < 1.0 or not low <= placement["description_length"] <= high:
        new = _fitted(shown, f"{shown}: how it is done, what it takes, what it costs and what to look out for on the way.", low, high)
        what = "There is no meta description" if not placement["description_length"] else f"{placement['description_length']:g} characters"
        if placement["description_length"] and placement["description"] < 1.0:
            what += ", and the keyword is not in it word for word"
        text = f"{what}; {low} to {high} characters that hold the keyword are shown whole. Write one."
        yield "description", "meta description", text, Change(description=new)
    if placement["h1"] < 1.0:
        if features.structure["h1"] == 0:
            text = "There is no H1. Add one that holds the keyword."
        else:
            text = "The H1 does not hold the keyword word for word. Put it in."
        yield "h1", "H1", text, Change(blocks=(("heading", 1, shown),))


def _fitted(shortest: str, longer: str, low: int, high: int) -> str:
    """A text with the keyword and, if it can be, of a length that fits."""
    for text in (longer, shortest):
        if low <= len(text) <= high:
            return text
    return shortest if len(shortest) > high else (longer + " ")[:high].rstrip(" ,:")


def _structure_edits(compiled: CompiledYardstick, features: DraftFeatures) -> Iterator[_Possible]:
    values = features.structure
    low, high = structure_target(compiled, "images_with_alt")
    missing = int(low - values["images_with_alt"])
    if missing > 0:
        text = f"{values['images_with_alt']:g} images with alt text; {_span(low, high)} is usual. Add {missing}."
        yield "images", MEASURES["images_with_alt"], text, Change(images=missing)
    if "list_items" in STRUCTURE_POINTS:
        low, high = structure_target(compiled, "list_items")
        missing = int(low - values["list_items"])
        if missing > 0:
            text = f"{values['list_items']:g} list items; {_span(low, high)} is usual. Put {missing} steps or things in a list."
            yield "structure", MEASURES["list_items"], text, Change(blocks=(("list_item", 0, "…"),) * missing)
