"""Pictures for drafts: brought, fetched, chosen from the library, and shown."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from fundament.messages import say, words
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask, get_for
from fundament.web.answers import answers_json
from fundament.web.assets.models import Asset
from fundament.web.assets.services import keeping
from fundament.web.assets.services import library as searching
from fundament.web.bodies import takes_bodies_of
from fundament.web.errands.models import Errand
from fundament.web.errands.parts import waiting
from fundament.web.errands.services.running import of_number
from fundament.web.policies import FOR_FILES
from fundament.web.sites.services.answers import address_of
from fundament.web.templating import message_of
from fundament.web.typed import storable, typed

_FOREVER = "private, max-age=31536000, immutable"  # its address has its content's hash


@answers_json
@takes_bodies_of(searching.MOST_BYTES + 100_000)
@require_POST
def keep_asset(request: HttpRequest) -> HttpResponse:
    """Have a picture kept out of a file, from an address, or from the library: where the desk is told of it."""
    upload = request.FILES.get("picture")
    file = (storable(upload.name or "picture")[-200:], upload.read()) if upload is not None else None
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


@require_POST
def ask_library(request: HttpRequest) -> HttpResponse:
    """Have the library searched for some words, as a part of the desk."""
    actor, words = actor_of(request), typed(request, "words", 200).strip()
    ask(actor, "draft.write")
    errand = searching.ask_for_library(actor, words) if words else None
    if errand is None:
        return render(request, "assets/library_part.html", {"is_missing": not address_of("pictures")})
    return _library(request, errand)


@require_GET
def library(request: HttpRequest, errand_id: int) -> HttpResponse:
    """What a search of the library found."""
    ask(actor_of(request), "draft.write")
    return _library(request, of_number(actor_of(request), errand_id, searching.LIBRARY))


def _library(request: HttpRequest, errand: Errand) -> HttpResponse:
    if errand.is_under_way:
        return waiting(request, errand, reverse("picture-library", args=[errand.pk]), words("picture_library.searched"))
    context = {
        "errand": errand, "words": errand.arguments["words"], "found": (errand.result or {}).get("found", []),
        "problem": say(message_of(errand.problem)) if errand.problem else "",
    }  # fmt: skip
    return render(request, "assets/library_part.html", context)


@require_GET
def library_preview(request: HttpRequest, errand_id: int, number: int) -> HttpResponse:
    """A picture of the library, small, as a search brought it."""
    content, media_type = searching.preview(actor_of(request), errand_id, number)
    return HttpResponse(content, content_type=media_type, headers={**FOR_FILES, "Cache-Control": "private, max-age=3600"})
