"""The three steps of a study, and what is open in each: choose the competitors, decide what counts, write."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from django.db.models import Count, Exists, F, FloatField, Max, OuterRef, Q, Subquery
from django.db.models.fields.json import KeyTextTransform
from django.db.models.functions import Cast, Coalesce

if TYPE_CHECKING:
    from fundament.web.studies.models.study import Study

CHOOSE, DECIDE, WRITE = "choose", "decide", "write"
LEAST_COMPETITORS = 5  # from which there is an aim
SCREENS = {
    CHOOSE: (("results", "study.results_2"), ("compare", "shared.compare")),
    DECIDE: (
        ("yardstick", "study.yardstick"), ("terms", "shared.terms"), ("entities", "study.entities"), ("outline", "shared.outline"),
        ("questions", "shared.questions"), ("demand", "study.demand"),
    ),
    WRITE: (("plan", "study.plan"), ("drafts", "shared.drafts")),
}  # fmt: skip
NEXT = {CHOOSE: "results", DECIDE: "outline", WRITE: "drafts"}  # where a step that is open goes on


@dataclass(frozen=True)
class Step:
    """screens: (name of the address, key of its label) of each. is_done: whether what it is for is there."""

    key: str
    screens: tuple[tuple[str, str], ...]
    is_done: bool

    @property
    def first(self) -> str:
        """The name of the address where it goes on."""
        return NEXT[self.key]


@dataclass(frozen=True)
class Steps:
    """all: the three in order. open: the key of what is to be said of where the study stands; competitors, total, aim: the figures in it. next: the first step that is open, None when all are done."""

    all: tuple[Step, ...]
    open: str
    competitors: int
    total: float
    aim: float

    @property
    def next(self) -> Step | None:
        """The first step that is not done."""
        return next((step for step in self.all if not step.is_done), None)


def steps_of(study: Study) -> Steps:
    """Where a study stands, with one query."""
    texts = Q(drafts__archived_at=None)

    def most(name: str) -> Max:
        return Max(Cast(KeyTextTransform(name, F("drafts__score")), FloatField()), filter=texts)

    outline = study.outline.model.objects.filter(study=OuterRef("pk"))
    chosen = (
        study.results.model.objects.filter(study=OuterRef("pk"), chosen=True)
        .order_by()
        .values("study")
        .annotate(rows=Count("pk"))
        .values("rows")
    )
    found = (
        type(study)
        .objects.filter(pk=study.pk)
        .order_by()
        .annotate(
            competitors=Coalesce(Subquery(chosen), 0), has_outline=Exists(outline), texts=Count("drafts", filter=texts), best=most("total"), bar=most("aim"),
            reached=Count("drafts", filter=texts & Q(drafts__score__is_enough=True)),
        )
        .values("competitors", "has_outline", "texts", "best", "bar", "reached")
        .get()
    )  # fmt: skip
    competitors = found["competitors"]
    done = {
        CHOOSE: study.state == "ready" and competitors >= LEAST_COMPETITORS,
        DECIDE: found["has_outline"] or found["texts"] > 0,
        WRITE: found["reached"] > 0,
    }
    if not done[CHOOSE]:
        open_ = "choose" if study.state == "ready" else "reading"
    elif not done[DECIDE]:
        open_ = "decide"
    elif not found["texts"]:
        open_ = "begin"
    else:
        open_ = "reached" if done[WRITE] else "write" if found["bar"] else "unscored"
    steps = tuple(Step(key, screens, done[key]) for key, screens in SCREENS.items())
    return Steps(steps, open_, competitors, found["best"] or 0.0, found["bar"] or 0.0)
