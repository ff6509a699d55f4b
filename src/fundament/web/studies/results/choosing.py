"""Choosing the competitors among the results."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from django.utils import timezone

from fundament.core.yardstick.other_pages.proposed_competitors import SAME_PAGE
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.accounts.somebody import BY_A_PERSON
from fundament.web.history.services.record import Recording, recorded
from fundament.web.history.verbs import verb
from fundament.web.studies.figures.making import follow
from fundament.web.studies.models import CompetitorChoice, Result, Study

REASONS = ("shop", "users", "video", "giant_site", "intent", "thin", "old", "ours")  # why people leave a result out; their places are keys
CHOOSE = verb("study.choose", role="editor", follow=follow, touches=(CompetitorChoice, Result))
AS_PROPOSED = verb("study.as_proposed", asks="study.choose", follow=follow, touches=(CompetitorChoice, Result))


def set_chosen(actor: Actor, study_id: int, result_ids: Iterable[int], chosen: bool, reason: str = "") -> Study:
    """Keep results as competitors or leave them out; the figures follow. reason: one of REASONS, or in the person's own words. What is left out already gets the reason all the same."""
    study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    wanted = list(result_ids)
    with recorded(actor, CHOOSE, study, chosen=chosen, count=len(wanted)) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        rows = [row for row in study.results.filter(pk__in=wanted, state="read") if row.chosen != chosen or (reason and not chosen)]
        recording.watch(rows, "chosen")
        recording.values["names"] = [row.host for row in rows[:5]]
        said = [f"left_out.{reason}", {}] if reason in REASONS else ["as_written", {"text": reason}] if reason else None
        choose_rows(actor, rows, {row.pk: (chosen, said) for row in rows}, recording)
    study.refresh_from_db()
    return study


def choices_of(study: Study) -> dict[int, CompetitorChoice]:
    """The choices people made of a study's results that stand now, by result."""
    found = CompetitorChoice.objects.filter(BY_A_PERSON, result__study=study, until=None).select_related("by")
    return {choice.result_id: choice for choice in found}


def as_proposed(actor: Actor, study_id: int) -> Study:
    """Put the choice of competitors back to how it was proposed. Where all were advised against, all were proposed."""
    study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    with recorded(actor, AS_PROPOSED, study) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        proposed = proposal_of(study)
        rows = [row for row in study.results.filter(state="read") if row.chosen != proposed[row.pk]]
        recording.watch(rows, "chosen")
        choose_rows(actor, rows, {row.pk: (proposed[row.pk], row.advice) for row in rows}, recording)
    study.refresh_from_db()
    return study


def proposal_of(study: Study, results: Sequence[Result] | None = None) -> dict[int, bool]:
    """Whether each result that was read is proposed as a competitor. results: the study's, where they are at hand."""
    read = [result for result in (study.results.all() if results is None else results) if result.state == "read"]
    proposed = {row.pk: row.advice is None for row in read}
    if not any(proposed.values()):
        proposed = {row.pk: row.advice[0] not in SAME_PAGE for row in read if row.advice is not None}
    return proposed


def choose_rows(actor: Actor, rows: list[Result], ways: dict[int, tuple[bool, object]], recording: Recording) -> None:
    """Keep rows or leave them out, each with its reason; their `chosen` is watched already."""
    now = timezone.now()
    open_rows = list(CompetitorChoice.objects.filter(result__in=rows, until=None))
    recording.watch(open_rows, "until")
    CompetitorChoice.objects.filter(pk__in=[row.pk for row in open_rows]).update(until=now)
    for row in rows:
        row.chosen, reason = ways[row.pk]
        row.save(update_fields=["chosen"])
        made = CompetitorChoice.objects.create(result=row, chosen=row.chosen, reason=reason, by=actor.person, since=now)
        recording.made(made)
