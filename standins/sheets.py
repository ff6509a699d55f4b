"""Sheets: what a page says, apart from the markup it is served in."""

from __future__ import annotations

from dataclasses import dataclass, field
from pathlib import Path
from urllib.parse import urlsplit

from markdown_it import MarkdownIt

CONTENT = Path(__file__).parent / "content"


@dataclass(frozen=True)
class Sheet:
    """A page: the lines of its head, and its text in Markdown."""

    head: dict[str, str]
    text: str
    name: str = ""
    order: int = 0
    extra: dict[str, str] = field(default_factory=dict)

    @property
    def address(self) -> str:
        return self.head["address"]

    @property
    def host_and_path(self) -> tuple[str, str]:
        parts = urlsplit(self.address)
        return parts.netloc, parts.path or "/"

    def get(self, name: str) -> str:
        return self.head.get(name, "")


def read_sheet(path: Path) -> Sheet:
    """Read one sheet file."""
    head_text, _, text = path.read_text(encoding="utf-8").partition("\n---\n")
    head = {}
    for line in head_text.splitlines():
        name, _, value = line.partition(":")
        head[name.strip()] = value.strip()
    return Sheet(head, text.strip() + "\n", path.stem)


def read_folder(folder: str) -> list[Sheet]:
    """All sheets of a folder of content, in name order."""
    return [read_sheet(path) for path in sorted((CONTENT / folder).glob("*.md"))]


_MARKDOWN = MarkdownIt("commonmark", {"typographer": False}).enable("table")


def to_html(markdown: str) -> str:
    """A sheet's text as plain HTML."""
    return str(_MARKDOWN.render(markdown))
