"""The formats that tables are exported in. One is declared once, and every table has it."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from django.http import HttpResponse

from fundament.web.errors import ApplicationError

Rows = Iterable[Sequence[Any]]
ILLEGAL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")  # what no workbook may hold
LIKE_ESCAPED = re.compile(r"_(x[0-9A-Fa-f]{4}_)")  # what a workbook reads as a sign by its number
FORMULA_SIGNS = tuple("=+-@＝＋－＠")


@dataclass(frozen=True)
class TableFormat:
    """key: in addresses, and the ending of the file. name: as people call it. write: the bytes of a name, headings and rows. most_rows: that are written (0: no bound)."""

    key: str
    name: str
    media_type: str
    write: Callable[[str, Sequence[str], Rows], bytes]
    most_rows: int = 0

    def file(self, name: str, heading: Sequence[str], rows: Rows, *, count: int = 0) -> HttpResponse:
        """A table as a file to save. count: of its rows, where that is known. Raises ApplicationError for too many."""
        if self.most_rows and count > self.most_rows:
            raise ApplicationError("error.too_long_for_xlsx", rows=count, most=self.most_rows)
        response = HttpResponse(self.write(name, heading, rows), content_type=self.media_type)
        response["Content-Disposition"] = f'attachment; filename="{name}.{self.key}"'
        return response


def _csv(name: str, heading: Sequence[str], rows: Rows) -> bytes:
    """Cells that a spreadsheet would take for a formula are quoted; yes and no are words."""
    held = io.StringIO()
    writer = csv.writer(held)
    writer.writerow(heading)
    for row in rows:
        writer.writerow([_cell(cell) for cell in row])
    return f"\ufeff{held.getvalue()}".encode("utf-8", "replace")


def _xlsx(name: str, heading: Sequence[str], rows: Rows) -> bytes:
    """Text is text, also where a spreadsheet would take it for a formula."""
    from openpyxl import Workbook
    from openpyxl.cell import WriteOnlyCell

    book = Workbook(write_only=True)
    sheet = book.create_sheet(name[:31])
    sheet.append(list(heading))
    for row in rows:
        cells = []
        for value in row:
            plain = ("yes" if value else "no") if isinstance(value, bool) else value
            cell = WriteOnlyCell(
                sheet,
                plain
                if isinstance(plain, int | float) or plain is None
                else LIKE_ESCAPED.sub(r"_x005F_\1", ILLEGAL.sub("", str(plain)))[:32_000],
            )
            if isinstance(plain, str):
                cell.data_type = "s"
            cells.append(cell)
        sheet.append(cells)
    held = io.BytesIO()
    book.save(held)
    return held.getvalue()


def _cell(value: Any) -> Any:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, str):
        value = value.replace("\x00", "")
        if value[:1] in ("\t", "\r", "\n") or value.lstrip()[:1] in FORMULA_SIGNS:
            return f"'{value}"
    return value


FORMATS = {
    form.key: form
    for form in (
        TableFormat("csv", "CSV", "text/csv; charset=utf-8", _csv),
        # writing a workbook takes a tenth of a millisecond and more for each cell
        TableFormat("xlsx", "XLSX", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", _xlsx, most_rows=20_000),
    )
}
