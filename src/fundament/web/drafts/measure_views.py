"""The trade's measures of the terms: a curve and a table, for the competitors and for one of the study's drafts."""

from __future__ import annotations

import re
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.core.yardstick.trade_measures import FIRST, LONGEST, MEASURES, TermMeasures
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import seen_by
from fundament.web.drafts.models import STAMPS
from fundament.web.drafts.services.measuring import measure_stored
from fundament.web.drafts.services.seeing import drafts_to_choose, measured_with
from fundament.web.drawings.curve import Line, curve
from fundament.web.studies.services.seeing import figures_of, measures_of, study_for
from fundament.web.tables import Column, table_of

DRAWN = 40  # terms on the curve
_WAS = re.compile(r"([0-9]{1,9}):([0-9]{1,3}\.[0-9]{2})(?:,|$)")  # draft:score


def _columns(has_draft: bool) -> tuple[Column, ...]:
    columns = [Column("term", lambda t: t.term.lower(), lambda t: t.term, {"term": lambda t: t.term}, number=False, heads_row=True)]
    for name in MEASURES:
        kinds = [("mean", lambda m: m.mean), ("first", lambda m: m.first), *([("draft", lambda m: m.own or 0.0)] if has_draft else [])]
        for kind, figure in kinds:

            def value(row: TermMeasures, name: str = name, figure: Any = figure) -> float:
                return float(figure(row.measures[name]))

            def cell(row: TermMeasures, value: Any = value) -> str:
                return f"{value(row):.3f}"

            columns.append(Column(f"{name}_{kind}", value, cell, {f"{name}_{kind}": cell}))
    return tuple(columns)


@require_GET
def measures(request: HttpRequest, study_id: int) -> HttpResponse:
    """TF-IDF, WDF*IDF and BM25 of terms of one, two and three words."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    compiled = figures_of(study)
    context: dict[str, Any] = {"study": study, "tab": "terms", "yardstick": compiled.yardstick if compiled else None}
    if compiled is None:
        return render(request, "studies/measures.html", context)
    words = request.GET.get("words", "")
    drawn = request.GET.get("measure", "")
    drawn = drawn if drawn in MEASURES else "wdf_idf"
    drafts = drafts_to_choose(actor, study)
    chosen = next((draft for draft in drafts if str(draft.pk) == request.GET.get("draft", "")), None)
    own = (chosen.document, chosen.title_tag, chosen.meta_description) if chosen else (None, "", "")
    found = [m for m in measures_of(compiled, *own) if words not in ("1", "2", "3") or m.words == int(words)]
    table = table_of(
        request, found, _columns(chosen is not None), first=f"{drawn}_mean", text=lambda m: m.term, keep=("measure", "words", "draft")
    )
    if request.GET.get("format") == "csv":
        return table.csv(f"measures-{study.pk}")
    ranked = sorted(found, key=lambda m: -m.measures[drawn].mean)[:DRAWN]
    lines = [
        Line(f"mean of the first {FIRST}", [m.measures[drawn].first for m in ranked], "first"),
        Line("mean of all competitors", [m.measures[drawn].mean for m in ranked], "mean"),
    ]
    if chosen is not None:
        lines.append(Line(chosen.name, [m.measures[drawn].own or 0.0 for m in ranked], "own"))
    context |= {
        "table": table,
        "curve": curve(lines, [m.term for m in ranked], label=MEASURES[drawn]),
        "lines": lines,
        "measure": drawn,
        "measure_name": MEASURES[drawn],
        "measure_names": MEASURES.items(),
        "words": words,
        "word_counts": [("", "any"), *[(str(n), str(n)) for n in range(1, LONGEST + 1)]],
        "drafts": drafts,
        "chosen": chosen,
        "highest": [m.term for m in ranked[:3]],
    }
    return render(request, "studies/measures.html", context)


@require_GET
def scores_moved(request: HttpRequest, study_id: int) -> HttpResponse:
    """What a change of a study's figures did to the scores of its drafts. The address says what they were."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    was = {int(number): float(total) for number, total in _WAS.findall(request.GET.get("was", "")[:200])}
    rows = []
    for draft in seen_by(actor, measured_with(study.pk)).filter(pk__in=was).annotate(**STAMPS):
        score = measure_stored(draft, with_edits=False, with_items=False).score
        if score is not None:
            rows.append((draft, was[draft.pk], score.total))
    return render(request, "drafts/scores_moved_part.html", {"rows": rows})
