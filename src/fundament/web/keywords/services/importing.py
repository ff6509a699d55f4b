"""Keyword lists out of tables."""

from __future__ import annotations

from typing import Any

from django.urls import reverse

from fundament.files.columns import Field, TableKind
from fundament.web.accounts.roles import Actor
from fundament.web.imports.registry import Batches, Importer
from fundament.web.keywords.services.lists import Phrase, create_list, list_for, store

TABLE = TableKind(
    "keywords",
    (
        Field("keyword", "text", (
            "keyword", "keywords", "search term", "search terms", "query", "queries", "phrase", "search query", "term", "suchbegriff", "suchwort",
            "schlüsselwort", "mot clé", "mots clés", "requête", "palabra clave", "consulta", "parola chiave", "zoekwoord", "zoekterm", "palavra-chave",
            "słowo kluczowe", "fraza",
        ), needed=True, longest=200),
        Field("volume", "number", (
            "volume", "search volume", "avg monthly searches", "average monthly searches", "monthly searches", "searches", "monthly volume",
            "suchvolumen", "suchanfragen", "volume de recherche", "volumen de búsqueda", "volume di ricerca", "zoekvolume", "volume de pesquisa",
            "liczba wyszukiwań", "sv",
        ), least=0.0, most=1e10),
        Field("difficulty", "number", ("difficulty", "keyword difficulty", "kd", "schwierigkeit", "difficulté", "dificultad", "difficoltà"), least=0.0, most=100.0),
        Field("cost", "number", ("cpc", "cost per click", "cost", "top of page bid", "bid", "klickpreis", "coût par clic", "coste por clic"), least=0.0, most=1e5),
        Field("competition", "share", ("competition", "competitive density", "com", "wettbewerb", "concurrence", "competencia", "concorrenza"), least=0.0, most=1.0),
        Field("intent", "text", ("intent", "search intent", "intents", "suchintention", "intention", "intención"), longest=100),
    ),
    months=True,
    unique="keyword",
)  # fmt: skip


def _about(actor: Actor, about: dict[str, Any]) -> str:
    known = _list_id(about)
    if known is not None:
        return f"Its keywords go on the list “{list_for(actor, known, 'keywords.change').name}”."
    return "Its keywords become a list of their own."


def _list_id(about: dict[str, Any]) -> int | None:
    value = str(about.get("list", ""))
    return int(value) if value.isascii() and value.isdecimal() and len(value) < 16 else None


def _store(actor: Actor, about: dict[str, Any], name: str, batches: Batches) -> str:
    known = _list_id(about)
    to = (
        list_for(actor, known, "keywords.change") if known is not None else create_list(actor, name.rpartition(".")[0] or name, source=name)
    )
    store(
        to,
        (
            Phrase(
                str(row.values["keyword"]), _number(row.values["volume"]), row.months, _number(row.values["difficulty"]),
                _number(row.values["cost"]), _number(row.values["competition"]), str(row.values["intent"] or ""),
            )
            for batch in batches
            for row in batch
        ),
    )  # fmt: skip
    return reverse("keyword-list", args=[to.pk])


def _number(value: Any) -> float | None:
    return float(value) if isinstance(value, float | int) else None


KEYWORDS = Importer(TABLE, "keywords.change", _about, _store)
