"""What the pages of one's own are meant for."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.web.accounts.roles import Actor, ask, get_for, seen_by
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.sites.models import Page, Site
from fundament.web.studies.models import PagePurpose, Study
from fundament.web.typed import one_line

MOST_AT_ONCE = 200
MEAN_FOR = verb("site.mean_for", asks="study.decide", touches=(PagePurpose,))


def mean_for(actor: Actor, site_id: int, page_ids: Sequence[int], *, keyword: str = "", study_id: int | None = None) -> int:
    """Say which keyword, or study, pages of a site are meant for; neither takes it back. How many pages."""
    ask(actor, "study.decide")
    site = get_for(actor, "site.see", Site.objects.all(), pk=site_id)
    study = get_for(actor, "study.see", Study.objects.all(), pk=study_id) if study_id is not None else None
    plain = study.keyword if study is not None else one_line(keyword)
    if len(plain) > 200:
        raise ApplicationError("error.keyword_for_results")
    pages = list(seen_by(actor, Page.objects.filter(site=site, pk__in=list(page_ids)[:MOST_AT_ONCE])))
    if not pages:
        raise ApplicationError("error.no_page_ticked")
    with recorded(actor, MEAN_FOR, site, count=len(pages), keyword=plain) as recording:
        there = {row.page_id: row for row in PagePurpose.objects.filter(page__in=pages)}
        if not plain:
            recording.taken_away(there.values())
            PagePurpose.objects.filter(pk__in=[row.pk for row in there.values()]).delete()
            return len(there)
        recording.watch(there.values(), "study", "keyword", "by")
        for page in pages:
            row = there.get(page.pk)
            if row is None:
                recording.made(PagePurpose.objects.create(page=page, study=study, keyword=plain, by=actor.person))
            else:
                row.study, row.keyword, row.by = study, plain, actor.person
                row.save(update_fields=["study", "keyword", "by"])
    return len(pages)
