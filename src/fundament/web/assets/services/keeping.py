"""Pictures for drafts: brought by a person, fetched from an address, or taken from the picture library."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings
from django.core import signing
from django.db import IntegrityError, transaction

from fundament.files.pictures import Picture, load_pictures, media_type_of, remade
from fundament.providers.errors import ProviderError
from fundament.providers.guard import check_form
from fundament.providers.pictures import HttpPictures, LibraryPicture
from fundament.web.accounts.roles import Actor, ask
from fundament.web.assets.models import Asset
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.errors import ApplicationError
from fundament.web.files_in_requests import read_file
from fundament.web.sites.services.answers import provider_of
from fundament.web.sites.services.fetching import page_fetcher

MOST_BYTES = 12_000_000
_SALT = "picture of the library"


PICTURE = "draft.picture"  # the kind of errand


def ask_for_picture(actor: Actor, *, file: tuple[str, bytes] | None = None, address: str = "", token: str = "") -> Errand:
    """Have a picture kept by a job: out of a file, as (name, bytes), from an address, or from the library. Raises ApplicationError where nothing is given, and what can be told of a token or an address at once."""
    ask(actor, "draft.write")
    if file is None and not token and not address:
        raise ApplicationError("error.no_file")
    about = file[0] if file is not None else _pictured(token)[2] if token else address
    if file is None and not token:
        check_form(address)
    arguments = {"name": file[0] if file is not None else "", "address": address, "token": token}
    return ask_for(actor, PICTURE, about or "picture", arguments, file[1] if file is not None else None)


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> dict[str, Any]:
    """The errand itself: what the desk needs of the picture."""
    alt = ""
    if content is not None:
        asset = keep(actor, content, name=arguments["name"])
    elif arguments["token"]:
        asset, alt = take_from_library(actor, arguments["token"])
    else:
        asset = fetch(actor, arguments["address"])
    credit = " · ".join(filter(None, (asset.credit, asset.licence)))
    return {"src": asset.address, "alt": alt, "credit": credit, "width": asset.width, "height": asset.height}


def keep(actor: Actor, content: bytes, *, name: str = "", source: str = "", licence: str = "", credit: str = "") -> Asset:
    """Keep a picture, made anew. Raises FileError and ConfinedError for what is none, or too large."""
    ask(actor, "draft.write")
    return keep_made(
        actor,
        read_file(actor.workspace.pk, remade, content, prepare=load_pictures),
        name=name,
        source=source,
        licence=licence,
        credit=credit,
    )


def keep_made(actor: Actor, picture: Picture, *, name: str = "", source: str = "", licence: str = "", credit: str = "") -> Asset:
    """Keep a picture that was made anew already."""
    ask(actor, "draft.write")
    digest = hashlib.sha256(picture.content).hexdigest()
    about = {"name": name[-200:], "source": source[:2_000], "licence": licence[:300], "credit": credit[:300]}
    made = {
        "media_type": picture.media_type, "content": picture.content, "width": picture.width, "height": picture.height, "created_by": actor.person,
        **{key: value.replace("\x00", "") for key, value in about.items()},
    }  # fmt: skip
    mine = Asset.objects.filter(workspace=actor.workspace)
    if not mine.filter(content_hash=digest).exists() and mine.count() >= settings.MOST_PICTURES:
        raise ApplicationError("error.pictures_many", most=settings.MOST_PICTURES)
    try:
        with transaction.atomic():
            asset, _ = Asset.objects.get_or_create(workspace=actor.workspace, content_hash=digest, defaults=made)
    except IntegrityError:  # two brought it at once
        asset = Asset.objects.get(workspace=actor.workspace, content_hash=digest)
    return asset


def fetch(actor: Actor, address: str) -> Asset:
    """Keep the picture at an address. Raises PageError where it cannot be had, and what `keep` raises."""
    ask(actor, "draft.write")
    found = page_fetcher().fetch_file(address, MOST_BYTES)
    return keep(actor, found.content, name=urlsplit(found.url).path.rpartition("/")[2], source=found.url)


def search_library(words: str) -> list[tuple[LibraryPicture, str]] | None:
    """The library's pictures that have to do with some words, each with a token to ask for it; None where no library is set up. Raises ServiceError."""
    library: HttpPictures | None = provider_of("pictures")
    if library is None:
        return None
    found = library.search(words) if words else []
    return [
        (picture, signing.dumps([picture.address, picture.preview, picture.title, picture.licence, picture.credit], salt=_SALT))
        for picture in found
    ]


def preview(token: str) -> tuple[bytes, str]:
    """(bytes, media type) of a picture of the library as it is shown for choosing: asked for by the server, so that nobody else learns who looks. Raises ApplicationError,
    ProviderError, FileError."""
    _, address, *_ = _pictured(token)
    content = _of_library(address)
    return content, media_type_of(content)


def take_from_library(actor: Actor, token: str) -> tuple[Asset, str]:
    """Keep a picture of the library: (the picture, what it shows). Raises as `preview` and `keep` do."""
    ask(actor, "draft.write")
    address, _, title, licence, credit = _pictured(token)
    return keep(actor, _of_library(address), name=title, source=address, licence=licence, credit=credit), title


def _pictured(token: str) -> list[str]:
    try:
        found: list[str] = signing.loads(token, salt=_SALT, max_age=86_400)
    except signing.BadSignature:
        raise ApplicationError("error.picture_gone") from None
    return found


def _of_library(address: str) -> bytes:
    library: HttpPictures | None = provider_of("pictures")
    if library is None:
        raise ProviderError("service.none_set_up", service="pictures")
    if library.holds(address):
        return library.picture(address, MOST_BYTES)
    return page_fetcher().fetch_file(address, MOST_BYTES).content
