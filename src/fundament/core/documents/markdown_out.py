"""Markdown (CommonMark, with tables, strikethrough and lists to tick off as most programs read them) and plain text from documents."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Mapping, Sequence

from fundament.core.documents.schema import Node, is_missing, plain_text

_ALWAYS = re.compile(r"([\\`*\[\]<])")
_LONE = re.compile(r"(?<![^\W_])_|_(?![^\W_])")  # between letters it means nothing
_ENTITY = re.compile(r"&(?=#?\w{1,31};)")
_LINE_START = re.compile(r"^( {0,3})(#{1,6}(?=\s|$)|>|[-+=](?=\s|$|[-=]))")
_NUMBER_START = re.compile(r"^( {0,3}\d{1,9})([.)])(?=\s|$)")
_TILDES = re.compile(r"~(?=~)|(?<=~)~")
_TICKS = re.compile(r"`+")
_IN_ADDRESS = re.compile(r"[()<> \\]")
_SPACE = re.compile(r"[^\S\u00a0]+")
_MARKS = {"link": "", "bold": "**", "italic": "*", "strike": "~~", "code": "`"}  # from the outside in
_TAGS = {
    "bold": "strong",
    "italic": "em",
    "strike": "del",
}  # which Markdown may hold too, and which are needed where its signs would be misread


def markdown_of(document: Node) -> str:
    """The document as Markdown. What Markdown does not hold leaves its words: see `formats`."""
    return "\n\n".join(_blocks(document.get("content", ()))) + "\n"


def _blocks(nodes: Sequence[Node]) -> Iterator[str]:
    before, other = "", False
    for node in nodes:
        is_list = node["type"] in ("bulletList", "taskList", "orderedList")
        kind = "orderedList" if node["type"] == "orderedList" else "bulletList" if is_list else node["type"]
        other = is_list and kind == before and not other  # two lists that follow one another would be one
        text = _block(node, other)
        if text:
            before = kind
            yield text


def _block(node: Node, other: bool) -> str:
    kind, content = node["type"], node.get("content", ())
    if kind == "paragraph":
        return _at_line_starts(_inline(content))
    if kind == "heading":
        words = " ".join(_inline(content, breaks=" ").split())
        return f"{'#' * node['attrs']['level']} {words}" if words else ""
    if kind == "codeBlock":
        code = "".join(child.get("text", "") for child in content)
        fence = "`" * max(3, 1 + max((len(run) for run in _TICKS.findall(code)), default=0))
        return f"{fence}{node['attrs'].get('language') or ''}\n{code}\n{fence}"
    if kind == "horizontalRule":
        return "---"
    if kind == "image":
        return _image(node["attrs"])
    if kind == "blockquote":
        return "\n".join(f"> {line}".rstrip() for line in "\n\n".join(_blocks(content)).split("\n"))
    if kind == "table":
        return _table(node)
    return _list(node, other)


def _image(attributes: Node) -> str:
    if is_missing(attributes["src"]):
        return ""
    title = f' "{_escaped(attributes["title"])}"' if attributes.get("title") else ""
    alt = " ".join(_escaped(attributes.get("alt") or "").split())
    return f"![{alt}]({_address(attributes['src'])}{title})"


def _address(address: str) -> str:
    return _IN_ADDRESS.sub(lambda found: f"%{ord(found[0]):02X}", address)


def _list(node: Node, other: bool) -> str:
    items = []
    start = node["attrs"].get("start", 1) if node["type"] == "orderedList" else 0
    tight = all(
        (child["type"] in ("paragraph", "bulletList", "taskList") and (number == 0 or child["type"] != "paragraph"))
        or (child["type"] == "orderedList" and child["attrs"].get("start", 1) == 1)  # another would not begin right below a line of text
        for item in node["content"]
        for number, child in enumerate(item.get("content", ()))
    )
    for number, item in enumerate(node["content"], start):
        sign = f"{number}{')' if other else '.'} " if node["type"] == "orderedList" else "* " if other else "- "
        box = ("[x] " if item["attrs"]["checked"] else "[ ] ") if item["type"] == "taskItem" else ""
        inner = ("\n" if tight else "\n\n").join(_blocks(item.get("content", ())))
        lines = f"{box}{inner}".split("\n")
        indented = [lines[0], *(f"{' ' * len(sign)}{line}" if line else "" for line in lines[1:])]
        items.append(f"{sign}{chr(10).join(indented)}".rstrip())
    return ("\n" if tight else "\n\n").join(items)


def _table(node: Node) -> str:
    rows = [_cells(row) for row in node["content"]]
    width = max((len(row) for row in rows), default=0)
    if not width:
        return ""
    lines = [f"| {' | '.join([*row, *([''] * (width - len(row)))])} |" for row in rows]
    return "\n".join([lines[0], f"|{' --- |' * width}", *lines[1:]])


def _cells(row: Node) -> list[str]:
    found: list[str] = []
    for cell in row.get("content", ()):
        words = " ".join(_inline_of_all(cell).split()).replace("|", "\\|")
        found += [words, *([""] * (cell["attrs"]["colspan"] - 1))]
    return found


def _inline_of_all(node: Node) -> str:
    """The words below a node in one line, with their marks."""
    if node["type"] in ("paragraph", "heading", "codeBlock"):
        return _inline(node.get("content", ()), breaks=" ")
    if node["type"] == "image":
        return _image(node["attrs"])
    return " ".join(_inline_of_all(child) for child in node.get("content", ()))


def _at_line_starts(text: str) -> str:
    """Text whose lines begin nothing but lines."""
    lines = []
    for line in text.split("\n"):
        line = _NUMBER_START.sub(r"\1\\\2", _LINE_START.sub(r"\1\\\2", line.lstrip(" ")))
        lines.append(line)
    return "\n".join(lines).strip()


def _escaped(text: str) -> str:
    return _TILDES.sub(r"\\~", _ENTITY.sub(r"\\&", _LONE.sub(r"\\_", _ALWAYS.sub(r"\\\1", text))))


def _inline(nodes: Sequence[Node], breaks: str = "\\\n") -> str:
    """Inline nodes with their marks. White space at the edge of a mark stands outside of it, where alone it has meaning."""
    opening, closing = _signs(_may_be_misread(nodes))
    out = ""
    open_marks: list[tuple[str, str]] = []  # (kind, address of a link)
    for number, node in enumerate(nodes):
        if node["type"] == "hardBreak":
            if number < len(nodes) - 1:
                out += breaks
            continue
        text = _SPACE.sub(" ", node["text"]) if node["type"] == "text" else ""
        wanted = [
            (kind, _address_of(node) if kind == "link" else "")
            for kind in _MARKS
            if text.strip() and any(mark["type"] == kind for mark in node.get("marks", ()))
        ]
        if not text.strip():
            wanted = open_marks if out else []
        keep = 0
        while keep < min(len(open_marks), len(wanted)) and open_marks[keep] == wanted[keep]:
            keep += 1
        out = _closed(out, open_marks[keep:], closing)
        lead = text[: len(text) - len(text.lstrip())] if wanted[keep:] else ""
        out += lead + "".join(opening[kind] for kind, _ in wanted[keep:])
        body = text[len(lead) :]
        out += body if any(kind == "code" for kind, _ in wanted) else _escaped(body)
        open_marks = wanted
    return _closed(out, open_marks, closing)


def _signs(as_tags: bool) -> tuple[dict[str, str], dict[str, str]]:
    """What opens and what closes each mark."""
    opening, closing = {**_MARKS, "link": "["}, dict(_MARKS)
    if as_tags:
        opening |= {kind: f"<{tag}>" for kind, tag in _TAGS.items()}
        closing |= {kind: f"</{tag}>" for kind, tag in _TAGS.items()}
    return opening, closing


def _may_be_misread(nodes: Sequence[Node]) -> bool:
    """Whether the signs of two marks would stand side by side, or one between a letter and a mark of punctuation (CommonMark, "left-flanking delimiter run")."""
    texts = [node if node["type"] == "text" else {"type": "text", "text": " "} for node in nodes]
    for first, second in itertools.pairwise(texts):
        before, after = _set_off(first), _set_off(second)
        if before == after or not (before or after):
            continue
        if before and after and not (first["text"][-1:].isspace() or second["text"][:1].isspace()):
            return True
        last, begin = _edge(first, -1, second), _edge(second, 0, first)
        inside, outside = (last, begin) if before else (begin, last)
        if before and after:
            inside, outside = "", ""
        if inside and not inside.isalnum() and not inside.isspace() and outside.isalnum():
            return True
    return False


def _set_off(node: Node) -> frozenset[str]:
    return frozenset(mark["type"] for mark in node.get("marks", ()) if mark["type"] in _TAGS)


def _edge(node: Node, place: int, beside: Node) -> str:
    """The first or last character that Markdown sees of a piece of text. beside: the piece on that side."""
    kinds, others = ({mark["type"] for mark in one.get("marks", ())} for one in (node, beside))
    return "`" if "code" in kinds else ")" if "link" in kinds - others else str(node["text"][place])


def _closed(out: str, marks: Sequence[tuple[str, str]], closing: Mapping[str, str]) -> str:
    if not marks:
        return out
    words = out.rstrip()
    ends = "".join(f"]({_address(address)})" if kind == "link" else closing[kind] for kind, address in reversed(marks))
    return words + ends + out[len(words) :]


def _address_of(node: Node) -> str:
    return next(str(mark["attrs"]["href"]) for mark in node["marks"] if mark["type"] == "link")


def text_of(document: Node) -> str:
    """The document as plain text: a blank line between blocks, signs before the items of lists, tabs between cells."""
    return "\n\n".join(_plain_blocks(document.get("content", ()))) + "\n"


def _plain_blocks(nodes: Sequence[Node]) -> Iterator[str]:
    for node in nodes:
        kind, content = node["type"], node.get("content", ())
        text = ""
        if kind in ("paragraph", "heading"):
            text = "".join("\n" if child["type"] == "hardBreak" else child["text"] for child in content).strip()
        elif kind == "codeBlock":
            text = "".join(child.get("text", "") for child in content)
        elif kind == "image":
            text = " ".join(filter(None, (node["attrs"].get("caption"), node["attrs"].get("credit"))))
        elif kind == "table":
            text = "\n".join("\t".join(" ".join(plain_text(cell).split()) for cell in row.get("content", ())) for row in content)
        elif kind in ("bulletList", "orderedList", "taskList"):
            text = "\n".join(_plain_item(node, number, item) for number, item in enumerate(content))
        else:
            text = "\n\n".join(_plain_blocks(content))
        if text:
            yield text


def _plain_item(node: Node, number: int, item: Node) -> str:
    sign = "- "
    if node["type"] == "orderedList":
        sign = f"{node['attrs'].get('start', 1) + number}. "
    elif node["type"] == "taskList":
        sign = "[x] " if item["attrs"]["checked"] else "[ ] "
    return sign + "\n".join(_plain_blocks(item.get("content", ()))).replace("\n", f"\n{' ' * len(sign)}")
