"""Two intents among a study's results: noted when its pages were read, said on the results screen, and either can be chosen."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from fundament.core.errors import StoredValueError
from fundament.core.message import Message, message
from fundament.core.yardstick.other_pages.intents import divide
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import NotFoundError
from fundament.web.history.services.record import recorded
from fundament.web.sites.services.readings import pairs_of
from fundament.web.studies.models import Result, Study
from fundament.web.studies.results.choosing import CHOOSE, choose_rows

NOT_ASKED = (
    "advice.near_copy",
    "advice.same_page",
    "advice.own_page",
    "advice.own_site",
    "advice.no_text",
    "advice.other_language",
)  # pages that say nothing of what ranks
ADVICE = "advice.other_intent"


@dataclass(frozen=True)
class Intent:
    """One of two groups of results. kept: how many of them are competitors now."""

    number: int
    terms: tuple[str, ...]
    pages: int
    kept: int


def note_division(study: Study, read: Sequence[Result]) -> dict[int, Message]:
    """See whether the results that were read answer two intents, and note it; what is advised of those of the lesser one, by result. The lesser has fewer pages, or ranks below."""
    asked = [row for row in read if row.reading_id and (row.advice is None or row.advice[0] not in NOT_ASKED)]
    try:
        pairs = pairs_of([row.reading_id for row in asked if row.reading_id])
    except StoredValueError:
        return {}  # what cannot be used any more is read anew, and looked at then
    found = divide([pairs[row.reading_id] for row in asked if row.reading_id])
    groups = {row.rank: group for row, group in zip(asked, found.groups, strict=True) if group >= 0} if found else {}
    study.division = (
        {"by": found.by, "terms": [list(terms) for terms in found.terms], "groups": {str(r): g for r, g in groups.items()}}
        if found
        else None
    )
    study.save(update_fields=["division"])
    if found is None:
        return {}
    sizes = [list(groups.values()).count(number) for number in (0, 1)]
    lesser = 0 if sizes[0] < sizes[1] else 1
    said = message(ADVICE, terms=list(found.terms[lesser]))
    return {row.pk: said for row in asked if groups.get(row.rank) == lesser}


def intents_of(study: Study, results: Iterable[Result]) -> list[Intent]:
    """The two intents of a study's results; empty where they are one."""
    if not study.division:
        return []
    rows = [row for row in results if row.state == "read"]
    groups = study.division["groups"]
    found = []
    for number, terms in enumerate(study.division["terms"]):
        of_group = [row for row in rows if groups.get(str(row.rank)) == number]
        found.append(Intent(number, tuple(terms), len(of_group), sum(row.chosen for row in of_group)))
    return found


def keep_intent(actor: Actor, study_id: int, number: int) -> Study:
    """Keep the results of one intent as competitors, but for those that something else speaks against, and leave out those of the other; the figures follow."""
    study: Study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    if not study.division or number not in (0, 1):
        raise NotFoundError("error.not_found")
    groups = study.division["groups"]
    with recorded(actor, CHOOSE, study, chosen=True) as recording:
        Study.objects.select_for_update().get(pk=study.pk)
        ways: dict[int, tuple[bool, object]] = {}
        rows = []
        for row in study.results.filter(state="read"):
            group = groups.get(str(row.rank))
            wanted = group == number and (row.advice is None or row.advice[0] in (ADVICE, "advice.other_kind", "advice.kind"))
            if group is not None and wanted != row.chosen and (group != number or wanted):
                rows.append(row)
                ways[row.pk] = wanted, None if wanted else ["left_out.intent", {}]
        recording.watch(rows, "chosen")
        recording.values |= {"names": [row.host for row in rows if ways[row.pk][0]][:5], "count": len(rows)}
        choose_rows(actor, rows, ways, recording)
    study.refresh_from_db()
    return study
