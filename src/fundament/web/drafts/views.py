"""Drafts: the writing screen and what it asks for while one types."""

from __future__ import annotations

import json
import threading

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.template.loader import render_to_string
from django.utils.text import slugify
from django.views.decorators.http import require_GET, require_POST

from fundament.web.accounts.services import workspace_id_of
from fundament.web.drafts import services
from fundament.web.drafts.models import Draft
from fundament.web.drafts.panels import evidence_for, marks_for, panel_context, panel_name
from fundament.web.drafts.services import Measured, Text
from fundament.web.studies.views import study_of

# In one process two measurements at once would only slow each other, and neither be there before both are: they are done one after another. What takes
# long elsewhere, such as building a yardstick, does not wait here and is not waited for.
_one_measurement = threading.Lock()


def draft_of(request: HttpRequest, draft_id: int) -> Draft:
    """The draft, if it belongs to the workspace of who asks; otherwise 404."""
    return get_object_or_404(Draft.objects.select_related("study"), pk=draft_id, study__workspace_id=workspace_id_of(request.user))


@require_GET
def draft_list(request: HttpRequest, study_id: int) -> HttpResponse:
    """The drafts of a study."""
    study = study_of(request, study_id)
    return render(request, "drafts/list.html", {"study": study, "tab": "drafts", "drafts": study.drafts.defer("html")})


@require_POST
def new_draft(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft."""
    study = study_of(request, study_id)
    name = request.POST.get("name", "").strip() or study.keyword.capitalize()
    draft = services.create_draft(study, request.user, name=name)
    return redirect("draft", draft.pk)


@require_GET
def write(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The writing screen."""
    draft = draft_of(request, draft_id)
    measured = services.measure(draft.study_id, draft.study.language, Text(draft.html, draft.title_tag, draft.meta_description))
    context = {"draft": draft, "study": draft.study, **panel_context(measured, request.GET.get("panel", "edits"))}
    context["conflicts"] = draft.revisions.filter(reason="conflict").count()
    return render(request, "drafts/write.html", context)


@require_POST
def save(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Save what was typed, then measure it. JSON in and out; 422 when what came is not a text. With "quick" the answer has no panel: whoever types
    on has no use for edits yet, and asks for them at rest."""
    try:
        body = json.loads(request.body)
        text = Text(str(body["html"]), str(body.get("title_tag", "")), str(body.get("meta_description", "")))
        base_version = int(body["base_version"])
    except (ValueError, KeyError, TypeError, RecursionError):
        return JsonResponse({"problem": "What came was not a text. Reload the page; what you typed is kept in this browser."}, status=422)
    quick, over = body.get("quick") is True, body.get("over") is True
    chosen = str(body.get("panel", "edits")), str(body.get("part", "")), str(body.get("subject", ""))
    try:
        with _one_measurement:
            saved, measured = services.save_and_measure(draft_id, text, base_version, request.user, over=over, whole=not quick)
            answer = _parts(request, measured, *chosen, quick=quick and not saved.conflict)
    except Draft.DoesNotExist as error:
        raise Http404 from error
    answer |= {"version": saved.version, "conflict": saved.conflict, "revision": saved.revision}
    return JsonResponse(answer)


@require_GET
def panel(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Another panel for the stored text, with the marks and evidence of a chosen subject."""
    name = panel_name(request.GET.get("panel", ""))
    chosen = request.GET.get("part", ""), request.GET.get("subject", "")
    try:
        with _one_measurement:
            draft = services.draft_for_measuring(draft_id, request.user)
            answer = _parts(request, services.measure_stored(draft, with_items=name != "edits"), name, *chosen)
    except Draft.DoesNotExist as error:
        raise Http404 from error
    return JsonResponse(answer)


def _parts(request: HttpRequest, measured: Measured, panel_name: str, part: str, subject: str, *, quick: bool = False) -> dict[str, object]:
    context = panel_context(measured, panel_name)
    context["subject"], context["part"] = subject, part
    marks = marks_for(measured, part, subject) if subject else []
    panel = None
    if not quick or measured.score is None:
        context["evidence"] = evidence_for(measured, part, subject)
        context["marked"] = len(marks) if part in ("terms", "entities") else None
        panel = render_to_string("drafts/panel_part.html", context, request)
    return {
        "core": render_to_string("drafts/core_part.html", context, request),
        "panel": panel,
        "marks": marks,
        "words": measured.words,
    }


@require_POST
def rename(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Give the draft another name."""
    draft = draft_of(request, draft_id)
    name = " ".join(request.POST.get("name", "").split())[:200]
    if name:
        Draft.objects.filter(pk=draft.pk).update(name=name)
    return redirect("drafts", draft.study_id)


@require_GET
def export(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The draft as an HTML file."""
    draft = draft_of(request, draft_id)
    page = render_to_string("drafts/export.html", {"draft": draft, "language": draft.study.language})
    response = HttpResponse(page, content_type="text/html; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{slugify(draft.name) or "draft"}.html"'
    return response


@require_GET
def revisions(request: HttpRequest, draft_id: int) -> HttpResponse:
    """All revisions of a draft."""
    draft = draft_of(request, draft_id)
    return render(
        request,
        "drafts/revisions.html",
        {"draft": draft, "study": draft.study, "tab": "drafts", "revisions": draft.revisions.select_related("created_by")},
    )


@require_GET
def revision(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """One revision, to read."""
    draft = draft_of(request, draft_id)
    found = get_object_or_404(draft.revisions, pk=revision_id)
    return render(request, "drafts/revision.html", {"draft": draft, "study": draft.study, "tab": "drafts", "revision": found})


@require_POST
def take_over(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """Make a revision the draft's text; what was there becomes a revision."""
    draft = draft_of(request, draft_id)
    services.take_over(draft, get_object_or_404(draft.revisions, pk=revision_id), request.user)
    return redirect("draft", draft.pk)
