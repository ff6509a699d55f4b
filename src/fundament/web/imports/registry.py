"""What tables can be brought in: each kind is declared once, by the app that takes its rows."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from fundament.files.columns import Row, TableKind
from fundament.web.accounts.roles import Actor

Batches = Iterator[list[Row]]


@dataclass(frozen=True)
class Importer:
    """table: what its columns may be. asks: the action of `roles` that it needs. about: what it is brought into, in words, from what was given with the file. store: takes the rows, batch by
    batch, and gives the address to go on to; it may be stopped between two batches."""

    table: TableKind
    asks: str
    about: Callable[[Actor, dict[str, Any]], str]
    store: Callable[[Actor, dict[str, Any], str, Batches], str]


IMPORTERS: dict[str, Importer] = {}


def declare(importer: Importer) -> None:
    """Make a kind of table known; called once when its app is ready."""
    IMPORTERS[importer.table.key] = importer
