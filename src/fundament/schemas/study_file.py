"""A whole study as one file: everything decided, with its keys, and the drafts. Documented in docs/schemas.md; a new field is added with a default, a changed one raises VERSION.

What comes in such a file is hostile until it was checked: every text and number has a bound here, and nothing beyond what is declared is taken.
"""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Any

import msgspec
from msgspec import Meta

VERSION = 2  # 2: pictures of drafts are parts of the file
MOST_ROWS = 20_000  # of any list

Key = Annotated[str, Meta(pattern=r"^[A-Za-z0-9_-]{1,40}\Z")]
NoKey = Annotated[str, Meta(pattern=r"^[A-Za-z0-9_-]{0,40}\Z")]  # or none
Kind = Annotated[str, Meta(pattern=r"^(terms|entities|subtopics)\Z")]
Short = Annotated[str, Meta(max_length=200)]
Line = Annotated[str, Meta(max_length=500)]
Address = Annotated[str, Meta(max_length=4_000)]
Long = Annotated[str, Meta(max_length=20_000)]
Moment = Annotated[datetime, Meta(tz=True)]  # with its time zone: times are compared
Number = Annotated[int, Meta(ge=0, le=1_000_000)]
Said = tuple[Annotated[str, Meta(max_length=80)], dict[str, Any]]  # a message: code and values


class FileOwnEntity(msgspec.Struct, frozen=True):
    """An entity that a person brought."""

    name: Line
    kind: Short
    aliases: Annotated[tuple[Line, ...], Meta(max_length=200)] = ()


class FileHead(msgspec.Struct, frozen=True):
    """The study itself. country, language: ISO codes. planned_words: 0 for the competitors' median. own_entities: brought by a person."""

    keyword: Annotated[str, Meta(min_length=1, max_length=200)]
    country: Annotated[str, Meta(pattern=r"^[a-z]{2}\Z")]
    language: Annotated[str, Meta(pattern=r"^[a-z]{2}\Z")]
    device: Annotated[str, Meta(pattern=r"^(desktop|mobile)\Z")]
    name: Short = ""
    folder: Annotated[str, Meta(max_length=80)] = ""
    depth: Annotated[int, Meta(ge=1, le=30)] = 20
    place: Annotated[str, Meta(max_length=100)] = ""
    as_of: date | None = None
    rework_address: Address = ""
    planned_words: Number = 0
    intent: Long = ""
    due: date | None = None
    own_entities: Annotated[tuple[FileOwnEntity, ...], Meta(max_length=MOST_ROWS)] = ()
    secondary: Annotated[tuple[Short, ...], Meta(max_length=50)] = ()


class FileRanked(msgspec.Struct, frozen=True):
    """An address in a ranking."""

    rank: Annotated[int, Meta(ge=1, le=1_000)]
    url: Address
    title: Long = ""
    snippet: Long = ""


class FileRanking(msgspec.Struct, frozen=True):
    """What ranked on a day. source: "service", "typed" or "files"."""

    source: Annotated[str, Meta(max_length=10)]
    asked_at: Moment
    questions: Annotated[tuple[Line, ...], Meta(max_length=MOST_ROWS)] = ()
    related: Annotated[tuple[Line, ...], Meta(max_length=MOST_ROWS)] = ()
    notes: Annotated[tuple[Said, ...], Meta(max_length=MOST_ROWS)] = ()
    results: Annotated[tuple[FileRanked, ...], Meta(max_length=1_000)] = ()


class FileChoice(msgspec.Struct, frozen=True):
    """Whether a result was kept as a competitor, from when to when, by whom (a name) and why."""

    chosen: bool
    since: Moment
    until: Moment | None = None
    reason: Said | None = None
    by: Short = ""


class FileResult(msgspec.Struct, frozen=True):
    """A ranked address with what was read of it. reading: the name of its analysis in the file, source: the hash of the page as it came; "" where there is none. corrections: key of a block -> whether
    it counts."""

    rank: Annotated[int, Meta(ge=1, le=1_000)]
    url: Address
    state: Annotated[str, Meta(pattern=r"^(read|failed)\Z")]
    title: Long = ""
    snippet: Long = ""
    problem: Said | None = None
    reading: Short = ""
    source: Annotated[str, Meta(max_length=64)] = ""
    chosen: bool = False
    advice: Said | None = None
    choices: Annotated[tuple[FileChoice, ...], Meta(max_length=MOST_ROWS)] = ()
    corrections: dict[Annotated[str, Meta(max_length=40)], bool] = {}


class FileSource(msgspec.Struct, frozen=True):
    """A page as it came; its bytes are in the WARC. hash: SHA-256 of them. url: where they were found in the end."""

    hash: Annotated[str, Meta(pattern=r"^[0-9a-f]{64}\Z")]
    url: Address
    charset: Annotated[str, Meta(max_length=80)] = ""
    fetched_at: Moment | None = None


class FileIdentity(msgspec.Struct, frozen=True):
    """A term, entity or subtopic that has a key, and what it stands for."""

    kind: Kind
    key: Key
    name: Line
    members: Annotated[tuple[Address, ...], Meta(max_length=MOST_ROWS)] = ()
    pages: Annotated[tuple[Address, ...], Meta(max_length=1_000)] = ()
    given_name: Short = ""
    given_kind: Annotated[str, Meta(max_length=40)] = ""


class FileDecision(msgspec.Struct, frozen=True):
    """What was decided on a thing, on a secondary keyword or on a shared statement, by whom (a name) and when."""

    kind: Annotated[str, Meta(pattern=r"^(terms|entities|subtopics|secondary|statements)\Z")]
    key: Key
    action: Annotated[str, Meta(pattern=r"^(kept|dropped|own target|must|may)\Z")]
    low: Number | None = None
    high: Number | None = None
    note: Line = ""
    by: Short = ""
    decided_at: Moment | None = None


class FileAddition(msgspec.Struct, frozen=True):
    """What was added to what competitors have in common, or grouped otherwise."""

    kind: Kind
    what: Annotated[str, Meta(pattern=r"^(own|join|split)\Z")]
    key: Key
    name: Line
    names: Annotated[tuple[Line, ...], Meta(max_length=200)] = ()
    shown_kind: Annotated[str, Meta(max_length=40)] = ""
    others: Annotated[tuple[Key, ...], Meta(max_length=MOST_ROWS)] = ()
    members: Annotated[tuple[Address, ...], Meta(max_length=MOST_ROWS)] = ()
    by: Short = ""


class FileHeading(msgspec.Struct, frozen=True):
    """A heading of the outline, in order. parent: the key of its H2, "" for an H2."""

    key: Key
    heading: Annotated[str, Meta(min_length=1, max_length=300)]
    parent: NoKey = ""
    subtopic: NoKey = ""
    notes: Long = ""
    planned_words: Number = 0
    terms: Annotated[tuple[Key, ...], Meta(max_length=MOST_ROWS)] = ()
    entities: Annotated[tuple[Key, ...], Meta(max_length=MOST_ROWS)] = ()


class FileText(msgspec.Struct, frozen=True):
    """A text: the sheet as the editor's JSON, title tag and meta description."""

    document: dict[str, Any]
    title_tag: Line = ""
    meta_description: Annotated[str, Meta(max_length=2_000)] = ""


class FileRevision(msgspec.Struct, frozen=True):
    """A draft as it was at one time."""

    text: FileText
    version: Annotated[int, Meta(ge=0, le=2_000_000_000)]
    cause: Annotated[str, Meta(pattern=r"^(kept|conflict|before|published)\Z")]
    created_at: Moment
    name: Short = ""


class FileStatement(msgspec.Struct, frozen=True):
    """A person's word on a draft: there already, covered or not, ours, fine, not for this page. target, count, text: see `core.scoring.statements`."""

    kind: Annotated[str, Meta(pattern=r"^(there|covered|not_covered|ours|fine|not_for_page)\Z")]
    target: Annotated[str, Meta(min_length=1, max_length=200)]
    name: Annotated[str, Meta(max_length=200)] = ""
    count: Annotated[int, Meta(ge=0, le=500)] = 0
    text: Annotated[str, Meta(max_length=20_000)] = ""
    by: Annotated[str, Meta(max_length=200)] = ""


class FilePicture(msgspec.Struct, frozen=True):
    """A picture of a draft; its bytes are the part "pictures/HASH". source: as the drafts name it. hash: SHA-256 of the bytes."""

    source: Annotated[str, Meta(pattern=r"^/pictures/[0-9]{1,18}/[0-9a-f]{12}/\Z")]
    hash: Annotated[str, Meta(pattern=r"^[0-9a-f]{64}\Z")]
    name: Annotated[str, Meta(max_length=200)] = ""
    licence: Annotated[str, Meta(max_length=300)] = ""
    credit: Annotated[str, Meta(max_length=300)] = ""


class FileDraft(msgspec.Struct, frozen=True):
    """A draft. total, aim: its score when the file was written, of 100; None where it had none."""

    name: Annotated[str, Meta(min_length=1, max_length=200)]
    text: FileText
    total: float | None = None
    aim: float | None = None
    revisions: Annotated[tuple[FileRevision, ...], Meta(max_length=MOST_ROWS)] = ()
    statements: Annotated[tuple[FileStatement, ...], Meta(max_length=300)] = ()


class StudyFile(msgspec.Struct, frozen=True):
    """The whole. stages: the versions of reading, analysis, consensus and score that made its figures."""

    written_at: Moment
    stages: dict[Short, Short]
    head: FileHead
    rankings: Annotated[tuple[FileRanking, ...], Meta(max_length=200)] = ()
    results: Annotated[tuple[FileResult, ...], Meta(max_length=200)] = ()
    sources: Annotated[tuple[FileSource, ...], Meta(max_length=400)] = ()
    identities: Annotated[tuple[FileIdentity, ...], Meta(max_length=MOST_ROWS)] = ()
    decisions: Annotated[tuple[FileDecision, ...], Meta(max_length=MOST_ROWS)] = ()
    additions: Annotated[tuple[FileAddition, ...], Meta(max_length=MOST_ROWS)] = ()
    outline: Annotated[tuple[FileHeading, ...], Meta(max_length=200)] = ()
    drafts: Annotated[tuple[FileDraft, ...], Meta(max_length=200)] = ()
    pictures: Annotated[tuple[FilePicture, ...], Meta(max_length=2_000)] = ()
    version: int = VERSION


class Version(msgspec.Struct, frozen=True):
    """What is looked at first of a file of whatever version."""

    version: int


def to_json(study: StudyFile) -> bytes:
    """The study as JSON, indented so that a person can read it."""
    return msgspec.json.format(msgspec.json.encode(study), indent=1)


def from_json(content: bytes) -> StudyFile:
    """The study again. Raises msgspec.ValidationError for what is none; a later version's is one whose `version_of` is greater."""
    return msgspec.json.decode(content, type=StudyFile)


def version_of(content: bytes) -> int:
    """The version of a file. Raises msgspec.ValidationError."""
    return msgspec.json.decode(content, type=Version).version
