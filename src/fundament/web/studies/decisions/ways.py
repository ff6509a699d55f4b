"""What can be decided on a term, entity, subtopic, secondary keyword or shared statement, declared once: the buttons, their keys and what each does follow from it."""

from __future__ import annotations

from dataclasses import dataclass

from fundament.messages import label


@dataclass(frozen=True)
class Way:
    """action: as the decision is stored. key: of the keyboard."""

    action: str
    key: str

    @property
    def label(self) -> str:
        """On its button."""
        return label(f"decide.{self.action}")

    @property
    def state(self) -> str:
        """What holds once it is chosen, where one chooses from a list."""
        return label(f"action.{self.action}")

    @property
    def help(self) -> str:
        """What it does."""
        return label(f"decide.{self.action}.help")


_KEEP, _DROP, _MUST, _MAY, _BACK = (
    Way("kept", "k"), Way("dropped", "d"), Way("must", "m"), Way("may", "y"), Way("as proposed", "p"),
)  # fmt: skip
WAYS = {
    "terms": (_KEEP, _DROP, _BACK),
    "entities": (_KEEP, _DROP, _BACK),
    "secondary": (_MUST, _MAY, _DROP, _BACK),
    "subtopics": (_MUST, _MAY, _KEEP, _DROP, _BACK),
    "statements": (_KEEP, _DROP, _BACK),
}
SCREENS = {
    "terms": "terms",
    "entities": "entities",
    "subtopics": "outline",
    "secondary": "yardstick",
    "statements": "plan",
}  # where each kind is decided on
