"""Pictures for drafts: brought by a person, fetched from an address, or taken from the picture library."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings
from django.db import IntegrityError, transaction

from fundament.files.pictures import Picture, load_pictures, remade
from fundament.providers.guard import check_form
from fundament.web.accounts.roles import Actor, ask
from fundament.web.assets.models import Asset
from fundament.web.assets.services.library import MOST_BYTES, brought, described
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import ask_for
from fundament.web.errors import ApplicationError
from fundament.web.files_in_requests import read_file
from fundament.web.sites.services.fetching import page_fetcher
from fundament.web.typed import storable

PICTURE = "draft.picture"  # the kind of errand


def ask_for_picture(actor: Actor, *, file: tuple[str, bytes] | None = None, address: str = "", token: str = "") -> Errand:
    """Have a picture kept by a job: out of a file, as (name, bytes), from an address, or from the library. Raises ApplicationError where nothing is given, and what can be told of a token or an address at once."""
    ask(actor, "draft.write")
    if file is None and not token and not address:
        raise ApplicationError("error.no_file")
    about = file[0] if file is not None else described(token).title if token else address
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
        chosen = described(arguments["token"])
        asset, alt = (
            keep(actor, brought(chosen.address), name=chosen.title, source=chosen.address, licence=chosen.licence, credit=chosen.credit),
            chosen.title,
        )
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
        **{key: storable(value) for key, value in about.items()},
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
