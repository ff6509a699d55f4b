"""DOCX files as HTML: a general reader does most of it; what it gets wrong is put right before and after."""

from __future__ import annotations

import contextlib
import html as entities
import io
import itertools
import re
import zipfile
from typing import Any, NamedTuple

import mammoth
from lxml import etree

from fundament.core.documents.formats import OWN_FILE, OWN_TITLE
from fundament.core.documents.schema import MISSING
from fundament.files.errors import FileError
from fundament.files.pictures import Picture, load_pictures, remade

MOST_UNPACKED = 200_000_000  # bytes of all parts
MOST_PARTS = 5_000
MOST_PICTURES = 200
PLACE = (
    f"{MISSING}docx-"  # how the source of a picture in the HTML begins; its number follows. One that no browser shows stays to be brought
)
_OLD_OR_LOCKED = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1"
_W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
# files of the strict variant name the same things otherwise
_STRICT = (
    (b"http://purl.oclc.org/ooxml/wordprocessingml/main", b"http://schemas.openxmlformats.org/wordprocessingml/2006/main"),
    (b"http://purl.oclc.org/ooxml/officeDocument/relationships", b"http://schemas.openxmlformats.org/officeDocument/2006/relationships"),
    (
        b"http://purl.oclc.org/ooxml/drawingml/wordprocessingDrawing",
        b"http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing",
    ),
    (b"http://purl.oclc.org/ooxml/drawingml/main", b"http://schemas.openxmlformats.org/drawingml/2006/main"),
    (b"http://purl.oclc.org/ooxml/drawingml/picture", b"http://schemas.openxmlformats.org/drawingml/2006/picture"),
)
_CODE = ("Code", "HTML Preformatted", "Preformatted Text")  # styles of lines of code
# what styles and marks become, in the reader's own notation; more is found in the file
_STYLES = (
    "u => u", "strike => s", "p[style-name='Title'] => h1:fresh", "p[style-name='Quote'] => blockquote > p:fresh", "p[style-name='Quotations'] => blockquote > p:fresh",
    "p[style-name='Intense Quote'] => blockquote > p:fresh", *(f"p[style-name='{name}'] => pre:separator('\\n')" for name in _CODE), "r[style-name='Code in a line'] => code", "r[style-name='HTML Code'] => code", "p[style-name='Caption'] => p.caption:fresh",
    "p[style-name='caption'] => p.caption:fresh",
)  # fmt: skip
_CAPTION = re.compile(r'<p>(<img [^<>]{0,4000}/>)</p><p class="caption">')
_CONTENTS = re.compile(r"(?:toc|contents|index|table of figures) ?(?:heading|\d)|table of figures", re.IGNORECASE)
_CONTENTS_ID = re.compile(r"TOC(?:Heading|\d)")
_PLAIN_NAME = re.compile(r"\w+")
_HEADING = re.compile(r"heading ?([1-6])$", re.IGNORECASE)
_TEXT_PART = re.compile(r"word/(?:document|styles|numbering|footnotes|endnotes|comments)\d*\.xml$")
_LINK = re.compile(r'(<a href=")([^"<>]{0,4000})(")')
_NOTE_MARK = re.compile(r'<sup><a href="#(?:foot|end)note-[^"<>]{1,80}" id="[^"<>]{1,80}">(\[\d{1,6}\])</a></sup>')
_NOTE_BACK = re.compile(r' ?<a href="#(?:foot|end)note-ref-[^"<>]{1,80}">[^<]{0,20}</a>')
_RULE = "\ue000 rule \ue000"  # stands in the HTML for a rule until it is made plain
_NO_LINE = "\ue001"  # stands for the text of an empty line of code until then
_TASK = re.compile(r"<li>((?:<p>)?) ?([\u2610\u2611\u2612]) ?")


class Brought(NamedTuple):
    """What came of a file. html: of its text; pictures by the source they have in it; title, description: of one that was written here, "" of any other."""

    html: str
    pictures: dict[str, Picture]
    title: str = ""
    description: str = ""


def load_word_documents() -> None:
    """Load all that `read_word_document` needs, for a process that may open nothing later."""
    load_pictures()
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as made:
        made.writestr("[Content_Types].xml", '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>')
        made.writestr(
            "word/document.xml",
            f'<w:document xmlns:w="{_W[1:-1]}"><w:body><w:p><w:r><w:t>a</w:t></w:r></w:p></w:body></w:document>',
        )
    read_word_document(held.getvalue())


def read_word_document(content: bytes) -> Brought:
    """The text of a DOCX file. Deleted text, comments and macros are left out; footnotes stand at the end. Raises FileError."""
    if content.startswith(_OLD_OR_LOCKED):
        raise FileError("document.locked" if b"E\x00n\x00c\x00r\x00y\x00p\x00t" in content else "document.old")
    try:
        parts = _parts(content)
        rewritten = io.BytesIO()
        with zipfile.ZipFile(rewritten, "w", zipfile.ZIP_STORED) as made:
            for name, data in parts.items():
                made.writestr(name, data)
        pictures: dict[str, Picture] = {}
        found = mammoth.convert_to_html(
            rewritten, style_map="\n".join(_style_map(parts.get("word/styles.xml", b""))), convert_image=_kept_in(pictures)
        )
    except FileError:
        raise
    except Exception as error:  # the reader has errors of many kinds of its own, and each means the same
        raise FileError("document.unreadable") from error
    return Brought(_plain(found.value), pictures, *_head_of(parts.get("docProps/core.xml", b"")))


def _head_of(properties: bytes) -> tuple[str, str]:
    """Title and description of a file that was written here; other programs write anything into these fields."""
    if not properties:
        return "", ""
    root = etree.fromstring(properties, _parser())
    said = {etree.QName(child).localname: " ".join((child.text or "").split()) for child in root if isinstance(child.tag, str)}
    if said.get("keywords") == OWN_FILE:
        return said.get("title", ""), said.get("subject", "")
    if said.get("category") != OWN_FILE:
        return "", ""
    return said.get("title", "") if said.get("identifier") == OWN_TITLE else "", said.get("subject", "")  # written by an earlier version


def _parts(content: bytes) -> dict[str, bytes]:
    """The parts of the package, put right."""
    parts: dict[str, bytes] = {}
    size = 0
    with zipfile.ZipFile(io.BytesIO(content)) as packed:
        if "word/document.xml" not in packed.namelist() and not any(name.endswith(".rels") for name in packed.namelist()):
            raise FileError("document.none")
        if len(packed.infolist()) > MOST_PARTS:
            raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
        for part in packed.infolist():
            if part.is_dir():
                continue
            if part.flag_bits & 1:
                raise FileError("document.locked")
            with packed.open(part) as opened:
                data = opened.read(MOST_UNPACKED - size + 1)
            size += len(data)
            if size > MOST_UNPACKED:
                raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
            if part.filename.endswith((".xml", ".rels")):
                for strict, usual in _STRICT:
                    data = data.replace(strict, usual)
            parts[part.filename] = data
    code = _code_styles(parts.get("word/styles.xml", b""))
    contents = _contents_styles(parts.get("word/styles.xml", b""))
    return {name: _put_right(data, code, contents) if _TEXT_PART.fullmatch(name) else data for name, data in parts.items()}


def _code_styles(styles: bytes) -> frozenset[str]:
    """Ids of the styles whose paragraphs are lines of code."""
    found = set()
    for style in etree.fromstring(styles, _parser()).iter(f"{_W}style") if styles else ():
        name = style.find(f"{_W}name")
        if name is not None and name.get(f"{_W}val") in _CODE:
            found.add(style.get(f"{_W}styleId", ""))
    return frozenset(found)


def _contents_styles(styles: bytes) -> frozenset[str]:
    """Ids of the styles of lines in a list of contents. Their names are English in every language of the program."""
    found = set()
    for style in etree.fromstring(styles, _parser()).iter(f"{_W}style") if styles else ():
        name = style.find(f"{_W}name")
        if name is not None and _CONTENTS.fullmatch(name.get(f"{_W}val", "")):
            found.add(style.get(f"{_W}styleId", ""))
    return frozenset(found)


def _parser() -> Any:
    return etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=True)


def _put_right(data: bytes, code: frozenset[str], contents: frozenset[str] = frozenset()) -> bytes:
    """A part without deleted text, what was moved from here and lists of contents, and with rules across and empty lines of code marked, which the reader would pass over. code, contents: ids of styles."""
    root = etree.fromstring(data, _parser())
    for gone in [*root.iter(f"{_W}del", f"{_W}moveFrom")]:
        parent = gone.getparent()
        if parent is None:
            continue
        if parent.tag in (f"{_W}rPr", f"{_W}trPr"):  # a paragraph's or a row's own mark
            continue
        parent.remove(gone)
    for row in [*root.iter(f"{_W}tr")]:
        if row.find(f"{_W}trPr/{_W}del") is not None:
            row.getparent().remove(row)
    for block in [*root.iter(f"{_W}sdt")]:
        gallery = block.find(f"{_W}sdtPr/{_W}docPartObj/{_W}docPartGallery")
        if gallery is not None and gallery.get(f"{_W}val") == "Table of Contents":
            block.getparent().remove(block)
    for paragraph in [*root.iter(f"{_W}p")]:
        style = paragraph.find(f"{_W}pPr/{_W}pStyle")
        if style is not None and (style.get(f"{_W}val") in contents or _CONTENTS_ID.fullmatch(style.get(f"{_W}val", ""))):
            paragraph.getparent().remove(paragraph)
            continue
        is_code = style is not None and style.get(f"{_W}val") in code
        if is_code and not any(_is_said(run) for run in paragraph):
            etree.SubElement(etree.SubElement(paragraph, f"{_W}r"), f"{_W}t").text = _NO_LINE
        elif _is_rule(paragraph):
            etree.SubElement(etree.SubElement(paragraph, f"{_W}r"), f"{_W}t").text = _RULE
    return bytes(etree.tostring(root, xml_declaration=True, encoding="UTF-8", standalone=True))


def _is_rule(paragraph: Any) -> bool:
    """Whether a paragraph is empty but for a line below or above it, which is how a rule across is written."""
    lines = [line for side in ("bottom", "top") for line in paragraph.iterfind(f"{_W}pPr/{_W}pBdr/{_W}{side}")]
    return any(line.get(f"{_W}val") not in (None, "none", "nil") for line in lines) and not any(_is_said(child) for child in paragraph)


def _is_said(child: Any) -> bool:
    """Whether a part of a paragraph is more than its marks."""
    return child.tag != f"{_W}pPr" and (
        child.tag != f"{_W}r" or any(part.tag != f"{_W}rPr" and (part.tag != f"{_W}t" or part.text) for part in child)
    )


def _style_map(styles: bytes) -> list[str]:
    """Which styles are headings: by name, by level in the outline, or because they are based on one that is."""
    found = list(_STYLES)
    if not styles:
        return found
    root = etree.fromstring(styles, _parser())
    known: dict[str, tuple[str, str, int]] = {}  # by id: (name, what it is based on, its own level or 0)
    for style in root.iter(f"{_W}style"):
        if style.get(f"{_W}type", "paragraph") != "paragraph":
            continue
        based, name, outline = style.find(f"{_W}basedOn"), style.find(f"{_W}name"), style.find(f"{_W}pPr/{_W}outlineLvl")
        called = name.get(f"{_W}val", "") if name is not None else ""
        heading = _HEADING.fullmatch(called.strip())
        level = int(heading.group(1)) if heading else 0
        if not level and outline is not None and (outline.get(f"{_W}val") or "").isdecimal():
            level = int(outline.get(f"{_W}val")) + 1
        known[style.get(f"{_W}styleId", "")] = (called, based.get(f"{_W}val", "") if based is not None else "", level)
    for identity, (called, based_on, level) in known.items():
        above, seen = based_on, {identity}
        while not level and above in known and above not in seen:
            seen.add(above)
            level, above = known[above][2], known[above][1]
        if 1 <= level <= 6 and _PLAIN_NAME.fullmatch(identity):
            found.append(f"p.{identity} => h{level}:fresh")
        elif 1 <= level <= 6:
            found.append(f"p[style-name='{_quoted(called)}'] => h{level}:fresh")
    return found


def _quoted(name: str) -> str:
    """A style's name as the reader's notation has it, in one line, so that it can say nothing else."""
    return " ".join(name.split()).replace("\\", "\\\\").replace("'", "\\'")


def _kept_in(pictures: dict[str, Picture]) -> Any:
    """Takes each picture out of the file; the HTML only names it."""

    numbers = itertools.count(1)

    def convert(image: Any) -> dict[str, str]:
        name = f"{PLACE}{next(numbers)}/picture"
        if len(pictures) < MOST_PICTURES:
            with contextlib.suppress(FileError, KeyError), image.open() as opened:
                pictures[name] = remade(opened.read())
        return {"src": name}

    return mammoth.images.img_element(convert)


def _plain(html: str) -> str:
    """The reader's HTML with its links and notes as a page has them."""
    html = _LINK.sub(lambda found: f"{found[1]}{entities.escape(_address(entities.unescape(found[2])))}{found[3]}", html)
    html = _NOTE_MARK.sub(r"<sup>\1</sup>", html)
    html = _NOTE_BACK.sub("", html)
    html = _with_captions(html).replace(f"<p>{_RULE}</p>", "<hr>").replace(_NO_LINE, "")
    return _TASK.sub(lambda found: f'<li>{found[1]}<input type="checkbox"{" checked" if found[2] != chr(0x2610) else ""}>', html)


def _with_captions(html: str) -> str:
    """Pictures that a caption follows, as figures."""
    pieces, at = [], 0
    for found in _CAPTION.finditer(html):
        end = html.find("</p>", found.end())
        if found.start() < at or end < 0:
            continue
        pieces += [html[at : found.start()], f"<figure>{found[1]}<figcaption>{html[found.end() : end]}</figcaption></figure>"]
        at = end + len("</p>")
    return "".join([*pieces, html[at:]])


def _address(field: str) -> str:
    """Where a link leads that came out of a field, which may say more than its address: a place in it (\\l), a tip, a window."""
    if '"' not in field and "\\l" not in field:
        return field
    address, _, rest = field.partition('"')
    if address.strip().startswith("\\"):
        address, rest = "", field
    _, is_placed, place = rest.partition("\\l")
    place = place.strip().removeprefix('"').partition('"')[0].partition("\\")[0].strip() if is_placed else ""
    return f"{address.strip()}#{place}" if place else address.strip()
