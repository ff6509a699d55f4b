"""What was read of a page, and a person's corrections of it."""

from __future__ import annotations

import itertools
from collections import Counter
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import CoreError, StoredValueError
from fundament.core.reading.block_keys import block_keys
from fundament.core.reading.model import Block
from fundament.messages import say_error
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor, can
from fundament.web.studies.figures.seeing import study_for
from fundament.web.studies.models import Result
from fundament.web.studies.results import correcting
from fundament.web.typed import all_typed, ticked

MOST_BLOCKS = 5_000


def _runs(blocks: list[tuple[str, Block]]) -> list[tuple[str, list[tuple[str, Block]]]]:
    """Blocks one after another that count, or were left out for one reason: (reason, "" where they count; the blocks)."""
    return [(reason, list(run)) for reason, run in itertools.groupby(blocks, key=lambda pair: "" if pair[1].main else pair[1].left_out)]


def _context(actor: Actor, study_id: int, result_id: int, problem: str = "") -> dict[str, Any]:
    study = study_for(actor, study_id)
    result: Result = correcting.result_for(actor, "study.see", study_id, result_id)
    context: dict[str, Any] = {"study": study, "tab": "results", "result": result, "problem": problem}
    try:
        reading = correcting.reading_of(result)
    except StoredValueError as error:
        return {**context, "unreadable": say_error(error)}
    left_out = Counter(block.left_out for block in reading.blocks if not block.main)
    return {
        **context,
        "reading": reading,
        "runs": _runs(list(zip(block_keys(reading.blocks), reading.blocks, strict=True))),
        "left_out": left_out.most_common(),
        "corrections": result.corrections.count(),
        "may_correct": can(actor, "study.correct"),
        "may_choose": can(actor, "study.choose"),
    }


@require_GET
def preview(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """What counted of a page, to be read beside the results."""
    return render(request, "studies/results/preview_part.html", _context(actor_of(request), study_id, result_id))


@require_GET
def reading(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """What was read of a page: what counts, and what was left out and why."""
    return render(request, "studies/results/reading.html", _context(actor_of(request), study_id, result_id))


@require_POST
def overrule(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Decide whether a block of a page counts."""
    actor = actor_of(request)
    problem = ""
    try:
        correcting.overrule(
            actor,
            study_id,
            result_id,
            all_typed(request, "block", 40, MOST_BLOCKS),
            ticked(request, "counts"),
        )
    except CoreError as error:
        problem = say_error(error)
    return _answer(request, actor, study_id, result_id, problem)


@require_POST
def as_read(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Put what counts of a page back to how it was read."""
    actor = actor_of(request)
    problem = ""
    try:
        correcting.as_it_was_read(actor, study_id, result_id)
    except CoreError as error:
        problem = say_error(error)
    return _answer(request, actor, study_id, result_id, problem)


def _answer(request: HttpRequest, actor: Actor, study_id: int, result_id: int, problem: str) -> HttpResponse:
    if request.headers.get("HX-Request"):
        return render(request, "studies/results/reading_part.html", _context(actor, study_id, result_id, problem))
    if problem:
        return render(request, "studies/results/reading.html", _context(actor, study_id, result_id, problem), status=422)
    return redirect("reading", study_id, result_id)
