"""What is done with a table that came from outside, in a process of its own (`confined`): a first look, and its rows."""

from __future__ import annotations

import encodings
import importlib
import pkgutil
from collections.abc import Mapping
from dataclasses import dataclass

from fundament.core.message import Message
from fundament.files.cells import text_of
from fundament.files.columns import LeftOut, Row, TableKind, Understood, guess, mapped, missing, take
from fundament.files.errors import FileError
from fundament.files.tables import Sheet, read_tables

SHOWN_ROWS = 8
SHOWN_REASONS = 100
SHOWN_CHARACTERS = 120


@dataclass(frozen=True)
class Look:
    """A table as it was understood. sheets: names of all in the file. preview: the first rows as text. taken, left_out: rows. reasons: of the first rows that are left out. missing:
    needed fields that no column is."""

    sheets: tuple[str, ...]
    understood: Understood
    preview: tuple[tuple[str, ...], ...]
    taken: int
    left_out: int
    reasons: tuple[LeftOut, ...]
    missing: tuple[str, ...]
    notes: tuple[Message, ...]


def look_at(content: bytes, name: str, kind: TableKind, sheet: str, fields: Mapping[int, str] | None) -> Look:
    """A first look. sheet: its name, or "" for the largest. fields: what each column is, as a person said; None to guess."""
    sheets = read_tables(content, name)
    chosen = _chosen(sheets, sheet)
    understood = guess(chosen, kind)
    if fields is not None:
        understood = mapped(chosen, understood, fields)
    lacking = missing(understood, kind)
    taken = left = 0
    reasons: list[LeftOut] = []
    for row in take(chosen, understood, kind) if not lacking else ():
        if isinstance(row, Row):
            taken += 1
        else:
            left += 1
            if len(reasons) < SHOWN_REASONS:
                reasons.append(row)
    body = chosen.rows[understood.headings_at + 1 : understood.headings_at + 1 + SHOWN_ROWS]
    preview = tuple(tuple(text_of(cell)[:SHOWN_CHARACTERS] for cell in row) for row in body)
    return Look(tuple(s.name for s in sheets), understood, preview, taken, left, tuple(reasons), tuple(lacking), chosen.notes)


def rows_of(content: bytes, name: str, kind: TableKind, sheet: str, fields: Mapping[int, str]) -> list[Row]:
    """The rows that are taken."""
    chosen = _chosen(read_tables(content, name), sheet)
    understood = mapped(chosen, guess(chosen, kind), fields)
    if missing(understood, kind):
        raise FileError("file.columns_missing")
    return [row for row in take(chosen, understood, kind) if isinstance(row, Row)]


def _chosen(sheets: list[Sheet], name: str) -> Sheet:
    return next((sheet for sheet in sheets if sheet.name == name), sheets[0])


def load_readers() -> None:
    """Load all that reading tables needs, before no file can be opened any more."""
    import python_calamine

    assert python_calamine
    load_codecs()


def load_codecs() -> None:
    """Load the encodings that files may be in."""
    for found in pkgutil.iter_modules(encodings.__path__):
        if found.name not in ("mbcs", "oem"):  # of other systems
            importlib.import_module(f"encodings.{found.name}")
