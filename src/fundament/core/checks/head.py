"""Title tag, meta description and H1."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import TO_THE_LETTER, Change, Check, Context, Finding
from fundament.core.message import Message, message
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH


class TitleTag(Check):
    """A title tag that lacks the keyword or is too short or long."""

    id, part = "title", "placement"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        placement = context.features.placement
        low, high = TITLE_LENGTH
        if placement["title"] < 1.0 or not low <= placement["title_length"] <= high:
            words = _what_is(placement, "title"), message("check.title", target=[low, high])
            yield self.found("title", "", *words, change=_well_made("title"))


class MetaDescription(Check):
    """A meta description that lacks the keyword or is too short or long."""

    id, part = "description", "placement"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        placement = context.features.placement
        low, high = DESCRIPTION_LENGTH
        if placement["description"] < 1.0 or not low <= placement["description_length"] <= high:
            words = _what_is(placement, "description"), message("check.description", target=[low, high])
            yield self.found("description", "", *words, change=_well_made("description"))


class MainHeading(Check):
    """An H1 that is not there, or does not hold the keyword word for word."""

    id, part = "h1", "placement"
    shares = TO_THE_LETTER

    def run(self, context: Context) -> Iterator[Finding]:
        features = context.features
        if features.placement["h1"] >= 1.0:
            return
        if features.structure["h1"] == 0:
            yield self.found("h1", "", message("check.h1.none"), change=Change(placement=(("h1", 1.0),)))
            return
        place = next(n for n, block in enumerate(features.blocks) if block.is_heading and block.level == 1)
        yield self.found("h1", "", message("check.h1.without"), change=Change(placement=(("h1", 1.0),)), block=place)


def _well_made(zone: str) -> Change:
    return Change(placement=((zone, 1.0), (f"{zone}_length", 1.0)))


def _what_is(placement: dict[str, float], zone: str) -> Message:
    characters = placement[f"{zone}_length"]
    if not characters:
        return message(f"check.{zone}.none")
    return message("check.length_without" if placement[zone] < 1.0 else "check.length", characters=characters)


CHECKS = (TitleTag(), MetaDescription(), MainHeading())
