"""Single pages of a study: added by hand, read again, brought in a file."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST

from fundament.files.archives import MOST_PAGE_BYTES
from fundament.web.accounts.requests import actor_of
from fundament.web.bodies import takes_bodies_of
from fundament.web.studies.results import pages
from fundament.web.typed import typed

MOST_FILE = 4 * MOST_PAGE_BYTES  # a page with its pictures


def _file(request: HttpRequest) -> tuple[str, bytes] | None:
    given = request.FILES.get("page")
    content = given.read() if given is not None else b""
    return ((given.name or "page.html") if given is not None else "", content) if content.strip() else None


@takes_bodies_of(MOST_FILE)
@require_POST
def add_page(request: HttpRequest, study_id: int) -> HttpResponse:
    """Add a page by its address, or from a file, which a job reads."""
    actor, address, file = actor_of(request), typed(request, "address", 2_000), _file(request)
    if file is not None:
        return redirect("errand", pages.ask_for_page(actor, study_id, file, address=address).pk)
    pages.add_page(actor, study_id, address)
    return redirect("results", study_id)


@require_POST
def read_page_again(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Ask for one page again."""
    pages.read_page_again(actor_of(request), study_id, result_id)
    return redirect("results", study_id)


@takes_bodies_of(MOST_FILE)
@require_POST
def bring_page(request: HttpRequest, study_id: int, result_id: int) -> HttpResponse:
    """Take a page from a file that was saved in a browser; a job reads it."""
    return redirect("errand", pages.ask_for_page(actor_of(request), study_id, _file(request), result_id=result_id).pk)
