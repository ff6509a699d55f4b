"""Studies as a person may see them."""

from __future__ import annotations

import datetime
import math
from collections.abc import Iterable, Mapping

from django.db.models import Count, Q, QuerySet
from django.utils import timezone

from fundament.core.consensus.known_things import DecidedThings
from fundament.core.documents.schema import Node
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.yardstick.model import Yardstick
from fundament.core.yardstick.other_pages.hardness import Hardness, hardness
from fundament.core.yardstick.trade_measures import TermMeasures, trade_measures
from fundament.web.accounts.roles import Actor, get_for, seen_by
from fundament.web.studies.figures.yardsticks import compiled_of, decided_of
from fundament.web.studies.models import Decision, Result, Study

LEAST_READ = 3  # pages from which one can tell how long the others take


def study_for(actor: Actor, study_id: int) -> Study:
    """A study of the actor's workspace, with how its figures stand. Raises NotFoundError."""
    studies = Study.objects.select_related("current__consensus").defer("current__consensus__data", "current__keys")
    return get_for(actor, "study.see", studies, pk=study_id)


def folders_of(actor: Actor) -> list[tuple[str, int]]:
    """The folders of the actor's workspace, with the number of studies in use in each."""
    found = seen_by(actor, Study.objects.filter(archived_at=None)).exclude(folder="").values_list("folder").annotate(count=Count("pk"))
    return sorted(found)


def studies_for(actor: Actor, search: str, *, archived: bool, folder: str = "") -> QuerySet[Study]:
    """The studies of the actor's workspace, the newest first, each with the number of its `competitors`."""
    in_folder = Q(folder=folder) if folder else Q()
    found = seen_by(actor, Study.objects.filter(in_folder, archived_at__isnull=not archived)).annotate(
        competitors=Count("results", filter=Q(results__chosen=True), distinct=True)
    )
    found = found.order_by("-created_at", "-id")
    return found.filter(Q(keyword__icontains=search) | Q(name__icontains=search)) if search else found


def figures_of(study: Study) -> CompiledYardstick | None:
    """The study's yardstick, when it is ready and there is one. study: from `study_for`, whose row brings the stamp of its figures along."""
    if study.state != "ready":
        return None
    is_at_hand = (
        "current" in study._state.fields_cache and getattr(study, "current", None) is not None and study.current.consensus_id is not None
    )
    return compiled_of(study.pk, study.current.stamp if is_at_hand else None)


def decisions_for(study: Study) -> DecidedThings[Decision]:
    """The study's decisions as they work now."""
    current = getattr(study, "current", None)
    decisions = list(Decision.objects.filter(study=study).select_related("by"))
    return decided_of(decisions, current) if current is not None else DecidedThings({}, decisions, [])


def decision_on(study: Study, key: str) -> Decision | None:
    """What a person decided on one thing, with who did."""
    return Decision.objects.filter(study=study, key=key).select_related("by").first()


def decided_keys(study: Study, kind: str) -> list[str]:
    """The keys of all things of a kind that something was decided on."""
    return list(Decision.objects.filter(study=study, kind=kind).values_list("key", flat=True))


def seconds_left(study: Study, done: int, everything: int) -> int | None:
    """About how long reading the rest of a study's pages takes, from how long the others took; None before LEAST_READ of them are done. Figures come on top."""
    asked_at = study.rankings.values_list("asked_at", flat=True).first()
    if asked_at is None or done < LEAST_READ or done >= everything:
        return None
    return math.ceil((timezone.now() - asked_at).total_seconds() / done * (everything - done))


def hardness_of(yardstick: Yardstick, results: Iterable[Result], observed: Mapping[str, Mapping[str, float]]) -> Hardness:
    """How hard it is to be among a study's competitors. observed: by the address that ranked."""
    by_page: dict[str, Mapping[str, float]] = {}
    ages: dict[str, float] = {}
    today = timezone.localdate()
    for result in results:
        by_page[result.read_url] = observed.get(result.url, {})
        try:
            ages[result.read_url] = (today - datetime.date.fromisoformat(result.published)).days / 365.25
        except ValueError:
            continue  # it says no date, or only a part of one
    return hardness(yardstick, observed=by_page, ages=ages)


def measures_of(compiled: CompiledYardstick, document: Node | None, title: str = "", description: str = "") -> tuple[TermMeasures, ...]:
    """The trade measures of the study's terms, with a draft's own beside when one is given."""
    from fundament.core.documents.read_document import read_document
    from fundament.core.scoring.measured.features import draft_features

    if document is None:
        return trade_measures(compiled.yardstick)
    reading = read_document(document, title=title, description=description, language=compiled.language)
    features = draft_features(compiled, reading)
    return trade_measures(compiled.yardstick, [float(count) for count in features.all_terms], int(features.structure["words"]))
