"""What a study owns, a declaration for each table: whether a duplicate has its rows, and a study file. A test fails for a table that is not declared here."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from django.db import models
from django.db.models import QuerySet
from django.utils import timezone

from fundament.schemas import study_file as schema
from fundament.web.drafts.models import Draft, HandCheck, HushedRemark, Publication, Revision, ScorePoint, SettledProposal, Share, Statement
from fundament.web.studies.models import (
    Addition,
    BlockCorrection,
    CompetitorChoice,
    CurrentConsensus,
    Decision,
    Demand,
    EntityFile,
    Identity,
    KeyAlias,
    OutlineNode,
    PageFile,
    PagePurpose,
    RankedResult,
    Ranking,
    Result,
    SecondaryKeyword,
    Study,
)  # fmt: skip


@dataclass(frozen=True)
class Owned:
    """A table. not_duplicated, not_in_file: why a duplicate or a file is without its rows; "" where they have them.

    A table of plain rows of a study says more: field: of `schema.StudyFile`; to_file, from_file: a row as it is in the file, and the row of one of the file's, not saved yet. What hangs together otherwise (results, outline, drafts)
    is copied, written and read by functions of its own.
    """

    model: type[models.Model]
    not_duplicated: str = ""
    not_in_file: str = ""
    field: str = ""
    to_file: Callable[[Any], Any] | None = None
    from_file: Callable[[Study, Any], models.Model] | None = None
    is_plain: bool = False

    def rows_of(self, study: Study) -> QuerySet[Any]:
        """The rows of a plain table, in the order they came."""
        rows = self.model._default_manager.filter(study=study).order_by("pk")
        return rows.select_related("by") if hasattr(self.model, "by") else rows


def _identity(row: Identity) -> schema.FileIdentity:
    return schema.FileIdentity(row.kind, row.key, row.name, tuple(row.members), tuple(row.pages), row.given_name, row.given_kind)


def _as_identity(study: Study, row: schema.FileIdentity) -> Identity:
    return Identity(
        study=study, kind=row.kind, key=row.key, name=row.name, members=list(row.members), pages=list(row.pages), given_name=row.given_name, given_kind=row.given_kind,
    )  # fmt: skip


def _decision(row: Decision) -> schema.FileDecision:
    return schema.FileDecision(row.kind, row.key, row.action, row.low, row.high, row.note, row.plain_name, row.decided_at)


def _as_decision(study: Study, row: schema.FileDecision) -> Decision:
    return Decision(study=study, kind=row.kind, key=row.key, action=row.action, low=row.low, high=row.high, note=row.note, by_name=row.by)


def _addition(row: Addition) -> schema.FileAddition:
    return schema.FileAddition(
        row.kind, row.what, row.key, row.name, tuple(row.names), row.shown_kind, tuple(row.others), tuple(row.members), row.plain_name
    )


def _as_addition(study: Study, row: schema.FileAddition) -> Addition:
    return Addition(
        study=study, kind=row.kind, what=row.what, key=row.key, name=row.name, names=list(row.names), shown_kind=row.shown_kind, others=list(row.others),
        members=list(row.members), made_at=timezone.now(), by_name=row.by,
    )  # fmt: skip


OF_TEXTS, PASSING = "drafts stay with the first study", "it is read, and then over"
OWNED = (
    Owned(Identity, field="identities", to_file=_identity, from_file=_as_identity, is_plain=True),
    Owned(KeyAlias, not_in_file="older keys are in addresses of this installation", is_plain=True),
    Owned(Decision, field="decisions", to_file=_decision, from_file=_as_decision, is_plain=True),
    Owned(Addition, field="additions", to_file=_addition, from_file=_as_addition, is_plain=True),
    Owned(SecondaryKeyword, is_plain=True),  # in the head of the file
    Owned(Demand, not_in_file="the catalogue of the other installation is asked", is_plain=True),
    Owned(OutlineNode),
    Owned(Ranking),
    Owned(RankedResult),
    Owned(Result),
    Owned(CompetitorChoice),
    Owned(BlockCorrection),
    Owned(CurrentConsensus, not_duplicated="it is made anew", not_in_file="it is made anew"),
    Owned(PagePurpose, not_duplicated="a page is meant for one study", not_in_file="it is of a site of this workspace"),
    Owned(PageFile, not_duplicated=PASSING, not_in_file=PASSING),
    Owned(EntityFile, not_duplicated=PASSING, not_in_file=PASSING),
    Owned(Draft, not_duplicated=OF_TEXTS),
    Owned(Revision, not_duplicated=OF_TEXTS),
    Owned(Statement, not_duplicated=OF_TEXTS),
    Owned(SettledProposal, not_duplicated=OF_TEXTS, not_in_file="what became of proposals is of who wrote"),
    Owned(HushedRemark, not_duplicated=OF_TEXTS, not_in_file="it is of who wrote"),
    Owned(HandCheck, not_duplicated=OF_TEXTS, not_in_file="it is of who wrote"),
    Owned(Share, not_duplicated=OF_TEXTS, not_in_file="links open things of this installation alone"),
    Owned(ScorePoint, not_duplicated=OF_TEXTS, not_in_file="scores are worked out anew"),
    Owned(Publication, not_duplicated=OF_TEXTS, not_in_file="it is of a page of this workspace"),
)
