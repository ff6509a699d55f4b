"""Building, storing and fetching a study's yardstick."""

from __future__ import annotations

from collections import OrderedDict

from django.db import transaction
from django.db.models import F

from fundament.core.plain import from_plain, to_plain
from fundament.core.scoring.aim import with_aim
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.version import CORE_VERSION
from fundament.core.yardstick.build import build_yardstick
from fundament.core.yardstick.model import OwnEntity, Settings, Yardstick
from fundament.web.studies.models import Result, Study, YardstickRecord
from fundament.web.studies.readings import bring_up_to_date, compared_pages

_KEPT = 12
_compiled: OrderedDict[int, tuple[int, CompiledYardstick]] = OrderedDict()


def rebuild(study: Study) -> Yardstick | None:
    """Build the yardstick from the chosen competitors, store it and the competitors' scores; None when none is chosen.

    Raises CoreError when the chosen pages have no text.
    """
    with transaction.atomic():
        locked = Study.objects.select_for_update().get(pk=study.pk)  # one rebuilding at a time, with what is stored now
        chosen = list(study.results.filter(chosen=True, reading__isnull=False))
        study.results.update(score=None)
        if not chosen:
            # the record stays and its number rises, so that no process takes an old copy for the newest
            YardstickRecord.objects.filter(study=study).update(data=None, number=F("number") + 1, version=CORE_VERSION)
            return None
        pages = compared_pages(chosen)
        own = tuple(from_plain(OwnEntity, entity) for entity in locked.own_entities)
        yardstick = with_aim(build_yardstick(pages, study.keyword, Settings(own_entities=own)), pages)
        for result, page in zip(chosen, pages, strict=True):
            result.score = yardstick.page_scores.get(page.reading.url)
        Result.objects.bulk_update(chosen, ["score"])
        record, created = YardstickRecord.objects.get_or_create(
            study=study, defaults={"version": yardstick.version, "data": to_plain(yardstick)}
        )
        if not created:
            record.number += 1
            record.version = yardstick.version
            record.data = to_plain(yardstick)
            record.save()
    _remember(study.pk, record.number, CompiledYardstick(yardstick))
    return yardstick


def renew(study: Study) -> Yardstick | None:
    """Build the yardstick anew with this version of the core, from the stored readings."""
    with transaction.atomic():
        bring_up_to_date(study.results.filter(reading__isnull=False).select_related("reading"))
        return rebuild(study)


def outdated_studies() -> list[int]:
    """The studies whose yardstick an earlier version of the core made."""
    return list(YardstickRecord.objects.exclude(version=CORE_VERSION).filter(study__state="ready").values_list("study_id", flat=True))


def compiled_of(study_id: int, number: int | None = None) -> CompiledYardstick | None:
    """The study's yardstick ready for scoring, from this process's memory when it is the newest; None when there is none.

    number: of its record, where whoever asks has read it already.
    """
    if number is None:
        number = YardstickRecord.objects.filter(study_id=study_id).values_list("number", flat=True).first()
    if number is None:
        _compiled.pop(study_id, None)
        return None
    known = _compiled.get(study_id)
    if known is not None and known[0] == number:
        _compiled.move_to_end(study_id)
        return known[1]
    record = YardstickRecord.objects.get(study_id=study_id)
    if record.data is None:
        return None
    compiled = CompiledYardstick(from_plain(Yardstick, record.data))
    _remember(study_id, record.number, compiled)
    return compiled


def _remember(study: int, number: int, compiled: CompiledYardstick) -> None:
    _compiled[study] = (number, compiled)
    _compiled.move_to_end(study)
    while len(_compiled) > _KEPT:
        _compiled.popitem(last=False)
