"""Reading the files of words: what each message asks for, and a language made up to find words that do not come from them."""

from __future__ import annotations

import re
from functools import cache

from fluent.syntax import FluentParser, FluentSerializer, ast
from fluent.syntax.visitor import Visitor

from fundament.messages.catalogue import Catalogue, files_of

PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
MADE_UP = "àƀçđéƒĝĥíĵķļɱñóþǫŕšţúṽŵẋýžÀƁÇĐÉƑĜĤÍĴĶĻṀÑÓÞǪŔŠŢÚṼŴẊÝŽ"
TAG_OR_ENTITY = re.compile(r"(<[^>]*>|&#?\w+;)")


class _Asked(Visitor):
    def __init__(self) -> None:
        self.names: set[str] = set()
        self.texts: list[str] = []

    def visit_VariableReference(self, node: ast.VariableReference) -> None:
        self.names.add(node.id.name)

    def visit_TextElement(self, node: ast.TextElement) -> None:
        self.texts.append(node.value)


class _MadeUp(Visitor):
    def visit_TextElement(self, node: ast.TextElement) -> None:
        parts = TAG_OR_ENTITY.split(node.value)
        node.value = "".join(part if TAG_OR_ENTITY.fullmatch(part) else part.translate(str.maketrans(PLAIN, MADE_UP)) for part in parts)


@cache
def asked(language: str = "en-gb") -> dict[str, tuple[set[str], str, bool]]:
    """By the name in the files: the values that a message asks for, its words without them, and whether it is put into pages as it is."""
    found = {}
    for path in files_of(language):
        for entry in FluentParser().parse(path.read_text(encoding="utf-8")).body:
            if isinstance(entry, ast.Message):
                looked = _Asked()
                looked.visit(entry.value)
                found[entry.id.name] = (looked.names, "".join(looked.texts), path.parent.name == "screens")
    return found


def made_up() -> Catalogue:
    """The catalogue with every word in letters that no page and no text has."""
    sources = []
    for path in files_of("en-gb"):
        resource = FluentParser().parse(path.read_text(encoding="utf-8"))
        _MadeUp().visit(resource)
        sources.append(FluentSerializer().serialize(resource))
    return Catalogue("en-gb", sources)
