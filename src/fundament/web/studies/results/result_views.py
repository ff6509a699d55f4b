"""Studies: opening one, its results and the choice of competitors, its name and history."""

from __future__ import annotations

import json
from collections import Counter
from typing import Any
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from fundament.core.message import Message, message
from fundament.messages import say
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor, ask, can
from fundament.web.answers import on_to
from fundament.web.bodies import takes_bodies_of
from fundament.web.errands.services.running import failed
from fundament.web.history.services.undo import history_of, last_to_undo
from fundament.web.imports.services import taking
from fundament.web.notices.services.noting import seen_at
from fundament.web.sites.services.answers import address_of
from fundament.web.sites.services.observing import figures_of as observed_of
from fundament.web.studies.figures.left_out import left_out_scores
from fundament.web.studies.figures.seeing import figures_of, hardness_of, seconds_left, study_for
from fundament.web.studies.models import Result, Study
from fundament.web.studies.results import choosing, opening, purposes
from fundament.web.studies.results.bringing import MOST_FILE_BYTES
from fundament.web.studies.results.forms import NewStudyForm
from fundament.web.studies.results.intents import intents_of, keep_intent
from fundament.web.studies.results.pages import PAGE
from fundament.web.studies.results.rereading import ask_to_reread, last_rereading
from fundament.web.studies.results.result_columns import result_columns
from fundament.web.studies.results.reworking import is_rework
from fundament.web.tables import exported, table_of
from fundament.web.templating import message_of
from fundament.web.typed import number_typed, numbers_typed, storable, ticked, typed

MOST_IDS = 100


@takes_bodies_of(MOST_FILE_BYTES + 200_000)
@require_http_methods(["GET", "POST"])
def new_study(request: HttpRequest) -> HttpResponse:
    """Open a study."""
    actor = actor_of(request)
    ask(actor, "study.open")
    given = {name: storable(request.GET[name][:12_000]) for name in ("keyword", "secondary", "country", "language") if name in request.GET}
    form = NewStudyForm(request.POST or None, initial={**opening.defaults_for(actor), **given})
    if request.method == "POST" and form.is_valid():
        if form.cleaned_data.pop("keep"):
            opening.set_defaults(actor, **form.cleaned_data)
        table = request.FILES.get("table")
        if table is not None:
            about = {name: typed(request, name)[:12_000] for name in ("keyword", "secondary", "country", "language", "device")}
            return redirect("import", taking.offer(actor, "results", table.read(), table.name or "", about).pk)
        files = [(file.name or "page.html", file.read()) for file in request.FILES.getlist("pages")[:60]]
        study = opening.open_study(actor, files=[(name, content) for name, content in files if content.strip()], **form.cleaned_data)
        return redirect("results", study.pk)
    errand = failed(actor, request.GET.get("errand", ""), opening.OPEN_FILE)
    problem = say(message_of(errand.problem)) if errand is not None else ""
    context = {"form": form, "file_problem": problem, "has_results": bool(address_of("results"))}
    return render(request, "studies/results/new.html", context, status=422 if form.is_bound else 200)


def _results_context(request: HttpRequest, actor: Actor, study: Study) -> dict[str, Any]:
    results = list(study.results.all())
    states = Counter(r.state for r in results)
    compiled = figures_of(study)
    yardstick = compiled.yardstick if compiled else None
    scores = yardstick.page_scores if yardstick else {}
    observed = observed_of(result.url for result in results)
    for result in results:
        result.observed = observed.get(result.url, {})  # type: ignore[attr-defined]
        result.score = scores.get(result.read_url) if result.chosen else None  # type: ignore[attr-defined]
    at_once = "score" in request.GET.get("sort", "") or "format" in request.GET
    others = left_out_scores(compiled, results, only_known=not at_once) if compiled else {}
    for result in results:
        if result.pk in others:
            result.score = others[result.pk]  # type: ignore[attr-defined]
    done = states["read"] + states["failed"]
    choices = choosing.choices_of(study)
    groups = study.division["groups"] if study.division else {}
    for result in results:
        result.intent = groups.get(str(result.rank))  # type: ignore[attr-defined]
        result.choice = choices.get(result.pk)  # type: ignore[attr-defined]
    proposed = choosing.proposal_of(study, results) if study.state == "ready" else {}
    notes = study.rankings.values_list("notes", flat=True).first() or []
    return {
        "source_notes": [say(message_of(note)) for note in (*notes, *study.observing, *rework_notes(study, results))],
        "has_observed": bool(observed),
        "study": study,
        "tab": "results",
        "table": table_of(
            request, results, result_columns(with_observed=bool(observed)), first="rank", text=lambda r: f"{r.url} {r.title}"
        ),
        "results": results,
        "scores_missing": compiled is not None and not others and any(r.reading_id and not r.chosen for r in results),
        "done": done,
        "seconds_left": seconds_left(study, done, len(results)) if study.is_working else None,
        "share": round(100 * done / len(results)) if results else 0,
        "failed": states["failed"],
        "chosen": sum(1 for r in results if r.chosen),
        "unlike_proposal": any(proposed.get(r.pk, r.chosen) != r.chosen for r in results),
        "yardstick": yardstick,
        "hardness": hardness_of(yardstick, results, observed) if yardstick else None,
        "intents": intents_of(study, results) if study.state == "ready" else [],
        "reasons": [(number, reason, say(message(f"left_out.{reason}"))) for number, reason in enumerate(choosing.REASONS, 1)],
        "scores": sorted(scores.values()),
        "may_choose": can(actor, "study.choose"),
        "last_action": last_to_undo(actor, f"study:{study.pk}"),
    }


def rework_notes(study: Study, results: list[Result]) -> list[Message]:
    """What is to be said of the page that the study reworks."""
    if study.rework_problem:
        return [message("study.rework_failed", why=say(message_of(study.rework_problem)))]
    if not study.page_to_rework_id or study.state != "ready":
        return []
    rank = next((result.rank for result in results if is_rework(study, result)), None)
    return [message("study.rework_ranks", rank=rank) if rank else message("study.rework_does_not_rank")]


@require_GET
def results(request: HttpRequest, study_id: int) -> HttpResponse:
    """The ranked results; while they are read, the progress."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    if not study.is_working:
        seen_at(actor, request.path)
    context = _results_context(request, actor, study)
    errand = failed(actor, request.GET.get("errand", ""), PAGE)
    context["file_problem"] = say(message_of(errand.problem)) if errand is not None else ""
    file = exported(request, context["table"], f"results-{study.pk}")
    return file or render(request, "studies/results/results.html", context)


@require_GET
def progress(request: HttpRequest, study_id: int) -> HttpResponse:
    """The part of the results page that changes while pages are read, or somebody chooses."""
    actor = actor_of(request)
    return render(request, "studies/results/results_part.html", _results_context(request, actor, study_for(actor, study_id)))


@require_GET
def scores_of_left_out(request: HttpRequest, study_id: int) -> HttpResponse:
    """The scores of pages that are no competitors; asked for once the results are there."""
    study = study_for(actor_of(request), study_id)
    compiled = figures_of(study)
    scores = left_out_scores(compiled, study.results.all()) if compiled else {}
    return render(request, "studies/results/left_out_part.html", {"scores": scores})


@require_POST
def choose(request: HttpRequest, study_id: int) -> HttpResponse:
    """Keep or drop one competitor, or several."""
    actor = actor_of(request)
    ids = [*numbers_typed(request, "result", MOST_IDS), *numbers_typed(request, "key", MOST_IDS)][:MOST_IDS]
    reason = typed(request, "action", 200) or typed(request, "reason", 200)
    choosing.set_chosen(actor, study_id, ids, ticked(request, "chosen"), reason)
    return _done(request, study_id)


@require_POST
def keep_one_intent(request: HttpRequest, study_id: int) -> HttpResponse:
    """Keep the pages of one of two intents, and leave out the others."""
    number = number_typed(request, "intent", 1)
    keep_intent(actor_of(request), study_id, -1 if number is None else number)
    return _done(request, study_id)


@require_POST
def as_proposed(request: HttpRequest, study_id: int) -> HttpResponse:
    """Put the choice back to how it was proposed."""
    actor = actor_of(request)
    choosing.as_proposed(actor, study_id)
    return _done(request, study_id)


def _done(request: HttpRequest, study_id: int) -> HttpResponse:
    """After a choice: the screen asks for the results itself, in its own order, so that answers to quick ticks cannot overtake each other."""
    if not request.headers.get("HX-Request"):
        return redirect("results", study_id)
    answer = HttpResponse(status=204)
    answer["HX-Trigger"] = json.dumps({"live": {"target": "#results"}})
    return answer


@require_POST
def read_again(request: HttpRequest, study_id: int) -> HttpResponse:
    """Try the pages that failed once more."""
    study = opening.read_again(actor_of(request), study_id)
    return redirect("results", study.pk)


@require_POST
def mean_for(request: HttpRequest, site_id: int) -> HttpResponse:
    """Say which keyword or study the pages that are ticked are meant for."""
    purposes.mean_for(
        actor_of(request),
        site_id,
        numbers_typed(request, "page", MOST_IDS),
        keyword=typed(request, "keyword"),
        study_id=number_typed(request, "study"),
    )
    return redirect("site", site_id)


@require_POST
def renew(request: HttpRequest, study_id: int) -> HttpResponse:
    """Have the figures made anew with this version of the core."""
    study = opening.renew(actor_of(request), study_id)
    return redirect("results", study.pk)


@require_POST
def to_folder(request: HttpRequest) -> HttpResponse:
    """Put the ticked studies into a folder, or a whole folder under another name."""
    actor = actor_of(request)
    folder, was = typed(request, "folder", 200), typed(request, "was", 200)
    if was:
        opening.rename_folder(actor, was, folder)
    else:
        opening.to_folder(actor, numbers_typed(request, "study", MOST_IDS), folder)
    return on_to(request, reverse("studies") + (f"?{urlencode({'folder': folder})}" if folder else ""))


@require_POST
def rename(request: HttpRequest, study_id: int) -> HttpResponse:
    """Give the study a name."""
    study = opening.rename(actor_of(request), study_id, typed(request, "name"))
    return redirect("results", study.pk)


@require_POST
def archive(request: HttpRequest, study_id: int) -> HttpResponse:
    """Put the study away, or take it back."""
    away = ticked(request, "away")
    study = opening.archive(actor_of(request), study_id, away=away)
    return redirect("studies") if away else redirect("results", study.pk)


@require_POST
def reread(request: HttpRequest, study_id: int) -> HttpResponse:
    """Have the pages read anew from how they came."""
    ask_to_reread(actor_of(request), study_id)
    return redirect("study-history", study_id)


@require_GET
def study_history(request: HttpRequest, study_id: int) -> HttpResponse:
    """What was done to the study, by whom and when."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    context = {
        "study": study, "tab": "history", "actions": history_of(actor, f"study:{study.pk}"), "reread": last_rereading(study),
        "may_choose": can(actor, "study.choose"),
    }  # fmt: skip
    return render(request, "studies/results/history.html", context)
