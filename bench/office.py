"""Whether a word processor and a spreadsheet open a plan and give it back as it was: LibreOffice (Debian's `libreoffice-writer`, `libreoffice-calc`), headless.

.venv/bin/python -m bench.office plan.json      the JSON export of a study's plan
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

import docx
from openpyxl import Workbook, load_workbook

from fundament.rendering.docx import docx_of
from fundament.rendering.plan_paper import plan_paper
from fundament.schemas.plan import Plan, from_json

SECONDS = 180


def through_office(path: Path, kind: str) -> Path:
    """The file as the office writes it again."""
    out = path.parent / "again"
    command = [
        "soffice",
        "--headless",
        f"-env:UserInstallation=file://{path.parent}/profile",
        "--convert-to",
        kind,
        "--outdir",
        str(out),
        str(path),
    ]
    subprocess.run(command, check=True, capture_output=True, timeout=SECONDS)
    return out / path.name


def _said(path: Path) -> list[tuple[str, str]]:
    """Paragraphs with their styles, then cells."""
    document = docx.Document(str(path))
    cells = [("cell", cell.text) for table in document.tables for row in table.rows for cell in row.cells]
    return [(paragraph.style.name, paragraph.text) for paragraph in document.paragraphs if paragraph.text] + cells


def _book(plan: Plan, path: Path) -> list[list[Any]]:
    rows: list[list[Any]] = [["term", "low", "high", "weight"], *([t.name, t.low, t.high, t.weight] for t in plan.terms)]
    book = Workbook()
    for row in rows:
        book.active.append(row)
    book.save(path)
    return rows


def main(source: str) -> None:
    """Print what came back otherwise than it went."""
    plan = from_json(Path(source).read_bytes())
    with tempfile.TemporaryDirectory() as folder:
        paper = Path(folder) / "plan.docx"
        paper.write_bytes(docx_of(plan_paper(plan)))
        before, after = _said(paper), _said(through_office(paper, "docx"))
        changed = [pair for pair in zip(before, after, strict=False) if pair[0] != pair[1]]
        print(f"DOCX: {len(before)} paragraphs and cells, {len(changed) + abs(len(before) - len(after))} otherwise")
        for pair in changed[:5]:
            print("  ", pair)
        table = Path(folder) / "terms.xlsx"
        rows = _book(plan, table)
        back = [list(row) for row in load_workbook(through_office(table, "xlsx")).active.iter_rows(values_only=True)]
        print(
            f"XLSX: {len(rows)} rows, {sum(1 for one, other in zip(rows, back, strict=False) if one != other) + abs(len(rows) - len(back))} otherwise"
        )


if __name__ == "__main__":
    main(sys.argv[1])
