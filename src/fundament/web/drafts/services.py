"""Writing, saving and measuring drafts. Nothing a person wrote is ever thrown away here."""

from __future__ import annotations

import html as entities
from dataclasses import dataclass
from datetime import timedelta

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.utils import timezone

from fundament.core.edits.model import Edit
from fundament.core.edits.next_edits import edits_for_features
from fundament.core.reading.model import Block
from fundament.core.reading.model import Reading as CoreReading
from fundament.core.reading.read_draft import read_draft
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.features import draft_features
from fundament.core.scoring.model import Score
from fundament.core.scoring.score import score_features
from fundament.web.drafts.cleaning import clean_html
from fundament.web.drafts.models import Draft, Revision
from fundament.web.studies.models import Study
from fundament.web.studies.yardsticks import compiled_of

KEEP_EVERY = timedelta(minutes=10)
MOST_WORDS = 40_000  # a longer text is kept, but not scored while one types


@dataclass(frozen=True)
class Text:
    """What a person writes: the sheet, the title tag and the meta description."""

    html: str
    title_tag: str = ""
    meta_description: str = ""

    def cleaned(self) -> Text:
        """The same, safe and within the lengths that are stored."""
        return Text(
            clean_html(self.html),
            " ".join(self.title_tag.replace("\x00", "").split())[:500],
            " ".join(self.meta_description.replace("\x00", "").split())[:2000],
        )


@dataclass(frozen=True)
class Saved:
    """What became of a save. conflict: a newer text was there, and the one that came was kept as a revision."""

    version: int
    conflict: bool
    revision: int | None = None


@dataclass(frozen=True)
class Measured:
    """A draft measured: its score, the edits, and why not when there is no score."""

    words: int
    score: Score | None
    edits: tuple[Edit, ...]
    problem: str = ""
    reading: CoreReading | None = None
    compiled: CompiledYardstick | None = None


def create_draft(
    study: Study, user: AbstractBaseUser | None, *, name: str, html: str = "", title_tag: str = "", meta_description: str = ""
) -> Draft:
    """A new draft of a study, scored once so that lists can show it."""
    text = Text(html, title_tag, meta_description).cleaned()
    draft = Draft.objects.create(
        study=study, created_by=user, name=name.strip()[:200] or "Untitled draft", html=text.html, title_tag=text.title_tag,
        meta_description=text.meta_description,
    )  # fmt: skip
    _note_score(draft, measure(study.pk, study.language, text, with_edits=False, with_items=False))
    return draft


# What every pause in typing and every rest ask, in one query as plain SQL: building this one with the object mapper takes three times as long as the
# database takes to answer it.
_FOR_MEASURING = """
    SELECT draft.id, draft.study_id, draft.html, draft.title_tag, draft.meta_description, draft.version,
        study.language, yardstick.number AS yardstick_number,
        (SELECT max(created_at) FROM drafts_revision WHERE draft_id = draft.id AND reason = 'kept') AS kept_at
    FROM drafts_draft AS draft
    JOIN studies_study AS study ON study.id = draft.study_id
    LEFT JOIN studies_yardstickrecord AS yardstick ON yardstick.study_id = study.id
    WHERE draft.id = %s AND study.workspace_id = (SELECT workspace_id FROM accounts_membership WHERE user_id = %s ORDER BY id LIMIT 1)
"""


def draft_for_measuring(draft_id: int, user: AbstractBaseUser, *, locked: bool = False) -> Draft:
    """A draft of the person's workspace with what saving and measuring need: beside its text the study's `language`, the `yardstick_number`, and
    `kept_at`, when a revision was kept last. locked: nobody else changes it until the transaction ends. Raises Draft.DoesNotExist."""
    found = Draft.objects.raw(_FOR_MEASURING + ("FOR UPDATE OF draft" if locked else ""), [draft_id, user.pk])
    for draft in found:
        return draft
    raise Draft.DoesNotExist


def save_text(draft: Draft, text: Text, base_version: int, user: AbstractBaseUser, *, over: bool = False) -> Saved:
    """Save a text that was written on top of `base_version`. draft: from `draft_for_measuring`, locked, in the same transaction.

    When the stored text is newer, it is left as it is and the text that came is kept as a revision of its own.
    text: cleaned. over: the person decided to go on with this text although another was there; that one is kept as a revision.
    """
    stored = _text_of(draft)
    if stored == text:
        return Saved(draft.version, conflict=False)
    if draft.version != base_version:
        latest = draft.revisions.filter(reason="conflict", created_by=user).first()
        if latest is not None and latest.version == base_version and timezone.now() - latest.created_at < KEEP_EVERY:
            # the same person goes on typing in the same old tab: one revision holds the newest of it
            _fill(latest, text)
            latest.save()
            return Saved(draft.version, conflict=True, revision=latest.pk)
        kept = _keep(draft, text, "conflict", user, base_version)
        return Saved(draft.version, conflict=True, revision=kept.pk)
    if over:
        _keep(draft, stored, "before", user, draft.version)
    elif draft.kept_at is None or timezone.now() - draft.kept_at > KEEP_EVERY:
        _keep(draft, stored, "kept", user, draft.version)
    draft.html, draft.title_tag, draft.meta_description = text.html, text.title_tag, text.meta_description
    draft.version += 1
    draft.save(update_fields=["html", "title_tag", "meta_description", "version", "updated_at"])
    return Saved(draft.version, conflict=False)


def take_over(draft: Draft, revision: Revision, user: AbstractBaseUser | None) -> None:
    """Make a revision the draft's text; the text that was there is kept as a revision."""
    with transaction.atomic():
        draft = Draft.objects.select_for_update().get(pk=draft.pk)
        _keep(draft, _text_of(draft), "before", user, draft.version)
        draft.html, draft.title_tag, draft.meta_description = revision.html, revision.title_tag, revision.meta_description
        draft.version += 1
        draft.save()
    _note_score(draft, measure(draft.study_id, draft.study.language, _text_of(draft), with_edits=False, with_items=False))


def _text_of(draft: Draft) -> Text:
    return Text(draft.html, draft.title_tag, draft.meta_description)


def _fill(revision: Revision, text: Text) -> None:
    revision.html, revision.title_tag, revision.meta_description = text.html, text.title_tag, text.meta_description
    revision.words = len(text.html.split())


def _keep(draft: Draft, text: Text, reason: str, user: AbstractBaseUser | None, version: int) -> Revision:
    revision = Revision(draft=draft, version=version, reason=reason, created_by=user)
    _fill(revision, text)
    revision.save()
    return revision


def measure(
    study_id: int, language: str, text: Text, *, with_edits: bool = True, with_items: bool = True, yardstick_number: int | None = None
) -> Measured:
    """Score a text against a study's yardstick and find its next best edits.

    with_edits, with_items: False leaves out the edits, or the single points of the score; together they are most of the work, and whoever types on sees
    neither. yardstick_number: where it is known already.
    """
    reading = read_draft(text.html, title=text.title_tag, description=text.meta_description, language=language)
    compiled = compiled_of(study_id, yardstick_number)
    if compiled is None:
        return Measured(
            reading.word_count, None, (), "No competitor is chosen in the study, so there is nothing to measure against.", reading
        )
    if reading.word_count > MOST_WORDS:
        problem = (
            f"This text has {reading.word_count:,} words. It is saved, but it is not scored: scoring stops at {MOST_WORDS:,} words. "
            "Split it into several drafts."
        )
        return Measured(reading.word_count, None, (), problem, reading)
    features = draft_features(compiled, reading)
    edits = edits_for_features(compiled, features) if with_edits else []
    return Measured(reading.word_count, score_features(compiled, features, with_items=with_items), tuple(edits), "", reading, compiled)


def measure_stored(draft: Draft, *, with_items: bool = True) -> Measured:
    """Measure the text that is stored. draft: from `draft_for_measuring`."""
    return measure(draft.study_id, draft.language, _text_of(draft), with_items=with_items, yardstick_number=draft.yardstick_number)


def save_and_measure(
    draft_id: int, text: Text, base_version: int, user: AbstractBaseUser, *, over: bool = False, whole: bool = True
) -> tuple[Saved, Measured]:
    """Save first, then measure: what was written is safe before anything else is done with it. A text that is not the stored one is measured whole in any
    case, for nobody can ask for it later. Raises Draft.DoesNotExist for a draft that is not of the person's workspace."""
    text = text.cleaned()
    with transaction.atomic():
        draft = draft_for_measuring(draft_id, user, locked=True)
        saved = save_text(draft, text, base_version, user, over=over)
    whole = whole or saved.conflict
    measured = measure(draft.study_id, draft.language, text, with_edits=whole, with_items=whole, yardstick_number=draft.yardstick_number)
    if not saved.conflict:
        _note_score(draft, measured)
    return saved, measured


def _note_score(draft: Draft, measured: Measured) -> None:
    score = measured.score
    noted = (
        {
            "total": round(score.total, 2), "version": score.version, "aim": score.aim, "enough": score.enough,
            "parts": [{"name": p.name, "points": round(p.points, 3), "max": p.max} for p in score.parts],
        }
        if score
        else None
    )  # fmt: skip
    Draft.objects.filter(pk=draft.pk).update(words=measured.words, score=noted)


def score_again(study: Study) -> None:
    """Score all drafts of a study anew, after its yardstick changed."""
    for draft in study.drafts.all():
        _note_score(draft, measure(study.pk, study.language, _text_of(draft), with_edits=False, with_items=False))


def html_of_reading(reading: CoreReading) -> str:
    """The main content of a page as plain HTML for the editor: headings, paragraphs, lists, quotes."""
    parts: list[str] = []
    open_list = False
    for block in reading.main_blocks():
        if (block.kind == "list_item") != open_list:
            parts.append("</ul>" if open_list else "<ul>")
            open_list = not open_list
        parts.append(_block_html(block))
    if open_list:
        parts.append("</ul>")
    return "\n".join(parts)


def _block_html(block: Block) -> str:
    text = entities.escape(block.text)
    if block.kind == "heading":
        return f"<h{block.level}>{text}</h{block.level}>"
    if block.kind == "list_item":
        return f"<li><p>{text}</p></li>"
    if block.kind == "quote":
        return f"<blockquote><p>{text}</p></blockquote>"
    return f"<p>{text}</p>"
