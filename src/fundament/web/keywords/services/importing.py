"""Keyword lists out of tables."""

from __future__ import annotations

from typing import Any

from django.urls import reverse

from fundament.messages import words
from fundament.web.accounts.roles import Actor
from fundament.web.imports.registry import Batches, Importer
from fundament.web.keywords.services.lists import Phrase, create_list, list_for, store
from fundament.web.keywords.table import TABLE
from fundament.web.numbers import whole_number


def _about(actor: Actor, about: dict[str, Any]) -> str:
    known = _list_id(about)
    if known is not None:
        return words("import.goes_on_a_list", list=list_for(actor, known, "keywords.change").name)
    return words("import.becomes_a_list")


def _list_id(about: dict[str, Any]) -> int | None:
    return whole_number(str(about.get("list", "")))


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
