"""The yardstick of a study: the answer, length and structure, placement, the aim."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.core.yardstick.keyword_zones import ZONES, zone_ranges
from fundament.core.yardstick.measures import MEASURES
from fundament.core.yardstick.secondary_keywords import secondary_rows
from fundament.messages import label
from fundament.web.drawings.aim_lengths import aim_lengths
from fundament.web.studies.opened import opened
from fundament.web.studies.services.seeing import decisions_for
from fundament.web.studies.services.yardsticks import aims_of


@require_GET
def yardstick(request: HttpRequest, study_id: int) -> HttpResponse:
    """Length, structure and placement over the competitors."""
    open_ = opened(request, study_id, "yardstick")
    study, found, context = open_.study, open_.yardstick, open_.context
    if found is not None:
        context["measures"] = [(label(m.key), m.is_mean, found.structure[m.key]) for m in MEASURES]
        ranges = zone_ranges(found)
        context["zones"] = [(label(f"zone.{zone}"), *ranges[zone]) for zone in ZONES]
        context["opening"] = found.zones["opening"]
        context["decided"] = decisions_for(study)
        context["secondary"] = secondary_rows(found)
    return render(request, "studies/yardstick.html", context)


@require_GET
def aims(request: HttpRequest, study_id: int) -> HttpResponse:
    """The aim by planned length, as a drawing; asked for once the page is there, for it takes some tenths of a second."""
    open_ = opened(request, study_id, "yardstick")
    study, found, context = open_.study, open_.yardstick, open_.context
    points = [(words, aim.aim, aim.enough) for words, aim in aims_of(study.pk)] if found else []
    context["points"] = points
    if found is not None and len(points) > 1:
        context["drawing"] = aim_lengths(points, found.planned_words)
    return render(request, "studies/aims_part.html", context)
