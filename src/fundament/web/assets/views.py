"""Pictures for drafts: brought, fetched, chosen from the library, and shown."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from fundament.core.errors import SaidError
from fundament.messages import say_error
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask, get_for
from fundament.web.answers import answers_json
from fundament.web.assets.models import Asset
from fundament.web.assets.services import keeping
from fundament.web.bodies import takes_bodies_of
from fundament.web.policies import FOR_FILES
from fundament.web.turns import SLOW, takes_turn
from fundament.web.typed import asked, typed

_FOREVER = "private, max-age=31536000, immutable"  # its address has its content's hash


@answers_json
@takes_bodies_of(keeping.MOST_BYTES + 100_000)
@require_POST
def keep_asset(request: HttpRequest) -> HttpResponse:
    """Have a picture kept out of a file, from an address, or from the library: where the desk is told of it."""
    upload = request.FILES.get("picture")
    file = ((upload.name or "picture").replace("\x00", "")[-200:], upload.read()) if upload is not None else None
    address, token = typed(request, "address", 2_000), typed(request, "token", 8_000)
    errand = keeping.ask_for_picture(actor_of(request), file=file, address=address, token=token)
    return JsonResponse({"errand": reverse("errand", args=[errand.pk])}, status=202)


@require_GET
def asset(request: HttpRequest, asset_id: int, hash: str) -> HttpResponse:
    """A picture that is kept."""
    found = get_for(actor_of(request), "draft.see", Asset.objects.all(), pk=asset_id, content_hash__startswith=hash)
    return picture(found)


def picture(asset: Asset) -> HttpResponse:
    """A picture as it is sent."""
    return HttpResponse(bytes(asset.content), content_type=asset.media_type, headers={**FOR_FILES, "Cache-Control": _FOREVER})


@require_GET
@takes_turn(SLOW)
def library(request: HttpRequest) -> HttpResponse:
    """The library's pictures to some words, as a part of the desk."""
    ask(actor_of(request), "draft.write")
    words, problem, found = asked(request, "words", 200), "", None
    try:
        found = keeping.search_library(words)
    except SaidError as error:
        problem, found = say_error(error), []
    return render(request, "assets/library_part.html", {"words": words, "found": found, "problem": problem})


@require_GET
@takes_turn(SLOW)
def library_preview(request: HttpRequest) -> HttpResponse:
    """A picture of the library, small."""
    ask(actor_of(request), "draft.write")
    content, media_type = keeping.preview(asked(request, "of", 8_000))
    return HttpResponse(content, content_type=media_type, headers={**FOR_FILES, "Cache-Control": "private, max-age=3600"})
