"""Jobs of the worker about keyword lists."""

from __future__ import annotations

from fundament.web.keywords.models import KeywordList
from fundament.web.keywords.services import catalogue
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob


def _workspace(list_id: int) -> int | None:
    return KeywordList.objects.filter(pk=list_id).values_list("workspace_id", flat=True).first()


def _name(list_id: int) -> str:
    return KeywordList.objects.filter(pk=list_id).values_list("name", flat=True).first() or ""


jobs.declare(KindOfJob("fill_keyword_list", catalogue.fill, _name, _workspace, catalogue.give_up))
