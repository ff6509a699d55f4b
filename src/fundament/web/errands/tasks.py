"""The worker's job for errands."""

from __future__ import annotations

from fundament.web.errands.models import Errand
from fundament.web.errands.services import running
from fundament.web.operating.services import jobs
from fundament.web.operating.services.jobs import KindOfJob


def _workspace(errand_id: int) -> int | None:
    return Errand.objects.filter(pk=errand_id).values_list("workspace_id", flat=True).first()


def _about(errand_id: int) -> str:
    return Errand.objects.filter(pk=errand_id).values_list("about", flat=True).first() or ""


jobs.declare(KindOfJob("carry_out_errand", running.carry_out, _about, _workspace, running.give_up))
