"""The yardstick of a study: length and structure, terms, entities, outline."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_POST

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.errors import CoreError
from fundament.core.message import Message
from fundament.core.yardstick.keyword_zones import ZONES, zone_ranges
from fundament.core.yardstick.measures import MEASURES
from fundament.core.yardstick.model import Entity, Subtopic, Term, Yardstick
from fundament.core.yardstick.secondary_keywords import secondary_rows
from fundament.core.yardstick.skos import MOST_BYTES
from fundament.messages import label, say, say_error
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask, can
from fundament.web.bodies import takes_bodies_of
from fundament.web.drawings.aim_lengths import aim_lengths
from fundament.web.drawings.tags import target_strip
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.studies.models import Study
from fundament.web.studies.services import entities as entity_services
from fundament.web.studies.services.seeing import decision_on, decisions_for, figures_of, study_for
from fundament.web.studies.services.yardsticks import aims_of
from fundament.web.studies.tasks import queue_entity_file
from fundament.web.tables import Column, table_of


def _open(request: HttpRequest, study_id: int, tab: str) -> tuple[Study, Yardstick | None, dict[str, Any]]:
    actor = actor_of(request)
    study = study_for(actor, study_id)
    compiled = figures_of(study)
    yardstick = compiled.yardstick if compiled else None
    return study, yardstick, {"study": study, "tab": tab, "yardstick": yardstick, "may_decide": can(actor, "study.decide")}


@require_GET
def yardstick(request: HttpRequest, study_id: int) -> HttpResponse:
    """Length, structure and placement over the competitors."""
    study, found, context = _open(request, study_id, "yardstick")
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
    study, found, context = _open(request, study_id, "yardstick")
    points = [(words, aim.aim, aim.enough) for words, aim in aims_of(study.pk)] if found else []
    context["points"] = points
    if found is not None and len(points) > 1:
        context["drawing"] = aim_lengths(points, found.planned_words)
    return render(request, "studies/aims_part.html", context)


def _term_columns(study: Study, pages: int, decided: Mapping[str, CoreDecision]) -> tuple[Column, ...]:
    return (
        Column(
            "term", lambda t: t.name.lower(), lambda t: _term_button(study, t), {"term": lambda t: t.name}, number=False, heads_row=True
        ),
        Column("tier", lambda t: t.tier, shown=False),
        Column("weight", lambda t: t.weight, lambda t: f"{t.weight:.1f}"),
        Column("pages", lambda t: t.pages, lambda t: f"{t.pages} of {pages}"),
        Column("density", lambda t: t.per_thousand.median, lambda t: f"{t.per_thousand.median:.1f}"),
        Column(
            "target",
            lambda t: t.low,
            _target,
            {"low": lambda t: t.low, "high": lambda t: t.high, "ceiling": lambda t: t.ceiling},
            wraps=False,
        ),
        Column("specificity", lambda t: t.specificity, lambda t: f"{t.specificity:.1f}"),
        Column("range", lambda t: t.high, lambda t: target_strip(t.low, t.high, t.ceiling), {}, number=False, sorts=False),
        Column("decision", lambda t: _decision(decided.get(t.key)), number=False, wraps=False),
    )


def _decision(decision: CoreDecision | None) -> str:
    return label(f"decided.{decision.action}") if decision else ""


def _target(term: Term) -> str:
    return str(term.low) if term.low == term.high else f"{term.low} to {term.high}"


def _term_button(study: Study, term: Term) -> SafeString:
    from django.urls import reverse

    return format_html(
        '<button class="btn btn-link p-0 term-button" hx-get="{}" hx-target="#evidence-{}" hx-swap="innerHTML">{}</button>',
        reverse("term", args=[study.pk, term.key]), term.key, term.name,
    )  # fmt: skip


@require_GET
def terms(request: HttpRequest, study_id: int) -> HttpResponse:
    """The terms with weights and target ranges."""
    study, found, context = _open(request, study_id, "terms")
    if found is None:
        return render(request, "studies/terms.html", context)
    decided = decisions_for(study).by_key
    table = table_of(request, found.terms, _term_columns(study, len(found.pages), decided), first="weight", text=lambda term: term.name)
    if request.GET.get("format") == "csv":
        return table.csv(f"terms-{study.pk}")
    context |= {
        "table": table,
        "heaviest": [term.name for term in found.terms[:5]],
        "shared": sum(1 for term in found.terms if term.tier == 1),
        "decided": sum(1 for term in found.terms if term.key in decided),
    }
    return render(request, "studies/terms.html", context)


@require_GET
def term(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """A term in the competitors' own sentences."""
    study, found, context = _open(request, study_id, "terms")
    chosen = next((t for t in found.terms if t.key == key), None) if found else None
    if found is None or chosen is None:
        raise NotFoundError("error.not_found")
    sentence_of = dict(chosen.first_sentences)
    context["term"] = chosen
    context["decision"] = decision_on(study, key)
    context["query"] = urlsplit(request.headers.get("HX-Current-URL", "")).query[:500]
    context["pages"] = [(page, count, sentence_of.get(page.url, "")) for page, count in zip(found.pages, chosen.counts, strict=True)]
    return render(request, "studies/term_part.html", context)


@takes_bodies_of(MOST_BYTES + 100_000)
@require_POST
def own_entities(request: HttpRequest, study_id: int) -> HttpResponse:
    """Bring entities of one's own from a SKOS file, or let them go."""
    actor = actor_of(request)
    ask(actor, "study.decide", study_for(actor, study_id))
    if request.POST.get("drop"):
        entity_services.drop_entities(actor, study_id)
        return redirect("entities", study_id)
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise ApplicationError("error.no_file")
        # one byte more than is taken, so that a larger file is refused without being read whole
        queue_entity_file(entity_services.offer_file(actor, study_id, upload.read(MOST_BYTES + 1), upload.name or ""))
    except (CoreError, ApplicationError) as error:
        if isinstance(error, ApplicationError) and error.status != 422:
            raise
        return _entities(request, study_id, problem=say_error(error), status=422)
    return redirect("entities", study_id)


@require_GET
def entities(request: HttpRequest, study_id: int) -> HttpResponse:
    """The entities, and which competitor names which."""
    return _entities(request, study_id)


def _entity_columns(found: Yardstick) -> tuple[Column, ...]:
    pages = len(found.pages)
    return (
        Column("entity", lambda e: e.name.lower(), _entity_name, {"entity": lambda e: e.name}, number=False, heads_row=True),
        Column("kind", lambda e: (e.kind, e.name.lower()), lambda e: e.kind or label("kind.none"), {"kind": lambda e: e.kind}, number=False),
        Column("aliases", lambda e: "; ".join(e.aliases), shown=False),
        Column("weight", lambda e: e.weight, lambda e: f"{e.weight:.1f}"),
        Column("named_on", lambda e: e.pages, lambda e: f"{e.pages} of {pages}", {"pages": lambda e: e.pages}),
        Column("salience", lambda e: sum(e.salience), lambda e: _salience(e, found), {}, number=False),
        Column("context", lambda e: e.context, lambda e: format_html('<span class="muted">{}</span>', ", ".join(e.context[:5])),
               {"context": lambda e: "; ".join(e.context[:8])}, number=False, sorts=False),
    )  # fmt: skip


def _entity_name(entity: Entity) -> SafeString:
    own = "yours" + ("," if entity.aliases else "") if entity.own else ""
    also = f"also {', '.join(entity.aliases)}" if entity.aliases else ""
    more = " ".join(filter(None, (own, also)))
    return format_html('{} <span class="muted">{}</span>', entity.name, more) if more else format_html("{}", entity.name)


def _salience(entity: Entity, found: Yardstick) -> SafeString:
    cells = format_html_join(
        "", '<i class="cell step-{}" title="{}: salience {}"></i>',
        ((0 if not value else 1 + min(3, int(value * 40)), page.url, f"{value:.3f}")
         for page, value in zip(found.pages, entity.salience, strict=True)),
    )  # fmt: skip
    return format_html(
        '<span class="matrix" role="img" aria-label="named on {} of {} competitors">{}</span>', entity.pages, len(found.pages), cells
    )


def _entities(request: HttpRequest, study_id: int, problem: str = "", status: int = 200) -> HttpResponse:
    study, found, context = _open(request, study_id, "entities")
    context["problem"], context["file"] = problem, None
    file = entity_services.file_of(study)
    if file is not None and file.problem:
        context["problem"] = problem or say(Message(*file.problem))
    elif file is not None:
        context["file"] = file
    if found is None:
        return render(request, "studies/entities.html", context, status=status)
    table = table_of(
        request, found.entities, _entity_columns(found), first="weight", text=lambda e: f"{e.name} {' '.join(e.aliases)} {e.kind}"
    )
    if request.GET.get("format") == "csv":
        return table.csv(f"entities-{study.pk}")
    context["table"] = table
    return render(request, "studies/entities.html", context, status=status)


def _subtopic_columns(found: Yardstick) -> tuple[Column, ...]:
    pages = len(found.pages)
    return (
        Column("subtopic", lambda s: s.label.lower(), _subtopic_name, {"subtopic": lambda s: s.label}, number=False, heads_row=True),
        Column("place", lambda s: (s.place, s.label), lambda s: f"{s.place:.0%}", {"place": lambda s: s.place}, number=False),
        Column("level", lambda s: s.level, lambda s: f"H{s.level}", {"level": lambda s: s.level}, number=False),
        Column("headed_on", lambda s: (s.pages, s.label), lambda s: f"{s.pages} of {pages}", {"pages": lambda s: s.pages}, wraps=False),
        Column("weight", lambda s: s.weight, lambda s: f"{s.weight:.1f}"),
        Column("matrix", lambda s: s.pages, lambda s: _pages_with(s, found), {}, number=False, sorts=False),
        Column(
            "wordings",
            lambda s: len(s.headings),
            _wordings,
            {"headings": lambda s: "; ".join(h.text for h in s.headings)},
            number=False,
            sorts=False,
        ),
    )


def _subtopic_name(subtopic: Subtopic) -> SafeString:
    asked = ' <span class="muted">asked as a question</span>' if subtopic.is_question else ""
    return format_html("{}{}", subtopic.label, SafeString(asked))


def _pages_with(subtopic: Subtopic, found: Yardstick) -> SafeString:
    there = {heading.url for heading in subtopic.headings}
    cells = format_html_join("", '<i class="cell step-{}" title="{}"></i>', ((4 if p.url in there else 0, p.url) for p in found.pages))
    return format_html(
        '<span class="matrix" role="img" aria-label="on {} of {} competitors">{}</span>', subtopic.pages, len(found.pages), cells
    )


def _wordings(subtopic: Subtopic) -> SafeString:
    rest = f" and {len(subtopic.headings) - 1} more" if len(subtopic.headings) > 1 else ""
    first = subtopic.headings[0].text
    items = format_html_join(
        "", '<li>H{} {} <span class="host">{}</span></li>',
        ((h.level, h.text, h.url.removeprefix("https://").removeprefix("www.")[:34]) for h in subtopic.headings),
    )  # fmt: skip
    return format_html("<details><summary>{}{}</summary><ul>{}</ul></details>", first[:44] + ("…" if len(first) > 44 else ""), rest, items)


@require_GET
def outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """The subtopics, in the competitors' usual order unless asked otherwise, with every wording."""
    study, found, context = _open(request, study_id, "outline")
    if found is None:
        return render(request, "studies/outline.html", context)
    table = table_of(
        request, found.subtopics, _subtopic_columns(found), first="place",
        text=lambda s: " ".join([s.label, *(h.text for h in s.headings)]),
    )  # fmt: skip
    if request.GET.get("format") == "csv":
        return table.csv(f"outline-{study.pk}")
    context |= {"table": table, "most_shared": max(found.subtopics, key=lambda s: s.pages, default=None)}
    return render(request, "studies/outline.html", context)
