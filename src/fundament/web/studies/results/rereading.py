"""A study's pages read anew from how they came, and what that changed: an act of its own, so no number moves unseen. Where a study came in a file it tells whether its analyses were honest."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from django.db import transaction

from fundament.core.errors import SaidError
from fundament.core.message import message
from fundament.core.reading.difference import difference
from fundament.core.reading.model import Reading
from fundament.core.yardstick.page_analysis import PageAnalysis
from fundament.web.accounts.models import Person
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errors import ApplicationError
from fundament.web.history.models import ActionLog
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.notices.services.noting import note
from fundament.web.sites import analysts
from fundament.web.sites.models import StoredReading
from fundament.web.sites.services.readings import as_core, store_reading
from fundament.web.studies.figures.making import follow, make_figures
from fundament.web.studies.figures.yardsticks import compiled_of
from fundament.web.studies.models import Result, Study
from fundament.web.studies.queueing import queue_rereading
from fundament.web.studies.results.correcting import reading_of
from fundament.web.studies.results.intents import note_division
from fundament.web.studies.results.reading import note_counts

REREAD = verb("study.reread", asks="study.choose", follow=follow, touches=(Result,))


def ask_to_reread(actor: Actor, study_id: int) -> Study:
    """Queue the reading of a study's pages from how they came."""

    with transaction.atomic():
        study: Study = get_for(actor, "study.choose", Study.objects.select_for_update(), pk=study_id)
        if study.state != "ready" or study.figures == "making":
            raise ApplicationError("error.study_working")
        study.figures, study.figures_problem = "making", None
        study.save(update_fields=["figures", "figures_problem"])
        queue_rereading(study, actor.person.pk if actor.person else None)
        announce(study.workspace_id, f"study:{study.pk}", what="figures")
    return study


def reread(study_id: int, person_id: int | None) -> None:
    """Read them, put the study on what was read, and note what is another number now. Safe to run again."""
    study = Study.objects.select_related("workspace").filter(pk=study_id, state="ready").first()
    if study is None:
        return
    actor = Actor(Person.objects.filter(pk=person_id).first(), study.workspace, "editor")
    before = _figures(study)
    results = list(study.results.filter(reading__isnull=False).select_related("reading__raw", "raw", "study"))
    read = {result.pk: stored for result in results if (stored := _read(result)) is not None}
    changed = [result for result in results if result.pk in read and result.reading_id != read[result.pk].pk]
    pages: list[dict[str, Any]] = []
    with recorded(actor, REREAD, study) as recording:
        recording.watch(changed, "reading", "page_kind", "words", "headings", "images", "published", "read_url")
        for result in changed:
            was, was_counts = reading_of(result), (result.words, result.headings)
            result.reading = read[result.pk]
            now = reading_of(result)
            result.save(update_fields=["reading", *note_counts(result, now)])
            found = difference(was, now)
            pages.append(
                {
                    "rank": result.rank, "url": result.url, "words": [was_counts[0], result.words], "headings": [was_counts[1], result.headings],
                    "other": len(found.changed) + len(found.missing) + len(found.further), "score": [None, None],
                }
            )  # fmt: skip
        recording.values = {"count": len(read), "changed": len(changed)}
    note_division(study, results)
    make_figures(study.pk)
    after = _figures(study)
    for page, result in zip(pages, changed, strict=True):
        page["score"] = [before["scores"].get(result.read_url), after["scores"].get(result.read_url)]
    _note(actor, study, {"count": len(read), "changed": len(changed), "pages": pages, "before": _total(before), "after": _total(after)})


def _read(result: Result) -> StoredReading | None:
    """What today's reader makes of the page as it came; None where that was not kept, or cannot be read."""
    assert result.reading is not None
    raw = result.reading.raw or result.raw
    if raw is None:
        return None
    try:
        page = analysts.page_read(result.study.workspace_id, raw.content(), raw.final_url, raw.charset).result()
    except SaidError:
        return None  # it stays as it was read
    if page.analysis is None:
        return None
    kept, analysis = as_core(result.reading)
    is_same = _without_hash(kept) == _without_hash(page.reading) and _without_hash(analysis) == _without_hash(page.analysis)
    if is_same:
        return result.reading
    return store_reading(page.reading, page.analysis, raw)


def _without_hash(value: Reading | PageAnalysis) -> Any:
    """What was read, whatever it was called: of a page that came in a study file the hash is another."""
    plain = {"content_hash": "", "notes": (), "url": ""} if isinstance(value, Reading) else {"content_hash": ""}
    return replace(value, **plain)  # type: ignore[arg-type]


def _figures(study: Study) -> dict[str, Any]:
    """The figures that a person would miss."""
    compiled = compiled_of(study.pk)
    if compiled is None:
        return {"scores": {}}
    yardstick = compiled.yardstick
    return {"scores": dict(yardstick.page_scores), "aim": yardstick.aim, "enough": yardstick.enough, "words": yardstick.planned_words}


def _total(figures: dict[str, Any]) -> dict[str, Any]:
    return {name: value for name, value in figures.items() if name != "scores"}


def _note(actor: Actor, study: Study, values: dict[str, Any]) -> None:
    """Say in the log what came of it; where nothing changed there is an entry too, for that is what was asked."""
    action = actor.done[-1] if actor.done else ActionLog(
        workspace=study.workspace, actor=actor.person, actor_kind=actor.kind, verb=REREAD.key, thing=f"study:{study.pk}"
    )  # fmt: skip
    action.values = values
    with transaction.atomic():
        action.save()
        said = message("notice.reread", study=study.shown, changed=values["changed"])
        note(actor.person, study.workspace, said, address=f"/studies/{study.pk}/history/", thing=f"study:{study.pk}:reread")
        announce(study.workspace_id, f"study:{study.pk}", what="reread")


def last_rereading(study: Study) -> ActionLog | None:
    """When its pages were last read anew, and what that changed."""
    return (
        ActionLog.objects.filter(workspace_id=study.workspace_id, thing=f"study:{study.pk}", verb=REREAD.key, undoes=None)
        .select_related("actor")
        .first()
    )


def still_needed() -> set[int]:
    """The readings that undoing a rereading would come back to."""
    rows = ActionLog.objects.filter(verb=REREAD.key).values_list("before", "after")
    return {
        row["fields"]["reading_id"] for pair in rows for side in pair for row in side if row["fields"] and row["fields"].get("reading_id")
    }
