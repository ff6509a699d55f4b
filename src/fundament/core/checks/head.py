"""Title tag, meta description and H1."""

from __future__ import annotations

from collections.abc import Iterator

from fundament.core.checks.model import Change, Check, Context, Finding
from fundament.core.message import Message, message
from fundament.core.scoring.features import Splice
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH


class TitleTag(Check):
    """A title tag that lacks the keyword or is too short or long."""

    id, family, part = "title", "title and description", "placement"

    def run(self, context: Context) -> Iterator[Finding]:
        placement = context.features.placement
        low, high = TITLE_LENGTH
        if placement["title"] < 1.0 or not low <= placement["title_length"] <= high:
            shown = _shown(context)
            new = fitted(shown, f"{shown}: what to know before you begin", low, high)
            words = _what_is(placement, "title"), message("check.title", target=[low, high])
            yield self.found("title", "", *words, change=Change(title=new))


class MetaDescription(Check):
    """A meta description that lacks the keyword or is too short or long."""

    id, family, part = "description", "title and description", "placement"

    def run(self, context: Context) -> Iterator[Finding]:
        placement = context.features.placement
        low, high = DESCRIPTION_LENGTH
        if placement["description"] < 1.0 or not low <= placement["description_length"] <= high:
            shown = _shown(context)
            new = fitted(shown, f"{shown}: how it is done, what it takes, what it costs and what to look out for on the way.", low, high)
            words = _what_is(placement, "description"), message("check.description", target=[low, high])
            yield self.found("description", "", *words, change=Change(description=new))


class MainHeading(Check):
    """An H1 that is not there, or does not hold the keyword word for word."""

    id, family, part = "h1", "placement", "placement"

    def run(self, context: Context) -> Iterator[Finding]:
        features = context.features
        if features.placement["h1"] >= 1.0:
            return
        heading = (("heading", 1, _shown(context)),)
        if features.structure["h1"] == 0:
            yield self.found("h1", "", message("check.h1.none"), change=Change(splices=(Splice(0, 0, heading),)))
            return
        place = next(n for n, block in enumerate(features.blocks) if block.is_heading and block.level == 1)
        yield self.found("h1", "", message("check.h1.without"), change=Change(splices=(Splice(place, 1, heading),)), block=place)


def _shown(context: Context) -> str:
    keyword = context.compiled.yardstick.keyword
    return keyword[:1].upper() + keyword[1:]


def _what_is(placement: dict[str, float], zone: str) -> Message:
    characters = placement[f"{zone}_length"]
    if not characters:
        return message(f"check.{zone}.none")
    return message("check.length_without" if placement[zone] < 1.0 else "check.length", characters=characters)


def fitted(shortest: str, longer: str, low: int, high: int) -> str:
    """A text with the keyword and, if it can be, of a length that fits."""
    for text in (longer, shortest):
        if low <= len(text) <= high:
            return text
    return shortest if len(shortest) > high else (longer + " ")[:high].rstrip(" ,:")


CHECKS = (TitleTag(), MetaDescription(), MainHeading())
