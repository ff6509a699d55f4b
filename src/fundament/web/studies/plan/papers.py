"""The plan of a study on paper. A job sets it as PDF, which takes seconds; nobody's view waits for that."""

from __future__ import annotations

from collections.abc import Mapping
from pathlib import Path
from typing import Any

from django.conf import settings
from django.utils.text import slugify

from fundament.core.outline.proposed_outline import frequent_subtopics
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.messages import words
from fundament.rendering.paper import Paper
from fundament.rendering.pdf import pdf_of
from fundament.rendering.plan_paper import plan_paper
from fundament.schemas.plan import Plan
from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import Kept, ask_for, content_of
from fundament.web.errors import ApplicationError
from fundament.web.studies.figures.seeing import figures_of, study_for
from fundament.web.studies.models import Study
from fundament.web.studies.plan import planning

PLAN = "study.plan_pdf"  # the kind of errand
FONTS = Path(settings.STATICFILES_DIRS[0]) / "build" / "fonts"


def paper_of(study: Study, compiled: CompiledYardstick, *, with_logo: bool = True) -> tuple[Plan, Paper]:
    """The plan, and as it is on paper."""
    found, plan = compiled.yardstick, planning.plan_of(study, compiled)
    shared = [subtopic.label for subtopic in frequent_subtopics(found.subtopics, len(found.pages))]
    logo = planning.logo_of(study) if with_logo else b""
    return plan, plan_paper(plan, kinds=planning.kinds_of(study), subtopics=shared, logo=logo)


def ask_for_pdf(actor: Actor, study_id: int) -> Errand:
    """Have the plan set as PDF."""
    study = study_for(actor, study_id)
    return ask_for(actor, PLAN, words("plan.as_pdf", keyword=study.keyword), {"study": study_id})


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> Kept:
    """The errand itself: the file, with its "name". Raises CoreError."""
    study = study_for(actor, arguments["study"])
    compiled = figures_of(study)
    if compiled is None:
        raise ApplicationError("error.no_plan")
    return Kept({"name": f"{file_name(study)}.pdf"}, pdf_of(paper_of(study, compiled)[1], fonts=FONTS))


def pdf_made(actor: Actor, errand_id: int) -> tuple[str, bytes]:
    """(name, content) of a PDF that was made. Raises NotFoundError."""
    result, content = content_of(actor, errand_id, PLAN)
    return result["name"], content


def file_name(study: Study) -> str:
    """What the plan's files are called, without their endings."""
    return f"plan-{slugify(study.keyword)[:60] or study.pk}"
