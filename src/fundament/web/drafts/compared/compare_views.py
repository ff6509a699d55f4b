"""Our page and the competitors side by side."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from fundament.messages import label
from fundament.web.drafts.compared.comparing import GROUPS, Comparison, compare
from fundament.web.drafts.measuring.seeing import draft_to_show, drafts_to_choose
from fundament.web.studies.decisions.opened import opened
from fundament.web.table_formats import FORMATS

MOST_COLUMNS = 10


@require_GET
def comparison(request: HttpRequest, study_id: int) -> HttpResponse:
    """A draft against up to ten competitors: what differs from the usual, or everything; as a file with everything."""
    open_ = opened(request, study_id, "compare")
    study, compiled, context = open_.study, open_.compiled, open_.context
    if compiled is None:
        return render(request, "drafts/compared/compare.html", context)
    drafts = drafts_to_choose(open_.actor, study)
    draft = draft_to_show(request.GET.get("draft", ""), drafts)
    every = [page.url for page in compiled.yardstick.pages]
    wanted = [url for url in request.GET.getlist("page")[:60] if url in every] or every
    found = compare(study, compiled, draft, wanted[:MOST_COLUMNS])
    if request.GET.get("format") in FORMATS:
        return _file(request, study.pk, found, draft.name if draft else "")
    is_measured = draft is not None and found.rows[0].ours is not None
    all_rows = request.GET.get("rows") == "all" or not is_measured
    groups = []
    for group in GROUPS:
        of_group = [row for row in found.rows if row.group == group]
        shown = [row for row in of_group if all_rows or row.differs or group in ("score", "head")]
        groups.append((label(f"compare.group.{group}"), shown, len(of_group)))
    differing = sum(1 for row in found.rows if row.differs)
    context |= {
        "found": found, "is_measured": is_measured, "groups": groups, "drafts": drafts, "draft": draft, "all_rows": all_rows, "differing": differing, "total": len(found.rows),
        "every": compiled.yardstick.pages, "wanted": set(wanted[:MOST_COLUMNS]), "query": request.GET.urlencode(), "columns": len(found.pages) + 2,
    }  # fmt: skip
    return render(request, "drafts/compared/compare.html", context)


def _file(request: HttpRequest, study_id: int, found: Comparison, ours: str) -> HttpResponse:
    heading = ["group", "figure", *([ours] if ours else []), *(page.url for page in found.pages)]
    rows = [[label(f"compare.group.{row.group}"), row.name, *([row.ours] if ours else []), *row.theirs] for row in found.rows]
    answer = FORMATS[request.GET["format"]].file
    return answer(f"compare-{study_id}", heading, rows)
