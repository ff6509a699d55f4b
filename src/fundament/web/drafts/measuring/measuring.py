"""Measuring texts: scores, edits, findings. Who measures when, see `turns`."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import partial
from typing import Any
from uuid import UUID

from django.utils import timezone

from fundament.core.checks.model import Finding
from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import findings_for_features, for_this_page, measured
from fundament.core.message import Message, message
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.model import Score
from fundament.core.scoring.score import score_with
from fundament.core.scoring.statements import NO_STATEMENTS, Statements
from fundament.core.version import CORE_VERSION
from fundament.web.drafts.measuring.exemptions import exemptions_of
from fundament.web.drafts.measuring.seeing import measured_with
from fundament.web.drafts.measuring.stating import statements_on
from fundament.web.drafts.measuring.texts import Text, text_of
from fundament.web.drafts.measuring.turns import alone
from fundament.web.drafts.models import Draft, ScorePoint
from fundament.web.studies.figures.yardsticks import compiled_of, yardstick_without
from fundament.web.studies.models import CurrentConsensus, Study

MOST_WORDS = 40_000  # a longer text is kept, but not scored while one types
SAME_SCORE = 0.005  # points
POINT_EVERY = timedelta(minutes=1)  # of writing: the curve of a draft needs no more


@dataclass(frozen=True)
class Measured:
    """A text measured: its score, the edits, what else was found, and why not when there is no score."""

    words: int
    score: Score | None = None
    edits: tuple[Edit, ...] = ()
    findings: tuple[Finding, ...] = ()  # those without a gain
    problem: Message | None = None
    reading: Reading | None = None
    compiled: CompiledYardstick | None = None
    features: DraftFeatures | None = None
    statements: Statements = NO_STATEMENTS
    is_later: bool = False  # not measured yet; to be asked for again


def measure(
    study_id: int, text: Text, *, person: int = 0, page: int | None = None, stamp: UUID | None = None, with_edits: bool = True,
    with_items: bool = True, statements: Statements = NO_STATEMENTS,
) -> Measured:  # fmt: skip
    """Score a text against a study's yardstick and find its next best edits.

    person: on whose turn. page: the page that the text reworks, by number. stamp: of the study's figures, where whoever asks has read it already.
    with_edits, with_items: False leaves out the edits, or the single points of the score; together they are most of the work, and whoever types on sees
    neither. said: words of a person on it.
    """
    with alone(person, text.characters):
        compiled = compiled_of(study_id, stamp)
        if compiled is None:
            reading = text.reading("")
            making = Study.objects.filter(pk=study_id).exclude(figures="").exists()
            return Measured(
                reading.word_count, problem=message("draft.figures_missing" if making else "draft.no_competitor"), reading=reading
            )
        reading = text.reading(compiled.language, counted=False)
        if sum([len(block.text) for block in reading.blocks]) > 2 * MOST_WORDS:  # with fewer characters there cannot be too many words
            words = text.reading(compiled.language).word_count
            if words > MOST_WORDS:
                return Measured(words, problem=message("draft.too_long", words=words, most=MOST_WORDS), reading=reading)
        features, score = score_with(
            compiled,
            reading,
            statements,
            exemptions_of(page, compiled),
            with_items=with_items,
            without=partial(yardstick_without, study_id, compiled),
        )
        if not with_edits:
            return Measured(score.words, score, reading=reading, compiled=compiled, features=features, statements=statements)
        findings = for_this_page(findings_for_features(compiled, features), statements)
        edits = tuple(measured(compiled, features, findings))
        plain = tuple(finding for finding in findings if finding.change is None)
        return Measured(score.words, score, edits, plain, reading=reading, compiled=compiled, features=features, statements=statements)


def measure_stored(draft: Draft, *, person: int = 0, with_items: bool = True) -> Measured:
    """Measure the text that is stored: its score and its edits. with_items: with every point of the score."""
    return _measure_stored(draft, person=person, with_items=with_items)


def score_stored(draft: Draft, *, person: int = 0) -> Measured:
    """The score alone of the text that is stored, for lists and curves."""
    return _measure_stored(draft, person=person, with_edits=False, with_items=False)


def points_without_words(draft: Draft) -> Measured:
    """The score of the stored text with every point of it, as it stands by itself, whatever people said of it."""
    return _measure_stored(draft, with_edits=False, statements=NO_STATEMENTS)


def _measure_stored(
    draft: Draft, *, person: int = 0, with_edits: bool = True, with_items: bool = True, statements: Statements | None = None
) -> Measured:
    return measure(
        draft.measured_by, text_of(draft), person=person, page=draft.page_id, stamp=draft.figures_stamp, with_edits=with_edits,
        with_items=with_items, statements=statements_on(draft) if statements is None else statements,
    )  # fmt: skip


def used_terms(study_id: int) -> frozenset[str] | None:
    """The keys of the terms that the last changed draft of a study uses; None where there is no draft, or nothing to measure it with."""
    draft = measured_with(study_id).first()
    found = score_stored(draft) if draft is not None else None
    if found is None or found.features is None or found.compiled is None:
        return None
    terms = found.compiled.yardstick.terms
    return frozenset(term.key for term, count in zip(terms, found.features.all_terms, strict=True) if count)


def later(words: int) -> Measured:
    """A text whose measurement is to be asked for again: a newer one of it came, or others of the same person are under way."""
    return Measured(words, problem=message("draft.measured_later"), is_later=True)


def note_score(draft: Draft, measured: Measured, version: int) -> None:
    """Note a score for lists, and as a point of the draft's curve, once a minute of writing or when the aim has moved. A score of an older text never goes over
    that of a newer one. draft: as it was read; its score there tells when the last point was."""
    score = measured.score
    if score is None:
        Draft.objects.filter(pk=draft.pk, version=version).update(words=measured.words, score=None)
        return
    point = (draft.score or {}).get("point")
    is_due = not _is_as_at(point, score)
    noted = {
        "total": round(score.total, 2), "version": CORE_VERSION, "aim": score.aim, "enough": score.enough, "is_aim_firm": score.is_aim_firm, "is_enough": score.is_enough,
        "on_word": round(score.on_word, 2), "excused": round(score.excused, 2),
        "as_proposed": {"total": round(score.as_proposed.total, 2), "aim": score.as_proposed.aim} if score.as_proposed else None,
        "parts": [{"name": p.name, "points": round(p.points, 3), "max": p.max} for p in score.parts],
        "point": [score.total, score.aim, CORE_VERSION, timezone.now().isoformat()] if is_due else point,
    }  # fmt: skip
    changed = Draft.objects.filter(pk=draft.pk, version=version).update(words=measured.words, score=noted)
    if not changed or not is_due:
        return
    current = CurrentConsensus.objects.filter(study_id=draft.measured_by).only("consensus_id", "extended_id").first()
    consensus = (current.extended_id or current.consensus_id) if current else None
    ScorePoint.objects.create(
        draft_id=draft.pk, version=version, consensus_id=consensus, core_version=CORE_VERSION, total=score.total, aim=score.aim,
        enough=score.enough, parts=noted["parts"], words=measured.words,
    )  # fmt: skip


def _is_as_at(point: Any, score: Score) -> bool:
    """Whether the draft's last point tells enough of a score: the same aim, and the same score or hardly a minute old."""
    if not point:
        return False
    total, aim, version, at = point
    if (aim, version) != (score.aim, CORE_VERSION):
        return False
    return abs(total - score.total) < SAME_SCORE or timezone.now() - datetime.fromisoformat(at) < POINT_EVERY


def score_again(study_id: int) -> None:
    """Score all drafts that are measured against a study anew, after its figures changed; safe to run again."""
    for draft in measured_with(study_id):
        note_score(draft, score_stored(draft), draft.version)
