"""Tables of rows that the database sorts, searches and counts, for lists too long to hold; otherwise as `tables`."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.db.models import F, QuerySet
from django.http import HttpRequest

from fundament.web.numbers import page_number
from fundament.web.tables import Column, Table, cleaned_search

PER_PAGE = 100


def query_table_of(
    request: HttpRequest, rows: QuerySet, columns: Sequence[Column], fields: Mapping[str, str], *, first: str, searched: str, total: int,
    kept: Mapping[str, str] | None = None, per_page: int = PER_PAGE,
) -> Table:  # fmt: skip
    """Rows as the address asks for them. fields: the database's field by key of a column that sorts; searched: the field that is searched in; total: of rows before any filter;
    kept: further choices in the address. What has no value comes last."""
    asked = request.GET.get("sort", "")
    key = asked.lstrip("-")
    by_key = {column.key: column for column in columns if column.sorts and column.key in fields}
    if key not in by_key:
        key, asked = first.lstrip("-"), first
    descending = asked.startswith("-")
    search = cleaned_search(request)
    if search:
        rows = rows.filter(**{f"{searched}__icontains": search})
    found = rows.count()
    order = F(fields[key])
    # where every row has a value an index can tell the order
    last = True if "__" in fields[key] or rows.model._meta.get_field(fields[key]).null else None
    rows = rows.order_by(order.desc(nulls_last=last) if descending else order.asc(nulls_last=last), "pk")
    pages = max(1, -(-found // per_page))
    page = page_number(request.GET.get("page", "1"), pages)
    shown: list[Any] = list(rows[(page - 1) * per_page : page * per_page])
    return Table(shown, columns, key, descending, search, total, dict(kept or {}), page, pages, found, rows)
