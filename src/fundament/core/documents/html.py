"""Documents from HTML, and from what was read of a page."""

from __future__ import annotations

import re

from fundament.core.documents.schema import Node, clean_document
from fundament.core.reading.markup_tree.tree import Element, parse_html
from fundament.core.reading.model import Reading

_MARK_OF_TAG = {
    "b": "bold", "strong": "bold", "i": "italic", "em": "italic", "cite": "italic", "u": "underline", "s": "strike", "del": "strike", "strike": "strike",
    "code": "code", "a": "link", "sub": "subscript", "sup": "superscript",
}  # fmt: skip
# what a style says in the place of a tag; None takes the mark away, as around a whole text that is not bold
_MARK_OF_STYLE = (
    (re.compile(r"font-weight:\s*(?:bold(?:er)?|[6-9]00)\b"), "bold", True),
    (re.compile(r"font-weight:\s*(?:normal|lighter|[1-4]00)\b"), "bold", False),
    (re.compile(r"font-style:\s*(?:italic|oblique)"), "italic", True),
    (re.compile(r"font-style:\s*normal"), "italic", False),
    (re.compile(r"text-decoration(?:-line)?:[^;]*line-through"), "strike", True),
    (re.compile(r"vertical-align:\s*super"), "superscript", True),
    (re.compile(r"vertical-align:\s*sub\b"), "subscript", True),
)
_HEADINGS = {f"h{level}": level for level in range(1, 7)}
_NODE_OF_TAG = {
    "p": "paragraph", "ul": "bulletList", "ol": "orderedList", "li": "listItem", "blockquote": "blockquote", "pre": "codeBlock", "hr": "horizontalRule",
    "table": "table", "tr": "tableRow", "td": "tableCell", "th": "tableHeader",
}  # fmt: skip
_DROPPED = frozenset(["script", "style", "template", "iframe", "noscript", "svg", "math", "object", "head", "title"])
_INLINE = frozenset(_MARK_OF_TAG) | {"span", "small", "q", "abbr", "time", "mark", "font", "label", "kbd", "samp", "var"}


def document_from_html(html: str) -> Node:
    """The document that a piece of HTML stands for, cleaned: headings, lists, tables, quotes, links, images and emphasis stay; all else leaves its text."""
    root = parse_html(html)
    body = next((c for c in root.children if isinstance(c, Element) and c.tag == "body"), root)
    return clean_document({"type": "doc", "content": _blocks(body)})


def _blocks(element: Element) -> list[Node]:
    """What an element holds, as block nodes; text outside of blocks gets paragraphs."""
    found: list[Node] = []
    loose: list[Node] = []

    def close() -> None:
        if any(node["type"] != "text" or node["text"].strip() for node in loose):
            found.append({"type": "paragraph", "content": _folded(loose)})
        loose.clear()

    for child in element.children:
        if isinstance(child, str):
            loose.append({"type": "text", "text": child})
        elif child.tag in _DROPPED:
            continue
        elif child.tag == "br":
            loose.append({"type": "hardBreak"})
        elif child.tag == "img":
            close()
            found.append(_image(child))
        elif child.tag in _INLINE:
            inline, images = _inline(child, [])
            loose.extend(inline)
            if images:
                close()
                found.extend(images)
        else:
            close()
            found.extend(_block(child))
    close()
    return found


def _block(element: Element) -> list[Node]:
    level = _HEADINGS.get(element.tag)
    if level or element.tag == "p":
        content: list[Node] = []
        images: list[Node] = []
        for child in element.children:
            more, pictures = _inline_child(child, [])
            content += more
            images += pictures
        node: Node = {"type": "heading", "attrs": {"level": level}} if level else {"type": "paragraph"}
        blank = not any(n["type"] == "text" and n["text"].strip() for n in content)
        return images if images and blank else [{**node, "content": _folded(content)}, *images]
    kind = _NODE_OF_TAG.get(element.tag)
    if kind == "codeBlock":
        return [{"type": kind, "content": [{"type": "text", "text": _raw_text(element).strip("\n")}]}]
    if kind == "horizontalRule":
        return [{"type": kind}]
    if kind == "table":
        return [{"type": kind, "content": [_row(row) for row in _rows(element)]}]
    if element.tag == "figure":
        return _figure(element)
    if kind == "bulletList" and all(_box(child) is not None for child in _items(element)) and _items(element):
        return [
            {"type": "taskList", "content": [
                {"type": "taskItem", "attrs": {"checked": _box(child)}, "content": _blocks(child)} for child in _items(element)
            ]}
        ]  # fmt: skip
    if kind in ("bulletList", "orderedList"):
        start = element.get("start")
        attributes = {"start": int(start)} if start.isdecimal() and len(start) < 6 else {}
        items = [{"type": "listItem", "content": _blocks(child)} for child in element.children if isinstance(child, Element)]
        return [{"type": kind, "attrs": attributes, "content": items}]
    if kind == "blockquote":
        return [{"type": kind, "content": _blocks(element)}]
    return _blocks(element)


_SPACE = re.compile(r"[ \t\r\n\f]+")


def _folded(nodes: list[Node]) -> list[Node]:
    """Inline nodes with their white space as a page shows it: none at the edges of the block or of a line, one between words."""
    found: list[Node] = []
    at_space = True
    for node in nodes:
        if node["type"] != "text":
            _end_line(found)
            found.append(node)
            at_space = True
            continue
        text = _SPACE.sub(" ", node["text"])
        if at_space:
            text = text.removeprefix(" ")
        if text:
            at_space = text.endswith(" ")
            found.append({**node, "text": text})
    _end_line(found)
    return found


def _end_line(nodes: list[Node]) -> None:
    while nodes and nodes[-1]["type"] == "text":
        text = nodes[-1]["text"].removesuffix(" ")
        if text:
            nodes[-1] = {**nodes[-1], "text": text}
            return
        nodes.pop()


def _items(element: Element) -> list[Element]:
    return [child for child in element.children if isinstance(child, Element) and child.tag == "li"]


def _box(item: Element) -> bool | None:
    """Whether an item of a list is ticked; None where it has no box."""
    if "data-checked" in item.attributes:
        return item.get("data-checked") == "true"
    inside: Element | str | None = item
    while isinstance(inside, Element) and inside.tag in ("li", "p", "label", "div"):
        inside = next((child for child in inside.children if not isinstance(child, str) or child.strip()), None)
    if isinstance(inside, Element) and inside.tag == "input" and inside.get("type").lower() == "checkbox":
        return "checked" in inside.attributes
    return None


def _figure(element: Element) -> list[Node]:
    """A figure: its picture with the caption, and the credit where it is set small; around anything else the caption is a paragraph."""
    captions = [child for child in element.children if isinstance(child, Element) and child.tag == "figcaption"]
    words, credit = "", ""
    for caption in captions:
        credits = [" ".join(_raw_text(small).split()) for small in caption.find_all("small")]
        credit = " ".join([credit, *credits]).strip()
        whole = " ".join(_raw_text(caption).split())
        words = f"{words} {whole.removesuffix(credit) if credit else whole}".strip()
    rest = Element("figure", {}, children=[child for child in element.children if isinstance(child, str) or child.tag != "figcaption"])
    found = _blocks(rest)
    images = [node for node in found if node["type"] == "image"]
    if images and words + credit:
        images[-1]["attrs"] |= {"caption": words, "credit": credit}
        return found
    return [*found, {"type": "paragraph", "content": [{"type": "text", "text": words}]}] if words else found


def _raw_text(element: Element) -> str:
    """All text below an element, line ends kept."""
    return "".join(child if isinstance(child, str) else "\n" if child.tag == "br" else _raw_text(child) for child in element.children)


def _rows(table: Element) -> list[Element]:
    """The rows of a table, without those of a table in one of its cells."""
    found: list[Element] = []
    for child in table.children:
        if isinstance(child, Element) and child.tag != "table":
            found += [child] if child.tag == "tr" else _rows(child)
    return found


def _row(row: Element) -> Node:
    cells = []
    for cell in row.children:
        if isinstance(cell, Element) and cell.tag in ("td", "th"):
            spans = {name: int(cell.get(name)) for name in ("colspan", "rowspan") if cell.get(name).isdecimal() and len(cell.get(name)) < 5}
            cells.append({"type": _NODE_OF_TAG[cell.tag], "attrs": spans, "content": _blocks(cell)})
    return {"type": "tableRow", "content": cells}


def _inline_child(child: Element | str, marks: list[Node]) -> tuple[list[Node], list[Node]]:
    if isinstance(child, str):
        return ([{"type": "text", "text": child, "marks": list(marks)}] if child else []), []
    if child.tag in _DROPPED:
        return [], []
    if child.tag == "br":
        return [{"type": "hardBreak"}], []
    if child.tag == "img":
        return [], [_image(child)]
    return _inline(child, marks)


def _inline(element: Element, marks: list[Node]) -> tuple[list[Node], list[Node]]:
    """Inline nodes of an element with the marks around them, and the images in it."""
    kind = _MARK_OF_TAG.get(element.tag)
    style = element.get("style").lower()
    if kind:
        mark: Node = {"type": kind, "attrs": {"href": element.get("href")}} if kind == "link" else {"type": kind}
        marks = [*marks, mark]
    for pattern, named, is_on in _MARK_OF_STYLE if style else ():
        if pattern.search(style):
            marks = [*marks, {"type": named}] if is_on else [mark for mark in marks if mark["type"] != named]
    nodes: list[Node] = []
    images: list[Node] = []
    for child in element.children:
        more, pictures = _inline_child(child, marks)
        nodes += more
        images += pictures
    return nodes, images


def _image(element: Element) -> Node:
    alt = element.get("alt") if "alt" in element.attributes else None
    return {"type": "image", "attrs": {"src": element.get("src"), "alt": alt, "title": element.get("title") or None}}


def document_of_reading(reading: Reading) -> Node:
    """The main content of a page as a document: headings, paragraphs, lists, quotes."""
    content: list[Node] = []
    for block in reading.main_blocks():
        text = [{"type": "text", "text": block.text}]
        paragraph = {"type": "paragraph", "content": text}
        if block.kind == "heading":
            content.append({"type": "heading", "attrs": {"level": block.level}, "content": text})
        elif block.kind == "list_item":
            item = {"type": "listItem", "content": [paragraph]}
            if content and content[-1]["type"] == "bulletList":
                content[-1]["content"].append(item)
            else:
                content.append({"type": "bulletList", "content": [item]})
        elif block.kind == "quote":
            content.append({"type": "blockquote", "content": [paragraph]})
        elif block.kind == "code":
            content.append({"type": "codeBlock", "content": text})
        else:
            content.append(paragraph)
    return clean_document({"type": "doc", "content": content})
