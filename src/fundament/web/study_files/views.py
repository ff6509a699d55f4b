"""A whole study: as one file, opened again, and once more."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.utils.text import slugify
from django.views.decorators.http import require_GET, require_POST

from fundament.files.study_files import MOST_BYTES
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask
from fundament.web.bodies import takes_bodies_of
from fundament.web.errors import ApplicationError
from fundament.web.study_files import duplicating
from fundament.web.study_files.opening import ask_for_study
from fundament.web.study_files.writing import study_file_of
from fundament.web.typed import storable


@require_GET
def write_study_file(request: HttpRequest, study_id: int) -> HttpResponse:
    """The study with its drafts as one file."""
    study, content = study_file_of(actor_of(request), study_id)
    answer = HttpResponse(content, content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="study-{slugify(study.shown)[:60] or study.pk}.zip"'
    return answer


@takes_bodies_of(MOST_BYTES + 200_000)
@require_POST
def open_file(request: HttpRequest) -> HttpResponse:
    """Open the study in a file, by a job; what is wrong with it is said where it was given."""
    actor, given = actor_of(request), request.FILES.get("study")
    ask(actor, "study.open")
    if given is None:
        raise ApplicationError("error.no_file")
    return redirect("errand", ask_for_study(actor, storable(given.name or "")[-200:], given.read()).pk)


@require_POST
def duplicate(request: HttpRequest, study_id: int) -> HttpResponse:
    """A second study with the same results and decisions."""
    return redirect("results", duplicating.duplicate(actor_of(request), study_id).pk)
