"""Studies: the list, opening one, its results and the choice of competitors."""

from __future__ import annotations

from collections import Counter
from typing import Any

from django.db.models import Count, Q
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import CoreError
from fundament.core.plain import from_plain
from fundament.core.reading.model import Reading as CoreReading
from fundament.web.accounts.services import workspace_id_of, workspace_of
from fundament.web.studies import services
from fundament.web.studies.forms import NewStudyForm
from fundament.web.studies.models import Result, Study
from fundament.web.studies.yardsticks import compiled_of
from fundament.web.tables import csv_response


def study_of(request: HttpRequest, study_id: int) -> Study:
    """The study, if it belongs to the workspace of who asks; otherwise 404."""
    return get_object_or_404(
        Study.objects.select_related("yardstick").defer("yardstick__data"), pk=study_id, workspace_id=workspace_id_of(request.user)
    )


@require_GET
def study_list(request: HttpRequest) -> HttpResponse:
    """All studies of the workspace with their drafts."""
    search = request.GET.get("search", "").strip()[:100]
    studies = workspace_of(request.user).studies.annotate(
        competitors=Count("results", filter=Q(results__chosen=True), distinct=True)
    ).prefetch_related("drafts")  # fmt: skip
    if search:
        studies = studies.filter(keyword__icontains=search)
    return render(request, "studies/list.html", {"studies": studies[:200], "search": search})


def new_study(request: HttpRequest) -> HttpResponse:
    """Open a study."""
    form = NewStudyForm(request.POST or None)
    if request.method == "POST" and form.is_valid():
        study = services.open_study(workspace_of(request.user), request.user, **form.cleaned_data)
        return redirect("results", study.pk)
    return render(request, "studies/new.html", {"form": form}, status=422 if form.is_bound else 200)


def _results_context(study: Study) -> dict[str, Any]:
    results = list(study.results.all())
    states = Counter(r.state for r in results)
    compiled = compiled_of(study.pk) if study.state == "ready" else None
    yardstick = compiled.yardstick if compiled else None
    done = states["read"] + states["failed"]
    return {
        "study": study,
        "tab": "results",
        "results": results,
        "done": done,
        "share": round(100 * done / len(results)) if results else 0,
        "failed": states["failed"],
        "chosen": sum(1 for r in results if r.chosen),
        "unlike_proposal": any(r.chosen == bool(r.advice) for r in results if r.state == "read"),
        "yardstick": yardstick,
        "most_words": max((r.words for r in results), default=0),
        "questions": study.questions,
    }


@require_GET
def results(request: HttpRequest, study_id: int) -> HttpResponse:
    """The ranked results; while they are read, the progress."""
    study = study_of(request, study_id)
    if request.GET.get("format") == "csv":
        return csv_response(
            f"results-{study.pk}",
            ("rank", "url", "title", "kind", "words", "headings", "date", "score", "competitor", "advice", "problem"),
            (
                (r.rank, r.url, r.title, r.page_kind, r.words, r.headings, r.published, r.score, r.chosen, r.advice, r.problem)
                for r in study.results.all()
            ),
        )
    return render(request, "studies/results.html", _results_context(study))


@require_GET
def progress(request: HttpRequest, study_id: int) -> HttpResponse:
    """The part of the results page that changes while pages are read."""
    return render(request, "studies/results_part.html", _results_context(study_of(request, study_id)))


@require_POST
def choose(request: HttpRequest, study_id: int) -> HttpResponse:
    """Keep or drop one competitor, or several."""
    study = study_of(request, study_id)
    ids = [int(value) for value in request.POST.getlist("result") if value.isdigit()]
    services.set_chosen(study, ids, request.POST.get("chosen") == "yes")
    return _part_or_page(request, study)


@require_POST
def as_proposed(request: HttpRequest, study_id: int) -> HttpResponse:
    """Put the choice back to how it was proposed."""
    study = study_of(request, study_id)
    services.as_proposed(study)
    return _part_or_page(request, study)


@require_POST
def read_again(request: HttpRequest, study_id: int) -> HttpResponse:
    """Try the pages that failed once more."""
    study = study_of(request, study_id)
    if not study.is_working:
        services.read_again(study)
    return redirect("results", study.pk)


def _part_or_page(request: HttpRequest, study: Study) -> HttpResponse:
    if request.headers.get("HX-Request"):
        return render(request, "studies/results_part.html", _results_context(study))
    return redirect("results", study.pk)


@require_POST
def renew(request: HttpRequest, study_id: int) -> HttpResponse:
    """Build the yardstick anew with this version of the core."""
    study = study_of(request, study_id)
    services.renew(study)
    return redirect("yardstick", study.pk)


@require_POST
def overrule(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Decide whether a block of a page counts."""
    study = study_of(request, study_id)
    result = get_object_or_404(study.results.select_related("reading", "as_read"), pk=result_id, reading__isnull=False)
    number = request.POST.get("block", "")
    problem = ""
    try:
        if not number.isdecimal():
            raise CoreError("No block was named.")
        services.overrule(result, int(number), request.POST.get("counts") == "yes")
    except CoreError as error:
        problem = str(error)
    if request.headers.get("HX-Request"):
        return render(
            request,
            "studies/reading_part.html",
            _reading_context(study, result, problem),
        )
    return redirect("reading", study.pk, result.pk)


@require_POST
def as_read(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Put what counts of a page back to how it was read."""
    study = study_of(request, study_id)
    result = get_object_or_404(study.results.select_related("reading", "as_read"), pk=result_id, reading__isnull=False)
    services.as_it_was_read(result)
    return redirect("reading", study.pk, result.pk)


def _reading_context(study: Study, result: Result, problem: str = "") -> dict[str, Any]:
    core = from_plain(CoreReading, result.reading.reading)
    left_out = Counter(block.left_out for block in core.blocks if not block.main)
    return {"study": study, "tab": "results", "result": result, "reading": core, "left_out": left_out.most_common(), "problem": problem}


@require_GET
def reading(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """What was read of a page: what counts, and what was left out and why."""
    study = study_of(request, study_id)
    result = get_object_or_404(study.results.select_related("reading"), pk=result_id, reading__isnull=False)
    return render(request, "studies/reading.html", _reading_context(study, result))
