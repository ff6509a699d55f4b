"""Beginning, saving and naming drafts. A text is committed before anything is measured, and nothing a person wrote is ever thrown away."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from fundament.core.documents.schema import SCHEMA_VERSION
from fundament.core.documents.splicing import spliced
from fundament.web.accounts.roles import Actor, ask, get_for
from fundament.web.drafts.measuring.measuring import note_score, score_stored
from fundament.web.drafts.measuring.texts import NOTHING, Text, text_of
from fundament.web.drafts.models import Draft, Revision, stamps
from fundament.web.errors import ApplicationError, NotFoundError, TooOftenError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.naming import told_apart
from fundament.web.sites.models import Page
from fundament.web.studies.models import Study
from fundament.web.studies.signals import figures_changed
from fundament.web.typed import one_line

KEEP_EVERY = timedelta(minutes=5)
LARGEST_VERSION = 2_147_483_647


@dataclass(frozen=True)
class Saved:
    """What became of a save. conflict: a newer text was there, and the one that came was kept as a revision."""

    draft: Draft
    version: int
    conflict: bool
    revision: int | None = None
    changed: bool = True


def create_draft(actor: Actor, study_id: int, *, name: str, text: Text = NOTHING, page: Page | None = None) -> Draft:
    """A new draft of a study, scored once so that lists can show it. page: the published page it works on."""
    study = get_for(actor, "study.see", Study.objects.all(), pk=study_id)
    ask(actor, "draft.create")
    name = _name(name) or told_apart(study.shown.capitalize(), Draft.objects.filter(study=study).values_list("name", flat=True))
    with recorded(actor, CREATE, study, name=name) as recording:
        draft = Draft.objects.create(
            workspace=actor.workspace, study=study, created_by=actor.person, name=name, page=page,
            document=text.document, title_tag=text.title_tag, meta_description=text.meta_description,
        )  # fmt: skip
        recording.made(draft)
    note_score(draft, score_stored(draft), 1)
    draft.refresh_from_db(fields=["score", "words"])
    return draft


def with_change(actor: Actor, draft_id: int, change: Any, base_version: int) -> Any:
    """The document that a change makes of the stored text; None where the stored text is not the version that it was made on.

    Raises NotFoundError, NotAllowedError, CoreError for what is no change.
    """
    drafts = Draft.objects.only("document", "version", "workspace_id")
    draft = get_for(actor, "draft.write", drafts, pk=draft_id)
    made = spliced(draft.document, change)
    return made if draft.version == base_version else None


def save(actor: Actor, draft_id: int, text: Text, base_version: int, *, over: bool = False) -> Saved:
    """Save a text that was written on top of `base_version`.

    When the stored text is newer, it is left as it is and the text that came is kept as a revision of its own.
    text: cleaned. over: the person decided to go on with this text although another was there; that one is kept as a revision.
    Raises NotFoundError, NotAllowedError.
    """
    with transaction.atomic():
        # the stored text is large, and mostly not asked for: it is loaded where it is
        drafts = Draft.objects.select_for_update(of=("self",)).defer("document").annotate(**stamps())
        draft = get_for(actor, "draft.write", drafts, pk=draft_id)
        if draft.version != base_version:
            if text_of(draft) == text:  # sent twice
                return Saved(draft, draft.version, conflict=False, changed=False)
            revision = _keep_conflict(actor, draft, text, base_version)
            announce(draft.workspace_id, f"draft:{draft.pk}", what="revision")
            return Saved(draft, draft.version, conflict=True, revision=revision.pk)
        fields = ["document", "document_schema", "title_tag", "meta_description", "version", "updated_at"]
        if over:
            keep(actor, draft, text_of(draft), "before")
        elif draft.kept_at is None or timezone.now() - draft.kept_at > KEEP_EVERY:
            keep(actor, draft, text_of(draft), "kept")
            draft.kept_at = timezone.now()
            fields.append("kept_at")
        _fill(draft, text)
        draft.version += 1
        draft.save(update_fields=fields)
        announce(draft.workspace_id, f"draft:{draft.pk}", what="text", version=draft.version)
    return Saved(draft, draft.version, conflict=False)


def _keep_conflict(actor: Actor, draft: Draft, text: Text, base_version: int) -> Revision:
    """Keep a text that could not be saved over a newer one; while the same person goes on typing in the same old tab, one revision holds the newest."""
    base_version = max(0, min(base_version, LARGEST_VERSION))
    latest = draft.revisions.filter(cause="conflict", created_by=actor.person, guest=actor.guest).first()
    if latest is not None and latest.version == base_version and timezone.now() - latest.created_at < KEEP_EVERY:
        _fill(latest, text)
        latest.words = words_of(text)
        latest.save()
        return latest
    return keep(actor, draft, text, "conflict", base_version)


def keep(actor: Actor, draft: Draft, text: Text, cause: str, version: int | None = None, name: str = "") -> Revision:
    """Keep a text as a revision. Raises TooOftenError when somebody makes more of a draft than anybody writes; what an ordinary save keeps, one in KEEP_EVERY, is never refused and counts for nobody."""
    lately = timezone.now() - timedelta(hours=1)
    of_author = draft.revisions.filter(created_at__gt=lately, created_by=actor.person, guest=actor.guest).exclude(cause="kept")
    if cause != "kept" and of_author.count() >= settings.REVISIONS_AN_HOUR:
        raise TooOftenError("error.revisions", most=settings.REVISIONS_AN_HOUR)
    revision = Revision(
        draft=draft,
        version=draft.version if version is None else version,
        cause=cause,
        created_by=actor.person,
        guest=actor.guest,
        name=name[:200],
        words=words_of(text),
    )
    _fill(revision, text)
    revision.save()
    return revision


def words_of(text: Text) -> int:
    """The words of a text, as they are counted everywhere."""
    return text.reading("en").word_count


def _fill(thing: Draft | Revision, text: Text) -> None:
    thing.document, thing.document_schema = text.document, SCHEMA_VERSION
    thing.title_tag, thing.meta_description = text.title_tag, text.meta_description


def take_over(actor: Actor, draft_id: int, revision_id: int) -> Draft:
    """Make a revision the draft's text; the text that was there is kept as a revision."""
    with transaction.atomic():
        draft = get_for(actor, "draft.write", Draft.objects.select_for_update(), pk=draft_id)
        revision = draft.revisions.filter(pk=revision_id).first()
        if revision is None:
            raise NotFoundError("error.not_found")
        put_in_place(actor, draft, text_of(revision))
    return scored(draft)


def put_in_place(actor: Actor, draft: Draft, text: Text) -> None:
    """Put another text in the place of a draft's, which is kept as a revision. draft: locked by whoever asks, who has it scored afterwards."""
    with recorded(actor, TAKE_OVER, draft) as recording:
        recording.watch([draft], "document", "title_tag", "meta_description")
        keep(actor, draft, text_of(draft), "before")
        _fill(draft, text)
        draft.save(update_fields=["document", "document_schema", "title_tag", "meta_description", "updated_at"])


def scored(draft: Draft) -> Draft:
    """The draft as it is stored now, with its score noted."""
    draft.refresh_from_db()
    note_score(draft, score_stored(draft), draft.version)
    return draft


def follow_text(draft_id: int) -> None:
    """A draft's text was put in the place of another: its version rises, so that no open tab takes its own for the newest."""
    draft = Draft.objects.select_for_update().get(pk=draft_id)
    draft.version += 1
    draft.save(update_fields=["version"])
    announce(draft.workspace_id, f"draft:{draft_id}", what="text", version=draft.version)
    figures_changed.send(sender=Draft, study_id=draft.measured_by)  # so that it is scored again


CREATE = verb("draft.create", role="writer", can_be_undone=False, touches=(Draft,))  # it is put away instead
TAKE_OVER = verb("draft.take_over", asks="draft.write", follow=follow_text, touches=(Draft,))
RENAME = verb("draft.rename", asks="draft.write", touches=(Draft,))
ARCHIVE = verb("draft.archive", role="writer", touches=(Draft,))
RESTORE = verb("draft.restore", asks="draft.archive", touches=(Draft,))
MEASURE_AGAINST = verb("draft.measure_against", asks="draft.write", touches=(Draft,))


def rename(actor: Actor, draft_id: int, name: str) -> Draft:
    """Give a draft another name."""
    draft = get_for(actor, "draft.write", Draft.objects.defer("document"), pk=draft_id)
    clean = _name(name)
    if not clean or len(" ".join(name.split())) > 200:
        raise ApplicationError("error.name", most=200)
    with recorded(actor, RENAME, draft, name=clean) as recording:
        recording.watch([draft], "name")
        draft.name = clean
        draft.save(update_fields=["name"])
    return draft


def archive(actor: Actor, draft_id: int, *, away: bool) -> Draft:
    """Put a draft away, or take it back."""
    draft = get_for(actor, "draft.archive", Draft.objects.defer("document"), pk=draft_id)
    with recorded(actor, ARCHIVE if away else RESTORE, draft) as recording:
        recording.watch([draft], "archived_at")
        draft.archived_at = timezone.now() if away else None
        draft.save(update_fields=["archived_at"])
    return draft


def measure_against(actor: Actor, draft_id: int, study_id: int) -> Draft:
    """Have a draft measured against another study of the workspace, or against its own again."""
    draft = get_for(actor, "draft.write", Draft.objects.all(), pk=draft_id)
    study = get_for(actor, "study.see", Study.objects.all(), pk=study_id)
    with recorded(actor, MEASURE_AGAINST, draft, study=study.shown) as recording:
        recording.watch([draft], "measured_study")
        draft.measured_study = None if study.pk == draft.study_id else study
        draft.save(update_fields=["measured_study"])
    note_score(draft, score_stored(draft), draft.version)
    return draft


def _name(name: str) -> str:
    return one_line(name)[:200]
