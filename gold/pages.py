"""Pages whose truth is known because they are made from sheets: main text, headings and kind."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace

from standins.makes import render
from standins.markup import MAKES
from standins.sheets import Sheet, read_folder

STUDIES = {
    "repointing": "repointing brick with lime mortar",
    "sash": "draughtproofing sash windows",
    "floor": "insulating a suspended timber floor",
}
ARTICLE_MAKES = tuple(name for name in MAKES if name not in ("forum", "product", "category", "video", "encyclopaedia"))
_HEADING = re.compile(r"^(#{1,6}) (.*)$", re.MULTILINE)


@dataclass(frozen=True)
class GoldPage:
    """HTML with the main text and the headings (level, text) that a reader of it must find, and its kind."""

    name: str
    url: str
    html: str
    text: str
    headings: tuple[tuple[int, str], ...]
    kind: str


def main_text(sheet: Sheet) -> str:
    """The sheet's text without the signs of Markdown."""
    text = re.sub(r"^@@ .*$|!\[.*?\]\(.*?\)|^\|[-| ]+\|$|^#+|[*|]", " ", sheet.text, flags=re.MULTILINE)
    return re.sub(r"^\s*(\d+\.|-) ", " ", text, flags=re.MULTILINE)


def headings(sheet: Sheet) -> tuple[tuple[int, str], ...]:
    """The sheet's headings in order."""
    return tuple((len(signs), text.strip()) for signs, text in _HEADING.findall(sheet.text))


def gold_page(sheet: Sheet, make: str = "") -> GoldPage:
    """A sheet as a page of its own make, or of another one."""
    made = replace(sheet, head={**sheet.head, "make": make}) if make else sheet
    return GoldPage(f"{sheet.name}/{made.get('make')}", sheet.address, render(made), main_text(sheet), headings(sheet), sheet.get("kind"))


def all_sheets() -> list[Sheet]:
    """The sheets of all studies."""
    return [sheet for folder in STUDIES for sheet in read_folder(folder)]


def pages_as_served() -> list[GoldPage]:
    """Every page of the demo in its own make."""
    return [gold_page(sheet) for sheet in all_sheets()]


def articles_in_every_make() -> Iterator[GoldPage]:
    """Every article of the demo in each make that can hold an article."""
    for sheet in all_sheets():
        if sheet.get("kind") == "article" and "@@" not in sheet.text:
            for make in ARTICLE_MAKES:
                yield gold_page(sheet, make)
