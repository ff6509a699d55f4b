"""The trade's measures of the terms: a curve and a table, for the competitors and for one of the study's drafts."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.core.yardstick.trade_measures import FIRST, LONGEST, MEASURES, TermMeasures
from fundament.web.drawings.curve import Line, curve
from fundament.web.studies.measures import draft_choices, measures_of
from fundament.web.studies.views import study_of
from fundament.web.studies.yardsticks import compiled_of
from fundament.web.tables import Column, csv_response, table_of

DRAWN = 40  # terms on the curve


def _columns(has_draft: bool) -> tuple[Column, ...]:
    columns = [Column("term", "Term", lambda t: t.term.lower(), number=False)]
    for name, label in MEASURES.items():
        columns.append(Column(name, f"{label}, mean", lambda t, n=name: t.measures[n].mean, help="Mean over all competitors"))
        columns.append(
            Column(f"{name}_first", f"first {FIRST}", lambda t, n=name: t.measures[n].first, help=f"Mean over the first {FIRST}")
        )
        if has_draft:
            columns.append(Column(f"{name}_own", "draft", lambda t, n=name: t.measures[n].own or 0.0, help="The chosen draft"))
    return tuple(columns)


@require_GET
def measures(request: HttpRequest, study_id: int) -> HttpResponse:
    """TF-IDF, WDF*IDF and BM25 of terms of one, two and three words."""
    study = study_of(request, study_id)
    compiled = compiled_of(study.pk) if study.state == "ready" else None
    context: dict[str, Any] = {"study": study, "tab": "terms", "yardstick": compiled.yardstick if compiled else None}
    if compiled is None:
        return render(request, "studies/measures.html", context)
    words = request.GET.get("words", "")
    drawn = request.GET.get("measure", "")
    drawn = drawn if drawn in MEASURES else "wdf_idf"
    drafts = draft_choices(study)
    chosen = next((draft for draft in drafts if str(draft.pk) == request.GET.get("draft", "")), None)
    found = [m for m in measures_of(compiled, study, chosen) if words not in ("1", "2", "3") or m.words == int(words)]
    table = table_of(request, found, _columns(chosen is not None), first=drawn, text=lambda m: m.term, keep=("measure", "words", "draft"))
    if request.GET.get("format") == "csv":
        return csv_response(f"measures-{study.pk}", _csv_head(chosen is not None), (_csv_row(m, chosen is not None) for m in table.rows))
    ranked = sorted(found, key=lambda m: -m.measures[drawn].mean)[:DRAWN]
    lines = [
        Line(f"mean of the first {FIRST}", [m.measures[drawn].first for m in ranked], "first"),
        Line("mean of all competitors", [m.measures[drawn].mean for m in ranked], "mean"),
    ]
    if chosen is not None:
        lines.append(Line(chosen.name, [m.measures[drawn].own or 0.0 for m in ranked], "own"))
    context |= {
        "table": table,
        "rows": [(m, _cells(m, chosen is not None)) for m in table.rows],
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


def _cells(measured: TermMeasures, has_draft: bool) -> list[str]:
    cells = []
    for name in MEASURES:
        m = measured.measures[name]
        cells += [f"{m.mean:.3f}", f"{m.first:.3f}"]
        if has_draft:
            cells.append(f"{m.own or 0.0:.3f}")
    return cells


def _csv_head(has_draft: bool) -> tuple[str, ...]:
    return ("term", *(f"{name}_{kind}" for name in MEASURES for kind in (("mean", "first", "draft") if has_draft else ("mean", "first"))))


def _csv_row(measured: TermMeasures, has_draft: bool) -> tuple[Any, ...]:
    return (measured.term, *_cells(measured, has_draft))
