"""HTML from documents."""

from __future__ import annotations

from html import escape
from urllib.parse import urlsplit

from fundament.core.documents.schema import Node, is_missing

_TAG_OF_MARK = {
    "bold": "strong", "italic": "em", "underline": "u", "strike": "s", "code": "code", "subscript": "sub", "superscript": "sup",
}  # fmt: skip


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
        is_empty = all(child["type"] == "text" and not child["text"].strip() for child in node.get("content", ()))
        return "" if is_empty else f"<{tag}>{inner}</{tag}>"
    if kind == "codeBlock":
        return f"<pre><code>{escape(''.join(n['text'] for n in node.get('content', ())).strip(chr(10)), quote=False)}</code></pre>"
    if kind == "horizontalRule":
        return "<hr>"
    if kind == "image":
        return _image(attributes)
    inner = "".join(_html(child, own_host) for child in node.get("content", ()))
    if kind == "orderedList":
        return _ordered(inner, attributes.get("start", 1))
    if kind == "taskList":
        return f'<ul class="task-list">{inner}</ul>'
    if kind == "taskItem":
        return f'<li><input type="checkbox" disabled{" checked" if attributes["checked"] else ""}>{inner}</li>'
    if kind in ("tableCell", "tableHeader"):
        tag = "td" if kind == "tableCell" else "th"
        spans = "".join(f' {name}="{attributes[name]}"' for name in ("colspan", "rowspan") if attributes.get(name, 1) != 1)
        return f"<{tag}{spans}>{inner}</{tag}>"
    tag = _TAGS[kind]
    return f"<{tag}><tbody>{inner}</tbody></{tag}>" if kind == "table" else f"<{tag}>{inner}</{tag}>"


def _image(attributes: Node) -> str:
    """An image, as a figure where it has a caption or a credit; a picture that was never brought is left out."""
    if is_missing(attributes["src"]):
        return ""
    more = "".join(f' {name}="{escape(attributes[name])}"' for name in ("alt", "title") if attributes.get(name) is not None)
    image = f'<img src="{escape(attributes["src"])}"{more}>'
    credit = f"<small>{escape(attributes['credit'], quote=False)}</small>" if attributes.get("credit") else ""
    caption = " ".join(filter(None, (escape(attributes.get("caption", ""), quote=False), credit)))
    return f"<figure>{image}<figcaption>{caption}</figcaption></figure>" if caption else image


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
        for mark in child.get("marks", ()) if child["text"].strip() else ():
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
