"""The aim of a study by planned length, a part of its yardstick's screen."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.web.drawings.aim_lengths import aim_lengths
from fundament.web.studies.decisions.opened import opened
from fundament.web.studies.figures.yardsticks import aims_of


@require_GET
def aims(request: HttpRequest, study_id: int) -> HttpResponse:
    """The aim by planned length, as a drawing; asked for once the page is there, for it takes some tenths of a second."""
    open_ = opened(request, study_id, "yardstick")
    study, found, context = open_.study, open_.yardstick, open_.context
    points = [(words, aim.aim, aim.enough) for words, aim in aims_of(study.pk)] if found else []
    context["points"] = points
    if found is not None and len(points) > 1:
        context["drawing"] = aim_lengths(points, found.planned_words)
    return render(request, "studies/decisions/aims_part.html", context)
