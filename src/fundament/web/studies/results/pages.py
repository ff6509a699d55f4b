"""Single pages of a study: added by hand, read once more, or brought in a file in the place of what could not be fetched. The study stays as it is meanwhile."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.urls import reverse

from fundament.core.errors import SaidError
from fundament.files.pages import address_in, load_archives, pages_of
from fundament.messages import say_error
from fundament.providers.guard import check_form
from fundament.providers.pages import FetchedPage
from fundament.web.accounts.roles import Actor, get_for
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.files_in_requests import read_file
from fundament.web.history.services.record import recorded
from fundament.web.history.verbs import verb
from fundament.web.live.notify import announce
from fundament.web.sites.models import RawResponse
from fundament.web.sites.services.readings import store_raw
from fundament.web.studies.models import Result, Study
from fundament.web.studies.queueing import queue_waiting
from fundament.web.studies.results.bringing import NO_ADDRESS
from fundament.web.studies.results.reworking import plain_address
from fundament.web.typed import storable

MOST_RESULTS = 60  # of a study, with those added by hand


PAGE = "study.page"  # the kind of errand
ADD_PAGE = verb("study.add_page", asks="study.choose", can_be_undone=False, touches=(Result,))  # it is left out instead
READ_PAGE = verb("study.read_page", asks="study.choose", can_be_undone=False, touches=(Result,))
BRING_PAGE = verb("study.bring_page", asks="study.choose", can_be_undone=False, touches=(Result,))


def ask_for_page(actor: Actor, study_id: int, file: tuple[str, bytes] | None, *, address: str = "", result_id: int = 0) -> Errand:
    """Have `add_page`, or `bring_page` where a result is named, done by a job. file: (name, bytes)."""
    study = get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    if result_id and not study.results.filter(pk=result_id).exists():
        raise NotFoundError("error.not_found")
    if file is None:
        raise ApplicationError("error.no_file")
    arguments = {"study": study_id, "result": result_id, "address": address, "name": file[0]}
    return ask_for(actor, PAGE, storable(file[0]) or "page.html", arguments, file[1])


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> str:
    """The errand itself: the address of the results."""
    file = (arguments["name"], content or b"")
    if arguments["result"]:
        bring_page(actor, arguments["study"], arguments["result"], file)
    else:
        add_page(actor, arguments["study"], arguments["address"], file)
    return reverse("results", args=[arguments["study"]])


def add_page(actor: Actor, study_id: int, address: str, file: tuple[str, bytes] | None = None) -> Result:
    """Add a page below the ranked ones, by its address or from a file, and queue its reading. Raises PageError for an address that is not read, ApplicationError where it is there already."""
    get_for(actor, "study.choose", Study.objects.all(), pk=study_id)
    address = address.strip()
    if address and "//" not in address:
        address = f"https://{address}"
    if address:
        check_form(address)
    raw = _page_in(actor.workspace.pk, file, address) if file else None
    url = raw.final_url if raw is not None else address
    if not url:
        raise ApplicationError("error.no_file")
    with transaction.atomic():
        study = _ready(actor, study_id)
        there = next((row for row in study.results.all() if plain_address(row.url) == plain_address(url)), None)
        if there is not None:
            raise ApplicationError("error.result_there", rank=there.rank)
        last = study.results.aggregate(last=Max("rank"))["last"] or 0
        if study.results.count() >= MOST_RESULTS:
            raise ApplicationError("error.too_many_results", most=MOST_RESULTS)
        with recorded(actor, ADD_PAGE, study, name=url[:200]) as recording:
            made = Result.objects.create(study=study, rank=last + 1, url=url, raw=raw)
            recording.made(made)
        _queue(study, actor)
    return made


def read_page_again(actor: Actor, study_id: int, result_id: int) -> Result:
    """Ask for one page again; one that came in a file is read again from it."""
    with transaction.atomic():
        study, result = _result(actor, study_id, result_id)
        with recorded(actor, READ_PAGE, study, name=result.url[:200]) as recording:
            recording.watch([result], "state", "problem")
            result.state, result.problem = "waiting", None
            result.save(update_fields=["state", "problem"])
        _queue(study, actor)
    return result


def bring_page(actor: Actor, study_id: int, result_id: int, file: tuple[str, bytes] | None) -> Result:
    """Take a result's page from a file that a person saved in a browser, and queue its reading. It keeps its rank and address."""
    there = get_for(actor, "study.choose", Study.objects.all(), pk=study_id).results.filter(pk=result_id).first()
    if there is None:
        raise NotFoundError("error.not_found")
    if file is None:
        raise ApplicationError("error.no_file")
    raw = _page_in(actor.workspace.pk, file, there.url)  # before anything is locked, for it may take its time
    with transaction.atomic():
        study, result = _result(actor, study_id, result_id)
        with recorded(actor, BRING_PAGE, study, name=result.url[:200]) as recording:
            recording.watch([result], "state", "problem", "raw")
            result.state, result.problem, result.raw = "waiting", None, raw
            result.save(update_fields=["state", "problem", "raw"])
        _queue(study, actor)
    return result


def _page_in(account: int, file: tuple[str, bytes], address: str) -> RawResponse:
    """The first page in a file, kept as it came. address: "" for the one that it says itself. Raises ApplicationError."""
    name, content = file
    plain = storable(name)[-200:] or "page.html"
    try:
        archive = read_file(account, pages_of, content, plain, prepare=load_archives)
    except SaidError as error:
        raise ApplicationError("error.no_page_in_file", reason=say_error(error)) from None
    if not archive.pages:
        raise ApplicationError("error.no_page_in_file", reason="")
    page = archive.pages[0]
    own = page.url if page.url.startswith(("http://", "https://")) else address_in(page.content)
    url = address or own or f"{NO_ADDRESS}{plain}"
    return store_raw(FetchedPage(url, url, page.content, page.charset, 0.0))


def _ready(actor: Actor, study_id: int) -> Study:
    study: Study = get_for(actor, "study.choose", Study.objects.select_for_update(of=("self",)), pk=study_id)
    if study.state != "ready":
        raise ApplicationError("error.study_working" if study.is_working else "error.study_not_ready")
    return study


def _result(actor: Actor, study_id: int, result_id: int) -> tuple[Study, Result]:
    study = _ready(actor, study_id)
    result = study.results.filter(pk=result_id).first()
    if result is None:
        raise NotFoundError("error.not_found")
    return study, result


def _queue(study: Study, actor: Actor) -> None:

    queue_waiting(study, actor.person.pk if actor.person else None)
    announce(study.workspace_id, f"study:{study.pk}", what="progress")
