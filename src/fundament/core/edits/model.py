"""A thing to do to a text, with what the score gains by it."""

from __future__ import annotations

from dataclasses import dataclass

EDIT_KINDS = {
    "use_term": "Use a term",
    "name_entity": "Name an entity",
    "head_subtopic": "Head a subtopic",
    "answer_subtopic": "Answer a subtopic",
    "take_out": "Take some out",
    "title": "Title tag",
    "description": "Meta description",
    "h1": "Main heading",
    "images": "Images",
    "structure": "Length and structure",
}


@dataclass(frozen=True)
class Change:
    """What exactly is done when the gain is worked out.

    blocks: (kind, level, text) put at the end of the text. title, description: their new text (None: unchanged).
    images: so many images with alt text more. take_out: (term number, uses fewer).
    """

    blocks: tuple[tuple[str, int, str], ...] = ()
    title: str | None = None
    description: str | None = None
    images: int = 0
    take_out: tuple[int, int] | None = None


@dataclass(frozen=True)
class Edit:
    """gain: points of the score, 0..100 scale. text: what is, what is usual, what to do. change: how the gain was measured."""

    kind: str
    subject: str
    gain: float
    text: str
    change: Change

    @property
    def part(self) -> str:
        """The part of the score whose item the subject is, or ""."""
        return {
            "use_term": "terms",
            "take_out": "terms",
            "name_entity": "entities",
            "head_subtopic": "subtopics",
            "answer_subtopic": "subtopics",
        }.get(self.kind, "")
