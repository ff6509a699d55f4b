"""Studies out of a table of results."""

from __future__ import annotations

from typing import Any

from django.urls import reverse

from fundament.files.columns import Field, TableKind
from fundament.messages import words
from fundament.providers.errors import PageError
from fundament.providers.guard import check_form
from fundament.web.accounts.roles import Actor, ask
from fundament.web.errors import ApplicationError
from fundament.web.imports.registry import Batches, Importer
from fundament.web.studies.models import COUNTRIES, DEVICES, LANGUAGES
from fundament.web.studies.results.forms import MOST_ADDRESSES
from fundament.web.studies.results.opening import open_study

TABLE = TableKind(
    "results",
    (
        Field("url", "address", ("url", "address", "link", "page", "landing page", "adresse", "lien", "dirección", "indirizzo", "adres", "endereço"), needed=True),
        Field("rank", "number", ("rank", "position", "pos", "place", "ranking", "rang", "posición", "posizione", "positie", "posição", "pozycja"), least=1.0, most=1e6),
        Field("title", "text", ("title", "titel", "titre", "título", "titolo", "tytuł")),
        Field("snippet", "text", ("snippet", "description", "beschreibung", "descripción", "descrizione")),
    ),
    unique="url",
)  # fmt: skip


def _about(actor: Actor, about: dict[str, Any]) -> str:
    ask(actor, "study.open")
    keyword = " ".join(str(about.get("keyword", "")).split())
    if not any(sign.isalnum() for sign in keyword) or len(keyword) > 200:
        raise ApplicationError("error.keyword_for_results")
    return words("import.becomes_a_study", keyword=keyword, most=MOST_ADDRESSES)


def _store(actor: Actor, about: dict[str, Any], name: str, batches: Batches) -> str:
    rows = [row for batch in batches for row in batch]
    rows.sort(key=lambda row: (rank if isinstance(rank := row.values["rank"], float) else 1e9, row.row))
    addresses = []
    for row in rows:
        try:
            check_form(str(row.values["url"]))
        except PageError:
            continue
        addresses.append(str(row.values["url"]))
    if not addresses:
        raise ApplicationError("error.no_readable_address")
    study = open_study(
        actor, keyword=str(about["keyword"]), addresses=list(dict.fromkeys(addresses))[:MOST_ADDRESSES], secondary=str(about.get("secondary", "")).splitlines(),
        country=_of(COUNTRIES, about.get("country"), "gb"), language=_of(LANGUAGES, about.get("language"), "en"), device=_of(DEVICES, about.get("device"), "desktop"),
        depth=30,
    )  # fmt: skip
    return reverse("results", args=[study.pk])


def _of(choices: Any, value: Any, usual: str) -> str:
    return str(value) if value in dict(choices) else usual


RESULTS = Importer(TABLE, "study.open", _about, _store)
