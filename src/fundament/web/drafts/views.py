"""Drafts: the writing screen and what it asks for while one types; the list of studies with their drafts."""

from __future__ import annotations

import datetime
from typing import Any
from urllib.parse import urlencode

from django.conf import settings
from django.core.paginator import Paginator
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_GET, require_POST

from fundament.core.documents.splicing import are_as_sent
from fundament.messages import say
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor, can
from fundament.web.answers import answers_json
from fundament.web.bodies import body_of, takes_bodies_of
from fundament.web.drafts.models import Draft
from fundament.web.drafts.panels import DENIED, PanelView, panel_context, panel_name
from fundament.web.drafts.panels_beside import beside_context
from fundament.web.drafts.services import outlines, publishing, saving
from fundament.web.drafts.services.bringing import BRING
from fundament.web.drafts.services.measuring import Measured, later, measure, measure_stored, note_score
from fundament.web.drafts.services.revising import curve_of
from fundament.web.drafts.services.seeing import draft_for, draft_to_measure, drafts_by_study, drafts_of, revisions_of
from fundament.web.drafts.services.stating import said_of, statements_of
from fundament.web.drafts.services.texts import Text
from fundament.web.drafts.services.turns import turns
from fundament.web.drafts.services.wording import rewrites
from fundament.web.drafts.uses import evidence_for, marks_for, passages_for, whys, word_for
from fundament.web.errands.services.running import failed
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.history.services.undo import history_of
from fundament.web.numbers import page_number, whole_number
from fundament.web.studies.services.seeing import folders_of, studies_for, study_for
from fundament.web.tables import cleaned_search
from fundament.web.templating import message_of

PER_PAGE = 50
MOST_STEPS_LISTED = 20  # of the score's curve, the newest first


def _number(request: HttpRequest) -> int:
    return page_number(request.GET.get("page", "1"))


@require_GET
def study_list(request: HttpRequest) -> HttpResponse:
    """All studies of the workspace with their drafts, a page at a time."""
    actor = actor_of(request)
    search, archived = cleaned_search(request), request.GET.get("archived") == "yes"
    folder = request.GET.get("folder", "").replace("\x00", "")[:80]
    page = Paginator(studies_for(actor, search, archived=archived, folder=folder), PER_PAGE).get_page(_number(request))
    drafts = drafts_by_study(actor, page.object_list)
    context = {
        "rows": [(study, drafts[study.pk]) for study in page.object_list], "page": page, "search": search, "archived": archived,
        "kept_query": "".join(f"{urlencode({name: value})}&" for name, value in (("archived", "yes" if archived else ""), ("folder", folder)) if value),
        "folder": folder, "folders": folders_of(actor), "may_choose": can(actor, "study.choose"), "may_open": can(actor, "study.open"), "may_archive": can(actor, "study.archive"),
    }  # fmt: skip
    return render(request, "studies/list.html", context)


@require_GET
def draft_list(request: HttpRequest, study_id: int) -> HttpResponse:
    """The drafts of a study, a page at a time."""
    return list_of_drafts(request, study_id)


def list_of_drafts(request: HttpRequest, study_id: int, status: int = 200, **more: Any) -> HttpResponse:
    """The same, where something is to be said beside."""
    actor = actor_of(request)
    study, archived = study_for(actor, study_id), request.GET.get("archived") == "yes"
    page = Paginator(drafts_of(actor, study, archived=archived), PER_PAGE).get_page(_number(request))
    errand = failed(actor, request.GET.get("errand", ""), BRING)
    if errand is not None:
        more = {"problem": say(message_of(errand.problem)), "brought": errand.arguments, **more}
    context = {
        "study": study, "tab": "drafts", "page": page, "archived": archived, "may_write": can(actor, "draft.create"),
        "may_decide": can(actor, "study.decide"), **more,
    }  # fmt: skip
    return render(request, "drafts/list.html", context, status=status)


@require_POST
def new_draft(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft."""
    draft = saving.create_draft(actor_of(request), study_id, name=request.POST.get("name", ""))
    return redirect("draft", draft.pk)


@require_POST
def from_outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """Begin a draft with the headings of the outline."""
    return redirect("draft", outlines.draft_from_outline(actor_of(request), study_id).pk)


@require_POST
def to_outline(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Make the outline what the headings of this draft are."""
    actor = actor_of(request)
    outlines.outline_from_draft(actor, draft_id)
    return redirect("outline", draft_for(actor, draft_id, with_text=False).study_id)


@require_GET
def write(request: HttpRequest, draft_id: int) -> HttpResponse:
    """The writing screen."""
    names = {
        "save": "save-draft",
        "panel": "draft-panel",
        "said": "state",
        "proposals": "proposals",
        "settle": "settle-proposals",
        "rewrite": "rewrite",
        "language": "say-of-language",
    }
    at = {key: reverse(name, args=[draft_id]) for key, name in names.items()} | {"pictures": reverse("keep-asset")}
    return desk(request, draft_id, "drafts/write.html", {"at": at})


def desk(request: HttpRequest, draft_id: int, template: str, more: dict[str, Any]) -> HttpResponse:
    """The writing screen for whoever asks. more: what its template needs besides; `at` are the addresses that the sheet asks."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id)
    with turns.of(draft.pk, _person(actor)) as has_turn:
        measured = measure_stored(draft, person=_person(actor)) if has_turn else later(draft.words)
    chosen = panel_name(request.GET.get("panel", "edits"), for_guest=_is_guest(actor))
    context = {
        "draft": draft,
        "study": draft.study,
        "may_write": can(actor, "draft.write"),
        "may_share": can(actor, "draft.share"),
        **_said(actor, draft),
        "rewrites": rewrites() if can(actor, "draft.state") else (),
        **panel_context(measured, chosen, PanelView.asked(request.GET), for_guest=_is_guest(actor)),
        **beside_context(draft, measured, chosen),
        **more,
    }
    return render(request, template, context)


def _said(actor: Actor, draft: Draft) -> dict[str, Any]:
    """What the panel shows of the words of people; a visitor sees none and says none."""
    may_say = can(actor, "draft.state")
    return {
        "may_say": may_say, "statements": statements_of(draft) if may_say or actor.kind == "person" else [], "may_plan": can(actor, "study.decide"),
        "plans_for": draft.measured_by, "draft": draft,
    }  # fmt: skip


@answers_json
@takes_bodies_of(settings.LARGEST_TEXT)
@require_POST
def save(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Save what was typed, then measure it. JSON in and out; 422 when what came is not a text. What comes is the whole "document", or the "change" of the stored
    text; 409 when that is not the one it was made on, and the whole is to be sent. With "quick" the answer has no panel: whoever types on has no use for edits
    yet, and asks for them at rest."""
    actor = actor_of(request)
    body = body_of(request)
    base_version = body.get("base_version")
    title, description = body.get("title_tag", ""), body.get("meta_description", "")
    if (
        not isinstance(base_version, int)
        or isinstance(base_version, bool)
        or not isinstance(title, str)
        or not isinstance(description, str)
    ):
        raise ApplicationError("error.document_malformed")
    came = saving.with_change(actor, draft_id, body["change"], base_version) if "change" in body else body.get("document")
    if came is None and "change" in body:
        return JsonResponse({"whole": True}, status=409)
    text = Text.cleaned(came, title, description)
    quick, over = body.get("quick") is True, body.get("over") is True
    chosen = str(body.get("panel", "edits")), str(body.get("part", "")), str(body.get("key", "")), PanelView.asked(body)
    saved = saving.save(actor, draft_id, text, base_version, over=over)
    # from here on the text is safe, whatever becomes of its measurement; one that is not the stored text is measured whole, for nobody can ask for it later
    whole = not quick or saved.conflict
    person, stamp = _person(actor), saved.draft.figures_stamp
    with turns.of(draft_id, person) as has_turn:
        measured = later(saved.draft.words)
        if has_turn:
            measured = measure(
                saved.draft.measured_by, text, person=person, page=saved.draft.page_id, stamp=stamp, with_edits=whole, with_items=whole,
                said=said_of(saved.draft),
            )  # fmt: skip
    if has_turn and not saved.conflict:
        note_score(saved.draft, measured, saved.version)
    answer = _parts(request, saved.draft, measured, *chosen, quick=not whole)
    answer |= {
        "version": saved.version,
        "conflict": saved.conflict,
        "revision": saved.revision,
        "as_sent": are_as_sent(came, text.document),
    }
    return JsonResponse(answer)


@answers_json
@require_GET
def panel(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Another panel for the stored text, with the marks and evidence of a chosen subject."""
    actor = actor_of(request)
    name = panel_name(request.GET.get("panel", ""), for_guest=_is_guest(actor))
    draft = draft_to_measure(actor, draft_id)
    person = _person(actor)
    with turns.of(draft_id, person) as has_turn:
        measured = measure_stored(draft, person=person, with_items=name != "edits") if has_turn else later(draft.words)
    if has_turn and request.GET.get("later"):  # its save was answered without a score
        note_score(draft, measured, draft.version)
    answer = _parts(request, draft, measured, name, request.GET.get("part", ""), request.GET.get("key", ""), PanelView.asked(request.GET))
    return JsonResponse({**answer, "version": draft.version})


def _is_guest(actor: Actor) -> bool:
    return actor.kind != "person"


def _person(actor: Actor) -> int:
    return actor.person.pk if actor.person else 0


def _parts(
    request: HttpRequest, draft: Draft, measured: Measured, panel: str, part: str, key: str, view: PanelView, *, quick: bool = False
) -> dict[str, Any]:
    if measured.is_later:  # what is shown stays until then
        return {"core": None, "panel": None, "marks": None, "words": measured.words, "later": True, "problem": ""}
    is_guest = _is_guest(actor_of(request))
    panel = panel_name(panel, for_guest=is_guest)
    context = panel_context(measured, panel, view, for_guest=is_guest)
    context["chosen_key"], context["chosen_part"] = key, part
    marks = marks_for(measured, part, key) if key else []
    shown = None
    if not quick or measured.score is None:
        context |= beside_context(draft, measured, panel)
        context["subject"], context["evidence"] = evidence_for(measured, part, key)
        context |= _said(actor_of(request), draft)
        context["passages"] = passages_for(measured, key) if part == DENIED else []
        context["word_for"] = word_for(measured, key) if part == DENIED else ""
        context["whys"] = whys(marks)
        context["marked"] = len(marks) if part in ("terms", "entities") else None
        shown = render_to_string("drafts/panel_part.html", context, request)
    return {
        "core": render_to_string("drafts/core_part.html", context, request),
        "panel": shown,
        "marks": marks,
        "words": measured.words,
        "problem": say(measured.problem) if measured.problem else "",
    }


@require_POST
def rename(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Give the draft another name."""
    draft = saving.rename(actor_of(request), draft_id, request.POST.get("name", ""))
    return redirect("drafts", draft.study_id)


@require_POST
def archive(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Put the draft away, or take it back."""
    draft = saving.archive(actor_of(request), draft_id, away=request.POST.get("away") == "yes")
    return redirect("drafts", draft.study_id)


@require_GET
def measured_against(request: HttpRequest, draft_id: int) -> HttpResponse:
    """What the draft is measured against, and the workspace's other studies to choose from."""
    actor = actor_of(request)
    draft, search = draft_for(actor, draft_id, with_text=False), cleaned_search(request)
    page = Paginator(studies_for(actor, search, archived=False), PER_PAGE).get_page(_number(request))
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "page": page, "search": search, "may_write": can(actor, "draft.write"),
    }  # fmt: skip
    return render(request, "drafts/measured_against.html", context)


@require_POST
def measure_against(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Have the draft measured against another study."""
    draft = saving.measure_against(actor_of(request), draft_id, whole_number(request.POST.get("study", "")) or 0)
    return redirect("draft", draft.pk)


@require_GET
def revisions(request: HttpRequest, draft_id: int) -> HttpResponse:
    """All revisions of a draft, a page at a time."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id, with_text=False)
    page = Paginator(revisions_of(draft), PER_PAGE).get_page(_number(request))
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "page": page, "may_write": can(actor, "draft.write"),
        "actions": history_of(actor, f"draft:{draft.pk}"), "publications": (publications := publishing.publications_of(draft)), "is_reading": any(one.is_asked for one in publications), "today": timezone.localdate(),
        "steps": (steps := curve_of(draft))[::-1][:MOST_STEPS_LISTED], "curve": [(step.at, step.total, step.aim) for step in steps],
    }  # fmt: skip
    return render(request, "drafts/revisions.html", context)


@require_POST
def published(request: HttpRequest, draft_id: int) -> HttpResponse:
    """Say that the text as it is now is at an address since a day."""
    try:
        since = datetime.date.fromisoformat(request.POST.get("since", ""))
    except ValueError:
        raise ApplicationError("error.no_day") from None
    publishing.publish_at(actor_of(request), draft_id, request.POST.get("address", ""), since)
    return redirect("revisions", draft_id)


@require_POST
def read_publication(request: HttpRequest, draft_id: int, publication_id: int) -> HttpResponse:
    """Have the page read, and compared with what was published."""
    publishing.ask_to_read(actor_of(request), draft_id, publication_id)
    return redirect("revisions", draft_id)


@require_GET
def revision(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """One revision, to read."""
    from fundament.core.documents.html_out import html_of

    actor = actor_of(request)
    draft = draft_for(actor, draft_id, with_text=False)
    found = draft.revisions.filter(pk=revision_id).first()
    if found is None:
        raise NotFoundError("error.not_found")
    context = {
        "draft": draft, "study": draft.study, "tab": "drafts", "revision": found, "body": html_of(found.document),
        "may_write": can(actor, "draft.write"),
    }  # fmt: skip
    return render(request, "drafts/revision.html", context)


@require_POST
def take_over(request: HttpRequest, draft_id: int, revision_id: int) -> HttpResponse:
    """Make a revision the draft's text; what was there becomes a revision."""
    draft = saving.take_over(actor_of(request), draft_id, revision_id)
    return redirect("draft", draft.pk)
