"""Opening a study, trying again what failed, its name, and putting it away."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from typing import Any

from django.conf import settings
from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from fundament.core.yardstick.secondary_keywords import cleaned
from fundament.web.accounts.models import Workspace
from fundament.web.accounts.roles import Actor, ask, get_for, seen_by
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.naming import MOST_OF_A_NAME, told_apart
from fundament.web.studies.models import SecondaryKeyword, Study, StudyDefaults
from fundament.web.studies.queueing import queue_reading, queue_renewal
from fundament.web.studies.results.bringing import keep_files
from fundament.web.typed import one_line

MOST_FOLDER = 80
OPEN_FILE = "study.open_file"  # the kind of errand that opens a study from a file
DEFAULTS_STUDY = verb("study.defaults", asks="study.open", touches=(StudyDefaults,))
RENAME = verb("study.rename", asks="study.choose", touches=(Study,))
ARCHIVE = verb("study.archive", role="editor", touches=(Study,))
RESTORE = verb("study.restore", asks="study.archive", touches=(Study,))
OPEN = verb("study.open", role="editor", can_be_undone=False, touches=(Study,))
READ_AGAIN = verb("study.read_again", asks="study.choose", can_be_undone=False, touches=(Study,))
FOLDER = verb("study.folder", asks="study.choose", touches=(Study,))


def open_study(
    actor: Actor, *, keyword: str, addresses: list[str] | None = None, secondary: Sequence[str] = (), files: Sequence[tuple[str, bytes]] = (),
    now: bool = False, **market: Any,
) -> Study:  # fmt: skip
    """Open a study and queue the job that reads it, in one transaction. secondary: further keywords. files: (name, content) of files with the pages that
    are compared. market: country, language, device, depth; name, folder and rework_address too. now: read at once instead
    (for loading data)."""
    from fundament.web.studies.results.reading import read_study

    ask(actor, "study.open")
    with transaction.atomic():
        _refuse_too_many(actor)
        study = Study(
            workspace=actor.workspace, created_by=actor.person, keyword=" ".join(keyword.split()), addresses=addresses or [], **market
        )
        study.name = study.name or _name_where_needed(actor, study.keyword)
        study.save()
        for place, phrase in enumerate(cleaned(secondary, study.keyword), 1):
            SecondaryKeyword.objects.create(study=study, place=place, phrase=phrase)
        keep_files(study, files)
        with recorded(actor, OPEN, study) as recording:
            recording.made(study)
        if not now:
            queue_reading(study)
    if now:
        read_study(study.pk, tells=False)
        study.refresh_from_db()
    return study


def _name_where_needed(actor: Actor, keyword: str) -> str:
    """ "" where the keyword tells which study is meant; else the keyword with a number."""
    there = Study.objects.filter(workspace=actor.workspace, archived_at=None).filter(
        Q(keyword__iexact=keyword) | Q(name__istartswith=keyword)
    )
    name = told_apart(keyword, [study.shown for study in there.only("name", "keyword")])
    return "" if name == keyword[:MOST_OF_A_NAME] else name


DEFAULTS = ("country", "language", "device", "depth", "folder")


def defaults_for(actor: Actor) -> dict[str, Any]:
    """What new studies of the actor's workspace begin with; empty where nobody said."""
    found = StudyDefaults.objects.filter(workspace=actor.workspace).first()
    return {name: getattr(found, name) for name in DEFAULTS} if found is not None else {}


def set_defaults(actor: Actor, **values: Any) -> None:
    """Begin the next studies of the workspace so."""
    ask(actor, "study.open")
    with recorded(actor, DEFAULTS_STUDY, actor.workspace) as recording:
        found = StudyDefaults.objects.select_for_update().filter(workspace=actor.workspace).first()
        wanted = {name: values[name] for name in DEFAULTS if name in values}
        if found is None:
            recording.made(StudyDefaults.objects.create(workspace=actor.workspace, **wanted))
            return
        recording.watch([found], *wanted)
        for name, value in wanted.items():
            setattr(found, name, value)
        found.save(update_fields=list(wanted))


def _refuse_too_many(actor: Actor) -> None:
    """Raise when as many studies of the workspace as may wait are being read already. Two people at once are counted one after the other."""
    Workspace.objects.select_for_update().get(pk=actor.workspace.pk)
    if Study.objects.filter(workspace=actor.workspace, state__in=Study.WORKING).count() >= settings.STUDIES_WAITING:
        raise ApplicationError("error.studies_waiting", most=settings.STUDIES_WAITING)


def read_again(actor: Actor, study_id: int) -> Study:
    """Queue the reading again: of a study that failed or found nothing, or of the pages that failed."""

    with transaction.atomic():
        study = get_for(actor, "study.choose", Study.objects.select_for_update(), pk=study_id)
        if study.is_working:
            return study
        with recorded(actor, READ_AGAIN, study) as recording:
            recording.watch([study], "state", "problem")
            study.results.filter(state="failed").update(state="waiting", problem=None)
            study.state = "reading" if study.results.exists() else "asking"
            study.problem = None
            study.save(update_fields=["state", "problem"])
        queue_reading(study)
    return study


def renew(actor: Actor, study_id: int) -> Study:
    """Queue the making of a study's figures from its pages, with this version of the core."""

    study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    with transaction.atomic():
        Study.objects.filter(pk=study.pk, state="ready").update(figures="making", figures_problem=None)
        queue_renewal(study.pk)
    return study


def rename(actor: Actor, study_id: int, name: str) -> Study:
    """Give a study a name of its own; an empty one calls it by its keyword again."""
    study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    name = one_line(name)
    if len(name) > 200:
        raise ApplicationError("error.name", most=200)
    with recorded(actor, RENAME, study, name=name) as recording:
        recording.watch([study], "name")
        study.name = name
        study.save(update_fields=["name"])
    return study


def archive(actor: Actor, study_id: int, *, away: bool) -> Study:
    """Put a study away, or take it back."""
    study = get_for(actor, "study.archive", Study.objects.all(), pk=study_id)
    with recorded(actor, ARCHIVE if away else RESTORE, study) as recording:
        recording.watch([study], "archived_at")
        study.archived_at = timezone.now() if away else None
        study.save(update_fields=["archived_at"])
    return study


def to_folder(actor: Actor, study_ids: Sequence[int], folder: str) -> int:
    """Put studies into a folder, or out of any with ""; how many were moved. A folder is there as long as a study is in it."""
    ask(actor, "study.choose")
    name = _folder(folder)
    group = uuid.uuid4()
    moved = 0
    with transaction.atomic():
        for study in seen_by(actor, Study.objects.filter(pk__in=study_ids)).exclude(folder=name):
            with recorded(actor, FOLDER, study, group=group, name=name) as recording:
                recording.watch([study], "folder")
                study.folder = name
                study.save(update_fields=["folder"])
            moved += 1
    return moved


def rename_folder(actor: Actor, was: str, name: str) -> int:
    """Give a folder another name; its studies go along."""
    return to_folder(actor, list(seen_by(actor, Study.objects.filter(folder=was)).values_list("pk", flat=True)), name)


def _folder(name: str) -> str:
    plain = one_line(name)
    if len(plain) > MOST_FOLDER:
        raise ApplicationError("error.folder", most=MOST_FOLDER)
    return plain
