"""The entities of a study: the matrix over the competitors, one entity's mentions, and entities of one's own."""

from __future__ import annotations

from collections.abc import Mapping

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.html import format_html
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET, require_POST

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.errors import CoreError
from fundament.core.message import Message
from fundament.core.yardstick.entity_finding.skos import MOST_BYTES
from fundament.core.yardstick.entity_finding.skos_out import write_skos
from fundament.core.yardstick.model import Entity, Yardstick
from fundament.messages import label, say, say_error, words
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask
from fundament.web.bodies import takes_bodies_of
from fundament.web.drawings.matrix import matrix
from fundament.web.errors import ApplicationError
from fundament.web.studies.decisions import entities as entity_services
from fundament.web.studies.decisions.opened import decision_column, opened, opener
from fundament.web.studies.figures.evidence import entity_evidence
from fundament.web.studies.figures.seeing import decisions_for, study_for
from fundament.web.studies.models import Addition, Study
from fundament.web.studies.queueing import queue_entity_file
from fundament.web.tables import Column, exported, table_of
from fundament.web.typed import ticked


@takes_bodies_of(MOST_BYTES + 100_000)
@require_POST
def own_entities(request: HttpRequest, study_id: int) -> HttpResponse:
    """Bring entities of one's own from a SKOS file, or let them go."""
    actor = actor_of(request)
    ask(actor, "study.decide", study_for(actor, study_id))
    if ticked(request, "drop"):
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


def _entity_columns(study: Study, found: Yardstick, decided: Mapping[str, CoreDecision]) -> tuple[Column, ...]:
    pages = len(found.pages)
    return (
        Column("entity", lambda e: e.name.lower(), lambda e: opener("entity", study, e.key, e.name, _standing(e)), {"entity": lambda e: e.name}, number=False, heads_row=True),
        Column("kind", lambda e: (e.kind, e.name.lower()), lambda e: e.kind or label("kind.none"), {"kind": lambda e: e.kind}, number=False),
        Column("aliases", lambda e: "; ".join(e.aliases), shown=False),
        Column("weight", lambda e: e.weight, lambda e: f"{e.weight:.1f}"),
        Column("named_on", lambda e: e.pages, lambda e: words("number.of", of=e.pages, all=pages), {"pages": lambda e: e.pages}, wraps=False),
        Column("salience", lambda e: sum(e.salience), lambda e: _salience(e, found), {}, number=False),
        Column("context", lambda e: e.context, lambda e: format_html('<span class="muted">{}</span>', ", ".join(e.context[:5])),
               {"context": lambda e: "; ".join(e.context[:8])}, number=False, sorts=False, narrow=False),
        decision_column(decided),
    )  # fmt: skip


def _standing(entity: Entity) -> str:
    also = words("entity.also_written_so", names=list(entity.aliases)) if entity.aliases else ""
    return ", ".join(filter(None, ("yours" if entity.own else "", also)))


def _salience(entity: Entity, found: Yardstick) -> SafeString:
    cells = [
        (0 if not value else 1 + min(3, int(value * 40)), words("matrix.salience", page=page.url, value=f"{value:.3f}"))
        for page, value in zip(found.pages, entity.salience, strict=True)
    ]
    return matrix(cells, label=words("matrix.named", pages=entity.pages, of=len(found.pages)), opens=True)


def _entities(request: HttpRequest, study_id: int, problem: str = "", status: int = 200) -> HttpResponse:
    open_ = opened(request, study_id, "entities", "entities")
    study, found, context = open_.study, open_.yardstick, open_.context
    context["problem"], context["file"] = problem, None
    file = entity_services.file_of(study)
    if file is not None and file.problem:
        context["problem"] = problem or say(Message(*file.problem))
    elif file is not None:
        context["file"] = file
    if found is None:
        return render(request, "studies/decisions/entities.html", context, status=status)
    decided = decisions_for(study).by_key
    table = table_of(
        request,
        found.entities,
        _entity_columns(study, found, decided),
        first="weight",
        text=lambda e: f"{e.name} {' '.join(e.aliases)} {e.kind}",
    )
    if request.GET.get("format") == "ttl":
        answer = HttpResponse(write_skos(found.entities, found.keyword, found.language), content_type="text/turtle; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="entities-{study.pk}.ttl"'
        return answer
    file = exported(request, table, f"entities-{study.pk}")
    if file is not None:
        return file
    context |= {
        "additions": Addition.objects.filter(study=study, kind="entities"),
        "table": table,
        "decided": sum(1 for entity in found.entities if entity.key in decided),
        "everyday": sum(1 for entity in found.entities if not entity.worth),
    }
    return render(request, "studies/decisions/entities.html", context, status=status)


@require_GET
def entity(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """An entity in all of the competitors' own sentences."""
    open_ = opened(request, study_id, "entities")
    compiled, chosen = open_.thing("entities", key)
    members = [(f"lemmas {' '.join(phrase)}", " ".join(phrase)) for phrase in chosen.phrases]
    context = {**open_.context, "members": members, "entity": chosen, "pages": entity_evidence(open_.study, compiled, key)}
    return render(request, "studies/decisions/entity_part.html", context)
