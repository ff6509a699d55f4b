"""Drafts as a person may see them."""

from __future__ import annotations

from collections.abc import Iterable

from django.db.models import Q, QuerySet

from fundament.web.accounts.roles import Actor, get_for, seen_by
from fundament.web.drafts.models import Draft, Revision, stamps
from fundament.web.studies.models import Study

MOST_CHOICES = 50  # of drafts in a menu


def draft_for(actor: Actor, draft_id: int, *, with_text: bool = True) -> Draft:
    """A draft of the actor's workspace. Raises NotFoundError."""
    drafts = Draft.objects.select_related("study", "measured_study", "page")
    return get_for(actor, "draft.see", drafts if with_text else drafts.defer("document"), pk=draft_id)


def draft_to_measure(actor: Actor, draft_id: int) -> Draft:
    """A draft with its text and with the stamps of the figures it is measured with, and nothing else. Raises NotFoundError."""
    return get_for(actor, "draft.see", Draft.objects.annotate(**stamps()), pk=draft_id)


def drafts_of(actor: Actor, study: Study, *, archived: bool = False) -> QuerySet[Draft]:
    """A study's drafts without their texts, the last changed first."""
    return (
        seen_by(actor, Draft.objects.filter(study=study, archived_at__isnull=not archived))
        .defer("document")
        .select_related("page", "measured_study")
    )


def drafts_to_choose(actor: Actor, study: Study) -> list[Draft]:
    """The study's drafts for a menu, the last changed first."""
    return list(seen_by(actor, Draft.objects.filter(study=study, archived_at=None))[:MOST_CHOICES])


def draft_to_show(request_value: str, drafts: list[Draft]) -> Draft | None:
    """The draft that an address asks for by its number, for a screen that shows ours beside others; the last changed where it asks for none, and nothing for "none"."""
    if request_value == "none":
        return None
    return next((draft for draft in drafts if str(draft.pk) == request_value), next(iter(drafts), None))


def drafts_by_study(actor: Actor, studies: Iterable[Study], most: int = 3) -> dict[int, list[Draft]]:
    """The last changed drafts of several studies, without their texts."""
    found: dict[int, list[Draft]] = {study.pk: [] for study in studies}
    rows = seen_by(actor, Draft.objects.filter(study_id__in=list(found), archived_at=None)).only(
        "name", "score", "words", "study_id", "workspace_id"
    )
    for draft in rows:
        if len(found[draft.study_id]) < most:
            found[draft.study_id].append(draft)
    return found


def measured_with(study_id: int) -> QuerySet[Draft]:
    """The drafts that are measured with a study's figures, the last changed first."""
    return Draft.objects.filter(Q(study_id=study_id, measured_study=None) | Q(measured_study_id=study_id), archived_at=None)


def noted_scores(study_id: int, most: int = 5) -> list[tuple[int, float]]:
    """The scores last noted of the drafts last changed: (number, score)."""
    rows = measured_with(study_id).exclude(score=None).values_list("pk", "score__total")[:most]
    return [(pk, float(total)) for pk, total in rows if total is not None]


def revisions_of(draft: Draft) -> QuerySet[Revision]:
    """A draft's revisions without their texts, the newest first."""
    return draft.revisions.select_related("created_by").defer("document")
