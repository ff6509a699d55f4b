"""Sorting, searching and exporting tables, kept in the address."""

from __future__ import annotations

import csv
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse


@dataclass(frozen=True)
class Column:
    """A column that can be sorted by. key: name in the address; value: what is sorted; numbers go down first."""

    key: str
    label: str
    value: Callable[[Any], Any]
    number: bool = True
    help: str = ""


@dataclass
class Table:
    """Rows as the address asks for them."""

    rows: list[Any]
    columns: Sequence[Column]
    sort: str
    descending: bool
    search: str
    total: int
    kept: dict[str, str] = field(default_factory=dict)  # further choices of the page, which sorting and searching must not lose

    def headings(self) -> list[dict[str, Any]]:
        """For each column its label and the address that sorts by it."""
        cells = []
        for column in self.columns:
            is_current = column.key == self.sort
            down = (not self.descending) if is_current else column.number
            query = {**self.kept, "sort": ("-" if down else "") + column.key}
            if self.search:
                query["search"] = self.search
            direction = ("descending" if self.descending else "ascending") if is_current else ""
            cells.append(
                {"label": column.label, "query": urlencode(query), "direction": direction, "number": column.number, "help": column.help}
            )
        return cells

    @property
    def query(self) -> str:
        """The address's query for the same rows, for the export link."""
        query = {**self.kept, "sort": ("-" if self.descending else "") + self.sort}
        if self.search:
            query["search"] = self.search
        return urlencode(query)


def table_of(
    request: HttpRequest,
    rows: Iterable[Any],
    columns: Sequence[Column],
    *,
    first: str,
    text: Callable[[Any], str],
    keep: Sequence[str] = (),
) -> Table:
    """Sort and search rows as the address asks. first: the column sorted by to begin with; text: what is searched in; keep: names of
    further choices in the address."""
    everything = list(rows)
    asked = request.GET.get("sort", "")
    by_key = {column.key: column for column in columns}
    key = asked.lstrip("-")
    if key not in by_key:
        key, asked = first, ("-" if by_key[first].number else "") + first
    descending = asked.startswith("-")
    search = request.GET.get("search", "").strip()[:100]
    found = [row for row in everything if search.lower() in text(row).lower()] if search else everything
    found.sort(key=by_key[key].value, reverse=descending)
    kept = {name: request.GET[name] for name in keep if request.GET.get(name)}
    return Table(found, columns, key, descending, search, len(everything), kept)


def csv_response(name: str, heading: Sequence[str], rows: Iterable[Sequence[Any]]) -> HttpResponse:
    """A CSV file. Cells that a spreadsheet would take for a formula are quoted."""
    response = HttpResponse(content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{name}.csv"'
    response.write("\ufeff")
    writer = csv.writer(response)
    writer.writerow(heading)
    for row in rows:
        writer.writerow([f"'{cell}" if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell for cell in row])
    return response
