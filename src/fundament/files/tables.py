"""Reading tables: delimited text in whatever encoding, and spreadsheets. What comes out is rows of cells, sheet by sheet; `columns` says what they mean."""

from __future__ import annotations

import codecs
import csv
import datetime
import io
import re
import zipfile
from collections import Counter
from dataclasses import dataclass

from fundament.core.message import Message, message
from fundament.core.reading.markup_tree.guess_charset import guess_charset
from fundament.files.cells import Cell, is_empty
from fundament.files.errors import FileError

MOST_BYTES = 40_000_000
MOST_UNPACKED = 400_000_000  # of a spreadsheet, which is a compressed archive
MOST_RATIO = 200  # unpacked to packed, from LEAST_UNPACKED on
LEAST_UNPACKED = 20_000_000
MOST_ROWS, MOST_COLUMNS, MOST_SHEETS = 200_000, 400, 50
NO_SIGN = "\x1f"  # no text has it: each line is one cell
DELIMITERS = (",", ";", "\t", "|")
SAMPLE_LINES = 60
_BOMS = ((codecs.BOM_UTF8, "utf-8-sig"), (codecs.BOM_UTF32_LE, "utf-32"), (codecs.BOM_UTF16_LE, "utf-16"), (codecs.BOM_UTF16_BE, "utf-16"))
_CENTRAL = re.compile(r"[A-Za-z][³¿¹¶±¼º][a-z]|\b[³¿¶][a-z]{2}")  # Polish and its neighbours, read as Western European
_KINDS = (  # how files that are no tables begin -> what they are
    (b"%PDF", "pdf"), (b"\x89PNG", "picture"), (b"\xff\xd8\xff", "picture"), (b"GIF8", "picture"), (b"RIFF", "picture"), (b"\x1f\x8b", "archive"),
    (b"Rar!", "archive"), (b"7z\xbc\xaf", "archive"), (b"WARC/", "archive"), (b"{\\rtf", "document"), (b"SQLite", "database"),
)  # fmt: skip


@dataclass(frozen=True)
class Sheet:
    """A table as it stands in a file. rows: all as long as the longest, empty ones at the end left out. first_row: number of the first row in the file,
    from 1."""

    name: str
    rows: list[list[Cell]]
    notes: tuple[Message, ...] = ()


def read_tables(content: bytes, name: str) -> list[Sheet]:
    """The sheets of a file that hold anything, the one with most cells first. Raises FileError with what is wrong."""
    if len(content) > MOST_BYTES:
        raise FileError("file.too_large", megabytes=MOST_BYTES // 1_000_000)
    if not content.strip():
        raise FileError("file.empty")
    for begin, kind in _KINDS:
        if content.startswith(begin):
            raise FileError("file.no_table", kind=kind)
    is_workbook = content.startswith(b"PK\x03\x04") or content.startswith(b"\xd0\xcf\x11\xe0")
    sheets = _workbook(content) if is_workbook else [_delimited(content)]
    sheets = [sheet for sheet in sheets if sheet.rows]
    if not sheets:
        raise FileError("file.no_rows")
    return sorted(sheets, key=lambda sheet: -sum(not is_empty(cell) for row in sheet.rows for cell in row))


def decoded(content: bytes) -> str:
    """The text of a file of unknown encoding: by its byte order mark, else UTF-8 where it is that, else the likeliest set."""
    for mark, encoding in _BOMS:
        if content.startswith(mark):
            return content.decode(encoding, errors="replace")
    sample = content[:4_000]
    if sample.count(0) > len(sample) // 5:
        return content.decode("utf-16-le" if sample[1:2] == b"\x00" else "utf-16-be", errors="replace")
    try:
        return content.decode("utf-8")
    except UnicodeDecodeError:
        return content.decode(_eight_bit_set(content), errors="replace")


def _eight_bit_set(content: bytes) -> str:
    """The likeliest set of eight-bit text. Tables are short and mostly plain letters, so a script of its own needs many letters that are not."""
    sample = content[:200_000]
    others = sum(byte >= 0x80 for byte in sample)
    letters = sum(chr(byte).isalpha() for byte in sample if byte < 0x80)
    if others > 0.3 * (letters + others):
        return guess_charset(content) or "cp1252"
    western = sample.decode("cp1252", errors="replace")
    return "cp1250" if _CENTRAL.search(western) else "cp1252"


def _delimited(content: bytes) -> Sheet:
    text = decoded(content).replace("\x00", "")
    notes = []
    if text.lstrip()[:1] == "<" and "<html" in text[:2_000].lower():
        raise FileError("file.no_table", kind="page")
    if text[:4].lower() == "sep=" and len(text.partition("\n")[0].strip()) == 5:
        delimiter, text = text[4], text.partition("\n")[2]
    else:
        delimiter = _delimiter_of(text)
    csv.field_size_limit(1_000_000)
    rows: list[list[Cell]] = []
    try:
        for row in csv.reader(io.StringIO(text, newline=""), delimiter=delimiter, skipinitialspace=True, strict=False):
            if len(row) > MOST_COLUMNS:
                raise FileError("file.too_many_columns", columns=len(row), most=MOST_COLUMNS)
            rows.append([cell.strip() for cell in row])
            if len(rows) > MOST_ROWS + SAMPLE_LINES:
                notes.append(message("file.rows_cut", most=MOST_ROWS))
                break
    except csv.Error as error:
        raise FileError("file.broken_text", reason=str(error)[:100], row=len(rows) + 1) from None
    return Sheet("", _even(rows), tuple(notes))


def _delimiter_of(text: str) -> str:
    """The sign with which the most lines have the same number of columns, and the most of them. A file with one column has none; a sign in
    fewer than half of its lines is a part of what they say ("repointing brick, by hand")."""
    lines = io.StringIO("\n".join(text[:200_000].splitlines()[:SAMPLE_LINES]), newline="").getvalue()
    best, sign, most_are_single = (0.0, 0), ",", False
    for delimiter in DELIMITERS:
        counts = Counter(len(row) for row in _lines(lines, delimiter) if any(cell.strip() for cell in row))
        if not counts:
            continue
        columns, rows = max(counts.items(), key=lambda item: (item[1] * (item[0] > 1), item[0]))
        if columns > 1:
            found = rows / counts.total(), columns
            # two columns on half of the lines are chance where another sign parts all lines in more
            if found > best:
                best, sign, most_are_single = found, delimiter, 2 * counts[1] > counts.total()
    return NO_SIGN if most_are_single else sign


def _lines(text: str, delimiter: str) -> list[list[str]]:
    try:
        return list(csv.reader(io.StringIO(text, newline=""), delimiter=delimiter))
    except csv.Error:
        return []


def _workbook(content: bytes) -> list[Sheet]:
    from python_calamine import CalamineError, CalamineWorkbook, SheetTypeEnum, SheetVisibleEnum

    _refuse_bombs(content)
    try:
        book = CalamineWorkbook.from_filelike(io.BytesIO(content))
        chosen = [
            sheet.name
            for sheet in book.sheets_metadata
            if sheet.visible == SheetVisibleEnum.Visible and sheet.typ == SheetTypeEnum.WorkSheet
        ]
        hidden = len(book.sheets_metadata) - len(chosen)
        sheets = []
        for name in chosen[:MOST_SHEETS]:
            notes = [message("file.hidden_sheets", sheets=hidden)] if hidden else []
            rows = book.get_sheet_by_name(name).to_python(skip_empty_area=False, nrows=MOST_ROWS + SAMPLE_LINES)
            if rows and len(rows[0]) > MOST_COLUMNS:
                rows = [row[:MOST_COLUMNS] for row in rows]
                notes.append(message("file.columns_cut", most=MOST_COLUMNS))
            sheets.append(Sheet(name, _even([[_cell(value) for value in row] for row in rows]), tuple(notes)))
    except (CalamineError, zipfile.BadZipFile, ValueError, OSError) as error:
        said = str(error).lower()
        if "password" in said or "encrypt" in said:
            raise FileError("file.password") from None
        raise FileError("file.broken_workbook") from None
    return sheets


def _refuse_bombs(content: bytes) -> None:
    """Raise where a spreadsheet would unpack to more than it may."""
    if not content.startswith(b"PK"):
        return
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            names = archive.namelist()
            size = sum(entry.file_size for entry in archive.infolist())
    except zipfile.BadZipFile:
        raise FileError("file.broken_workbook") from None
    if size > MOST_UNPACKED or (size > LEAST_UNPACKED and size > MOST_RATIO * len(content)):
        raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
    if not any(name.startswith("xl/") or name in ("content.xml", "xl/workbook.bin") for name in names):
        raise FileError("file.no_table", kind="document" if any(name.startswith("word/") for name in names) else "archive")


def _cell(value: object) -> Cell:
    if isinstance(value, str):
        return value.replace("\x00", "").strip()
    if isinstance(value, datetime.timedelta | datetime.time):
        return str(value)
    if isinstance(value, bool | float | datetime.date) or value is None:
        return value
    return float(value) if isinstance(value, int) else str(value)


def _even(rows: list[list[Cell]]) -> list[list[Cell]]:
    """Rows of one length, without empty ones and columns at the end."""
    while rows and all(is_empty(cell) and cell != "-" for cell in rows[-1]):
        rows.pop()
    width = max((place + 1 for row in rows for place, cell in enumerate(row) if cell not in (None, "")), default=0)
    return [[*row[:width], *[None] * (width - len(row))] for row in rows]
