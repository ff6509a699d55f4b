"""A draft's document as DOCX: real headings, lists, tables, links and pictures, as a word processor makes them itself."""

from __future__ import annotations

import io
from collections.abc import Mapping
from typing import Any, NamedTuple

from docx import Document
from docx.enum.style import WD_STYLE_TYPE
from docx.opc.constants import RELATIONSHIP_TYPE
from docx.oxml import OxmlElement
from docx.oxml.ns import qn
from docx.shared import Cm, Pt

from fundament.core.documents.formats import OWN_FILE
from fundament.core.documents.schema import Node, is_missing
from fundament.rendering.docx import FONT, INK, clean, repeats, set_language

MOST_WIDTH, MOST_HEIGHT = 16.0, 20.0  # cm, of a picture
MONOSPACE = "Courier New"
_BULLETS = ("\u2022", "\u25e6", "\u25aa")


_FONT_OF_MARK = {
    "bold": "bold", "italic": "italic", "underline": "underline", "strike": "strike", "subscript": "subscript", "superscript": "superscript",
}  # fmt: skip


class Head(NamedTuple):
    """What the file says of itself. language: a code such as "en"."""

    name: str
    title: str = ""
    description: str = ""
    language: str = "en"


def document_docx(document: Node, head: Head, pictures: Mapping[str, bytes]) -> bytes:
    """The file. pictures: PNG or JPEG by the source they have in the document; one that is not there stands as its words."""
    writer = _Writer(pictures, head)
    for node in document.get("content", ()):
        writer.block(writer.file, node)
    held = io.BytesIO()
    writer.file.save(held)
    return held.getvalue()


class _Writer:
    def __init__(self, pictures: Mapping[str, bytes], head: Head) -> None:
        self.file: Any = Document()
        self.pictures = pictures
        self.numbering = _Numbering(self.file)
        properties = self.file.core_properties
        properties.title, properties.subject = clean(head.title)[:255], clean(head.description)[:255]
        properties.keywords = OWN_FILE  # and not category or identifier, for which few word processors have a place
        properties.author, properties.comments, properties.language = "", "", head.language
        styles = self.file.styles
        normal = styles["Normal"]
        normal.font.name, normal.font.size, normal.font.color.rgb = FONT, Pt(11), INK
        set_language(normal, head.language)
        for level in range(1, 7):
            style = styles[f"Heading {level}"]
            style.font.name, style.font.color.rgb, style.font.bold, style.font.italic = FONT, INK, True, False
            style.element.rPr.rFonts.attrib.clear()
        code = styles.add_style("Code", WD_STYLE_TYPE.PARAGRAPH)
        code.base_style, code.font.name, code.font.size = normal, MONOSPACE, Pt(10)
        words = styles.add_style("Code in a line", WD_STYLE_TYPE.CHARACTER)
        words.font.name = MONOSPACE

    def block(self, place: Any, node: Node, style: str | None = None) -> None:
        """A block node, at the end of `place` (the file or a cell)."""
        kind = node["type"]
        if kind == "paragraph":
            self._inline(place.add_paragraph(style=style), node)
        elif kind == "heading":
            self._inline(place.add_paragraph(style=f"Heading {node['attrs']['level']}"), node)
        elif kind == "codeBlock":
            for line in "".join(child.get("text", "") for child in node.get("content", ())).split("\n"):
                place.add_paragraph(clean(line), style="Code")
        elif kind == "image":
            self._picture(place, node["attrs"])
        elif kind == "horizontalRule":
            _rule(place.add_paragraph())
        elif kind == "table":
            self._table(place, node)
        elif kind == "blockquote":
            for child in node.get("content", ()):
                self.block(place, child, "Quote")
        else:
            self._list(place, node, 0)

    def _list(self, place: Any, node: Node, depth: int) -> None:
        number = self.numbering.of(node["type"] == "orderedList", node.get("attrs", {}).get("start", 1), depth)
        for item in node.get("content", ()):
            is_first = True
            for child in item.get("content", ()):
                if child["type"] in ("bulletList", "orderedList", "taskList"):
                    self._list(place, child, depth + 1)
                elif child["type"] == "paragraph" and is_first:
                    paragraph = place.add_paragraph(style="List Paragraph")
                    _number(paragraph, number, depth)
                    if item["type"] == "taskItem":
                        paragraph.add_run("\u2612 " if item["attrs"]["checked"] else "\u2610 ")
                    self._inline(paragraph, child)
                    is_first = False
                else:
                    self.block(place, child)

    def _table(self, place: Any, node: Node) -> None:
        grid = _grid(node)
        width = max((len(row) for row in grid), default=0)
        if not width:
            return
        table = place.add_table(rows=len(grid), cols=width) if place is self.file else place.add_table(len(grid), width)
        if place is self.file:
            table.style = "Table Grid"
        for line, (row, cells) in enumerate(zip(grid, node["content"], strict=False)):
            if cells.get("content") and all(cell["type"] == "tableHeader" for cell in cells["content"]):
                repeats(table.rows[line])
            for column, spot in enumerate(row):
                if spot is None or not spot.is_first:
                    continue
                last = table.cell(line + spot.rows - 1, column + spot.columns - 1)
                cell = table.cell(line, column) if (spot.rows, spot.columns) == (1, 1) else table.cell(line, column).merge(last)
                self._fill(cell, spot.node)
        if place is self.file:
            place.add_paragraph().paragraph_format.space_after = Pt(2)

    def _fill(self, cell: Any, node: Node) -> None:
        empty = cell.paragraphs[0]
        for number, child in enumerate(node.get("content", ())):
            if number == 0 and child["type"] == "paragraph":
                self._inline(empty, child, bold=node["type"] == "tableHeader")
            else:
                self.block(cell, child)
        first = node.get("content", ())
        if first and first[0]["type"] != "paragraph" and len(cell.paragraphs) > 1:
            empty._p.getparent().remove(empty._p)
        if not cell._tc.xpath("./*[last()][self::w:p]"):
            cell.add_paragraph()  # a cell ends with a paragraph

    def _picture(self, place: Any, attributes: Node) -> None:
        if is_missing(attributes["src"]):
            return
        content = self.pictures.get(attributes["src"])
        paragraph = place.add_paragraph()
        if content is None:
            paragraph.add_run(clean(attributes.get("alt") or attributes["src"])).italic = True
        else:
            shape = paragraph.add_run().add_picture(io.BytesIO(content))
            scale = min(1.0, Cm(MOST_WIDTH) / shape.width, Cm(MOST_HEIGHT) / shape.height)
            shape.width, shape.height = int(shape.width * scale), int(shape.height * scale)
            shape._inline.docPr.set("descr", clean(attributes.get("alt") or ""))
        under = " · ".join(filter(None, (attributes.get("caption"), attributes.get("credit"))))
        if under:
            place.add_paragraph(clean(under), style="Caption")

    def _inline(self, paragraph: Any, node: Node, *, bold: bool = False) -> None:
        for child in node.get("content", ()):
            if child["type"] == "hardBreak":
                paragraph.add_run().add_break()
                continue
            marks = {mark["type"]: mark for mark in child.get("marks", ())}
            holder = _link(self.file, paragraph, marks["link"]["attrs"]["href"]) if "link" in marks else None
            run = paragraph.add_run(clean(child["text"]))
            for mark, name in _FONT_OF_MARK.items():
                if mark in marks and not (bold and mark == "bold"):
                    setattr(run.font, name, True)
            if "code" in marks:
                run.style = "Code in a line"
            if holder is not None:
                holder.append(run._r)


class _Spot(NamedTuple):
    node: Node
    is_first: bool
    rows: int
    columns: int


def _grid(table: Node) -> list[list[_Spot | None]]:
    """Which cell stands where; a cell that spans stands in several places and begins in the first."""
    rows = table["content"]
    grid: list[list[_Spot | None]] = [[] for _ in rows]

    def put(line: int, column: int, spot: _Spot) -> None:
        row = grid[line]
        row += [None] * (column + 1 - len(row))
        row[column] = spot

    for line, row in enumerate(rows):
        column = 0
        for cell in row.get("content", ()):
            while column < len(grid[line]) and grid[line][column] is not None:
                column += 1
            high = min(cell["attrs"]["rowspan"], len(rows) - line)
            wide = cell["attrs"]["colspan"]
            while wide > 1 and any(len(grid[line]) > column + at and grid[line][column + at] is not None for at in range(1, wide)):
                wide -= 1
            for down in range(high):
                for across in range(wide):
                    put(line + down, column + across, _Spot(cell, down == across == 0, high, wide))
            column += wide
    width = max((len(row) for row in grid), default=0)
    for row in grid:
        row += [None] * (width - len(row))
    return grid


class _Numbering:
    """Lists of our own: one definition for bullets, one for numbers, and an instance for each list, so that each begins where it should."""

    def __init__(self, file: Any) -> None:
        self.root = file.part.numbering_part.element
        known = [int(one.get(qn("w:abstractNumId"))) for one in self.root.findall(qn("w:abstractNum"))]
        first = max(known, default=0) + 1
        self.kinds = {False: first, True: first + 1}
        before = self.root.find(qn("w:num"))
        for is_numbered, number in self.kinds.items():
            kind = _element("w:abstractNum", abstractNumId=number)
            kind.append(_element("w:multiLevelType", val="multilevel"))
            for level in range(9):
                kind.append(_level(level, is_numbered))
            if before is not None:
                before.addprevious(kind)
            else:
                self.root.append(kind)

    def of(self, is_numbered: bool, start: int, depth: int) -> int:
        """The number of a new list."""
        number = max((int(one.get(qn("w:numId"))) for one in self.root.findall(qn("w:num"))), default=0) + 1
        made = _element("w:num", numId=number)
        made.append(_element("w:abstractNumId", val=self.kinds[is_numbered]))
        override = _element("w:lvlOverride", ilvl=min(depth, 8))
        override.append(_element("w:startOverride", val=start))
        made.append(override)
        self.root.append(made)
        return number


def _level(level: int, is_numbered: bool) -> Any:
    made = _element("w:lvl", ilvl=level)
    made.append(_element("w:start", val=1))
    made.append(_element("w:numFmt", val="decimal" if is_numbered else "bullet"))
    made.append(_element("w:lvlText", val=f"%{level + 1}." if is_numbered else _BULLETS[level % 3]))
    made.append(_element("w:lvlJc", val="left"))
    properties = _element("w:pPr")
    properties.append(_element("w:ind", left=360 * (level + 1), hanging=360))
    made.append(properties)
    return made


def _element(name: str, **attributes: object) -> Any:
    made = OxmlElement(name)
    for key, value in attributes.items():
        made.set(qn(f"w:{key}"), str(value))
    return made


def _number(paragraph: Any, number: int, depth: int) -> None:
    properties = paragraph._p.get_or_add_pPr()
    numbered = _element("w:numPr")
    numbered.append(_element("w:ilvl", val=min(depth, 8)))
    numbered.append(_element("w:numId", val=number))
    properties.append(numbered)


def _link(file: Any, paragraph: Any, address: str) -> Any:
    """A link at the end of a paragraph; what it holds is put into it."""
    link = OxmlElement("w:hyperlink")
    target, _, place = address.partition("#")
    if target:
        link.set(qn("r:id"), file.part.relate_to(clean(address), RELATIONSHIP_TYPE.HYPERLINK, is_external=True))
    else:
        link.set(qn("w:anchor"), clean(place))
    paragraph._p.append(link)
    return link


def _rule(paragraph: Any) -> None:
    borders = _element("w:pBdr")
    borders.append(_element("w:bottom", val="single", sz=6, space=1, color="auto"))
    paragraph._p.get_or_add_pPr().append(borders)
