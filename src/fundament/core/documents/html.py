"""Documents from HTML, and HTML from documents."""

from __future__ import annotations

from html import escape
from urllib.parse import urlsplit

from fundament.core.documents.schema import Node, clean_document
from fundament.core.reading.model import Reading
from fundament.core.reading.tree import Element, parse_html

_MARK_OF_TAG = {
    "b": "bold", "strong": "bold", "i": "italic", "em": "italic", "cite": "italic", "u": "underline", "s": "strike", "del": "strike", "strike": "strike",
    "code": "code", "a": "link",
}  # fmt: skip
_TAG_OF_MARK = {"bold": "strong", "italic": "em", "underline": "u", "strike": "s", "code": "code"}
_HEADINGS = {f"h{level}": level for level in range(1, 7)}
_NODE_OF_TAG = {
    "p": "paragraph", "ul": "bulletList", "ol": "orderedList", "li": "listItem", "blockquote": "blockquote", "pre": "codeBlock", "hr": "horizontalRule",
    "table": "table", "tr": "tableRow", "td": "tableCell", "th": "tableHeader",
}  # fmt: skip
_DROPPED = frozenset(["script", "style", "template", "iframe", "noscript", "svg", "math", "object", "head", "title"])
_INLINE = frozenset(_MARK_OF_TAG) | {"span", "small", "sub", "sup", "q", "abbr", "time", "mark", "font", "label", "kbd", "samp", "var"}


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
            found.append({"type": "paragraph", "content": list(loose)})
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
        return images if images and blank else [{**node, "content": content}, *images]
    kind = _NODE_OF_TAG.get(element.tag)
    if kind == "codeBlock":
        return [{"type": kind, "content": [{"type": "text", "text": _raw_text(element).strip("\n")}]}]
    if kind == "horizontalRule":
        return [{"type": kind}]
    if kind == "table":
        return [{"type": kind, "content": [_row(row) for row in element.find_all("tr")]}]
    if kind in ("bulletList", "orderedList"):
        start = element.get("start")
        attributes = {"start": int(start)} if start.isdecimal() and len(start) < 6 else {}
        items = [{"type": "listItem", "content": _blocks(child)} for child in element.children if isinstance(child, Element)]
        return [{"type": kind, "attrs": attributes, "content": items}]
    if kind == "blockquote":
        return [{"type": kind, "content": _blocks(element)}]
    return _blocks(element)


def _raw_text(element: Element) -> str:
    """All text below an element, line ends kept."""
    return "".join(child if isinstance(child, str) else "\n" if child.tag == "br" else _raw_text(child) for child in element.children)


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
    if kind:
        mark: Node = {"type": kind, "attrs": {"href": element.get("href")}} if kind == "link" else {"type": kind}
        marks = [*marks, mark]
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


def html_of(document: Node, *, own_host: str = "") -> str:
    """Clean HTML of a document, without empty paragraphs. own_host: links to it, and those without a host, are the site's own; all others say that they
    lead elsewhere (rel)."""
    return "\n".join(filter(None, (_html(node, own_host) for node in document["content"])))


_TAGS = {
    "bulletList": "ul", "listItem": "li", "blockquote": "blockquote", "table": "table", "tableRow": "tr",
}  # fmt: skip


def _html(node: Node, own_host: str) -> str:
    kind = node["type"]
    attributes = node.get("attrs", {})
    if kind in ("paragraph", "heading"):
        inner = _inline_html(node, own_host)
        tag = f"h{attributes['level']}" if kind == "heading" else "p"
        return f"<{tag}>{inner}</{tag}>" if inner.strip() else ""
    if kind == "codeBlock":
        return f"<pre><code>{escape(''.join(n['text'] for n in node.get('content', ())).strip(chr(10)), quote=False)}</code></pre>"
    if kind == "horizontalRule":
        return "<hr>"
    if kind == "image":
        more = "".join(f' {name}="{escape(attributes[name])}"' for name in ("alt", "title") if attributes.get(name) is not None)
        return f'<img src="{escape(attributes["src"])}"{more}>'
    inner = "".join(_html(child, own_host) for child in node.get("content", ()))
    if kind == "orderedList":
        return _ordered(inner, attributes.get("start", 1))
    if kind in ("tableCell", "tableHeader"):
        tag = "td" if kind == "tableCell" else "th"
        spans = "".join(f' {name}="{attributes[name]}"' for name in ("colspan", "rowspan") if attributes.get(name, 1) != 1)
        return f"<{tag}{spans}>{inner}</{tag}>"
    tag = _TAGS[kind]
    return f"<{tag}><tbody>{inner}</tbody></{tag}>" if kind == "table" else f"<{tag}>{inner}</{tag}>"


def _ordered(inner: str, start: int) -> str:
    number = f' start="{start}"' if start != 1 else ""
    return f"<ol{number}>{inner}</ol>"


def _inline_html(node: Node, own_host: str) -> str:
    pieces = []
    for child in node.get("content", ()):
        if child["type"] == "hardBreak":
            pieces.append("<br>")
            continue
        text = escape(child["text"], quote=False)
        for mark in child.get("marks", ()):
            if mark["type"] == "link":
                address = mark["attrs"]["href"]
                outside = ' rel="noopener noreferrer"' if _leads_elsewhere(address, own_host) else ""
                text = f'<a href="{escape(address)}"{outside}>{text}</a>'
            else:
                tag = _TAG_OF_MARK[mark["type"]]
                text = f"<{tag}>{text}</{tag}>"
        pieces.append(text)
    return "".join(pieces)


def _leads_elsewhere(address: str, own_host: str) -> bool:
    host = (urlsplit(address).hostname or "").removeprefix("www.")
    return bool(host) and host != own_host.removeprefix("www.")


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
