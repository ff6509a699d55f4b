"""Revisions beside one another, revisions with a name, and the curve of a draft's score."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from fundament.core.documents.difference import Passage, differences
from fundament.core.documents.merging import Stretch, merged, side_by_side
from fundament.core.scoring.model import Score
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.drafts.measuring.measuring import measure
from fundament.web.drafts.measuring.stating import statements_on
from fundament.web.drafts.measuring.texts import Text, text_of
from fundament.web.drafts.models import Draft, Revision, ScorePoint
from fundament.web.drafts.text.saving import keep, put_in_place, scored
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.typed import one_line

NOW = "now"  # in the place of a revision's number: the text as it is
SAME_POINTS = 0.05
MOST_STEPS = 400


@dataclass(frozen=True)
class Version:
    """A text at one time. number: of the revision, NOW for the text as it is. score: against the figures of today."""

    number: str
    at: datetime
    name: str
    text: Text
    score: Score | None


@dataclass(frozen=True)
class Compared:
    """Two versions, the earlier first. parts: (name, points before, after, most)."""

    before: Version
    after: Version
    passages: list[Passage]
    parts: list[tuple[str, float, float, float]]


@dataclass(frozen=True)
class Step:
    """A point of the curve. cause: "text", "competitors" (or what was decided), "program", or "first"."""

    at: datetime
    total: float
    aim: float
    enough: float
    words: int
    change: float
    cause: str


def keep_named(actor: Actor, draft_id: int, name: str) -> Revision:
    """Keep the text as it is now under a name. Raises ApplicationError."""
    draft = get_for(actor, "draft.write", Draft.objects.all(), pk=draft_id)
    name = one_line(name)
    if not name or len(name) > 200:
        raise ApplicationError("error.name", most=200)
    return keep(actor, draft, text_of(draft), "kept", name=name)


def compare_versions(actor: Actor, draft_id: int, one: str, other: str) -> Compared:
    """Two versions of a draft beside one another, both measured against the figures of today. one, other: a revision's number, NOW, or "" for the newest revision. Raises NotFoundError."""
    draft = get_for(actor, "draft.see", Draft.objects.select_related("study"), pk=draft_id)
    newest = str(draft.revisions.values_list("pk", flat=True).first() or NOW)
    one, other = one or newest, other or newest
    before, after = sorted(
        (_version(actor, draft, one), _version(actor, draft, other)), key=lambda version: (version.number == NOW, version.at)
    )
    parts = []
    if before.score is not None and after.score is not None:
        parts = [
            (was.name, was.points, now.points, now.max) for was, now in zip(before.score.shown_parts, after.score.shown_parts, strict=True)
        ]
    return Compared(before, after, differences(before.text.document, after.text.document), parts)


def _version(actor: Actor, draft: Draft, number: str) -> Version:
    if number == NOW:
        name, at, text = "", draft.updated_at, text_of(draft)
    else:
        revision = draft.revisions.filter(pk=int(number)).first() if number.isascii() and number.isdecimal() and len(number) < 18 else None
        if revision is None:
            raise NotFoundError("error.not_found")
        name, at, text = revision.name, revision.created_at, text_of(revision)
    person = actor.number
    measured = measure(
        draft.measured_by, text, person=person, page=draft.page_id, with_edits=False, with_items=False, statements=statements_on(draft)
    )
    return Version(number, at, name, text, measured.score)


def curve_of(draft: Draft) -> list[Step]:
    """The last points of a draft's score and the score as it is noted now, the earliest first, each with what moved it: another text, other figures, or another version of the program."""
    points = list(draft.score_points.order_by("-measured_at", "-id")[:MOST_STEPS])[::-1]
    if points and draft.score is not None:  # points are noted once a minute of writing
        noted = draft.score
        points.append(
            ScorePoint(
                draft=draft, version=draft.version, core_version=noted["version"], total=noted["total"], aim=noted["aim"], enough=noted["enough"],
                words=draft.words, measured_at=draft.updated_at,
            )
        )  # fmt: skip
    found: list[Step] = []
    before: ScorePoint | None = None
    for point in points:
        change = round(round(point.total, 1) - round(before.total, 1), 1) if before is not None else 0.0  # of what is shown
        if before is None:
            cause = "first"
        elif abs(change) < SAME_POINTS and point.aim == before.aim:
            continue
        elif point.core_version != before.core_version:
            cause = "program"
        else:
            cause = "text" if point.version != before.version else "competitors"
        found.append(Step(point.measured_at, point.total, point.aim, point.enough, point.words, change, cause))
        before = point
    return found


def sides_of(actor: Actor, draft_id: int, revision_id: int) -> tuple[Draft, Revision, list[Stretch]]:
    """The stored text and a revision of it side by side. Raises NotFoundError."""
    draft = get_for(actor, "draft.see", Draft.objects.select_related("study"), pk=draft_id)
    revision = draft.revisions.filter(pk=revision_id).first()
    if revision is None:
        raise NotFoundError("error.not_found")
    return draft, revision, side_by_side(text_of(draft).document, text_of(revision).document)


def merge(actor: Actor, draft_id: int, revision_id: int, version: int, choices: Mapping[int, str]) -> Draft:
    """Make one text of the stored one and a revision. version: the stored one that was shown; a newer one is not merged unseen. Both texts stay as revisions. Raises NotFoundError, ApplicationError."""
    with transaction.atomic():
        draft = get_for(actor, "draft.write", Draft.objects.select_for_update(of=("self",)), pk=draft_id)
        if draft.version != version:
            raise ApplicationError("error.merge_old")
        _, revision, stretches = sides_of(actor, draft_id, revision_id)
        title, description = draft.title_tag or revision.title_tag, draft.meta_description or revision.meta_description
        put_in_place(actor, draft, Text(merged(stretches, choices), title, description))
    return scored(draft)
