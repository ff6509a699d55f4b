"""The trade's measures of the terms, for the competitors and for one of the study's drafts; and what a change did to the drafts' scores."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.safestring import SafeString
from django.views.decorators.http import require_GET

from fundament.core.yardstick.trade_measures import FIRST, LONGEST, MEASURES, TermMeasures
from fundament.messages import label
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import seen_by
from fundament.web.drafts.measuring.measuring import score_stored
from fundament.web.drafts.measuring.seeing import draft_to_show, drafts_to_choose, measured_with
from fundament.web.drafts.models import stamps
from fundament.web.drawings.marks_on_scale import marks_on_scale
from fundament.web.studies.figures.seeing import figures_of, measures_of, study_for
from fundament.web.tables import Column, exported, table_of

FAR_BELOW, FAR_ABOVE = 0.5, 2.0  # shares of the mean from which ours is said to be off
_WAS = re.compile(r"([0-9]{1,9}):([0-9]{1,3}\.[0-9]{2})(?:,|$)")  # draft:score


def _columns(drawn: str, most: float, has_draft: bool) -> tuple[Column, ...]:
    """The measure that is looked at as marks on one scale and as numbers; the others in the file."""

    def of(measure: str, kind: str) -> Callable[[TermMeasures], float]:
        return lambda row: float(getattr(row.measures[measure], kind) or 0.0)

    def marks(row: TermMeasures) -> SafeString:
        values = row.measures[drawn]
        return marks_on_scale(values.mean, values.first, (values.own or 0.0) if has_draft else None, most)

    kinds = ["mean", "first", *(["own"] if has_draft else [])]
    columns = [
        Column("term", lambda t: t.term.lower(), lambda t: t.term, {"term": lambda t: t.term}, number=False, heads_row=True),
        Column("on_scale", of(drawn, "mean"), marks, {}, number=False, sorts=False),
    ]
    for measure in MEASURES:
        for kind in kinds:
            value = of(measure, kind)
            columns.append(
                Column(
                    f"{measure}_{kind}", value, _three_places(value), {f"{measure}_{kind}": _three_places(value)}, shown=measure == drawn
                )
            )
    if has_draft:
        columns.append(
            Column(
                "against_mean",
                lambda t: _against(t, drawn)[0],
                lambda t: _off(t, drawn),
                {"against_mean": lambda t: _off(t, drawn)},
                number=False,
            )
        )
    return tuple(columns)


def _three_places(value: Callable[[TermMeasures], float]) -> Callable[[TermMeasures], str]:
    return lambda row: f"{value(row):.3f}"


def _against(row: TermMeasures, measure: str) -> tuple[float, str]:
    """How ours stands to the mean: the share of it, and a word where it is far off."""
    values = row.measures[measure]
    share = (values.own or 0.0) / values.mean if values.mean else 1.0
    off = "missing" if not values.own and values.mean else "less" if share <= FAR_BELOW else "too_much" if share >= FAR_ABOVE else ""
    return share, off


def _off(row: TermMeasures, measure: str) -> str:
    off = _against(row, measure)[1]
    return label(f"off.{off}") if off else ""


@require_GET
def measures(request: HttpRequest, study_id: int) -> HttpResponse:
    """TF-IDF, WDF*IDF and BM25 of terms of one, two and three words: a row a term, three marks on one scale."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    compiled = figures_of(study)
    context: dict[str, Any] = {"study": study, "tab": "terms", "yardstick": compiled.yardstick if compiled else None}
    if compiled is None:
        return render(request, "studies/decisions/measures.html", context)
    words = request.GET.get("words", "")
    drawn = request.GET.get("measure", "")
    drawn = drawn if drawn in MEASURES else "wdf_idf"
    drafts = drafts_to_choose(actor, study)
    chosen = draft_to_show(request.GET.get("draft", ""), drafts)
    own = (chosen.document, chosen.title_tag, chosen.meta_description) if chosen else (None, "", "")
    found = [m for m in measures_of(compiled, *own) if words not in ("1", "2", "3") or m.words == int(words)]
    off = request.GET.get("off", "")
    told = {m.term: _against(m, drawn)[1] for m in found} if chosen else {}
    shown = [m for m in found if told.get(m.term) == off] if off in ("missing", "too_much") and chosen else found
    most = max((max(v.mean, v.first, v.own or 0.0) for m in found for v in (m.measures[drawn],)), default=1.0)
    columns = _columns(drawn, most, chosen is not None)
    table = table_of(request, shown, columns, first=f"{drawn}_mean", text=lambda m: m.term, keep=("measure", "words", "draft", "off"))
    file = exported(request, table, f"measures-{study.pk}")
    if file is not None:
        return file
    words_off = list(told.values())
    context |= {
        "table": table,
        "first": FIRST,
        "measure": drawn,
        "measure_name": MEASURES[drawn],
        "measure_names": MEASURES.items(),
        "words": words,
        "word_counts": [("", "any"), *[(str(n), str(n)) for n in range(1, LONGEST + 1)]],
        "drafts": drafts,
        "chosen": chosen,
        "off": off,
        "missing": words_off.count("missing"),
        "too_much": words_off.count("too_much"),
        "highest": [m.term for m in sorted(found, key=lambda m: -m.measures[drawn].mean)[:3]],
    }
    return render(request, "studies/decisions/measures.html", context)


@require_GET
def scores_moved(request: HttpRequest, study_id: int) -> HttpResponse:
    """What a change of a study's figures did to the scores of its drafts. The address says what they were."""
    actor = actor_of(request)
    study = study_for(actor, study_id)
    was = {int(number): float(total) for number, total in _WAS.findall(request.GET.get("was", "")[:200])}
    rows = []
    for draft in seen_by(actor, measured_with(study.pk)).filter(pk__in=was).annotate(**stamps()):
        score = score_stored(draft).score
        if score is not None:
            rows.append((draft, was[draft.pk], score.total))
    return render(request, "drafts/compared/scores_moved_part.html", {"rows": rows})
