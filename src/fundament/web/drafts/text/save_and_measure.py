"""A text saved, then measured when it is its turn."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.measuring import Measured, later, measure, measure_stored, note_score
from fundament.web.drafts.measuring.stating import statements_on
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.measuring.turns import turns
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import saving
from fundament.web.drafts.text.saving import Saved


@dataclass(frozen=True)
class SavedAndMeasured:
    """saved: what became of the text. measured: of the text that came; `is_later` when it was not its turn. is_whole: whether its edits and single points were worked out."""

    saved: Saved
    measured: Measured
    is_whole: bool


def save_and_measure(actor: Actor, draft_id: int, text: Text, base_version: int, *, over: bool, quick: bool) -> SavedAndMeasured:
    """Save a text; from there on it is safe, whatever becomes of its measurement. quick: without edits, unless it is not the stored text, for nobody could ask for them later. Raises as `saving.save` does."""
    saved = saving.save(actor, draft_id, text, base_version, over=over)
    is_whole, person = not quick or saved.conflict, actor.number
    with turns.of(draft_id, person) as has_turn:
        measured = later(saved.draft.words)
        if has_turn:
            measured = measure(
                saved.draft.measured_by, text, person=person, page=saved.draft.page_id, stamp=saved.draft.figures_stamp, with_edits=is_whole, with_items=is_whole,
                statements=statements_on(saved.draft),
            )  # fmt: skip
    if has_turn and not saved.conflict:
        note_score(saved.draft, measured, saved.version)
    return SavedAndMeasured(saved, measured, is_whole)


def measured_in_turn(actor: Actor, draft: Draft, *, with_items: bool = True, note: bool = False) -> Measured:
    """The stored text, measured when it is its turn, else `is_later`. note: write its score down."""
    person = actor.number
    with turns.of(draft.pk, person) as has_turn:
        measured = measure_stored(draft, person=person, with_items=with_items) if has_turn else later(draft.words)
    if has_turn and note:
        note_score(draft, measured, draft.version)
    return measured
