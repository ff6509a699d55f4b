"""Pages that a person brings in files, in the place of what is fetched."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import transaction

from fundament.confined import confined
from fundament.core.errors import SaidError
from fundament.core.message import Message, message
from fundament.files.archives import MOST_PAGES, ArchivedPage
from fundament.files.pages import address_in, load_archives, pages_of
from fundament.messages import say
from fundament.providers.errors import ProviderError
from fundament.providers.pages import FetchedPage
from fundament.web.sites.models import RawResponse
from fundament.web.sites.services.readings import store_raw
from fundament.web.studies.models import PageFile, RankedResult, Ranking, Result, Study
from fundament.web.typed import storable

SECONDS, MEGABYTES = 90.0, 1_500
MOST_FILE_BYTES = 50_000_000  # of all files of a study together
NO_ADDRESS = "upload:"  # and the name of its file: what a page is called that says no address


def keep_files(study: Study, files: Sequence[tuple[str, bytes]]) -> None:
    """Keep files to be read by the study's job."""
    PageFile.objects.bulk_create(PageFile(study=study, name=storable(name)[-200:], content=content) for name, content in files)


def bring_pages(study: Study) -> bool:
    """Make results of the pages in a study's files, in their order; False where there was none. Raises ProviderError when nothing in them is a page."""
    files = list(study.page_files.all())
    if not files:
        return False
    found: list[tuple[ArchivedPage, RawResponse]] = []
    notes: list[Message] = []
    for file in files:
        try:
            archive = confined(pages_of, bytes(file.content), file.name, prepare=load_archives, seconds=SECONDS, megabytes=MEGABYTES)
        except SaidError as error:
            notes.append(message("study.file_not_read", name=file.name, reason=_said(error)))
            continue
        notes += archive.notes
        for page in archive.pages[: MOST_PAGES - len(found)]:
            address = page.url if page.url.startswith(("http://", "https://")) else address_in(page.content) or f"{NO_ADDRESS}{page.name}"
            found.append((page, store_raw(FetchedPage(address, address, page.content, page.charset, 0.0))))
    different = {raw.final_url: (page, raw) for page, raw in reversed(found)}
    chosen = [row for row in found if different[row[1].final_url][1] is row[1]][: study.depth]
    if len(found) > len(chosen):
        notes.append(message("study.pages_not_taken", pages=len(found) - len(chosen), taken=len(chosen)))
    if not chosen:
        raise ProviderError("study.no_pages_in_files", reasons=" ".join(_plain(note) for note in notes))
    with transaction.atomic():
        ranking = Ranking.objects.create(study=study, source="files", notes=[list(note) for note in notes])
        ranked = RankedResult.objects.bulk_create(
            RankedResult(ranking=ranking, rank=rank, url=raw.final_url, title=page.title) for rank, (page, raw) in enumerate(chosen, 1)
        )
        Result.objects.bulk_create(
            Result(study=study, ranked=row, rank=row.rank, url=row.url, title=row.title, raw=raw)
            for row, (_, raw) in zip(ranked, chosen, strict=True)
        )
        study.page_files.all().delete()
    return True


def _said(error: SaidError) -> str:
    return _plain(error.message)


def _plain(said: Message) -> str:
    return say(said)
