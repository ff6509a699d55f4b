"""The parts of the score, each declared once: its key, and its points of 100. Panels, drawings and exports follow this; names are in `fundament.messages`."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class ScorePart:
    """key: stable. points: of 100, when every part has something in it. has_subjects: its items are terms, entities or subtopics, which have identities of
    their own; otherwise they are measures or places, which the parts of the code declare. has_range: its items have a range that can be drawn. states: the
    words for how its items stand, from what is in order to what is lacking."""

    key: str
    points: float
    has_subjects: bool
    has_range: bool
    states: tuple[str, ...]


COUNT_STATES = ("above", "within", "below", "absent")
PARTS = (
    ScorePart("terms", 40.0, True, True, COUNT_STATES),
    ScorePart("entities", 20.0, True, False, ("recognised", "only mentioned", "absent")),
    ScorePart("subtopics", 20.0, True, False, ("headed", "covered", "perhaps covered", "absent")),
    ScorePart("structure", 10.0, False, True, COUNT_STATES),
    ScorePart("placement", 10.0, False, False, COUNT_STATES),
)
PART = {part.key: part for part in PARTS}
PART_WEIGHTS = {part.key: part.points for part in PARTS}
