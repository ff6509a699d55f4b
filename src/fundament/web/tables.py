"""Tables that sort, search and export what they show, with the choice kept in the address. A column is declared once: heading, cell, sort and export."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from django.utils.html import conditional_escape, format_html
from django.utils.safestring import SafeString

from fundament.messages import label
from fundament.web.numbers import page_number
from fundament.web.table_formats import FORMATS
from fundament.web.typed import one_line, storable

Value = Callable[[Any], Any]
HIDDEN = "hidden_columns"  # in the session, by table


@dataclass(frozen=True)
class Column:
    """A column. Its heading is the label "column.KEY", with "column.KEY.help" as a hint, where there is one.

    key: name in the address. value: what is sorted, and, unless told otherwise, shown and exported; numbers go down first, unless rises. cell: what is shown, as text or
    safe HTML. export: heading -> value in the file. number: set right. heads_row: the cell names its row. shown: False for what is only exported. wraps:
    False keeps the cell on one line. narrow: False hides it while something is open beside the table.
    """

    key: str
    value: Value
    cell: Value | None = None
    export: Mapping[str, Value] | None = None
    number: bool = True
    heads_row: bool = False
    shown: bool = True
    sorts: bool = True
    wraps: bool = True
    rises: bool = False
    narrow: bool = True

    @property
    def falls_first(self) -> bool:
        """Whether sorting by it begins with the highest."""
        return self.number and not self.rises

    @property
    def tags(self) -> tuple[SafeString, SafeString]:
        """What begins and what ends each of its cells."""
        element, more = ("th", SafeString(' scope="row"')) if self.heads_row else ("td", SafeString())
        return format_html('<{}{} class="{}">', element, more, self.classes), format_html("</{}>", element)

    @property
    def classes(self) -> str:
        """The classes of its cells."""
        return " ".join(
            name for name, is_so in (("number", self.number), ("nowrap", not self.wraps), ("wide-only", not self.narrow)) if is_so
        )

    @property
    def label(self) -> str:
        """The heading."""
        return label(f"column.{self.key}")

    @property
    def help(self) -> str:
        """A hint for the heading, or ""."""
        found = label(f"column.{self.key}.help")
        return "" if found.startswith("column.") else found

    def show(self, row: Any) -> Any:
        """The cell of a row."""
        return (self.cell or self.value)(row)

    def exported(self) -> Mapping[str, Value]:
        """Headings and values in a file."""
        return {self.key: self.value} if self.export is None else self.export


@dataclass(frozen=True)
class Filter:
    """Leaves of a table only the rows of one kind. Its name is the label "filter.KEY". options: (value in the address, its name, whether a row is of it)."""

    key: str
    options: Sequence[tuple[str, str, Callable[[Any], bool]]]

    @property
    def label(self) -> str:
        """What is filtered by."""
        return label(f"filter.{self.key}")


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
    page: int = 1
    pages: int = 1
    found: int = 0
    everything: Iterable[Any] = field(default_factory=list)  # what was found, on all pages
    filters: Sequence[Filter] = ()
    hidden: frozenset[str] = frozenset()  # columns that this person does not want to see
    is_chosen: bool = False  # whether the columns can be chosen

    @property
    def shown_columns(self) -> list[Column]:
        """The columns on the screen."""
        return [column for column in self.columns if column.shown and column.key not in self.hidden]

    @property
    def choosable(self) -> list[tuple[Column, bool]]:
        """The columns that can be taken off the screen, and whether each is on it."""
        return (
            [(column, column.key not in self.hidden) for column in self.columns if column.shown and not column.heads_row]
            if self.is_chosen
            else []
        )

    @property
    def filter_choices(self) -> list[tuple[Filter, list[tuple[str, str, bool]]]]:
        """Each filter with its options: value, name, whether it is asked for."""
        return [(one, [(value, name, self.kept.get(one.key) == value) for value, name, _ in one.options]) for one in self.filters]

    @property
    def kept_beside_filters(self) -> dict[str, str]:
        """What a form with the filters must carry along."""
        return {name: value for name, value in self.kept.items() if name not in {one.key for one in self.filters}}

    @property
    def is_narrowed(self) -> bool:
        """Whether rows are left out by a search or a filter."""
        return bool(self.search) or any(one.key in self.kept for one in self.filters)

    def headings(self) -> list[dict[str, Any]]:
        """For each column its label and the address that sorts by it ("" where it does not sort)."""
        cells = []
        for column in self.shown_columns:
            is_current = column.key == self.sort
            down = (not self.descending) if is_current else column.falls_first
            query = {**self.kept, "sort": ("-" if down else "") + column.key}
            if self.search:
                query["search"] = self.search
            direction = ("descending" if self.descending else "ascending") if is_current else ""
            cells.append({
                "key": column.key, "label": column.label, "query": urlencode(query) if column.sorts else "", "direction": direction, "number": column.number,
                "help": column.help, "narrow": column.narrow,
            })  # fmt: skip
        return cells

    def drawn_lines(self) -> list[tuple[Any, SafeString]]:
        """Each row with its cells as HTML. Made here and not in a template: a table of a hundred rows has a thousand cells, and each would cost several tags."""
        marks = [(*column.tags, column) for column in self.shown_columns]
        return [
            (row, SafeString("".join(f"{begin}{conditional_escape(column.show(row))}{end}" for begin, end, column in marks)))
            for row in self.rows
        ]

    @property
    def query(self) -> str:
        """The address's query for the same rows, for the export link."""
        query = {**self.kept, "sort": ("-" if self.descending else "") + self.sort}
        if self.search:
            query["search"] = self.search
        return urlencode(query)

    @property
    def as_address(self) -> str:
        """The address of the same rows."""
        return f"?{self.query}"

    def exports(self) -> tuple[list[str], Iterable[list[Any]]]:
        """All that was found, for a file: the headings, and the rows."""
        exports = [export for column in self.columns for export in column.exported().items()]
        return [heading for heading, _ in exports], ([value(row) for _, value in exports] for row in self.everything)


def table_of(
    request: HttpRequest,
    rows: Iterable[Any],
    columns: Sequence[Column],
    *,
    first: str,
    text: Callable[[Any], str],
    keep: Sequence[str] = (),
    per_page: int = 0,
    filters: Sequence[Filter] = (),
    chosen_as: str = "",
) -> Table:
    """Sort and search rows as the address asks. first: the column sorted by to begin with; text: what is searched in; keep: names of
    further choices in the address; per_page: rows on one page (0: all). chosen_as: a name under which the columns that a person wants are kept, "" where they cannot be chosen."""
    everything = list(rows)
    asked = request.GET.get("sort", "")
    by_key = {column.key: column for column in columns if column.sorts}
    key = asked.lstrip("-")
    if key not in by_key:
        key, asked = first.lstrip("-"), first if first.startswith("-") or not by_key[first].falls_first else f"-{first}"
    descending = asked.startswith("-")
    search = cleaned_search(request)
    found = [row for row in everything if search.lower() in text(row).lower()] if search else list(everything)
    narrowing = {
        one.key: (request.GET[one.key], test) for one in filters for value, _, test in one.options if request.GET.get(one.key) == value
    }
    for _, is_of in narrowing.values():
        found = [row for row in found if is_of(row)]
    found.sort(key=by_key[key].value, reverse=descending)
    kept = {name: storable(request.GET[name]) for name in keep if request.GET.get(name)}
    kept |= {name: value for name, (value, _) in narrowing.items()}
    page, pages = 1, 1
    shown = found
    if per_page:
        pages = max(1, -(-len(found) // per_page))
        page = page_number(request.GET.get("page", "1"), pages)
        shown = found[(page - 1) * per_page : page * per_page]
    hidden = _hidden_columns(request, columns, chosen_as) if chosen_as else frozenset()
    return Table(
        shown, columns, key, descending, search, len(everything), kept, page, pages, len(found), found, filters, hidden, bool(chosen_as)
    )  # fmt: skip


def _hidden_columns(request: HttpRequest, columns: Sequence[Column], chosen_as: str) -> frozenset[str]:
    """The columns that a person took off the screen, as they say now or said before in this session."""
    there = {column.key for column in columns if column.shown and not column.heads_row}
    kept = request.session.get(HIDDEN, {})
    if "columns" in request.GET:
        request.session[HIDDEN] = kept = {**kept, chosen_as: sorted(there - set(request.GET.getlist("column")))}
    return frozenset(there & set(kept.get(chosen_as, ())))


def cleaned_search(request: HttpRequest) -> str:
    """What is searched for: one line of at most 100 characters that a database can look for."""
    return one_line(request.GET.get("search", ""))[:100]


def exported(request: HttpRequest, table: Table, name: str) -> HttpResponse | None:
    """The table as the file that the address asks for; None where it asks for none. Raises ApplicationError for more rows than the format takes."""
    form = FORMATS.get(request.GET.get("format", ""))
    return form.file(name, *table.exports(), count=table.found) if form is not None else None
