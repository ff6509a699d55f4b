"""What the columns of a table mean: where its headings are, what each column is, and the rows that can be taken, with reasons for those that cannot.

A kind of table is declared once (`TableKind`): its fields, by what names they go, what they must have. A file is guessed (`guess`), a person may put the guess right, and
`take` makes rows of it.
"""

from __future__ import annotations

import datetime
import re
import unicodedata
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from fundament.core.message import Message, message
from fundament.files.cells import Cell, date_of, day_comes_first, decimal_sign, is_address, is_empty, month_of_heading, number_of, text_of
from fundament.files.tables import MOST_ROWS, Sheet

TYPES = ("text", "number", "share", "date", "address")
MOST_HEADING_ROW = 25  # headings stand in the first rows, or nowhere
SAMPLE = 200
_NOT_WORDS = re.compile(r"[^\w]+")


@dataclass(frozen=True)
class Field:
    """What a column may be. type: of TYPES. names: what it is called in exports, in lower case, the surest first. needed: rows without it are left out."""

    key: str
    type: str
    names: tuple[str, ...]
    needed: bool = False
    longest: int = 2_000  # characters of a text
    least: float | None = None
    most: float | None = None


@dataclass(frozen=True)
class TableKind:
    """A kind of table. months: whether columns headed by months are figures by month. unique: the field of which the first row counts."""

    key: str
    fields: tuple[Field, ...]
    months: bool = False
    unique: str = ""

    def field(self, key: str) -> Field:
        """One of its fields. Raises KeyError."""
        return {one.key: one for one in self.fields}[key]


@dataclass(frozen=True)
class Understood:
    """How a sheet is read. headings_at: number of the (last) row of headings, -1 for none. headings: as shown. fields: key of the field by number of the column; months: month
    ("2026-03") by number of the column. decimals, day_first: by number of the column."""

    sheet: str
    headings_at: int
    headings: tuple[str, ...]
    fields: Mapping[int, str]
    months: Mapping[int, str]
    decimals: Mapping[int, str] = field(default_factory=dict)
    day_first: Mapping[int, bool] = field(default_factory=dict)


@dataclass(frozen=True)
class LeftOut:
    """A row that is not taken. row: its number in the file, from 1."""

    row: int
    reason: Message


@dataclass(frozen=True)
class Row:
    """A row that is taken. values: by key of the field; months: figures by month. row: its number in the file."""

    row: int
    values: dict[str, str | float | datetime.date | None]
    months: dict[str, float]


def guess(sheet: Sheet, kind: TableKind) -> Understood:
    """How a sheet is most likely meant."""
    at = _headings_at(sheet, kind)
    headings = _headings(sheet, at)
    body = sheet.rows[at + 1 : at + 1 + SAMPLE]
    columns = list(zip(*body, strict=True)) if body else [()] * len(headings)
    months = {number: month for number, heading in enumerate(headings) if kind.months and (month := month_of_heading(heading))}
    fields = _fields_of(headings, columns, kind, set(months))
    return with_formats(sheet, Understood(sheet.name, at, headings, fields, months))


def with_formats(sheet: Sheet, understood: Understood) -> Understood:
    """The same with how numbers and dates are written in each column; one that does not tell follows the others."""
    body = sheet.rows[understood.headings_at + 1 : understood.headings_at + 1 + 2_000]
    columns = dict(enumerate(zip(*body, strict=True))) if body else {}
    signs = {number: decimal_sign(cells) for number, cells in columns.items()}
    told = Counter(sign for number, sign in signs.items() if any(isinstance(c, str) and ("," in c or "." in c) for c in columns[number]))
    usual = "," if told[","] > told["."] else "."
    decimals = {n: sign if any(isinstance(c, str) and sign in c for c in columns[n]) else usual for n, sign in signs.items()}
    day_first = {number: day_comes_first(cells) for number, cells in columns.items()}
    return Understood(
        understood.sheet, understood.headings_at, understood.headings, understood.fields, understood.months, decimals, day_first
    )


def mapped(sheet: Sheet, understood: Understood, fields: Mapping[int, str]) -> Understood:
    """How a person put it right. fields: key of the field by number of the column; a column that is not in it is left out, months too."""
    months = {number: month for number, month in understood.months.items() if fields.get(number) == "month"}
    plain = {number: key for number, key in fields.items() if key != "month" and number < len(understood.headings)}
    return with_formats(sheet, Understood(understood.sheet, understood.headings_at, understood.headings, plain, months))


def take(sheet: Sheet, understood: Understood, kind: TableKind) -> Iterator[Row | LeftOut]:
    """The rows one by one, each taken or left out with the reason."""
    seen: set[str] = set()
    by_field = {key: number for number, key in understood.fields.items()}
    taken = 0
    for number, cells in enumerate(sheet.rows[understood.headings_at + 1 :], understood.headings_at + 2):
        if all(is_empty(cell) for cell in cells):
            continue
        row = _row(number, cells, by_field, understood, kind)
        if isinstance(row, Row) and kind.unique:
            same = str(row.values.get(kind.unique) or "").lower()
            if same in seen:
                row = LeftOut(number, message("row.again", value=same[:80]))
            seen.add(same)
        if isinstance(row, Row):
            taken += 1
            if taken > MOST_ROWS:
                yield LeftOut(number, message("row.too_many", most=MOST_ROWS))
                return
        yield row


def missing(understood: Understood, kind: TableKind) -> list[str]:
    """Keys of needed fields that no column is."""
    there = set(understood.fields.values())
    return [one.key for one in kind.fields if one.needed and one.key not in there]


def _row(number: int, cells: Sequence[Cell], by_field: Mapping[str, int], understood: Understood, kind: TableKind) -> Row | LeftOut:
    values: dict[str, str | float | datetime.date | None] = {}
    for one in kind.fields:
        column = by_field.get(one.key)
        cell = cells[column] if column is not None else None
        if is_empty(cell):
            if one.needed:
                return LeftOut(number, message("row.lacks", field=one.key))
            values[one.key] = None
            continue
        value = _value(cell, one, understood, column if column is not None else -1)
        if value is None:
            if one.needed or one.type in ("number", "share"):
                return LeftOut(number, message(f"row.no_{one.type}", field=one.key, value=text_of(cell)[:60]))
            values[one.key] = None
            continue
        if isinstance(value, str) and len(value) > one.longest:
            return LeftOut(number, message("row.too_long", field=one.key, characters=len(value), most=one.longest))
        if isinstance(value, float) and ((one.least is not None and value < one.least) or (one.most is not None and value > one.most)):
            return LeftOut(number, message("row.out_of_bounds", field=one.key, value=value, bounds=[one.least, one.most]))
        values[one.key] = value
    months = {}
    for column, month in understood.months.items():
        figure = number_of(cells[column], understood.decimals.get(column, "."))
        if figure is not None:
            months[month] = figure
    return Row(number, values, months)


def _value(cell: Cell, one: Field, understood: Understood, column: int) -> str | float | datetime.date | None:
    if one.type == "text":
        return text_of(cell) or None
    if one.type == "address":
        text = text_of(cell)
        return text if is_address(text) else f"https://{text}" if re.fullmatch(r"[\w-]+(?:\.[\w-]+)+(?:/\S*)?", text) else None
    if one.type == "date":
        return date_of(cell, day_first=understood.day_first.get(column, True), serials=True)
    found = number_of(cell, understood.decimals.get(column, "."))
    if one.type == "share" and found is not None and not (isinstance(cell, str) and "%" in cell) and found > 1.0:
        return found / 100.0
    return found


def plain_heading(text: str) -> str:
    """A heading as it is compared: lower case, without accents, marks and what stands in brackets."""
    text = unicodedata.normalize("NFKD", re.sub(r"\([^)]*\)|\[[^\]]*\]", " ", text).lower())
    return " ".join(_NOT_WORDS.sub(" ", "".join(sign for sign in text if not unicodedata.combining(sign))).replace("_", " ").split())


def _likeness(heading: str, one: Field) -> float:
    """How surely a heading names a field: 2 for its name, less for one that is longer by some words."""
    plain = plain_heading(heading)
    best = 0.0
    for place, name in enumerate(one.names):
        wanted = plain_heading(name)
        if plain == wanted:
            best = max(best, 2.0 - 0.02 * place)
        elif plain and wanted and re.search(rf"\b{re.escape(wanted)}\b", plain):
            best = max(best, 0.5 + 0.8 * len(wanted) / len(plain) - 0.01 * place)
    return best


def _headings_at(sheet: Sheet, kind: TableKind) -> int:
    """The row that is likeliest to hold the headings: one that names fields; else the first of mostly texts that are all different, with other kinds of cells below."""
    width = max((sum(not is_empty(cell) for cell in row) for row in sheet.rows[:SAMPLE]), default=0)
    best, at = (0.0, 0.0), -1
    for number, row in enumerate(sheet.rows[:MOST_HEADING_ROW]):
        texts = [text_of(cell) for cell in row]
        alike = [max((_likeness(text, one) for one in kind.fields), default=0.0) for text in texts if text and len(text) < 60]
        named = sum(one >= 1.0 for one in alike)
        named += sum(bool(month_of_heading(text)) for text in texts) if kind.months else 0
        there = [cell for cell in row if not is_empty(cell)]
        figures = sum(number_of(cell) is not None for cell in there)
        rating = float(named), max(alike, default=0.0)  # "keyword" below "My keywords" is the heading
        if named and rating > best and not any(is_address(cell) for cell in row) and 2 * figures <= len(there):
            best, at = rating, number
    if at >= 0:
        return at
    for number, row in enumerate(sheet.rows[:MOST_HEADING_ROW]):
        there = [cell for cell in row if not is_empty(cell)]
        below = sheet.rows[number + 1 : number + 6]
        if len(there) < max(2, 0.6 * width) or not all(isinstance(cell, str) for cell in there) or not below:
            continue
        if any(number_of(cell) is not None or is_address(cell) or date_of(cell) is not None for cell in there):
            return number - 1  # data: what stands above is no row of headings
        others = [cell for line in below for cell in line if not is_empty(cell)]
        if len(set(map(text_of, there))) == len(there) and any(number_of(cell) is not None or is_address(cell) for cell in others):
            return number
        return number - 1
    return -1


def _headings(sheet: Sheet, at: int) -> tuple[str, ...]:
    """The headings as they are shown; a group's heading above them, which stands over several columns, goes before."""
    width = len(sheet.rows[0]) if sheet.rows else 0
    if at < 0:
        return tuple(f"column {number}" for number in range(1, width + 1))
    found = [text_of(cell) for cell in sheet.rows[at]]
    above = [text_of(cell) for cell in sheet.rows[at - 1]] if at else []
    if 2 <= sum(map(bool, above)) < len([text for text in found if text]):
        group = ""
        for number, text in enumerate(above):
            group = text or group
            if group and found[number] and not month_of_heading(found[number]):
                found[number] = found[number] if plain_heading(group) in plain_heading(found[number]) else f"{group}: {found[number]}"
    return tuple(text or f"column {number}" for number, text in enumerate(found, 1))


def _fields_of(headings: Sequence[str], columns: Sequence[Sequence[Cell]], kind: TableKind, taken: set[int]) -> dict[int, str]:
    """The likeliest column of each field: by its heading, where that names none by what the cells are. Each column is one field at most."""
    scored = []
    for one in kind.fields:
        for number, heading in enumerate(headings):
            if number in taken:
                continue
            fits = _share_of_type(columns[number], one.type)
            likeness = max(_likeness(heading, one), _likeness(heading.rpartition(": ")[2], one) - 0.1)
            if likeness >= 0.7 and fits >= 0.3:
                scored.append((likeness + 0.2 * fits, -number, one.key))
    fields: dict[int, str] = {}
    for _, negative, key in sorted(scored, reverse=True):
        if -negative not in fields and key not in fields.values():
            fields[-negative] = key
    for one in kind.fields:
        if one.needed and one.key not in fields.values():
            free = [n for n in range(len(headings)) if n not in fields and n not in taken]
            likely = [(_share_of_type(columns[n], one.type), _distinct(columns[n]), -n) for n in free if columns[n]]
            best = max(likely, default=(0.0, 0.0, 0))
            if best[0] >= 0.8:
                fields[-best[2]] = one.key
    return fields


def _share_of_type(cells: Sequence[Cell], type_: str) -> float:
    there = [cell for cell in cells if not is_empty(cell)]
    if not there:
        return 0.5 if type_ != "address" else 0.0
    decimal = decimal_sign(there)
    if type_ == "address":
        fits = [is_address(cell) or bool(re.fullmatch(r"[\w-]+(?:\.[\w-]+)+/\S*", text_of(cell))) for cell in there]
    elif type_ in ("number", "share"):
        fits = [number_of(cell, decimal) is not None for cell in there]
    elif type_ == "date":
        fits = [date_of(cell, serials=True) is not None for cell in there]
    else:
        fits = [isinstance(cell, str) and number_of(cell, decimal) is None and not is_address(cell) for cell in there]
    return sum(fits) / len(there)


def _distinct(cells: Sequence[Cell]) -> float:
    there = [text_of(cell) for cell in cells if not is_empty(cell)]
    return len(set(there)) / len(there) if there else 0.0
