"""The writing screen, and what it asks for while one types."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.template.loader import render_to_string
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from fundament.core.documents.splicing import are_as_sent
from fundament.messages import say
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import Actor, can
from fundament.web.answers import answers_json
from fundament.web.bodies import body_of, takes_bodies_of
from fundament.web.drafts.desk.denied import denied_context
from fundament.web.drafts.desk.panels import DENIED, PanelView, panel_context, panel_name
from fundament.web.drafts.desk.panels_beside import beside_context
from fundament.web.drafts.desk.uses import evidence_for, marks_for, passages_for, whys, word_for
from fundament.web.drafts.desk.wording import rewrites
from fundament.web.drafts.measuring.measuring import Measured
from fundament.web.drafts.measuring.seeing import draft_for, draft_to_measure
from fundament.web.drafts.measuring.stating import statements_of
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text import saving
from fundament.web.drafts.text.save_and_measure import measured_in_turn, save_and_measure
from fundament.web.errors import ApplicationError


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
    return desk(request, draft_id, "drafts/desk/write.html", {"at": at})


def desk(request: HttpRequest, draft_id: int, template: str, more: dict[str, Any]) -> HttpResponse:
    """The writing screen for whoever asks. more: what its template needs besides; `at` are the addresses that the sheet asks."""
    actor = actor_of(request)
    draft = draft_for(actor, draft_id)
    measured = measured_in_turn(actor, draft)
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
        **(denied_context(draft, measured) if chosen == "edits" else {}),
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
    done = save_and_measure(actor, draft_id, text, base_version, over=over, quick=quick)
    saved = done.saved
    answer = _parts(request, saved.draft, done.measured, *chosen, quick=not done.is_whole)
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
    is_later = bool(request.GET.get("later"))  # its save was answered without a score
    measured = measured_in_turn(actor, draft, with_items=name != "edits", note=is_later)
    answer = _parts(request, draft, measured, name, request.GET.get("part", ""), request.GET.get("key", ""), PanelView.asked(request.GET))
    return JsonResponse({**answer, "version": draft.version})


def _is_guest(actor: Actor) -> bool:
    return actor.kind != "person"


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
        context |= denied_context(draft, measured) if panel == "edits" else {}
        context["subject"], context["evidence"] = evidence_for(measured, part, key)
        context |= _said(actor_of(request), draft)
        context["passages"] = passages_for(measured, key) if part == DENIED else []
        context["word_for"] = word_for(measured, key) if part == DENIED else ""
        context["whys"] = whys(marks)
        context["marked"] = len(marks) if part in ("terms", "entities") else None
        context["counting"] = sum(not why for *_, why in marks)
        shown = render_to_string("drafts/desk/panel_part.html", context, request)
    return {
        "core": render_to_string("drafts/desk/core_part.html", context, request),
        "panel": shown,
        "marks": marks,
        "words": measured.words,
        "problem": say(measured.problem) if measured.problem else "",
    }
