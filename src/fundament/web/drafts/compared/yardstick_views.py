"""The yardstick of a study, with our text beside it once there is one: the answer, length and structure, placement, the aim."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_GET

from fundament.core.yardstick.keyword_zones import ZONES, zone_ranges
from fundament.core.yardstick.measures import MEASURES
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.ranges import robust_range
from fundament.core.yardstick.secondary_keywords import secondary_rows
from fundament.messages import label
from fundament.web.accounts.roles import Actor
from fundament.web.drafts.measuring.measuring import score_stored
from fundament.web.drafts.measuring.seeing import draft_to_show, drafts_to_choose
from fundament.web.drafts.models import Draft
from fundament.web.drawings.range_strip import Tick
from fundament.web.studies.decisions.opened import opened
from fundament.web.studies.decisions.ways import WAYS
from fundament.web.studies.figures.demand import volumes_of, volumes_of_phrases
from fundament.web.studies.figures.seeing import decisions_for


@require_GET
def yardstick(request: HttpRequest, study_id: int) -> HttpResponse:
    """Length, structure and placement over the competitors."""
    open_ = opened(request, study_id, "yardstick")
    study, found, context = open_.study, open_.yardstick, open_.context
    if found is not None:
        leads = {r.read_url: reverse("reading", args=[study.pk, r.pk]) for r in study.results.filter(chosen=True)}
        draft = draft_to_show(request.GET.get("draft", ""), drafts_to_choose(open_.actor, study))
        ours = _ours(open_.actor, draft)
        context["draft"], context["our_score"] = (draft, ours.score) if ours.score is not None else (None, None)
        context["measures"] = [
            (label(m.key), m.is_mean, found.structure[m.key], _ticks(found, leads, m.key), ours.structure.get(m.key)) for m in MEASURES
        ]
        scores = [(page.url, found.page_scores[page.url]) for page in found.pages if page.url in found.page_scores]
        context["score_ticks"] = [Tick(round(score, 1), host_of(url), leads.get(url, "")) for url, score in scores]
        context["score_range"] = robust_range([score for _, score in scores]) if scores else None
        ranges = zone_ranges(found)
        context["zones"] = [(label(f"zone.{zone}"), *ranges[zone]) for zone in ZONES]
        context["opening"] = found.zones["opening"]
        context["decided"] = decided = decisions_for(study)
        rows = secondary_rows(found)
        searched = volumes_of_phrases(study, [row.phrase for row in rows], volumes_of(study)) if rows else {}
        context["secondary"] = [(row, searched.get(row.phrase), decided.by_key.get(row.key)) for row in rows]
        context["secondary_ways"] = WAYS["secondary"]
        context["has_demand"] = bool(searched)
        context["phrases"] = "\n".join(study.secondary_keywords.values_list("phrase", flat=True))
    return render(request, "studies/decisions/yardstick.html", context)


@dataclass(frozen=True)
class Ours:
    """Our text on the yardstick's scales. structure: as it is, by measure; empty where there is none, or it is too long."""

    structure: Mapping[str, float]
    score: float | None = None


def _ours(actor: Actor, draft: Draft | None) -> Ours:
    if draft is None:
        return Ours({})
    measured = score_stored(draft, person=actor.number)
    if measured.features is None or measured.score is None:
        return Ours({})
    return Ours(measured.features.structure, measured.score.total)


def _ticks(found: Yardstick, leads: Mapping[str, str], key: str) -> list[Tick]:
    """Every competitor's value of a measure, with the way to what was read of it."""
    return [
        Tick(round(page.structure[key], 1), host_of(page.url), leads.get(page.url, "")) for page in found.pages if key in page.structure
    ]


def host_of(url: str) -> str:
    """The host of an address without www."""
    return (urlsplit(url).hostname or url).removeprefix("www.")
