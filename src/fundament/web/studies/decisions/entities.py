"""Entities of one's own: a file is kept as it came, read in a job by a confined process, and then they are the study's."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django.db import transaction

from fundament.confined import confined
from fundament.core.errors import SaidError
from fundament.core.plain import to_plain
from fundament.core.yardstick.entity_finding.skos import check_file, load_parsers, read_skos
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import Verb, verb
from fundament.web.live.notify import announce
from fundament.web.studies.figures.making import follow
from fundament.web.studies.models import EntityFile, Study
from fundament.web.typed import storable

SECONDS, MEGABYTES = 20.0, 600  # to read one file
BRING_ENTITIES = verb("study.bring_entities", asks="study.decide", follow=follow, touches=(Study,))
DROP_ENTITIES = verb("study.drop_entities", asks="study.decide", follow=follow, touches=(Study,))


def offer_file(actor: Actor, study_id: int, content: bytes, name: str) -> EntityFile:
    """Keep a SKOS file to be read, in place of one that waits or could not be read. Raises CoreError at once for what its name or size tells."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    name = storable(name)
    check_file(content, name)
    values = {"name": name[-200:], "content": content, "problem": None, "by": actor.person}
    return EntityFile.objects.update_or_create(study=study, defaults=values)[0]


def file_of(study: Study) -> EntityFile | None:
    """The study's file that waits or could not be read, without its content."""
    return EntityFile.objects.filter(study=study).defer("content").first()


def read_file(file_id: int) -> None:
    """Read a file that waits. Its entities become the study's, by whoever gave it; or it keeps what is wrong with it."""
    file = EntityFile.objects.select_related("study__workspace", "by").filter(pk=file_id, problem__isnull=True).first()
    if file is None:
        return
    # who gave it was allowed to, then
    actor = Actor(file.by, file.study.workspace, "editor")
    try:
        found = _read(bytes(file.content), file.name, file.study.language)
    except SaidError as error:
        set_aside(file_id, error, given_at=file.given_at)
        return
    with transaction.atomic():
        _save(actor, file.study, BRING_ENTITIES, found)
        EntityFile.objects.filter(pk=file_id, given_at=file.given_at).delete()
        announce(file.study.workspace_id, f"study:{file.study_id}", what="entities")


def set_aside(file_id: int, error: SaidError, given_at: datetime | None = None) -> None:
    """A file that cannot be read keeps the reason, and not its content. given_at: of the file that was read; one given since then is left to its own job."""
    file = EntityFile.objects.select_related("study").filter(pk=file_id).first()
    if file is not None:
        with transaction.atomic():
            EntityFile.objects.filter(pk=file_id, given_at=given_at or file.given_at).update(problem=list(error.message), content=b"")
            announce(file.study.workspace_id, f"study:{file.study_id}", what="entities")


def bring_entities(actor: Actor, study_id: int, content: bytes, name: str) -> int:
    """Take a SKOS file's concepts as further entities of the study, in place of those brought before; how many there are.

    Raises CoreError or ConfinedError, and changes nothing, when the file cannot be read.
    """
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    found = _read(content, name, study.language)
    _save(actor, study, BRING_ENTITIES, found)
    return len(found)


def drop_entities(actor: Actor, study_id: int) -> None:
    """Let the study go without entities of one's own."""
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    EntityFile.objects.filter(study=study).delete()
    _save(actor, study, DROP_ENTITIES, [])


def _read(content: bytes, name: str, language: str) -> list[Any]:
    found: list[Any] = to_plain(confined(read_skos, content, name, language, prepare=load_parsers, seconds=SECONDS, megabytes=MEGABYTES))
    return found


def _save(actor: Actor, study: Study, verb: Verb, found: list[Any]) -> None:
    with recorded(actor, verb, study, count=len(found)) as recording:
        recording.watch([study], "own_entities")
        study.own_entities = found
        study.save(update_fields=["own_entities"])
