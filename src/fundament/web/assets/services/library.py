"""The picture library: searched by a job, which brings the pictures to choose from along, so that nobody else learns who looks."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, NamedTuple

from django.core import signing

from fundament.core.errors import SaidError
from fundament.files.pictures import media_type_of
from fundament.providers.errors import ProviderError
from fundament.providers.pictures import HttpPictures, LibraryPicture
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import Kept, ask_or_join, content_of
from fundament.web.errors import ApplicationError, NotFoundError
from fundament.web.sites.services.answers import address_of, provider_of
from fundament.web.sites.services.fetching import page_fetcher

LIBRARY = "draft.library"  # the kind of errand
MOST_BYTES = 12_000_000
MOST_SHOWN, MOST_PREVIEW_BYTES = 24, 1_000_000
MOST_FAILURES = 3  # of previews, before no more are asked for
_SALT = "picture of the library"


class Chosen(NamedTuple):
    """A picture of the library that a person may choose. address: where it is had; title: what it shows."""

    address: str
    title: str
    licence: str
    credit: str


def ask_for_library(actor: Actor, words: str) -> Errand | None:
    """Have the library searched; None where none is set up."""
    ask(actor, "draft.write")
    return ask_or_join(actor, LIBRARY, words, {"words": words}) if address_of("pictures") else None


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> Kept:
    """The errand itself: {"found": of each picture its token, what it is, and "preview": [begin, end, media type] in the content, None where it could not be had}. Raises ServiceError."""
    ask(actor, "draft.write")
    found, previews, failures = [], bytearray(), 0
    for picture in _needed().search(arguments["words"])[:MOST_SHOWN]:
        chosen = Chosen(picture.address, picture.title, picture.licence, picture.credit)
        small = _preview(picture) if failures < MOST_FAILURES else None
        failures += small is None
        place = None if small is None else [len(previews), len(previews) + len(small[0]), small[1]]
        previews += b"" if small is None else small[0]
        found.append({"token": signing.dumps(chosen, salt=_SALT), "preview": place, **chosen._asdict()})
    return Kept({"found": found}, bytes(previews))


def preview(actor: Actor, errand_id: int, number: int) -> tuple[bytes, str]:
    """(bytes, media type) of a picture that a search brought, small. Raises NotFoundError."""
    ask(actor, "draft.write")
    result, content = content_of(actor, errand_id, LIBRARY)
    found = result.get("found", [])
    if number >= len(found) or found[number]["preview"] is None:
        raise NotFoundError("error.not_found")
    begin, end, media_type = found[number]["preview"]
    return content[begin:end], media_type


def described(token: str) -> Chosen:
    """The picture that a search gave this token. Raises ApplicationError."""
    try:
        return Chosen(*signing.loads(token, salt=_SALT, max_age=86_400))
    except signing.BadSignature:
        raise ApplicationError("error.picture_gone") from None


def brought(address: str) -> bytes:
    """A picture of the library. Raises ProviderError and PageError."""
    library = _needed()
    if library.holds(address):
        return library.picture(address, MOST_BYTES)
    return page_fetcher().fetch_file(address, MOST_BYTES).content


def _preview(picture: LibraryPicture) -> tuple[bytes, str] | None:
    """(bytes, media type); None where it cannot be had: the picture still has its title."""
    try:
        content = brought(picture.preview)
        return (content, media_type_of(content)) if len(content) <= MOST_PREVIEW_BYTES else None
    except SaidError:
        return None


def _needed() -> HttpPictures:
    library: HttpPictures | None = provider_of("pictures")
    if library is None:
        raise ProviderError("service.none_set_up", service="pictures")
    return library
