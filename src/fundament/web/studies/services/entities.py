"""Entities of one's own."""

from __future__ import annotations

from typing import Any

from fundament.core.plain import to_plain
from fundament.core.yardstick.skos import read_skos
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.history.services.record import recorded
from fundament.web.studies.models import Study


def bring_entities(actor: Actor, study_id: int, content: bytes, name: str) -> int:
    """Take a SKOS file's concepts as further entities of the study, in place of those brought before; how many there are.

    Raises CoreError, and changes nothing, when the file cannot be read.
    """
    study = get_for(actor, "study.decide", Study.objects.all(), pk=study_id)
    found = to_plain(read_skos(content, name.replace("\x00", ""), study.language))
    _save(actor, study, "study.bring_entities", found)
    return len(found)


def drop_entities(actor: Actor, study_id: int) -> None:
    """Let the study go without entities of one's own."""
    _save(actor, get_for(actor, "study.decide", Study.objects.all(), pk=study_id), "study.drop_entities", [])


def _save(actor: Actor, study: Study, verb: str, found: list[Any]) -> None:
    with recorded(actor, verb, study, count=len(found)) as recording:
        recording.watch([study], "own_entities")
        study.own_entities = found
        study.save(update_fields=["own_entities"])
