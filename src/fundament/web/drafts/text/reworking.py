"""The page that a study reworks becomes its first draft."""

from __future__ import annotations

from fundament.core.documents.html import document_of_reading
from fundament.web.accounts.roles import job_in
from fundament.web.drafts.measuring.texts import Text
from fundament.web.drafts.models import Draft
from fundament.web.drafts.text.saving import create_draft
from fundament.web.sites.services.readings import reading_as_core
from fundament.web.studies.models import Study


def begin_reworking(study_id: int) -> Draft | None:
    """A draft with the text of the page to rework, unless there is one already; None where there is no such page."""
    study = Study.objects.select_related("page_to_rework__reading", "workspace").filter(pk=study_id).first()
    page = study.page_to_rework if study else None
    if study is None or page is None or page.reading is None or Draft.objects.filter(study=study, page=page).exists():
        return None
    reading = reading_as_core(page.reading)
    text = Text.cleaned(document_of_reading(reading), reading.title, reading.description)
    return create_draft(job_in(study.workspace), study.pk, name=(reading.title or study.shown)[:200], text=text, page=page)
