"""The yardstick of a study: length and structure, terms, entities, outline."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import CoreError
from fundament.core.yardstick.keyword_zones import ZONES, zone_ranges
from fundament.core.yardstick.model import Entity, Subtopic, Term, Yardstick
from fundament.core.yardstick.skos import MOST_BYTES
from fundament.core.yardstick.structure import MEASURES
from fundament.web.studies import services
from fundament.web.studies.models import Study
from fundament.web.studies.views import study_of
from fundament.web.studies.yardsticks import compiled_of
from fundament.web.tables import Column, csv_response, table_of

TERM_COLUMNS = (
    Column("term", "Term", lambda t: t.name.lower(), number=False),
    Column("weight", "Weight", lambda t: t.weight, help="Share of 100 over all terms"),
    Column("pages", "Pages", lambda t: t.pages, help="Competitors that use it in their text"),
    Column("density", "Uses per 1,000 words", lambda t: t.per_thousand.median, help="Over the competitors that use it"),
    Column("target", "Target", lambda t: t.low, help="Uses at the planned length"),
    Column("specificity", "Specificity", lambda t: t.specificity, help="How many powers of ten more often than in general language"),
)
ENTITY_COLUMNS = (
    Column("entity", "Entity", lambda e: e.name.lower(), number=False),
    Column("kind", "Kind", lambda e: (e.kind, e.name.lower()), number=False),
    Column("weight", "Weight", lambda e: e.weight, help="Share of 100 over all entities"),
    Column("pages", "Pages", lambda e: e.pages, help="Competitors that name it"),
)


def _open(request: HttpRequest, study_id: int, tab: str) -> tuple[Study, Yardstick | None, dict[str, Any]]:
    study = study_of(request, study_id)
    compiled = compiled_of(study.pk) if study.state == "ready" else None
    yardstick = compiled.yardstick if compiled else None
    return study, yardstick, {"study": study, "tab": tab, "yardstick": yardstick}


@require_GET
def yardstick(request: HttpRequest, study_id: int) -> HttpResponse:
    """Length, structure and placement over the competitors."""
    _, found, context = _open(request, study_id, "yardstick")
    if found is not None:
        context["measures"] = [(label, name, found.structure[name]) for name, label in MEASURES.items()]
        ranges = zone_ranges(found)
        context["zones"] = [(label, *ranges[zone]) for zone, label in ZONES.items()]
        context["opening"] = found.zones["opening"]
    return render(request, "studies/yardstick.html", context)


@require_GET
def terms(request: HttpRequest, study_id: int) -> HttpResponse:
    """The terms with weights and target ranges."""
    study, found, context = _open(request, study_id, "terms")
    if found is None:
        return render(request, "studies/terms.html", context)
    numbered = {term.name: number for number, term in enumerate(found.terms)}
    table = table_of(request, found.terms, TERM_COLUMNS, first="weight", text=lambda term: term.name)
    if request.GET.get("format") == "csv":
        return csv_response(
            f"terms-{study.pk}", ("term", "tier", "pages", "weight", "low", "high", "ceiling", "specificity"), map(_term_row, table.rows)
        )
    context |= {
        "table": table,
        "rows": [(numbered[term.name], term) for term in table.rows],
        "heaviest": [term.name for term in found.terms[:5]],
        "shared": sum(1 for term in found.terms if term.tier == 1),
    }
    return render(request, "studies/terms.html", context)


def _term_row(term: Term) -> tuple[Any, ...]:
    return (term.name, term.tier, term.pages, term.weight, term.low, term.high, term.ceiling, term.specificity)


@require_GET
def term(request: HttpRequest, study_id: int, number: int) -> HttpResponse:
    """A term in the competitors' own sentences."""
    _, found, context = _open(request, study_id, "terms")
    if found is None or number >= len(found.terms):
        raise Http404
    chosen = found.terms[number]
    sentence_of = dict(chosen.first_sentences)
    context["term"] = chosen
    context["pages"] = [(page, count, sentence_of.get(page.url, "")) for page, count in zip(found.pages, chosen.counts, strict=True)]
    return render(request, "studies/term_part.html", context)


@require_POST
def own_entities(request: HttpRequest, study_id: int) -> HttpResponse:
    """Bring entities of one's own from a SKOS file, or let them go."""
    study = study_of(request, study_id)
    if request.POST.get("drop"):
        services.drop_entities(study)
        return redirect("entities", study.pk)
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise CoreError("Choose a file first.")
        # one byte more than is taken, so that a larger file is refused without being read whole
        services.bring_entities(study, upload.read(MOST_BYTES + 1), upload.name or "")
    except CoreError as error:
        return _entities(request, study_id, problem=str(error), status=422)
    return redirect("entities", study.pk)


@require_GET
def entities(request: HttpRequest, study_id: int) -> HttpResponse:
    """The entities, and which competitor names which."""
    return _entities(request, study_id)


def _entities(request: HttpRequest, study_id: int, problem: str = "", status: int = 200) -> HttpResponse:
    study, found, context = _open(request, study_id, "entities")
    context["problem"] = problem
    if found is None:
        return render(request, "studies/entities.html", context)
    table = table_of(request, found.entities, ENTITY_COLUMNS, first="weight", text=lambda e: f"{e.name} {' '.join(e.aliases)} {e.kind}")
    if request.GET.get("format") == "csv":
        rows = ((e.name, e.kind, "; ".join(e.aliases), e.pages, e.weight, "; ".join(e.context[:8])) for e in table.rows)
        return csv_response(f"entities-{study.pk}", ("entity", "kind", "aliases", "pages", "weight", "context"), rows)
    context |= {"table": table, "rows": [(e, _salience(e, found)) for e in table.rows]}
    return render(request, "studies/entities.html", context, status=status)


def _salience(entity: Entity, found: Yardstick) -> list[tuple[str, float, int]]:
    """(url, salience, step 0 to 4 for drawing) per competitor."""
    return [
        (page.url, value, 0 if value == 0 else 1 + min(3, int(value * 40)))
        for page, value in zip(found.pages, entity.salience, strict=True)
    ]


@require_GET
def outline(request: HttpRequest, study_id: int) -> HttpResponse:
    """The subtopics in the competitors' usual order, with every wording."""
    study, found, context = _open(request, study_id, "outline")
    if found is None:
        return render(request, "studies/outline.html", context)
    order = request.GET.get("sort", "place")
    subtopics = sorted(found.subtopics, key=_order(order))
    if request.GET.get("format") == "csv":
        rows = ((s.label, s.pages, s.weight, s.level, s.place, h.url, h.text) for s in subtopics for h in s.headings)
        return csv_response(f"outline-{study.pk}", ("subtopic", "pages", "weight", "level", "place", "url", "heading"), rows)
    context |= {
        "order": order,
        "subtopics": [(s, [(page.url, any(h.url == page.url for h in s.headings)) for page in found.pages]) for s in subtopics],
        "most_shared": max(found.subtopics, key=lambda s: s.pages, default=None),
    }
    return render(request, "studies/outline.html", context)


def _order(name: str) -> Any:
    def by_place(subtopic: Subtopic) -> tuple[float, str]:
        return (subtopic.place, subtopic.label)

    def by_pages(subtopic: Subtopic) -> tuple[float, str]:
        return (-subtopic.pages, subtopic.label)

    return by_pages if name == "pages" else by_place
