"""Keyword lists out of the catalogue."""

from __future__ import annotations

from urllib.parse import urlsplit

from django.db import transaction

from fundament.core.errors import SaidError
from fundament.providers.errors import ProviderError
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError
from fundament.web.keywords.models import KeywordList
from fundament.web.keywords.queueing import queue_filling
from fundament.web.keywords.services.lists import Phrase, cleaned, create_list, store
from fundament.web.live.notify import announce
from fundament.web.sites.services.answers import provider_of

MOST = 5_000


def ask_catalogue(actor: Actor, seed: str, *, country: str, language: str) -> KeywordList:
    """A new list of what the catalogue knows around a phrase, or of what a site ranks for when an address or a host is given; a job fills it."""

    ask(actor, "keywords.change")
    plain = cleaned(seed)
    if not plain:
        raise ApplicationError("error.no_seed")
    host = host_of(plain)
    with transaction.atomic():
        made = create_list(actor, host or plain, country=country, language=language, source=f"catalogue: {host or plain}")
        made.asked = {"site": host} if host else {"seed": plain}
        made.save(update_fields=["asked"])
        queue_filling(made)
    return made


def host_of(text: str) -> str:
    """The host of an address, or of what looks like one; "" for a phrase."""
    plain = text.strip().lower()
    if " " in plain or "." not in plain:
        return ""
    try:
        host = urlsplit(plain if "://" in plain else f"https://{plain}").hostname or ""
    except ValueError:
        return ""
    return host.removeprefix("www.") if "." in host.strip(".") else ""


def fill(list_id: int) -> None:
    """Ask the catalogue, and put what it knows on the list; what it says goes on whole or not at all."""
    row = KeywordList.objects.filter(pk=list_id, asked__isnull=False).first()
    if row is None:
        return
    asked = row.asked or {}
    try:
        catalogue = provider_of("keywords")
        if catalogue is None:
            raise ProviderError("service.none_set_up", service="keywords")
        market = {"country": row.country or "gb", "language": row.language or "en", "most": MOST}
        found = list(catalogue.of_site(asked["site"], **market) if "site" in asked else catalogue.search(asked["seed"], **market))
        with transaction.atomic():
            store(row, (Phrase(k.keyword, k.volume, dict(k.months), k.difficulty, k.cost, k.competition, k.intent) for k in found))
            _set(row, None if found else ["keywords.none_found", {"asked": asked.get("site") or asked.get("seed")}])
    except SaidError as error:
        _set(row, list(error.message))


def ask_again(actor: Actor, list_id: int) -> KeywordList:
    """Ask the catalogue once more for a list that it could not fill."""
    from fundament.web.keywords.services.lists import list_for

    row = list_for(actor, list_id, "keywords.change")
    if row.problem is None or not row.source.startswith("catalogue: "):
        raise ApplicationError("error.no_such_action")
    what = row.source.removeprefix("catalogue: ")
    with transaction.atomic():
        row.asked, row.problem = ({"site": what} if host_of(what) else {"seed": what}), None
        row.save(update_fields=["asked", "problem"])
        queue_filling(row)
    return row


def give_up(list_id: int) -> None:
    """After a job's last attempt ended in an error nobody foresaw."""
    row = KeywordList.objects.filter(pk=list_id, asked__isnull=False).first()
    if row is not None:
        _set(row, ["error.catalogue_fault", {}])


def _set(row: KeywordList, problem: list[object] | None) -> None:
    row.asked, row.problem = None, problem
    with transaction.atomic():
        row.save(update_fields=["asked", "problem"])
        announce(row.workspace_id, f"keywords:{row.pk}", what="filled")
