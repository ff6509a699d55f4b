"""Drafts out of files, and as files."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import SaidError
from fundament.files.texts import MOST_BYTES
from fundament.messages import label, say_error
from fundament.web.accounts.requests import actor_of
from fundament.web.bodies import takes_bodies_of
from fundament.web.drafts.measuring.seeing import draft_for
from fundament.web.drafts.text import exporting
from fundament.web.drafts.text.bringing import ask_for_draft
from fundament.web.drafts.text.draft_views import list_of_drafts
from fundament.web.errors import ApplicationError
from fundament.web.policies import FOR_FILES
from fundament.web.typed import storable, typed


@takes_bodies_of(MOST_BYTES + 100_000)
@require_POST
def bring(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft with the text of a file, or of a published page; a job reads it."""
    upload, address, name = request.FILES.get("text"), typed(request, "address", 2_000), typed(request, "name", 200)
    file = (storable(upload.name or "text")[-200:], upload.read()) if upload is not None else None
    try:
        errand = ask_for_draft(actor_of(request), study_id, file=file, address=address, name=name)
    except SaidError as error:
        if isinstance(error, ApplicationError) and error.status != 422:
            raise
        return list_of_drafts(request, study_id, 422, problem=say_error(error), brought={"address": address, "name": name})
    return redirect("errand", errand.pk)


@require_GET
def exports(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The formats a draft can be had in, and what each leaves behind of it."""
    draft = draft_for(actor_of(request), draft_id)
    formats = [(form, label(f"format.{form}"), [label(f"feature.{key}") for key in lost]) for form, lost in exporting.lost_by_format(draft)]
    with_head = request.GET.get("head") != "no"
    return render(
        request,
        "drafts/text/exports.html",
        {"draft": draft, "study": draft.study, "tab": "drafts", "formats": formats, "with_head": with_head},
    )


@require_GET
def export_file(request: HttpRequest, draft_id: int, form: str) -> HttpResponse:
    """The draft as a file."""
    asked = request.GET
    found = exporting.export(actor_of(request), draft_id, form, with_head=asked.get("head") != "no", alone=asked.get("alone") == "yes")
    answer = HttpResponse(found.content, content_type=found.media_type, headers=FOR_FILES)
    answer["Content-Disposition"] = f'attachment; filename="{found.name}"'
    return answer
