"""Opening a study, reading its pages, choosing its competitors."""

from __future__ import annotations

import contextlib
import logging
from collections.abc import Iterator
from concurrent.futures import FIRST_COMPLETED, Future, ThreadPoolExecutor, wait
from typing import Any

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction

from fundament.core.errors import CoreError
from fundament.core.plain import from_plain, to_plain
from fundament.core.reading.corrections import overruled
from fundament.core.reading.model import Reading as CoreReading
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.skos import read_skos
from fundament.providers.errors import PageError, ProviderError
from fundament.providers.pages import FetchedPage, PageFetcher
from fundament.providers.results import HttpResults, RankedResult
from fundament.web.accounts.models import Workspace
from fundament.web.studies import analysts, yardsticks
from fundament.web.studies.choosing import Candidate, advice_for
from fundament.web.studies.models import Reading, Result, Study
from fundament.web.studies.readings import known_reading, store_reading

logger = logging.getLogger(__name__)


def page_fetcher() -> PageFetcher:
    """A fetcher for pages with this installation's settings."""
    return PageFetcher(simulated_proxy=settings.PAGE_PROXY)


def open_study(
    workspace: Workspace, user: AbstractBaseUser | None, *, keyword: str, country: str, language: str, device: str, depth: int,
    addresses: list[str] | None = None, now: bool = False,
) -> Study:  # fmt: skip
    """Open a study and queue the job that reads it, in one transaction. now: read at once instead (for loading data)."""
    from fundament.web.studies.tasks import read_study_task

    with transaction.atomic():
        study = Study.objects.create(
            workspace=workspace, created_by=user, keyword=" ".join(keyword.split()), country=country, language=language,
            device=device, depth=depth, addresses=addresses or [],
        )  # fmt: skip
        if not now:
            read_study_task.defer(study_id=study.pk)
    if now:
        read_study(study.pk)
        study.refresh_from_db()
    return study


def read_again(study: Study) -> None:
    """Queue the reading again: of a study that failed or found nothing, or of the pages that failed."""
    from fundament.web.studies.tasks import read_study_task

    with transaction.atomic():
        study.results.filter(state="failed").update(state="waiting", problem="")
        study.state = "reading" if study.results.exists() else "asking"
        study.problem = ""
        study.save(update_fields=["state", "problem"])
        read_study_task.defer(study_id=study.pk)


def read_study(study_id: int) -> None:
    """Ask for results, read every page that is not read yet, propose competitors, build the yardstick.

    Can be run again at any time: what is done already is not done twice, so a worker that was killed loses nothing.
    """
    study = Study.objects.filter(pk=study_id).first()
    if study is None or study.state == "ready":
        return
    if not study.results.exists():
        try:
            found, questions = _ask(study)
        except ProviderError as error:
            _end(study, "failed", str(error))
            return
        if not found:
            _end(
                study, "empty", f"No results came back for “{study.keyword}” in {study.get_country_display()}. "
                "Check the spelling, try a shorter phrase, or give the addresses yourself.",
            )  # fmt: skip
            return
        study.questions = questions
        study.save(update_fields=["questions"])
        Result.objects.bulk_create(
            [Result(study=study, rank=n, url=r.url, title=r.title, snippet=r.snippet) for n, r in enumerate(found, 1)]
        )
    study.state = "reading"
    study.save(update_fields=["state"])
    _read_waiting(study)
    _choose_and_build(study)


def _ask(study: Study) -> tuple[list[RankedResult], list[str]]:
    if study.addresses:
        return [RankedResult(rank, url) for rank, url in enumerate(study.addresses, 1)], []
    if not settings.RESULTS_ADDRESS:
        raise PageError("No results service is set up here. Open the study with addresses instead.")
    page = HttpResults(settings.RESULTS_ADDRESS).search(
        study.keyword, country=study.country, language=study.language, device=study.device, count=study.depth
    )
    return list(page.results), list(page.questions)


def _end(study: Study, state: str, problem: str = "") -> None:
    study.state, study.problem = state, problem[:500]
    study.save(update_fields=["state", "problem"])


def _read_waiting(study: Study) -> None:
    """Fetch the waiting pages a few at a time, have each analysed as it comes, and store it."""
    fetcher = page_fetcher()
    waiting = {r.pk: r for r in study.results.exclude(state__in=("read", "failed"))}
    with ThreadPoolExecutor(settings.PAGES_AT_ONCE) as pool:
        fetching: dict[Future[Any], Result] = {pool.submit(fetcher.fetch, r.url): r for r in waiting.values()}
        analysing: dict[Future[Any], tuple[Result, CoreReading]] = {}
        Result.objects.filter(pk__in=list(waiting)).update(state="reading")
        while fetching or analysing:
            done, _ = wait([*fetching, *analysing], return_when=FIRST_COMPLETED)
            for job in [job for job in fetching if job in done]:
                result = fetching.pop(job)
                with _failing_alone(result):
                    reading = _read(job.result())
                    stored = known_reading(reading)
                    if stored is not None:
                        _note_read(result, reading, stored)
                    else:
                        analysing[analysts.analysis_of(reading)] = result, reading
            for job in [job for job in analysing if job in done]:
                result, reading = analysing.pop(job)
                with _failing_alone(result):
                    _note_read(result, reading, store_reading(reading, analysts.analysis_after_all(job, reading)))


@contextlib.contextmanager
def _failing_alone(result: Result) -> Iterator[None]:
    """Whatever one page does must not end the study: it is listed with the reason, and the log has the whole story."""
    try:
        yield
    except PageError as error:
        _fail(result, str(error))
    except Exception:
        logger.exception("Reading %s failed", result.url)
        _fail(result, "Something went wrong while this page was read. The others are not affected.")


def _fail(result: Result, problem: str) -> None:
    result.state, result.problem = "failed", problem[:500]
    result.save(update_fields=["state", "problem"])


def _read(page: FetchedPage) -> CoreReading:
    reading = read_page(page.content, page.url, header_charset=page.charset, notes=page.notes)
    if reading.word_count == 0:
        raise PageError("The page has no text that counts. It may need a browser to fill it.")
    return reading


def _note_read(result: Result, reading: CoreReading, stored: Reading) -> None:
    result.reading = stored
    result.state, result.problem = "read", ""
    result.title = reading.title or result.title
    result.page_kind, result.words, result.headings = reading.kind, reading.word_count, len(reading.headings())
    result.published, result.notes = reading.modified or reading.published, list(reading.notes)
    result.save()


def _choose_and_build(study: Study) -> None:
    read = list(study.results.filter(state="read").select_related("reading"))
    candidates = [Candidate(r.page_kind, r.words, r.reading.reading["language"]) for r in read if r.reading]
    for result, advice in zip(read, advice_for(candidates, study.language), strict=True):
        result.advice, result.chosen = advice, not advice
    if read and not any(r.chosen for r in read):
        for result in read:
            result.chosen = True
    Result.objects.bulk_update(read, ["advice", "chosen"])
    if not read:
        _end(study, "failed", "None of the pages could be read. The reasons stand beside each.")
        return
    try:
        yardsticks.rebuild(study)
    except CoreError as error:
        _end(study, "failed", str(error))
        return
    _end(study, "ready")


def overrule(result: Result, number: int, counts: bool) -> None:
    """A person decides whether a block of a page counts; the yardstick follows. Raises CoreError for a block that is not there, or
    when nothing of the page would count."""
    _correct(result, {**result.overrides, str(number): counts})


def as_it_was_read(result: Result) -> None:
    """Put what counts of a page back to how it was read."""
    _correct(result, {})


def _correct(result: Result, overrides: dict[str, bool]) -> None:
    plain = result.as_read or result.reading
    if plain is None:
        raise CoreError("This page has not been read.")
    reading = from_plain(CoreReading, plain.reading)
    decisions = {int(number): counts for number, counts in overrides.items()}
    if any(number >= len(reading.blocks) for number in decisions):
        raise CoreError("The page has no such block. It may have been read again; reload to see what was read.")
    kept = {number: counts for number, counts in decisions.items() if reading.blocks[number].main != counts}
    corrected = overruled(reading, kept)
    if not corrected.word_count:
        raise CoreError("Then nothing of the page would count. Drop it from the competitors instead.")
    with transaction.atomic():
        result.overrides = {str(number): counts for number, counts in kept.items()}
        result.as_read = plain if kept else None
        result.reading = store_reading(corrected)
        result.words, result.headings = corrected.word_count, len(corrected.headings())
        result.save()
        if result.chosen and result.study.state == "ready":
            yardsticks.rebuild(result.study)


def renew(study: Study) -> None:
    """Build the yardstick anew with this version of the core and score the drafts again."""
    from fundament.web.studies.tasks import renew_study_task

    renew_study_task(study_id=study.pk)


def bring_entities(study: Study, content: bytes, name: str) -> int:
    """Take a SKOS file's concepts as further entities of the study, in place of those brought before; how many there are.

    Raises CoreError, and changes nothing, when the file cannot be read.
    """
    study.own_entities = to_plain(read_skos(content, name, study.language))
    _save_entities(study)
    return len(study.own_entities)


def drop_entities(study: Study) -> None:
    """Let the study go without entities of one's own."""
    study.own_entities = []
    _save_entities(study)


def _save_entities(study: Study) -> None:
    with transaction.atomic():
        study.save(update_fields=["own_entities"])
        if study.state == "ready":
            yardsticks.rebuild(study)


def set_chosen(study: Study, result_ids: list[int], chosen: bool) -> None:
    """Keep results as competitors or drop them; the yardstick and every figure follow."""
    study.results.filter(pk__in=result_ids, state="read").update(chosen=chosen)
    yardsticks.rebuild(study)


def as_proposed(study: Study) -> None:
    """Put the choice of competitors back to how it was proposed."""
    study.results.filter(state="read").update(chosen=False)
    study.results.filter(state="read", advice="").update(chosen=True)
    yardsticks.rebuild(study)
