"""A study's plan, as it is handed to a writer. Documented in docs/schemas.md; a new field is added with a default, a changed one raises VERSION."""

from __future__ import annotations

import msgspec

VERSION = 1


class Market(msgspec.Struct, frozen=True):
    """country, language: ISO codes with the name beside. device: "desktop" or "mobile". place: within the country, "" for all of it. results_of: the earlier day whose results were asked for, "" for
    those of the day they were asked on."""

    country: str
    country_name: str
    language: str
    language_name: str
    device: str
    place: str = ""
    results_of: str = ""


class PlannedTerm(msgspec.Struct, frozen=True):
    """A term with its target in uses at the planned length. weight: share of 100. decision: "" or what was decided on it."""

    key: str
    name: str
    low: int
    high: int
    ceiling: int
    weight: float
    pages: int
    decision: str = ""
    note: str = ""


class PlannedEntity(msgspec.Struct, frozen=True):
    """An entity that the text should be about. weight: share of 100."""

    key: str
    name: str
    kind: str
    weight: float
    pages: int
    context: tuple[str, ...] = ()
    decision: str = ""
    note: str = ""


class PlannedSection(msgspec.Struct, frozen=True):
    """A heading of the outline. level: 2 or 3. words: 0 where none are planned. terms, entities: names of what is meant for it. pages: competitors that head its subtopic."""

    key: str
    level: int
    heading: str
    notes: str
    words: int
    terms: tuple[str, ...]
    entities: tuple[str, ...]
    subtopic: str = ""
    pages: int = 0


class PlannedKeyword(msgspec.Struct, frozen=True):
    """A secondary keyword. whole, in_part, headed: on how many competitors. volume: searches a month, where it is known."""

    phrase: str
    whole: int
    in_part: int
    headed: int
    volume: int | None = None


class PlannedStatement(msgspec.Struct, frozen=True):
    """What several competitors say, each in its own words. stated: (address, sentence, its figures) of each, the sentence most like the others first."""

    key: str
    text: str
    pages: int
    stated: tuple[tuple[str, str, tuple[str, ...]], ...]
    decision: str = ""


class PlannedQuestion(msgspec.Struct, frozen=True):
    """A question people ask. answered: on how many competitors it stands."""

    text: str
    answered: int


class PlannedCompetitor(msgspec.Struct, frozen=True):
    """One of the compared pages."""

    rank: int
    url: str
    title: str
    words: int
    score: float | None


class PlannedMeasure(msgspec.Struct, frozen=True):
    """A measure of structure over the competitors: the middle half, and the median."""

    key: str
    name: str
    p25: float
    median: float
    p75: float


class TitleAdvice(msgspec.Struct, frozen=True):
    """Lengths in characters. shared: words that competitors' title tags share, with the number of titles."""

    title: tuple[int, int]
    description: tuple[int, int]
    usual_title: int
    shared: tuple[tuple[str, int], ...]


class Plan(msgspec.Struct, frozen=True):
    """The whole. aim, enough: of 100; None where there are too few competitors. made_at: ISO 8601."""

    study: str
    keyword: str
    workspace: str
    market: Market
    made_at: str
    planned_words: int
    words: tuple[int, int]
    aim: float | None
    enough: float | None
    intent: str
    assignee: str
    due: str
    secondary: tuple[PlannedKeyword, ...]
    sections: tuple[PlannedSection, ...]
    terms: tuple[PlannedTerm, ...]
    entities: tuple[PlannedEntity, ...]
    questions: tuple[PlannedQuestion, ...]
    related: tuple[str, ...]
    structure: tuple[PlannedMeasure, ...]
    head: TitleAdvice
    competitors: tuple[PlannedCompetitor, ...]
    version: int = VERSION
    statements: tuple[PlannedStatement, ...] = ()


def to_json(plan: Plan) -> bytes:
    """The plan as JSON, indented so that a person can read it."""
    return msgspec.json.format(msgspec.json.encode(plan), indent=2)


def from_json(content: bytes) -> Plan:
    """The plan again. Raises msgspec.ValidationError for what is none."""
    return msgspec.json.decode(content, type=Plan)
