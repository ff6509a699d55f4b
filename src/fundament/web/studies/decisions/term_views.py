"""The terms of a study: the table, and one term in the competitors' own sentences."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.core.consensus.decide import Decision as CoreDecision
from fundament.core.yardstick.model import Term
from fundament.core.yardstick.tone import tone_of
from fundament.messages import label, words
from fundament.web.drawings.tags import target_strip
from fundament.web.studies.decisions.opened import decision_column, opened, opener
from fundament.web.studies.figures.demand import count_unused, volume_of_term, volumes_of
from fundament.web.studies.figures.evidence import term_evidence
from fundament.web.studies.figures.seeing import decisions_for
from fundament.web.studies.models import Addition, Study
from fundament.web.studies.our_texts import our_texts
from fundament.web.tables import Column, Filter, exported, table_of


def _columns(study: Study, pages: int, decided: Mapping[str, CoreDecision], volumes: dict[str, float]) -> tuple[Column, ...]:
    demand = (
        Column("demand", lambda t: volume_of_term(t, volumes) or 0, lambda t: _searches(volume_of_term(t, volumes)), {"searches a month": lambda t: volume_of_term(t, volumes)}, narrow=False),
    )  # fmt: skip
    return (
        Column("term", lambda t: t.name.lower(), lambda t: opener("term", study, t.key, t.name, _standing(t)), {"term": lambda t: t.name}, number=False, heads_row=True),
        Column("tier", lambda t: t.tier, shown=False),
        Column("weight", lambda t: t.weight, lambda t: f"{t.weight:.1f}"),
        Column("pages", lambda t: t.pages, lambda t: words("number.of", of=t.pages, all=pages), wraps=False),
        Column("density", lambda t: t.per_thousand.median, lambda t: f"{t.per_thousand.median:.1f}", narrow=False),
        Column(
            "target",
            lambda t: t.low,
            _target,
            {"low": lambda t: t.low, "high": lambda t: t.high, "ceiling": lambda t: t.ceiling},
            wraps=False,
        ),
        Column("specificity", lambda t: t.specificity, lambda t: f"{t.specificity:.1f}", narrow=False),
        Column("range", lambda t: t.high, lambda t: target_strip(t.low, t.high, t.ceiling), {}, number=False, sorts=False, narrow=False),
        *(demand if volumes else ()),
        decision_column(decided),
    )  # fmt: skip


def _filters(request: HttpRequest, study: Study, decided: Mapping[str, CoreDecision], volumes: dict[str, float]) -> list[Filter]:
    ours = our_texts().used_terms(study.pk) if request.GET.get("ours") else frozenset()

    def has_words(n: int) -> Callable[[Term], bool]:
        return lambda term: len(term.name.split()) == n

    def is_of_tier(n: int) -> Callable[[Term], bool]:
        return lambda term: term.tier == n

    def is_decided(action: str) -> Callable[[Term], bool]:
        return lambda term: term.key in decided and decided[term.key].action == action

    def is_searched(least: int) -> Callable[[Term], bool]:
        return lambda term: (volume_of_term(term, volumes) or 0) >= least

    found = [
        Filter("words", [*((str(n), str(n), has_words(n)) for n in (1, 2, 3)), ("4", words("filter.four_or_more"), lambda t: len(t.name.split()) >= 4)]),
        Filter("tier", [(str(n), label(f"tier.{n}"), is_of_tier(n)) for n in (1, 2, 3)]),
        Filter("zone", [
            ("headed", label("zone_filter.headed"), lambda t: any(t.prominent)), ("text", label("zone_filter.text"), lambda t: not any(t.prominent)),
        ]),
        Filter("decided", [
            ("yes", label("decided_filter.yes"), lambda t: t.key in decided), ("no", label("decided_filter.no"), lambda t: t.key not in decided),
            *((action.replace(" ", "-"), label(f"decided.{action}"), is_decided(action)) for action in ("kept", "dropped", "own target")),
        ]),
        Filter("ours", [
            ("yes", label("ours_filter.yes"), lambda t: ours is not None and t.key in ours), ("no", label("ours_filter.no"), lambda t: ours is None or t.key not in ours),
            ("own", label("ours_filter.own"), lambda t: t.own),
        ]),
    ]  # fmt: skip
    if volumes:
        found.append(Filter("demand", [(str(least), f"{least:,}+", is_searched(least)) for least in (100, 1_000)]))
    return found


def _searches(volume: float | None) -> str:
    return "–" if volume is None else f"{volume:,.0f}"


def _standing(term: Term) -> str:
    return words("term.yours") if term.own else words("term.kept_alone") if term.kept else ""


def _target(term: Term) -> str:
    return str(term.low) if term.low == term.high else words("number.span", low=term.low, high=term.high)


@require_GET
def terms(request: HttpRequest, study_id: int) -> HttpResponse:
    """The terms with weights and target ranges."""
    open_ = opened(request, study_id, "terms", "terms")
    study, found, context = open_.study, open_.yardstick, open_.context
    if found is None:
        return render(request, "studies/decisions/terms.html", context)
    decided = decisions_for(study).by_key
    volumes = volumes_of(study)
    table = table_of(
        request, found.terms, _columns(study, len(found.pages), decided, volumes), first="weight", text=lambda term: term.name,
        filters=_filters(request, study, decided, volumes), chosen_as="terms",
    )  # fmt: skip
    file = exported(request, table, f"terms-{study.pk}")
    if file is not None:
        return file
    context |= {
        "table": table,
        "heaviest": [term.name for term in found.terms[:5]],
        "shared": sum(1 for term in found.terms if term.tier == 1),
        "decided": sum(1 for term in found.terms if term.key in decided),
        "in_demand": count_unused(study, found),
        "additions": Addition.objects.filter(study=study, kind="terms"),
    }
    return render(request, "studies/decisions/terms.html", context)


@require_GET
def term(request: HttpRequest, study_id: int, key: str) -> HttpResponse:
    """A term in all of the competitors' own sentences."""
    open_ = opened(request, study_id, "terms")
    compiled, chosen = open_.thing("terms", key)
    pages = term_evidence(open_.study, compiled, key)
    tone = tone_of([use.text for page in pages for use in page.uses if use.counts], compiled.language)
    context = {**open_.context, "term": chosen, "pages": pages, "tone": tone}
    return render(request, "studies/decisions/term_part.html", context)
