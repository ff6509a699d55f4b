"""A paper as DOCX, with headings as headings, so that a word processor has its outline."""

from __future__ import annotations

import io
import re
from typing import Any

from docx import Document
from docx.enum.text import WD_ALIGN_PARAGRAPH
from docx.oxml import OxmlElement
from docx.oxml.ns import qn
from docx.shared import Cm, Pt, RGBColor

from fundament.rendering.paper import Block, Facts, Heading, Paper, Paragraph, Points, Section, Table

MUTED = RGBColor(0x59, 0x63, 0x6A)
INK = RGBColor(0x1E, 0x2A, 0x32)
FONT = "Calibri"
TEXT_WIDTH = 17.0  # cm
_ILLEGAL = re.compile(r"[^\x09\x0a\x0d\x20-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


def docx_of(paper: Paper) -> bytes:
    """The paper as a file."""
    document = Document()
    _prepare(document, paper)
    if paper.logo:
        document.add_picture(io.BytesIO(paper.logo), height=Cm(1.4))
    for block in paper.blocks:
        _add(document, block)
    held = io.BytesIO()
    document.save(held)
    return held.getvalue()


def _prepare(document: Any, paper: Paper) -> None:
    section = document.sections[0]
    section.page_width, section.page_height = Cm(21), Cm(29.7)
    section.left_margin = section.right_margin = Cm(2)
    section.top_margin, section.bottom_margin = Cm(2.2), Cm(2)
    section.footer.paragraphs[0].text = clean(paper.source)
    properties = document.core_properties
    properties.title, properties.author, properties.language = clean(paper.title), clean(paper.source), paper.language
    properties.comments = ""
    normal = document.styles["Normal"]
    normal.font.name, normal.font.size, normal.font.color.rgb = FONT, Pt(10.5), INK
    normal.paragraph_format.space_after = Pt(5)
    set_language(normal, paper.language)
    for level, size in ((1, 20), (2, 14), (3, 11.5), (4, 11)):
        style = document.styles[f"Heading {level}"]
        style.font.name, style.font.size, style.font.color.rgb, style.font.bold = FONT, Pt(size), INK, True
        style.element.rPr.rFonts.attrib.clear()
        style.element.rPr.rFonts.set(qn("w:ascii"), FONT)
        style.element.rPr.rFonts.set(qn("w:hAnsi"), FONT)
        style.paragraph_format.space_before, style.paragraph_format.space_after = Pt(12 if level < 3 else 8), Pt(3)


def set_language(style: Any, language: str) -> None:
    """The language in which a word processor looks for spelling."""
    said = OxmlElement("w:lang")
    said.set(qn("w:val"), {"en": "en-GB", "de": "de-DE", "fr": "fr-FR"}.get(language, language))
    style.element.get_or_add_rPr().append(said)


def _add(document: Any, block: Block) -> None:
    match block:
        case Heading(level, text):
            document.add_heading(clean(text), level)
        case Paragraph(text, lead, muted):
            _text(document.add_paragraph(), text, size=12 if lead else None, muted=muted)
        case Facts(rows):
            _table(document, Table(("", ""), rows, widths=(0.25, 0.75)), with_head=False)
        case Points(items):
            for item in items:
                document.add_paragraph(clean(item), style="List Bullet")
        case Table():
            _table(document, block)
        case Section(level, heading, facts, notes, meant):
            document.add_heading(clean(heading), level + 1)
            if facts:
                _text(document.add_paragraph(), facts, muted=True)
            if notes:
                _text(document.add_paragraph(), notes)
            for name, value in meant:
                paragraph = document.add_paragraph()
                paragraph.add_run(f"{clean(name)} ").bold = True
                paragraph.add_run(clean(value))


def _text(paragraph: Any, text: str, *, size: float | None = None, muted: bool = False) -> None:
    for number, line in enumerate(clean(text).split("\n")):
        run = paragraph.add_run()
        if number:
            run.add_break()
        run.add_text(line)
        if size:
            run.font.size = Pt(size)
        if muted:
            run.font.color.rgb = MUTED


def _table(document: Any, table: Table, *, with_head: bool = True) -> None:
    rows = [list(table.headings)] if with_head else []
    rows += [list(row) for row in table.rows]
    if not rows:
        return
    made = document.add_table(rows=len(rows), cols=len(table.headings))
    made.autofit = False
    widths = table.widths or [1 / len(table.headings)] * len(table.headings)
    for column, share in zip(made.columns, widths, strict=True):  # one program goes by the columns, another by the cells
        column.width = Cm(TEXT_WIDTH * share)
    for line, (row, cells) in enumerate(zip(rows, made.rows, strict=True)):
        is_head = with_head and line == 0
        if is_head:
            repeats(cells)
        for number, (text, cell) in enumerate(zip(row, cells.cells, strict=True)):
            cell.width = Cm(TEXT_WIDTH * widths[number])
            paragraph = cell.paragraphs[0]
            paragraph.paragraph_format.space_after = Pt(1)
            if number in table.numbers:
                paragraph.alignment = WD_ALIGN_PARAGRAPH.RIGHT
            _text(paragraph, text, size=9, muted=is_head or (not with_head and number == 0))
            if is_head:
                paragraph.runs[0].bold = True
    document.add_paragraph().paragraph_format.space_after = Pt(2)


def repeats(row: Any) -> None:
    """The row is shown again on every page."""
    mark = OxmlElement("w:tblHeader")
    mark.set(qn("w:val"), "true")
    row._tr.get_or_add_trPr().append(mark)


def clean(text: str) -> str:
    """Without what no XML may hold."""
    return _ILLEGAL.sub("", text.replace("\r\n", "\n").replace("\r", "\n"))
