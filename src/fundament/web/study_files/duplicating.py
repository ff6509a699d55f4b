"""A second study with the same results, choice and decisions: to try another plan without touching the first."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from fundament.messages import words
from fundament.web.accounts.roles import Actor, ask, get_for
from fundament.web.errors import ApplicationError
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.naming import told_apart
from fundament.web.studies.figures.making import follow
from fundament.web.studies.models import (
    BlockCorrection,
    CompetitorChoice,
    OutlineNode,
    RankedResult,
    Result,
    Study,
)  # fmt: skip
from fundament.web.study_files.owned import OWNED

DUPLICATE = verb("study.duplicate", asks="study.open", can_be_undone=False, touches=(Study,))  # it is put away instead


def duplicate(actor: Actor, study_id: int) -> Study:
    """The copy. Its things have the same keys, so decisions hold; drafts stay with the first, and so does its history."""
    ask(actor, "study.open")
    with transaction.atomic():
        first = get_for(actor, "study.see", Study.objects.select_for_update(of=("self",)), pk=study_id)
        if first.is_working:
            raise ApplicationError("error.study_working")
        copy = Study.objects.get(pk=first.pk)
        copy.pk, copy.created_by, copy.confirmed = None, actor.person, ""
        others = Study.objects.filter(workspace=actor.workspace).exclude(name="").values_list("name", flat=True)
        copy.name = told_apart(words("study.second_plan", study=first.shown)[:200], others)
        copy.archived_at = None
        copy._state.adding = True
        copy.save()
        _copy_results(first, copy)
        for owned in OWNED:
            if owned.is_plain and not owned.not_duplicated:
                owned.model._default_manager.bulk_create(_copied(row, study=copy) for row in owned.rows_of(first))
        _copy_outline(first, copy)
        with recorded(actor, DUPLICATE, copy, study=first.shown) as recording:
            recording.made(copy)
        follow(copy.pk)
    copy.refresh_from_db()
    return copy


def _copied(row: Any, **values: Any) -> Any:
    """The same row once more, as a new one."""
    row.pk, row._state.adding = None, True
    for name, value in values.items():
        setattr(row, name, value)
    return row


def _copy_results(first: Study, copy: Study) -> None:
    ranked: dict[int, RankedResult] = {}
    for ranking in first.rankings.order_by("pk"):
        of_ranking = list(ranking.results.all())
        asked_at = ranking.asked_at
        made = _copied(ranking, study=copy)
        made.save()
        type(made)._default_manager.filter(pk=made.pk).update(asked_at=asked_at)
        for row in of_ranking:
            number = row.pk
            ranked[number] = _copied(row, ranking=made)
            ranked[number].save()
    for result in Result.objects.filter(study=first).order_by("pk"):
        number, was = result.pk, result.ranked_id
        made = _copied(result, study=copy, ranked=ranked.get(was) if was else None)
        made.save()
        for model in (CompetitorChoice, BlockCorrection):
            model._default_manager.bulk_create(
                _copied(row, result=made) for row in model._default_manager.filter(result_id=number).order_by("pk")
            )


def _copy_outline(first: Study, copy: Study) -> None:
    made: dict[int, OutlineNode] = {}
    for node in OutlineNode.objects.filter(study=first).order_by("place", "pk"):
        number, parent = node.pk, node.parent_id
        made[number] = _copied(node, study=copy, parent=made.get(parent) if parent else None)
        made[number].save()
