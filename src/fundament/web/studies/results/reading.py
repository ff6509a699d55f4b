"""The job that reads a study: ask what ranks, fetch and read every page, propose competitors, make the figures."""

from __future__ import annotations

import contextlib
import logging
from collections.abc import Iterator
from concurrent.futures import FIRST_COMPLETED, Future, ThreadPoolExecutor, wait
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from fundament.confined import ConfinedError
from fundament.core.errors import SaidError, StoredValueError
from fundament.core.language.analysis import take_over
from fundament.core.message import message
from fundament.core.reading.model import Reading as CoreReading
from fundament.core.reading.page.script_application import NOTE as FILLED_BY_SCRIPT
from fundament.core.yardstick.other_pages.near_copies import copied_from
from fundament.core.yardstick.other_pages.proposed_competitors import SAME_PAGE, Candidate, advice_for
from fundament.messages import say
from fundament.providers.errors import ProviderError
from fundament.providers.pages import FetchedPage
from fundament.web.accounts.models import Person
from fundament.web.accounts.somebody import BY_A_PERSON
from fundament.web.live.notify import announce
from fundament.web.notices.services.noting import note
from fundament.web.sites import analysts
from fundament.web.sites.analysts import PageRead
from fundament.web.sites.models import RawResponse, StoredReading
from fundament.web.sites.services.answers import address_of, results_provider
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.sites.services.observing import observe
from fundament.web.sites.services.readings import as_core, known_reading_of, reading_as_core, store_raw, store_reading, without_text
from fundament.web.studies.figures.demand import ask_demand
from fundament.web.studies.figures.making import make_figures
from fundament.web.studies.models import CompetitorChoice, RankedResult, Ranking, Result, Study
from fundament.web.studies.queueing import queue_observing
from fundament.web.studies.results.bringing import bring_pages
from fundament.web.studies.results.intents import note_division
from fundament.web.studies.results.reworking import is_rework, own_hosts, own_site_of, read_rework
from fundament.web.studies.signals import study_read
from fundament.web.templating import message_of

MOST_HELD = 2  # times those that are fetched at once: pages of a study that are held in memory
logger = logging.getLogger(__name__)


def read_study(study_id: int, *, tells: bool = True) -> None:
    """Ask for results, read every page that is not read yet, propose competitors, make the figures.

    tells: whoever opened it finds a note. Can be run again at any time: what is done already is not done twice, so a worker that was killed loses nothing.
    """
    study = Study.objects.filter(pk=study_id).first()
    if study is None or study.state == "ready":
        return
    if not study.results.exists() and not _ask(study):
        if tells:
            _tell(study)
        return
    _set(study, "reading")
    _read_waiting(study)
    read_rework(study)
    _choose(study)
    if tells:
        _tell(study)
    study_read.send(sender=Study, study_id=study.pk)


def _tell(study: Study) -> None:
    """Note for whoever opened it how it came out."""
    study.refresh_from_db()
    if study.state == "ready":
        read = study.results.filter(state="read")
        said = message("notice.study_ready", study=study.shown, pages=read.count(), competitors=read.filter(chosen=True).count())
    else:
        said = message("notice.study_failed", study=study.shown, reason=say(message_of(study.problem)) if study.problem else "")
    note(study.created_by, study.workspace, said, address=f"/studies/{study.pk}/", thing=f"study:{study.pk}")


def read_waiting(study_id: int, person_id: int | None = None) -> None:
    """Read the pages of a study that wait to be read, while it stays as it is; then its figures follow, and whoever asked is told. Safe to run again."""
    study = Study.objects.filter(pk=study_id, state="ready").first()
    if study is not None:
        _read_waiting(study)
        _choose(study)
        said = message("notice.pages_read", study=study.shown)
        asked = Person.objects.filter(pk=person_id).first() or study.created_by
        note(asked, study.workspace, said, address=f"/studies/{study.pk}/", thing=f"study:{study.pk}")


def observe_study(study_id: int) -> None:
    """Ask for what is observed of a study's pages elsewhere, and for what people search; without it the figures are dashes."""
    study = Study.objects.filter(pk=study_id).first()
    if study is None:
        return
    problems = [*observe(study.results.values_list("url", flat=True)), *ask_demand(study)]
    Study.objects.filter(pk=study_id).update(observing=[list(problem) for problem in problems])
    with transaction.atomic():
        announce(study.workspace_id, f"study:{study.pk}", what="observed")


def give_up(study_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw: the study says so and can be tried again."""
    study = Study.objects.filter(pk=study_id).first()
    if study is not None and study.is_working:
        study.results.filter(state="reading").update(state="waiting")
        _set(study, "failed", ["error.reading_fault", {}])


def give_up_waiting(study_id: int, person_id: int | None = None) -> None:
    """The same of single pages: they are listed as failed, and can be read again."""
    study = Study.objects.filter(pk=study_id).first()
    for result in study.results.filter(state__in=("waiting", "reading")) if study is not None else ():
        _fail(study, result, ["page.fault_of_ours", {}])


def _set(study: Study, state: str, problem: list[Any] | None = None) -> None:
    study.state, study.problem = state, problem
    with transaction.atomic():
        study.save(update_fields=["state", "problem"])
        announce(study.workspace_id, f"study:{study.pk}", what="progress")


def _ask(study: Study) -> bool:
    """Have what ranks for the study; False when there is nothing to read, which the study then says."""
    try:
        if bring_pages(study):
            return True
        source, found, questions, related = _results(study)
    except ProviderError as error:
        _set(study, "failed", list(error.message))
        return False
    if not found:
        _set(study, "empty", ["study.no_results", {"keyword": study.keyword, "country": study.get_country_display()}])
        return False
    with transaction.atomic():
        ranking = Ranking.objects.create(study=study, source=source, questions=questions, related=related)
        ranked = RankedResult.objects.bulk_create(
            RankedResult(ranking=ranking, rank=rank, url=url, title=title, snippet=snippet)
            for rank, (url, title, snippet) in enumerate(found, 1)
        )
        Result.objects.bulk_create(Result(study=study, ranked=r, rank=r.rank, url=r.url, title=r.title, snippet=r.snippet) for r in ranked)
    return True


def _results(study: Study) -> tuple[str, list[tuple[str, str, str]], list[str], list[str]]:
    """(source, (url, title, snippet) in order, questions, related searches)."""
    if study.addresses:
        return "typed", [(address, "", "") for address in study.addresses], [], []
    provider = results_provider()
    if provider is None:
        raise ProviderError("service.none")
    page = provider.search(
        study.keyword, country=study.country, language=study.language, device=study.device, count=study.depth, place=study.place,
        as_of=study.as_of.isoformat() if study.as_of else "",
    )  # fmt: skip
    return "service", [(r.url, r.title, r.snippet) for r in page.results], list(page.questions), list(page.related)


def _read_waiting(study: Study) -> None:
    """Fetch the waiting pages a few at a time, have each read and analysed as it comes, and store it."""
    fetcher = page_fetcher()
    waiting = list(study.results.exclude(state__in=("read", "failed")).select_related("raw"))
    with ThreadPoolExecutor(settings.PAGES_AT_ONCE) as pool:
        fetching: dict[Future[FetchedPage], Result] = {}
        reading: dict[Future[PageRead], tuple[Result, RawResponse]] = {}
        Result.objects.filter(pk__in=[r.pk for r in waiting]).update(state="reading")
        while waiting or fetching or reading:
            # so many pages are held at once, however fast they come
            while waiting and len(fetching) + len(reading) < MOST_HELD * settings.PAGES_AT_ONCE and len(fetching) < settings.PAGES_AT_ONCE:
                result = waiting.pop(0)
                if result.raw is not None:  # it was brought in a file
                    reading[analysts.page_read(study.workspace_id, result.raw.content(), result.raw.final_url, result.raw.charset)] = (
                        result,
                        result.raw,
                    )
                    continue
                fetching[pool.submit(fetcher.fetch, result.url)] = result
            jobs: list[Future[Any]] = [*fetching, *reading]
            done, _ = wait(jobs, return_when=FIRST_COMPLETED)
            for job in [job for job in fetching if job in done]:
                result = fetching.pop(job)
                with _failing_alone(study, result):
                    page = job.result()
                    raw = store_raw(page)
                    stored = known_reading_of(raw)
                    if stored is not None:
                        _note_read(study, result, as_core(stored)[0], stored)
                    else:
                        reading[analysts.page_read(study.workspace_id, page.content, page.url, page.charset, page.notes)] = result, raw
            for job_read in [job for job in reading if job in done]:
                result, raw = reading.pop(job_read)
                with _failing_alone(study, result):
                    read = job_read.result()
                    take_over(read.sentences, read.reading.language)
                    if read.analysis is None:
                        raise without_text(read.reading)
                    _note_read(study, result, read.reading, store_reading(read.reading, read.analysis, raw))


@contextlib.contextmanager
def _failing_alone(study: Study, result: Result) -> Iterator[None]:
    """Whatever one page does must not end the study: it is listed with the reason, and the log has the whole story."""
    try:
        yield
    except ConfinedError as error:
        _fail(study, result, [f"page.{error.message.code}", dict(error.message.values)])
    except SaidError as error:
        _fail(study, result, list(error.message))
    except Exception:
        logger.exception("Reading result %s failed", result.pk)
        _fail(study, result, ["page.fault_of_ours", {}])


def _fail(study: Study, result: Result, problem: list[Any]) -> None:
    result.state, result.problem = ("read" if result.reading_id else "failed"), problem  # what was read before stays
    _save(study, result, "state", "problem")


def _save(study: Study, result: Result, *fields: str) -> None:
    with transaction.atomic():
        result.save(update_fields=fields)
        announce(study.workspace_id, f"study:{study.pk}", what="progress")


def note_counts(result: Result, reading: CoreReading) -> tuple[str, ...]:
    """Copy from the reading what lists show; the names of the fields."""
    result.page_kind, result.words, result.headings = reading.kind, reading.word_count, len(reading.headings())
    result.images = len(reading.images)
    result.published, result.read_url = (reading.modified or reading.published)[:10], reading.url
    return "page_kind", "words", "headings", "images", "published", "read_url"


def _note_read(study: Study, result: Result, reading: CoreReading, stored: StoredReading) -> None:
    result.reading = stored
    result.state, result.problem = "read", None
    result.title = reading.title or result.title
    _save(study, result, "reading", "state", "problem", "title", *note_counts(result, reading))


def _originals(read: list[Result]) -> dict[int, int]:
    """The rank of the result that another, by its rank, is nearly a copy of. read: in rank order. Readings that cannot be used any more are no copies."""
    usable = []
    for result in read:
        if result.reading is not None:
            with contextlib.suppress(StoredValueError):
                usable.append((result.rank, reading_as_core(result.reading)))
    copied = copied_from([reading for _, reading in usable])
    return {rank: usable[original][0] for (rank, _), original in zip(usable, copied, strict=True) if original is not None}


def _choose(study: Study) -> None:
    """Propose which pages to compare with, and make the figures."""
    read = list(study.results.filter(state="read").select_related("reading").defer("reading__analysis"))
    if not read:
        _set(study, "failed", ["study.nothing_read", {}])
        return
    originals = _originals(read)
    candidates = [
        Candidate(
            r.rank,
            r.page_kind,
            r.words,
            r.reading.reading["language"] if r.reading else "",
            r.read_url,
            originals.get(r.rank),
            bool(r.reading) and any(note[0] == FILLED_BY_SCRIPT.code for note in r.reading.reading["notes"]),
        )
        for r in read
    ]
    hosts = own_hosts(study)
    known = set(CompetitorChoice.objects.filter(BY_A_PERSON, result__in=read, until=None).values_list("result_id", flat=True))
    for result, proposed in zip(read, advice_for(candidates, study.language), strict=True):
        own = own_site_of(hosts, result)
        advice = message("advice.own_page") if is_rework(study, result) else message("advice.own_site", host=own) if own else proposed
        result.advice = list(advice) if advice else None
    other_intent = note_division(study, read)
    for result in read:
        if result.advice is None and result.pk in other_intent:
            result.advice = list(other_intent[result.pk])
        if result.pk not in known:  # what a person chose stays chosen
            result.chosen = result.advice is None
    if not any(r.chosen for r in read):
        for result in read:
            result.chosen = not (result.advice and result.advice[0] in (*SAME_PAGE, "advice.own_page", "advice.own_site"))
    # from here on the study is ready, and its figures say themselves how far they are
    with transaction.atomic():
        Result.objects.bulk_update(read, ["advice", "chosen"])
        CompetitorChoice.objects.filter(result__in=read, until=None).exclude(BY_A_PERSON).delete()
        CompetitorChoice.objects.bulk_create(
            CompetitorChoice(result=r, chosen=r.chosen, reason=r.advice, since=timezone.now()) for r in read if r.pk not in known
        )
        Study.objects.filter(pk=study.pk).update(state="ready", problem=None, figures="making", figures_problem=None)
    make_figures(study.pk)
    if any(map(address_of, ("trust", "speed", "keywords"))):
        queue_observing(study)
    study.refresh_from_db()
    announce(study.workspace_id, f"study:{study.pk}", what="progress")
